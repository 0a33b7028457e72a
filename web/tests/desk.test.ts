import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Brief, Comparison, Row } from '../src/api/types';
import { get, Refusal } from '../src/lib/api';
import { desk } from '../src/lib/desk.svelte';
import { session } from '../src/lib/session.svelte';
import BriefPage from '../src/pages/BriefPage.svelte';
import CutBar from '../src/parts/CutBar.svelte';
import RibbonTable from '../src/parts/RibbonTable.svelte';
import fixture from './fixtures/curve.json';
import { problem, serve, type Asked } from './server';

const brief = {
  id: 1,
  version: 3,
  name: 'plan-lapse',
  question: 'Whom?',
  datasetName: 'plan-lapse.csv',
  outcome: 'renewal',
  eventLevels: ['lapsed'],
  recordsNoun: 'members',
  eventsNoun: 'lapses',
  acting: 'ringing',
  currency: '€',
  actionCost: 4.5,
  gainIfCaught: 74,
  missCost: 0,
  falseAlarmCost: 0,
  leaveValue: 0,
  successRate: 0.5,
  capacity: null,
  campaignSize: 320,
  plannedRate: null,
  breakEven: 0.1,
  whenActingPays: 'PAYS_ABOVE_BREAK_EVEN',
  candidates: 1,
  split: { seed: 1, shares: [0.5, 0.25, 0.25], parts: [], sealed: true, locked: true },
} as unknown as Brief;

function row(id: number, name: string, more: Partial<Row> = {}): Row {
  const { records, events, gain, scores, band } = fixture.own;
  const plain = {
    id,
    name,
    kind: 'logistic',
    kindWords: 'logistic regression',
    reference: false,
    inputs: 3,
    auc: { auc: 0.7, standardError: 0.01, low: 0.68, high: 0.72 },
    trainingAuc: 0.71,
    verdict: 'leader',
    adjustedP: null,
    alarms: [],
    exact: true,
    slivers: [0.4, 0.2, 0.1],
    best: { records: 48 },
    breakEvenRecords: 60,
  };
  return { ...plain, records, events, gain, scores, band, ...more } as unknown as Row;
}

function comparison(cut: Comparison['cut'], candidates = [row(1, 'First'), row(2, 'Second')]): Comparison {
  const { total, totalEvents, eventRate, eventFactor, otherFactor } = fixture.own;
  return {
    records: total,
    events: totalEvents,
    eventRate,
    eventFactor,
    otherFactor,
    breakEven: 0.1,
    capacityRecords: 40,
    campaignFactor: 2,
    leader: 1,
    sealed: true,
    cut,
    candidates,
  } as Comparison;
}

beforeEach(() => {
  vi.useRealTimers();
  session.me = { name: 'analyst', role: 'analyst' };
  desk.brief = brief;
  desk.comparison = null;
  desk.candidateId = null;
});

describe('the desk', () => {
  it('begins at the leader’s best cut and keeps it', async () => {
    const asked = serve(({ method }) => (method === 'GET' ? comparison(null) : undefined));
    await desk.compare();
    expect([desk.candidateId, desk.records, desk.rule]).toEqual([1, 48, 'best net value']);
    await desk.saveNow();
    expect(asked.at(-1)).toMatchObject({
      method: 'PUT',
      path: '/api/comparisons/1/cut',
      body: { candidateId: 1, records: 48, rule: 'best net value' },
    });
  });

  it('takes up the cut that was kept', async () => {
    serve(() => comparison({ candidateId: 2, records: 31, rule: 'set by hand' }));
    await desk.compare();
    expect([desk.candidateId, desk.records]).toEqual([2, 31]);
  });

  it('is not moved back by an answer that was under way', async () => {
    const kept = { candidateId: 1, records: 10, rule: 'set by hand' };
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
    serve(({ method }) =>
      method === 'GET'
        ? comparison({ candidateId: 1, records: 10, rule: '' })
        : problem(400, 'records: is 77'),
    );
    await desk.compare();
    desk.moveTo(77);
    await desk.saveNow();
    expect(desk.failure).toContain('records: is 77');
    expect(desk.records).toBe(77);
    serve(() => undefined);
    await desk.saveNow();
  });

  it('stays inside the population and walks the candidates', async () => {
    serve(({ method }) =>
      method === 'GET' ? comparison({ candidateId: 1, records: 159, rule: '' }) : undefined,
    );
    await desk.compare();
    desk.moveBy(0.5);
    expect(desk.records).toBe(160);
    desk.moveBy(-2);
    expect(desk.records).toBe(0);
    desk.chooseNext(5);
    expect(desk.candidateId).toBe(2);
    await desk.saveNow();
  });
});

