import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type {
  FollowBatchView as Batch,
  FollowReportView as FollowReport,
  FollowView,
  NoticeView as Notice,
  PlanLine,
} from '../src/api/schema';
import { navigate, route } from '../src/lib/routes';
import FollowReportPage from '../src/pages/FollowReportPage.svelte';
import { problem, serve, type Asked } from './server';
import { begin, batch, measures, open, posted, release, stability, told } from './service-case';
import { nth } from '../src/lib/nth';

vi.mock('../src/lib/routes', () => ({ navigate: vi.fn(), route: { params: { id: '1' }, pathname: '' } }));

beforeEach(begin);

const advised = (batches: Batch[]): FollowView => ({
  batches,
  advice: { kind: 'LOOK_AT_INPUT', column: 'age', words: 'Look at age: it moved.' },
  far: 0.1,
  plan: [],
  notices: [],
});

describe('is it still what was signed', () => {
  it('says what to do, and draws what moved beside what stands', async () => {
    open({ releases: [release(1, 'IN_SERVICE')], follow: advised([batch(1, 0.4), batch(2, null)]) });
    expect((await screen.findByText('Look at age: it moved.')).className).toContain('alarm');
    const moved = screen.getByRole('region', { name: 'Inputs that moved' });
    expect(moved.textContent).toContain('age');
    expect(moved.textContent).not.toContain('plan');
    expect(moved.textContent).toContain('▲ far: 0.4');
    const line = screen.getByRole('img', { name: 'Capture at the signed cut along the batches' });
    expect(line.querySelectorAll('circle')).toHaveLength(1);
    expect(line.querySelectorAll('rect[fill="url(#hatch)"]')).toHaveLength(1);
    expect(line.textContent).toContain('signed 41');
  });

  it('lists the newest first, with what does not fit', async () => {
    open({
      releases: [release(1, 'IN_SERVICE')],
      follow: advised([
        batch(1, 0.4, { unmatched: 12, contradictory: 2, repeated: 50 }),
        batch(2, 0.3, { version: 7 }),
      ]),
    });
    await screen.findByText('week-2.csv');
    const rows = screen.getByRole('region', { name: 'Batches' }).querySelectorAll('tbody tr');
    expect(nth(rows, 0).textContent).toContain('2026-12-02');
    expect(nth(rows, 1).textContent).toContain('12 outcomes of no record of it');
    expect(nth(rows, 1).textContent).toContain('2 came twice and differ');
    expect(nth(rows, 1).textContent).toContain('50 records repeat an identifier and count again');
    expect(nth(rows, 0).textContent).not.toContain('identifier');
    const line = screen.getByRole('img', { name: 'Capture at the signed cut along the batches' });
    expect(line.querySelectorAll('circle'), 'only batches of the version that is shown').toHaveLength(1);
  });

  it('draws a batch that is too early hollow, and goes on from the one before', async () => {
    const early = batch(2, 0.2);
    early.figures!.early = true;
    open({ releases: [release(1, 'IN_SERVICE')], follow: advised([batch(1, 0.4), early]) });
    expect(
      await screen.findByRole('button', { name: 'begin the next brief on the batch of 2026-12-01' }),
    ).toBeTruthy();
    const line = screen.getByRole('img', { name: 'Capture at the signed cut along the batches' });
    expect([...line.querySelectorAll('circle')].map((c) => c.getAttribute('stroke-width'))).toEqual([
      '0',
      '1.2',
    ]);
    expect(line.querySelector('polyline')!.getAttribute('points')!.split(' ')).toHaveLength(1);
    expect(screen.getByRole('region', { name: 'Batches' }).textContent).toContain('too early');
  });

  it('draws a batch of few events hollow, and goes on from the one before', async () => {
    open({
      releases: [release(1, 'IN_SERVICE')],
      follow: advised([batch(1, 0.4), batch(2, 0, { few: true, notice: 'Left out below: “Total”.' })]),
    });
    expect(
      await screen.findByRole('button', { name: 'begin the next brief on the batch of 2026-12-01' }),
    ).toBeTruthy();
    const line = screen.getByRole('img', { name: 'Capture at the signed cut along the batches' });
    expect(nth(line.querySelectorAll('circle'), 1).textContent).toContain('not judged by itself');
    expect(screen.getByRole('region', { name: 'Batches' }).textContent).toContain('few events');
    expect(screen.getByText('Left out below: “Total”.')).toBeTruthy();
  });

  it('calls an input far only where none of all inputs gets there by chance', async () => {
    const last = batch(1, 0.4);
    last.figures!.inputs = [
      { ...stability('rides', 0.3), chanceHigh: 0.2, chanceOfMany: 0.4 },
      { ...stability('days', 0.5), chanceHigh: 0.2, chanceOfMany: 0.4 },
    ];
    open({ releases: [release(1, 'IN_SERVICE')], follow: advised([last]) });
    const inputs = await screen.findByRole('region', { name: 'Inputs that moved' });
    expect(inputs.textContent).toContain('a little: 0.3');
    expect(inputs.textContent).toContain('▲ far: 0.5');
  });

  it('lists the newest dozen of many, all of them on demand', async () => {
    const many = [...Array(40).keys()].map((k) => batch(k + 1, 0.4, { day: `2026-11-${k}` }));
    open({ releases: [release(1, 'IN_SERVICE')], follow: advised(many) });
    await screen.findByText('week-40.csv');
    const rows = () => screen.getByRole('region', { name: 'Batches' }).querySelectorAll('tbody tr');
    expect(rows()).toHaveLength(12);
    await fireEvent.click(screen.getByRole('button', { name: 'all 40 batches' }));
    expect(rows()).toHaveLength(40);
  });

  it('takes a file brought already as a batch of a day', async () => {
    const asked = open({ releases: [release(1, 'IN_SERVICE')] });
    const file = await screen.findByLabelText('File of the batch');
    await waitFor(() => expect(file.querySelectorAll('option')).toHaveLength(2));
    await fireEvent.change(file, { target: { value: '7' } });
    await fireEvent.input(screen.getByLabelText('Day of the batch'), { target: { value: '2026-12-07' } });
    await fireEvent.click(screen.getByRole('button', { name: 'add as a batch' }));
    await waitFor(() => expect(posted(asked, '/follow?brief=1&dataset=7')).toHaveLength(1));
    expect(nth(posted(asked, '/follow'), 0).body).toEqual({ day: '2026-12-07', version: null });
  });
});

