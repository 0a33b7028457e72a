import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { UploadView as Upload, ColumnView as Column, SplitFacts, SplitPlan } from '../src/api/schema';
import { sendBytes } from '../src/lib/api';
import {
  arranged,
  cellLabel,
  meant,
  meantAction,
  missingRead,
  missingWritten,
  ringing,
  strength,
} from '../src/lib/columns';
import { rate } from '../src/lib/format';
import { session } from '../src/lib/session.svelte';
import { ColumnSheet } from '../src/lib/columns.svelte';
import AlarmList from '../src/parts/data/AlarmList.svelte';
import FilePage from '../src/pages/FilePage.svelte';
import Home from '../src/pages/Home.svelte';
import SplitEditor from '../src/parts/data/SplitEditor.svelte';
import { problem, serve } from './server';
import { brief as typical, column } from './case';
import { nth } from '../src/lib/nth';

vi.mock('../src/lib/routes', () => ({
  navigate: vi.fn(),
  route: { params: { id: '5' }, pathname: '/files/5' },
}));

const upload = (more: Partial<Upload> = {}): Upload => ({
  id: 5,
  name: 'claims.csv',
  bytes: 4000,
  received: 4000,
  state: 'HERE',
  progress: 0,
  step: null,
  message: null,
  datasetId: null,
  briefId: null,
  refusal: null,
  preview: {
    format: 'TEXT',
    sheets: [],
    sheet: null,
    chosen: null,
    most: 1500,
    dialect: {
      delimiter: ';',
      quote: '"',
      encoding: 'LATIN_1',
      decimal: ',',
      header: true,
      decimalGuessed: false,
      padded: false,
      above: 0,
    },
    names: ['claim', 'amount'],
    rows: [['C1', '4,50'], ['C2']],
  },
  ...more,
});

beforeEach(() => {
  session.me = { name: 'analyst', roles: ['analyst'], passwordDue: false, provided: false };
});

describe('a file on its way in', () => {
  it('shows how it is read, marks ragged records, and sends a correction', async () => {
    const asked = serve(() => upload());
    render(FilePage);
    expect(((await screen.findByLabelText('Decimal mark')) as HTMLSelectElement).value).toBe(',');
    expect(screen.getByText(/another number of fields than the header/)).toBeTruthy();
    await fireEvent.change(screen.getByLabelText('Delimiter'), { target: { value: ',' } });
    expect(asked.at(-1)).toMatchObject({
      method: 'PUT',
      path: '/api/uploads/5/manner',
      body: { dialect: { delimiter: ',', encoding: 'LATIN_1' } },
    });
    await fireEvent.change(screen.getByLabelText('Lines left out at the top'), { target: { value: '2' } });
    expect(asked.at(-1)).toMatchObject({ body: { dialect: { above: 2, encoding: 'LATIN_1' } } });
  });

  it('shows the records of a format that leaves nothing to choose, and of a Parquet file what it says', async () => {
    const preview = { ...upload().preview!, dialect: null };
    serve(() => upload({ preview: { ...preview, format: 'CARDS' } }));
    const cards = render(FilePage);
    expect(await screen.findByText('4,50')).toBeTruthy();
    expect(screen.queryByLabelText('Delimiter')).toBeNull();
    expect((screen.getByText('Read the file') as HTMLButtonElement).disabled).toBe(false);
    cards.unmount();
    serve(() => upload({ preview: { ...preview, format: 'PARQUET' } }));
    render(FilePage);
    expect(await screen.findByText(/says itself what its columns hold/)).toBeTruthy();
  });

  it('says how much has arrived, and refuses another file than the one begun', async () => {
    const asked = serve(() =>
      upload({ received: 1000, state: 'INTERRUPTED', preview: null, message: 'The server stopped.' }),
    );
    const { container } = render(FilePage);
    expect(await screen.findByText(/1 kB of 4 kB have arrived/)).toBeTruthy();
    expect(screen.getByText(/The server stopped/)).toBeTruthy();
    const other = new File(['x'], 'other.csv');
    await fireEvent.change(container.querySelector('input[type=file]')!, { target: { files: [other] } });
    expect((await screen.findByRole('alert')).textContent).toContain('Bring claims.csv with 4,000 bytes');
    expect(asked.filter((a) => a.method === 'PUT')).toHaveLength(0);
  });

  it('shows what a newer file changes before it is taken', async () => {
    serve(({ path }) => {
      if (path.includes('/refresh/'))
        return [{ column: 'kind', words: 'levels gone', before: 'theft', after: '', grave: true }];
      if (path.startsWith('/api/briefs'))
        return { ...typical, id: 2, progress: { ...typical.progress, candidates: 3 } };
      return upload({ state: 'STORED', datasetId: 8, briefId: 2, preview: null });
    });
    render(FilePage);
    expect(await screen.findByText('▲ levels gone')).toBeTruthy();
    expect(screen.getByText(/goes into revision 2; this one stays as it is/)).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Take it all the same' })).toBeTruthy();
  });

  it('goes on where the bytes end, and keeps what had arrived when it is stopped', async () => {
    const sent: string[] = [];
    vi.stubGlobal('fetch', async (path: string) => {
      sent.push(path);
      if (sent.length === 2) throw new TypeError('gone');
      return new Response(null, { status: 204 });
    });
    const file = new File([new Uint8Array((8 << 20) + 900)], 'big.csv');
    const heard: number[] = [];
    await expect(sendBytes('/uploads/5/bytes', file, 100, (b) => heard.push(b)).done).rejects.toThrow(
      'is kept',
    );
    expect(sent).toEqual(['/api/uploads/5/bytes?from=100', `/api/uploads/5/bytes?from=${100 + (8 << 20)}`]);
    expect(heard).toEqual([100 + (8 << 20)]);
  });

  it('stands on the first page until it is decided on', async () => {
    const waiting = upload({ received: 1000, state: 'INTERRUPTED', message: 'The server stopped.' });
    const asked = serve(({ path }) =>
      path === '/api/uploads' ? [waiting] : path.startsWith('/api/briefs') ? { total: 0, lines: [] } : [],
    );
    render(Home);
    expect(await screen.findByText(/The server stopped\. 25 % is here\./)).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: 'discard' }));
    await vi.waitFor(() => expect(screen.queryByText('claims.csv')).toBeNull());
    expect(asked.map((a) => `${a.method} ${a.path}`)).toContain('DELETE /api/uploads/5');
  });
});

