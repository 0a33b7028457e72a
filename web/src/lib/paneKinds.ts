export type PaneKind =
  | 'gains'
  | 'lift'
  | 'bandLift'
  | 'bandCapture'
  | 'netValue'
  | 'returnOnSpend'
  | 'roc'
  | 'precisionRecall'
  | 'reliability'
  | 'scores'
  | 'measure';

export const PANE_KINDS: { kind: PaneKind; label: string }[] = [
  { kind: 'gains', label: 'Gains' },
  { kind: 'lift', label: 'Cumulative lift' },
  { kind: 'bandLift', label: 'Lift by band' },
  { kind: 'bandCapture', label: 'Capture by band' },
  { kind: 'netValue', label: 'Net value' },
  { kind: 'returnOnSpend', label: 'Return on spend' },
  { kind: 'roc', label: 'ROC' },
  { kind: 'precisionRecall', label: 'Precision–recall' },
  { kind: 'reliability', label: 'Reliability' },
  { kind: 'scores', label: 'Scores by outcome' },
  { kind: 'measure', label: 'Measure by threshold' },
];