describe('what is brought', () => {
  const dropped = (files: File[]) => ({ dataTransfer: { files } });

  it('reads a file that is dropped on the batches, and offers it as one', async () => {
    const asked = open({
      releases: [release(1, 'IN_SERVICE')],
      also: (q) =>
        q.path.endsWith('/uploads/5/read') ? { id: 5, state: 'STORED', datasetId: 7 } : arriving(q),
    });
    const section = await screen.findByRole('region', { name: 'Batches' });
    await fireEvent.drop(section, dropped([new File(['a,b\n1,2\n'], 'week.csv')]));
    const chosen = screen.getByLabelText<HTMLSelectElement>('File of the batch');
    await waitFor(() => expect(chosen.value).toBe('7'));
    expect(asked.filter((q) => q.method === 'DELETE' && q.path.endsWith('/uploads/5'))).toHaveLength(1);
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'add as a batch' }).disabled).toBe(false);
  });

  it('says why a file could not be read, and keeps nothing of it', async () => {
    open({
      releases: [release(1, 'IN_SERVICE')],
      also: (q) =>
        q.path.endsWith('/uploads/5/read')
          ? { id: 5, state: 'FAILED', datasetId: null, message: 'Line 2 has 3 cells.' }
          : arriving(q),
    });
    await fireEvent.drop(
      await screen.findByRole('region', { name: 'Batches' }),
      dropped([new File(['x'], 'week.csv')]),
    );
    expect((await screen.findByRole('alert')).textContent).toBe('Line 2 has 3 cells.');
    expect(screen.getByLabelText<HTMLSelectElement>('File of the batch').value).toBe('');
  });

  const arriving = (q: Asked) =>
    q.method === 'POST' && q.path.endsWith('/uploads')
      ? { id: 5, state: 'HERE', datasetId: null }
      : undefined;
});