describe('the split editor', () => {
  const brief = { ...typical, id: 7, split: null };
  const facts: SplitFacts = {
    following: null,
    dealt: 5,
    copies: 0,
    parts: ['training', 'validation', 'reserve'].map((part) => ({
      part,
      records: 100,
      events: 9,
      units: null,
      halfWidth: 0.2,
      few: true,
    })),
    leftOut: 4,
    straddlingCopies: 0,
    equalByChance: false,
    straddlingGroups: 12,
    groupedBy: 'member',
    folds: [1, 2],
    training: { records: 100, events: 9, weight: 1, logOdds: 0 },
  };

  it('names the rarer outcome where nearly all are events, and counts one as one', async () => {
    const mostly = facts.parts.map((p) => ({ ...p, events: 96 }));
    serve(() => ({ ...facts, parts: mostly, leftOut: 1, straddlingCopies: 1, straddlingGroups: null }));
    render(SplitEditor, { brief, columns: [], make: vi.fn(), cancel: null });
    const said = (await screen.findByText(/All but about/)).textContent.replace(/\s+/g, ' ');
    expect(said).toContain('All but about 1 in 25 training members are among the lapses (96');
    expect(said).toContain('1 of the members is left out.');
    expect(screen.getAllByText(/fewer than 100 members that are no lapses/)).toHaveLength(3);
    expect(screen.getByText(/1 set of exact copies has members in more than one part/)).toBeTruthy();
  });

  it('counts whoever has events where their records stay together', async () => {
    const grouped = facts.parts.map((p) => ({ ...p, events: 300, records: 900, units: [40, 200] }));
    serve(() => ({ ...facts, parts: grouped }));
    render(SplitEditor, { brief, columns: [], make: vi.fn(), cancel: null });
    expect(await screen.findAllByText(/fewer than 100 values of member with lapses/)).toHaveLength(3);
  });

  it('begins as a part column says, previews as it is changed, and offers to keep groups together', async () => {
    const part = column('sample', {
      levels: [
        { text: 'build', records: 6, notKnown: false },
        { text: 'check', records: 4, notKnown: false },
      ],
    });
    part.setup.role = 'PART';
    const asked = serve(() => facts);
    const make = vi.fn();
    render(SplitEditor, { brief, columns: [part], make, cancel: null });
    await screen.findByText('4 members are left out.', { exact: false });
    expect(asked.at(-1)!.body).toMatchObject({
      method: 'COLUMN',
      column: 'sample',
      levels: { build: 'TRAINING', check: 'VALIDATION_AND_RESERVE' },
    });
    await fireEvent.click(screen.getByRole('button', { name: 'by shares' }));
    await fireEvent.click(await screen.findByRole('button', { name: 'keep all of one member together' }));
    await vi.waitFor(() => expect(asked.at(-1)!.body).toMatchObject({ method: 'SHARES', groupBy: 'member' }));
    await fireEvent.click(screen.getByRole('button', { name: /Split and seal/ }));
    expect(nth(make.mock.calls, 0)[0]).toMatchObject({
      method: 'SHARES',
      groupBy: 'member',
      copiesTogether: true,
    });
  });

  const keeps = () => (screen.getByRole('checkbox', { name: /exact copies/ }) as HTMLInputElement).checked;

  it('leaves apart what is equal by chance, until somebody says otherwise', async () => {
    const asked = serve(() => ({ ...facts, copies: 80, straddlingCopies: 7, equalByChance: true }));
    render(SplitEditor, { brief, columns: [], make: vi.fn(), cancel: null });
    await screen.findByText('80 records equal another in every column', { exact: false });
    expect(keeps()).toBe(false);
    expect(screen.queryByText(/sets of exact copies/)).toBeNull();
    await fireEvent.click(screen.getByRole('checkbox', { name: /exact copies/ }));
    await screen.findByText(/whole combinations of values/);
    await vi.waitFor(() =>
      expect(asked.map((a) => (a.body as SplitPlan).copiesTogether)).toEqual([false, true]),
    );
  });

  it.each([
    [5, '5 folds of training with 1 to 2 lapses each.'],
    [2, '2 folds of training with 1 to 2 lapses each; more than 2 could not all have both outcomes.'],
    [0, 'Training has too few lapses, or members without, for folds:'],
  ])('says that there are %i folds', async (dealt, words) => {
    serve(() => ({ ...facts, dealt }));
    render(SplitEditor, { brief, columns: [], make: vi.fn(), cancel: null });
    await vi.waitFor(() => expect(document.body.textContent.replace(/\s+/g, ' ')).toContain(words));
  });

  it('keeps copies together without first showing them apart', async () => {
    const asked = serve(({ body }) => ({
      ...facts,
      copies: 80,
      straddlingCopies: (body as SplitPlan).copiesTogether ? 0 : 7,
    }));
    render(SplitEditor, { brief, columns: [], make: vi.fn(), cancel: null });
    await vi.waitFor(() => expect(asked).toHaveLength(1));
    expect(keeps()).toBe(true);
    expect(screen.queryByText(/Dealt at random/)).toBeNull();
    await screen.findByText(/exact copies stay together/);
    expect(screen.queryByText(/sets of exact copies/)).toBeNull();
    expect(asked.map((a) => (a.body as SplitPlan).copiesTogether)).toEqual([false, true]);
  });

  it('cannot be made while the server refuses it', async () => {
    serve(() => problem(400, 'validation: would hold no event'));
    render(SplitEditor, { brief, columns: [], make: vi.fn(), cancel: null });
    expect((await screen.findByRole('alert')).textContent).toContain('would hold no event');
    expect((screen.getByRole('button', { name: /Split and seal/ }) as HTMLButtonElement).disabled).toBe(true);
  });
});

