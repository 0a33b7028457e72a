import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { desk } from '../src/lib/desk.svelte';
import { session } from '../src/lib/session.svelte';
import AccountsPage from '../src/pages/AccountsPage.svelte';
import Home from '../src/pages/Home.svelte';
import PolicyPage from '../src/pages/PolicyPage.svelte';
import TrailPage from '../src/pages/TrailPage.svelte';
import { brief, head } from './case';
import { press, type } from './hands';
import { problem, serve } from './server';
import { nth } from '../src/lib/nth';

vi.mock('../src/lib/routes', () => ({
  navigate: vi.fn(),
  route: { params: { id: '5' }, pathname: '' },
}));

beforeEach(() => {
  session.me = { name: 'analyst', roles: ['analyst'], passwordDue: false, provided: false };
  desk.brief = brief;
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

describe('around the briefs', () => {
  it('leads from the first page to what waits for somebody', async () => {
    serve(({ path }) =>
      path === '/api/reports/waiting'
        ? [head, { ...head, id: 6, state: 'RETURNED' }]
        : path === '/api/follow/notices'
          ? [{ id: 1, briefId: 9, question: 'Whom?', brief: 'plan-lapse', words: 'A batch was due.' }]
          : [],
    );
    render(Home);
    const links = (await screen.findByLabelText('Waiting for you')).querySelectorAll('a');
    expect([...links].map((a) => a.getAttribute('href'))).toEqual([
      '/reports/5',
      '/briefs/1/sign-off',
      '/briefs/9/in-service',
    ]);
  });

  it('shows the first of much that waits, and all of it on asking', async () => {
    const many = Array.from({ length: 1000 }, (_, i) => ({ ...head, id: i + 1 }));
    const notice = { id: 1, briefId: 9, question: 'Whom?', brief: 'plan-lapse', words: 'A batch was due.' };
    serve(({ path }) =>
      path === '/api/reports/waiting' ? many : path === '/api/follow/notices' ? [notice] : [],
    );
    render(Home);
    const section = await screen.findByLabelText('Waiting for you');
    const links = () => [...section.querySelectorAll('a')].map((a) => a.getAttribute('href'));
    expect(links()).toEqual([1, 2, 3, 4, 5].map((n) => `/reports/${n}`).concat('/briefs/9/in-service'));
    await press('all: 1,000 reports, 1 notice');
    expect(links()).toHaveLength(1001);
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
    const entries = [entry(1, 'brief begun'), entry(2, 'cut set'), entry(3, 'reserve opened')];
    const asked = serve(({ path }) => {
      const query = new URLSearchParams(path.split('?')[1]);
      const found = entries.filter((e) => e.act.includes(query.get('find')!.toLowerCase()));
      const before = Number(query.get('before') ?? 4);
      return {
        chain: 'brief 5',
        total: 3,
        found: found.length,
        entries: found.filter((e) => e.number < before).slice(-2),
        fault: 'entry 1 was changed',
        thumbprint: 't',
      };
    });
    render(TrailPage);
    expect(await screen.findByText('The chain is broken: entry 1 was changed.')).toBeTruthy();
    expect([...document.querySelectorAll('h2:not(.title)')].map((h) => h.textContent)).toEqual([
      '2026-11-23',
      '2026-11-22',
    ]);
    expect(screen.getByText('2 of 3 are shown')).toBeTruthy();
    await press('earlier ones');
    expect(await screen.findByText('brief begun')).toBeTruthy();
    expect(asked.at(-1)!.path).toBe('/api/trail?brief=5&find=&before=2');
    expect(screen.queryByText('earlier ones')).toBeNull();
    await type('Find in the trail', 'RESERVE');
    await waitFor(() => expect(screen.queryByText('cut set')).toBeNull());
    expect(screen.getByText('reserve opened')).toBeTruthy();
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
    cleanup();
    render(PolicyPage);
    expect(((await screen.findByLabelText('Lift at the cut: atLeast')) as HTMLInputElement).value).toBe('3');
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
    await fireEvent.click(nth(screen.getAllByRole('button', { name: 'approver' }), 0));
    expect(asked.find((a) => a.method === 'PATCH')).toMatchObject({
      path: '/api/accounts/3',
      body: { roles: ['analyst', 'approver'] },
    });
    expect(await screen.findByText('roles: no administrator')).toBeTruthy();
  });

  it('keep a new password that was refused, and clear one that was taken', async () => {
    const account = { id: 3, name: 'analyst', roles: ['analyst'], active: true };
    const asked = serve(({ method, body }) =>
      method === 'PATCH' && (body as { password: string }).password.length < 12
        ? problem(400, 'password: is too short')
        : [account],
    );
    render(AccountsPage);
    const field = (await screen.findByLabelText('New password of analyst')) as HTMLInputElement;
    await fireEvent.change(field, { target: { value: 'short' } });
    expect(await screen.findByText('password: is too short')).toBeTruthy();
    expect(field.value).toBe('short');
    await fireEvent.change(field, { target: { value: 'long enough for it' } });
    await vi.waitFor(() => expect(field.value).toBe(''));
    expect(asked.filter((a) => a.method === 'PATCH')).toHaveLength(2);
  });
});
