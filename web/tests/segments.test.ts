import { render, screen } from '@testing-library/svelte';
import { describe, expect, it, vi } from 'vitest';
import type { SegmentFigures as Segment } from '../src/api/schema';
import SegmentTable from '../src/parts/service/SegmentTable.svelte';
import { press } from './hands';
import { measures } from './service-case';

vi.mock('../src/lib/routes', () => ({ navigate: vi.fn(), route: { params: {}, pathname: '' } }));

const difference = (value: number, low: number, high: number, holds: boolean) => ({
  value,
  low,
  high,
  holds,
  standardised: null,
  common: 300,
});
function segment(level: string, capture: number | null, fallen = false): Segment {
  const less = difference(fallen ? -0.2 : 0.01, fallen ? -0.3 : -0.05, fallen ? -0.1 : 0.07, !fallen);
  const differences = {
    capture: less,
    lift: less,
    precision: less,
    gain: less,
    auc: less,
    calibration: null,
  };
  return {
    column: 'region',
    level,
    records: 400,
    known: capture === null ? 0 : 300,
    events: 20,
    figures: capture === null ? null : measures(capture),
    differences: capture === null ? null : differences,
  };
}

const cells = (level: string) =>
  [...screen.getByTitle(level).closest('tr')!.cells].map((cell) => cell.textContent.trim());

describe('a batch by segment', () => {
  it('says which levels have fallen, beside what was signed of each', () => {
    render(SegmentTable, {
      day: '2026-12-01',
      segments: [segment('north', 0.41), segment('south', 0.2, true)],
    });
    expect(screen.getByText(/1 of 2 fallen beyond/)).toBeTruthy();
    expect(cells('north')).toEqual(['region', 'north', '400', '75.0', '41.0', '1.0−5.0 to 7.0']);
    expect(cells('south').at(-1)).toBe('▲ −20.0−30.0 to −10.0');
  });

  it('takes outcomes that have not arrived for no fall', () => {
    render(SegmentTable, { day: '2026-12-01', segments: [segment('north', null)] });
    expect(screen.getByText(/None has fallen/)).toBeTruthy();
    expect(cells('north').slice(3)).toEqual(['0.0', '–', '–']);
  });

  it('shows eight levels, and all when asked', async () => {
    const segments = Array.from({ length: 11 }, (_, i) => segment(`level ${i}`, 0.4));
    render(SegmentTable, { day: '2026-12-01', segments });
    expect(screen.queryByTitle('level 8')).toBeNull();
    await press('all 11 levels');
    expect(cells('level 10')[1]).toBe('level 10');
  });
});
