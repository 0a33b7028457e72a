import { fireEvent, render, screen, within } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { CandidateView as Candidate, Part } from '../src/api/schema';
import { desk } from '../src/lib/desk.svelte';
import { session } from '../src/lib/session.svelte';
import Bars from '../src/parts/candidates/Bars.svelte';
import Effects from '../src/parts/candidates/Effects.svelte';
import FiguresTable from '../src/parts/candidates/FiguresTable.svelte';
import ModelSummary from '../src/parts/candidates/ModelSummary.svelte';
import Preparation from '../src/parts/candidates/Preparation.svelte';
import ScoreLists from '../src/parts/candidates/ScoreLists.svelte';
import State from '../src/parts/candidates/State.svelte';
import { problem, serve, stubResizeObserver } from './server';
import { brief as typical, candidate as typicalOf } from './case';
import { nth } from '../src/lib/nth';

const brief = { ...typical, id: 7 };
const candidate = (kind: string, id = 4) => typicalOf({ id, name: `The ${kind}`, kind, kindWords: kind });
const show = (kind: string, parts: Part[], others: Candidate[] = []) => {
  const asked = serve(({ path }) =>
    path === '/api/candidates/9/summary'
      ? { parts: [{ part: 'weights', weights: [{ name: 'age', value: -0.5 }], bent: [], told: true }] }
      : { parts },
  );
  render(ModelSummary, { brief, candidate: candidate(kind), others, cutTo: null });
  return asked;
};

beforeEach(() => {
  session.me = { name: 'analyst', roles: ['analyst'], passwordDue: false, provided: false };
  desk.brief = typical;
  stubResizeObserver();
});

