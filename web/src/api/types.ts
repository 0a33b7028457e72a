import type { components } from './schema';

type Schemas = components['schemas'];

/** Everything the server sends is there; what may be null is said below. */
type Whole<T> = T extends (infer E)[]
  ? Whole<E>[]
  : T extends object
    ? { [K in keyof T]-?: Whole<Exclude<T[K], undefined>> }
    : T;
type OrNull<T, K extends keyof T> = Omit<T, K> & { [P in K]: T[P] | null };

export type Me = Whole<Schemas['Me']>;
export type Problem = Whole<Schemas['Problem']>;
export type Dataset = Whole<Schemas['DatasetView']>;
export type PartView = OrNull<Whole<Schemas['PartView']>, 'events'>;
export type PartFacts = Whole<Schemas['PartFacts']>;
export type SplitFacts = OrNull<Whole<Schemas['SplitFacts']>, 'straddlingGroups' | 'groupedBy'>;
export type Target = Whole<Schemas['Target']>;
export type Balance = Whole<Schemas['Balance']>;
export type SplitPlan = OrNull<
  Whole<Schemas['SplitPlan']>,
  'shares' | 'column' | 'levels' | 'validationFrom' | 'reserveFrom' | 'groupBy'
>;
export type Split = Omit<Whole<Schemas['SplitView']>, 'parts' | 'facts' | 'plan'> & {
  parts: PartView[];
  facts: SplitFacts;
  plan: SplitPlan;
};
export type Brief = OrNull<
  Omit<Whole<Schemas['BriefView']>, 'split' | 'deciding'> & {
    split: Split | null;
    deciding: Deciding | null;
  },
  | 'outcome'
  | 'capacity'
  | 'plannedRate'
  | 'dataNotice'
  | 'breakEven'
  | 'valueColumn'
  | 'signOff'
  | 'previousId'
  | 'nextId'
>;
export type Edit = OrNull<
  Omit<Whole<Schemas['Edit']>, 'deciding'> & { deciding: Deciding | null },
  'outcome' | 'capacity' | 'plannedRate' | 'leftOutLevels' | 'leaveOutMissing'
>;
export type Role = Whole<Schemas['Role']>;
export type ColumnType = Whole<Schemas['ColumnType']>;
export type Reading = OrNull<Whole<Schemas['Reading']>, 'format' | 'missing' | 'keep'>;
/** `reading` is null where the texts can be read in several `ways`. */
export type Mend = Omit<Whole<Schemas['Mend']>, 'reading' | 'ways'> & {
  reading: Reading | null;
  ways: { reading: Reading; examples: string[] }[];
};
export type Setup = OrNull<
  Omit<Whole<Schemas['ColumnSetup']>, 'reading'> & { reading: Reading | null },
  'knownAfterDays' | 'knownWhere' | 'meaning' | 'byItself'
>;
export type ColumnAlarm = OrNull<Whole<Schemas['AlarmView']>, 'keptBecause'>;
export type Drawn = OrNull<Whole<Schemas['Drawn']>, 'rate'>;
export type Column = OrNull<
  Omit<Whole<Schemas['ColumnView']>, 'setup' | 'alarms' | 'drawn' | 'mend'> & {
    setup: Setup;
    alarms: ColumnAlarm[];
    drawn: Drawn[];
    mend: Mend | null;
  },
  'auc' | 'informationValue' | 'format'
>;
export type Columns = OrNull<Omit<Whole<Schemas['ColumnsView']>, 'columns'> & { columns: Column[] }, 'undo'>;
export type Cell = OrNull<
  Whole<Schemas['Cell']>,
  'label' | 'low' | 'high' | 'events' | 'rate' | 'rateLow' | 'rateHigh'
>;
export type ColumnProfile = OrNull<
  Omit<Whole<Schemas['ColumnProfile']>, 'drawn' | 'bands' | 'absent' | 'present' | 'zero'> & {
    drawn: Cell[];
    bands: Cell[];
    absent: Cell;
    present: Cell;
    zero: Cell | null;
  },
  'auc' | 'informationValue' | 'missingAuc'
