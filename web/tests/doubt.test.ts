import { render, screen } from '@testing-library/svelte';
import { describe, expect, it } from 'vitest';
import type { At as Against } from '../src/api/schema';
import { byRule, desk } from '../src/lib/desk.svelte';
import { nth } from '../src/lib/nth';
import { adjusted, rarest } from '../src/lib/words';
import FewAmounts from '../src/parts/FewAmounts.svelte';
import { brief, comparison } from './case';
import { serve } from './server';

describe('what makes figures at the cut doubtful', () => {
  it('is that a few amounts carry the gain of whoever is looked at', async () => {
    const shown = comparison({ candidateId: 1, records: 46, rule: byRule('BY_HAND') });
    nth(shown.at!.candidates, 1).few = { amounts: 1152, half: 9 };
    serve(() => shown);
    desk.brief = brief;
    await desk.compare();
    render(FewAmounts, { valueColumn: 'paid' });
    expect(screen.getByText(/9 of the 1,152 values of paid caught make half of their sum/)).toBeTruthy();
    desk.candidateId = 2;
    await Promise.resolve();
    expect(screen.queryByText(/half of their sum/)).toBeNull();
  });

  it('is that few customers have the rarer outcome, where customers have several records', () => {
    const shown = comparison(null);
    const split = brief.split!;
    const grouped = { ...brief, split: { ...split, plan: { ...split.plan, groupBy: 'household' } } };
    shown.part.units = [12, 90];
    expect(rarest(grouped, shown)).toEqual({ count: 12, what: 'values of household with lapses' });
    expect(rarest(brief, comparison(null)).what).toBe('lapses');
  });

  it('is that a difference apart by itself may be chance among many', () => {
    const found = (verdict: Against['verdict'], low: number, high: number) =>
      adjusted({ verdict, adjustedP: 0.0612, netValue: { difference: -5, low, high } } as Against);
    expect(found('NOT_SEPARABLE', -9, -1)).toBe(
      'adjusted p 0.061: not separable once every comparison counts',
    );
    expect(found('NOT_SEPARABLE', -9, 1)).toBe('adjusted p 0.061');
    expect(found('BEHIND', -9, -1)).toBe('adjusted p 0.061');
  });
});
