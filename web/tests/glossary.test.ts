import { render, screen } from '@testing-library/svelte';
import { describe, expect, it } from 'vitest';
import { readAt } from '../src/lib/curve';
import { desk } from '../src/lib/desk.svelte';
import { entry, spoken, word } from '../src/lib/glossary';
import { COLUMNS } from '../src/lib/layout.svelte';
import { note, type Term } from '../src/lib/terms';
import FiguresTable from '../src/parts/candidates/FiguresTable.svelte';
import { brief, comparison, row } from './case';
import { problem, serve } from './server';

const all = comparison(null);
const mine = row(1, 'First');
const at = readAt(mine, all, 46);
const terms = COLUMNS.map(([key]) => key).filter((key): key is Term => key !== 'ribbon');

describe('a note on a column of Compare', () => {
  it.each(terms)('says of %s what it is, how it is computed, here too, and when it misleads', (term) => {
    desk.brief = brief;
    desk.comparison = all;
    const told = note(term, brief, all, mine, at);
    for (const text of Object.values(told)) expect(text).toMatch(/^[^{}]+$/);
    expect(told.what).toMatch(/\.$/);
    expect(told.beware).toMatch(/\.$/);
  });

  it('speaks in the words of the brief, and puts its numbers in', () => {
    const capture = note('capture', brief, all, mine, at);
    expect(capture.what).toBe('The share of all lapses that lie among those acted on.');
    expect(capture.formula).toBe('caught / (caught + missed)');
    expect(capture.numbers).toBe('17 / (17 + 24) = 41.5 %');
    expect(note('precision', brief, all, mine, at).numbers).toBe('17 / (17 + 29) = 37.0 %');
    expect(note('lift', brief, all, mine, at).formula).toBe('precision / event rate');
    expect(note('gap', brief, all, mine, at).numbers).toBe('0.705 − 0.700 = 0.005; on training itself 0.710');
    const without = row(1, 'First', { training: { outOfFold: null } });
    expect(note('gap', brief, all, without, at).numbers).toContain('no model was fitted without');
  });

  it('names the column of values where there is one', () => {
    const valued = { ...all, money: { ...all.money, valueColumn: 'plan_price' } };
    expect(note('gain', brief, valued, mine, at).formula).toContain('times its own plan_price,');
    expect(note('gain', brief, all, mine, at).formula).toContain('V caught − V missed');
  });

  it('tells an unknown wait apart from none', () => {
    const undated = row(1, 'First', { known: { days: null, last: null, undated: 3 } });
    expect(note('known', brief, all, undated, at).numbers).toContain('nobody said');
    expect(note('known', brief, all, mine, at).numbers).toBe('First: 0 days, for age; 0 inputs undated');
  });
});

describe('the glossary', () => {
  it('has words for every slot, and refuses what it does not have', () => {
    expect(word('ks')).toBe('KS');
    expect(spoken('{precision} of {records}', { records: 'members' })).toBe('precision of members');
    expect(() => entry('luck')).toThrow('the glossary has no luck');
  });

  it('names the figures of a candidate, shares in per cent', async () => {
    const figure = (term: string, value: number | null, low: number | null = null) => ({
      term,
      training: value,
      outOfFold: null,
      validation: value,
      low,
      high: low,
    });
    serve(() => ({
      alarms: [{ kind: 'promisesTooMuch', name: 'promises too much', meaning: 'Its slope is 0.8.' }],
      figures: [figure('capture', 0.4, 0.3), figure('averagePrecision', 0.25), figure('brier', null)],
      depth: 0.1,
      cutSet: false,
    }));
    render(FiguresTable, { candidateId: 3 });
    const line = async (name: string) => (await screen.findByText(name)).closest('tr')!.textContent;
    expect(await line('capture rate, %')).toMatch(/40\.0 *– *40\.0 *30\.0–30\.0/);
    expect(await line('average precision')).toContain('0.250');
    expect(await line('Brier score')).toMatch(/– *– *–/);
    expect(screen.getByText('▲ promises too much.')).toBeTruthy();
    expect(screen.getByText(/at a depth of/)).toBeTruthy();
  });

  it('says why figures cannot be had', async () => {
    serve(() => problem(404, 'This candidate was deleted.'));
    render(FiguresTable, { candidateId: 3 });
    expect((await screen.findByRole('alert')).textContent).toBe('This candidate was deleted.');
  });
});