>;
export type ColumnDetail = {
  column: Column;
  profile: ColumnProfile | null;
  acted: Whole<Schemas['ActedView']> | null;
};
export type Dialect = Whole<Schemas['Dialect']>;
export type Arrival = OrNull<
  Omit<Whole<Schemas['ArrivalView']>, 'preview'> & {
    preview: { parquet: boolean; dialect: Dialect; names: string[]; rows: (string | null)[][] } | null;
  },
  'step' | 'message' | 'datasetId' | 'briefId' | 'refusal'
>;
export type DeliveryChange = OrNull<Whole<Schemas['DeliveryChange']>, 'column'>;
export type SettingValue = number | string | boolean | string[] | number[];
export type Settings = Record<string, SettingValue>;
export type Setting = Omit<Whole<Schemas['SettingView']>, 'initial'> & { initial: SettingValue | null };
export type KindInfo = Omit<Whole<Schemas['KindView']>, 'settings'> & { settings: Setting[] };
export type SettingChange = Whole<Schemas['Change']>;
export type Changes = OrNull<Whole<Schemas['Changes']>, 'kindBefore'>;
export type Candidate = OrNull<
  Omit<Whole<Schemas['CandidateView']>, 'settings' | 'changes'> & {
    settings: Settings;
    changes: Changes | null;
  },
  'step' | 'message' | 'secondsLeft' | 'seconds' | 'probability' | 'learntNumbers'
>;
export type Figure = OrNull<
  Whole<Schemas['Figure']>,
  'training' | 'outOfFold' | 'validation' | 'low' | 'high'
>;
export type Figures = Omit<Whole<Schemas['FiguresView']>, 'figures'> & { figures: Figure[] };
export type Effect = OrNull<Omit<Whole<Schemas['Effect']>, 'verdict'>, 'low' | 'high'> & { verdict: Verdict };
export type Effects = Whole<Schemas['EffectsView']>;
export type Weight = Whole<Schemas['Weight']>;
export type TreeSizes = OrNull<
  Omit<Whole<Schemas['TreeSizes']>, 'sizes'> & {
    sizes: OrNull<Whole<Schemas['TreeSize']>, 'error' | 'standardError'>[];
  },
  'minimumLeaves' | 'oneStandardErrorLeaves'
>;
export type TreeView = Omit<Whole<Schemas['Tree']>, 'pruning'> & { pruning: TreeSizes };
export type Prepared = OrNull<Whole<Schemas['Prepared']>, 'rule'>;
export type RecordView = Omit<Whole<Schemas['RecordView']>, 'columns'> & {
  columns: OrNull<
    Omit<Whole<Schemas['RecordColumn']>, 'inputs'> & { inputs: { name: string; value: number }[] },
    'before' | 'rule'
  >[];
};
export type LeafView = Omit<Whole<Schemas['LeafView']>, 'rows'> & { rows: (string | null)[][] };
export type SearchPlan = OrNull<
  Whole<Schemas['Plan']>,
  'inputs' | 'depth' | 'secondsLimit' | 'trialsLimit' | 'target'
>;
export type Trial = OrNull<
  Whole<Schemas['TrialView']>,
  'rank' | 'value' | 'standardError' | 'folds' | 'refusal' | 'candidateId'
>;
export type Search = OrNull<
  Omit<Whole<Schemas['SearchView']>, 'plan' | 'trials'> & { plan: SearchPlan; trials: Trial[] },
  'step' | 'message' | 'simplest'
>;
export type ListFit = OrNull<Whole<Schemas['FitView']>, 'identifier'>;
export type ScoredList = OrNull<Whole<Schemas['ListView']>, 'step' | 'message' | 'acted'>;
export type Coefficient = OrNull<
  Whole<Schemas['Coefficient']>,
  | 'standardError'
  | 'z'
  | 'pValue'
  | 'oddsRatio'
  | 'oddsRatioLow'
  | 'oddsRatioHigh'
  | 'oddsRatioPerSd'
  | 'oddsRatioPerSdLow'
  | 'oddsRatioPerSdHigh'
