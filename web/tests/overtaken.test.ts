import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { put } from '../src/lib/api';
import { desk } from '../src/lib/desk.svelte';
import { line } from '../src/lib/line.svelte';
import { settled } from '../src/lib/overtaken';
import { session } from '../src/lib/session.svelte';
import { brief } from './case';

const change = (path: string, body: unknown, parts: unknown[] = []) => ({
  method: 'PUT',
  path,
  body: JSON.stringify(body),
  parts: parts.map((part) => JSON.stringify(part)),
});
const authorText = (version: number, words: string) => ({
  version,
  authorText: { purpose: words },
  answers: {},
});

describe('a change that was refused as overtaken', () => {
  it('stands where its answer alone was lost', () => {
    const standing = { ...authorText(8, ' to ring those who leave '), checks: [] };
    expect(settled(change('/sign-off/1', authorText(7, 'to ring those who leave')), standing)).toBe('done');
  });

  it('is made on the part of it that had arrived', () => {
    const both = change('/sign-off/1', authorText(7, 'first, second'), [authorText(7, 'first')]);
    const again = settled(both, authorText(8, 'first'));
    expect(JSON.parse((again as { body: string }).body)).toEqual(authorText(8, 'first, second'));
  });

  it('gives way where somebody else was there', () => {
    const both = change('/sign-off/1', authorText(7, 'first, second'), [authorText(7, 'first')]);
    expect(settled(both, authorText(8, 'theirs'))).toBeNull();
    expect(settled(change('/comparisons/1/cut', { records: 7 }), { records: 8 })).toBeNull();
  });

  it('of columns names the change that it follows', () => {
    const setup = (role: string, knownAfterDays: number | null) => ({ role, reason: '', knownAfterDays });
    const both = change('/briefs/1/columns?seen=3', { age: setup('input', 4), town: setup('key', null) }, [
      { age: setup('input', 4) },
    ]);
    const columns = [
      { name: 'age', setup: setup('input', 4) },
      { name: 'town', setup: setup('input', null) },
    ];
    const again = settled(both, { columns, state: 5 });
    expect(again).toMatchObject({ path: '/briefs/1/columns?seen=5', body: both.body });
    columns[1]!.setup = setup('key', null);
    expect(settled(both, { columns, state: 6 })).toBe('done');
    columns[0]!.setup = setup('weight', 4);
    expect(settled(both, { columns, state: 7 })).toBeNull();
  });

  it('of notes names the words that it follows', () => {
    const note = (notes: string, tags: string[], seen: string) => ({
      notes,
      tags,
      seen: { notes: seen, tags: [] },
    });
    const two = change('/candidates/4', note('two', ['a', ''], ''), [note('one', [], '')]);
    const again = settled(two, { id: 4, notes: 'one', tags: [] });
    expect(JSON.parse((again as { body: string }).body)).toEqual(note('two', ['a', ''], 'one'));
  });
});

describe('answers that are lost', () => {
  /** The brief as the server keeps it, and an answer that can get lost once the change arrived. */
  const server = { kept: brief, answers: true, refused: 0 };

  beforeEach(() => {
    vi.useFakeTimers();
    const version = server.kept.version + 10;
    Object.assign(server, { kept: { ...brief, version, split: null }, answers: true, refused: 0 });
    line.lost = null;
    line.refused = [];
    vi.stubGlobal('fetch', (path: string, init: RequestInit = {}) => {
      const said = (body: unknown, status = 200) =>
        Promise.resolve(new Response(JSON.stringify(body), { status }));
      if (path === '/api/me') return said({ name: 'analyst', roles: ['analyst'] });
      if (path !== '/api/briefs/1') return said({});
      if (init.method !== 'PUT') return said(server.kept);
      const { version, decision } = JSON.parse(init.body as string) as typeof brief;
      if (version !== server.kept.version) {
        server.refused++;
        return said({ code: 'OVERTAKEN', detail: 'was changed in another window' }, 409);
      }
      server.kept = { ...server.kept, version: version + 1, decision };
      return server.answers ? said(server.kept) : Promise.reject(new TypeError('no way there'));
    });
  });

  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it('are found again by the same page', async () => {
    await session.load();
    const { version } = server.kept;
    desk.brief = server.kept;
    server.answers = false;
    const kept = desk.keep({ question: 'Whom do we ring?' });
    await vi.advanceTimersByTimeAsync(100);
    server.answers = true;
    await vi.advanceTimersByTimeAsync(3000);
    expect(await kept).toBeNull();
    expect([server.kept.decision.question, server.kept.version, server.refused]).toEqual([
      'Whom do we ring?',
      version + 1,
      1,
    ]);
  });

  it('leave the refusal as it was where what stands cannot be read', async () => {
    vi.stubGlobal('fetch', (_: string, init: RequestInit = {}) => {
      const changing = init.method === 'PUT';
      const said = {
        code: changing ? 'OVERTAKEN' : null,
        detail: changing ? 'changed elsewhere' : 'not here',
      };
      return Promise.resolve(new Response(JSON.stringify(said), { status: changing ? 409 : 404 }));
    });
    await expect(put('/uploads/5/manner', { version: 1 })).rejects.toThrow('changed elsewhere');
  });

  it('are found again by the next page, which sends what waited behind', async () => {
    await session.load();
    desk.brief = server.kept;
    server.answers = false;
    void desk.keep({ question: 'Whom do we ring?' });
    await vi.advanceTimersByTimeAsync(100);
    void desk.keep({ name: 'may-calls' });
    await vi.advanceTimersByTimeAsync(100);
    const left = { ...localStorage };
    server.answers = true;
    vi.clearAllTimers();
    localStorage.clear();
    for (const [key, text] of Object.entries(left)) localStorage.setItem(key, text as string);
    await session.load();
    expect(line.refused).toEqual([]);
    expect([server.kept.decision.question, server.kept.decision.name]).toEqual([
      'Whom do we ring?',
      'may-calls',
    ]);
    expect(line.waiting).toBe(0);
  });
});
