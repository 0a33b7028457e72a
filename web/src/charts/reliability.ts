import type { ProbabilityQuality as Quality, ScoresView as DistributionPart } from '../api/schema';
import type { Line } from '../lib/chart';
import { fixed, percent } from '../lib/format';
import { type Chart, OTHER, diagonal, line, plain, share } from './parts';
import { nth } from '../lib/nth';

/** Bands as points: what was promised, and what came. */
const promised = (quality: Quality): [number, number][] =>
  [...quality.reliability]
    .sort((a, b) => a.meanProbability - b.meanProbability)
    .map((r) => [100 * r.meanProbability, 100 * r.observedRate]);

/** How many records score where, a fifth of the chart high. */
function histogram(part: DistributionPart, top: number): Line {
  const counts = part.events.map((e, i) => e + nth(part.others, i));
  const most = Math.max(...counts, 1);
  const points = counts.flatMap((n, i) => {
    const height = (top / 5) * (n / most);
    return [
      [100 * nth(part.edges, i), height],
      [100 * nth(part.edges, i + 1), height],
    ] as [number, number][];
  });
  return {
    name: 'records',
    points: points.filter((p) => p[0] <= top),
    colour: OTHER,
    width: 0.5,
    fill: 0.55,
  };
}

export const reliability: Chart = {
  name: 'reliability',
  label: 'Reliability',
  wants: 'distributions',
  draw(data) {
    const { brief, chosen } = data;
    const x = { label: 'probability promised, mean of the band, %', min: 0, format: share };
    const y = { label: `share that were ${brief.decision.words.events}, %`, min: 0, format: share };
    const drawing = plain(x, y);
    const own = data.distributions.find((d) => d.candidate === chosen.id);
    if (!chosen.probability) {
      return {
        ...drawing,
        empty: `The scores of ${chosen.name} are no probabilities: there is nothing to hold them to.`,
      };
    }
    if (!own?.validation.quality) return drawing;
    let most = 0;
    for (const row of data.rows) {
      const quality = data.distributions.find((d) => d.candidate === row.id)?.validation.quality;
      if (!quality) continue;
      const mine = row.id === chosen.id;
      const points = promised(quality);
      drawing.lines.push({
        id: row.id,
        name: row.name,
        points,
        colour: data.colour(row),
        width: mine ? 2 : 1.1,
        dots: mine,
      });
      for (const r of mine ? quality.reliability : []) {
        most = Math.max(most, r.meanProbability, r.high);
        if (!data.uncertainty) continue;
        const at = 100 * r.meanProbability;
        const whisker = line(
          'interval',
          [
            [at, 100 * r.low],
            [at, 100 * r.high],
          ],
          data.colour(row),
        );
        drawing.lines.push({ ...whisker, silent: true });
      }
    }
    if (data.training && own.training.quality) {
      const points = promised(own.training.quality);
      drawing.lines.push({
        name: `${chosen.name}, training`,
        points,
        colour: data.colour(chosen),
        width: 1.4,
        dash: 'dashed',
      });
    }
    for (const r of (data.training && own.training.quality?.reliability) || []) {
      most = Math.max(most, r.meanProbability, r.observedRate);
    }
    const unit = most > 0.2 ? 10 : most > 0.05 ? 5 : 1;
    const top = Math.min(100, unit * Math.max(1, Math.ceil((105 * most) / unit)));
    drawing.x.max = top;
    drawing.y.max = top;
    drawing.lines.push(diagonal('kept to the letter', top));
    drawing.lines.push({ ...histogram(own.validation, top), silent: true });
    drawing.notes.push({ x: top * 0.66, y: top * 0.05, text: 'grey: how many score so' });
    return drawing;
  },
  place: ({ chosen }, at) => ({
    across: chosen.probability && at.score !== null ? 100 * at.score : null,
    up: null,
  }),
  sentence(data) {
    const quality = data.distributions.find((d) => d.candidate === data.chosen.id)?.validation.quality;
    if (!quality) return 'No probabilities, no promise to hold them to.';
    return (
      `Promised and observed shares lie ${percent(quality.ece)} points apart on average; calibration slope ` +
      `${fixed(quality.slope, 2)} (1 is right, below it promises too much), intercept ${fixed(quality.intercept, 2)}.`
    );
  },
  pointed: (_, across, reaching) => reaching(across / 100),
};
