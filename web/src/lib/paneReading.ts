import { type AtCut } from './curve';
import { count, fixed, gain, percent, score } from './format';
import { cellsOf, measure, shown } from './measures';
import type { PaneKind } from './paneKinds';
import type { PaneData } from './paneParts';

/** Where the cut lies in a pane. `up` is null where it is a line only. */
export interface CutPlace {
  across: number | null;
  up: number | null;
  reading: string;
}

/** A candidate's exact value in a pane over the depth; null in the others. */
export function valueAt(kind: PaneKind, data: PaneData, at: AtCut): number | null {
  switch (kind) {
    case 'gains':
      return 100 * at.capture;
    case 'lift':
      return at.lift;
    case 'netValue':
      return at.gain;
    case 'returnOnSpend': {
      const spend = data.brief.decision.stakes.actionCost * (at.caught + at.falseAlarms);
      return spend > 0 ? at.gain / spend : null;
    }
    default:
      return null;
  }
}

const nth = (n: number, q: number) => `band ${n} of ${q}`;

/** Where the cut lies in a pane, and what the pane says there. */
export function place(kind: PaneKind, data: PaneData, at: AtCut): CutPlace {
  const { all, brief, chosen } = data;
  const depth = 100 * at.depth;
  const money = (v: number) => gain(brief.decision.words.currency, v);
  const range = (low: number | null, high: number | null, show: (v: number) => string) =>
    low === null || high === null ? '' : ` (${show(low)} to ${show(high)})`;
  switch (kind) {
    case 'gains':
      return {
        across: depth,
        up: 100 * at.capture,
        reading:
          `At the cut ${percent(at.capture)} % of the ${brief.decision.words.events} are reached` +
          `${range(at.captureLow, at.captureHigh, percent)}; at random it would be ${percent(at.depth)} %.`,
      };
    case 'lift':
      return {
        across: depth,
        up: at.lift,
        reading:
          at.lift === null
            ? 'Nobody is acted on: there is no lift.'
            : `Down to the cut ${fixed(at.lift, 2)} times${range(at.liftLow, at.liftHigh, (v) => fixed(v, 2))} as many ` +
              `${brief.decision.words.events} as ${brief.decision.words.acting} at random.`,
      };
    case 'bandLift':
    case 'bandCapture': {
      const bands = data.bands.find((b) => b.candidate === chosen.id)?.validation ?? [];
      const band = bands.find((b) => at.records <= b.to) ?? null;
      if (!band) return { across: depth, up: null, reading: 'The bands are on their way.' };
      const said =
        `The cut lies in ${nth(band.band, bands.length)}: ${count(band.events)} ${brief.decision.words.events} ` +
        `among ${count(band.records)} ${brief.decision.words.records}`;
      return {
        across: depth,
        up: null,
        reading:
          kind === 'bandLift'
            ? `${said}, ${fixed(band.lift, 2)} times the event rate.`
            : `${said}, ${percent(band.events / all.events)} % of all.`,
      };
    }
    case 'netValue':
      return {
        across: depth,
        up: at.gain,
        reading:
          `At the cut ${money(at.gain)}${range(at.gainLow, at.gainHigh, money)} on these ${count(all.records)} ` +
          `${brief.decision.words.records}; about ${money(at.gain * all.campaignFactor)} for a campaign of ${count(brief.decision.campaign.size)}.`,
      };
    case 'returnOnSpend': {
      const back = valueAt(kind, data, at);
      return {
        across: depth,
        up: back,
        reading:
          back === null
            ? 'Nothing is spent here.'
            : `Each ${brief.decision.words.currency}1 spent down to the cut brings ${brief.decision.words.currency}${fixed(back, 2)} beyond itself.`,
      };
    }
    case 'roc': {
      const fpr = (at.records - at.events) / (all.records - all.events);
      return {
        across: 100 * fpr,
        up: 100 * at.capture,
        reading:
          `The cut catches ${percent(at.capture)} % of the ${brief.decision.words.events} at the price of ${percent(fpr)} % of all ` +
          `others as false alarms. AUC ${fixed(chosen.auc.auc, 3)}.`,
      };
    }
    case 'precisionRecall':
      return {
        across: 100 * at.capture,
        up: at.precision === null ? null : 100 * at.precision,
        reading:
          at.precision === null
            ? 'Nobody is acted on: there is no precision.'
            : `At the cut ${percent(at.precision)} %${range(at.precisionLow, at.precisionHigh, percent)} of those acted on are ` +
              `${brief.decision.words.events}, and ${percent(at.capture)} % of all ${brief.decision.words.events} are among them.`,
      };
    case 'reliability': {
      const quality = data.distributions.find((d) => d.candidate === chosen.id)?.validation.quality;
      return {
        across: chosen.probability && at.score !== null ? 100 * at.score : null,
        up: null,
        reading: quality
          ? `Promised and observed shares lie ${percent(quality.ece)} points apart on average; calibration slope ` +
            `${fixed(quality.slope, 2)} (1 is right, below it promises too much), intercept ${fixed(quality.intercept, 2)}.`
          : 'No probabilities, no promise to hold them to.',
      };
    }
    case 'scores':
      return {
        across: at.score,
        up: null,
        reading:
          at.score === null
            ? 'The cut is a depth here, no score.'
            : `Acting from a score of ${score(at.score)} on takes the right-hand part: ${percent(at.capture)} % of the ` +
              `${brief.decision.words.events} and ${percent((at.records - at.events) / (all.records - all.events))} % of the others.`,
      };
    case 'measure': {
      const m = measure(data.measure) ?? measure('f1');
      const value = m.of(cellsOf(all, at));
      return {
        across: at.score,
        up: value === null || at.score === null ? null : (m.shown === 'percent' ? 100 : 1) * value,
        reading: `${m.label} at the cut: ${shown(m, value)}${all.eventFactor === 1 ? '' : ', at the event rate of validation'}. ${m.beware}`,
      };
    }
  }
}

/** How many records are acted on where somebody points in a pane; null where a place is no cut. */
export function pointed(
  kind: PaneKind,
  data: PaneData,
  across: number,
  reaching: (score: number) => number | null,
): number | null {
  const { all } = data;
  switch (kind) {
    case 'roc':
    case 'precisionRecall': {
      const { records, events } = data.chosen.curve;
      const others = all.records - all.events;
      const along = (i: number) =>
        kind === 'roc' ? (100 * (records[i] - events[i])) / others : (100 * events[i]) / all.events;
      let i = 0;
      while (i < records.length - 1 && along(i) < across) i++;
      return records[i];
    }
    case 'reliability':
      return reaching(across / 100);
    case 'scores':
    case 'measure':
      return reaching(across);
    default:
      return Math.round((across / 100) * all.records);
  }
}