describe('follow-up reports', () => {
  const report = (id: number, more: Partial<FollowReport> = {}): FollowReport => ({
    id,
    briefId: 1,
    brief: 'plan-lapse',
    question: 'Whom?',
    version: 1,
    advice: 'LOOK_AT_INPUT',
    until: '2026-12-01',
    state: 'WAITING',
    words: 'Waits for approval.',
    issuedBy: 'analyst',
    issuedAt: '2026-12-02T09:00:00Z',
    sha256: 'ab',
    barred: 'Only an approver decides on it.',
    ...more,
  });

  it('lists them with what they say and how they stand, and issues another with words that outlive a reload', async () => {
    const asked = open({
      releases: [release(1, 'IN_SERVICE')],
      follow: advised([batch(1, 0.4)]),
      followUps: [report(3)],
    });
    const section = await screen.findByRole('region', { name: 'Follow-up reports' });
    await waitFor(() => expect(section.textContent).toContain('Follow-up report 3: look at an input'));
    expect(section.textContent).toContain('Waits for approval.');
    await fireEvent.click(screen.getByRole('button', { name: 'report on these batches …' }));
    await fireEvent.input(screen.getByLabelText('What you make of it'), {
      target: { value: 'The web team counts anew.' },
    });
    const kept = 'typed analyst follow-up 1';
    expect(localStorage.getItem(kept)).toBe('The web team counts anew.');
    await fireEvent.click(screen.getByRole('button', { name: 'Issue the report' }));
    await waitFor(() =>
      expect(nth(posted(asked, '/follow/reports?brief=1'), 0).body).toEqual({
        said: 'The web team counts anew.',
      }),
    );
    await waitFor(() => expect(localStorage.getItem(kept)).toBeNull());
  });

  it('is decided on by who may, in words where it goes back', async () => {
    route.params.id = '3';
    const asked = serve((q) => {
      if (q.path.endsWith('/page')) return new Response('<main class="report"><h1>Look at age</h1></main>');
      if (q.path.endsWith('/return'))
        return report(3, { state: 'RETURNED', words: 'Returned by approver: why?' });
      return report(3, { barred: null });
    });
    render(FollowReportPage);
    const back = await screen.findByRole<HTMLButtonElement>('button', { name: 'Return' });
    expect(back.disabled).toBe(true);
    await fireEvent.input(screen.getByLabelText('Your words'), { target: { value: 'why?' } });
    await fireEvent.click(back);
    expect(await screen.findByText('Returned by approver: why?')).toBeTruthy();
    expect(nth(posted(asked, '/follow/reports/3/return'), 0).body).toEqual({ words: 'why?' });
    expect(screen.getByText('PDF').getAttribute('href')).toBe('/api/follow/reports/3/follow-up.pdf');
  });
});

