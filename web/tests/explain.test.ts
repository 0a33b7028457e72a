import { brief } from './case';
import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, describe, expect, it } from 'vitest';
import type { CandidateView, Dependence, ExplanationView, Point } from '../src/api/schema';
import { along, dependenceLine, importanceLine } from '../src/lib/explain';
import { desk } from '../src/lib/desk.svelte';
import { session } from '../src/lib/session.svelte';
import Curve from '../src/parts/explain/Curve.svelte';
import Drops from '../src/parts/explain/Drops.svelte';
import GoesBy from '../src/parts/explain/GoesBy.svelte';
import TwoWay from '../src/parts/explain/TwoWay.svelte';
import { problem, serve, stubResizeObserver } from './server';

const point = (label: string | null, value: number | null, share: number): Point => ({ label, value, share });

describe('places along a chart', () => {
  it('are by value, with missing apart', () => {
    const found = along([
      point('0', 0, 0.4),
      point('5', 5, 0.3),
      point('10', 10, 0.2),
      point(null, null, 0.1),
    ]);
    expect(found.at).toEqual([0, 0.45, 0.9, 1]);
    expect(found).toMatchObject({ log: false, ordered: true });
  });

  it('are by logarithm where values are skewed', () => {
    const found = along([0, 1, 2, 3, 1000].map((v) => point(String(v), v, 0.2)));
    expect(found.log).toBe(true);
    expect(found.at[2]).toBeGreaterThan(0.05);
    expect(found.at[4]).toBe(1);
  });

  it('are one after another for levels', () => {
    expect(along([point('a', null, 0.6), point('b', null, 0.3), point(null, null, 0.1)])).toMatchObject({
      at: [0, 0.5, 1],
      ordered: false,
    });
  });
});

describe('what is said', () => {
  it('of importance names what costs most and how many cost nothing', () => {
    const drops = [
      { columns: ['rides', 'visits'], mean: 0.08, spread: 0.004 },
      { columns: ['rides'], mean: 0.05, spread: 0.004 },
      { columns: ['luck'], mean: 0.0001, spread: 0.002 },
    ];
    expect(importanceLine('AUC', 0.8, drops)).toBe(
      'With rides and visits, together dealt anew among the records, AUC falls by 0.08 from 0.8. 1 of the columns on their own cost no more than chance.',
    );
    expect(importanceLine('AUC', 0.5, [drops[2]!])).toContain('costs no more of AUC than chance');
  });

  it('of dependence gives both ends', () => {
    const found: Dependence = {
      records: 500,
      points: [point('1', 1, 0.5), point(null, null, 0.5)],
      others: [],
      average: [0.1, 0.4],
      curves: [],
    };
    expect(dependenceLine('rides', found)).toBe(
      'All else left as it is, the average score goes from 0.1 at 1 to 0.4 at missing.',
    );
    expect(dependenceLine('rides', { ...found, average: [0.2, 0.2] })).toContain('does not go with rides');
  });
});