describe('the table and the bar', () => {
  beforeEach(async () => {
    const reference = row(3, 'Base rate', {
      reference: true,
      kindWords: 'reference: base rate',
      verdict: 'behind',
    });
    const gap = row(2, 'Second', { trainingAuc: 0.8, verdict: 'not separable' });
    const shown = comparison({ candidateId: 1, records: 48, rule: '' }, [row(1, 'First'), gap, reference]);
    serve(({ method }) => (method === 'GET' ? shown : undefined));
    await desk.compare();
  });

  it('show the core’s figures at the cut, and every row’s verdict', async () => {
    render(RibbonTable, { brief, all: desk.comparison! });
    const core = fixture.own.cuts.find((c) => c.records === 48)!;
    const first = screen.getByText('First').closest('tr')!;
    expect(first.getAttribute('aria-selected')).toBe('true');
    expect(first.querySelector('[data-figure=capture]')!.textContent).toContain(
      (100 * core.capture).toFixed(1),
    );
    expect(first.querySelector('[data-figure=lift]')!.textContent).toBe(core.lift!.toFixed(2));
    const second = screen.getByText('Second').closest('tr')!;
    expect(second.textContent).toContain('▲ 0.100');
    expect(second.textContent).toContain('not separable');
    await fireEvent.click(second);
    expect(desk.candidateId).toBe(2);
  });

  it('explain a measure with this case’s numbers', async () => {
    render(RibbonTable, { brief, all: desk.comparison! });
    await fireEvent.click(screen.getByRole('button', { name: 'Capture %' }));
    const { events } = desk.at!;
    expect(screen.getByRole('dialog').textContent).toContain(`${events} / ${fixture.own.totalEvents}`);
  });

  it('move the cut by arrows and by snap points', async () => {
    render(CutBar, { brief });
    const slider = screen.getByRole('slider');
    await fireEvent.keyDown(slider, { key: 'ArrowRight' });
    expect(desk.records).toBe(49);
    expect(slider.getAttribute('aria-valuetext')).toContain('49 members');
    await fireEvent.click(screen.getByText('capacity'));
    expect([desk.records, desk.rule]).toEqual([40, 'capacity']);
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
      { text: 'renewed', records: 90 },
      { text: 'lapsed', records: 10 },
    ],
  };

  function served(): Asked[] {
    let version = brief.version;
    return serve(async ({ method, path, body }) => {
      if (path.endsWith('/columns')) return { columns: [column], pending: 0, undo: null };
      if (method === 'GET') return comparison(null);
      const edit = body as { version: number };
      await new Promise((resolve) => setTimeout(resolve, 5));
      if (path.endsWith('/cut')) return undefined;
      if (edit.version !== version) return problem(409, 'changed elsewhere');
      version++;
      return { ...brief, ...edit, version };
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
      { version: 3, actionCost: 5, gainIfCaught: 74 },
      { version: 4, actionCost: 5, gainIfCaught: 80 },
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
});

it('turns the server’s refusals into words, and its silence too', async () => {
  serve(() => problem(400, 'line 17, column "x": found "n/a"'));
  await expect(get('/briefs')).rejects.toThrow('line 17, column "x"');
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('refused')));
  await expect(get('/briefs')).rejects.toBeInstanceOf(Refusal);
  await expect(get('/briefs')).rejects.toThrow('cannot be reached');
});
