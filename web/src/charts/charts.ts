import { bandCapture, bandLift } from './bands';
import { byThreshold } from './byThreshold';
import { gains } from './gains';
import { lift } from './lift';
import { netValue } from './netValue';
import type { Chart } from './parts';
import { precisionRecall } from './precisionRecall';
import { reliability } from './reliability';
import { returnOnSpend } from './returnOnSpend';
import { roc } from './roc';
import { scores } from './scores';

/** Every chart that a pane can show, in the order of the chooser. A new one is its file and its line here. */
export const CHARTS: Chart[] = [
  gains,
  lift,
  bandLift,
  bandCapture,
  netValue,
  returnOnSpend,
  roc,
  precisionRecall,
  reliability,
  scores,
  byThreshold,
];

/** The chart of that name; undefined where there is none. */
export const chartNamed = (name: string): Chart | undefined => CHARTS.find((c) => c.name === name);
