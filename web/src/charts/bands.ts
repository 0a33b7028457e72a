import type { BandsView } from '../api/schema';
import type { AtCut } from '../lib/curve';
import { count, fixed, percent } from '../lib/format';
import { type Chart, type Drawing, type PaneData, depthAxis, level, plain } from './parts';

/** Steps over the bands, one candidate's or several's. */
function draw(data: PaneData, isLift: boolean): Drawing {
  const { all, brief, bands } = data;
  const q = bands[0]?.validation.length ?? 0;
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
    const points = steps(found.validation, all.part.records);
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
      const dashed = steps(found.training, all.part.trainingRecords);
      const name = `${row.name}, training`;
      drawing.lines.push({ name, points: dashed, colour: data.colour(row), width: 1.4, dash: 'dashed' });
    }
  }
  const even = isLift ? 1 : 100 / Math.max(1, q);
  drawing.lines.push(level('at random', even, 'dotted'));
  return drawing;
}

type Band = BandsView['validation'][number];

function sentence(data: PaneData, at: AtCut, said: (band: Band) => string): string {
  const { words } = data.brief.decision;
  const bands = data.bands.find((b) => b.candidate === data.chosen.id)?.validation ?? [];
  const band = bands.find((b) => at.records <= b.to);
  if (!band) return 'The bands are on their way.';
  return (
    `The cut lies in band ${band.band} of ${bands.length}: ${count(band.events)} ${words.events} ` +
    `among ${count(band.records)} ${words.records}, ${said(band)}.`
  );
}

const common = {
  wants: 'bands',
  place: (_: PaneData, at: AtCut) => ({ across: 100 * at.depth, up: null }),
} as const;

export const bandLift: Chart = {
  ...common,
  name: 'bandLift',
  label: 'Lift by band',
  draw: (data) => draw(data, true),
  sentence: (data, at) => sentence(data, at, (band) => `${fixed(band.lift, 2)} times the event rate`),
};

export const bandCapture: Chart = {
  ...common,
  name: 'bandCapture',
  label: 'Capture by band',
  draw: (data) => draw(data, false),
  sentence: (data, at) =>
    sentence(data, at, (band) => `${percent(band.events / data.all.part.events)} % of all`),
};