describe('what each kind learnt', () => {
  it('of boosted trees: loss along the rounds, read where one points, and importance in order', async () => {
    show('boosted', [
      {
        part: 'curve',
        title: 'Log loss along the rounds',
        axis: { x: 'rounds', y: 'log loss' },
        at: [1, 2, 3],
        training: [0.3, 0.25, 0.2],
        otherName: 'held back',
        other: [0.31, 0.28, 0.29],
        words: 'Lowest after 2 rounds.',
      },
      {
        part: 'importance',
        shares: [
          { name: 'rides', value: 0.7 },
          { name: 'age', value: 0.3 },
        ],
      },
    ]);
    expect(await screen.findByText('Lowest after 2 rounds.')).toBeTruthy();
    const chart = screen.getByRole('img', { name: 'log loss along rounds' });
    await fireEvent.mouseMove(chart);
    expect(screen.getByText(/rounds: held back 0\.\d+ · training 0\.\d+/)).toBeTruthy();
    const shares = within(screen.getByRole('region', { name: 'Importance' })).getAllByText(/ %$/);
    expect(shares.map((s) => s.textContent)).toEqual(['70.0 %', '30.0 %']);
  });

  it('of a network: the strongest inputs first, and what a unit holds', async () => {
    show('network', [
      {
        part: 'network',
        inputs: ['age', 'rides'],
        hidden: [
          [0.1, 0.2],
          [-2, 1.5],
        ],
        bias: [0, 0],
        output: [0.9, -0.4],
        outputBias: -2,
        starts: [0.25, 0.26],
      },
    ]);
    const inputs = await screen.findAllByRole('img', { name: /^(age|rides)$/ });
    expect(inputs.map((i) => i.getAttribute('aria-label'))).toEqual(['rides', 'age']);
    await fireEvent.mouseEnter(screen.getByRole('img', { name: 'unit 1' }));
    expect(
      screen.getByText('Unit 1 goes into the score with 0.9; most into it: rides −2, age 0.1.'),
    ).toBeTruthy();
    await fireEvent.focus(nth(inputs, 0));
    expect(screen.getByText('rides: unit 1 −2, unit 2 1.5.')).toBeTruthy();
  });

  it('of bent numbers: curves drawn, and not told twice as weights', async () => {
    show('leastSquares', [
      {
        part: 'bends',
        unit: 'margin',
        bends: [
          {
            column: 'age',
            inputs: ['age', 'age curve 1'],
            x: [20, 40, 60],
            y: [0.5, 0, 0.8],
            knots: [25, 40, 55],
          },
        ],
      },
      {
        part: 'weights',
        weights: [
          { name: 'age', value: 0.4 },
          { name: 'age curve 1', value: 99 },
          { name: 'tier = gold', value: -0.2 },
        ],
        bent: ['age', 'age curve 1'],
        told: false,
      },
    ]);
    expect(await screen.findByRole('img', { name: 'age: from 0.5 to 0.8' })).toBeTruthy();
    expect(screen.getByText(/adds to the margin/)).toBeTruthy();
    expect(screen.getByText('tier = gold')).toBeTruthy();
    expect(screen.queryByText('age curve 1')).toBeNull();
  });

  it('of a linear kind beside another: both weights, and what is no input of one', async () => {
    show(
      'margin',
      [{ part: 'weights', weights: [{ name: 'rides', value: 1.2 }], bent: [], told: false }],
      [candidate('logistic', 9), candidate('tree', 10)],
    );
    await fireEvent.click(await screen.findByRole('button', { name: 'The logistic' }));
    expect(screen.queryByRole('button', { name: 'The tree' })).toBeNull();
    const row = (name: string) => screen.getAllByTitle(name).at(-1)!.closest('tr')!.textContent;
    await vi.waitFor(() => expect(row('rides')).toMatch(/1\.2.*not an input/s));
    expect(row('age')).toContain('−0.5');
  });

  it('of stepwise choice, blends, naive Bayes and calibration', async () => {
    show('blend', [
      { part: 'members', weights: [{ name: 'Tree', value: 0.8 }] },
      {
        part: 'stepwisePath',
        criterion: 'BIC',
        steps: [
          { column: null, added: true, value: 900.5, columns: 0 },
          { column: 'rides', added: true, value: 850.2, columns: 1 },
        ],
      },
      {
        part: 'byOutcome',
        columns: [
          {
            column: 'age',
            date: false,
            mean: [40, 31],
            deviation: [9, 8],
            within: [21, 72],
            levels: null,
            share: null,
          },
          {
            column: 'joined_on',
            date: true,
            mean: [19723.4, 20000],
            deviation: [300, 250],
            within: null,
            levels: null,
            share: null,
          },
          {
            column: 'tier',
            date: false,
            mean: null,
            deviation: null,
            within: null,
            levels: ['gold'],
            share: [[0.25], [0.5]],
          },
        ],
      },
      { part: 'calibrationMap', words: '2 rising steps', from: [0, 0.5], value: [0.1, 0.4] },
      { part: 'sentence', words: '5 nearest' },
    ]);
    expect(await screen.findByText('+ rides')).toBeTruthy();
    expect(screen.getByRole('columnheader', { name: 'BIC' })).toBeTruthy();
    expect(screen.getByText(/mean 31, deviation 8/)).toBeTruthy();
    expect(screen.getByText(/mean 2024-01-01, deviation 300 days/)).toBeTruthy();
    expect(screen.getByText(/counted from 21 to 72/)).toBeTruthy();
    expect(screen.getByText(/gold 50\.0 %/)).toBeTruthy();
    expect(screen.getByText(/learnt on out-of-fold scores: 2 rising steps/)).toBeTruthy();
  });

  it('of a penalty that was found: why, its path, and what is taken; and what kept a kind from learning', async () => {
    show('logistic', [
      {
        part: 'penalty',
        words: 'There are fewer than five events a coefficient.',
        chosen: 30,
        unit: 'log loss',
        at: [100, 30, 10],
        loss: [0.21, 0.19, 0.2],
      },
      { part: 'limit', words: 'The tree is one leaf.' },
    ]);
    expect(await screen.findByText(/fewer than five events a coefficient/)).toBeTruthy();
    expect(screen.getByRole('img', { name: 'log loss out of fold along the penalty' })).toBeTruthy();
    expect(screen.getByText('taken: 30')).toBeTruthy();
    expect(screen.getByRole('note').textContent).toContain('The tree is one leaf.');
  });

  it('of a reference: nothing, said so; a failure is told', async () => {
    show('baseRate', []);
    expect(await screen.findByText(/learnt nothing from columns/)).toBeTruthy();
    serve(() => problem(400, 'candidate: is not fitted; wait for it'));
    render(ModelSummary, { brief, candidate: candidate('tree'), others: [], cutTo: null });
    expect((await screen.findByRole('alert')).textContent).toContain('is not fitted');
  });
});

