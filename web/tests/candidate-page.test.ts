import { render, screen } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { CandidateView as Candidate, KindView } from '../src/api/schema';
import { desk } from '../src/lib/desk.svelte';
import { navigate, route } from '../src/lib/routes';
import { session } from '../src/lib/session.svelte';
import CandidatePage from '../src/pages/CandidatePage.svelte';
import SearchForm from '../src/parts/candidates/SearchForm.svelte';
import { brief, candidate } from './case';
import { press, type } from './hands';
import { problem, serve, stubResizeObserver, type Asked } from './server';

vi.mock('../src/lib/routes', () => ({
  navigate: vi.fn(),
  route: { params: { candidate: '5' }, pathname: '', hash: '' },
}));
vi.mock('../src/parts/candidates/ModelSummary.svelte', async () => import('./CutsTo.svelte'));

const five = (more: Partial<Candidate> = {}) =>
  candidate({
    id: 5,
    name: 'Tree',
    kind: 'tree',
    kindWords: 'decision tree',
    settingsWords: 'depth 6',
    settings: { depth: 6 },
    parameterCount: 2812,
    seconds: 8.24,
    ...more,
  });

function served(list: () => Candidate[], more: (asked: Asked) => unknown = () => undefined): Asked[] {
  return serve((asked) => more(asked) ?? (asked.path === '/api/candidates?brief=1' ? list() : []));
}

const at = (hash: string) => Object.assign(route, { hash });

beforeEach(() => {
  stubResizeObserver();
  session.me = { name: 'analyst', roles: ['analyst'], passwordDue: false, provided: false };
  desk.brief = brief;
  desk.comparison = null;
  vi.spyOn(desk, 'open').mockResolvedValue();
  vi.spyOn(desk, 'compare').mockResolvedValue();
  vi.mocked(navigate).mockClear();
  at('');
});

describe('the page of a candidate', () => {
  it('says what it is, how large, and how long it took', async () => {
    served(() => [five(), candidate()]);
    render(CandidatePage);
    expect(await screen.findByRole('heading', { name: 'Tree' })).toBeTruthy();
    expect(screen.getByText(/depth 6 · 2 inputs · 2,812 parameters · fitted in 8\.2 s/)).toBeTruthy();
    expect(screen.getByText('› decision tree')).toBeTruthy();
    const here = document.querySelector('nav [aria-current=page]')!;
    expect(here.textContent).toBe('What it learnt');
  });

  it('opens the view that its address names, and asks for that alone', async () => {
    at('#figures');
    const asked = served(
      () => [five()],
      ({ path }) =>
        path === '/api/comparisons/figures/5'
          ? { alarms: [], figures: [], depth: 0.1, cutSet: true }
          : undefined,
    );
    render(CandidatePage);
    expect(await screen.findByText(/Capture, lift and precision at the cut/)).toBeTruthy();
    expect(asked.map((a) => a.path)).toEqual(['/api/candidates?brief=1', '/api/comparisons/figures/5']);
  });

  it('tells what differs from its base and what that did', async () => {
    const changes = {
      basedOn: 1,
      basedOnName: 'Logistic',
      kindBefore: 'logistic regression',
      added: [],
      removed: ['rides'],
      settings: [],
    };
    served(
      () => [five({ changes })],
      ({ path }) => (path.endsWith('/effects') ? [] : undefined),
    );
    render(CandidatePage);
    const link = await screen.findByRole('link', { name: 'Logistic' });
    expect(link.getAttribute('href')).toBe('/briefs/1/candidates/1');
    expect(link.parentElement!.textContent).toContain('instead of logistic regression; − rides');
  });

  it('shows how far a fit has come, and stops it', async () => {
    let status: Candidate['status'] = 'running';
    const asked = served(
      () => [five({ status, progress: 0.4, step: 'fold 2', secondsLeft: 200, seconds: null })],
      ({ path }) => {
        if (path.endsWith('/stop')) status = 'stopped';
        return undefined;
      },
    );
    render(CandidatePage);
    expect(await screen.findByText('fold 2 · about 3 min left')).toBeTruthy();
    expect(document.querySelector('nav')).toBeNull();
    await press('Stop');
    expect(await screen.findByText('▲ stopped')).toBeTruthy();
    expect(asked.some((a) => a.method === 'POST' && a.path === '/api/candidates/5/stop')).toBe(true);
    await vi.waitFor(() => expect(desk.compare).toHaveBeenCalled());
  });

  it('says so where it was deleted or is of another brief', async () => {
    served(() => [candidate()]);
    render(CandidatePage);
    expect((await screen.findByRole('alert')).textContent).toContain('deleted, or is of another brief');
  });

  it('cuts a tree to a size as a candidate of its own, and says why it cannot', async () => {
    let refuse = false;
    const asked = served(
      () => [five(), candidate({ id: 6, name: 'Tree, 9 leaves' })],
      ({ method }) => {
        if (method !== 'POST') return undefined;
        return refuse ? problem(409, 'The brief is being changed.', 'CHANGED') : five({ id: 9 });
      },
    );
    render(CandidatePage);
    await press('cut to 9');
    await vi.waitFor(() => expect(navigate).toHaveBeenCalledWith('/briefs/1/candidates/9'));
    expect(asked.find((a) => a.method === 'POST')!.body).toEqual({
      name: 'Tree, 9 leaves 2',
      kind: 'tree',
      settings: { depth: 6, pruning: 'leaves', leaves: 9 },
      inputs: ['age', 'rides'],
      basedOn: 5,
    });
    refuse = true;
    await press('cut to 9');
    expect((await screen.findByRole('alert')).textContent).toBe('The brief is being changed.');
  });
});

