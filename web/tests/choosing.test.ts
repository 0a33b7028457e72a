import { describe, expect, it } from 'vitest';
import type { ColumnView as Column } from '../src/api/schema';
import { chosenBy, listed } from '../src/lib/choosing';

const column = (name: string, days: number | null, type: string, value: number | null) =>
  ({
    name,
    type,
    informationValue: value,
    outcome: name === 'gone',
    setup: { knownAfterDays: days },
  }) as Column;

const all = [
  column('rides', 0, 'NUMBER', 0.4),
  column('shop', 5, 'CATEGORY', 0.02),
  column('calls, late', null, 'NUMBER', null),
  column('gone', 0, 'CATEGORY', null),
];
const wish = { byDay: '', type: '', from: '', list: '' };

describe('columns chosen together', () => {
  it('are those known by a day, of a type and worth something; an unknown time is no early one', () => {
    expect(chosenBy(all, wish).names).toEqual([]);
    expect(chosenBy(all, { ...wish, byDay: '5' }).names).toEqual(['rides', 'shop']);
    expect(chosenBy(all, { ...wish, byDay: '3', type: 'NUMBER' }).names).toEqual(['rides']);
    expect(chosenBy(all, { ...wish, from: '0,02' }).names).toEqual(['rides', 'shop']);
    expect(chosenBy(all, { ...wish, type: 'CATEGORY' }).names).toEqual(['shop']);
  });

  it('are those of a pasted list, and what no column is called is told', () => {
    expect(chosenBy(all, { ...wish, byDay: '0', list: ' shop\n"rides"; agge\n' })).toEqual({
      names: ['shop', 'rides'],
      unknown: ['agge'],
    });
  });

  it('are named by beginnings and endings too, each once, and what stands for itself stays itself', () => {
    const names = ['q1_a', 'q1_b', 'q2_a', 'a*b', 'x.y'];
    expect(listed(names, 'q1_*, *_a\nq1_b')).toEqual({ names: ['q1_a', 'q1_b', 'q2_a'], unknown: [] });
    expect(listed(names, 'a*b;x.y;q9*;xzy')).toEqual({ names: ['a*b', 'x.y'], unknown: ['q9*', 'xzy'] });
  });
});
