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
export type Split = Omit<Whole<Schemas['SplitView']>, 'parts'> & { parts: PartView[] };
export type Brief = OrNull<
  Omit<Whole<Schemas['BriefView']>, 'split'> & { split: Split | null },
  'outcome' | 'capacity' | 'plannedRate' | 'breakEven' | 'signOff'
>;
export type Edit = OrNull<Whole<Schemas['Edit']>, 'outcome' | 'capacity' | 'plannedRate'>;
export type Column = OrNull<Whole<Schemas['ColumnView']>, 'role' | 'auc' | 'informationValue'>;
export type Role = Whole<Schemas['Role']>;
export type Settings = Partial<Whole<Schemas['Settings']>>;
export type Kind = Whole<Schemas['Kind']>;
export type Candidate = OrNull<Whole<Schemas['CandidateView']>, 'step' | 'message'>;
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
export type Learnt = OrNull<
  Omit<Whole<Schemas['Learnt']>, 'coefficients'> & { coefficients: Coefficient[] },
  'aic' | 'bic'
>;
export type AucInterval = OrNull<Whole<Schemas['Interval']>, 'standardError' | 'low' | 'high'>;
export type Row = OrNull<
  Omit<Whole<Schemas['Row']>, 'auc' | 'best'> & {
    auc: AucInterval;
    best: OrNull<Whole<Schemas['Cut']>, 'threshold' | 'returnOnSpend'>;
  },
  'adjustedP' | 'breakEvenRecords'
>;
export type CutView = Whole<Schemas['CutView']>;
export type Comparison = OrNull<
  Omit<Whole<Schemas['ComparisonView']>, 'candidates'> & { candidates: Row[] },
  'breakEven' | 'capacityRecords' | 'leader' | 'cut'
>;
export type BandRow = Whole<Schemas['BandRow']>;
export type Report = Whole<Schemas['ReportView']>;
