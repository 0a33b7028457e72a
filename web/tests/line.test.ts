import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Edit as BriefEdit } from '../src/api/schema';
import { put } from '../src/lib/api';
import { desk } from '../src/lib/desk.svelte';
import { keepFields, line } from '../src/lib/line.svelte';
import { session } from '../src/lib/session.svelte';
import { Typed } from '../src/lib/typed.svelte';
import { brief, comparison } from './case';

const ME = { name: 'analyst', roles: ['analyst'] };

/** A server that answers only while it is up; what it was sent. */
function flaky() {
  const state = {
    up: true,
    status: 200,
    answer: {} as unknown,
    sent: [] as { method: string; path: string; body: string | null }[],
  };
  vi.stubGlobal('fetch', (path: string, init: RequestInit = {}) => {
    if (!state.up) return Promise.reject(new TypeError('no way there'));
    const body = typeof init.body === 'string' ? init.body : null;
    state.sent.push({ method: init.method ?? 'GET', path, body });
    const answer = path === '/api/me' ? ME : state.answer;
    const status = path === '/api/me' ? 200 : state.status;
    const said = status === 200 ? answer : { status, detail: 'was changed in another window' };
    return Promise.resolve(new Response(JSON.stringify(said), { status }));
  });
  return state;
}

/** What is kept of a change to a place, in the browser. */
const kept = <T>(place: string): T => {
  const { body } = JSON.parse(localStorage.getItem(`unsent analyst ${place}`)!) as { body: string };
  return JSON.parse(body) as T;
};

beforeEach(() => {
  vi.useFakeTimers();
  line.lost = null;
  line.refused = [];
});

afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

it('sends a change once the server answers again, and says meanwhile that it waits', async () => {
  const server = flaky();
  await session.load();
  server.up = false;
  const kept = put('/briefs/1', { question: 'Whom do we ring?' });
  await vi.advanceTimersByTimeAsync(5000);
  expect(line.lost).toBe('server');
  expect(line.waiting).toBe(1);
  server.up = true;
  await vi.advanceTimersByTimeAsync(3000);
  await kept;
  expect(line.lost).toBeNull();
  expect(line.waiting).toBe(0);
  expect(server.sent.filter((s) => s.method === 'PUT')).toHaveLength(1);
});

it('tries at once when the network is back', async () => {
  const server = flaky();
  await session.load();
  server.up = false;
  const kept = put('/briefs/1', {});
  await vi.advanceTimersByTimeAsync(10);
  server.up = true;
  window.dispatchEvent(new Event('online'));
  await vi.advanceTimersByTimeAsync(10);
  await kept;
  expect(server.sent.some((s) => s.method === 'PUT')).toBe(true);
});

it('tells a database that is gone from a server that is', async () => {
  const server = flaky();
  await session.load();
  server.status = 503;
  const kept = put('/briefs/1', {});
  await vi.advanceTimersByTimeAsync(100);
  expect(line.lost).toBe('database');
  server.status = 200;
  await vi.advanceTimersByTimeAsync(3000);
  await kept;
  expect(line.lost).toBeNull();
});

it('sends what was left unsent before a reload, to the same person alone, and shows what is refused', async () => {
  const server = flaky();
  await session.load();
  server.up = false;
  void put('/briefs/1', { question: 'Whom do we ring?' }).catch(() => undefined);
  await vi.advanceTimersByTimeAsync(10);
  const left = { ...localStorage };
  server.up = true;
  await vi.advanceTimersByTimeAsync(3000);
  for (const [key, text] of Object.entries(left)) localStorage.setItem(key, text as string);
  localStorage.setItem('unsent somebody-else PUT /briefs/2', '{}');

  server.status = 409;
  server.sent.length = 0;
  await session.load();
  expect(server.sent.filter((s) => s.method === 'PUT').map((s) => s.path)).toEqual(['/api/briefs/1']);
  expect(line.refused).toEqual([{ message: 'was changed in another window', typed: 'Whom do we ring?' }]);
  expect(line.waiting).toBe(0);
  expect(localStorage.getItem('unsent somebody-else PUT /briefs/2')).toBe('{}');
});

