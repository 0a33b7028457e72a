import type { ComparisonView as Comparison } from '../api/schema';
import { alongBand, gainOf } from './curve';
import { count, gain, significant } from './format';
import { curveReader } from './order';
import {
  type Drawing,
  FAINT,
  FROM_DEPTH,
  type PaneData,
  depthAxis,
  diagonal,
  level,
  line,
  lines,
  overlay,
  plain,
  share,
  thousands,
  washed,
} from './paneParts';

/** Training's caught and false alarms, as shares of a population with the event rate that is shown. */
function trainingCells(all: Comparison, depth: number, capture: number) {
  const own = all.trainingEvents / all.trainingRecords;
  const rate = all.eventFactor === 1 ? own : all.eventRate;
  const falseAlarms = ((depth - capture * own) / (1 - own)) * (1 - rate);
  return { caught: capture * rate, falseAlarms, rate };
}

function trainingPrecision(
  all: Comparison,
  depth: number,
  capture: number,
): { precision: number; lift: number } {
  const { caught, falseAlarms, rate } = trainingCells(all, depth, capture);
  const precision = caught / (caught + falseAlarms);
  return { precision, lift: precision / rate };
}

/** Net value of the chosen candidate's training curve, as if validation had ranked like that. */
function trainingGain(all: Comparison, depth: number, capture: number): number {
  const { caught, falseAlarms } = trainingCells(all, depth, capture);
  const { perRecord, perEvent, perValue } = all.worth;
  const ofEvent = (perRecord + perEvent + perValue) / all.eventFactor;
  return all.records * (ofEvent * caught + (perRecord / all.otherFactor) * falseAlarms);
}

export function gains(data: PaneData): Drawing {
  const { all, brief, chosen } = data;
  const perfect = (100 * all.events) / all.records;
  const y = { label: `caught ÷ all ${brief.decision.words.events}, %`, min: 0, max: 100, format: share };
  return {
    ...plain(depthAxis(data), y),
    lines: [
      ...lines(data, (row, i) => [
        (100 * row.curve.records[i]) / all.records,
        (100 * row.curve.events[i]) / all.events,
      ]),
      ...overlay(data, (d, c) => [100 * d, 100 * c]),
      line(
        'perfect order',
        [
          [0, 0],
          [perfect, 100],
          [100, 100],
        ],
        FAINT,
      ),
      diagonal('at random', 100),
    ],
    wash: washed(
      data,
      (d) => 100 * alongBand(all.depths, chosen.curve.band.captureLow, d),
      (d) => 100 * alongBand(all.depths, chosen.curve.band.captureHigh, d),
    ),
    notes: [
      { x: perfect + 1, y: 97, text: 'perfect order' },
      { x: 71, y: 66, text: 'at random' },
    ],
  };
}

/** Lift of so many events among so many records, at the planned rate. */
function liftOf(all: Comparison, records: number, events: number): number {
  const caught = all.eventFactor * events;
  return caught / (caught + all.otherFactor * (records - events)) / all.eventRate;
}

export function lift(data: PaneData): Drawing {
  const { all, chosen } = data;
  const y = { label: 'precision ÷ event rate, times', format: (v: number) => String(v), min: 0 };
  const read = (values: number[]) => (d: number) => alongBand(all.depths, values, d) / all.eventRate;
  const own = (values: number[]) => (d: number) => alongBand(all.depths, values, d) / d;
  const planned = all.eventFactor !== 1;
  return {
    ...plain(depthAxis(data), y),
    lines: [
      ...lines(data, (row, i) =>
        row.curve.records[i] < FROM_DEPTH * all.records
          ? null
          : [
              (100 * row.curve.records[i]) / all.records,
              liftOf(all, row.curve.records[i], row.curve.events[i]),
            ],
      ),
      ...overlay(data, (d, c) => (d < FROM_DEPTH ? null : [100 * d, trainingPrecision(all, d, c).lift])),
      level('at random', 1, 'dotted'),
    ],
    wash: planned
      ? washed(data, read(chosen.curve.band.precisionLow), read(chosen.curve.band.precisionHigh))
      : washed(data, own(chosen.curve.band.captureLow), own(chosen.curve.band.captureHigh)),
    notes: [{ x: 84, y: 1, text: 'at random' }],
  };
}

