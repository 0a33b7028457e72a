import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { ColumnView as Column } from '../src/api/schema';
import { ColumnSheet } from '../src/lib/columns.svelte';
import { quoted } from '../src/lib/columns';
import LevelOrder from '../src/parts/data/LevelOrder.svelte';
import NewColumn from '../src/parts/data/NewColumn.svelte';
import PopulationLine from '../src/parts/data/PopulationLine.svelte';
import { problem, serve } from './server';
import { brief as typical, column as columnOf, type ColumnMore } from './case';

const brief = { ...typical, id: 7, progress: { ...typical.progress, candidates: 0 } };
const columns = [
  { name: 'paid', type: 'NUMBER', outcome: false },
  { name: 'last visit', type: 'DATE', outcome: false },
  { name: 'gone', type: 'CATEGORY', outcome: true },
] as Column[];
const preview = {
  type: 'NUMBER',
  reads: ['paid'],
  records: 1200,
  missing: 30,
  undefined: 12,
  knownAfterDays: 3,
  examples: [{ from: ['4'], value: '0.25' }],
};

beforeEach(() => vi.useRealTimers());

describe('a column made of others', () => {
  const shown = (answer: (formula: string) => unknown) => {
    const asked = serve(({ path, method, body }) =>
      path.endsWith('/functions')
        ? [{ name: 'log', usage: 'log(x)', says: 'natural logarithm' }]
        : path.endsWith('/preview')
          ? answer((body as { formula: string }).formula)
          : method === 'PUT'
            ? { columns: [], pending: 0, undo: null, state: 0 }
            : null,
    );
    const made = vi.fn();
    render(NewColumn, {
      briefId: 7,
      columns,
      sheet: new ColumnSheet(() => 7),
      close: () => {},
      made,
    });
    return { asked, made };
  };

  it('is shown on examples before it is made, then made', async () => {
    const { asked, made } = shown(() => preview);
    const make = screen.getByRole('button', { name: 'Make the column' });
    expect(make).toHaveProperty('disabled', true);
    await fireEvent.input(screen.getByLabelText('Formula'), { target: { value: 'ratio(1, paid)' } });
    expect((await screen.findByText(/Gives a number/)).textContent).toMatch(
      /1,200 records\s+30 are without a value, 12 of them because the formula has none there/,
    );
    expect(screen.getByText('0.25')).toBeTruthy();
    expect(make).toHaveProperty('disabled', true);
    await fireEvent.input(screen.getByLabelText('Name of the column'), { target: { value: 'per euro' } });
    await fireEvent.click(make);
    await waitFor(() => expect(made).toHaveBeenCalledWith('per euro'));
    expect(asked.find((a) => a.method === 'PUT')!.body).toMatchObject({
      'per euro': { role: 'INPUT', formula: 'ratio(1, paid)' },
    });
  });

  it('says what is wrong where, and takes no name twice', async () => {
    shown(() => problem(400, 'formula: at letter 1: there is no column “payed”'));
    await fireEvent.input(screen.getByLabelText('Formula'), { target: { value: 'payed' } });
    expect(await screen.findByText(/at letter 1: there is no column/)).toBeTruthy();
    await fireEvent.input(screen.getByLabelText('Name of the column'), { target: { value: 'paid' } });
    expect(await screen.findByText(/There is a column paid already/)).toBeTruthy();
    cleanup();
    shown(() => preview);
    const field = screen.getByLabelText<HTMLTextAreaElement>('Formula');
    expect(field.value).toBe('payed');
    await fireEvent.click(screen.getByRole('button', { name: 'begin anew' }));
    expect([field.value, screen.getByLabelText<HTMLInputElement>('Name of the column').value]).toEqual([
      '',
      '',
    ]);
  });

  it('puts columns and functions into the formula, never the outcome', async () => {
    shown(() => preview);
    await fireEvent.click(screen.getByRole('button', { name: 'columns and functions' }));
    expect(screen.queryByRole('button', { name: 'gone' })).toBeNull();
    await fireEvent.click(await screen.findByRole('button', { name: 'log(x)' }));
    const field = screen.getByLabelText<HTMLTextAreaElement>('Formula');
    expect(field.value).toBe('log()');
    await waitFor(() => expect(field.selectionStart).toBe(4));
    await fireEvent.click(screen.getByRole('button', { name: 'last visit' }));
    expect(field.value).toBe('log("last visit")');
  });

  it('quotes names that would be read otherwise', () => {
    expect(['paid', 'größe_2', 'a b', 'and', '2nd', 'a"b'].map(quoted)).toEqual([
      'paid',
      'größe_2',
      '"a b"',
      '"and"',
      '"2nd"',
      '"a""b"',
    ]);
  });
});

