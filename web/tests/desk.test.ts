import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { get, post, Refusal } from '../src/lib/api';
import type { Edit } from '../src/api/schema';
import { byRule, desk } from '../src/lib/desk.svelte';
import { begin, layout } from '../src/lib/layout.svelte';
import { session } from '../src/lib/session.svelte';
import BriefPage from '../src/pages/BriefPage.svelte';
import CutBar from '../src/parts/CutBar.svelte';
import RibbonTable from '../src/parts/RibbonTable.svelte';
import { brief, comparison, fixture, row } from './case';
import { problem, serve, type Asked } from './server';

beforeEach(() => {
  vi.useRealTimers();
  session.me = { name: 'analyst', roles: ['analyst'], passwordDue: false, provided: false };
  desk.brief = brief;
  desk.comparison = null;
  desk.candidateId = null;
});

describe('the desk', () => {
  it('begins at the leader’s best cut and keeps it', async () => {
    const asked = serve(({ method }) => (method === 'GET' ? comparison(null) : undefined));
    await desk.compare();
    expect([desk.candidateId, desk.records, desk.rule.kind]).toEqual([2, 48, 'BEST_NET_VALUE']);
    await desk.saveNow();
    expect(asked.at(-1)).toMatchObject({
      method: 'PUT',
      path: '/api/comparisons/1/cut',
      body: { candidateId: 2, records: 48, rule: byRule('BEST_NET_VALUE') },
    });
  });

  it('keeps no cut of its own while candidates are being fitted, and none on a reference', async () => {
    const all = comparison(null);
    const first = { ...all.candidates[0]!, reference: true };
    const shown = { of: { ...all, candidates: [first] } };
    const asked = serve(({ method }) => (method === 'GET' ? shown.of : undefined));
    await desk.compare();
    await desk.saveNow();
    expect(desk.candidateId).toBe(first.id);
    desk.brief = { ...brief, progress: { ...brief.progress, running: 1 } };
    shown.of = all;
    await desk.compare();
    await desk.saveNow();
    expect([desk.candidateId, desk.records]).toEqual([2, 48]);
    expect(asked.filter((a) => a.method === 'PUT')).toEqual([]);
    desk.brief = brief;
    await desk.compare();
    await desk.saveNow();
    expect(asked.filter((a) => a.method === 'PUT')).toHaveLength(1);
  });

  it('is not filled by another brief’s answers that were under way', async () => {
    const asked = serve(({ path }) => {
      if (path.startsWith('/api/comparisons/1')) return comparison(null);
      if (path.startsWith('/api/pins')) return [{ id: 1 }];
      return { ...brief, id: Number(path.split('/').at(-1)), split: null };
    });
    const underWay = [desk.compare(), desk.fetchPins(), desk.keep({ name: 'another' })];
    const opened = desk.open(2);
    await Promise.all([...underWay, opened]);
    expect([desk.brief?.id, desk.comparison, desk.candidateId, desk.pins]).toEqual([2, null, null, []]);
    await desk.saveNow();
    expect(asked.filter((a) => a.path.endsWith('/cut'))).toEqual([]);
  });

  it('asks for no curve that it holds, and shows all of them', async () => {
    const asked = serve(({ method }) => (method === 'GET' ? comparison(null) : undefined));
    await desk.compare();
    const curves = desk.comparison!.candidates.map((row) => row.curve);
    await desk.compare();
    expect(asked.map((a) => a.held)).toEqual([[], ['drawn-2', 'drawn-1']]);
    expect(desk.comparison!.candidates.map((row) => row.curve)).toEqual(curves);
    await desk.open(2);
    desk.brief = brief;
    await desk.compare();
    expect(asked.at(-1)!.held).toEqual([]);
  });

  it('takes up the cut that was kept', async () => {
    serve(() => comparison({ candidateId: 2, records: 31, rule: byRule('BY_HAND') }));
    await desk.compare();
    expect([desk.candidateId, desk.records]).toEqual([2, 31]);
  });

  it('is not moved back by an answer that was under way', async () => {
    const kept = { candidateId: 1, records: 10, rule: byRule('BY_HAND') };
    serve(() => comparison(kept));
    await desk.compare();
    const underWay = desk.compare();
    desk.moveTo(77);
    await underWay;
    expect(desk.records).toBe(77);
    serve(() => undefined);
    await desk.saveNow();
  });

  it('says when the cut could not be kept, and keeps showing it', async () => {
    serve(({ method, path }) => {
      if (method !== 'GET') return problem(400, 'records: is 77');
      return path === '/api/briefs/1'
        ? brief
        : comparison({ candidateId: 1, records: 10, rule: byRule('BY_HAND') });
    });
    await desk.compare();
    desk.moveTo(77);
    await desk.saveNow();
    await desk.open(1);
    expect(desk.failures.words).toContain('records: is 77');
    expect(desk.records).toBe(77);
    serve(() => undefined);
    await desk.saveNow();
    expect(desk.failures.words).toBeNull();
  });

  it('stays inside the population and walks the candidates', async () => {
    serve(({ method }) =>
      method === 'GET' ? comparison({ candidateId: 1, records: 159, rule: byRule('BY_HAND') }) : undefined,
    );
    await desk.compare();
    desk.moveBy(0.5);
    expect(desk.records).toBe(160);
    desk.moveBy(-2);
    expect(desk.records).toBe(0);
    desk.chooseNext(-5);
    expect(desk.candidateId).toBe(2);
    await desk.saveNow();
  });
});

