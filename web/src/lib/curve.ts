import type { CutFigures } from '../api/schema';
import type { Comparison, Row } from './compared';
import { curveReader, type Reader } from './order';

/** What one candidate shows at a cut: read off its ranking, between two points linearly. Intervals are null until they are told. */
export interface AtCut {
  records: number;
  depth: number;
  events: number;
  valued: number;
  /** null for nobody and inside a group of equal scores */
  score: number | null;
  insideTie: boolean;
  /** between two points of a curve that was thinned to be sent, until every record's place is here */
  approximate: boolean;
  capture: number;
  captureLow: number | null;
  captureHigh: number | null;
  precision: number | null;
  precisionLow: number | null;
  precisionHigh: number | null;
  lift: number | null;
  liftLow: number | null;
  liftHigh: number | null;
  gain: number;
  gainLow: number | null;
  gainHigh: number | null;
  /** at the planned event rate */
  caught: number;
  falseAlarms: number;
  missed: number;
  leftAlone: number;
}

/** The index of the last entry of an ascending list that is at most `value`. */
export function lastAtMost(ascending: ArrayLike<number>, value: number): number {
  let low = 0;
  let high = ascending.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (ascending[middle]! <= value) low = middle;
    else high = middle - 1;
  }
  return low;
}

export function interpolate(x: ArrayLike<number>, y: ArrayLike<number>, at: number): number {
  const i = lastAtMost(x, at);
  if (i >= x.length - 1 || x[i] === at) return y[i]!;
  return y[i]! + ((at - x[i]!) * (y[i + 1]! - y[i]!)) / (x[i + 1]! - x[i]!);
}

/** Between the depths of an interval, and from (0, 0) to the first. */
export function alongBand(depths: readonly number[], values: readonly number[], depth: number): number {
  const i = lastAtMost(depths, depth);
  if (depths[i] === depth) return values[i]!;
  const first = depth < depths[0]!;
  const after = first ? 0 : i + 1;
  if (after >= depths.length) return values[depths.length - 1]!;
  const from = first ? 0 : depths[i]!;
  const start = first ? 0 : values[i]!;
  return start + ((depth - from) * (values[after]! - start)) / (depths[after]! - from);
}

/** Share of events among so many records acted on, at the planned rate. */
function precisionOf(all: Comparison, records: number, events: number): number | null {
  const caught = all.rate.eventFactor * events;
  const acted = caught + all.rate.otherFactor * (records - events);
  return acted > 0 ? caught / acted : null;
}

const over = (share: number | null, by: number) => (share === null || by === 0 ? null : share / by);

/** What acting on so many adds to acting on nobody. */
export function gainOf(all: Comparison, records: number, events: number, valued: number): number {
  return (
    all.money.worth.perRecord * records +
    all.money.worth.perEvent * events +
    all.money.worth.perValue * valued
  );
}

/** @param told the core's figures at this very cut, where they are here already */
export function readAt(
  row: Row,
  all: Comparison,
  records: number,
  reader: Reader = curveReader(row),
  told: CutFigures | null = null,
): AtCut {
  const { events, valued, score, insideTie, approximate } = reader.at(records);
  const precision = precisionOf(all, records, events);
  const caught = all.rate.eventFactor * events;
  const falseAlarms = all.rate.otherFactor * (records - events);
  return {
    records,
    depth: records / all.part.records,
    events,
    valued,
    score,
    insideTie,
    approximate,
    capture: events / all.part.events,
    captureLow: told?.captureLow ?? null,
    captureHigh: told?.captureHigh ?? null,
    precision,
    precisionLow: told?.precisionLow ?? null,
    precisionHigh: told?.precisionHigh ?? null,
    lift: over(precision, all.rate.eventRate),
    liftLow: told?.liftLow ?? null,
    liftHigh: told?.liftHigh ?? null,
    gain: gainOf(all, records, events, valued),
    gainLow: told?.gainLow ?? null,
    gainHigh: told?.gainHigh ?? null,
    caught,
    falseAlarms,
    missed: all.rate.eventFactor * all.part.events - caught,
    leftAlone: all.rate.otherFactor * (all.part.records - all.part.events) - falseAlarms,
  };
}

/** At most `most` points of a curve, evenly along it, for drawing. */
export function thin(x: readonly number[], y: readonly number[], most: number): [number, number][] {
  const last = x.length - 1;
  const step = Math.max(1, last / (most - 1));
  const points: [number, number][] = [];
  for (let at = 0; at < last; at += step) points.push([x[Math.floor(at)]!, y[Math.floor(at)]!]);
  points.push([x[last]!, y[last]!]);
  return points;
}