it('keeps of several changes without network what the last of them leaves', async () => {
  const server = flaky();
  await session.load();
  desk.brief = { ...brief, split: null };
  server.answer = { ...desk.brief, version: brief.version + 1 };
  server.up = false;
  void desk.keep({ question: 'Whom do we ring?' });
  await vi.advanceTimersByTimeAsync(5000);
  void desk.keep({ name: 'may-calls' });
  void desk.keep({ stakes: { missCost: 300 } });
  await vi.advanceTimersByTimeAsync(5000);
  expect(line.waiting).toBe(1);
  const left = { ...localStorage };
  const [key] = Object.keys(left).filter((k) => k.startsWith('unsent '));
  expect(key).toBe('unsent analyst PUT /briefs/1');
  const { version, decision } = kept<BriefEdit>('PUT /briefs/1');
  expect([version, decision.name, decision.question, decision.stakes.missCost]).toEqual([
    brief.version,
    'may-calls',
    'Whom do we ring?',
    300,
  ]);
  server.up = true;
  await vi.advanceTimersByTimeAsync(10_000);
  const sent = server.sent.filter((s) => s.method === 'PUT');
  expect(sent).toHaveLength(3);
  expect(line.waiting).toBe(0);
});

it('keeps what waits behind a change that is being answered when the page goes', async () => {
  const server = flaky();
  await session.load();
  desk.brief = { ...brief, split: null };
  server.answer = { ...desk.brief, version: brief.version + 1 };
  const end = keepFields();
  const first = desk.keep({ question: 'Whom do we ring?' });
  const second = desk.keep({ name: 'may-calls' });
  window.dispatchEvent(new Event('pagehide'));
  const { decision } = kept<BriefEdit>('PUT /briefs/1');
  expect([decision.name, decision.question]).toEqual(['may-calls', 'Whom do we ring?']);
  await Promise.all([first, second]);
  expect(line.waiting).toBe(0);
  end();
});

it('of a cut that moves while nothing answers sends the places in their order, and keeps the last', async () => {
  const server = flaky();
  await session.load();
  desk.brief = brief;
  desk.comparison = comparison(null);
  desk.candidateId = 2;
  server.up = false;
  desk.moveTo(10);
  void desk.saveNow();
  await vi.advanceTimersByTimeAsync(3000);
  desk.moveTo(20);
  void desk.saveNow();
  desk.moveTo(30);
  void desk.saveNow();
  await vi.advanceTimersByTimeAsync(3000);
  expect(kept<{ records: number }>('PUT /comparisons/1/cut').records).toBe(30);
  server.up = true;
  await vi.advanceTimersByTimeAsync(10_000);
  const sent = server.sent
    .filter((s) => s.path.endsWith('/cut'))
    .map((s) => (JSON.parse(s.body!) as { records: number }).records);
  expect(sent).toEqual([10, 30]);
});

it('leaves no password in the browser', async () => {
  const server = flaky();
  await session.load();
  server.up = false;
  for (const path of ['/me/password', '/accounts/3'])
    await expect(put(path, { password: 'a long secret of mine' })).rejects.toThrow('cannot be reached');
  expect(JSON.stringify(localStorage)).not.toContain('secret');
});

it('takes a field that was typed into and not left for changed when the page goes, and nothing else', () => {
  const field = document.createElement('input');
  const box = Object.assign(document.createElement('input'), { type: 'checkbox' });
  document.body.append(field, box);
  const changed = vi.fn();
  field.addEventListener('change', changed);
  const toggled = vi.fn();
  box.addEventListener('change', toggled);
  const end = keepFields();
  field.focus();
  window.dispatchEvent(new Event('pagehide'));
  expect(changed).not.toHaveBeenCalled();
  field.dispatchEvent(new Event('input', { bubbles: true }));
  window.dispatchEvent(new Event('pagehide'));
  window.dispatchEvent(new Event('pagehide'));
  expect(changed).toHaveBeenCalledOnce();
  box.click();
  expect(toggled).toHaveBeenCalledOnce();
  window.dispatchEvent(new Event('pagehide'));
  expect(toggled).toHaveBeenCalledOnce();
  field.dispatchEvent(new Event('input', { bubbles: true }));
  end();
  window.dispatchEvent(new Event('pagehide'));
  expect(changed).toHaveBeenCalledOnce();
  field.remove();
  box.remove();
});

it('keeps typed words until they are sent', () => {
  session.me = { ...ME } as typeof session.me;
  const words = new Typed('report 3');
  words.value = 'Too early to tell';
  expect(new Typed('report 3').value).toBe('Too early to tell');
  expect(new Typed('report 4').value).toBe('');
  session.me = { ...ME, name: 'approver' } as typeof session.me;
  expect(new Typed('report 3').value).toBe('');
  session.me = { ...ME } as typeof session.me;
  words.value = '';
  expect(new Typed('report 3').value).toBe('');
});
