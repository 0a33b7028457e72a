import { fireEvent, render, screen } from '@testing-library/svelte';
import { createRawSnippet } from 'svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { BriefView as Brief } from '../src/api/schema';
import { desk } from '../src/lib/desk.svelte';
import { navigate, route } from '../src/lib/routes';
import { session } from '../src/lib/session.svelte';
import SourcePage from '../src/pages/SourcePage.svelte';
import Case from '../src/parts/Case.svelte';
import { brief, comparison } from './case';
import { press, type } from './hands';
import { problem, serve, stubResizeObserver } from './server';

vi.mock('../src/lib/routes', () => ({
  navigate: vi.fn(),
  route: { params: { id: '1' }, pathname: '/briefs/1/compare', hash: '' },
}));
vi.mock('../src/parts/CutBar.svelte', async () => import('./Nothing.svelte'));
vi.mock('../src/parts/PinDialog.svelte', async () => import('./Nothing.svelte'));

const children = createRawSnippet(() => ({ render: () => '<p>the page</p>' }));
const fact = (stage: string) => {
  const link = screen.getByRole('link', { name: new RegExp(`^\\d ?${stage}`) });
  return link.querySelector('small')!.textContent;
};

function opened(of: Partial<Brief> = {}, compared: unknown = comparison(null)) {
  serve(({ path }) => {
    if (path === '/api/briefs/1') return { ...brief, ...of };
    if (path.startsWith('/api/pins')) return [];
    return path.startsWith('/api/comparisons/1') ? compared : undefined;
  });
  return render(Case, { children });
}

beforeEach(() => {
  stubResizeObserver();
  session.me = { name: 'analyst', roles: ['analyst'], passwordDue: false, provided: false };
  desk.brief = null;
  desk.comparison = null;
  desk.candidateId = null;
  desk.failures.forget();
  vi.mocked(navigate).mockClear();
  Object.assign(route, { pathname: '/briefs/1/compare' });
});

describe('the frame of a brief', () => {
  it('says at each stage where the case stands', async () => {
    opened();
    expect(await screen.findByText('the page')).toBeTruthy();
    await vi.waitFor(() => expect(screen.getByText(/reserve \(final hold-out\) sealed/)).toBeTruthy());
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Whom?');
    expect(fact('Brief')).toBe('renewal = lapsed');
    expect(fact('Data')).toBe('100 · 12.0 % lapses');
    expect(fact('Candidates')).toBe('1 fitted');
    expect(fact('Sign-off')).toBe('no report yet');
    expect(fact('In service')).toBe('nothing yet');
    expect(document.querySelector('nav [aria-current=page]')!.textContent).toContain('Compare');
    expect(screen.getByText(/Validation · 160\s+members, 41\s+lapses/)).toBeTruthy();
  });

  it('says what is missing in a brief that has only begun', async () => {
    const outcome = { column: '', events: [], leftOut: [], leaveOutMissing: false };
    const progress = { ...brief.progress, candidates: 0, fitted: 0 };
    opened({ decision: { ...brief.decision, outcome }, split: null, progress }, undefined);
    await screen.findByText('the page');
    expect(fact('Brief')).toBe('no outcome yet');
    expect(fact('Data')).toBe('100 · not split');
    expect(fact('Candidates')).toBe('none yet');
    expect(fact('Compare')).toBe('nothing to compare');
    expect(fact('Threshold')).toBe('no cut yet');
  });

  it('names the revision before, and a reserve that holds nothing', async () => {
    const parts = brief.split!.parts.map((p) => (p.part === 'reserve' ? { ...p, records: 0 } : p));
    opened({
      revision: { ...brief.revision, number: 3, previousId: 8 },
      split: { ...brief.split!, parts },
      progress: { ...brief.progress, running: 2, signOff: 'approved', version: 4 },
    });
    const link = await screen.findByRole('link', { name: 'revision 2' });
    expect(link.getAttribute('href')).toBe('/briefs/8');
    expect(await screen.findByText(/no reserve \(final hold-out\)/)).toBeTruthy();
    expect(fact('Candidates')).toBe('1 fitted · 2 running');
    expect(fact('Sign-off')).toBe('report approved');
    expect(fact('In service')).toBe('version 4');
  });

  it('goes to a stage by its number, and not while somebody types', async () => {
    opened();
    await screen.findByText('the page');
    await fireEvent.keyDown(document.body, { key: '2' });
    expect(navigate).toHaveBeenLastCalledWith('/briefs/1/data');
    await fireEvent.keyDown(document.body, { key: '1' });
    expect(navigate).toHaveBeenLastCalledWith('/briefs/1');
    const field = document.body.appendChild(document.createElement('input'));
    await fireEvent.keyDown(field, { key: '5' });
    expect(navigate).toHaveBeenCalledTimes(2);
    field.remove();
  });

  it('says why a brief cannot be opened, and shows no page of it', async () => {
    serve(({ path }) =>
      path === '/api/briefs/1' ? problem(404, 'There is no brief 1 that you may see.') : [],
    );
    render(Case, { children });
    expect((await screen.findByRole('alert')).textContent).toContain('no brief 1');
    expect(screen.queryByText('the page')).toBeNull();
  });
});

describe('a table out of a database', () => {
  const preview = { names: ['member_no', 'rides'], rows: [['m1', '4'], ['m2', null]] }; // prettier-ignore

  it('is looked at, named and copied; another query has to be looked at again', async () => {
    const asked = serve(({ path }) => {
      if (path === '/api/sources') return ['desk', 'shop'];
      return path.endsWith('/preview') ? preview : { id: 12 };
    });
    render(SourcePage);
    await screen.findByLabelText('database');
    const copy = screen.getByRole('button', { name: 'Copy all of it' }) as HTMLButtonElement;
    await type('query', 'select * from members');
    await press('Show the first records');
    expect(await screen.findByText('2 columns, first 2 records:')).toBeTruthy();
    expect(screen.getByText('m2').nextElementSibling!.textContent).toBe('');
    expect(copy.disabled).toBe(true);
    await type('Name of the copy', ' members ');
    expect(copy.disabled).toBe(false);
    await type('query', 'select * from others');
    expect(copy.disabled).toBe(true);
    await type('query', 'select * from members');
    await press('Copy all of it');
    await vi.waitFor(() => expect(navigate).toHaveBeenCalledWith('/files/:id', { params: { id: '12' } }));
    expect(asked.at(-1)!.body).toEqual({ source: 'desk', query: 'select * from members', name: 'members' });
  });

  it('keeps a refused query over a reload, and says that none is named', async () => {
    serve(({ path }) =>
      path === '/api/sources' ? ['desk'] : problem(400, 'query: relation "member" does not exist'),
    );
    const { unmount } = render(SourcePage);
    await screen.findByLabelText('database');
    await type('query', 'select * from member');
    await press('Show the first records');
    expect((await screen.findByRole('alert')).textContent).toContain('does not exist');
    unmount();
    const again = render(SourcePage);
    await screen.findByLabelText('database');
    expect((screen.getByLabelText('query') as HTMLTextAreaElement).value).toBe('select * from member');
    again.unmount();
    serve(() => []);
    render(SourcePage);
    expect(await screen.findByText(/No database is named here/)).toBeTruthy();
  });
});
