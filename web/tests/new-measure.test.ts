import { fireEvent, render, screen } from '@testing-library/svelte';
import { describe, expect, it, vi } from 'vitest';
import { chartNamed } from '../src/charts/charts';
import { readAt } from '../src/lib/curve';
import { session } from '../src/lib/session.svelte';
import MeasuresTable from '../src/parts/threshold/MeasuresTable.svelte';
import { brief, comparison, row } from './case';

vi.mock(
  '../../casefile/src/main/resources/outrider/casefile/glossary.json',
  async (original: () => Promise<{ default: { measures: object[] } }>) => {
    const { default: glossary } = await original();
    const overlap = {
      name: 'overlap',
      label: 'Overlap',
      word: 'overlap',
      formula: '{caught} / ({acted} + {missed})',
      what: 'How far those acted on and the events are the same records.',
      beware: 'Tests alone have it.',
      shown: 'percent',
      sought: true,
    };
    const more = { ...glossary, measures: [...glossary.measures, overlap] };
    return { ...more, default: more };
  },
);

describe('a measure that only tests have', () => {
  it('stands in the table, explains itself and is drawn, by its entry in the glossary alone', async () => {
    session.me = { name: 'analyst', roles: ['analyst'], passwordDue: false, provided: false };
    const all = comparison(null);
    const mine = row(1, 'First');
    const at = readAt(mine, all, 46);
    const best = [{ measure: 'overlap', value: 0.4, threshold: 0.7, records: 40 }];
    const view = {
      candidate: 1,
      best,
      accuracyOfNobody: 0.7,
      crossValidated: null,
      fewAndRight: 1,
      nearlyAll: 9,
      nearlyAllShare: 0.95,
    };
    render(MeasuresTable, { brief, all, at, candidate: 'First', view });
    const line = document.querySelector('[data-measure=overlap]')!;
    expect(line.querySelector('[data-figure=value]')!.textContent).toBe('24.3 %');
    expect(line.querySelector('[data-best]')!.textContent.trim()).toBe('40.0 %');
    await fireEvent.click(screen.getByRole('button', { name: 'Overlap' }));
    expect(document.querySelector('[data-numbers]')!.textContent).toBe('17 / (46 + 24) = 24.3 %');

    const chart = chartNamed('measure')!;
    expect(chart.measures!.map((m) => m.name)).toContain('overlap');
    const data = {
      brief,
      all,
      rows: all.candidates,
      chosen: mine,
      colour: () => '#123456',
      uncertainty: false,
    };
    const drawn = chart.draw({ ...data, training: false, measure: 'overlap', bands: [], distributions: [] });
    expect(drawn.y.label).toBe('Overlap, %');
    expect(drawn.lines[0]!.points.length).toBeGreaterThan(1);
  });
});
