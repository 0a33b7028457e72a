import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { DraftView as Draft, Page, ReportView as Report } from '../src/api/schema';
import { byRule, desk } from '../src/lib/desk.svelte';
import { navigate } from '../src/lib/routes';
import { session } from '../src/lib/session.svelte';
import AccountsPage from '../src/pages/AccountsPage.svelte';
import Home from '../src/pages/Home.svelte';
import PolicyPage from '../src/pages/PolicyPage.svelte';
import ReportPage from '../src/pages/ReportPage.svelte';
import SignOffPage from '../src/pages/SignOffPage.svelte';
import TrailPage from '../src/pages/TrailPage.svelte';
import { brief, comparison } from './case';
import { problem, serve, type Asked } from './server';

vi.mock('../src/lib/routes', () => ({
  navigate: vi.fn(),
  route: { params: { id: '5' }, pathname: '' },
}));

const DRAWN =
  '<html><head><style>p {}</style></head><body><main class="report"><section data-paragraph="risks"><p>What could go wrong</p>' +
  '</section></main></body></html>';
const page: Page = {
  decision: 'The proposal: ringing the top 8 %.',
  expected: 'Expected to reach 31 %.',
  ways: [
    {
      name: 'this proposal',
      actedOn: '20',
      reached: { value: '31 %', interval: '28 % to 34 %' },
      gain: { value: '+€50', interval: null },
      ahead: { value: '', interval: null },
    },
  ],
  confirmation: 'The reserve is still sealed.',
  confirmed: false,
  why: ['It is the simplest: 2 inputs.'],
  risks: ['Monitoring plan fails.'],
  said: { decision: 'From Monday on.', why: '', risks: '' },
};
const check = (name: string, passes: boolean, waiver: string | null = null) =>
  ({
    check: name,
    title: `Title of ${name}`,
    passes,
    words: `found ${name}`,
    paragraph: 'risks',
    waiver,
  }) as Draft['checks'][0];
const draft = {
  version: 4,
  memo: { startsOn: null, words: {}, today: null, todayRecords: null, monitoring: [] },
  answers: {},
  remarks: [],
  seal: null,
  problem: null,
  page,
  checks: [check('lift', true), check('monitoring', false)],
  policyVersion: 2,
  figures: { gain: '€50', capture: '31 %' },
  paragraphs: [
    { paragraph: 'risks', title: 'What could go wrong' },
    { paragraph: 'recipe', title: 'Recipe' },
  ],
  reports: [],
} as Draft;
const head = {
  id: 5,
  briefId: 1,
  brief: 'plan-lapse',
  question: 'Whom?',
  issuedBy: 'analyst',
  issuedAt: '2026-11-23T09:00:00Z',
  state: 'WAITING',
  words: 'Waits for approval.',
  supersedes: null,
  supersededBy: null,
} as Report['head'];
const report = {
  head,
  sha256: 'ab12',
  page,
  checks: draft.checks,
  policyVersion: 2,
  acts: [
    {
      act: 'submitted',
      about: '',
      by: 'analyst',
      at: '2026-11-23T09:00:00Z',
      words: '',
      condition: '',
      until: null,
      remarks: [],
    },
  ],
  answers: [],
  barred: null,
  mayWithdraw: false,
} as Report;

const html = () => new Response(DRAWN);
const sheet = (asked: Asked, other: unknown) => (asked.path.includes('inside=true') ? html() : other);
const chapter = async () => {
  await waitFor(() => {
    const host = document.querySelector('[data-report]');
    if (!host?.shadowRoot?.querySelector('[data-paragraph=risks]')) throw new Error('not drawn yet');
  });
  return document
    .querySelector('[data-report]')!
    .shadowRoot!.querySelector<HTMLElement>('[data-paragraph=risks] p')!;
};
const press = async (name: string | RegExp) => fireEvent.click(await screen.findByRole('button', { name }));
const type = async (label: string, value: string) =>
  fireEvent.input(await screen.findByLabelText(label), { target: { value } });

beforeEach(() => {
  vi.mocked(navigate).mockClear();
  Element.prototype.scrollIntoView = vi.fn();
  session.me = { name: 'analyst', roles: ['analyst'], passwordDue: false, provided: false };
  desk.brief = brief;
  desk.comparison = comparison({ candidateId: 2, records: 20, rule: byRule('BY_HAND') });
  desk.candidateId = 2;
  desk.records = 20;
  desk.pins = [];
});