describe('a new search', () => {
  const kind = (name: string, takesInputs = true): KindView => ({
    kind: name,
    words: name,
    reference: false,
    takesInputs,
    settings: [],
  });
  const kinds = [kind('logistic'), kind('tree'), kind('bayes'), kind('supplied', false)];

  it('is asked for by kinds, measure and limits', async () => {
    const asked = serve(({ method }) => (method === 'POST' ? { id: 4 } : undefined));
    const made = vi.fn();
    render(SearchForm, { brief, kinds, made, close: vi.fn() });
    expect(screen.queryByLabelText('supplied')).toBeNull();
    await screen.findByRole('checkbox', { name: 'bayes' }).then((box) => box.click());
    screen.getByRole('checkbox', { name: 'tree' }).click();
    await type('minutes', '0.5');
    await press('Search');
    await vi.waitFor(() => expect(made).toHaveBeenCalledWith({ id: 4 }));
    expect(asked[0]!.path).toBe('/api/searches?brief=1');
    expect(asked[0]!.body).toMatchObject({
      kinds: ['logistic', 'forest', 'boosted', 'bayes'],
      measure: 'AUC',
      depth: null,
      secondsLimit: 30,
      trialsLimit: null,
      target: null,
      keep: 3,
    });
  });

  it('cannot begin without an end, and keeps what was typed where it is refused', async () => {
    serve(() => problem(400, 'kinds: name one that is fitted'));
    const close = vi.fn();
    render(SearchForm, { brief, kinds, made: vi.fn(), close });
    const begin = screen.getByRole('button', { name: 'Search' }) as HTMLButtonElement;
    screen.getByRole('checkbox', { name: 'for at most, minutes' }).click();
    await vi.waitFor(() => expect(begin.disabled).toBe(true));
    screen.getByRole('checkbox', { name: 'at most, trials' }).click();
    await vi.waitFor(() => expect(begin.disabled).toBe(false));
    await type('trials', '12');
    await press('Search');
    expect((await screen.findByRole('alert')).textContent).toBe('kinds: name one that is fitted');
    expect((screen.getByLabelText('trials') as HTMLInputElement).value).toBe('12');
    await press('Leave it');
    expect(close).toHaveBeenCalled();
  });
});
