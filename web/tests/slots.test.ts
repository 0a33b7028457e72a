import { expect, it } from 'vitest';
import { Slots } from '../src/lib/slots';

it('gives the slots of rows that left the view to those that came, and lets the others keep theirs', () => {
  const slots = new Slots();
  const before = slots.take(['a', 'b', 'c', 'd']);
  const after = slots.take(['c', 'd', 'e', 'f']);
  expect(after.slice(0, 2)).toEqual(before.slice(2));
  expect(new Set(after.slice(2))).toEqual(new Set(before.slice(0, 2)));
});

it('never gives one slot to two rows, whichever way the view goes', () => {
  const slots = new Slots();
  const names = Array.from({ length: 50 }, (_, i) => `column ${i}`);
  let made = 0;
  for (const [from, to] of [
    [0, 10],
    [3, 14],
    [30, 38],
    [1, 12],
    [1, 2],
    [0, 11],
  ] as const) {
    const taken = slots.take(names.slice(from, to));
    expect(new Set(taken).size).toBe(to - from);
    made = Math.max(made, ...taken);
  }
  expect(made).toBeLessThan(11);
});
