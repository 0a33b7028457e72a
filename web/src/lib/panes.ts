import type {
  BandsView,
  Brief,
  Comparison,
  Distribution,
  DistributionPart,
  Quality,
  Row,
} from '../api/types';
import type { Axis, Line, Wash } from './chart';
import { alongBand, gainOf, thin } from './curve';
import { count, gain, significant } from './format';
import { cellsOf, measure } from './measures';
import { curveReader } from './order';
import type { PaneKind } from './paneKinds';

const DRAWN_POINTS = 900;
const FROM_DEPTH = 0.005;
const EVENT = '#74305a';
const OTHER = '#c7c0b0';
const FAINT = '#b9b2a2';
const GREY = '#8b9096';

/** All that a pane is drawn from; nothing here moves with the cut. */
export interface PaneData {
  brief: Brief;
  all: Comparison;
  /** whose lines are drawn */
  rows: Row[];
  chosen: Row;
  colour: (row: Row) => string;
  training: boolean;
  doubt: boolean;
  measure: string;
  /** by candidate, where the kind needs them and they have come */
  bands: BandsView[];
  distributions: Distribution[];
}

/** A pane without its cut. */
export interface Drawing {
  x: Axis;
  y: Axis;
  lines: Line[];
  wash: Wash | null;
  notes: { x: number; y: number; text: string }[];
  marks: { x: number; label: string }[];
  /** why there is nothing to see */
  empty: string | null;
}

const share = (v: number) => String(Number(v.toFixed(1)));
const thousands = (v: number) =>
  Math.abs(v) >= 1000
    ? `${v > 0 ? '+' : '−'}${Math.abs(v / 1000)}k`
    : v > 0
      ? `+${v}`
      : `${v}`.replace('-', '−');

/** A figure of a candidate at each of its points: events, and what stands with them. */
type At = (row: Row, point: number) => [number, number] | null;

function curve(data: PaneData, row: Row, at: At): [number, number][] {
  const points: [number, number][] = [];
  for (let i = 0; i < row.records.length; i++) {
    const found = at(row, i);
    if (found) points.push(found);
  }
  return points.length <= DRAWN_POINTS
    ? points
    : thin(
        points.map((p) => p[0]),
        points.map((p) => p[1]),
        DRAWN_POINTS,
      );
}

function lines(data: PaneData, at: At): Line[] {
  return data.rows.map((row) => ({
    id: row.id,
    name: row.name,
    points: curve(data, row, at),
    colour: data.colour(row),
    width: row.id === data.chosen.id ? 2.4 : row.reference ? 1 : 1.3,
  }));
}

/** The chosen candidate on training, from shares of training's population and events. */
function overlay(data: PaneData, at: (depth: number, capture: number) => [number, number] | null): Line[] {
  if (!data.training) return [];
  const { chosen } = data;
  const points: [number, number][] = [];
  chosen.trainingDepth.forEach((d, i) => {
    const found = at(d, chosen.trainingCapture[i]);
    if (found) points.push(found);
  });
  const name = `${chosen.name}, training`;
  return [{ name, points, colour: data.colour(chosen), width: 1.4, dash: 'dashed' }];
}

function washed(
  data: PaneData,
  low: (depth: number) => number | null,
  high: (depth: number) => number | null,
) {
  if (!data.doubt) return null;
  const points: [number, number, number][] = [];
  for (const depth of data.all.depths) {
    const a = low(depth);
    const b = high(depth);
    if (depth >= FROM_DEPTH && a !== null && b !== null) points.push([100 * depth, a, b]);
  }
  return { colour: data.colour(data.chosen), points };
}

const depthAxis = (data: PaneData): Axis => ({
  label: `share of ${data.brief.recordsNoun} acted on, highest scores first, %`,
  min: 0,
  max: 100,
  format: share,
});

const plain = (x: Axis, y: Axis): Drawing => ({
  x,
  y,
  lines: [],
  wash: null,
  notes: [],
  marks: [],
  empty: null,
});

const line = (name: string, points: [number, number][], colour: string, dash?: 'dotted'): Line => ({
  name,
  points,
  colour,
  width: 0.9,
  dash,
});

/** A line of one height over 0 to 100. */
const level = (name: string, height: number, dash?: 'dotted') =>
  line(
    name,
    [
      [0, height],
      [100, height],
    ],
    GREY,
    dash,
  );

const diagonal = (name: string, to: number) =>
  line(
    name,
    [
      [0, 0],
      [to, to],
    ],
    GREY,
    'dotted',
  );

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

