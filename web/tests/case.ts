import type {
  AtView as Told,
  BriefView as Brief,
  CandidateView as Candidate,
  ColumnView as Column,
  ReportHead,
  WatchedView,
} from '../src/api/schema';
import type { Comparison, Row } from '../src/lib/compared';
import { nth } from '../src/lib/nth';
import fixture from './fixtures/curve.json';

/** A case as the core computed it: two candidates, the second the leader, and figures at several cuts. */
export type Name = 'own' | 'planned' | 'valued' | 'weighed';

const split: NonNullable<Brief['split']> = {
  plan: {
    method: 'SHARES',
    shares: [0.5, 0.25, 0.25],
    seed: 5,
    column: null,
    levels: null,
    validationFrom: null,
    reserveFrom: null,
    leaveOutMissing: false,
    groupBy: null,
    copiesTogether: false,
    folds: 5,
    balance: { method: 'NONE', share: 0 },
  },
  facts: {
    parts: [
      { part: 'training', records: 50, events: 6, units: null, halfWidth: 0.31, few: true },
      { part: 'validation', records: 25, events: 3, units: null, halfWidth: 0.37, few: true },
      { part: 'reserve', records: 25, events: 3, units: null, halfWidth: 0.37, few: true },
    ],
    leftOut: 0,
    copies: 0,
    straddlingCopies: 2,
    equalByChance: false,
    straddlingGroups: null,
    groupedBy: null,
    folds: [1, 2],
    following: null,
    dealt: 5,
    training: { records: 50, events: 6, weight: 1, logOdds: 0 },
  },
  parts: [
    { part: 'training', records: 50, events: 6 },
    { part: 'validation', records: 25, events: 3 },
    { part: 'reserve', records: 25, events: null },
  ],
  sealed: true,
  locked: false,
};

export const brief: Brief = {
  id: 1,
  version: 3,
  revision: { number: 1, previousId: null, nextId: null, createdBy: 'analyst', owner: 'analyst' },
  right: 'OWN',
  decision: {
    name: 'plan-lapse',
    question: 'Whom?',
    outcome: { column: 'renewal', events: ['lapsed'], leftOut: [], leaveOutMissing: false },
    words: { records: 'members', events: 'lapses', acting: 'ringing', currency: '€' },
    stakes: {
      gainIfCaught: 74,
      actionCost: 4.5,
      missCost: 3,
      falseAlarmCost: 1,
      leaveValue: 0.2,
      successRate: 1 / 3,
    },
    campaign: { size: 320, capacity: null, plannedRate: null, deciding: null },
  },
  data: { id: 4, name: 'plan-lapse.csv', records: 100, notice: null, valueColumn: null },
  worth: { decidesBy: 'net value', breakEven: 0.1, whenActingPays: 'PAYS_ABOVE_BREAK_EVEN' },
  split,
  progress: { candidates: 1, fitted: 1, running: 0, signOff: null, version: null },
};

export type ColumnMore = Omit<Partial<Column>, 'setup'> & { setup?: Partial<Column['setup']> };

/** A column, but for what a test says itself. */
export const column = (name: string, more: ColumnMore = {}): Column => ({
  name,
  type: 'CATEGORY',
  typeRead: more.type ?? 'CATEGORY',
  format: null,
  outcome: false,
  input: true,
  pending: false,
  judged: true,
  records: 10,
  missing: 0,
  distinct: 2,
  auc: null,
  informationValue: null,
  informationByChance: null,
  alarms: [],
  drawn: [],
  levels: [],
  suggested: null,
  proposedOrder: null,
  ...more,
  setup: {
    role: 'INPUT',
    reason: '',
    reading: null,
    knownAfterDays: null,
    knownWhere: null,
    meaning: null,
    acceptedAlarms: {},
    treatedLevels: [],
    ...more.setup,
  },
});