describe('the table and the bar', () => {
  const reference = row(3, 'Base rate', {
    reference: true,
    kindWords: 'reference: base rate',
    byAuc: { verdict: 'BEHIND', beatsReference: null },
    auc: { auc: 0.5, standardError: 0.01, low: 0.48, high: 0.52 },
  });
  const gap = row(1, 'First', {
    training: { outOfFold: { auc: 0.8, standardError: 0.01, low: 0.78, high: 0.82 } },
    alarms: [{ kind: 'doesNotCarryOver', name: 'does not carry over', meaning: 'Look at the split.' }],
    byAuc: { beatsReference: false },
  });

  beforeEach(async () => {
    layout.change(begin());
    const cut = { candidateId: 1, records: 48, rule: byRule('BY_HAND') };
    const shown = comparison(cut, [row(2, 'Second'), gap, reference]);
    shown.order.bestReference = 3;
    serve(({ method }) => (method === 'GET' ? shown : undefined));
    await desk.compare();
  });

  const rowOf = (name: string) => screen.getByText(name).closest('tr')!;
  const names = () =>
    [...document.querySelectorAll('tr[data-candidate]')].map((r) => r.getAttribute('data-candidate'));

  it('show the core’s figures with their intervals, and every row’s verdict', async () => {
    render(RibbonTable, { brief, all: desk.comparison! });
    const core = fixture.own.cuts.find((c) => c.figures.records === 48)!;
    const first = rowOf('First');
    expect(first.getAttribute('aria-selected')).toBe('true');
    const figure = (name: string) => first.querySelector(`[data-figure=${name}]`)!.textContent;
    const percent = (v: number) => (100 * v).toFixed(1);
    expect(figure('capture')).toBe(
      percent(core.figures.capture) +
        `${percent(core.figures.captureLow)}–${percent(core.figures.captureHigh)}`,
    );
    expect(figure('lift')).toContain(core.figures.lift!.toFixed(2));
    expect(figure('verdict')).toMatch(/money.*AUC.*not separable/s);
    expect(figure('verdict')).toContain('▲ does not beat Base rate');
    expect(first.textContent).toContain('▲ 0.100');
    await fireEvent.click(rowOf('Second'));
    expect(desk.candidateId).toBe(2);
  });

  it('sort by any column, references apart, and keep rows at the top or hidden', async () => {
    render(RibbonTable, { brief, all: desk.comparison! });
    expect(names()).toEqual(['Second', 'First', 'Base rate']);
    await fireEvent.click(screen.getByRole('button', { name: 'Sort by Fold − val.' }));
    expect(names()).toEqual(['First', 'Second', 'Base rate']);
    await fireEvent.click(screen.getByRole('button', { name: 'Sort by Candidate' }));
    expect(names()).toEqual(['First', 'Second', 'Base rate']);
    await fireEvent.click(screen.getByRole('button', { name: 'Sort by Candidate' }));
    expect(names()).toEqual(['Second', 'First', 'Base rate']);
    await fireEvent.click(screen.getByTitle('Keep First at the top'));
    expect(names()[0]).toBe('First');
    await fireEvent.click(screen.getByTitle('Hide Second'));
    expect(names()).toEqual(['First', 'Base rate']);
    expect(screen.getByText('hidden: Second')).toBeTruthy();
    await fireEvent.click(screen.getByText('show all'));
    expect(names()).toHaveLength(3);
  });

  it('show the columns that are wanted', async () => {
    render(RibbonTable, { brief, all: desk.comparison! });
    expect(screen.queryByRole('button', { name: 'Looks' })).toBeNull();
    await fireEvent.click(screen.getByRole('button', { name: 'columns: Columns of the table' }));
    await fireEvent.click(screen.getByLabelText('Looks'));
    await fireEvent.click(screen.getByLabelText('Lift'));
    expect(screen.getByRole('button', { name: 'Looks' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Lift' })).toBeNull();
  });

  it('set the others against another leader', async () => {
    const asked = serve(() => comparison({ candidateId: 1, records: 48, rule: byRule('BY_HAND') }));
    render(RibbonTable, { brief, all: desk.comparison! });
    await fireEvent.click(screen.getByTitle('Set the others against First'));
    expect(asked.at(0)?.path).toBe('/api/comparisons/1?leader=1');
    layout.change({ leader: null });
  });

  it('explain a measure with this case’s numbers', async () => {
    render(RibbonTable, { brief, all: desk.comparison! });
    await fireEvent.click(screen.getByRole('button', { name: 'Capture %' }));
    const [, caught, , missed] = /here\s+([\d.]+) \/ \(([\d.]+) \+ ([\d.]+)\)/.exec(
      screen.getByRole('dialog').textContent ?? '',
    )!;
    expect(Number(caught) + Number(missed)).toBeCloseTo(fixture.own.part.events, 0);
    await fireEvent.click(screen.getByRole('button', { name: 'Against leader' }));
    expect(document.body.textContent).toContain('adjusted p 1.0;');
  });

  it('move the cut by arrows and by snap points', async () => {
    render(CutBar, { brief });
    const slider = screen.getByRole('slider');
    await fireEvent.keyDown(slider, { key: 'ArrowRight' });
    expect(desk.records).toBe(49);
    expect(slider.getAttribute('aria-valuetext')).toContain('49 members');
    await fireEvent.click(screen.getByText('capacity'));
    expect([desk.records, desk.rule.kind]).toEqual([40, 'CAPACITY']);
    expect(screen.getByText('capacity').getAttribute('aria-pressed')).toBe('true');
    await fireEvent.click(screen.getByText('break-even'));
    expect(desk.records).toBe(60);
    await desk.saveNow();
  });
});

describe('the brief', () => {
  const column = {
    name: 'renewal',
    type: 'CATEGORY',
    role: null,
    outcome: true,
    records: 100,
    missing: 0,
    distinct: 2,
    levels: [
      { text: 'renewed', records: 90, notKnown: false },
      { text: 'lapsed', records: 10, notKnown: false },
    ],
  };

  const members = {
    owner: 'analyst',
    members: [],
    mine: true,
    people: [
      { name: 'rider', roles: ['reader'] },
      { name: 'wheelwright', roles: ['analyst'] },
    ],
  };

  function served(more: object[] = [], other: object = {}): Asked[] {
    let now = desk.brief!;
    return serve(async ({ method, path, body }) => {
      if (path.endsWith('/columns')) {
        const levels = [...column.levels, ...more];
        return {
          columns: [{ ...column, ...other, levels }],
          told: { records: 160, events: 41 },
          pending: 0,
          undo: null,
          state: 0,
        };
      }
      if (path === '/api/members/1/people/rider')
        return { ...members, members: [{ name: 'rider', level: 'READ' }] };
      if (path.startsWith('/api/members/')) return members;
      if (path === '/api/briefs/1' && method === 'GET') return now;
      if (method === 'GET') return comparison(null);
      const edit = body as Edit;
      await new Promise((resolve) => setTimeout(resolve, 5));
      if (path.endsWith('/cut')) return undefined;
      if (edit.version !== now.version) return problem(409, 'changed elsewhere', 'OVERTAKEN');
      return (now = { ...now, decision: edit.decision, version: now.version + 1 });
    });
  }

  it('keeps quick edits one after the other, each on the version before', async () => {
    const asked = served();
    render(BriefPage);
    await screen.findByText('renewed');
    await fireEvent.change(screen.getByLabelText('Action cost'), { target: { value: '5' } });
    await fireEvent.change(screen.getByLabelText('Gain if caught'), { target: { value: '80' } });
    await vi.waitFor(() => expect(desk.brief!.version).toBe(5));
    const edits = asked.filter((a) => a.method === 'PUT' && a.path === '/api/briefs/1').map((a) => a.body);
    expect(edits).toMatchObject([
      { version: 3, decision: { stakes: { actionCost: 5, gainIfCaught: 74 } } },
      { version: 4, decision: { stakes: { actionCost: 5, gainIfCaught: 80 } } },
    ]);
  });

  it('fixes the outcome once candidates exist, and shows levels with counts', async () => {
    served();
    render(BriefPage);
    const level = (await screen.findByText('lapsed')).closest('button')!;
    expect(level.getAttribute('aria-pressed')).toBe('true');
    expect(level.disabled).toBe(true);
    expect(level.textContent).toContain('10 · 10.0 %');
    expect(screen.getByText('The outcome is fixed because candidates exist.')).toBeTruthy();
  });

  it('says which records count as no event though their outcome is not known, and leaves them out', async () => {
    desk.brief = { ...desk.brief!, progress: { ...desk.brief!.progress, candidates: 0 } };
    const asked = served([{ text: '', records: 4, notKnown: true }]);
    render(BriefPage);
    expect(await screen.findByText(/4 records hold empty text as an outcome that is not known/)).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: 'leave them out' }));
    await vi.waitFor(() =>
      expect(asked.find((a) => a.path === '/api/briefs/1' && a.method === 'PUT')).toMatchObject({
        body: { decision: { outcome: { events: ['lapsed'], leftOut: [''] } } },
      }),
    );
  });

  it('takes an amount above which there is the event, once it is said', async () => {
    desk.brief = { ...desk.brief!, progress: { ...desk.brief!.progress, candidates: 0 } };
    const asked = served([], { type: 'NUMBER', distinct: 5, missing: 0 });
    render(BriefPage);
    await fireEvent.change(await screen.findByLabelText('What the event is'), { target: { value: 'ABOVE' } });
    expect(screen.queryByText('lapsed')).toBeNull();
    expect(asked.filter((a) => a.method === 'PUT')).toEqual([]);
    await fireEvent.change(screen.getByLabelText('What the event is'), { target: { value: '' } });
    expect(await screen.findByText('lapsed')).toBeTruthy();
    expect(asked.filter((a) => a.method === 'PUT')).toEqual([]);
    await fireEvent.change(screen.getByLabelText('What the event is'), { target: { value: 'ABOVE' } });
    await fireEvent.change(await screen.findByLabelText('Amount'), { target: { value: '0' } });
    await vi.waitFor(() =>
      expect(asked.find((a) => a.path === '/api/briefs/1' && a.method === 'PUT')).toMatchObject({
        body: { decision: { outcome: { events: [], when: { kind: 'ABOVE', at: 0 } } } },
      }),
    );
  });

  it('tells how many records have an event that a rule says', async () => {
    const when = { kind: 'ABOVE' as const, at: 0 };
    const outcome = { column: column.name, events: [], leftOut: [], leaveOutMissing: false, when };
    desk.brief = { ...brief, decision: { ...brief.decision, outcome } };
    served([], { type: 'NUMBER', distinct: 4000, missing: 0 });
    render(BriefPage);
    expect(await screen.findByText(/41 of 160\s+members, 25\.6 %/)).toBeTruthy();
    expect((screen.getByLabelText('Amount') as HTMLInputElement).value).toBe('0');
  });

  it('lets somebody in to read, and offers work to analysts alone', async () => {
    const asked = served();
    render(BriefPage);
    await fireEvent.change(await screen.findByLabelText('Let somebody in'), { target: { value: 'rider' } });
    const works = (await screen.findByRole('button', { name: 'works on it' })) as HTMLButtonElement;
    expect(works.disabled).toBe(true);
    expect(asked.find((a) => a.method === 'PUT')).toMatchObject({
      path: '/api/members/1/people/rider',
      body: { level: 'READ' },
    });
  });
});

it('turns the server’s refusals into words, and its silence too', async () => {
  serve(() => problem(400, 'line 17, column "x": found "n/a"'));
  await expect(get('/briefs')).rejects.toThrow('line 17, column "x"');
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('refused')));
  await expect(post('/briefs')).rejects.toBeInstanceOf(Refusal);
  await expect(post('/briefs')).rejects.toThrow('cannot be reached');
});