>;
export type Bend = Whole<Schemas['Bend']>;
interface Parts {
  limit: Whole<Schemas['Limit']>;
  sentence: Whole<Schemas['Sentence']>;
  penalty: Whole<Schemas['Penalty']>;
  bends: Whole<Schemas['Bends']>;
  oddsRatios: Omit<Whole<Schemas['OddsRatios']>, 'coefficients' | 'likelihood'> & {
    coefficients: Coefficient[];
    likelihood: OrNull<Whole<Schemas['Likelihood']>, 'aic' | 'bic'>;
  };
  weights: Whole<Schemas['Weights']>;
  stepwisePath: OrNull<
    Omit<Whole<Schemas['StepwisePath']>, 'steps'> & {
      steps: OrNull<Whole<Schemas['PathStep']>, 'column'>[];
    },
    'criterion'
  >;
  tree: TreeView;
  importance: Whole<Schemas['Importance']>;
  curve: OrNull<Whole<Schemas['Curve']>, 'training' | 'otherName' | 'other' | 'words'>;
  network: Whole<Schemas['Network']>;
  members: Whole<Schemas['Members']>;
  byOutcome: {
    columns: OrNull<Whole<Schemas['OutcomeColumn']>, 'mean' | 'deviation' | 'levels' | 'share'>[];
  };
  calibrationMap: OrNull<Whole<Schemas['CalibrationMap']>, 'from' | 'value'>;
}
export type PartName = keyof Parts;
export type Part = { [N in PartName]: Parts[N] & { part: N } }[PartName];
export interface ModelSummary {
  parts: Part[];
}
export type AucInterval = OrNull<Whole<Schemas['Interval']>, 'standardError' | 'low' | 'high'>;
export type Bounds = Whole<Schemas['BandView']>;
export type Verdict = Schemas['Verdict'];
export type Difference = OrNull<Whole<Schemas['Difference']>, 'low' | 'high'>;
/** One candidate against the leader at a cut; the word is on net value. */
export type Against = Omit<
  Whole<Schemas['At']>,
  'capture' | 'lift' | 'precision' | 'netValue' | 'verdict'
> & {
  capture: Difference | null;
  lift: Difference | null;
  precision: Difference | null;
  netValue: Difference;
  verdict: Verdict;
};
export type CutFigures = OrNull<
  Whole<Schemas['CutFigures']>,
  | 'threshold'
  | 'captureLow'
  | 'captureHigh'
  | 'lift'
  | 'liftLow'
  | 'liftHigh'
  | 'precision'
  | 'precisionLow'
  | 'precisionHigh'
  | 'gainLow'
  | 'gainHigh'
  | 'returnOnSpend'
>;
/** What is told at one cut, intervals drawn at that very cut. */
export interface Told {
  records: number;
  leader: number | null;
  candidates: { id: number; figures: CutFigures; against: Against | null }[];
}
export interface Deciding {
  kind: DecidingKind;
  at: number | null;
}
export type DecidingKind = Schemas['DecidingKind'];
export type Worth = Whole<Schemas['Worth']>;
export type Row = OrNull<
  Omit<Whole<Schemas['Row']>, 'auc' | 'best' | 'band' | 'outOfFold' | 'verdict'> & {
    auc: AucInterval;
    best: OrNull<Whole<Schemas['Cut']>, 'threshold' | 'returnOnSpend'>;
    band: Bounds;
    outOfFold: AucInterval | null;
    verdict: Verdict;
  },
  | 'adjustedP'
  | 'breakEvenRecords'
  | 'waitDays'
  | 'lastInput'
  | 'aucDifference'
  | 'eventsNeeded'
  | 'beatsReference'
  | 'valued'
