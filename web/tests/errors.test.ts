import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { ErrorBand, FieldView, OpenedRecord, SelectionView, TraitView } from '../src/api/schema';
import { desk } from '../src/lib/desk.svelte';
import { asked, flipped, selectionLine } from '../src/lib/errors';
import { session } from '../src/lib/session.svelte';
import ErrorsPage from '../src/pages/ErrorsPage.svelte';
import { brief, comparison } from './case';
import { problem, serve, type Asked } from './server';
import { nth } from '../src/lib/nth';

const { navigate } = vi.hoisted(() => ({ navigate: vi.fn() }));
vi.mock('../src/lib/routes', () => ({ navigate, route: { params: { id: '1' }, pathname: '' } }));

const band = (n: number, events: number, others: number, acted = 0): ErrorBand => ({
  band: n,
  from: 80 * (n - 1),
  to: 80 * n,
  highestScore: 1 / n,
  lowestScore: 0.5 / n,
  events: { records: events, actedBefore: 0, value: null },
  others: { records: others, actedBefore: acted, value: null },
});
const field: FieldView = {
  candidate: 1,
  columns: ['age', 'app'],
  records: 160,
  events: 41,
  actedColumn: 'rung_by_desk',
  bands: [band(1, 30, 50, 12), band(2, 11, 69)],
};
const trait: TraitView = {
  words: 'app: never',
  condition: { column: 'app', kind: 'LEVEL', level: 'never', from: null, to: null },
  records: 9,
  share: 0.75,
  otherShare: 0.25,
  ratio: 3,
  low: 1.9,
  high: 4.6,
};
const selection: SelectionView = {
  records: 12,
  events: 12,
  actedBefore: 2,
  others: 29,
  tested: 40,
  traits: [trait],
  contributions: [
    { column: 'rides', adds: -0.03 },
    { column: 'price', adds: 0.01 },
  ],
  explained: 12,
  sampled: false,
};
const cells = {
  cut: 46,
  caught: { records: 29, actedBefore: 0, value: null },
  falseAlarms: { records: 17, actedBefore: 9, value: null },
  missed: { records: 12, actedBefore: 2, value: 720 },
  leftAlone: { records: 102, actedBefore: 0, value: null },
};
const records = {
  total: 12,
  identifiers: ['member'],
  columns: ['rides', 'price'],
  records: [
    {
      record: 17,
      identifiers: ['M-17'],
      score: 0.02,
      rank: 150,
      event: true,
      actedBefore: true,
      values: [null, '8.1'],
    },
  ],
};
const opened: OpenedRecord = {
  record: 17,
  rank: 150,
  records: 160,
  score: 0.02,
  average: 0.2,
  sampled: false,
  error: 0,
  columns: [{ column: 'rides', value: null, adds: -0.18 }],
  threshold: 0.3,
  changes: [{ column: 'rides', from: null, to: '0', passed: null, score: 0.41 }],
  neighbours: [{ record: 3, identifier: 'M-3', score: 0.03, event: false, distance: 0.02, values: ['4'] }],
};
const answers = ({ path }: Asked): unknown => {
  if (path.includes('/errors/1/cells')) return cells;
  if (path.includes('/errors/1/selection')) return selection;
  if (path.includes('/errors/1/columns'))
    return [
      {
        column: 'app',
        why: 'left out of this candidate',
        input: true,
        knownAfterDays: null,
        auc: 0.8,
        adds: 0.041,
        low: 0.02,
        high: 0.063,
        p: 0,
        told: true,
      },
      {
        column: 'luck',
        why: 'set aside',
        input: false,
        knownAfterDays: 9,
        auc: 0.8,
        adds: 0,
        p: 0.7,
        told: false,
      },
    ];
  if (path.includes('/errors/1/weak-spots'))
    return {
      spots: [
        { words: 'tier: gold', records: 402, promised: 38.2, observed: 57, low: 1.1, high: 1.9, z: 3.1 },
      ],
      without: null,
    };
  if (path.includes('/errors/1/records/17')) return opened;
  if (path.includes('/errors/1/records')) return records;
  if (path.includes('/errors/1/against'))
    return {
      figures: {
        first: { records: 9, events: 5 },
        second: { records: 9, events: 1 },
        z: 1.63,
        p: 0.1,
        capture: 0.05,
        low: -0.01,
        high: 0.11,
      },
      onlyFirst: [],
    };
  if (path.includes('/errors/1?')) return field;
  return null;
};

beforeEach(() => {
  session.me = { name: 'analyst', roles: ['analyst'], passwordDue: false, provided: false };
  desk.brief = brief;
  desk.comparison = comparison({ candidateId: 1, records: 46, rule: { kind: 'BY_HAND', measure: null } });
  desk.candidateId = 1;
  desk.records = 46;
  navigate.mockClear();
});

describe('what is asked for', () => {
  it('are the cells of the cut, which follow it, or the cells chosen', () => {
    expect(asked({ quick: 'missed' }, 160, 46)).toEqual(['46-160-event']);
    expect(asked({ quick: 'falseAlarms' }, 160, 46)).toEqual(['0-46-other']);
    expect(asked({ quick: 'caught' }, 160, 0)).toEqual([]);
    const one = flipped({ quick: 'missed' }, '0-80-event');
    expect(asked(one, 160, 46)).toEqual(['0-80-event']);
    expect(flipped(one, '0-80-event')).toEqual({ quick: 'missed' });
  });

  it('is told in the brief’s words', () => {
    expect(selectionLine(brief, { quick: 'missed' }, selection)).toBe(
      'Missed: 12 lapses. 2 of them were acted on before. “app: never” holds for 75.0 % of them, 3.0 times as many as among the other 29 of the same outcome.',
    );
    const none = { ...selection, traits: [], actedBefore: 0 };
    expect(selectionLine(brief, { cells: ['0-80-event'] }, none)).toContain(
      'Of 40 groups none is more frequent',
    );
    expect(selectionLine(brief, { quick: 'caught' }, { ...none, others: 0 })).toContain(
      'nobody of the same outcome',
    );
    expect(selectionLine(brief, { quick: 'falseAlarms' }, { ...none, records: 0, events: 0 })).toContain(
      'nothing to look at',
    );
  });
});