function gains(data: PaneData): Drawing {
  const { all, brief, chosen } = data;
  const perfect = (100 * all.events) / all.records;
  const y = { label: `caught ÷ all ${brief.eventsNoun}, %`, min: 0, max: 100, format: share };
  return {
    ...plain(depthAxis(data), y),
    lines: [
      ...lines(data, (row, i) => [(100 * row.records[i]) / all.records, (100 * row.events[i]) / all.events]),
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
      (d) => 100 * alongBand(all.depths, chosen.band.captureLow, d),
      (d) => 100 * alongBand(all.depths, chosen.band.captureHigh, d),
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

function lift(data: PaneData): Drawing {
  const { all, chosen } = data;
  const y = { label: 'precision ÷ event rate, times', format: (v: number) => String(v), min: 0 };
  const read = (values: number[]) => (d: number) => alongBand(all.depths, values, d) / all.eventRate;
  const own = (values: number[]) => (d: number) => alongBand(all.depths, values, d) / d;
  const planned = all.eventFactor !== 1;
  return {
    ...plain(depthAxis(data), y),
    lines: [
      ...lines(data, (row, i) =>
        row.records[i] < FROM_DEPTH * all.records
          ? null
          : [(100 * row.records[i]) / all.records, liftOf(all, row.records[i], row.events[i])],
      ),
      ...overlay(data, (d, c) => (d < FROM_DEPTH ? null : [100 * d, trainingPrecision(all, d, c).lift])),
      level('at random', 1, 'dotted'),
    ],
    wash: planned
      ? washed(data, read(chosen.band.precisionLow), read(chosen.band.precisionHigh))
      : washed(data, own(chosen.band.captureLow), own(chosen.band.captureHigh)),
    notes: [{ x: 84, y: 1, text: 'at random' }],
  };
}

function netValue(data: PaneData): Drawing {
  const { all, brief, chosen } = data;
  const y = { label: `over ${brief.acting} nobody, ${brief.currency}`, format: thousands };
  const everybody = gainOf(
    all,
    all.records,
    all.events,
    all.valueColumn === null ? all.events : all.totalValue,
  );
  const marks = [];
  if (all.capacityRecords !== null && all.capacityRecords < all.records) {
    const label = `capacity ${count(brief.capacity ?? 0)} of ${count(brief.campaignSize)}`;
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
        (100 * row.records[i]) / all.records,
        gainOf(all, row.records[i], row.events[i], row.valued ? row.valued[i] : row.events[i]),
      ]),
      ...(all.valueColumn === null ? overlay(data, (d, c) => [100 * d, trainingGain(all, d, c)]) : []),
      level('nobody', 0),
    ],
    wash: washed(
      data,
      (d) => alongBand(all.depths, chosen.band.gainLow, d),
      (d) => alongBand(all.depths, chosen.band.gainHigh, d),
    ),
    notes: [
      { x: 62, y: 0, text: `${brief.acting} nobody: 0` },
      { x: 62, y: everybody, text: `everybody: ${gain(brief.currency, everybody)}` },
    ],
    marks,
  };
}

function returnOnSpend(data: PaneData): Drawing {
  const { all, brief, chosen } = data;
  const y = {
    label: `gain over nobody ÷ spent on ${brief.acting}, ${brief.currency} a ${brief.currency}`,
    format: significant,
  };
  const spend = (n: number, p: number) =>
    brief.actionCost * (all.eventFactor * p + all.otherFactor * (n - p));
  const drawing = plain(depthAxis(data), y);
  if (brief.actionCost === 0) {
    return { ...drawing, empty: `${brief.acting} costs nothing here, so there is no return on spend.` };
  }
  const reader = curveReader(chosen);
  const bound = (money: number[]) => (d: number) =>
    alongBand(all.depths, money, d) / spend(d * all.records, reader.at(d * all.records).events);
  return {
    ...drawing,
    lines: [
      ...lines(data, (row, i) => {
        const [n, p] = [row.records[i], row.events[i]];
        if (n < FROM_DEPTH * all.records) return null;
        return [(100 * n) / all.records, gainOf(all, n, p, row.valued ? row.valued[i] : p) / spend(n, p)];
      }),
      level('no return', 0),
    ],
    wash: washed(data, bound(chosen.band.gainLow), bound(chosen.band.gainHigh)),
  };
}

function roc(data: PaneData): Drawing {
  const { all, brief } = data;
  const others = all.records - all.events;
  const rate = all.trainingEvents / all.trainingRecords;
  const x = {
    label: `false alarms ÷ all who are no ${brief.eventsNoun}, %`,
    min: 0,
    max: 100,
    format: share,
  };
  const y = { label: `caught ÷ all ${brief.eventsNoun}, %`, min: 0, max: 100, format: share };
  return {
    ...plain(x, y),
    lines: [
      ...lines(data, (row, i) => [
        (100 * (row.records[i] - row.events[i])) / others,
        (100 * row.events[i]) / all.events,
      ]),
      ...overlay(data, (d, c) => [(100 * (d - c * rate)) / (1 - rate), 100 * c]),
      diagonal('at random', 100),
    ],
    notes: [{ x: 71, y: 66, text: 'at random' }],
  };
}