>;
export type CutRule = OrNull<Whole<Schemas['CutRule']>, 'measure'>;
export type CutView = Omit<Whole<Schemas['CutView']>, 'rule'> & { rule: CutRule };
export type LooksView = OrNull<Whole<Schemas['LooksView']>, 'optimism'>;
export type Comparison = OrNull<
  Omit<Whole<Schemas['ComparisonView']>, 'candidates' | 'looks' | 'at' | 'cut'> & {
    cut: CutView | null;
    candidates: Row[];
    looks: LooksView;
    at: Told | null;
  },
  'breakEven' | 'capacityRecords' | 'leader' | 'valueColumn' | 'bestReference'
>;
export type BandRow = Whole<Schemas['BandRow']>;
export type BandsView = OrNull<Whole<Schemas['BandsView']>, 'training'>;
export type Reliability = Whole<Schemas['Reliability']>;
export type Quality = OrNull<
  Whole<Schemas['ProbabilityQuality']>,
  'intercept' | 'interceptLow' | 'interceptHigh' | 'slope' | 'slopeLow' | 'slopeHigh'
>;
export type DistributionPart = Omit<Whole<Schemas['ScoresView']>, 'quality'> & {
  quality: Quality | null;
};
export type Distribution = { candidate: number; validation: DistributionPart; training: DistributionPart };
export type Best = OrNull<Whole<Schemas['BestView']>, 'value' | 'threshold' | 'records'>;
export type Fold = OrNull<Whole<Schemas['Fold']>, 'threshold'>;
export interface CrossValidated {
  cut: { folds: Fold[]; threshold: number | null; gainPerRecord: number };
  lowest: number | null;
  highest: number | null;
  onValidation: { threshold: number | null; records: number; gain: number };
}
export type ThresholdView = Omit<Whole<Schemas['ThresholdView']>, 'best' | 'crossValidated'> & {
  best: Best[];
  crossValidated: CrossValidated | null;
};
export type Spot = Whole<Schemas['Spot']>;
export interface SensitivityMap {
  ratios: number[];
  rates: number[];
  spots: Spot[][];
}
export interface SensitivityView {
  candidates: number[];
  map: SensitivityMap | null;
}
export type Answer = OrNull<Whole<Schemas['AnswerView']>, 'amount'>;
export type InverseView = Omit<Whole<Schemas['InverseView']>, 'depth' | 'takeovers'> & {
  depth: Answer[];
  takeovers: Answer[];
};
export type PinWanted = OrNull<Whole<Schemas['NewPin']>, 'drawing' | 'cells' | 'candidateId' | 'records'>;
export type Pin = OrNull<Whole<Schemas['PinView']>, 'drawing' | 'cells' | 'candidateId' | 'records'>;
export type Paragraph = Schemas['Paragraph'];
export type CheckName = string;
export type Watch = Whole<Schemas['Watch']>;
export type Memo = OrNull<Whole<Schemas['Memo']>, 'startsOn' | 'today' | 'todayRecords'>;
export type Page = Whole<Schemas['Page']>;
export type CheckView = OrNull<Whole<Schemas['CheckView']>, 'waiver'>;
export type Remark = Whole<Schemas['Remark']>;
export type Act = OrNull<Whole<Schemas['ActView']>, 'until'>;
export type ReportHead = OrNull<Whole<Schemas['ReportHead']>, 'supersedes' | 'supersededBy'>;
export type Report = OrNull<
  Omit<Whole<Schemas['ReportView']>, 'head' | 'checks' | 'acts'> & {
    head: ReportHead;
    checks: CheckView[];
    acts: Act[];
  },
  'page' | 'barred'
>;
export type Draft = OrNull<
  Omit<Whole<Schemas['DraftView']>, 'memo' | 'checks' | 'reports'> & {
    memo: Memo;
    checks: CheckView[];
    reports: ReportHead[];
  },
  'seal' | 'problem' | 'page'
>;
export type PolicyVersion = OrNull<Whole<Schemas['PolicyView']>, 'by' | 'at'>;
export type Trail = OrNull<Whole<Schemas['TrailView']>, 'fault'>;
export type Account = Whole<Schemas['AccountView']>;
