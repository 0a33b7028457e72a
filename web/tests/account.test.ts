import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import App from '../src/App.svelte';
import { session } from '../src/lib/session.svelte';
import MyAccountPage from '../src/pages/MyAccountPage.svelte';
import SignIn from '../src/pages/SignIn.svelte';
import { press, type } from './hands';
import { problem, serve } from './server';

vi.mock('../src/lib/routes', () => ({ navigate: vi.fn(), route: { params: {}, pathname: '' } }));
vi.mock('sv-router', async () => ({ Router: (await import('./Nothing.svelte')).default }));

const me = { name: 'analyst', roles: ['analyst'], passwordDue: false, provided: false };
const chrome = 'Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 Chrome/140.0 Safari/537.36';
const signedIn = (id: number, here: boolean, agent: string) => ({
  id,
  begunAt: '2026-11-29T08:00:12Z',
  usedAt: '2026-11-29T09:30:00Z',
  address: '10.0.0.7',
  agent,
  here,
});

beforeEach(() => {
  session.me = null;
  session.failure = null;
  history.replaceState(null, '', '/');
});

describe('signing in', () => {
  it('says what was wrong, and lets in with the right password', async () => {
    let known = false;
    serve(({ path }) => {
      if (path === '/api/sign-in/ways') return { provider: false };
      if (path === '/api/me') return me;
      return known ? undefined : problem(401, '');
    });
    render(SignIn);
    await type('Name', 'analyst');
    await type('Password', 'guess');
    await press('Sign in');
    expect((await screen.findByRole('alert')).textContent).toContain('do not belong together');
    known = true;
    await press('Sign in');
    await vi.waitFor(() => expect(session.me).toEqual(me));
  });

  it('says when the next try counts, and why a provider’s account may not come in', async () => {
    serve(({ path }) =>
      path === '/api/sign-in/ways'
        ? { provider: true }
        : new Response(null, { status: 429, headers: { 'Retry-After': '30' } }),
    );
    history.replaceState(null, '', '/?refused=groups');
    render(SignIn);
    expect((await screen.findByRole('alert')).textContent).toContain('None of your groups');
    expect((await screen.findByRole('link')).getAttribute('href')).toBe('/api/sign-in/provider');
    await type('Name', 'analyst');
    await type('Password', 'guess');
    await press('Sign in');
    await vi.waitFor(() => expect(screen.getByRole('alert').textContent).toContain('counts in 30 s'));
  });
});

describe('the whole page', () => {
  it('asks again where the server cannot say who is signed in', async () => {
    session.me = undefined;
    let up = false;
    serve(({ path }) => {
      if (path === '/api/sign-in/ways') return { provider: false };
      if (!up) return problem(500, 'The server is being started.');
      return path === '/api/me' ? problem(401, '') : undefined;
    });
    render(App);
    expect((await screen.findByRole('alert')).textContent).toContain('being started');
    up = true;
    await press('try again');
    expect(await screen.findByRole('button', { name: 'Sign in' })).toBeTruthy();
  });

  it('lets nobody on with a password that somebody else chose', async () => {
    let due = true;
    const asked = serve(({ method, path }) => {
      if (method === 'PUT') due = false;
      return path === '/api/me' ? { ...me, passwordDue: due } : undefined;
    });
    render(App);
    expect(await screen.findByText(/somebody else chose your password/)).toBeTruthy();
    await fireEvent.input(screen.getByLabelText('Present password'), { target: { value: 'given' } });
    await fireEvent.input(screen.getByLabelText(/New password/), { target: { value: 'a spoke and a hub' } });
    await press('Change the password');
    await vi.waitFor(() => expect(session.me?.passwordDue).toBe(false));
    expect(asked.find((a) => a.method === 'PUT')!.body).toEqual({
      now: 'given',
      password: 'a spoke and a hub',
    });
  });
});

describe('one’s own account', () => {
  it('lists where one is signed in and ends another', async () => {
    session.me = me;
    let left = [signedIn(1, true, chrome), signedIn(2, false, 'a robot'), signedIn(3, false, '')];
    const asked = serve(({ method, path }) => {
      if (method === 'DELETE') left = left.filter((s) => !path.endsWith(`/${s.id}`));
      return path === '/api/me/sign-ins' ? left : undefined;
    });
    render(MyAccountPage);
    expect(await screen.findByText('Chrome 140 on Linux')).toBeTruthy();
    expect(screen.getByText('a robot')).toBeTruthy();
    expect(screen.getByText('not said')).toBeTruthy();
    expect(screen.getAllByText('2026-11-29 08:00')).toHaveLength(3);
    expect(screen.getAllByRole('button', { name: 'end' })).toHaveLength(2);
    await fireEvent.click(screen.getAllByRole('button', { name: 'end' })[0]!);
    await vi.waitFor(() => expect(screen.queryByText('a robot')).toBeNull());
    expect(asked.filter((a) => a.method === 'DELETE').map((a) => a.path)).toEqual(['/api/me/sign-ins/2']);
  });

  it('keeps a refused password to be mended, and has none to change where a provider has it', async () => {
    session.me = me;
    serve(({ method }) => (method === 'PUT' ? problem(400, 'password: is known from leaks') : []));
    const { unmount } = render(MyAccountPage);
    await fireEvent.input(screen.getByLabelText('Present password'), { target: { value: 'mine' } });
    await fireEvent.input(screen.getByLabelText(/New password/), { target: { value: 'password1234' } });
    await press('Change the password');
    expect((await screen.findByRole('alert')).textContent).toBe('password: is known from leaks');
    expect((screen.getByLabelText(/New password/) as HTMLInputElement).value).toBe('password1234');
    unmount();
    session.me = { ...me, provided: true };
    render(MyAccountPage);
    expect(screen.getByText(/your provider's/)).toBeTruthy();
    expect(screen.queryByLabelText('Present password')).toBeNull();
  });
});
