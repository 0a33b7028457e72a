import { fireEvent, render, screen, within } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type {
  CandidateView as Candidate,
  KindView as KindInfo,
  SearchView as Search,
  SettingView as Setting,
  Tree as TreeView,
} from '../src/api/schema';
import { AS_NEEDED, begun, differences, fresh, refused, timeLeft } from '../src/lib/candidates';
import { desk } from '../src/lib/desk.svelte';
import { route } from '../src/lib/routes';
import { session } from '../src/lib/session.svelte';
import { layOut, pathTo, within as near } from '../src/lib/tree';
import CandidatesPage from '../src/pages/CandidatesPage.svelte';
import SearchPage from '../src/pages/SearchPage.svelte';
import CandidateForm from '../src/parts/candidates/CandidateForm.svelte';
import SettingField from '../src/parts/candidates/SettingField.svelte';
import OddsRatios from '../src/parts/candidates/summary/OddsRatios.svelte';
import PruningCurve from '../src/parts/candidates/summary/PruningCurve.svelte';
import TreeWalk from '../src/parts/candidates/summary/TreeWalk.svelte';
import { problem, serve, stubResizeObserver } from './server';
import { brief as typical, candidate as typicalOf, column as columnOf, type ColumnMore } from './case';
import { press } from './hands';
import { nth } from '../src/lib/nth';

vi.mock('../src/lib/routes', () => ({ navigate: vi.fn(), route: { params: {}, pathname: '', hash: '' } }));

const brief = { ...typical, id: 7 };

const setting = (name: string, more: Partial<Setting>): Setting => ({
  name,
  label: name,
  sentence: `What ${name} does.`,
  type: 'number',
  low: 0,
  high: 100,
  initial: 0,
  choices: [],
  mayBeFound: false,
  ...more,
});
const kinds: KindInfo[] = [
  {
    kind: 'logistic',
    words: 'logistic regression',
    reference: false,
    takesInputs: true,
    settings: [setting('penalty', {})],
  },
  {
    kind: 'tree',
    words: 'decision tree',
    reference: false,
    takesInputs: true,
    settings: [setting('depth', { type: 'whole', low: 1, high: 60, initial: 20 })],
  },
  {
    kind: 'supplied',
    words: 'supplied score',
    reference: false,
    takesInputs: false,
    settings: [setting('column', { type: 'column', initial: null })],
  },
];
const candidate = (more: Partial<Candidate>) =>
  typicalOf({ settings: { penalty: 2 }, settingsWords: 'penalty 2', ...more });
const column = (name: string, more: ColumnMore = {}) =>
  columnOf(name, { type: 'NUMBER', distinct: 9, ...more });
const columns = [
  column('age'),
  column('rides'),
  column('tier'),
  column('points', { input: false, setup: { role: 'SCORE' } }),
  column('bought', { input: false, setup: { role: 'SCORE' } }),
];

beforeEach(() => {
  stubResizeObserver();
  session.me = { name: 'analyst', roles: ['analyst'], passwordDue: false, provided: false };
  desk.brief = brief;
  desk.comparison = null;
  vi.spyOn(desk, 'open').mockResolvedValue();
  vi.spyOn(desk, 'compare').mockResolvedValue();
});

describe('names and settings', () => {
  it('finds a name that is free, and begins from the candidate of the same kind only', () => {
    expect(fresh('Tree 3', ['Tree 3', 'Tree 2'])).toBe('Tree 4');
    expect(begun(nth(kinds, 0), candidate({}))).toEqual({ penalty: 2 });
    expect(begun(nth(kinds, 1), candidate({}))).toEqual({ depth: 20 });
    expect(refused(nth(nth(kinds, 1).settings, 0), 2.5)).toBe('1 to 60');
    expect(refused(nth(nth(kinds, 1).settings, 0), 60)).toBeNull();
    expect(timeLeft(200)).toBe('about 3 min left');
  });

  it('lets a number stand as needed only where it may be found', () => {
    expect(refused(setting('penalty', { mayBeFound: true }), AS_NEEDED)).toBeNull();
    expect(refused(setting('penalty', {}), AS_NEEDED)).toBe('0 to 100');
    expect(refused(setting('penalty', { mayBeFound: true }), 101)).toBe('0 to 100');
  });

  it('says what differs in short parts', () => {
    const changes = {
      basedOn: 1,
      basedOnName: 'Logistic',
      kindBefore: null,
      added: ['tier'],
      removed: ['a', 'b', 'c', 'd', 'e'],
      settings: [{ setting: 'penalty', before: 'penalty 0', after: 'penalty 3' }],
    };
    expect(differences(changes)).toEqual(['+ tier', '− 5 inputs: a, b, c …', 'penalty 3 (was penalty 0)']);
  });
});