describe('figures and effects', () => {
  it('are rounded, not cut off, and show intervals, gaps and alarms', async () => {
    serve(() => ({
      depth: 0.083,
      cutSet: true,
      figures: [
        { term: 'auc', training: 0.8817, outOfFold: null, validation: 0.81187, low: 0.7961, high: 0.8278 },
        { term: 'capture', training: 0.4, outOfFold: 0.39, validation: 0.3666, low: null, high: null },
      ],
      alarms: [{ name: 'too good', meaning: 'Look.' }],
    }));
    render(FiguresTable, { candidateId: 4 });
    const row = (await screen.findByText('AUC')).closest('tr')!;
    expect(row.textContent).toMatch(/0\.882.*–.*0\.812.*0\.796–0\.828/s);
    expect(screen.getByText('capture rate, %').closest('tr')!.textContent).toContain('36.7');
    expect(screen.getByText(/too good/)).toBeTruthy();
    expect(screen.getByText(/at the cut,\s+8\.3 %/)).toBeTruthy();
  });

  it('say money, points and verdict with their signs', () => {
    const effects = [
      { term: 'netValue', difference: -120.4, low: -300, high: 50, verdict: 'NOT_SEPARABLE' as const },
      { term: 'capture', difference: 0.021, low: 0.01, high: 0.03, verdict: 'AHEAD' as const },
    ];
    render(Effects, { brief, effects });
    expect(screen.getByText('net value').closest('tr')!.textContent).toMatch(
      /−€120.*−€300.*\+€50.*not separable/s,
    );
    expect(screen.getByText('capture').closest('tr')!.textContent).toContain('+2.1 pts');
  });

  it('bars keep their sign and can be unfolded; work says how far it is', async () => {
    const bars = Array.from({ length: 4 }, (_, i) => ({ name: `c${i}`, value: i - 2 }));
    const { container } = render(Bars, { bars, head: 'Input', unit: 'Weight', most: 2 });
    expect([...container.querySelectorAll('td[title]')].map((c) => c.textContent)).toEqual(['c0', 'c1']);
    await fireEvent.click(screen.getByRole('button', { name: 'all 4' }));
    expect(container.querySelectorAll('td[title]')).toHaveLength(4);
    const running = { status: 'running', progress: 0.25, step: 'tree 3', message: null, secondsLeft: 40 };
    render(State, running);
    expect(screen.getByText('tree 3 · about 40 s left')).toBeTruthy();
    render(State, { ...running, status: 'failed', message: 'outcome: one only' });
    expect(screen.getByText(/failed: outcome: one only/)).toBeTruthy();
  });
});

describe('how columns became inputs', () => {
  const steps = [
    { column: 'age', type: 'number', rule: 'the number itself', inputs: ['age', 'age missing'] },
    { column: 'tier', type: 'category', rule: 'one 0/1 input a level', inputs: ['tier = gold'] },
  ];
  const record = {
    record: 12,
    records: 100,
    part: 'training',
    score: 0.3,
    average: 0.1,
    columns: [
      {
        column: 'age',
        type: 'number',
        before: null,
        rule: '',
        inputs: [{ name: 'age', value: 44 }],
        adds: 0.25,
      },
      {
        column: 'tier',
        type: 'category',
        before: 'gold',
        rule: '',
        inputs: [{ name: 'tier = gold', value: 1 }],
        adds: -0.05,
      },
    ],
  };

  it('names the rule of a column, and one record before and after', async () => {
    const asked = serve(({ path }) => (path.endsWith('/preparation') ? steps : record));
    render(Preparation, { brief, candidateId: 4, scoreName: 'probability', scaled: true });
    const tier = await screen.findByRole('group', { name: /^tier/ });
    await fireEvent.mouseEnter(tier);
    expect(screen.getByText(/\(category\): one 0\/1 input a level/)).toBeTruthy();
    expect(screen.getByText(/inputs are then standardised/)).toBeTruthy();
    await fireEvent.input(screen.getByRole('spinbutton'), { target: { value: '12' } });
    await fireEvent.click(screen.getByRole('button', { name: 'Show its values' }));
    expect(
      await screen.findByText(/Record 12 \(training\) scores 0\.3000, against 0\.1000 on average/),
    ).toBeTruthy();
    expect(screen.getByRole('group', { name: /^age/ }).textContent).toMatch(/missing.*44.*\+0\.25/s);
    expect(asked.at(-1)!.path).toBe('/api/candidates/4/records/12');
  });

  it('tells of a record that may not be looked at', async () => {
    serve(({ path }) =>
      path.endsWith('/preparation')
        ? steps
        : problem(400, 'record: 5 is no record of training or validation'),
    );
    render(Preparation, { brief, candidateId: 4, scoreName: 'score', scaled: false });
    await fireEvent.click(await screen.findByRole('button', { name: 'Show its values' }));
    expect((await screen.findByRole('alert')).textContent).toContain('no record of training');
  });
});