describe('writing a report', () => {
  const answer = (asked: Asked) =>
    sheet(
      asked,
      asked.path.endsWith('/submit') ? report : asked.path.startsWith('/api/briefs') ? brief : draft,
    );

  it('offers a chapter that is clicked for words, and keeps them with the version it saw', async () => {
    const asked = serve(answer);
    render(SignOffPage);
    await fireEvent.click(await chapter());
    const field = await screen.findByLabelText('Words on What could go wrong');
    await fireEvent.change(field, { target: { value: 'Snow.' } });
    await waitFor(() => {
      expect(asked.find((a) => a.method === 'PUT')).toMatchObject({
        path: '/api/sign-off/1',
        body: { version: 4, memo: { words: { risks: 'Snow.' } } },
      });
    });
    expect(screen.queryByRole('button', { name: 'Recipe' })).toBeNull();
    await fireEvent.change(screen.getByLabelText('Insert a figure'), { target: { value: 'gain' } });
    await waitFor(() => {
      const last = asked.filter((a) => a.method === 'PUT').at(-1)!.body as { memo: Draft['memo'] };
      expect(last.memo.words.risks).toContain('{gain}');
    });
  });

  it('says in the rail how many checks are open', async () => {
    serve(answer);
    render(SignOffPage);
    await screen.findByText('Title of monitoring');
    expect(desk.openChecks).toBe('1 of 2 checks open');
  });

  it('asks before it opens the reserve, and submits to the page to decide on', async () => {
    const asked = serve(answer);
    render(SignOffPage);
    await press('Open the reserve …');
    expect(screen.getByText(/No other candidate or cut can be confirmed/)).toBeTruthy();
    expect(asked.some((a) => a.method === 'POST')).toBe(false);
    await press('Leave it sealed');
    await press('Submit for approval');
    await waitFor(() => expect(navigate).toHaveBeenCalledWith('/reports/:id', { params: { id: '5' } }));
  });

  it('leads back to the cut that the reserve was opened for', async () => {
    const seal = { openedBy: 'analyst', openedAt: '2026-11-23T09:00:00Z', candidateId: 1, records: 12 };
    serve((asked) =>
      sheet(
        asked,
        asked.method === 'PUT'
          ? undefined
          : { ...draft, seal, page: null, problem: 'seal: was opened for own' },
      ),
    );
    render(SignOffPage);
    expect(await screen.findByText('seal: was opened for own')).toBeTruthy();
    await press('Go back to that candidate and cut');
    expect([desk.candidateId, desk.records]).toEqual([1, 12]);
  });

  it('has remarks answered beside the report', async () => {
    const remarks = [
      { paragraph: 'risks', title: 'What could go wrong', words: 'And snow?', by: 'approver' },
    ];
    const asked = serve((a) => sheet(a, { ...draft, remarks }));
    render(SignOffPage);
    await fireEvent.click(await screen.findByRole('tab', { name: 'Words' }));
    const field = await screen.findByLabelText('Answer on What could go wrong');
    await fireEvent.change(field, { target: { value: 'See there.' } });
    await waitFor(() =>
      expect(asked.find((a) => a.path === '/api/sign-off/1' && a.method === 'PUT')?.body).toMatchObject({
        answers: { 0: 'See there.' },
      }),
    );
  });

  it('keeps a plan of what is watched, and gives a reader nothing to write', async () => {
    const asked = serve(answer);
    const { unmount } = render(SignOffPage);
    await fireEvent.click(await screen.findByRole('tab', { name: 'Words' }));
    await press('begin with three usual ones');
    await waitFor(() => {
      const kept = asked.find((a) => a.method === 'PUT')!.body as { memo: Draft['memo'] };
      expect(kept.memo.monitoring.map((w) => w.limit)).toContain('at least {captureLow}');
    });
    unmount();
    session.me = { name: 'reader', roles: ['reader'], passwordDue: false, provided: false };
    render(SignOffPage);
    await screen.findByText('Title of monitoring');
    expect(screen.queryByRole('button', { name: 'Submit for approval' })).toBeNull();
  });
});

