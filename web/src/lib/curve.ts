import type { Against, Comparison, Row } from '../api/types';
import { curveReader, type Reader } from './order';

/** A difference to the leader with its 95 % interval. */
export interface Difference {
  difference: number;
  low: number;
  high: number;
}

/** One candidate against the leader at a cut; the word is on net value, its p value Holm-adjusted. */
export interface AgainstAt {
  capture: Difference;
  lift: Difference | null;
  precision: Difference | null;
  gain: Difference;
  adjustedP: number;
  verdict: 'ahead' | 'behind' | 'not separable';
}

/** What one candidate shows at a cut: read off its ranking, between two points linearly. */
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
  captureLow: number;
  captureHigh: number;
  precision: number | null;
  precisionLow: number | null;
  precisionHigh: number | null;
  lift: number | null;
  liftLow: number | null;
  liftHigh: number | null;
  gain: number;
  gainLow: number;
  gainHigh: number;
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
    if (ascending[middle] <= value) low = middle;
    else high = middle - 1;
  }
  return low;
}

export function interpolate(x: readonly number[], y: readonly number[], at: number): number {
  const i = lastAtMost(x, at);
  if (i >= x.length - 1 || x[i] === at) return y[i];
  return y[i] + ((at - x[i]) * (y[i + 1] - y[i])) / (x[i + 1] - x[i]);
}

/** Between the depths of an interval, and from (0, 0) to the first. */
export function alongBand(depths: readonly number[], values: readonly number[], depth: number): number {
  const i = lastAtMost(depths, depth);
  if (depths[i] === depth) return values[i];
  const first = depth < depths[0];
  const after = first ? 0 : i + 1;
  if (after >= depths.length) return values[depths.length - 1];
  const from = first ? 0 : depths[i];
  const start = first ? 0 : values[i];
  return start + ((depth - from) * (values[after] - start)) / (depths[after] - from);
}

/** Share of events among so many records acted on, at the planned rate. */
function precisionOf(all: Comparison, records: number, events: number): number | null {
  const caught = all.eventFactor * events;
  const acted = caught + all.otherFactor * (records - events);
  return acted > 0 ? caught / acted : null;
}

const over = (share: number | null, by: number) => (share === null || by === 0 ? null : share / by);

/** What acting on so many adds to acting on nobody. */
export function gainOf(all: Comparison, records: number, events: number, valued: number): number {
  return all.worth.perRecord * records + all.worth.perEvent * events + all.worth.perValue * valued;
}

export function readAt(row: Row, all: Comparison, records: number, reader: Reader = curveReader(row)): AtCut {
  const { events, valued, score, insideTie, approximate } = reader.at(records);
  const depth = records / all.records;
  const read = (values: readonly number[]) => alongBand(all.depths, values, depth);
  const captureLow = read(row.band.captureLow);
  const captureHigh = read(row.band.captureHigh);
  const precision = precisionOf(all, records, events);
  const precisionLow = precisionOf(all, records, read(row.band.eventsLow));
  const precisionHigh = precisionOf(all, records, read(row.band.eventsHigh));
  const planned = all.eventFactor !== 1;
  const caught = all.eventFactor * events;
  const falseAlarms = all.otherFactor * (records - events);
  return {
    records,
    depth,
    events,
    valued,
    score,
    insideTie,
    approximate,
    capture: events / all.events,
    captureLow,
    captureHigh,
    precision,
    precisionLow,
    precisionHigh,
    lift: over(precision, all.eventRate),
    liftLow: planned ? over(precisionLow, all.eventRate) : over(captureLow, depth),
    liftHigh: planned ? over(precisionHigh, all.eventRate) : over(captureHigh, depth),
    gain: gainOf(all, records, events, valued),
    gainLow: read(row.band.gainLow),
    gainHigh: read(row.band.gainHigh),
    caught,
    falseAlarms,
    missed: all.eventFactor * all.events - caught,
    leftAlone: all.otherFactor * (all.records - all.events) - falseAlarms,
  };
}

/** How `mine` differs from the leader at the same cut; null for the leader itself. */
export function against(
  band: Against | null,
  all: Comparison,
  mine: AtCut,
  leaders: AtCut,
): AgainstAt | null {
  if (!band) return null;
  const read = (values: readonly number[]) => alongBand(all.depths, values, mine.depth);
  const capture = {
    difference: mine.capture - leaders.capture,
    low: read(band.captureLow),
    high: read(band.captureHigh),
  };
  const gain = {
    difference: mine.gain - leaders.gain,
    low: read(band.gainLow),
    high: read(band.gainHigh),
  };
  let at = 0;
  while (at < all.depths.length - 1 && all.depths[at] < mine.depth) at++;
  const adjustedP = band.adjustedP[at];
  const told = adjustedP < 0.05 && gain.difference !== 0;
  return {
    capture,
    ...ratios(band, all, mine, leaders, capture, read),
    gain,
    adjustedP,
    verdict: !told ? 'not separable' : gain.difference > 0 ? 'ahead' : 'behind',
  };
}

function ratios(
  band: Against,
  all: Comparison,
  mine: AtCut,
  leaders: AtCut,
  capture: Difference,
  read: (values: readonly number[]) => number,
): { precision: Difference | null; lift: Difference | null } {
  if (mine.precision === null || leaders.precision === null) return { precision: null, lift: null };
  const a = mine.events / mine.records;
  const b = leaders.events / leaders.records;
  const difference = mine.precision - leaders.precision;
  const acted = all.eventFactor * a + all.otherFactor * (1 - a);
  const secant = a === b ? (all.eventFactor * all.otherFactor) / (acted * acted) : difference / (a - b);
  const unit = secant / mine.records;
  const precision = {
    difference,
    low: unit * read(band.eventsLow),
    high: unit * read(band.eventsHigh),
  };
  const planned = all.eventFactor !== 1;
  const from = planned ? precision : capture;
  const by = planned ? all.eventRate : mine.depth;
  return {
    precision,
    lift: { difference: difference / all.eventRate, low: from.low / by, high: from.high / by },
  };
}

/** At most `most` points of a curve, evenly along it, for drawing. */
export function thin(x: readonly number[], y: readonly number[], most: number): [number, number][] {
  const last = x.length - 1;
  const step = Math.max(1, last / (most - 1));
  const points: [number, number][] = [];
  for (let at = 0; at < last; at += step) points.push([x[Math.floor(at)], y[Math.floor(at)]]);
  points.push([x[last], y[last]]);
  return points;
}
