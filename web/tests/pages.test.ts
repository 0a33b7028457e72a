import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { ColumnView as Column, ColumnsView as Columns } from '../src/api/schema';
import { desk } from '../src/lib/desk.svelte';
import { session } from '../src/lib/session.svelte';
import DataPage from '../src/pages/DataPage.svelte';
import { problem, serve, stubResizeObserver } from './server';
import { brief as typical, column as columnOf, type ColumnMore } from './case';

vi.mock('../src/lib/routes', () => ({ navigate: vi.fn(), route: { params: {}, pathname: '' } }));

const brief = { ...typical, id: 7, version: 1, progress: { ...typical.progress, candidates: 0 } };

const column = (name: string, more: ColumnMore = {}) =>
  columnOf(name, { type: 'NUMBER', records: 50, distinct: 9, auc: 0.6, informationValue: 0.1, ...more });

const leak = column('goodbye', {
  alarms: [
    {
      kind: 'suspectedLeak',
      name: 'suspected leak',
      meaning: 'Alone it ranks the outcome.',
      keptBecause: null,
    },
  ],
});

beforeEach(() => {
  stubResizeObserver();
  session.me = { name: 'analyst', roles: ['analyst'], passwordDue: false, provided: false };
  desk.brief = brief;
  desk.comparison = null;
});