describe('a new candidate', () => {
  const form = (from: Candidate | null, more = {}) =>
    render(CandidateForm, {
      brief,
      kinds,
      columns,
      candidates: [candidate({})],
      from,
      made: vi.fn(),
      close: vi.fn(),
      ...more,
    });

  it('starts from another, and says what differs', async () => {
    const asked = serve(() => candidate({ id: 2 }));
    const made = vi.fn();
    form(candidate({}), { made });
    expect((screen.getByLabelText('name') as HTMLInputElement).value).toBe('Logistic 2');
    await fireEvent.click(screen.getByLabelText('tier'));
    await fireEvent.click(screen.getByLabelText('age'));
    expect(screen.getByText(/against Logistic: \+ tier, − age/)).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: 'Fit' }));
    await vi.waitFor(() => expect(made).toHaveBeenCalled());
    expect(asked.at(-1)!.body).toEqual({
      name: 'Logistic 2',
      kind: 'logistic',
      settings: { penalty: 2 },
      inputs: ['rides', 'tier'],
      basedOn: 1,
    });
  });

  it('does not send a setting out of range, and keeps what was chosen when it is refused', async () => {
    serve(() => problem(400, 'name: "Logistic" is taken; give it another name'));
    form(null);
    await fireEvent.change(screen.getByLabelText('kind'), { target: { value: 'tree' } });
    expect((screen.getByLabelText('name') as HTMLInputElement).value).toBe('Decision tree');
    await fireEvent.input(screen.getByRole('spinbutton'), { target: { value: '99' } });
    expect(screen.getByText('give 1 to 60')).toBeTruthy();
    expect((screen.getByRole('button', { name: 'Fit' }) as HTMLButtonElement).disabled).toBe(true);
    await fireEvent.input(screen.getByRole('spinbutton'), { target: { value: '9' } });
    await fireEvent.click(screen.getByRole('button', { name: 'Fit' }));
    expect((await screen.findByRole('alert')).textContent).toContain('is taken');
    expect((screen.getByRole('spinbutton') as HTMLInputElement).value).toBe('9');
  });

  it('turns a number that is found as needed into one that is given, and back', async () => {
    const change = vi.fn();
    const props = { columns, candidates: [], change };
    const found = setting('penalty', { mayBeFound: true, initial: AS_NEEDED });
    const { rerender } = render(SettingField, { ...props, setting: found, value: AS_NEEDED });
    await fireEvent.click(screen.getByRole('button', { name: /as needed; give a number/ }));
    expect(change).toHaveBeenLastCalledWith(0);
    await rerender({ ...props, setting: found, value: 3 });
    expect((screen.getByRole('spinbutton') as HTMLInputElement).value).toBe('3');
    await fireEvent.click(screen.getByRole('button', { name: 'as needed' }));
    expect(change).toHaveBeenLastCalledWith(AS_NEEDED);
  });

  it('makes a candidate of each supplied column', async () => {
    const asked = serve(() => candidate({ id: 3 }));
    const made = vi.fn();
    form(null, { made });
    await fireEvent.change(screen.getByLabelText('kind'), { target: { value: 'supplied' } });
    await fireEvent.click(screen.getByLabelText('bought'));
    await fireEvent.click(screen.getByRole('button', { name: 'Fit' }));
    await vi.waitFor(() => expect(made).toHaveBeenCalled());
    expect(asked.map((a) => (a.body as { settings: unknown }).settings)).toEqual([
      { column: 'points' },
      { column: 'bought' },
    ]);
  });
});