function precisionRecall(data: PaneData): Drawing {
  const { all, brief } = data;
  const x = { label: `caught ÷ all ${brief.eventsNoun}, %`, min: 0, max: 100, format: share };
  const y = { label: 'caught ÷ all acted on, %', min: 0, format: share };
  return {
    ...plain(x, y),
    lines: [
      ...lines(data, (row, i) =>
        row.records[i] < FROM_DEPTH * all.records
          ? null
          : [
              (100 * row.events[i]) / all.events,
              100 * all.eventRate * liftOf(all, row.records[i], row.events[i]),
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

/** Steps over the bands, one candidate's or several's. */
function banded(data: PaneData, kind: 'bandLift' | 'bandCapture'): Drawing {
  const { all, brief, bands } = data;
  const q = bands[0]?.validation.length ?? 0;
  const isLift = kind === 'bandLift';
  const label = isLift
    ? 'event rate of the band ÷ event rate, times'
    : `${brief.eventsNoun} of the band ÷ all, %`;
  const drawing = plain(depthAxis(data), { label, min: 0, format: (v: number) => String(v) });
  const steps = (rows: BandsView['validation'], total: number): [number, number][] => {
    const events = rows.reduce((sum, band) => sum + band.events, 0);
    return rows.flatMap((band) => {
      const height = isLift ? band.lift : (100 * band.events) / events;
      return [
        [(100 * band.from) / total, height],
        [(100 * band.to) / total, height],
      ] as [number, number][];
    });
  };
  for (const row of data.rows) {
    const found = bands.find((b) => b.candidate === row.id);
    if (!found) continue;
    const mine = row.id === data.chosen.id;
    const points = steps(found.validation, all.records);
    const fill = mine ? 0.16 : undefined;
    drawing.lines.push({
      id: row.id,
      name: row.name,
      points,
      colour: data.colour(row),
      width: mine ? 2.2 : 1.1,
      fill,
    });
    if (mine && data.training && found.training) {
      const dashed = steps(found.training, all.trainingRecords);
      const name = `${row.name}, training`;
      drawing.lines.push({ name, points: dashed, colour: data.colour(row), width: 1.4, dash: 'dashed' });
    }
  }
  const even = isLift ? 1 : 100 / Math.max(1, q);
  drawing.lines.push(level('at random', even, 'dotted'));
  return drawing;
}

/** Bands as points: what was promised, and what came. */
const promised = (quality: Quality): [number, number][] =>
  [...quality.reliability]
    .sort((a, b) => a.meanProbability - b.meanProbability)
    .map((r) => [100 * r.meanProbability, 100 * r.observedRate]);

function reliability(data: PaneData): Drawing {
  const { brief, chosen } = data;
  const x = { label: 'probability promised, mean of the band, %', min: 0, format: share };
  const y = { label: `share that were ${brief.eventsNoun}, %`, min: 0, format: share };
  const drawing = plain(x, y);
  const own = data.distributions.find((d) => d.candidate === chosen.id);
  if (!chosen.probability) {
    return {
      ...drawing,
      empty: `The scores of ${chosen.name} are no probabilities: there is nothing to hold them to.`,
    };
  }
  if (!own?.validation.quality) return drawing;
  let most = 0;
  for (const row of data.rows) {
    const quality = data.distributions.find((d) => d.candidate === row.id)?.validation.quality;
    if (!quality) continue;
    const mine = row.id === chosen.id;
    const points = promised(quality);
    drawing.lines.push({
      id: row.id,
      name: row.name,
      points,
      colour: data.colour(row),
      width: mine ? 2 : 1.1,
      dots: mine,
    });
    for (const r of mine ? quality.reliability : []) {
      most = Math.max(most, r.meanProbability, r.high);
      if (!data.doubt) continue;
      const at = 100 * r.meanProbability;
      const whisker = line(
        'interval',
        [
          [at, 100 * r.low],
          [at, 100 * r.high],
        ],
        data.colour(row),
      );
      drawing.lines.push({ ...whisker, silent: true });
    }
  }
  if (data.training && own.training.quality) {
    const points = promised(own.training.quality);
    drawing.lines.push({
      name: `${chosen.name}, training`,
      points,
      colour: data.colour(chosen),
      width: 1.4,
      dash: 'dashed',
    });
  }
  for (const r of (data.training && own.training.quality?.reliability) || []) {
    most = Math.max(most, r.meanProbability, r.observedRate);
  }
  const unit = most > 0.2 ? 10 : most > 0.05 ? 5 : 1;
  const top = Math.min(100, unit * Math.max(1, Math.ceil((105 * most) / unit)));
  drawing.x.max = top;
  drawing.y.max = top;
  drawing.lines.push(diagonal('kept to the letter', top));
  drawing.lines.push({ ...histogram(own.validation, top), silent: true });
  drawing.notes.push({ x: top * 0.66, y: top * 0.05, text: 'grey: how many score so' });
  return drawing;
}

/** How many records score where, a fifth of the chart high. */
function histogram(part: DistributionPart, top: number): Line {
  const counts = part.events.map((e, i) => e + part.others[i]);
  const most = Math.max(...counts, 1);
  const points = counts.flatMap((n, i) => {
    const height = (top / 5) * (n / most);
    return [
      [100 * part.edges[i], height],
      [100 * part.edges[i + 1], height],
    ] as [number, number][];
  });
  return {
    name: 'records',
    points: points.filter((p) => p[0] <= top),
    colour: OTHER,
    width: 0.5,
    fill: 0.55,
  };
}

function scores(data: PaneData): Drawing {
  const { brief, chosen } = data;
  const own = data.distributions.find((d) => d.candidate === chosen.id);
  const x = { label: `score of ${chosen.name}`, format: significant };
  const y = { label: 'share of each kind in a bin, %', min: 0, format: share };
  const drawing = plain(x, y);
  if (!own) return drawing;
  const { edges } = own.validation;
  Object.assign(drawing.x, { min: edges[0], max: edges[edges.length - 1] });
  const steps = (part: DistributionPart, counts: number[]): [number, number][] => {
    const all = counts.reduce((sum, n) => sum + n, 0);
    return counts.flatMap((n, i) => [
      [part.edges[i], (100 * n) / all],
      [part.edges[i + 1], (100 * n) / all],
    ]);
  };
  const add = (name: string, points: [number, number][], colour: string, dashed: boolean) =>
    drawing.lines.push({
      name,
      points,
      colour,
      width: dashed ? 1.2 : 1.6,
      fill: dashed ? undefined : 0.3,
      dash: dashed ? 'dashed' : undefined,
    });
  add(`no ${brief.eventsNoun}`, steps(own.validation, own.validation.others), OTHER, false);
  add(brief.eventsNoun, steps(own.validation, own.validation.events), EVENT, false);
  if (data.training) {
    add(`no ${brief.eventsNoun}, training`, steps(own.training, own.training.others), FAINT, true);
    add(`${brief.eventsNoun}, training`, steps(own.training, own.training.events), EVENT, true);
  }
  return drawing;
}

function byThreshold(data: PaneData): Drawing {
  const { all, chosen } = data;
  const m = measure(data.measure) ?? measure('f1');
  const rows = data.rows.filter(
    (r) => r.probability === chosen.probability && (chosen.probability || r === chosen),
  );
  const factor = m.share ? 100 : 1;
  const drawing = plain(
    {
      label: chosen.probability ? 'threshold: act from this score on' : `threshold: score of ${chosen.name}`,
      format: significant,
    },
    {
      label: `${m.label}${m.share ? ', %' : ''}`,
      format: significant,
      ...(m.share ? { min: 0, max: 100 } : {}),
    },
  );
  drawing.lines = lines({ ...data, rows }, (row, i) => {
    if (i === 0) return null;
    const [n, p] = [row.records[i], row.events[i]];
    const value = m.of(cellsOf(all, { records: n, events: p }));
    return value === null ? null : [row.scores[i - 1], factor * value];
  });
  const own = chosen.scores;
  Object.assign(drawing.x, { min: Math.min(own[own.length - 1], own[0]), max: own[0] });
  if (chosen.probability) drawing.x.min = 0;
  if (drawing.x.min === drawing.x.max) drawing.empty = 'All scores are equal: there is one threshold only.';
  return drawing;
}

/** What a pane shows. */
export function drawing(kind: PaneKind, data: PaneData): Drawing {
  switch (kind) {
    case 'gains':
      return gains(data);
    case 'lift':
      return lift(data);
    case 'bandLift':
    case 'bandCapture':
      return banded(data, kind);
    case 'netValue':
      return netValue(data);
    case 'returnOnSpend':
      return returnOnSpend(data);
    case 'roc':
      return roc(data);
    case 'precisionRecall':
      return precisionRecall(data);
    case 'reliability':
      return reliability(data);
    case 'scores':
      return scores(data);
    case 'measure':
      return byThreshold(data);
  }
}
