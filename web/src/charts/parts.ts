import type { BandsView, BriefView as Brief, DistributionView as Distribution } from '../api/schema';
import type { Comparison, Row } from '../lib/compared';
import type { Axis, Line, Wash } from '../lib/chart';
import { type AtCut, interpolate, thin } from '../lib/curve';
import { gain } from '../lib/format';
import { nth } from '../lib/nth';
import { colour } from '../lib/palette';

const DRAWN_POINTS = 900;
export const FROM_DEPTH = 0.005;
export const EVENT = colour('event');
export const OTHER = colour('other');
export const FAINT = colour('faint');
const GREY = colour('ref');

/** All that a pane is drawn from; nothing here moves with the cut. */
export interface PaneData {
  brief: Brief;
  all: Comparison;
  /** whose lines are drawn */
  rows: Row[];
  chosen: Row;
  colour: (row: Row) => string;
  training: boolean;
  uncertainty: boolean;
  measure: string;
  /** by candidate, where the chart wants them and they have come */
  bands: BandsView[];
  distributions: Distribution[];
}

/** What a chart is drawn from besides the comparison, which asks for it by name. */
export type Source = 'bands' | 'distribution' | 'distributions';

/** Where the cut lies in a chart. `up` is null where it is a line only. */
export interface CutPlace {
  across: number | null;
  up: number | null;
}

/** One kind of chart: all that the program knows of it. It is offered as soon as it stands in `charts.ts`. */
export interface Chart {
  /** kept in arrangements and in the names of files */
  name: string;
  /** in the chooser and as its title */
  label: string;
  /** what has to be asked of the server before it can be drawn */
  wants?: Source;
  /** the measures that it can show, one at a time; its title is then the measure's */
  measures?: { name: string; label: string }[];
  draw(data: PaneData): Drawing;
  /** where the cut lies */
  place(data: PaneData, at: AtCut): CutPlace;
  /** a candidate's exact value over the depth, where the chart is one over the depth */
  valueAt?(data: PaneData, at: AtCut): number | null;
  /** what the chart says at the cut */
  sentence(data: PaneData, at: AtCut): string;
  /** how many records are acted on where somebody points; the share of all where it is not said; null where a place is no cut */
  pointed?(data: PaneData, across: number, reaching: (score: number) => number | null): number | null;
}

/** A pane without its cut. */
export interface Drawing {
  x: Axis;
  y: Axis;
  lines: Line[];
  wash: Wash | null;
  /** words at a place; of a level line anywhere along it */
  notes: { x: number; y: number; text: string; level?: boolean }[];
  marks: { x: number; label: string }[];
  /** why there is nothing to see */
  empty: string | null;
}

export const share = (v: number) => String(Number(v.toFixed(1)));
export const thousands = (v: number) =>
  Math.abs(v) >= 1000
    ? `${v > 0 ? '+' : '−'}${Math.abs(v / 1000)}k`
    : v > 0
      ? `+${v}`
      : `${v}`.replace('-', '−');

/** A figure of a candidate at each of its points: events, and what stands with them. */
type At = (row: Row, point: number) => [number, number] | null;

function curve(data: PaneData, row: Row, at: At): [number, number][] {
  const points: [number, number][] = [];
  for (let i = 0; i < row.curve.records.length; i++) {
    const found = at(row, i);
    if (found) points.push(found);
  }
  return points.length <= DRAWN_POINTS
    ? points
    : thin(
        points.map((p) => p[0]),
        points.map((p) => p[1]),
        DRAWN_POINTS,
      );
}

export function lines(data: PaneData, at: At): Line[] {
  return data.rows.map((row) => ({
    id: row.id,
    name: row.name,
    points: curve(data, row, at),
    colour: data.colour(row),
    width: row.id === data.chosen.id ? 2.4 : row.reference ? 1 : 1.3,
  }));
}

/** The chosen candidate on training, from shares of training's population and events. */
export function overlay(
  data: PaneData,
  at: (depth: number, capture: number) => [number, number] | null,
): Line[] {
  if (!data.training) return [];
  const { chosen } = data;
  const points: [number, number][] = [];
  chosen.curve.training.depth.forEach((d, i) => {
    const found = at(d, nth(chosen.curve.training.capture, i));
    if (found) points.push(found);
  });
  const name = `${chosen.name}, training`;
  return [{ name, points, colour: data.colour(chosen), width: 1.4, dash: 'dashed' }];
}

export function washed(
  data: PaneData,
  low: (depth: number) => number | null,
  high: (depth: number) => number | null,
) {
  if (!data.uncertainty) return null;
  const points: [number, number, number][] = [];
  for (const depth of data.all.depths) {
    const a = low(depth);
    const b = high(depth);
    if (depth >= FROM_DEPTH && a !== null && b !== null) points.push([100 * depth, a, b]);
  }
  return { colour: data.colour(data.chosen), points };
}

export const depthAxis = (data: PaneData): Axis => ({
  label: `share of ${data.brief.decision.words.records} acted on, highest scores first, %`,
  min: 0,
  max: 100,
  format: share,
});

export const plain = (x: Axis, y: Axis): Drawing => ({
  x,
  y,
  lines: [],
  wash: null,
  notes: [],
  marks: [],
  empty: null,
});

export const line = (name: string, points: [number, number][], colour: string, dash?: 'dotted'): Line => ({
  name,
  points,
  colour,
  width: 0.9,
  dash,
});

/** A line of one height over 0 to 100. */
export const level = (name: string, height: number, dash?: 'dotted') =>
  line(
    name,
    [
      [0, height],
      [100, height],
    ],
    GREY,
    dash,
  );

export const diagonal = (name: string, to: number) =>
  line(
    name,
    [
      [0, 0],
      [to, to],
    ],
    GREY,
    'dotted',
  );

/** “ (low to high)”, nothing where there is no interval. */
export const range = (low: number | null, high: number | null, show: (v: number) => string) =>
  low === null || high === null ? '' : ` (${show(low)} to ${show(high)})`;

export const amount = (data: PaneData, v: number) => gain(data.brief.decision.words.currency, v);

/** The first point of the chosen candidate's curve that reaches so far along. */
export function reached(
  data: PaneData,
  across: number,
  along: (records: number, events: number) => number,
): number {
  const { records, events } = data.chosen.curve;
  let i = 0;
  while (i < records.length - 1 && along(nth(records, i), nth(events, i)) < across) i++;
  return nth(records, i);
}

/** The height of a line at a place; null beside it. */
export function along(line: Line, x: number): number | null {
  const rising = nth(line.points, 0)[0] <= nth(line.points, line.points.length - 1)[0];
  const points = rising ? line.points : [...line.points].reverse();
  const places = points.map((p) => p[0]);
  if (x < nth(places, 0) || x > nth(places, places.length - 1)) return null;
  return interpolate(
    places,
    points.map((p) => p[1]),
    x,
  );
}

/** All that is drawn, as a table. */
export const cells = (drawing: Drawing, chosen: string): (string | number)[][] => [
  ['line', drawing.x.label, drawing.y.label],
  ...drawing.lines.flatMap((l) => l.points.map(([x, y]) => [l.name, x, y])),
  ...(drawing.wash?.points ?? []).flatMap(([x, low, high]) => [
    [`${chosen}, 2.5 %`, x, low],
    [`${chosen}, 97.5 %`, x, high],
  ]),
];