describe('the list', () => {
  it('shows what a change did with its verdict, and takes a deletion back', async () => {
    let deleted = false;
    const changed = candidate({
      id: 2,
      name: 'Bent',
      changes: {
        basedOn: 1,
        basedOnName: 'Logistic',
        kindBefore: null,
        added: [],
        removed: ['age'],
        settings: [],
      },
    });
    const asked = serve(({ method, path }) => {
      if (method === 'DELETE') deleted = true;
      if (path.endsWith('/restore')) deleted = false;
      if (path.startsWith('/api/candidates/deleted')) return deleted ? [changed] : [];
      if (path.startsWith('/api/candidates?')) return deleted ? [candidate({})] : [candidate({}), changed];
      if (path.endsWith('/effects')) {
        const effect = { term: 'auc', difference: 0.0213, low: 0.01, high: 0.03, verdict: 'AHEAD' };
        return [{ candidate: 2, basedOn: 1, depth: 0.1, effects: [effect] }];
      }
      if (path.endsWith('/kinds')) return kinds;
      if (path.endsWith('/columns')) return { columns };
      return [];
    });
    render(CandidatesPage);
    const row = (await screen.findByText('Bent')).closest('tr')!;
    expect(row.textContent).toContain('− age');
    await vi.waitFor(() => expect(row.textContent).toMatch(/AUC\s+\+0.021\s*ahead/));
    await fireEvent.click(within(row).getByRole('button', { name: 'delete' }));
    await vi.waitFor(() => expect(screen.queryByText('Bent')).toBeNull());
    expect(await screen.findByRole('button', { name: 'bring Bent back' })).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: 'undo' }));
    expect(await screen.findByText('Bent')).toBeTruthy();
    expect(asked.some((a) => a.path === '/api/candidates/2/restore')).toBe(true);
  });
});

const tree: TreeView = {
  column: ['rides', null, 'tier', null, null],
  leftRule: ['≤ 3', null, 'gold', null, null],
  rightRule: ['> 3', null, 'plain', null, null],
  left: [1, -1, 3, -1, -1],
  records: [100, 40, 60, 20, 40],
  events: [20, 16, 4, 4, 0],
  value: [0.2, 0.4, 1 / 15, 0.2, 0],
  part: 'tree',
  pruning: {
    sizes: [
      { leaves: 9, training: 0.1, error: 0.16, standardError: 0.01 },
      { leaves: 3, training: 0.12, error: 0.14, standardError: 0.01 },
      { leaves: 1, training: 0.16, error: 0.17, standardError: 0.01 },
    ],
    minimumLeaves: 3,
    oneStandardErrorLeaves: 3,
    leaves: 3,
    depth: 2,
  },
};

describe('a tree', () => {
  it('is laid out with parents between their branches', () => {
    const { spots, height } = layOut(tree, near(tree, 9));
    const y = new Map(spots.map((s) => [s.node, s.y]));
    expect(spots).toHaveLength(5);
    expect(y.get(2)).toBe((y.get(3)! + y.get(4)!) / 2);
    expect(height).toBe(150);
    expect(layOut(tree, near(tree, 1)).spots).toHaveLength(3);
    expect(pathTo(tree, 4)).toEqual(['rides > 3', 'tier plain']);
  });

  it('unfolds, says a node in words, and shows the records of a leaf', async () => {
    const asked = serve(() => ({
      records: 12,
      events: 5,
      columns: ['rides', 'renewal'],
      rows: [['17', '2', 'lapsed']],
    }));
    render(TreeWalk, { brief, candidateId: 4, tree });
    const node = screen.getByRole('treeitem', { name: /rides > 3/ });
    await fireEvent.mouseOver(node);
    expect(screen.getByText(/rides > 3: 60 members, 6.7 % lapses, 0.3 times/)).toBeTruthy();
    await fireEvent.keyDown(node, { key: 'Enter' });
    expect(screen.queryByRole('treeitem', { name: /tier gold/ })).toBeNull();
    await fireEvent.click(screen.getByRole('treeitem', { name: /rides ≤ 3/ }));
    expect(await screen.findByRole('table', { name: 'Records in the leaf' })).toBeTruthy();
    expect(screen.getByText(/12, of which 5\s+lapses/)).toBeTruthy();
    expect(nth(asked, 0).path).toBe('/api/candidates/4/leaf?node=1');
  });

  it('is cut to the size that was clicked on its curve', async () => {
    const take = vi.fn();
    const { container } = render(PruningCurve, { pruning: tree.pruning, take });
    expect(container.textContent).toContain('lowest: 3');
    await fireEvent.click(container.querySelector('svg')!);
    expect([1, 3, 9]).toContain(nth(take.mock.calls, 0)[0]);
  });
});