describe('what the signed plan asks', () => {
  const notice = (id: number, more: Partial<Notice> = {}): Notice => ({
    id,
    briefId: 1,
    brief: 'plan-lapse',
    question: 'Whom?',
    kind: 'CROSSED',
    who: 'the risk desk',
    waitsFor: 'analyst',
    day: '2026-12-01',
    words: 'Batch of 2026-12-01: Capture rate at the cut is 22 % (19 % to 28 %).',
    madeAt: '2026-12-02T09:00:00Z',
    answer: null,
    answeredBy: null,
    answeredAt: null,
    mayAnswer: true,
    ...more,
  });
  const line = (number: number, standing: PlanLine['standing']): PlanLine => ({
    line: number,
    watch: {
      what: 'capture rate at the cut',
      limit: 'at least 30 %',
      every: 'quarterly',
      who: 'the risk desk',
      rule: { measure: 'CAPTURE', side: 'AT_LEAST', at: 0.3, every: 'QUARTER' },
    },
    standing,
    shown: '22 %',
    interval: '19 % to 28 %',
    day: '2026-12-01',
    due: '2027-03-01',
  });

  it('shows limits beside the newest batch, and the limit in the chart', async () => {
    const follow = {
      batches: [batch(1, 0.22)],
      advice: null,
      far: 0.1,
      plan: [line(0, 'CROSSED'), line(1, 'WITHIN_CHANCE')],
      notices: [],
    };
    open({ releases: [release(1, 'IN_SERVICE')], follow });
    expect(await screen.findByText('▲ crossed')).toBeTruthy();
    expect(screen.getByText('beyond, within chance')).toBeTruthy();
    expect(screen.getAllByText('19 % to 28 %')).toHaveLength(2);
    expect(screen.getByText('limit 30.0')).toBeTruthy();
  });

  it('keeps a notice until it is answered, and what was typed when the answer is refused', async () => {
    let open_ = [
      notice(1),
      notice(2, { mayAnswer: false, answer: 'mild', answeredBy: 'bo', answeredAt: '2026-12-03T09:00:00Z' }),
    ];
    let refuse = true;
    const asked = open({
      releases: [release(1, 'IN_SERVICE')],
      also: ({ method, path }) => {
        if (path.endsWith('/answer')) {
          if (refuse) return problem(409, 'notice: was answered by bo', 'ALREADY_DONE');
          open_ = [];
          return [];
        }
        return method === 'GET' && path.startsWith('/api/follow')
          ? { batches: [], advice: null, far: 0.1, plan: [], notices: open_ }
          : undefined;
      },
    });
    const field = await screen.findByLabelText<HTMLInputElement>(/^Answer to: Batch of 2026-12-01/);
    expect(screen.getByText(/who has no account that sees this: analyst is told/)).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: '1 answered' }));
    expect(screen.getByText('mild')).toBeTruthy();
    await fireEvent.input(field, { target: { value: 'We look again.' } });
    await fireEvent.click(screen.getByRole('button', { name: 'Answer' }));
    expect((await screen.findByRole('alert')).textContent).toContain('was answered by bo');
    expect(field.value).toBe('We look again.');
    refuse = false;
    await fireEvent.click(screen.getByRole('button', { name: 'Answer' }));
    await waitFor(() => expect(screen.queryByLabelText('Notices')).toBeNull());
    expect(posted(asked, '/follow/notices/1/answer').at(-1)?.body).toEqual({ words: 'We look again.' });
  });

  it('tells those left alone from those acted on, and what acting did', async () => {
    const group = (records: number, rate: number) => ({
      records,
      known: records,
      events: Math.round(rate * records),
      rate: told(rate),
      figures: measures(0.4),
      differences: null,
    });
    const groups = {
      actedOn: group(400, 0.1),
      leftAlone: group(5000, 0.08),
      control: group(100, 0.3),
      unsaid: 3,
      effect: {
        acted: 400,
        control: 100,
        difference: { value: -0.2, low: -0.3, high: -0.1 },
        events: { value: -80, low: -120, high: -40 },
      },
    };
    const follow = { batches: [batch(1, 0.4, { groups })], advice: null, far: 0.1, plan: [], notices: [] };
    open({ releases: [release(1, 'IN_SERVICE')], follow });
    const effect = await screen.findByText(/From the threshold on/);
    expect(effect.textContent).toMatch(/by −20\.0 points \(−30\.0\s+to −10\.0\): about 80/);
    expect(effect.textContent).toContain('fewer among the 400 acted on');
    expect(screen.getByText(/Of 3 records nobody says/)).toBeTruthy();
  });

  it.each([
    ['begin the next brief on the batch of 2026-12-01', '/follow/1/next-brief', '/briefs/:id'],
    ['recalibrate on it', '/follow/1/recalibrate', '/briefs/:id/candidates'],
  ])('goes on from the newest batch that can be judged: %s', async (name, posts, to) => {
    const advice = { kind: 'RECALIBRATE', column: null, words: 'Recalibrate.' } as FollowView['advice'];
    const asked = open({
      releases: [release(1, 'IN_SERVICE')],
      follow: { ...advised([batch(1, 0.22), batch(2, null)]), advice },
      also: ({ path }) => (path.endsWith(posts) ? { briefId: 8, score: 'score_version_1' } : undefined),
    });
    const button = await screen.findByRole('button', { name });
    expect(button.className.includes('action')).toBe(name.startsWith('recalibrate'));
    await fireEvent.click(button);
    await waitFor(() => expect(navigate).toHaveBeenCalledWith(to, { params: { id: '8' } }));
    expect(posted(asked, posts)).toHaveLength(1);
  });
});
