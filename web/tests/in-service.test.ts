import { fireEvent, screen, waitFor } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { ScheduleView } from '../src/api/schema';
import { desk } from '../src/lib/desk.svelte';
import { session } from '../src/lib/session.svelte';
import { brief } from './case';
import { problem } from './server';
import { begin, form, key, open, posted, release, report, use } from './service-case';
import { nth } from '../src/lib/nth';

vi.mock('../src/lib/routes', () => ({ navigate: vi.fn(), route: { params: { id: '1' }, pathname: '' } }));

beforeEach(begin);

describe('before anything is in service', () => {
  it('says that nothing goes there but what is approved', async () => {
    open({});
    expect(await screen.findByText(/Nothing is in service/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Put into service' })).toBeNull();
  });

  it('puts an approved report there, its policy on the unknown chosen', async () => {
    const asked = open({ reports: [report(5)] });
    await fireEvent.click(await screen.findByRole('button', { name: 'is scored as missing, and counted' }));
    const put = screen.getByRole<HTMLButtonElement>('button', { name: 'Put into service' });
    await waitFor(() => expect(put.disabled).toBe(false));
    await fireEvent.click(put);
    await waitFor(() => expect(posted(asked, '/releases?report=5')).toHaveLength(1));
    expect(nth(posted(asked, '/releases'), 0).body).toEqual({ met: '', unknown: 'MISSING' });
  });

  it('puts nothing there as long as its condition is not known', async () => {
    open({
      reports: [report(5)],
      also: (q) => (q.path === '/api/reports/5' ? problem(404, 'no report 5') : undefined),
    });
    const put = await screen.findByRole<HTMLButtonElement>('button', { name: 'Put into service' });
    expect(put.disabled).toBe(true);
    expect((await screen.findByRole('alert')).textContent).toContain('no report 5');
    expect(put.disabled).toBe(true);
  });

  it('wants the condition answered in words first', async () => {
    const asked = open({ reports: [report(5)], condition: 'only while the winter tariff runs' });
    const answer = await screen.findByLabelText('How the condition is met');
    expect(screen.getByText('only while the winter tariff runs')).toBeTruthy();
    const put = screen.getByRole<HTMLButtonElement>('button', { name: 'Put into service' });
    expect(put.disabled).toBe(true);
    await fireEvent.input(answer, { target: { value: '   ' } });
    expect(put.disabled).toBe(true);
    await fireEvent.input(answer, { target: { value: 'it runs until March' } });
    expect(put.disabled).toBe(false);
    await fireEvent.click(put);
    await waitFor(() =>
      expect(posted(asked, '/releases')[0]?.body).toMatchObject({ met: 'it runs until March' }),
    );
  });

  it('keeps what was typed when the server refuses', async () => {
    open({
      reports: [report(5)],
      condition: 'a condition',
      also: (q) => (q.method === 'POST' ? problem(409, 'report: is past its date') : undefined),
    });
    const answer = await screen.findByLabelText<HTMLTextAreaElement>('How the condition is met');
    await fireEvent.input(answer, { target: { value: 'it is met' } });
    await fireEvent.click(screen.getByRole('button', { name: 'Put into service' }));
    expect((await screen.findByRole('alert')).textContent).toContain('is past its date');
    expect(answer.value).toBe('it is met');
  });
});

describe('a release', () => {
  it('says which version decides, until when, and what came before', async () => {
    open({ releases: [release(2, 'IN_SERVICE'), release(1, 'SUPERSEDED')], reports: [report(5)] });
    expect(
      await screen.findByText(/Version 2 decides: Boosted\s+at 8 %.*stands until 2027-03-31/s),
    ).toBeTruthy();
    const before = screen.getByRole('region', { name: 'Earlier versions' });
    expect(before.textContent).toContain('Version 1');
    expect(screen.queryByRole('region', { name: 'Put into service' })).toBeNull();
  });

  it('paused decides nothing, and says why; an analyst resumes it', async () => {
    const asked = open({ releases: [release(1, 'PAUSED')], reports: [report(5)] });
    expect(await screen.findByText(/Nothing decides now. Version 1: was paused by approver/)).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: 'resume' }));
    await waitFor(() => expect(posted(asked, '/releases/11/resume')).toHaveLength(1));
  });

  it('is paused with words, by an approver too', async () => {
    session.me = { name: 'approver', roles: ['approver'] } as typeof session.me;
    desk.brief = { ...brief, right: 'READ' };
    const asked = open({ releases: [release(1, 'IN_SERVICE')], reports: [report(5)] });
    await fireEvent.click(await screen.findByRole('button', { name: 'pause …' }));
    await fireEvent.input(screen.getByLabelText('Why'), { target: { value: 'prices changed' } });
    await fireEvent.click(screen.getByRole('button', { name: 'Pause' }));
    await waitFor(() => expect(posted(asked, '/pause')[0]?.body).toEqual({ words: 'prices changed' }));
    expect(screen.queryByRole('button', { name: 'supersede …' })).toBeNull();
  });

  it('offers a newer approved report as the next version', async () => {
    open({ releases: [release(1, 'IN_SERVICE')], reports: [report(9), report(5)] });
    expect(await screen.findByRole('button', { name: 'Put into service as the next version' })).toBeTruthy();
    expect(screen.getByText(/takes the place of version 1/)).toBeTruthy();
  });

  it('gives away only forms that agree', async () => {
    const asked = open({
      releases: [
        release(1, 'IN_SERVICE', [
          form({}),
          form({
            form: 'PMML',
            title: 'PMML',
            agrees: false,
            status: 'failed',
            message: 'a formula',
            proof: null,
          }),
          form({ form: 'JAR', title: 'Jar', agrees: false, status: 'running', proof: null, size: null }),
        ]),
      ],
    });
    const table = await screen.findByRole('table', { name: 'Forms' });
    expect(table.querySelectorAll('a[download]')).toHaveLength(1);
    expect(table.textContent).toContain('✓ 1,200, to the bit');
    expect(table.textContent).toContain('▲ none');
    expect(table.textContent).toContain('is tried …');
    await fireEvent.click(screen.getByRole('button', { name: 'try those without again' }));
    await waitFor(() => expect(posted(asked, '/releases/11/forms')).toHaveLength(1));
  });
});

