import { fireEvent, render, screen } from '@testing-library/svelte';
import type {
  FollowBatchView as Batch,
  FollowReportView as FollowReport,
  FollowView,
  FormView as Form,
  KeepingView,
  ReleaseView as Release,
  ReportHead,
  ScheduleView,
  ScoreKeyView as Key,
  Stability,
} from '../src/api/schema';
import { desk } from '../src/lib/desk.svelte';
import { session } from '../src/lib/session.svelte';
import InServicePage from '../src/pages/InServicePage.svelte';
import { brief } from './case';
import { serve, stubResizeObserver, type Asked } from './server';

/** A release as tests of the page In service begin with it. */
export function begin() {
  stubResizeObserver();
  desk.brief = brief;
  session.me = { name: 'analyst', roles: ['analyst'] } as typeof session.me;
}

export const told = (value: number | null) => ({
  value,
  low: value === null ? null : value - 0.05,
  high: value === null ? null : value + 0.05,
});
export const measures = (capture: number) => ({
  capture: told(capture),
  lift: told(3),
  precision: told(0.2),
  gain: told(1.4),
  auc: told(0.8),
  calibration: told(1.02),
});
export const form = (more: Partial<Form>): Form => ({
  form: 'SQL',
  title: 'SQL:2016',
  file: 'score.sql',
  status: 'done',
  agrees: true,
  message: null,
  size: 22_300,
  proof: {
    records: 1200,
    odd: 200,
    refused: 0,
    greatest: 0,
    allowed: 1e-9,
    on: 'PostgreSQL 15',
    fault: null,
  },
  triedAt: '2026-11-20T10:00:00Z',
  ...more,
});
export type Document = Release['release'];
export const release = (version: number, state: Release['state'], forms: Form[] = [form({})]) =>
  ({
    id: 10 + version,
    state,
    words: state === 'IN_SERVICE' ? 'decides' : 'was paused by approver: a wrong file.',
    sha256: 'ab',
    acts: [],
    forms,
    release: {
      version,
      candidate: 'Boosted',
      cut: 'at 8 %',
      threshold: 0.125,
      unknown: 'REFUSED',
      columns: [{ name: 'age' }, { name: 'plan' }] as Document['columns'],
      madeBy: 'analyst',
      madeAt: '2026-11-20T09:00:00Z',
      figures: { figures: measures(0.41), actedShare: 0.08 } as Document['figures'],
      signed: {
        report: 5,
        evidence: 'cd',
        approvedBy: 'approver',
        condition: null,
        met: null,
        until: '2027-03-31',
      },
    } as Document,
  }) as Release;
export const report = (id: number) =>
  ({ id, state: 'APPROVED', words: 'Approved by approver.', briefId: 1 }) as ReportHead;
export const stability = (column: string, psi: number): Stability => ({
  column,
  psi,
  bands: ['≤ 3', '> 3', 'missing'],
  expectedShares: [0.5, 0.4, 0.1],
  actualShares: [0.2, 0.7, 0.1],
  byChance: 0.01,
  chanceHigh: 0.03,
  chanceOfMany: 0.05,
});
export const batch = (id: number, capture: number | null, more: Partial<Batch> = {}): Batch => ({
  id,
  day: `2026-12-0${id}`,
  version: 1,
  file: `week-${id}.csv`,
  notice: null,
  status: 'done',
  message: null,
  groups: null,
  segments: [],
  carried: [{ column: 'age', now: 0.11, asSigned: 0.08, looked: 500, carries: -0.02, shift: 0.01 }],
  late: 0,
  unmatched: 0,
  contradictory: 0,
  repeated: null,
  few: false,
  madeBy: 'analyst',
  madeAt: '2026-12-01T09:00:00Z',
  figures: {
    records: 500,
    acted: 40,
    known: capture === null ? 0 : 400,
    events: 30,
    score: stability('score', 0.01),
    inputs: [stability('age', 0.4), stability('plan', 0.01)],
    figures: capture === null ? null : measures(capture),
    differences: null,
    early: false,
  },
  ...more,
});
export const key = (more: Partial<Key> = {}): Key => ({
  id: 3,
  name: 'call centre',
  begins: 'ok_1234',
  perMinute: 600,
  madeBy: 'analyst',
  madeAt: '2026-11-20T09:00:00Z',
  revokedBy: null,
  revokedAt: null,
  usedAt: null,
  ...more,
});

export interface Answers {
  releases: Release[];
  reports: ReportHead[];
  follow: FollowView;
  followUps: FollowReport[];
  keys: Key[];
  keeping: KeepingView;
  schedules: ScheduleView[];
  places: string[];
  condition: string | null;
  also: (asked: Asked) => unknown;
}
export const plain: Answers = {
  releases: [],
  reports: [],
  follow: { batches: [], advice: null, far: 0.1, plan: [], notices: [] },
  followUps: [],
  keys: [],
  keeping: { by: null, since: null, kept: [] },
  schedules: [],
  places: [],
  condition: null,
  also: () => undefined,
};

export function open(more: Partial<Answers>): Asked[] {
  const a = { ...plain, ...more };
  const asked = serve((q) => {
    const own = a.also(q);
    if (own !== undefined) return own;
    if (q.method === 'POST') return {};
    const path = q.path.replace(/^\/api/, '');
    if (path.startsWith('/releases?brief')) return a.releases;
    if (path.endsWith('/example')) return { age: 44, plan: 'basic' };
    if (path.startsWith('/reports?brief')) return a.reports;
    if (path.startsWith('/reports/'))
      return { head: a.reports[0], acts: [{ act: 'approved', condition: a.condition }] };
    if (path.startsWith('/score-keys')) return { keys: a.keys, counts: [], keeping: a.keeping };
    if (path.startsWith('/follow/reports')) return a.followUps;
    if (path.startsWith('/follow')) return a.follow;
    if (path.startsWith('/schedules')) return { schedules: a.schedules, places: a.places };
    if (path.startsWith('/datasets')) return [{ id: 7, name: 'december.csv', records: 500 }];
    if (path.startsWith('/briefs/')) return brief;
    return [];
  });
  render(InServicePage);
  return asked;
}
export const posted = (asked: Asked[], part: string) =>
  asked.filter((q) => q.method === 'POST' && q.path.includes(part));
export const use = () => fireEvent.click(screen.getByRole('tab', { name: 'How others ask it' }));
