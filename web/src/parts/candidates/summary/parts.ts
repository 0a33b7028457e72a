import type { Component } from 'svelte';
import type { BriefView as Brief, CandidateView as Candidate, Part } from '../../../api/schema';
import type { PartName } from '../../../lib/settings';
import Bends from './Bends.svelte';
import ByOutcome from './ByOutcome.svelte';
import CalibrationMap from './CalibrationMap.svelte';
import Curve from './Curve.svelte';
import Importance from './Importance.svelte';
import Limit from './Limit.svelte';
import Members from './Members.svelte';
import NetworkDrawing from './NetworkDrawing.svelte';
import OddsRatios from './OddsRatios.svelte';
import Penalty from './Penalty.svelte';
import Sentence from './Sentence.svelte';
import StepwisePath from './StepwisePath.svelte';
import Tree from './Tree.svelte';
import Weights from './Weights.svelte';

/** What a part may need beside itself. */
export interface Around {
  brief: Brief;
  candidate: Candidate;
  others: Candidate[];
  /** fits the same tree cut to a size; null for those who may not */
  cutTo: ((leaves: number) => void) | null;
}

/** What a component gets that draws the part of a name. */
export type PartProps<N extends PartName> = { part: Extract<Part, { part: N }>; around: Around };

/** How each part is drawn, whatever kind it comes from. */
const DRAWN: { [N in PartName]: Component<PartProps<N>> } = {
  limit: Limit,
  sentence: Sentence,
  penalty: Penalty,
  bends: Bends,
  oddsRatios: OddsRatios,
  weights: Weights,
  stepwisePath: StepwisePath,
  tree: Tree,
  importance: Importance,
  curve: Curve,
  network: NetworkDrawing,
  members: Members,
  byOutcome: ByOutcome,
  calibrationMap: CalibrationMap,
};

export const drawnBy = (part: Part) =>
  DRAWN[part.part] as unknown as Component<{ part: Part; around: Around }>;
