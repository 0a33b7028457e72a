import { cleanup, fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { NewPin as PinWanted, SensitivityView } from '../src/api/schema';
import { byRule, desk } from '../src/lib/desk.svelte';
import { pins } from '../src/lib/pins.svelte';
import { session } from '../src/lib/session.svelte';
import ThresholdPage from '../src/pages/ThresholdPage.svelte';
import PinDialog from '../src/parts/PinDialog.svelte';
import { brief, comparison, row } from './case';
import { serve, stubResizeObserver, type Asked } from './server';

vi.mock('../src/lib/routes', () => ({ navigate: vi.fn(), route: { params: { id: '1' }, pathname: '' } }));
vi.mock('../src/parts/Pane.svelte', async () => import('./Nothing.svelte'));
vi.mock('flowbite-svelte/Modal.svelte', async () => ({ default: (await import('./Plain.svelte')).default }));

const fold = (threshold: number) => ({ threshold, depth: 0.2, gainPerRecord: 0.5, bestPerRecord: 0.6 });
const threshold = {
  candidate: 1,
  best: [
    { measure: 'precision', value: 0.3, threshold: 0.95, records: 10 },
    { measure: 'specificity', value: 1, threshold: null, records: 0 },
  ],
  accuracyOfNobody: 0.74375,
  crossValidated: {
    cut: { folds: [fold(0.6), fold(0.62), fold(0.7)], threshold: 0.62, gainPerRecord: 0.4 },
    lowest: 0.6,
    highest: 0.7,
    onValidation: { threshold: 0.62, records: 52, gain: 800 },
  },
  fewAndRight: 10,
  nearlyAll: 148,
  nearlyAllShare: 0.95,
};
const spot = (winner: number) => ({ winner, gain: 500, ahead: 20, depth: 0.2 });
const sensitivity: SensitivityView = {
  candidates: [2, 1],
  map: {
    ratios: [2, 4, 8],
    rates: [0.1, 0.2, 0.3],
    spots: [0, 1, 1].map((winner) => [spot(winner), spot(winner), spot(winner)]),
  },
};
const answer = (parameter: string, amount: number | null) => ({ parameter, now: 4.5, amount, candidate: 2 });
const inverse = {
  bestRecords: 48,
  depth: [answer('missCost', 9), answer('actionCost', null)],
  withinCapacity: true,
  leading: 1,
  takeovers: [answer('actionCost', 6.25), answer('missCost', null)],
};

function served(more: (asked: Asked) => unknown = () => undefined): Asked[] {
  return serve((asked) => {
    const found = more(asked);
    if (found !== undefined) return found;
    if (asked.path.includes('/threshold/')) return threshold;
    if (asked.path.includes('/sensitivity')) return sensitivity;
    if (asked.path.includes('/inverse/')) return inverse;
    if (asked.path.startsWith('/api/pins')) return asked.method === 'GET' ? [] : {};
    if (asked.method === 'GET') return comparison({ candidateId: 1, records: 46, rule: byRule('BY_HAND') });
    return asked.path.endsWith('/cut') ? undefined : { ...brief, ...(asked.body as object) };
  });
}

beforeEach(async () => {
  stubResizeObserver();
  session.me = { name: 'analyst', roles: ['analyst'], passwordDue: false, provided: false };
  desk.brief = brief;
  desk.comparison = null;
  desk.candidateId = null;
});

const words = (element: Element) => element.textContent.replace(/\s+/g, ' ');

describe('the threshold page', () => {
  it('shows the four cells, their money, and says what they mean', async () => {
    served();
    await desk.compare();
    render(ThresholdPage);
    const cell = (key: string) => document.querySelector(`[data-cell=${key}]`)!.textContent;
    expect(cell('caught')).toContain('Caught true positives');
    expect(cell('caught')).toContain('17');
    expect(cell('falseAlarms')).toContain('29');
    expect(cell('missed')).toContain('24');
    expect(cell('leftAlone')).toContain('90');
    expect(document.querySelector('[data-grid-reading]')!.textContent).toContain(
      '17 lapses are caught and 24 missed; 29 members are acted on in vain.',
    );
  });

  it('moves the cut to the best of a measure, to a plain aim and to the cross-validated threshold', async () => {
    served();
    await desk.compare();
    render(ThresholdPage);
    await screen.findByText('Reach few and be right');
    await fireEvent.click(document.querySelector('[data-measure=precision] [data-best]')!);
    expect([desk.records, desk.rule]).toEqual([10, { kind: 'BEST_MEASURE', measure: 'precision' }]);
    await fireEvent.click(document.querySelector('[data-preset=nearly]')!);
    expect(desk.records).toBe(148);
    await fireEvent.click(screen.getByText('move the cut there'));
    expect([desk.records, desk.rule.kind]).toEqual([52, 'CROSS_VALIDATED']);
    expect(words(document.querySelector('[data-cross]')!)).toContain(
      'the folds’ thresholds run from 0.6000 to 0.7000',
    );
    await desk.saveNow();
  });

  it('explains a measure with this case’s numbers', async () => {
    served();
    await desk.compare();
    render(ThresholdPage);
    await fireEvent.click(screen.getByRole('button', { name: 'Precision' }));
    expect(document.querySelector('[data-numbers]')!.textContent).toBe('17 / (17 + 29) = 37.0 %');
  });

  it('keeps stakes while they are typed and lets a cut by rule follow them', async () => {
    let best = 48;
    const asked = served(({ method, path }) => {
      if (method === 'PUT' && path === '/api/briefs/1') best = 60;
      if (method !== 'GET' || path !== '/api/comparisons/1') return undefined;
      const candidates = [row(2, 'Second'), row(1, 'First', { best: { ...row(1, '').best, records: best } })];
      return comparison({ candidateId: 1, records: 48, rule: byRule('BEST_NET_VALUE') }, candidates);
    });
    await desk.compare();
    render(ThresholdPage);
    await fireEvent.input(screen.getByLabelText('Action cost'), { target: { value: '3.2' } });
    await vi.waitFor(() => expect(desk.records).toBe(60));
    expect(asked.find((a) => a.method === 'PUT' && a.path === '/api/briefs/1')!.body).toMatchObject({
      decision: { stakes: { actionCost: 3.2 } },
    });
    await desk.saveNow();
  });

  it('says what the map and the turned-round stakes show', async () => {
    const asked = served();
    await desk.compare();
    render(ThresholdPage);
    const map = await screen.findByLabelText('Sensitivity map');
    expect(words(map)).toContain('the choice flips below 2 : 1 for Second');
    expect(words(map)).toContain('along the event rate nowhere on this map');
    const questions = screen.getByLabelText('Inverse questions');
    await vi.waitFor(() => expect(words(questions)).toContain('the miss cost of €9.00 (now €4.50)'));
    expect(words(questions)).toContain('the cost of an action alone cannot do it');
    expect(words(questions)).toContain('the cost of an action above €6.25 (now €4.50): Second');
    expect(words(questions)).toContain('no amount of miss cost, gain of a caught one, success rate changes');
    await fireEvent.change(screen.getByLabelText('Depth to reach, %'), { target: { value: '40' } });
    await vi.waitFor(() => expect(asked.at(-1)!.path).toBe('/api/comparisons/1/inverse/1?records=64'));
  });

  it('names a winner of the map that is not among the leaders shown', async () => {
    const map = { ...sensitivity, candidates: [2, 9] };
    const cut = { candidateId: 1, records: 46, rule: byRule('BY_HAND') };
    const many = comparison(cut);
    many.order.others = [{ ...row(9, 'Unshown'), trainingAuc: 0.7 }];
    served(({ path }) => {
      if (path.includes('/sensitivity')) return map;
      return path === '/api/comparisons/1' ? many : undefined;
    });
    await desk.compare();
    render(ThresholdPage);
    const drawn = await screen.findByLabelText('Sensitivity map');
    await vi.waitFor(() => expect(words(drawn)).toContain('Unshown'));
    expect(words(drawn)).not.toContain('nobody is best');
  });

  it('has no map where one side of the cost ratio is 0', async () => {
    served(({ path }) => (path.includes('/sensitivity') ? { candidates: [2, 1], map: null } : undefined));
    await desk.compare();
    render(ThresholdPage);
    expect(await screen.findByText(/There is no map/)).toBeTruthy();
  });

  it('says that nobody should be acted on where nothing pays', async () => {
    const nothing = { ...row(1, 'First').best, records: 0, depth: 0, gainOverNobody: 0 };
    served(({ method, path }) =>
      method === 'GET' && path === '/api/comparisons/1'
        ? comparison({ candidateId: 1, records: 46, rule: byRule('BY_HAND') }, [
            row(1, 'First', { best: nothing }),
          ])
        : undefined,
    );
    await desk.compare();
    render(ThresholdPage);
    expect(words(document.querySelector('[data-threshold-line]')!)).toContain('leave everybody alone');
  });
});

describe('pinning', () => {
  it('keeps what the pointer is on with a note', async () => {
    const asked = served();
    await desk.compare();
    const sheet = document.createElement('section');
    const loosen = pins.pinnable(() => ({
      kind: 'SENTENCE',
      chapter: 'threshold',
      title: 'A sentence',
      reading: 'It says so.',
      drawing: null,
      cells: null,
    }))(sheet);
    pins.offerHere();
    expect(pins.offered).toBeNull();
    sheet.dispatchEvent(new Event('pointerenter'));
    pins.offerHere();
    expect(pins.offered?.title).toBe('A sentence');
    render(PinDialog);
    await fireEvent.input(await screen.findByLabelText('Note'), { target: { value: 'Look here.' } });
    cleanup();
    render(PinDialog);
    const note = await screen.findByLabelText('Note');
    expect((note as HTMLTextAreaElement).value).toBe('Look here.');
    await fireEvent.submit(note.closest('form')!);
    await vi.waitFor(() => expect(pins.offered).toBeNull());
    const sent = asked.find((a) => a.method === 'POST')!;
    expect(sent.path).toBe('/api/pins?brief=1');
    expect(sent.body as PinWanted).toMatchObject({ note: 'Look here.', records: 46, candidateId: 1 });
    loosen();
    pins.offerHere();
    expect(pins.offered).toBeNull();
  });
});
