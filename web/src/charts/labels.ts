import { nth } from '../lib/nth';

/** Where words go that stand at places of a chart, so that none leaves it and none lies on another. */

const LETTER = 5.9;
const GAP = 5;
const LINE = 12;

const wide = (text: string) => text.length * LETTER;

interface Mark {
  label: string;
  across: number;
}

/**
 * Upright marks' words: beside their line, left of it where the chart ends, one line higher where another's stand or a note does.
 * `floor` is how far down the lowest of them end.
 */
export function beside(
  marks: Mark[],
  width: number,
  notes: Note[] = [],
  floor = 0,
): (Mark & { left: boolean; level: number })[] {
  const taken: { from: number; to: number; level: number }[] = [];
  return [...marks]
    .sort((a, b) => a.across - b.across)
    .map((mark) => {
      const left = mark.across + GAP + wide(mark.label) > width;
      const from = left ? mark.across - GAP - wide(mark.label) : mark.across + GAP;
      const to = from + wide(mark.label);
      const meets = (other: { from: number; to: number }) => from < other.to + GAP && other.from < to + GAP;
      const noted = (level: number) =>
        notes.some(
          (n) =>
            Math.abs(n.up - (floor - (level + 1) * LINE)) < LINE &&
            meets({ from: n.across, to: n.across + wide(n.text) }),
        );
      let level = 0;
      while (taken.some((t) => t.level === level && meets(t)) || noted(level)) level++;
      taken.push({ from, to, level });
      return { ...mark, left, level };
    });
}

interface Note {
  text: string;
  across: number;
  up: number;
}

/**
 * Words at heights: left of where the chart ends, above their line where it is the chart's floor, and the lower one moves down where two
 * would lie on each other.
 */
export function apart(notes: Note[], width: number, floor: number): Note[] {
  const placed: Note[] = [];
  const inside = notes.map((note) => ({
    ...note,
    across: Math.max(0, Math.min(note.across, width - wide(note.text))),
    up: note.up + LINE > floor ? Math.min(note.up, floor) - LINE - 2 : note.up,
  }));
  for (const note of inside.sort((a, b) => a.up - b.up)) {
    let up = note.up;
    for (const other of placed) {
      const meet =
        note.across < other.across + wide(other.text) && other.across < note.across + wide(note.text);
      if (meet && up < other.up + LINE) up = other.up + LINE;
    }
    placed.push({ ...note, up });
  }
  return placed;
}

/** The places of a drawn line, at most one a `step` along it and at least one where it is drawn from end to end. */
export function strewn(points: [number, number][], step: number): [number, number][] {
  const found: [number, number][] = [];
  points.slice(1).forEach(([toX, toY], i) => {
    const [fromX, fromY] = nth(points, i);
    const steps = Math.ceil(Math.abs(toX - fromX) / step);
    for (let k = 0; k < steps; k++) {
      const share = k / steps;
      const x = fromX + share * (toX - fromX);
      const before = found[found.length - 1];
      if (!before || Math.abs(x - before[0]) >= step) found.push([x, fromY + share * (toY - fromY)]);
    }
  });
  return found;
}

const AROUND = 3;
const AWAY = 15;

/**
 * Words of lines that are level, which may stand anywhere along theirs: where the fewest of `places` of other lines and upright marks lie
 * under them, and there the nearest to where they are wanted. `start` is where the plot begins.
 */
export function free<N extends Note & { level?: boolean }>(
  notes: N[],
  start: number,
  width: number,
  places: { across: number; up: number }[],
  uprights: number[],
): N[] {
  return notes.map((note) => {
    if (!note.level) return note;
    const last = width - wide(note.text) - GAP;
    const met = (across: number) => {
      const within = (x: number) => x > across - AROUND && x < across + wide(note.text) + AROUND;
      const lying = (p: { across: number; up: number }) =>
        within(p.across) && p.up > note.up - AROUND && p.up < note.up + LINE + AROUND;
      return places.filter(lying).length + uprights.filter(within).length;
    };
    let best = { across: note.across, met: met(note.across) };
    for (let away = AWAY; best.met > 0 && away < width; away += AWAY) {
      for (const across of [note.across - away, note.across + away]) {
        if (across < start + GAP || across > last) continue;
        const here = met(across);
        if (here < best.met) best = { across, met: here };
      }
    }
    return { ...note, across: best.across };
  });
}
