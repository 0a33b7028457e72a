import type { Tree as TreeView } from '../api/schema';
import { nth } from './nth';

export interface Spot {
  node: number;
  parent: number | null;
  x: number;
  y: number;
  /** the answer that leads here */
  rule: string;
  open: boolean;
  leaf: boolean;
}

export const LEVEL = 206;
export const LINE = 50;

/** Where the nodes stand that are to be seen: the root at the left, ends spread evenly down the page. */
export function layOut(tree: TreeView, open: Set<number>): { spots: Spot[]; width: number; height: number } {
  const spots: Spot[] = [];
  let line = 0;
  let deepest = 0;
  const place = (node: number, parent: number | null, depth: number, rule: string): number => {
    deepest = Math.max(deepest, depth);
    const leaf = nth(tree.left, node) < 0;
    const opened = !leaf && open.has(node);
    const spot: Spot = { node, parent, x: depth * LEVEL, y: 0, rule, open: opened, leaf };
    spots.push(spot);
    if (!opened) {
      spot.y = line++ * LINE;
      return spot.y;
    }
    const name = tree.column[node];
    const a = place(nth(tree.left, node), node, depth + 1, `${name} ${tree.leftRule[node]}`);
    const b = place(nth(tree.left, node) + 1, node, depth + 1, `${name} ${tree.rightRule[node]}`);
    spot.y = (a + b) / 2;
    return spot.y;
  };
  place(0, null, 0, 'all training records');
  return { spots, width: (deepest + 1) * LEVEL, height: Math.max(1, line) * LINE };
}

/** Nodes within so many questions of the root. */
export function within(tree: TreeView, depth: number): Set<number> {
  const open = new Set<number>();
  const walk = (node: number, at: number) => {
    if (at >= depth || nth(tree.left, node) < 0) return;
    open.add(node);
    walk(nth(tree.left, node), at + 1);
    walk(nth(tree.left, node) + 1, at + 1);
  };
  walk(0, 0);
  return open;
}

/** The answers from the root to a node, in words. */
export function pathTo(tree: TreeView, node: number): string[] {
  const parents = new Map<number, number>();
  tree.left.forEach((left, at) => {
    if (left < 0) return;
    parents.set(left, at);
    parents.set(left + 1, at);
  });
  const words: string[] = [];
  for (let at = node; parents.has(at); at = parents.get(at)!) {
    const parent = parents.get(at)!;
    const rule = tree.left[parent] === at ? tree.leftRule[parent] : tree.rightRule[parent];
    words.unshift(`${tree.column[parent]} ${rule}`);
  }
  return words;
}
