import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { describe, expect, it } from 'vitest';
import type { DraftView as Draft } from '../src/api/schema';
import Plan from '../src/parts/signoff/Plan.svelte';
import { watchable } from './case';

const draft = {
  authorText: {
    startsOn: null,
    words: {},
    today: null,
    todayRecords: null,
    monitoring: [] as Draft['authorText']['monitoring'],
  },
  watchable,
} as Draft;

describe('the monitoring plan', () => {
  function planned(monitoring: Draft['authorText']['monitoring']) {
    const kept: Draft['authorText']['monitoring'][] = [];
    let authorText = { ...draft.authorText, monitoring };
    render(Plan, {
      draft: { ...draft, authorText },
      // later, as changes wait for one another
      write: async (change: (now: Draft['authorText']) => Partial<Draft['authorText']>) => {
        await Promise.resolve();
        authorText = { ...authorText, ...change(authorText) };
        kept.push(authorText.monitoring);
        return true;
      },
    });
    return kept;
  }
  const typed = { what: '', limit: '', every: '', who: 'Bo', rule: draft.watchable[0]!.usual };

  it('begins with lines that the figures give', async () => {
    const kept = planned([]);
    await fireEvent.click(screen.getByRole('button', { name: 'begin with three usual ones' }));
    await waitFor(() => expect(kept.at(-1)).toEqual([{ ...typed, who: '' }]));
  });

  it('takes shares in per cent, and keeps who looks when the measure changes', async () => {
    const kept = planned([typed]);
    const limit = screen.getByLabelText<HTMLInputElement>('Limit, line 1');
    expect(limit.value).toBe('31.2');
    await fireEvent.change(limit, { target: { value: '28' } });
    await waitFor(() => expect(kept.at(-1)![0]!.rule!.at).toBeCloseTo(0.28, 12));
    await fireEvent.change(screen.getByLabelText('Measure, line 1'), { target: { value: 'AUC' } });
    await waitFor(() => expect(kept.at(-1)![0]).toMatchObject({ who: 'Bo', rule: { measure: 'AUC' } }));
  });

  it('keeps who looks', async () => {
    const kept = planned([typed]);
    await fireEvent.change(screen.getByLabelText('By whom, line 1'), { target: { value: 'Ada' } });
    await waitFor(() => expect(kept.at(-1)![0]!.who).toBe('Ada'));
  });

  it('has room for what only people can look at', async () => {
    const kept = planned([{ what: 'the weather', limit: 'mild', every: 'daily', who: 'Bo', rule: null }]);
    await fireEvent.change(screen.getByLabelText('Limit, line 1'), { target: { value: 'dry' } });
    await waitFor(() => expect(kept.at(-1)![0]).toMatchObject({ what: 'the weather', limit: 'dry' }));
  });
});
