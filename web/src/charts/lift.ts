import { alongBand } from '../lib/curve';
import { fixed } from '../lib/format';
import { type Chart, FROM_DEPTH, depthAxis, level, lines, overlay, plain, range, washed } from './parts';
import { liftOf, trainingPrecision } from './planned';
import { nth } from '../lib/nth';

export const lift: Chart = {
  name: 'lift',
  label: 'Cumulative lift',
  draw(data) {
    const { all, chosen } = data;
    const y = { label: 'precision ÷ event rate, times', format: (v: number) => String(v), min: 0 };
    const read = (values: number[]) => (d: number) => alongBand(all.depths, values, d) / all.rate.eventRate;
    const own = (values: number[]) => (d: number) => alongBand(all.depths, values, d) / d;
    const planned = all.rate.eventFactor !== 1;
    return {
      ...plain(depthAxis(data), y),
      lines: [
        ...lines(data, (row, i) =>
          nth(row.curve.records, i) < FROM_DEPTH * all.part.records
            ? null
            : [
                (100 * nth(row.curve.records, i)) / all.part.records,
                liftOf(all, nth(row.curve.records, i), nth(row.curve.events, i)),
              ],
        ),
        ...overlay(data, (d, c) => (d < FROM_DEPTH ? null : [100 * d, trainingPrecision(all, d, c).lift])),
        level('at random', 1, 'dotted'),
      ],
      wash: planned
        ? washed(data, read(chosen.curve.band.precisionLow), read(chosen.curve.band.precisionHigh))
        : washed(data, own(chosen.curve.band.captureLow), own(chosen.curve.band.captureHigh)),
      notes: [{ x: 84, y: 1, text: 'at random', level: true }],
    };
  },
  place: (_, at) => ({ across: 100 * at.depth, up: at.lift }),
  valueAt: (_, at) => at.lift,
  sentence(data, at) {
    const { brief } = data;
    if (at.lift === null) return 'Nobody is acted on: there is no lift.';
    return (
      `Down to the cut ${fixed(at.lift, 2)} times${range(at.liftLow, at.liftHigh, (v) => fixed(v, 2))} as many ` +
      `${brief.decision.words.events} as ${brief.decision.words.acting} at random.`
    );
  },
};
