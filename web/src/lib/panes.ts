import type { PaneKind } from './paneKinds';
import { banded, byThreshold, reliability, scores } from './paneBars';
import { gains, lift, netValue, precisionRecall, returnOnSpend, roc } from './paneCurves';
import { type Drawing, type PaneData } from './paneParts';

/** What a pane shows. */
export function drawing(kind: PaneKind, data: PaneData): Drawing {
  switch (kind) {
    case 'gains':
      return gains(data);
    case 'lift':
      return lift(data);
    case 'bandLift':
    case 'bandCapture':
      return banded(data, kind);
    case 'netValue':
      return netValue(data);
    case 'returnOnSpend':
      return returnOnSpend(data);
    case 'roc':
      return roc(data);
    case 'precisionRecall':
      return precisionRecall(data);
    case 'reliability':
      return reliability(data);
    case 'scores':
      return scores(data);
    case 'measure':
      return byThreshold(data);
  }
}