describe('the data', () => {
  const sheet = (...columns: Column[]): Columns => ({
    columns,
    pending: 0,
    undo: null,
    state: 0,
    told: null,
  });

  it('explain an alarm, and set the column aside with its reason', async () => {
    const aside = column('goodbye', { input: false, setup: { role: 'SET_ASIDE' } });
    const asked = serve(({ method }) =>
      method === 'PUT'
        ? { ...sheet(column('age'), aside), undo: 'goodbye: set aside' }
        : sheet(column('age'), leak),
    );
    render(DataPage);
    expect(await screen.findByText(/Alone it ranks the outcome/)).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: 'set aside' }));
    expect(await screen.findByText(/No input raises an alarm/)).toBeTruthy();
    expect(asked.filter((a) => a.method === 'PUT').at(-1)).toMatchObject({
      method: 'PUT',
      path: '/api/briefs/7/columns?seen=0',
      body: { goodbye: { role: 'SET_ASIDE', reason: 'suspected leak' } },
    });
    await fireEvent.click(screen.getByRole('button', { name: /undo: goodbye: set aside/ }));
    await vi.waitFor(() =>
      expect(asked.some((a) => a.path.startsWith('/api/briefs/7/columns/undo'))).toBe(true),
    );
  });

  it('reads marks of missing at once in all columns that hold them, and merges levels by hand', async () => {
    const suggested = (type: string, missing: string[]) =>
      ({
        reading: { type, format: null, missing, keep: null, levels: null, order: null },
        records: 3,
        ways: [],
        marks: true,
      }) as Column['suggested'];
    const price = column('price', { type: 'TEXT', suggested: suggested('NUMBER', ['N/A']) });
    const tier = column('tier', { type: 'CATEGORY', suggested: suggested('CATEGORY', ['-']) });
    const asked = serve(({ path }) =>
      path === '/api/briefs/7'
        ? brief
        : path.includes('/detail')
          ? {
              column: tier,
              acted: null,
              notMeant: null,
              profile: {
                type: 'CATEGORY',
                records: 50,
                distinct: 2,
                absent: { records: 0, events: 0 },
                zero: null,
                present: { records: 50, events: 5 },
                moreLevels: 0,
                bands: ['gold', 'Gold'].map((label) => ({
                  label,
                  low: null,
                  high: null,
                  records: 25,
                  events: 2,
                  rate: 0.1,
                  rateLow: 0,
                  rateHigh: 0.2,
                })),
              },
            }
          : sheet(price, tier),
    );
    render(DataPage);
    const offers = (await screen.findByText(/2 columns may be meant otherwise/)).textContent;
    expect(offers).toMatch(/price\s+as number; tier\s+without “-”/);
    await fireEvent.click(screen.getByRole('button', { name: 'read all as offered' }));
    expect(asked.find((a) => a.method === 'PUT')!.body).toMatchObject({
      price: { reading: { type: 'NUMBER', missing: ['N/A'] } },
      tier: { reading: { type: 'CATEGORY', missing: ['-'] } },
    });
    await fireEvent.click(screen.getByRole('button', { name: /tier: “-” may stand for missing/ }));
    for (const level of ['gold', 'Gold'])
      await fireEvent.click(await screen.findByRole('button', { name: level }));
    await fireEvent.click(screen.getByRole('button', { name: 'merge' }));
    expect(asked.filter((a) => a.method === 'PUT').at(-1)!.body).toMatchObject({
      tier: { reading: { type: 'CATEGORY', levels: { Gold: 'gold' } } },
    });
  });

  it('says which numbers it took for codes, until somebody gives another type', async () => {
    const reading = {
      type: 'CATEGORY' as const,
      format: null,
      missing: null,
      keep: null,
      levels: null,
      order: null,
    };
    const code = column('region_code', {
      type: 'CATEGORY',
      typeRead: 'NUMBER',
      setup: { reading, reason: 'its name says that its numbers are codes', byItself: true },
    });
    const asked = serve(() => sheet(column('age'), code));
    render(DataPage);
    expect((await screen.findByText(/Read as categories, since/)).textContent).toContain('region_code');
    expect(screen.queryByText(/Set aside without being asked/)).toBeNull();
    await fireEvent.change(screen.getByLabelText('Type of region_code'), { target: { value: 'NUMBER' } });
    await vi.waitFor(() => expect(asked.some((a) => a.method === 'PUT')).toBe(true));
    expect(asked.find((a) => a.method === 'PUT')!.body).toMatchObject({
      region_code: { role: 'INPUT', reason: '', byItself: null },
    });
  });

  it('keeps a phrase for reasons, and protects a segment', async () => {
    const region = column('region', { type: 'CATEGORY', setup: { role: 'SEGMENT' } });
    const asked = serve(({ path }) =>
      path.includes('/detail') ? { column: region, acted: null, profile: null } : sheet(region),
    );
    history.replaceState(null, '', '/briefs/7/data?column=region');
    render(DataPage);
    const phrase = await screen.findByLabelText('Phrase for region');
    await fireEvent.change(phrase, { target: { value: ' lives in {value} ' } });
    expect(asked.at(-1)!.body).toMatchObject({ region: { phrase: 'lives in {value}' } });
    await fireEvent.click(screen.getByLabelText(/protected: the policy/));
    await vi.waitFor(() =>
      expect(asked.filter((a) => a.method === 'PUT').at(-1)!.body).toMatchObject({
        region: { parity: true },
      }),
    );
    history.replaceState(null, '', '/');
  });

  it('keep an alarm only with a reason', async () => {
    const asked = serve(() => sheet(leak));
    render(DataPage);
    await fireEvent.click(await screen.findByRole('button', { name: 'keep, because …' }));
    const keep = screen.getByRole('button', { name: 'keep' }) as HTMLButtonElement;
    expect(keep.disabled).toBe(true);
    await fireEvent.input(screen.getByLabelText('Why goodbye may stay'), {
      target: { value: 'seen before' },
    });
    await fireEvent.click(keep);
    await vi.waitFor(() =>
      expect(asked.at(-1)?.body).toMatchObject({
        goodbye: { acceptedAlarms: { suspectedLeak: 'seen before' } },
      }),
    );
  });

  it('warn of few events and of copies across parts, and show a refused split beside its form', async () => {
    serve(({ method }) =>
      method === 'POST' ? problem(400, 'shares: are [0.5, 0.5, 0.5]') : sheet(column('age')),
    );
    render(DataPage);
    await screen.findByText('age');
    expect(screen.getAllByText(/fewer than 100 lapses/)).toHaveLength(3);
    expect(screen.getByText(/2 sets of exact copies/)).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: 'Change the split' }));
    expect((await screen.findByRole('alert')).textContent).toContain('shares: are');
    expect((screen.getByRole('button', { name: /Split anew/ }) as HTMLButtonElement).disabled).toBe(true);
  });

  it('draw only the rows in sight of five hundred, and find one by name', async () => {
    serve(() => sheet(...Array.from({ length: 500 }, (_, i) => column(`column_${i}`))));
    render(DataPage);
    await screen.findByText('column_0');
    expect(document.querySelectorAll('[data-column]').length).toBeLessThan(60);
    await fireEvent.input(screen.getByLabelText('Find a column'), { target: { value: 'column_49' } });
    expect(screen.getByRole('table', { name: 'Columns' }).getAttribute('aria-rowcount')).toBe('12');
    expect(document.querySelector('[data-column]')!.getAttribute('data-column')).toBe('column_49');
  });

  it('cannot be changed by an approver', async () => {
    session.me = { name: 'approver', roles: ['approver'], passwordDue: false, provided: false };
    serve(() => sheet(leak));
    render(DataPage);
    expect(((await screen.findByLabelText('Role of goodbye')) as HTMLSelectElement).disabled).toBe(true);
    expect(screen.queryByRole('button', { name: 'set aside' })).toBeNull();
  });
});
