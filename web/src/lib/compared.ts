import type { CandidateRow as Sent, ComparisonView, CurveView } from '../api/schema';

/** A compared candidate with what is drawn of it. */
export type Row = Sent & { curve: CurveView };

/** All that Compare and Threshold show, whole. */
export type Comparison = Omit<ComparisonView, 'acted' | 'candidates' | 'drawn'> &
  ComparisonView['acted'] & { candidates: Row[]; depths: number[] };

/** What is drawn of candidates by key: it stays when stakes change, so it is sent once. */
export type Curves = ReadonlyMap<string, CurveView>;

/** So many keys fit into an address. */
const MOST_NAMED = 200;

/** What to ask with, so that what is held is not sent again; null where nothing is. */
export function naming(held: Curves): string | null {
  return held.size === 0 ? null : `held=${[...held.keys()].slice(0, MOST_NAMED).join(',')}`;
}

/** A comparison as it was sent, with what was held when it was asked for. */
export function whole(sent: ComparisonView, held: Curves): { comparison: Comparison; curves: Curves } {
  const curves = new Map<string, CurveView>();
  const { acted, candidates, drawn, ...rest } = sent;
  const rows = candidates.map((row) => {
    const curve = drawn.curves[row.drawn] ?? held.get(row.drawn);
    if (!curve) throw new Error(`the server left out the curve of ${row.name}; load the page anew`);
    curves.set(row.drawn, curve);
    return { ...row, curve };
  });
  return { comparison: { ...rest, ...acted, candidates: rows, depths: drawn.depths }, curves };
}