export function netValue(data: PaneData): Drawing {
  const { all, brief, chosen } = data;
  const y = {
    label: `over ${brief.decision.words.acting} nobody, ${brief.decision.words.currency}`,
    format: thousands,
  };
  const everybody = gainOf(
    all,
    all.records,
    all.events,
    all.valueColumn === null ? all.events : all.totalValue,
  );
  const marks = [];
  if (all.capacityRecords !== null && all.capacityRecords < all.records) {
    const label = `capacity ${count(brief.decision.campaign.capacity ?? 0)} of ${count(brief.decision.campaign.size)}`;
    marks.push({ x: (100 * all.capacityRecords) / all.records, label });
  }
  if (chosen.breakEvenRecords !== null) {
    marks.push({ x: (100 * chosen.breakEvenRecords) / all.records, label: 'break-even' });
  }
  marks.push({ x: (100 * chosen.best.records) / all.records, label: 'best' });
  return {
    ...plain(depthAxis(data), y),
    lines: [
      ...lines(data, (row, i) => [
        (100 * row.curve.records[i]) / all.records,
        gainOf(
          all,
          row.curve.records[i],
          row.curve.events[i],
          row.curve.valued ? row.curve.valued[i] : row.curve.events[i],
        ),
      ]),
      ...(all.valueColumn === null ? overlay(data, (d, c) => [100 * d, trainingGain(all, d, c)]) : []),
      level('nobody', 0),
    ],
    wash: washed(
      data,
      (d) => alongBand(all.depths, chosen.curve.band.gainLow, d),
      (d) => alongBand(all.depths, chosen.curve.band.gainHigh, d),
    ),
    notes: [
      { x: 62, y: 0, text: `${brief.decision.words.acting} nobody: 0` },
      { x: 62, y: everybody, text: `everybody: ${gain(brief.decision.words.currency, everybody)}` },
    ],
    marks,
  };
}

export function returnOnSpend(data: PaneData): Drawing {
  const { all, brief, chosen } = data;
  const y = {
    label: `gain over nobody ÷ spent on ${brief.decision.words.acting}, ${brief.decision.words.currency} a ${brief.decision.words.currency}`,
    format: significant,
  };
  const spend = (n: number, p: number) =>
    brief.decision.stakes.actionCost * (all.eventFactor * p + all.otherFactor * (n - p));
  const drawing = plain(depthAxis(data), y);
  if (brief.decision.stakes.actionCost === 0) {
    return {
      ...drawing,
      empty: `${brief.decision.words.acting} costs nothing here, so there is no return on spend.`,
    };
  }
  const reader = curveReader(chosen);
  const bound = (money: number[]) => (d: number) =>
    alongBand(all.depths, money, d) / spend(d * all.records, reader.at(d * all.records).events);
  return {
    ...drawing,
    lines: [
      ...lines(data, (row, i) => {
        const [n, p] = [row.curve.records[i], row.curve.events[i]];
        if (n < FROM_DEPTH * all.records) return null;
        return [
          (100 * n) / all.records,
          gainOf(all, n, p, row.curve.valued ? row.curve.valued[i] : p) / spend(n, p),
        ];
      }),
      level('no return', 0),
    ],
    wash: washed(data, bound(chosen.curve.band.gainLow), bound(chosen.curve.band.gainHigh)),
  };
}

export function roc(data: PaneData): Drawing {
  const { all, brief } = data;
  const others = all.records - all.events;
  const rate = all.trainingEvents / all.trainingRecords;
  const x = {
    label: `false alarms ÷ all who are no ${brief.decision.words.events}, %`,
    min: 0,
    max: 100,
    format: share,
  };
  const y = { label: `caught ÷ all ${brief.decision.words.events}, %`, min: 0, max: 100, format: share };
  return {
    ...plain(x, y),
    lines: [
      ...lines(data, (row, i) => [
        (100 * (row.curve.records[i] - row.curve.events[i])) / others,
        (100 * row.curve.events[i]) / all.events,
      ]),
      ...overlay(data, (d, c) => [(100 * (d - c * rate)) / (1 - rate), 100 * c]),
      diagonal('at random', 100),
    ],
    notes: [{ x: 71, y: 66, text: 'at random' }],
  };
}

export function precisionRecall(data: PaneData): Drawing {
  const { all, brief } = data;
  const x = { label: `caught ÷ all ${brief.decision.words.events}, %`, min: 0, max: 100, format: share };
  const y = { label: 'caught ÷ all acted on, %', min: 0, format: share };
  return {
    ...plain(x, y),
    lines: [
      ...lines(data, (row, i) =>
        row.curve.records[i] < FROM_DEPTH * all.records
          ? null
          : [
              (100 * row.curve.events[i]) / all.events,
              100 * all.eventRate * liftOf(all, row.curve.records[i], row.curve.events[i]),
            ],
      ),
      ...overlay(data, (d, c) =>
        d < FROM_DEPTH ? null : [100 * c, 100 * trainingPrecision(all, d, c).precision],
      ),
      level('at random', 100 * all.eventRate, 'dotted'),
    ],
    notes: [{ x: 78, y: 100 * all.eventRate, text: 'event rate' }],
  };
}
