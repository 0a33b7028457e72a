import type { Dependence, Point, Drop, ImportanceMeasure } from '../api/schema';
import { significant } from './format';

export const MEASURES: [ImportanceMeasure, string][] = [
  ['deciding', 'the deciding measure'],
  ['auc', 'AUC'],
  ['averagePrecision', 'average precision'],
  ['capture', 'capture rate at the cut'],
  ['netValue', 'net value at the cut'],
];

/** “rides”, or “rides and rides_last_month, together”. */
export const dealt = (drop: Drop) =>
  drop.columns.length === 1
    ? drop.columns[0]!
    : `${drop.columns.slice(0, -1).join(', ')} and ${drop.columns.at(-1)}, together`;

/** What importance says, in a sentence. */
export function importanceLine(
  measure: string,
  whole: number,
  drops: Drop[],
  written: (value: number) => string = significant,
): string {
  const first = drops[0];
  if (!first || first.mean <= 2 * first.spread)
    return `Dealing any column anew among the records costs no more of ${measure} than chance does.`;
  const idle = drops.filter((d) => d.columns.length === 1 && d.mean <= 2 * d.spread).length;
  const rest = idle === 0 ? '' : ` ${idle} of the columns on their own cost no more than chance.`;
  return (
    `With ${dealt(first)} dealt anew among the records, ${measure} falls by ${written(first.mean)} ` +
    `from ${written(whole)}.${rest}`
  );
}

/** As the file has it; a point without a label is missing. */
export const pointName = (point: Point) => point.label ?? 'missing';

/** How the average score goes along a column, in a sentence. */
export function dependenceLine(column: string, found: Dependence): string {
  const averages = found.average;
  const low = averages.indexOf(Math.min(...averages));
  const high = averages.indexOf(Math.max(...averages));
  if (averages[low] === averages[high]) return `The score does not go with ${column}.`;
  const at = (i: number) => `${significant(averages[i]!)} at ${pointName(found.points[i]!)}`;
  return `All else left as it is, the average score goes from ${at(low)} to ${at(high)}.`;
}

/** Places of points along a chart: numbers by value, or by its logarithm where they are skewed; levels one after another. */
export interface Along {
  /** 0 to 1 by point; missing stands apart, at 1 */
  at: number[];
  log: boolean;
  ordered: boolean;
}

const SKEWED = 20;

export function along(points: Point[]): Along {
  const values = points.flatMap((p) => (p.value === null ? [] : [p.value]));
  if (values.length < 2) {
    const last = Math.max(1, points.length - 1);
    return { at: points.map((_, i) => i / last), log: false, ordered: false };
  }
  const least = values[0]!;
  const most = values.at(-1)!;
  const middle = values[Math.floor(values.length / 2)]!;
  const log = least >= 0 && most - least > SKEWED * Math.max(1e-12, middle - least);
  const unit = Math.max(1e-12, (middle - least) / 2 || (most - least) / 1000);
  const to = (v: number) => (log ? Math.log1p((v - least) / unit) : v - least);
  const wide = to(most) || 1;
  const apart = points.some((p) => p.value === null) ? 0.9 : 1;
  return {
    at: points.map((p) => (p.value === null ? 1 : (apart * to(p.value)) / wide)),
    log,
    ordered: true,
  };
}
