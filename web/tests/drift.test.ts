import { fireEvent, render, screen } from '@testing-library/svelte';
import { describe, expect, it, vi } from 'vitest';
import type { Mover, Periods } from '../src/api/schema';
import { mostMoved, panels, runs } from '../src/lib/drift';
import ColumnMoves from '../src/parts/data/ColumnMoves.svelte';
import Movers from '../src/parts/data/Movers.svelte';
import { brief } from './case';
import { serve } from './server';
import { nth } from '../src/lib/nth';

const mover = (column: string, psi: number, moved: boolean): Mover => ({
  stability: {
    column,
    psi,
    bands: ['≤ 3', '> 3'],
    expectedShares: [0.88, 0.12],
    actualShares: [0.69, 0.31],
    byChance: 0.001,
    chanceHigh: 0.004,
    chanceOfMany: null,
  },
  p: moved ? 0.0001 : 0.8,
  moved,
});
const line = (name: string, value: (number | null)[]) => ({ name, value, low: null, high: null });
const periods = (lines: Periods['lines']): Periods => ({
  by: 'joined_on',
  step: 'MONTH',
  first: ['2025-01-01', '2025-02-01', '2025-03-01'],
  records: [100, 0, 120],
  outside: 4,
  lines,
});

describe('what moved', () => {
  it('names movers, each of which opens', async () => {
    serve(() => ({ inputs: 30, moved: [mover('tariff', 0.4, true), mover('age', 0.2, true)] }));
    const show = vi.fn();
    render(Movers, { brief, turn: 1, show });
    await fireEvent.click(await screen.findByRole('button', { name: /tariff/ }));
    expect(show).toHaveBeenCalledWith('tariff');
    expect(screen.getByText(/of 30 inputs/)).toBeTruthy();
  });

  it('shows the furthest first and all of many on demand', async () => {
    const many = [...Array(9).keys()].map((k) => mover(`c${k}`, 1 - k / 10, true));
    serve(() => ({ inputs: 30, moved: many }));
    render(Movers, { brief, turn: 1, show: vi.fn() });
    await screen.findByRole('button', { name: /c0/ });
    expect(screen.queryByRole('button', { name: /c8/ })).toBeNull();
    await fireEvent.click(screen.getByRole('button', { name: 'and 5 more' }));
    expect(screen.getByRole('button', { name: /c8/ })).toBeTruthy();
  });

  it('keeps the names of lines that end together apart and above the axis', async () => {
    serve(() => ({
      mover: null,
      periods: periods(['a', 'b', 'c', 'd', 'e'].map((name) => line(name, [0.2, 0.1, 0]))),
    }));
    render(ColumnMoves, { brief, name: 'level', type: 'CATEGORY', outcome: false });
    const drawn = await screen.findByRole('img', { name: /^a, b, c, d, e by month/ });
    const at = [...drawn.querySelectorAll('text')]
      .filter((t) => /^[a-e]\s/.test((t.textContent ?? '').trim()))
      .map((t) => Number(t.getAttribute('y')));
    expect(at).toHaveLength(5);
    expect(Math.max(...at)).toBeLessThan(84 - 12);
    at.slice(1).forEach((y, i) => expect(y - nth(at, i)).toBeGreaterThanOrEqual(10));
  });

  it('is quiet where nothing did', async () => {
    serve(() => ({ inputs: 30, moved: [] }));
    render(Movers, { brief, turn: 1, show: vi.fn() });
    expect((await screen.findByText(/None of 30 inputs moved/)).className).toContain('quiet');
  });

  it('says how far, how surely, and where most', async () => {
    serve(() => ({ mover: mover('tariff', 0.4, true), periods: null }));
    render(ColumnMoves, { brief, name: 'tariff', type: 'NUMBER', outcome: false });
    const said = await screen.findByText(/Moved from training/);
    expect(said.textContent?.replace(/\s+/g, ' ')).toContain(
      'stability 0.4, p below 0.001 adjusted for all inputs; most in “≤ 3”, from 88.0 to 69.0 %',
    );
  });

  it('draws quartiles apart from the share of missing values, broken where a month is empty', async () => {
    serve(() => ({
      mover: null,
      periods: periods([line('median', [3, null, 5]), line('missing', [0.1, null, 0.2])]),
    }));
    render(ColumnMoves, { brief, name: 'tariff', type: 'NUMBER', outcome: false });
    const median = await screen.findByRole('img', { name: 'median by month of joined_on' });
    expect(median.querySelectorAll('polyline')).toHaveLength(2);
    expect(screen.getByRole('img', { name: 'missing by month of joined_on' })).toBeTruthy();
    expect(screen.getByText(/4\s+members have no day of joined_on/)).toBeTruthy();
  });

  it('finds the band, the panels and the runs', () => {
    expect(mostMoved(mover('x', 0.4, true).stability)).toMatchObject({ band: '≤ 3' });
    expect(panels(periods([line('red', [1]), line('missing', [0])]), 'CATEGORY')).toHaveLength(1);
    expect(runs([null, 1, 2, null, 3]).map((r) => r.length)).toEqual([2, 1]);
  });
});
