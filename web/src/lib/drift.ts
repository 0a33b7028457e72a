import type { ColumnType, Periods, PeriodLine, Stability } from '../api/schema';
import { rate } from './format';
import { nth } from './nth';

/** The band whose share changed most, with both shares in percent. */
export function mostMoved(s: Stability): { band: string; from: string; to: string } | null {
  let found = -1;
  let most = 0;
  s.bands.forEach((_, k) => {
    const apart = Math.abs(nth(s.actualShares, k) - nth(s.expectedShares, k));
    if (apart > most) [found, most] = [k, apart];
  });
  if (found < 0) return null;
  return {
    band: nth(s.bands, found),
    from: rate(nth(s.expectedShares, found)),
    to: rate(nth(s.actualShares, found)),
  };
}

const SHARES = new Set(['missing', 'rate']);

/** Shares and rates run from 0; quantiles share the scale of the column itself. */
export const isShare = (line: PeriodLine, type: ColumnType) =>
  SHARES.has(line.name) || (type !== 'NUMBER' && type !== 'DATE');

/** Lines that share one scale, drawn over each other; those of numbers apart from the share of missing values. */
export function panels(periods: Periods, type: ColumnType): PeriodLine[][] {
  const shares = periods.lines.filter((l) => isShare(l, type));
  const own = periods.lines.filter((l) => !isShare(l, type));
  return [own, shares].filter((p) => p.length > 0);
}

/** Runs of periods that have a value: a line is broken where one has none. */
export function runs(values: (number | null)[]): { i: number; v: number }[][] {
  const found: { i: number; v: number }[][] = [];
  let open: { i: number; v: number }[] = [];
  values.forEach((v, i) => {
    if (v !== null) open.push({ i, v });
    else if (open.length > 0) {
      found.push(open);
      open = [];
    }
  });
  return open.length > 0 ? [...found, open] : found;
}
