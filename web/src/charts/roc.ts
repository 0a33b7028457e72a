import type { AtCut } from '../lib/curve';
import { fixed, percent } from '../lib/format';
import { type Chart, type PaneData, diagonal, lines, overlay, plain, reached, share } from './parts';
import { nth } from '../lib/nth';

const falsePositives = ({ all }: PaneData, at: AtCut) =>
  (at.records - at.events) / (all.part.records - all.part.events);

export const roc: Chart = {
  name: 'roc',
  label: 'ROC',
  draw(data) {
    const { all, brief } = data;
    const others = all.part.records - all.part.events;
    const rate = all.part.trainingEvents / all.part.trainingRecords;
    const x = {
      label: `false alarms ÷ all who are no ${brief.decision.words.events}, %`,
      min: 0,
      max: 100,
      format: share,
    };
    const y = { label: `caught ÷ all ${brief.decision.words.events}, %`, min: 0, max: 100, format: share };
    return {
      ...plain(x, y),
      lines: [
        ...lines(data, (row, i) => [
          (100 * (nth(row.curve.records, i) - nth(row.curve.events, i))) / others,
          (100 * nth(row.curve.events, i)) / all.part.events,
        ]),
        ...overlay(data, (d, c) => [(100 * (d - c * rate)) / (1 - rate), 100 * c]),
        diagonal('at random', 100),
      ],
      notes: [{ x: 71, y: 66, text: 'at random' }],
    };
  },
  place: (data, at) => ({ across: 100 * falsePositives(data, at), up: 100 * at.capture }),
  sentence(data, at) {
    const { brief, chosen } = data;
    return (
      `The cut catches ${percent(at.capture)} % of the ${brief.decision.words.events} at the price of ${percent(falsePositives(data, at))} % of all ` +
      `others as false alarms. AUC ${fixed(chosen.auc.auc, 3)}.`
    );
  },
  pointed: (data, across) =>
    reached(data, across, (n, p) => (100 * (n - p)) / (data.all.part.records - data.all.part.events)),
};