describe('scoring a list', () => {
  const dataset = { id: 3, name: 'next.csv', records: 50 };
  const fit = {
    records: 50,
    missing: [],
    reread: ['age'],
    unused: ['hobby'],
    identifier: 'member',
    outcomeKnown: false,
    cut: 'acts from 0.2 on',
  };
  const list = {
    id: 6,
    candidateId: 4,
    candidate: 'x',
    datasetId: 3,
    file: 'next.csv',
    records: 50,
    status: 'done',
    progress: 1,
    step: null,
    message: null,
    acted: 5,
    notMeant: 2,
    cut: 'c',
  };

  it('says how it fits first, then scores it and offers both files', async () => {
    let started = false;
    const asked = serve(({ method, path }) => {
      if (path === '/api/datasets') return [dataset];
      if (path.startsWith('/api/lists/fit')) return fit;
      if (method === 'POST') started = true;
      return started ? [list] : [];
    });
    render(ScoreLists, { brief, candidate: candidate('tree') });
    await screen.findByText(/next\.csv · 50 records/);
    expect((screen.getByRole('button', { name: 'Score it' }) as HTMLButtonElement).disabled).toBe(true);
    await fireEvent.change(screen.getByRole('combobox', { name: /a file brought already/ }), {
      target: { value: '3' },
    });
    expect(await screen.findByText(/named by member/)).toBeTruthy();
    expect(screen.getByText(/Read as in training: age\./)).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: 'Score it' }));
    const row = (await screen.findByRole('link', { name: 'CSV' })).closest('tr')!;
    expect(row.textContent).toMatch(/5.*10\.0 %; 2 not meant.*scored/s);
    expect(within(row).getByRole('link', { name: 'Parquet' }).getAttribute('href')).toBe(
      '/api/lists/6/scored.parquet',
    );
    expect(asked.find((a) => a.method === 'POST')!.path).toBe('/api/lists?candidate=4&dataset=3&reasons=3');
  });

  it('does not score a list that lacks a column, nor for an approver', async () => {
    serve(({ path }) =>
      path === '/api/datasets'
        ? [dataset]
        : path.startsWith('/api/lists/fit')
          ? { ...fit, missing: ['tier'] }
          : [],
    );
    const { unmount } = render(ScoreLists, { brief, candidate: candidate('tree') });
    await screen.findByText(/next\.csv/);
    await fireEvent.change(screen.getByRole('combobox', { name: /a file brought already/ }), {
      target: { value: '3' },
    });
    expect(await screen.findByText(/lacks what The tree reads: tier/)).toBeTruthy();
    expect((screen.getByRole('button', { name: 'Score it' }) as HTMLButtonElement).disabled).toBe(true);
    unmount();
    session.me = { name: 'approver', roles: ['approver'], passwordDue: false, provided: false };
    render(ScoreLists, { brief, candidate: candidate('tree') });
    expect(screen.queryByRole('button', { name: 'Score it' })).toBeNull();
  });
});