/** A candidate, but for what a test says itself. */
export const candidate = (more: Partial<Candidate> = {}): Candidate => ({
  id: 1,
  name: 'Logistic',
  kind: 'logistic',
  kindWords: 'logistic regression',
  reference: false,
  settings: {},
  settingsWords: '',
  inputs: ['age', 'rides'],
  status: 'done',
  progress: 1,
  step: null,
  message: null,
  secondsLeft: null,
  seconds: 1,
  probability: true,
  parameterCount: 2,
  notes: '',
  tags: [],
  changes: null,
  ...more,
});

/** What of a row a test says itself. */
type More = Omit<Partial<Row>, 'known' | 'training' | 'byAuc' | 'curve'> & {
  [part in 'known' | 'training' | 'byAuc' | 'curve']?: Partial<Row[part]>;
};

export function row(id: number, name: string, more: More = {}, of: Name = 'own'): Row {
  const curve = structuredClone(nth(fixture[of].candidates, id === 1 ? 0 : 1));
  return {
    kind: 'logistic',
    kindWords: 'logistic regression',
    reference: false,
    probability: true,
    inputs: 3,
    auc: { auc: 0.7, standardError: 0.01, low: 0.68, high: 0.72 },
    decides: 0.7,
    alarms: [],
    best: {
      records: 48,
      depth: 0.3,
      threshold: 0.4,
      netValue: 900,
      netValuePerRecord: 5.625,
      gainOverNobody: 900,
      gainOverEverybody: 300,
      returnOnSpend: 2,
    },
    breakEvenRecords: 60,
    looks: 1,
    ...more,
    id,
    name,
    known: { days: 0, last: 'age', undated: 0, ...more.known },
    training: {
      auc: 0.71,
      outOfFold: { auc: 0.705, standardError: 0.01, low: 0.68, high: 0.72 },
      ...more.training,
    },
    byAuc: {
      verdict: id === 2 ? 'LEADER' : 'NOT_SEPARABLE',
      adjustedP: id === 2 ? null : 0.4,
      difference: id === 2 ? null : -0.01,
      eventsNeeded: id === 2 ? null : 4321,
      beatsReference: true,
      ...more.byAuc,
    },
    drawn: `drawn-${id}`,
    gain: { low: curve.band.gainLow, high: curve.band.gainHigh },
    curve: {
      valued: null,
      slivers: [0.4, 0.2, 0.1],
      training: { depth: [0, 0.2, 1], capture: [0, 0.6, 1] },
      ...curve,
      ...more.curve,
    },
  };
}

export function comparison(
  cut: Comparison['cut'],
  candidates = [row(2, 'Second'), row(1, 'First')],
  of: Name = 'own',
): Comparison {
  const { part, rate, money, depths } = fixture[of];
  return {
    part: { ...part, units: null, trainingRecords: 320, trainingEvents: 80, sealed: true },
    rate,
    money: { ...money, breakEven: 0.1, capacityRecords: 40, campaignFactor: 2 },
    order: {
      leader: 2,
      leaderNamed: false,
      deciding: 'AUC',
      decidesBy: 'AUC',
      bestReference: null,
      others: [],
    },
    cut,
    at: cut ? toldAt(cut.records, of) : null,
    validationUse: { looks: 3, choices: 1, compared: 2, optimism: 0.004 },
    candidates,
    depths,
  };
}

/** What the server tells at a cut that the fixture holds, of both candidates. */
export function toldAt(records: number, of: Name = 'own'): Told | null {
  const cut = fixture[of].cuts.find((c) => c.figures.records === records);
  if (!cut) return null;
  return {
    records,
    leader: 2,
    candidates: [
      { id: 2, figures: cut.leader, against: null, few: null },
      {
        id: 1,
        figures: cut.figures,
        against: cut.against as Told['candidates'][number]['against'],
        few: null,
      },
    ],
  };
}

export { fixture };

/** What a line of a monitoring plan can watch: one with a limit to begin with, one without. */
export const watchable: WatchedView[] = [
  {
    measure: 'CAPTURE',
    words: 'capture rate at the cut',
    unit: 'SHARE',
    usual: { measure: 'CAPTURE', side: 'AT_LEAST', at: 0.312, every: 'QUARTER' },
  },
  { measure: 'AUC', words: 'AUC', unit: 'SCORE', usual: null },
];

export const head = {
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
} as ReportHead;