describe('the page', () => {
  it('shows the field with who was acted on before, what they share, why, and what is not in the model', async () => {
    serve(answers);
    render(ErrorsPage);
    expect(await screen.findByLabelText('Band 1, no lapses: 50, 12 of them rung before')).toBeTruthy();
    expect(await screen.findByText('9 rung before')).toBeTruthy();
    expect(await screen.findByText('3.0×')).toBeTruthy();
    expect(await screen.findByText('+0.041')).toBeTruthy();
    expect(screen.getByText('0.020–0.063')).toBeTruthy();
    expect(screen.getByText(/lapses would be told from the other/).textContent).toMatch(
      /AUC\s+0.841\s+for\s+0.800/,
    );
    expect(screen.queryByText('luck')).toBeNull();
    await fireEvent.click(screen.getByText('all 2 that were tried'));
    expect(screen.getByText('no more than chance')).toBeTruthy();
    expect(await screen.findByText('tier: gold')).toBeTruthy();
    expect(
      await screen.findByText(
        /5.0 points more of all lapses \(95 % interval −1.0 to 11.0\), no more than chance/,
      ),
    ).toBeTruthy();
  });

  it('asks for the cells that are chosen, and opens a record to what made its score', async () => {
    const all = serve(answers);
    render(ErrorsPage);
    await fireEvent.click(await screen.findByLabelText('Band 2, lapses: 11'));
    await vi.waitFor(() =>
      expect(all.some((a) => a.path.includes('/selection?candidate=1&cell=80-160-event'))).toBe(true),
    );
    await fireEvent.click(await screen.findByText('open'));
    expect(await screen.findByText(/scores it 0\.0200/)).toBeTruthy();
    expect(screen.getByText('acted on before')).toBeTruthy();
    expect(screen.getByText('−0.18')).toBeTruthy();
    expect(screen.getByText(/missing → 0/)).toBeTruthy();
    expect(screen.getByText('M-3')).toBeTruthy();
    expect(all.some((a) => a.path.includes('/records/17?candidate=1&records=46'))).toBe(true);
  });

  it('chooses bands, stretches with Shift, and ranges of scores', async () => {
    const all = serve(answers);
    const asksFor = (query: string) =>
      vi.waitFor(() =>
        expect(all.some((a) => a.path.includes(`/selection?candidate=1&${query}`))).toBe(true),
      );
    render(ErrorsPage);
    await fireEvent.click(await screen.findByLabelText('2 0.2500, both outcomes of the band'));
    await asksFor('cell=80-160-event&cell=80-160-other');
    await fireEvent.click(screen.getByLabelText('Band 1, lapses: 30'));
    await fireEvent.click(screen.getByLabelText('Band 2, lapses: 11'), { shiftKey: true });
    await asksFor('cell=0-80-event&cell=80-160-event');
    await fireEvent.input(screen.getByLabelText('Scores from'), { target: { value: '0.4' } });
    await fireEvent.input(screen.getByLabelText('Scores to'), { target: { value: '0.2' } });
    await fireEvent.change(screen.getByLabelText('Scores to'));
    await asksFor('cell=score:0.2_0.4:both');
  });

  it('sorts the records by a column, finds among them and shows others', async () => {
    const all = serve(answers);
    render(ErrorsPage);
    await fireEvent.click(await screen.findByRole('button', { name: 'rides' }));
    await vi.waitFor(() => expect(all.some((a) => a.path.includes('&by=rides'))).toBe(true));
    await fireEvent.input(screen.getByLabelText('Find among the records'), { target: { value: 'M-17' } });
    await vi.waitFor(() => expect(all.some((a) => a.path.includes('&find=M-17'))).toBe(true));
    await fireEvent.change(screen.getByLabelText('Show a column'), { target: { value: 'age' } });
    await vi.waitFor(() => expect(all.some((a) => a.path.includes('&column=age'))).toBe(true));
  });

  it('makes the same candidate with a column more', async () => {
    const mine = { id: 1, name: 'First', kind: 'logistic', settings: { penalty: 1 }, inputs: ['rides'] };
    const all = serve((a) => {
      if (a.method === 'POST') return { id: 77 };
      return a.path.startsWith('/api/candidates?brief=1') ? [mine] : answers(a);
    });
    render(ErrorsPage);
    await fireEvent.click(await screen.findByText('same, with it'));
    await vi.waitFor(() => expect(navigate).toHaveBeenCalled());
    expect(all.find((a) => a.method === 'POST')!.body).toEqual({
      name: 'First with app',
      kind: 'logistic',
      settings: { penalty: 1 },
      inputs: ['rides', 'app'],
      basedOn: 1,
    });
  });

  it('says what the server refuses', async () => {
    serve((a) => (a.path.includes('/errors/1?') ? problem(400, 'candidate: is not fitted') : answers(a)));
    render(ErrorsPage);
    expect(nth(await screen.findAllByRole('alert'), 0).textContent).toContain('is not fitted');
  });
});
