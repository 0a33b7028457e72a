import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { beforeEach, describe, expect, it } from 'vitest';
import type { CandidateView as Candidate } from '../src/api/schema';
import { desk } from '../src/lib/desk.svelte';
import { session } from '../src/lib/session.svelte';
import Remarks from '../src/parts/candidates/Remarks.svelte';
import { brief } from './case';
import { problem, serve } from './server';

const candidate = { id: 3, notes: 'plain', tags: ['keep'] } as Candidate;
async function write(label: string, value: string) {
  await fireEvent.input(screen.getByLabelText(label), { target: { value } });
  await fireEvent.change(screen.getByLabelText(label));
}

describe('notes on a candidate', () => {
  beforeEach(() => {
    desk.brief = brief;
    session.me = { name: 'analyst', roles: ['analyst'], passwordDue: false, provided: false };
  });

  it('are sent one after the other, each with what the one before left', async () => {
    let stored: Pick<Candidate, 'notes' | 'tags'> = candidate;
    const asked = serve(({ body }) => {
      const { notes, tags, seen } = body as Candidate & { seen: unknown };
      if (JSON.stringify(seen) !== JSON.stringify({ notes: stored.notes, tags: stored.tags }))
        return problem(409, 'it was changed', 'OVERTAKEN');
      stored = { notes, tags };
      return { ...candidate, ...stored };
    });
    render(Remarks, { candidate });
    await write('notes', 'better');
    await write('tags', 'keep,second');
    await waitFor(() => expect(asked).toHaveLength(2));
    await waitFor(() => expect(stored).toEqual({ notes: 'better', tags: ['keep', 'second'] }));
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('that somebody else wrote meanwhile are shown, and one’s own go in their place only when said', async () => {
    const theirs = { ...candidate, notes: 'theirs', tags: ['urgent'] };
    const asked = serve(({ method, body }) => {
      if (method === 'GET') return theirs;
      const seen = (body as { seen: { notes: string } }).seen;
      return seen.notes === 'theirs'
        ? { ...theirs, notes: 'mine' }
        : problem(409, 'it was changed', 'OVERTAKEN');
    });
    render(Remarks, { candidate });
    await write('notes', 'mine');
    expect((await screen.findByRole('alert')).textContent).toContain('“theirs, urgent”');
    expect(screen.getByLabelText<HTMLInputElement>('notes').value).toBe('mine');
    await fireEvent.click(screen.getByRole('button', { name: 'put mine in its place' }));
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
    expect(asked.filter((a) => a.method === 'PATCH')).toHaveLength(2);
  });

  it('of others can be taken', async () => {
    serve(({ method }) =>
      method === 'GET' ? { ...candidate, notes: 'theirs' } : problem(409, 'it was changed', 'OVERTAKEN'),
    );
    render(Remarks, { candidate });
    await write('notes', 'mine');
    await fireEvent.click(await screen.findByRole('button', { name: 'take theirs' }));
    expect(screen.getByLabelText<HTMLInputElement>('notes').value).toBe('theirs');
    expect(screen.queryByRole('alert')).toBeNull();
  });
});