describe('the population', () => {
  const all = {
    population: null,
    records: 500,
    kept: 500,
    unknown: 0,
    copies: 0,
    notDrawn: 0,
    events: 0,
    others: 0,
  };
  const some = { ...all, population: { where: 'paid > 3' }, kept: 420, unknown: 7, events: 12, others: 68 };

  it('is told, tried and settled', async () => {
    const asked = serve(({ method }) => (method === 'GET' ? all : some));
    const changed = vi.fn();
    render(PopulationLine, { brief, units: ['customer'], fixed: false, changed });
    await fireEvent.click(await screen.findByRole('button', { name: 'only some of them' }));
    await fireEvent.input(screen.getByLabelText('Condition'), { target: { value: 'paid > 3' } });
    await fireEvent.input(screen.getByLabelText('Size of the sample'), { target: { value: '420' } });
    await fireEvent.change(await screen.findByLabelText('What is drawn together'), {
      target: { value: 'customer' },
    });
    expect((await screen.findByText(/80 of 500 are left out/)).textContent).toMatch(
      /: 12 \S+ and 68 others; 7 of them because what is compared is missing/,
    );
    await fireEvent.click(screen.getByRole('button', { name: 'Keep these' }));
    await waitFor(() => expect(changed).toHaveBeenCalled());
    expect(asked.find((a) => a.method === 'PUT')!.body).toEqual({
      population: {
        where: 'paid > 3',
        dropCopies: null,
        sample: { records: 420, by: 'customer' },
      },
      seen: {},
    });
    expect(screen.getByText('paid > 3')).toBeTruthy();
  });

  it('is only told where it is fixed', async () => {
    serve(() => some);
    render(PopulationLine, { brief, units: [], weight: 'stands_for', fixed: true, changed: () => {} });
    expect(await screen.findByText('stands_for')).toBeTruthy();
    expect(await screen.findByText('paid > 3')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'change' })).toBeNull();
  });
});

describe('the order of levels', () => {
  const tier = (more: ColumnMore = {}) =>
    columnOf('tier', { proposedOrder: ['low', 'medium', 'high'], ...more });

  const shown = (column: Column) => {
    const asked = serve(() => ({ columns: [], pending: 0, undo: null, state: 0 }));
    render(LevelOrder, { column, levels: ['high', 'low', 'medium'], sheet: new ColumnSheet(() => 7) });
    return () => asked.filter((a) => a.method === 'PUT').at(-1)!.body;
  };

  it('is proposed and taken', async () => {
    const sent = shown(tier());
    expect(screen.getByText(/low < medium < high/)).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: 'in this order' }));
    expect(sent()).toMatchObject({
      tier: { reading: { type: 'CATEGORY', order: ['low', 'medium', 'high'] } },
    });
  });

  it('is moved by keys and kept, beside what was merged', async () => {
    const reading = {
      type: 'CATEGORY',
      format: null,
      missing: ['-'],
      keep: null,
      levels: { Low: 'low' },
      order: ['low', 'medium', 'high'],
    } satisfies Column['setup']['reading'];
    const sent = shown(tier({ setup: { reading } }));
    await fireEvent.keyDown(screen.getByRole('button', { name: 'low, 1 of 3' }), { key: 'ArrowRight' });
    expect(document.activeElement?.getAttribute('aria-label')).toBe('low, 2 of 3');
    await fireEvent.click(screen.getByRole('button', { name: 'keep this order' }));
    expect(sent()).toMatchObject({
      tier: { reading: { missing: ['-'], levels: { Low: 'low' }, order: ['medium', 'low', 'high'] } },
    });
  });
});

describe('changes of columns', () => {
  const visits = {
    name: 'visits',
    setup: { role: 'INPUT', reason: '', acceptedAlarms: {}, treatedLevels: [] },
  } as never;
  const answer = (state: number, reason: string) => ({
    columns: [{ name: 'visits', setup: { role: 'INPUT', reason, acceptedAlarms: {}, treatedLevels: [] } }],
    pending: 0,
    undo: null,
    state,
  });

  it('go one after the other, each on what the one before left', async () => {
    let state = 4;
    const asked = serve(({ method, body }) =>
      method === 'PUT'
        ? answer(++state, (body as Record<string, { reason: string }>).visits!.reason)
        : answer(state, ''),
    );
    const sheet = new ColumnSheet(() => 7);
    await sheet.load();
    const append = (text: string) =>
      sheet.change([visits], (setup) => ({ ...setup, reason: `${setup.reason}${text}` }));
    await Promise.all([append('a'), append('b')]);
    const puts = asked.filter((a) => a.method === 'PUT');
    expect(puts.map((a) => a.path)).toEqual(['/api/briefs/7/columns?seen=4', '/api/briefs/7/columns?seen=5']);
    expect(puts[1]!.body).toMatchObject({ visits: { reason: 'ab' } });
    sheet.close();
  });

  it('that another window overtook are shown as they stand now, and said', async () => {
    const asked = serve(({ method }) =>
      method === 'PUT'
        ? problem(409, 'This was changed in another window.', 'OVERTAKEN')
        : answer(9, 'theirs'),
    );
    const sheet = new ColumnSheet(() => 7);
    expect(await sheet.change([visits], (setup) => ({ ...setup, reason: 'mine' }))).toBe(false);
    expect(sheet.refusal).toContain('another window');
    expect(sheet.columns![0]!.setup.reason).toBe('theirs');
    expect(asked.at(-1)!.method).toBe('GET');
    sheet.close();
  });
});
