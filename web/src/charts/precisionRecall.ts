import { percent } from '../lib/format';
import { type Chart, FROM_DEPTH, level, lines, overlay, plain, range, reached, share } from './parts';
import { liftOf, trainingPrecision } from './planned';
import { nth } from '../lib/nth';

export const precisionRecall: Chart = {
  name: 'precisionRecall',
  label: 'Precision–recall',
  draw(data) {
    const { all, brief } = data;
    const x = { label: `caught ÷ all ${brief.decision.words.events}, %`, min: 0, max: 100, format: share };
    const y = { label: 'caught ÷ all acted on, %', min: 0, format: share };
    return {
      ...plain(x, y),
      lines: [
        ...lines(data, (row, i) =>
          nth(row.curve.records, i) < FROM_DEPTH * all.part.records
            ? null
            : [
                (100 * nth(row.curve.events, i)) / all.part.events,
                100 * all.rate.eventRate * liftOf(all, nth(row.curve.records, i), nth(row.curve.events, i)),
              ],
        ),
        ...overlay(data, (d, c) =>
          d < FROM_DEPTH ? null : [100 * c, 100 * trainingPrecision(all, d, c).precision],
        ),
        level('at random', 100 * all.rate.eventRate, 'dotted'),
      ],
      notes: [{ x: 78, y: 100 * all.rate.eventRate, text: 'event rate', level: true }],
    };
  },
  place: (_, at) => ({ across: 100 * at.capture, up: at.precision === null ? null : 100 * at.precision }),
  sentence(data, at) {
    const { brief } = data;
    if (at.precision === null) return 'Nobody is acted on: there is no precision.';
    return (
      `At the cut ${percent(at.precision)} %${range(at.precisionLow, at.precisionHigh, percent)} of those acted on are ` +
      `${brief.decision.words.events}, and ${percent(at.capture)} % of all ${brief.decision.words.events} are among them.`
    );
  },
  pointed: (data, across) => reached(data, across, (_, p) => (100 * p) / data.all.part.events),
};