describe('how others ask', () => {
  it('shows a key once', async () => {
    open({
      releases: [release(1, 'IN_SERVICE')],
      keys: [key({ id: 1, name: 'old', revokedAt: '2026-11-21T09:00:00Z', revokedBy: 'analyst' })],
      also: (q) =>
        q.method === 'POST' && q.path.includes('/score-keys?brief=1')
          ? { secret: 'ok_secret', view: key() }
          : undefined,
    });
    await screen.findByText(/Version 1 decides/);
    await use();
    expect(await screen.findByText('None yet: nobody can ask.')).toBeTruthy();
    expect(screen.getByText(/1 revoked/)).toBeTruthy();
    await fireEvent.input(screen.getByLabelText('Who will use the key'), {
      target: { value: 'call centre' },
    });
    await fireEvent.click(screen.getByRole('button', { name: 'new key' }));
    expect(await screen.findByText('ok_secret')).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: 'I have it' }));
    expect(screen.queryByText('ok_secret')).toBeNull();
  });

  it('gives a call with the columns of the release', async () => {
    open({ releases: [release(1, 'IN_SERVICE')] });
    await screen.findByText(/Version 1 decides/);
    await use();
    await waitFor(() =>
      expect(screen.getByLabelText('Example call').textContent).toContain(`-d '{"age":44,"plan":"basic"}'`),
    );
    expect(screen.getByText(/is refused, by record and field/)).toBeTruthy();
  });

  it('schedules a place once, and says what waits and why', async () => {
    const asked = open({
      releases: [release(1, 'IN_SERVICE')],
      places: ['desk', 'night'],
      schedules: [
        {
          id: 4,
          place: 'desk',
          words: 'a folder',
          hour: 5,
          reasons: 3,
          followed: true,
          madeBy: 'analyst',
          madeAt: '2026-11-20T09:00:00Z',
          runs: [
            {
              id: 1,
              item: 'monday.csv',
              status: 'failed',
              message: 'line 3: has 2 fields where the header has 3',
              version: null,
              records: null,
              acted: null,
              begunAt: '2026-11-23T05:00:00Z',
              endedAt: null,
            },
          ],
        } as ScheduleView,
      ],
    });
    await screen.findByText(/Version 1 decides/);
    await use();
    expect(await screen.findByText(/waits: line 3/)).toBeTruthy();
    expect(screen.getByText(/daily from 05:00 UTC · 3 reasons each · each becomes a batch/)).toBeTruthy();
    const place = screen.getByLabelText<HTMLSelectElement>('Place of the lists');
    expect([...place.options].map((o) => o.value)).toEqual(['', 'night']);
    await fireEvent.click(screen.getByRole('button', { name: 'try those that wait again' }));
    await waitFor(() => expect(posted(asked, '/schedules/4/again')).toHaveLength(1));
    await fireEvent.change(place, { target: { value: 'night' } });
    await fireEvent.click(screen.getByLabelText('each becomes a batch'));
    await fireEvent.click(screen.getByRole('button', { name: 'schedule' }));
    await waitFor(() =>
      expect(nth(posted(asked, '/schedules?brief=1'), 0).body).toEqual({
        place: 'night',
        hour: null,
        reasons: 3,
        followed: true,
      }),
    );
  });

  it('keeps what is asked where somebody wants it, and makes a batch of it', async () => {
    const asked = open({
      releases: [release(1, 'IN_SERVICE')],
      keeping: {
        by: 'analyst',
        since: '2026-11-20T09:00:00Z',
        kept: [{ version: 1, from: '2026-11-20', until: '2026-11-27', requests: 40, records: 1200 }],
      },
    });
    await screen.findByText(/Version 1 decides/);
    await use();
    const kept = await screen.findByRole('region', { name: 'Kept to be followed' });
    expect(kept.textContent).toContain('Version 1: 1,200 records of 40 requests, 2026-11-20 to 2026-11-27');
    await fireEvent.click(screen.getByRole('button', { name: 'make a batch of them' }));
    await waitFor(() => expect(posted(asked, '/score-keys/kept/batch?brief=1&version=1')).toHaveLength(1));
    await fireEvent.click(screen.getByRole('button', { name: 'keep no more' }));
    await waitFor(() =>
      expect(
        asked.filter((q) => q.method === 'PUT' && q.path.endsWith('keeping?brief=1&on=false')),
      ).toHaveLength(1),
    );
  });
});