describe('deciding on a report', () => {
  beforeEach(() => {
    session.me = { name: 'approver', roles: ['approver'], passwordDue: false, provided: false };
  });

  it('shows decision, words and checks, and cannot be approved while one is open', async () => {
    serve((asked) => sheet(asked, report));
    render(ReportPage);
    expect(await screen.findByText(page.decision)).toBeTruthy();
    expect(screen.getByText('From Monday on.')).toBeTruthy();
    expect(screen.getByText('(28 % to 34 %)', { exact: false })).toBeTruthy();
    expect((screen.getByRole('button', { name: 'Approve' }) as HTMLButtonElement).disabled).toBe(true);
    expect((screen.getByRole('button', { name: 'Return' }) as HTMLButtonElement).disabled).toBe(true);
  });

  it('waives with a reason and a day, then approves under a condition', async () => {
    let waived = false;
    const asked = serve((a) => {
      if (a.path.endsWith('/waive')) waived = true;
      const checks = [check('lift', true), check('monitoring', false, waived ? 'waived by approver' : null)];
      return sheet(a, { ...report, checks });
    });
    render(ReportPage);
    await press(/Title of monitoring/);
    await press('waive …');
    await type('Reason to waive', 'a trial');
    await type('Waived until', '2027-03-01');
    await press('Waive');
    expect(await screen.findByText('none open')).toBeTruthy();
    await type('Condition', 'north only');
    await press('Approve on condition');
    await waitFor(() => expect(asked.filter((a) => a.method === 'POST').length).toBe(2));
    expect(asked.filter((a) => a.method === 'POST').map((a) => [a.path, a.body])).toEqual([
      ['/api/reports/5/waive', { check: 'monitoring', reason: 'a trial', until: '2027-03-01' }],
      ['/api/reports/5/approve', { words: '', condition: 'north only', until: null }],
    ]);
  });

  it('returns it with a remark on the chapter that was clicked', async () => {
    const asked = serve((a) => sheet(a, report));
    render(ReportPage);
    await fireEvent.click(await screen.findByRole('tab', { name: 'The whole report' }));
    await fireEvent.click(await chapter());
    await type('Remark on risks', 'And snow?');
    await press('Return');
    await waitFor(() =>
      expect(asked.find((a) => a.method === 'POST')).toMatchObject({
        path: '/api/reports/5/return',
        body: { words: '', remarks: [{ paragraph: 'risks', words: 'And snow?' }] },
      }),
    );
  });

  it('says why somebody cannot decide, and what the server refuses', async () => {
    serve((a) => sheet(a, { ...report, barred: 'You made this report.', mayWithdraw: true }));
    const { unmount } = render(ReportPage);
    expect(await screen.findByText('You made this report.')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Approve' })).toBeNull();
    unmount();
    serve((a) =>
      a.method === 'POST'
        ? problem(400, 'checks: fail')
        : sheet(a, { ...report, checks: [check('lift', true)] }),
    );
    render(ReportPage);
    await press('Approve');
    expect(await screen.findByText('checks: fail')).toBeTruthy();
  });

  it('still offers the evidence of a report of an earlier version', async () => {
    serve(() => ({ ...report, page: null, checks: [] }));
    render(ReportPage);
    expect(await screen.findByText(/issued by an earlier version/)).toBeTruthy();
    expect(screen.getByRole('link', { name: 'evidence.json' }).getAttribute('href')).toBe(
      '/api/reports/5/evidence.json',
    );
  });
});

function demand(
  check: string,
  title: string,
  sentence: string,
  demanded: boolean,
  limits: { name: string; value: number }[],
) {
  return { check, title, sentence, demanded, limits };
}

describe('around it', () => {
  it('leads from the first page to what waits for somebody', async () => {
    serve(({ path }) =>
      path === '/api/reports/waiting' ? [head, { ...head, id: 6, state: 'RETURNED' }] : [],
    );
    render(Home);
    const links = (await screen.findByLabelText('Waiting for you')).querySelectorAll('a');
    expect([...links].map((a) => a.getAttribute('href'))).toEqual(['/reports/5', '/briefs/1/sign-off']);
  });

  it('tells where the trail was changed, and finds entries', async () => {
    const entry = (number: number, act: string) => ({
      chain: 'brief 5',
      number,
      at: `2026-11-2${number}T09:00:00Z`,
      by: 'analyst',
      act,
      subject: 'Tree',
      words: '',
      previous: '',
      hash: 'abcdef0123456789',
      signature: 's',
    });
    serve(() => ({
      chain: 'brief 5',
      entries: [entry(1, 'cut set'), entry(2, 'reserve opened')],
      fault: 'entry 1 was changed',
      thumbprint: 't',
    }));
    render(TrailPage);
    expect(await screen.findByText('The chain is broken: entry 1 was changed.')).toBeTruthy();
    expect([...document.querySelectorAll('h2:not(.title)')].map((h) => h.textContent)).toEqual([
      '2026-11-22',
      '2026-11-21',
    ]);
    await type('Find in the trail', 'RESERVE');
    expect(screen.queryByText('cut set')).toBeNull();
  });

  const policy = {
    version: 1,
    name: 'House',
    text: 'format: 1\n',
    checks: [
      demand('lift', 'Lift at the cut', 'At least {atLeast} times.', true, [{ name: 'atLeast', value: 1.5 }]),
      demand('noOpenLeak', 'No open leak alarm', 'No leak.', false, []),
    ],
    by: null,
    at: null,
  };

  it('shows the policy as its checks, says what a change would do, and keeps it', async () => {
    session.me = { name: 'administrator', roles: ['administrator'], passwordDue: false, provided: false };
    const asked = serve(({ method, path }) => {
      if (path === '/api/policy/trial') return { open: 2, changes: [{ check: 'lift', passes: 0, fails: 2 }] };
      return method === 'PUT' ? { ...policy, version: 2 } : [policy];
    });
    render(PolicyPage);
    const limit = (await screen.findByLabelText('Lift at the cut: atLeast')) as HTMLInputElement;
    const keep = screen.getByRole('button', { name: 'Keep as a new version' }) as HTMLButtonElement;
    expect(keep.disabled).toBe(true);
    await fireEvent.change(limit, { target: { value: '2.5' } });
    expect(await screen.findByText('▲ 2 open reports would fail it')).toBeTruthy();
    expect(screen.getByText('changed')).toBeTruthy();
    await fireEvent.click(screen.getByLabelText('Demand: No open leak alarm'));
    await fireEvent.click(keep);
    await screen.findByText(/Kept as version 2/);
    expect(asked.find((a) => a.method === 'PUT')!.body).toEqual({
      name: 'House',
      checks: { lift: { atLeast: 2.5 }, noOpenLeak: {} },
      basedOn: 1,
    });
  });

  it('takes back what was changed of the policy and not kept', async () => {
    session.me = { name: 'administrator', roles: ['administrator'], passwordDue: false, provided: false };
    serve(({ path }) => (path === '/api/policy/trial' ? { open: 0, changes: [] } : [policy]));
    render(PolicyPage);
    await fireEvent.change(await screen.findByLabelText('Lift at the cut: atLeast'), {
      target: { value: '3' },
    });
    expect(await screen.findByText('No report is open, so nothing changes at once.')).toBeTruthy();
    await press('Leave it');
    expect((screen.getByLabelText('Lift at the cut: atLeast') as HTMLInputElement).value).toBe('1.5');
  });

  it('lets the administrator alone change the policy, and keeps what was refused', async () => {
    const versions = [policy];
    const asked = serve(({ method }) => (method === 'PUT' ? problem(400, 'name: is empty') : versions));
    const { unmount } = render(PolicyPage);
    expect(await screen.findByText('The administrator changes it.')).toBeTruthy();
    await press('as text');
    expect(screen.getByText('format: 1').tagName).toBe('PRE');
    unmount();
    session.me = { name: 'administrator', roles: ['administrator'], passwordDue: false, provided: false };
    render(PolicyPage);
    await screen.findByText('Lift at the cut');
    await press('as text');
    await type('Policy', 'format: 1\nname: \n');
    await press('Keep as a new version');
    expect(await screen.findByText('name: is empty')).toBeTruthy();
    expect((screen.getByLabelText('Policy') as HTMLTextAreaElement).value).toBe('format: 1\nname: \n');
    expect(asked.at(-1)!.body).toEqual({ text: 'format: 1\nname: \n', basedOn: 1 });
  });

  it('gives and takes roles, and shows what is refused', async () => {
    const account = { id: 3, name: 'analyst', roles: ['analyst'], active: true };
    const asked = serve(({ method }) =>
      method === 'PATCH' ? problem(400, 'roles: no administrator') : [account],
    );
    render(AccountsPage);
    await screen.findByText('analyst', { selector: 'td' });
    await fireEvent.click(screen.getAllByRole('button', { name: 'approver' })[0]);
    expect(asked.find((a) => a.method === 'PATCH')).toMatchObject({
      path: '/api/accounts/3',
      body: { roles: ['analyst', 'approver'] },
    });
    expect(await screen.findByText('roles: no administrator')).toBeTruthy();
  });
});
