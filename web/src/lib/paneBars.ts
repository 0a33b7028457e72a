import type { BandsView, ScoresView as DistributionPart, ProbabilityQuality as Quality } from '../api/schema';
import type { Line } from './chart';
import { significant } from './format';
import { cellsOf, measure } from './measures';
import {
  type Drawing,
  EVENT,
  FAINT,
  OTHER,
  type PaneData,
  depthAxis,
  diagonal,
  level,
  line,
  lines,
  plain,
  share,
} from './paneParts';

/** Steps over the bands, one candidate's or several's. */
export function banded(data: PaneData, kind: 'bandLift' | 'bandCapture'): Drawing {
  const { all, brief, bands } = data;
  const q = bands[0]?.validation.length ?? 0;
  const isLift = kind === 'bandLift';
  const label = isLift
    ? 'event rate of the band ÷ event rate, times'
    : `${brief.decision.words.events} of the band ÷ all, %`;
  const drawing = plain(depthAxis(data), { label, min: 0, format: (v: number) => String(v) });
  const steps = (rows: BandsView['validation'], total: number): [number, number][] => {
    const events = rows.reduce((sum, band) => sum + band.events, 0);
    return rows.flatMap((band) => {
      const height = isLift ? band.lift : (100 * band.events) / events;
      return [
        [(100 * band.from) / total, height],
        [(100 * band.to) / total, height],
      ] as [number, number][];
    });
  };
  for (const row of data.rows) {
    const found = bands.find((b) => b.candidate === row.id);
    if (!found) continue;
    const mine = row.id === data.chosen.id;
    const points = steps(found.validation, all.records);
    const fill = mine ? 0.16 : undefined;
    drawing.lines.push({
      id: row.id,
      name: row.name,
      points,
      colour: data.colour(row),
      width: mine ? 2.2 : 1.1,
      fill,
    });
    if (mine && data.training && found.training) {
      const dashed = steps(found.training, all.trainingRecords);
      const name = `${row.name}, training`;
      drawing.lines.push({ name, points: dashed, colour: data.colour(row), width: 1.4, dash: 'dashed' });
    }
  }
  const even = isLift ? 1 : 100 / Math.max(1, q);
  drawing.lines.push(level('at random', even, 'dotted'));
  return drawing;
}

/** Bands as points: what was promised, and what came. */
const promised = (quality: Quality): [number, number][] =>
  [...quality.reliability]
    .sort((a, b) => a.meanProbability - b.meanProbability)
    .map((r) => [100 * r.meanProbability, 100 * r.observedRate]);

export function reliability(data: PaneData): Drawing {
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
      if (!data.doubt) continue;
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
}

/** How many records score where, a fifth of the chart high. */
function histogram(part: DistributionPart, top: number): Line {
  const counts = part.events.map((e, i) => e + part.others[i]);
  const most = Math.max(...counts, 1);
  const points = counts.flatMap((n, i) => {
    const height = (top / 5) * (n / most);
    return [
      [100 * part.edges[i], height],
      [100 * part.edges[i + 1], height],
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

export function scores(data: PaneData): Drawing {
  const { brief, chosen } = data;
  const own = data.distributions.find((d) => d.candidate === chosen.id);
  const x = { label: `score of ${chosen.name}`, format: significant };
  const y = { label: 'share of each kind in a bin, %', min: 0, format: share };
  const drawing = plain(x, y);
  if (!own) return drawing;
  const { edges } = own.validation;
  Object.assign(drawing.x, { min: edges[0], max: edges[edges.length - 1] });
  const steps = (part: DistributionPart, counts: number[]): [number, number][] => {
    const all = counts.reduce((sum, n) => sum + n, 0);
    return counts.flatMap((n, i) => [
      [part.edges[i], (100 * n) / all],
      [part.edges[i + 1], (100 * n) / all],
    ]);
  };
  const add = (name: string, points: [number, number][], colour: string, dashed: boolean) =>
    drawing.lines.push({
      name,
      points,
      colour,
      width: dashed ? 1.2 : 1.6,
      fill: dashed ? undefined : 0.3,
      dash: dashed ? 'dashed' : undefined,
    });
  add(`no ${brief.decision.words.events}`, steps(own.validation, own.validation.others), OTHER, false);
  add(brief.decision.words.events, steps(own.validation, own.validation.events), EVENT, false);
  if (data.training) {
    add(`no ${brief.decision.words.events}, training`, steps(own.training, own.training.others), FAINT, true);
    add(`${brief.decision.words.events}, training`, steps(own.training, own.training.events), EVENT, true);
  }
  return drawing;
}

export function byThreshold(data: PaneData): Drawing {
  const { all, chosen } = data;
  const m = measure(data.measure) ?? measure('f1');
  const rows = data.rows.filter(
    (r) => r.probability === chosen.probability && (chosen.probability || r === chosen),
  );
  const factor = m.shown === 'percent' ? 100 : 1;
  const drawing = plain(
    {
      label: chosen.probability ? 'threshold: act from this score on' : `threshold: score of ${chosen.name}`,
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
    const [n, p] = [row.curve.records[i], row.curve.events[i]];
    const value = m.of(cellsOf(all, { records: n, events: p }));
    return value === null ? null : [row.curve.scores[i - 1], factor * value];
  });
  const own = chosen.curve.scores;
  Object.assign(drawing.x, { min: Math.min(own[own.length - 1], own[0]), max: own[0] });
  if (chosen.probability) drawing.x.min = 0;
  if (drawing.x.min === drawing.x.max) drawing.empty = 'All scores are equal: there is one threshold only.';
  return drawing;
}
