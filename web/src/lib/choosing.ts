import type { ColumnView as Column } from '../api/schema';

/** What chosen columns have in common, as it is typed; empty for anything. `list` goes before the others. */
export interface Wish {
  byDay: string;
  type: string;
  from: string;
  list: string;
}

/**
 * Names of a pasted list, one a line or between commas, in the order that it has them; `*` stands for any letters. What fits none is
 * told as unknown.
 */
export function listed(names: string[], text: string): { names: string[]; unknown: string[] } {
  const known = new Set(names);
  const found = new Set<string>();
  const unknown: string[] = [];
  for (const part of text.split(/[\n,;\t]+/)) {
    const asked = part.trim().replace(/^"(.*)"$/, '$1');
    if (asked === '') continue;
    if (known.has(asked)) {
      found.add(asked);
      continue;
    }
    const pieces = asked.split('*').map((piece) => piece.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'));
    const pattern = new RegExp(`^${pieces.join('.*')}$`, 's');
    const fits = asked.includes('*') ? names.filter((name) => pattern.test(name)) : [];
    if (fits.length === 0) unknown.push(asked);
    fits.forEach((name) => found.add(name));
  }
  return { names: [...found], unknown };
}

/** The columns that a wish names, and names in its list that no column has. */
export function chosenBy(columns: Column[], wish: Wish): { names: string[]; unknown: string[] } {
  if (wish.list.trim() !== '') {
    return listed(
      columns.map((c) => c.name),
      wish.list,
    );
  }
  const day = wish.byDay.trim() === '' ? null : Number(wish.byDay);
  const from = wish.from.trim() === '' ? null : Number(wish.from.replace(',', '.'));
  if (day === null && from === null && wish.type === '') return { names: [], unknown: [] };
  const names = columns
    .filter((c) => !c.outcome)
    .filter((c) => day === null || (c.setup.knownAfterDays !== null && c.setup.knownAfterDays <= day))
    .filter((c) => wish.type === '' || c.type === wish.type)
    .filter((c) => from === null || (c.informationValue !== null && c.informationValue >= from))
    .map((c) => c.name);
  return { names, unknown: [] };
}