describe('what a candidate goes by', () => {
  const candidate = { id: 5, name: 'First', inputs: ['rides', 'price'] } as CandidateView;
  const waiting: ExplanationView = {
    id: 8,
    status: 'running',
    progress: 0.3,
    step: 'dealing price anew',
    message: null,
    measure: 'AUC',
    money: false,
    columns: [],
    importance: null,
    dependence: null,
  };
  const drops = [
    { columns: ['rides'], mean: 0.05, spread: 0.004 },
    { columns: ['price'], mean: 0.01, spread: 0.004 },
  ];
  const curve: Dependence = {
    records: 500,
    points: [point('1', 1, 0.5), point('2', 2, 0.5)],
    others: [],
    average: [0.1, 0.4],
    curves: [[0.1, 0.3]],
  };

  beforeEach(() => {
    stubResizeObserver();
    session.me = { name: 'analyst', roles: ['analyst'], passwordDue: false, provided: false };
    desk.brief = brief;
  });

  it('shows progress with a stop, then importance and the first column’s curve, then a map of two', async () => {
    let done = false;
    const all = serve((a) => {
      if (a.path.endsWith('/stop')) return undefined;
      const columns = (a.body as { columns?: string[] } | null)?.columns;
      if (columns?.length === 1)
        return { ...waiting, id: 9, status: 'done', columns, measure: null, dependence: curve };
      if (columns)
        return {
          ...waiting,
          id: 10,
          status: 'done',
          columns,
          measure: null,
          dependence: { ...curve, others: [point('x', null, 1)], curves: [] },
        };
      return done ? { ...waiting, status: 'done', importance: { measure: 0.8, drops } } : waiting;
    });
    render(GoesBy, { candidate, currency: '€' });
    expect(await screen.findByText(/dealing price anew/)).toBeTruthy();
    await fireEvent.click(screen.getByText('stop'));
    expect(all.some((a) => a.path === '/api/candidates/5/explanations/8/stop')).toBe(true);
    done = true;
    expect(await screen.findByText(/falls by 0\.05/, {}, { timeout: 3000 })).toBeTruthy();
    expect(await screen.findByLabelText('Average score along rides')).toBeTruthy();
    await fireEvent.change(screen.getByLabelText('and'), { target: { value: 'price' } });
    expect(await screen.findByLabelText('Average score by rides and price')).toBeTruthy();
  });

  it('says what the server refuses, and offers a stopped one again', async () => {
    let asked = 0;
    serve((a) => {
      if (a.method !== 'POST') return { ...waiting, status: 'stopped' };
      asked += 1;
      if (asked === 1) return problem(400, 'candidate: reads no column; ask of one that was fitted here');
      return { ...waiting, status: 'stopped' };
    });
    const { unmount } = render(GoesBy, { candidate, currency: '€' });
    expect((await screen.findByRole('alert')).textContent).toContain('reads no column');
    unmount();
    render(GoesBy, { candidate, currency: '€' });
    await fireEvent.click(await screen.findByText('again'));
    expect(asked).toBe(3);
  });

  it('asks nothing for a reader', () => {
    session.me = { name: 'reader', roles: ['reader'], passwordDue: false, provided: false };
    const all = serve(() => null);
    render(GoesBy, { candidate, currency: '€' });
    expect(screen.getByText(/counts as a look/)).toBeTruthy();
    expect(all).toHaveLength(0);
  });
});

describe('the pictures', () => {
  const found: Dependence = {
    records: 500,
    points: [point('0', 0, 0.25), point('8', 8, 0.5), point(null, null, 0.25)],
    others: [],
    average: [0.25, 0.1, 0.15],
    curves: [
      [0.5, 0.2, 0.3],
      [0.1, 0.05, 0.1],
    ],
  };

  beforeEach(stubResizeObserver);

  it('of one column join its numbers, leave missing apart, and read what is pointed at', async () => {
    const { container } = render(Curve, { column: 'rides', found });
    const lines = [...container.querySelectorAll('path')].map((p) => p.getAttribute('d')!);
    expect(lines).toHaveLength(3);
    for (const line of lines) expect(line.match(/[ML]/g)).toHaveLength(2);
    expect(container.querySelectorAll('rect')).toHaveLength(3);
    const chart = screen.getByLabelText('Average score along rides');
    await fireEvent.mouseMove(chart, { clientX: 5000 });
    expect(container.textContent).toMatch(
      /rides\s+0: average score 0\.25|rides\s+missing: average score 0\.15/,
    );
    await fireEvent.mouseLeave(chart);
    expect(container.textContent).toContain('the average over 500 records');
  });

  it('of two columns draw a cell each and read it', async () => {
    const map = {
      ...found,
      others: [point('gold', null, 0.6), point('town', null, 0.4)],
      average: [0.1, 0.2, 0.3, 0.4, 0.5, 0.6],
      curves: [],
    };
    const { container } = render(TwoWay, { columns: ['rides', 'tier'], found: map });
    const cells = container.querySelectorAll('rect[height="29"]');
    expect(cells).toHaveLength(6);
    await fireEvent.mouseEnter(cells[5]!);
    expect(container.textContent).toMatch(/rides\s+missing, tier\s+town: average score 0\.6/);
  });

  it('of importance show the first, all on asking, and what goes together as no button', async () => {
    const drops = Array.from({ length: 20 }, (_, i) => ({ columns: [`c${i}`], mean: 20 - i, spread: 1 }));
    drops.push({ columns: ['a', 'b'], mean: 0.5, spread: 1 });
    let chosen = '';
    render(Drops, {
      drops,
      opened: 'c0',
      open: (c: string) => (chosen = c),
      written: (v: number) => `€${v}`,
    });
    expect(screen.queryByText('a and b, together')).toBeNull();
    await fireEvent.click(screen.getByText('all 21'));
    expect(screen.getByText('a and b, together').closest('button')).toBeNull();
    await fireEvent.click(screen.getByRole('button', { name: 'c3' }));
    expect(chosen).toBe('c3');
    expect(screen.getByRole('button', { name: 'c0' }).getAttribute('aria-pressed')).toBe('true');
    expect(screen.getByText('€20')).toBeTruthy();
  });
});
