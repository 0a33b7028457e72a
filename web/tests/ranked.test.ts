import { describe, expect, it } from 'vitest';
import type { AtCut } from '../src/lib/curve';
import { arranged, gapOf, known, type Shown } from '../src/lib/ranked';
import { row } from './case';
import { nth } from '../src/lib/nth';

const shown = (id: number, name: string, gain: number, more: Parameters<typeof row>[2] = {}): Shown => ({
  row: row(id, name, { auc: { auc: id / 10, standardError: 0.01, low: 0, high: 1 }, ...more }),
  at: { gain, lift: gain === 0 ? null : gain / 100, capture: 0.5, precision: 0.2 } as AtCut,
  against: null,
  colour: '#000',
});
const all = [
  shown(3, 'beta', 300),
  shown(4, 'Alpha', 100),
  shown(5, 'gamma', 0),
  shown(6, 'Base rate', 0, { reference: true, inputs: 0, known: { days: null } }),
];
const names = (by: string | null, down = true, more: { hidden?: number[]; top?: number[] } = {}) =>
  arranged(all, { sort: by ? { by, down } : null, hidden: [], top: [], ...more }).map((group) =>
    group.map((one) => one.row.name),
  );

describe('the table of candidates', () => {
  it('keeps the order that was sent, references apart, until somebody sorts', () => {
    expect(names(null)).toEqual([['beta', 'Alpha', 'gamma'], ['Base rate']]);
  });

  it('sorts figures both ways and leaves what is undefined last', () => {
    expect(names('gain')[0]).toEqual(['beta', 'Alpha', 'gamma']);
    expect(names('gain', false)[0]).toEqual(['gamma', 'Alpha', 'beta']);
    expect(names('lift')[0]).toEqual(['beta', 'Alpha', 'gamma']);
    expect(names('lift', false)[0]).toEqual(['Alpha', 'beta', 'gamma']);
    expect(names('auc')[0]).toEqual(['gamma', 'Alpha', 'beta']);
  });

  it('sorts names by letters, whatever their case', () => {
    expect(names('name')[0]).toEqual(['Alpha', 'beta', 'gamma']);
    expect(names('name', false)[0]).toEqual(['gamma', 'beta', 'Alpha']);
  });

  it('puts what is kept at the top first, leaves hidden ones out, and shows no empty group', () => {
    expect(names('gain', true, { top: [5] })[0]).toEqual(['gamma', 'beta', 'Alpha']);
    expect(names('gain', true, { hidden: [3, 6] })).toEqual([['Alpha', 'gamma']]);
  });

  it('says when the last input is known, and the gap where there is one', () => {
    expect(known(row(1, 'a', { known: { days: 0 } }))).toBe('at once');
    expect(known(row(1, 'a', { known: { days: 1 } }))).toBe('1 day');
    expect(known(row(1, 'a', { known: { days: 30 } }))).toBe('30 days');
    expect(known(row(1, 'a', { known: { days: null }, inputs: 3 }))).toBe('not said');
    expect(known(nth(all, 3).row)).toBe('at once');
    expect(gapOf(row(1, 'a'))).toBeCloseTo(0.005, 12);
    expect(gapOf(row(1, 'a', { training: { outOfFold: null } }))).toBeNull();
  });
});
