import type { Comparison, Row } from '../api/types';

/** What one candidate shows at a cut: read off its curve, between two points linearly. */
export interface AtCut {
  records: number;
  depth: number;
  events: number;
  /** null for nobody and inside a group of equal scores */
  score: number | null;
  insideTie: boolean;
  /** between two points of a curve that was thinned to be sent: the score is the next point's */
  approximate: boolean;
  capture: number;
  captureLow: number;
  captureHigh: number;
  precision: number | null;
  lift: number | null;
  gain: number;
  gainLow: number;
  gainHigh: number;
  caught: number;
  falseAlarms: number;
}

/** The index of the last entry of an ascending list that is at most `value`. */
export function lastAtMost(ascending: readonly number[], value: number): number {
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

/** As `interpolate`, from (0, 0) to the first entry. */
function alongBand(depths: readonly number[], values: readonly number[], depth: number): number {
  if (depth < depths[0]) return (values[0] * depth) / depths[0];
  return interpolate(depths, values, depth);
}

export function readAt(row: Row, all: Comparison, records: number): AtCut {
  const events = interpolate(row.records, row.events, records);
  const point = lastAtMost(row.records, records);
  const onPoint = row.records[point] === records;
  const depth = records / all.records;
  const caught = all.eventFactor * events;
  const falseAlarms = all.otherFactor * (records - events);
  const acted = caught + falseAlarms;
  const precision = acted > 0 ? caught / acted : null;
  return {
    records,
    depth,
    events,
    score: onPoint ? (point > 0 ? row.scores[point - 1] : null) : row.exact ? null : row.scores[point],
    insideTie: !onPoint && row.exact,
    approximate: !onPoint && !row.exact,
    capture: events / all.events,
    captureLow: alongBand(row.band.depth, row.band.captureLow, depth),
    captureHigh: alongBand(row.band.depth, row.band.captureHigh, depth),
    precision,
    lift: precision === null ? null : precision / all.eventRate,
    gain: interpolate(row.records, row.gain, records),
    gainLow: alongBand(row.band.depth, row.band.gainLow, depth),
    gainHigh: alongBand(row.band.depth, row.band.gainHigh, depth),
    caught,
    falseAlarms,
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