describe('what a logistic regression learnt', () => {
  it('names separated and dropped inputs, shows what has no finite value as a dash, and of many the strongest first', async () => {
    const line = { standardError: null, z: null, pValue: null, oddsRatioLow: null, oddsRatioHigh: null };
    const none = { oddsRatio: null, oddsRatioPerSd: null, oddsRatioPerSdLow: null, oddsRatioPerSdHigh: null };
    const linear = {
      coefficients: [
        { input: '(intercept)', coefficient: -2, ...line, ...none, dropped: false, separated: false },
        { input: 'tells', coefficient: 19, ...line, ...none, dropped: false, separated: true },
        { input: 'flat', coefficient: 0, ...line, ...none, dropped: true, separated: false },
      ],
      dropped: ['flat'],
      separated: ['tells'],
      bent: [],
      likelihood: {
        records: 18000,
        iterations: 26,
        converged: true,
        logLikelihood: -1,
        aic: 6,
        bic: 8,
        mcfadden: 0.9,
      },
    };
    const around = { brief, candidate: { name: 'L' } as Candidate, others: [], cutTo: null };
    render(OddsRatios, { part: { part: 'oddsRatios', ...linear }, around });
    expect(screen.getByText(/Separation: tells/)).toBeTruthy();
    expect(screen.getByText(/follow from earlier inputs: flat/)).toBeTruthy();
    expect(screen.getByText('tells', { selector: 'td[title]' }).closest('tr')!.textContent).toContain('–');
    expect(screen.getByText('left out')).toBeTruthy();
    expect(screen.queryByText(/^all /)).toBeNull();

    const many = Array.from({ length: 1200 }, (_, i) => ({
      ...nth(linear.coefficients, 1),
      input: `answer ${i}`,
      oddsRatioPerSd: 1 + i / 1000,
    }));
    const coefficients = [nth(linear.coefficients, 0), ...many];
    const { container } = render(OddsRatios, {
      part: { part: 'oddsRatios', ...linear, coefficients },
      around,
    });
    const rows = () => container.querySelectorAll('tbody tr');
    expect(rows().length).toBe(60);
    expect(nth([...rows()], 0).textContent).toContain('answer 1199');
    await press(/^all 1,200/);
    expect(rows().length).toBe(1200);
    await press('the first 60');
    expect(rows().length).toBe(60);
  });
});

describe('a search', () => {
  const trial = (number: number, value: number | null) => ({
    number,
    rank: value === null ? null : number + 1,
    kind: 'tree',
    kindWords: 'decision tree',
    settingsWords: `depth ${number}`,
    value,
    standardError: value === null ? null : 0.01,
    folds: value === null ? null : [0.7, 0.8],
    size: 10 + number,
    refusal: value === null ? 'outcome: one only' : null,
    seconds: 2,
    candidateId: null,
  });
  const plan: Search['plan'] = {
    kinds: ['tree'],
    inputs: null,
    measure: 'AUC',
    depth: null,
    seed: 1,
    secondsLimit: 60,
    trialsLimit: null,
    target: null,
    keep: 2,
  };

  it('is stopped by hand, says why it ended, and goes on', async () => {
    let status: Search['status'] = 'running';
    const asked = serve(({ path }) => {
      if (path.endsWith('/stop')) status = 'stopped';
      if (path.endsWith('/resume')) status = 'running';
      return {
        id: 5,
        status,
        progress: 0.4,
        step: 'trial 3',
        message: status === 'stopped' ? 'stopped by hand after 3 trials; it can go on' : null,
        seconds: 20,
        plan,
        measureWords: 'AUC',
        tried: 3,
        simplest: 1,
        trials: [trial(0, 0.79), trial(1, 0.785), trial(2, null)],
      } satisfies Search;
    });
    (route.params as Record<string, string>).search = '5';
    render(SearchPage);
    await fireEvent.click(await screen.findByRole('button', { name: 'Stop' }));
    expect(await screen.findByText(/It ended: stopped by hand after 3 trials/)).toBeTruthy();
    expect(screen.getByText('simplest within one standard error')).toBeTruthy();
    expect(screen.getByText(/outcome: one only/)).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: 'Go on' }));
    await screen.findByRole('button', { name: 'Stop' });
    expect(asked.find((a) => a.path.endsWith('/resume'))!.body).toEqual({
      secondsLimit: 80,
      trialsLimit: null,
      target: null,
    });
  });
});
