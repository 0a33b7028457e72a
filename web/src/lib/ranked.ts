import type { At as Against } from '../api/schema';
import { counted } from '../lib/format';
import type { Row } from './compared';
import type { AtCut } from './curve';
import type { Arrangement } from './layout.svelte';

/** A candidate as the table shows it. */
export interface Shown {
  row: Row;
  at: AtCut;
  against: Against | null;
  colour: string;
}

const ORDER = { AHEAD: 4, LEADER: 3, NOT_SEPARABLE: 2, TOO_FEW: 1, BEHIND: 0 };

/** AUC out of fold on training less AUC on validation; null where there is none out of fold. */
export const gapOf = (row: Row) => (row.training.outOfFold ? row.training.outOfFold.auc - row.auc.auc : null);

/** What a column is sorted by; a text for names. */
function key(by: string, { row, at, against }: Shown): number | string | null {
  switch (by) {
    case 'name':
      return row.name.toLowerCase();
    case 'capture':
      return at.capture;
    case 'lift':
      return at.lift;
    case 'precision':
      return at.precision;
    case 'gain':
      return at.gain;
    case 'best':
      return row.best.gainOverNobody;
    case 'auc':
      return row.auc.auc;
    case 'gap':
      return gapOf(row);
    case 'inputs':
      return row.inputs;
    case 'known':
      return row.known.days;
    case 'looks':
      return row.looks;
    case 'verdict':
      return ORDER[against?.verdict ?? 'LEADER'] * 1e12 + (against?.netValue.difference ?? 0);
    case 'aucVerdict':
      return row.byAuc.difference ?? 0;
    default:
      return null;
  }
}

function compare(by: string, down: boolean): (a: Shown, b: Shown) => number {
  return (a, b) => {
    const x = key(by, a);
    const y = key(by, b);
    if (x === y) return 0;
    if (x === null) return 1;
    if (y === null) return -1;
    return (x < y ? -1 : 1) * (down && typeof x === 'number' ? -1 : !down && typeof x === 'string' ? -1 : 1);
  };
}

/** Candidates, then references, each as arranged: what is kept at the top first, hidden ones left out. */
export function arranged(rows: Shown[], now: Pick<Arrangement, 'sort' | 'hidden' | 'top'>): Shown[][] {
  const seen = rows.filter((one) => !now.hidden.includes(one.row.id));
  const sorted = now.sort ? [...seen].sort(compare(now.sort.by, now.sort.down)) : seen;
  const top = (one: Shown) => now.top.includes(one.row.id);
  return [false, true]
    .map((reference) => sorted.filter((one) => one.row.reference === reference))
    .map((group) => [...group.filter(top), ...group.filter((one) => !top(one))])
    .filter((group) => group.length > 0);
}

/** When a candidate's last input is known. */
export function known(row: Row): string {
  if (row.known.days === null) return row.inputs === 0 ? 'at once' : 'not said';
  return row.known.days === 0 ? 'at once' : counted(row.known.days, 'day');
}