it('columns are found, sorted with none first or last by name, and the gravest alarm leads', () => {
  const alarm = (kind: string) => [{ kind, name: kind, meaning: '', keptBecause: null }];
  const columns = [
    column('b', { auc: 0.6, alarms: alarm('constant') }),
    column('a', { auc: 0.9, alarms: alarm('suspectedLeak') }),
    column('c', { alarms: alarm('missingTells') }),
    column('kept', { alarms: [{ kind: 'constant', name: 'constant', meaning: '', keptBecause: 'known' }] }),
  ];
  expect(ringing(columns).map((c) => c.name)).toEqual(['a', 'b', 'c']);
  const names = (by: 'auc' | 'name', down: boolean) =>
    arranged(columns, '', () => true, by, down).map((c) => c.name);
  expect(names('auc', false)).toEqual(['a', 'b', 'c', 'kept']);
  expect(names('name', true)).toEqual(['kept', 'c', 'b', 'a']);
  expect(arranged(columns, 'KE', () => true, 'file', false)).toHaveLength(1);
});

it('bands, strengths and rare rates read as they should', () => {
  const cell = {
    label: null,
    low: 3,
    high: 7.5,
    records: 4,
    events: null,
    rate: null,
    rateLow: null,
    rateHigh: null,
  };
  expect(cellLabel('NUMBER', cell, 0)).toBe('3 to 7.5');
  expect(cellLabel('DATE', { ...cell, low: 0, high: 0 }, 0)).toBe('1970-01-01');
  expect(cellLabel('CATEGORY', { ...cell, low: null, high: null }, 9)).toBe('9 rarer levels');
  expect(cellLabel('CATEGORY', { ...cell, label: '' }, 0)).toBe('empty text');
  expect(
    [0.01, 0.05, 0.2, 0.4, 2].map((v) => strength({ informationValue: v, informationByChance: 0.02 })),
  ).toEqual(['none', 'weak', 'medium', 'strong', 'very strong']);
  expect(strength({ informationValue: 0.98, informationByChance: 4.2 })).toBe('as by chance');
  expect([rate(0.0052), rate(0.085), rate(0), rate(null)]).toEqual(['0.52', '8.5', '0.0', '–']);
});

