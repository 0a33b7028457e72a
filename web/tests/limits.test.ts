import { render, screen } from '@testing-library/svelte';
import { describe, expect, it, vi } from 'vitest';
import { desk } from '../src/lib/desk.svelte';
import { limits } from '../src/lib/limits';
import CandidatesPage from '../src/pages/CandidatesPage.svelte';
import { brief, comparison } from './case';
import { serve } from './server';

vi.mock('../src/lib/routes', () => ({ navigate: vi.fn(), route: { params: {}, pathname: '', hash: '' } }));

describe('what limits every kind', () => {
  const words = { records: 'trips', events: 'frauds', acting: 'hold', currency: '€' };
  const inputs = (many: number, missing: number) =>
    Array.from({ length: many }, () => ({ input: true, records: 1000, missing }));
  const part = (records: number, events: number) => ({ records, events, units: null });
  const aside = { input: false, records: 1000, missing: 1000 };

  it('is named by what is rarer, and by values that are missing', () => {
    expect(limits(part(1000, 60), [...inputs(20, 0), aside], words)).toMatch(
      /60 frauds for 20 inputs, 3 each, where 10 are usual/,
    );
    expect(limits(part(1000, 970), inputs(8, 0), words)).toContain(
      '30 trips that are no frauds for 8 inputs, 3.75 each',
    );
    expect(limits(part(9000, 900), [...inputs(4, 400), aside], words)).toBe(
      "What limits every kind here: 40.0 % of the inputs' values are missing.",
    );
  });

  it('says nothing of missing values until all are counted', () => {
    const some = [...inputs(3, 400), { input: true, records: 0, missing: 0 }];
    expect(limits(part(9000, 900), some, words)).toBeNull();
  });

  it('is nothing where there are events enough and values', () => {
    expect(limits(part(9000, 900), [...inputs(20, 100), aside], words)).toBeNull();
    expect(limits(part(9000, 1), [aside], words)).toBeNull();
  });

  it('is told of missing values once they are counted', async () => {
    desk.brief = brief;
    let asked = 0;
    serve(({ path }) => {
      if (path.startsWith('/api/comparisons/')) return comparison(null);
      if (!path.endsWith('/columns')) return [];
      const counted = asked++ > 0;
      const column = { name: 'fares', input: true, records: counted ? 50 : 0, missing: counted ? 20 : 0 };
      return { columns: [column], pending: counted ? 0 : 1 };
    });
    render(CandidatesPage);
    expect(await screen.findByText(/What limits every kind here: 6 .* for 1 input, 6 each/)).toBeTruthy();
    expect(screen.queryByText(/values are missing/)).toBeNull();
    expect(
      await screen.findByText(/40.0 % of the inputs' values are missing/, {}, { timeout: 4000 }),
    ).toBeTruthy();
    expect(asked).toBe(2);
  });
});
