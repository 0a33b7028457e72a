import { alongBand } from '../lib/curve';
import { percent } from '../lib/format';
import {
  type Chart,
  FAINT,
  depthAxis,
  diagonal,
  line,
  lines,
  overlay,
  plain,
  range,
  share,
  washed,
} from './parts';
import { nth } from '../lib/nth';

export const gains: Chart = {
  name: 'gains',
  label: 'Gains',
  draw(data) {
    const { all, brief, chosen } = data;
    const perfect = (100 * all.part.events) / all.part.records;
    const y = { label: `caught ÷ all ${brief.decision.words.events}, %`, min: 0, max: 100, format: share };
    return {
      ...plain(depthAxis(data), y),
      lines: [
        ...lines(data, (row, i) => [
          (100 * nth(row.curve.records, i)) / all.part.records,
          (100 * nth(row.curve.events, i)) / all.part.events,
        ]),
        ...overlay(data, (d, c) => [100 * d, 100 * c]),
        line(
          'perfect order',
          [
            [0, 0],
            [perfect, 100],
            [100, 100],
          ],
          FAINT,
        ),
        diagonal('at random', 100),
      ],
      wash: washed(
        data,
        (d) => 100 * alongBand(all.depths, chosen.curve.band.captureLow, d),
        (d) => 100 * alongBand(all.depths, chosen.curve.band.captureHigh, d),
      ),
      notes: [
        { x: perfect + 1, y: 97, text: 'perfect order' },
        { x: 71, y: 66, text: 'at random' },
      ],
    };
  },
  place: (_, at) => ({ across: 100 * at.depth, up: 100 * at.capture }),
  valueAt: (_, at) => 100 * at.capture,
  sentence(data, at) {
    const { brief } = data;
    return (
      `At the cut ${percent(at.capture)} % of the ${brief.decision.words.events} are reached` +
      `${range(at.captureLow, at.captureHigh, percent)}; at random it would be ${percent(at.depth)} %.`
    );
  },
};