it('columns that are constant are told together and set aside at once', async () => {
  const alarm = (kind: string) => [{ kind, name: kind, meaning: `it is ${kind}`, keptBecause: null }];
  const constants = ['c1', 'c2', 'c3', 'c4', 'c5', 'c6'].map((name) =>
    column(name, { alarms: alarm('constant') }),
  );
  const leak = column('leak', { alarms: [...alarm('suspectedLeak'), ...alarm('constant')] });
  const sheet = new ColumnSheet(() => 7);
  const setRole = vi.spyOn(sheet, 'setRole').mockResolvedValue(true);
  const all = vi.fn();
  const ring = ringing([...constants, leak]);
  const { container } = render(AlarmList, { ringing: ring, sheet, fixed: false, show: vi.fn(), all });
  expect(container.querySelector('[data-alarms-together]')!.textContent).toContain('6 columns are constant');
  expect(container.querySelectorAll('[data-alarm]')).toHaveLength(2);
  await fireEvent.click(screen.getByText('set all 6 aside'));
  expect(setRole).toHaveBeenCalledWith(constants, 'SET_ASIDE', 'constant');
  await fireEvent.click(screen.getByText('and 1 more'));
  expect(all).toHaveBeenCalledOnce();
  render(AlarmList, { ringing: [constants[0]!], sheet, fixed: false, show: vi.fn(), all });
  expect(container.parentElement!.querySelectorAll('[data-alarm=c1]')).toHaveLength(1);
});

describe('how a column may be meant', () => {
  const reading = (more: object) => ({
    type: 'CATEGORY',
    format: null,
    missing: null,
    keep: null,
    levels: null,
    order: null,
    ...more,
  });
  const mended = (type: string, more: object, records = 12) =>
    column('x', {
      type,
      suggested: { reading: reading(more), records, ways: [], marks: false },
    } as Partial<Column>);

  it('is told in a sentence, with what a click would do', () => {
    const number = mended('TEXT', { type: 'NUMBER', format: '1,234.5 ¤', missing: ['N/A', ' '] });
    expect(meant(number)).toBe(
      'Nearly a number, written like 1,234.5 ¤: all but 12 records, which hold “N/A”, blanks',
    );
    expect(meant(mended('TEXT', { type: 'NUMBER', format: '1234.5 hours', missing: [] }))).toContain(
      'written like 1234.5 hours',
    );
    expect(meantAction(number)).toBe('read as number, those as missing');
    expect(meant(mended('NUMBER', { type: 'DATE', format: 'uuuuMMdd' }, 0))).toBe(
      'May be days, written like yyyyMMdd',
    );
    const alike = mended('CATEGORY', { missing: ['-'], levels: { Red: 'red' } });
    expect(meant(alike)).toBe('“-” may stand for missing; “Red” may be “red” (12 records)');
    expect(meantAction(alike)).toBe('as missing, merge them');
  });

  it('keeps blank texts by their name while they are typed', () => {
    expect(missingWritten(['N/A', '  '])).toBe('N/A | (blank)');
    expect(missingRead('N/A | (blank) | ')).toEqual(['N/A', ' ']);
    expect(missingRead(' | ')).toBeNull();
  });
});
