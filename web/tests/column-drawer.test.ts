import { render, screen } from '@testing-library/svelte';
import { describe, expect, it, vi } from 'vitest';
import type { Cell, ColumnDetail, Reading } from '../src/api/schema';
import { ColumnSheet } from '../src/lib/columns.svelte';
import ColumnDrawer from '../src/parts/data/ColumnDrawer.svelte';
import { brief, column, type ColumnMore } from './case';
import { press } from './hands';
import { serve } from './server';

const reading = (format: string): Reading => ({
  type: 'NUMBER',
  format,
  missing: null,
  keep: null,
  levels: null,
  order: null,
});
const ways = ['1234.5 % or 0.5', '1234.5 % or 50'].map((format) => ({
  reading: reading(format),
  examples: [`0.24 by ${format}`],
}));
const cell = (records: number, label: string | null): Cell => ({
  label,
  low: null,
  high: null,
  records,
  events: null,
  rate: null,
  rateLow: null,
  rateHigh: null,
});

const open = (more: ColumnMore, fitted = 0) => {
  const levels = [cell(21, 'red'), cell(19, 'blue')];
  const detail: ColumnDetail = {
    column: column('usage', { type: 'CATEGORY', ...more }),
    profile: {
      column: 'usage',
      perUnit: 1,
      type: 'CATEGORY',
      records: 40,
      missing: 0,
      distinct: 2,
      auc: null,
      informationValue: null,
      informationByChance: null,
      missingAuc: null,
      identifierLike: false,
      repeatedKey: false,
      codes: false,
      telling: [],
      drawn: levels,
      bands: levels,
      moreLevels: 0,
      absent: cell(0, null),
      present: cell(40, null),
      zero: null,
    },
    acted: null,
  };
  serve(() => detail);
  const sheet = new ColumnSheet(() => 1);
  const asked = vi.spyOn(sheet, 'setReading').mockResolvedValue(true);
  render(ColumnDrawer, {
    brief: { ...brief, split: null, progress: { ...brief.progress, candidates: fitted } },
    name: 'usage',
    sheet,
    base: null,
    fixed: false,
    wanted: null,
    revision: vi.fn(),
    close: vi.fn(),
  });
  return asked;
};
const several: ColumnMore = { suggested: { reading: null, records: 0, ways, marks: false } };

describe('an opened column', () => {
  it('asks how its texts are to be read before it counts them', async () => {
    const asked = open(several);
    const choice = await screen.findByRole('button', { name: 'read as number 1234.5 % or 0.5' });
    const levels = (await screen.findByRole('cell', { name: 'red' })).closest('table')!;
    expect(choice.compareDocumentPosition(levels)).toBe(Node.DOCUMENT_POSITION_FOLLOWING);
    expect(screen.getByText('0.24 by 1234.5 % or 50')).toBeTruthy();
    await press('read as number 1234.5 % or 50');
    expect(asked.mock.calls[0]?.[1]).toEqual(ways[1]?.reading);
  });

  it('shows the reading that was chosen, whole, and asks no more', async () => {
    open({ ...several, setup: { reading: reading('1234.5 % or 50') } });
    const written = await screen.findByLabelText<HTMLInputElement>('Format of usage');
    expect(written.value).toBe('1234.5 % or 50');
    expect(screen.queryByText(/can be read in 2 ways/)).toBeNull();
  });

  it('asks nothing where candidates exist', async () => {
    open(several, 1);
    await screen.findByText(/fixed because candidates/);
    expect(screen.queryByText(/can be read in 2 ways/)).toBeNull();
  });
});
