import { significant } from '../lib/format';
import { MEASURES, cellsOf, measure, shown } from '../lib/measures';
import { type Chart, type PaneData, lines, plain } from './parts';
import { nth } from '../lib/nth';

const chosenMeasure = (data: PaneData) => measure(data.measure) ?? measure('f1');

export const byThreshold: Chart = {
  name: 'measure',
  label: 'Measure by threshold',
  measures: MEASURES,
  draw(data) {
    const { all, chosen } = data;
    const m = chosenMeasure(data);
    const rows = data.rows.filter(
      (r) => r.probability === chosen.probability && (chosen.probability || r === chosen),
    );
    const factor = m.shown === 'percent' ? 100 : 1;
    const drawing = plain(
      {
        label: chosen.probability
          ? 'threshold: act from this score on'
          : `threshold: score of ${chosen.name}`,
        format: significant,
      },
      {
        label: `${m.label}${m.shown === 'percent' ? ', %' : ''}`,
        format: significant,
        ...(m.shown === 'percent' ? { min: 0, max: 100 } : {}),
      },
    );
    drawing.lines = lines({ ...data, rows }, (row, i) => {
      if (i === 0) return null;
      const [n, p] = [nth(row.curve.records, i), nth(row.curve.events, i)];
      const value = m.of(cellsOf(all.part, { records: n, events: p }));
      return value === null ? null : [nth(row.curve.scores, i - 1), factor * value];
    });
    const own = chosen.curve.scores;
    Object.assign(drawing.x, { min: Math.min(nth(own, own.length - 1), nth(own, 0)), max: own[0] });
    if (chosen.probability) drawing.x.min = 0;
    if (drawing.x.min === drawing.x.max) drawing.empty = 'All scores are equal: there is one threshold only.';
    return drawing;
  },
  place: (data, at) => {
    const m = chosenMeasure(data);
    const value = m.of(cellsOf(data.all.part, at));
    const up = value === null || at.score === null ? null : (m.shown === 'percent' ? 100 : 1) * value;
    return { across: at.score, up };
  },
  sentence(data, at) {
    const m = chosenMeasure(data);
    const planned = data.all.rate.eventFactor === 1 ? '' : ', at the event rate of validation';
    return `${m.label} at the cut: ${shown(m, m.of(cellsOf(data.all.part, at)))}${planned}. ${m.beware}`;
  },
  pointed: (_, across, reaching) => reaching(across),
};
