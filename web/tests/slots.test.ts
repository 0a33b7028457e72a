import { expect, it } from 'vitest';
import { Slots } from '../src/lib/slots';

const names = (drawn: { name: string }[]) => drawn.map((d) => d.name);

it('gives the slots of rows that left the view to those that came, where they are; the others keep theirs', () => {
  const slots = new Slots();
  const before = new Map(slots.take(['a', 'b', 'c', 'd']).map((d) => [d.name, d.slot]));
  const after = slots.take(['c', 'd', 'e', 'f']);
  expect(names(after)).toEqual(['e', 'f', 'c', 'd']);
  expect(after.map((d) => d.slot)).toEqual([0, 1, 2, 3]);
  expect(after.slice(2).map((d) => d.slot)).toEqual([before.get('c'), before.get('d')]);
  const ordered = slots.takeInOrder(['c', 'd', 'e', 'f']);
  expect(ordered.map((d) => d.slot)).toEqual([2, 3, 0, 1]);
  expect(names(slots.take(['c', 'd', 'e', 'f']))).toEqual(['c', 'd', 'e', 'f']);
});

it('never gives one slot to two rows, whichever way the view goes', () => {
  const slots = new Slots();
  const all = Array.from({ length: 50 }, (_, i) => `column ${i}`);
  let made = 0;
  for (const [from, to] of [
    [0, 10],
    [3, 14],
    [30, 38],
    [1, 12],
    [1, 2],
    [0, 11],
  ] as const) {
    const seen = all.slice(from, to);
    const drawn = from % 2 ? slots.take(seen) : slots.takeInOrder(seen);
    expect(names(drawn).sort()).toEqual([...seen].sort());
    expect(new Set(drawn.map((d) => d.slot)).size).toBe(to - from);
    made = Math.max(made, ...drawn.map((d) => d.slot));
  }
  expect(made).toBeLessThan(11);
});
