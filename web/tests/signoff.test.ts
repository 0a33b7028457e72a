import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { DraftView as Draft, Page, ReportView as Report } from '../src/api/schema';
import { byRule, desk } from '../src/lib/desk.svelte';
import { navigate } from '../src/lib/routes';
import { session } from '../src/lib/session.svelte';
import ReportPage from '../src/pages/ReportPage.svelte';
import SignOffPage from '../src/pages/SignOffPage.svelte';
import { brief, comparison, head, watchable } from './case';
import { press, type } from './hands';
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
  authorText: { startsOn: null, words: {}, today: null, todayRecords: null, monitoring: [] },
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
  watchable,
  reports: [],
} as Draft;
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
        body: { version: 4, authorText: { words: { risks: 'Snow.' } } },
      });
    });
    expect(screen.queryByRole('button', { name: 'Recipe' })).toBeNull();
    await fireEvent.change(screen.getByLabelText('Insert a figure'), { target: { value: 'gain' } });
    await waitFor(() => {
      const last = asked.filter((a) => a.method === 'PUT').at(-1)!.body as {
        authorText: Draft['authorText'];
      };
      expect(last.authorText.words.risks).toContain('{gain}');
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
      const kept = asked.find((a) => a.method === 'PUT')!.body as { authorText: Draft['authorText'] };
      expect(kept.authorText.monitoring.map((w) => w.rule?.at)).toEqual([0.312]);
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
