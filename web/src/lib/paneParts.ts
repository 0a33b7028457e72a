import type {
  BandsView,
  BriefView as Brief,
  ComparisonView as Comparison,
  DistributionView as Distribution,
  Row,
} from '../api/schema';
import type { Axis, Line, Wash } from './chart';
import { thin } from './curve';

const DRAWN_POINTS = 900;
export const FROM_DEPTH = 0.005;
export const EVENT = '#74305a';
export const OTHER = '#c7c0b0';
export const FAINT = '#b9b2a2';
const GREY = '#8b9096';

/** All that a pane is drawn from; nothing here moves with the cut. */
export interface PaneData {
  brief: Brief;
  all: Comparison;
  /** whose lines are drawn */
  rows: Row[];
  chosen: Row;
  colour: (row: Row) => string;
  training: boolean;
  doubt: boolean;
  measure: string;
  /** by candidate, where the kind needs them and they have come */
  bands: BandsView[];
  distributions: Distribution[];
}

/** A pane without its cut. */
export interface Drawing {
  x: Axis;
  y: Axis;
  lines: Line[];
  wash: Wash | null;
  notes: { x: number; y: number; text: string }[];
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
  chosen.training.depth.forEach((d, i) => {
    const found = at(d, chosen.training.capture[i]);
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
  if (!data.doubt) return null;
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
