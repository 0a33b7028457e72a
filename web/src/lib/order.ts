import type { Row } from './compared';
import { interpolate, lastAtMost } from './curve';

/** What stands at a rank of one candidate's validation records. */
export interface AtRank {
  events: number;
  valued: number;
  /** of the last record acted on; null for nobody, inside a group of equal scores, and where it is not known */
  score: number | null;
  insideTie: boolean;
  /** read between two points of a curve that was thinned */
  approximate: boolean;
}

/** Reads a candidate's ranking at any rank. */
export interface Reader {
  at(rank: number): AtRank;
  /** the highest rank at which records score at least this; null where only a thinned curve is known */
  reaching(score: number): number | null;
  /** the nearest rank between two records, or groups of them where they have weights; beyond `from` where that is given */
  nearest(rank: number, from?: number): number;
}

/** Where every record counts once, a cut lies at whole numbers. */
const whole = (rank: number) => Math.round(rank);

/** The point nearest to a rank, the next one on its side of `from` where that would be `from` itself. */
function nearestPoint(points: ArrayLike<number>, rank: number, from?: number): number {
  const before = lastAtMost(points, rank);
  const after = Math.min(points.length - 1, before + 1);
  const found = rank - points[before]! <= points[after]! - rank ? before : after;
  if (from === undefined || rank === from || points[found] !== from) return points[found]!;
  return points[Math.min(points.length - 1, Math.max(0, found + (rank > from ? 1 : -1)))]!;
}

/** A curve as it was sent; exact where it holds every point. */
export function curveReader(row: Row, weighted = false): Reader {
  const exact = row.curve.error === 0;
  return {
    at(rank) {
      const point = lastAtMost(row.curve.records, rank);
      const onPoint = row.curve.records[point] === rank;
      const events = interpolate(row.curve.records, row.curve.events, rank);
      return {
        events,
        valued: row.curve.valued ? interpolate(row.curve.records, row.curve.valued, rank) : events,
        score: onPoint
          ? point > 0
            ? row.curve.scores[point - 1]!
            : null
          : exact
            ? null
            : row.curve.scores[point]!,
        insideTie: !onPoint && exact,
        approximate: !onPoint && !exact,
      };
    },
    reaching(score) {
      if (!exact) return null;
      let point = 0;
      while (point < row.curve.scores.length && row.curve.scores[point]! >= score) point++;
      return row.curve.records[point]!;
    },
    nearest: (rank, from) => (weighted ? nearestPoint(row.curve.records, rank, from) : whole(rank)),
  };
}

/** In place of the number of records, where these have weights. */
const WEIGHED = 0xffffffff;

/** Every group of equal scores of records with weights, point after point. */
function weighedReader(bytes: ArrayBuffer): Reader {
  const view = new DataView(bytes);
  const groups = view.getUint32(4, true);
  const column = (place: number, first: number) => {
    const read = new Float64Array(groups + 1);
    read[0] = first;
    for (let g = 0; g < groups; g++) read[g + 1] = view.getFloat64(16 + 8 * (place * groups + g), true);
    return read;
  };
  const size = column(0, 0);
  const hits = column(1, 0);
  const scores = column(2, Infinity);
  const worth = view.getUint32(8, true) === 1 ? column(3, 0) : null;
  return {
    at(rank) {
      const point = lastAtMost(size, rank);
      const onPoint = size[point] === rank;
      const events = interpolate(size, hits, rank);
      return {
        events,
        valued: worth ? interpolate(size, worth, rank) : events,
        score: onPoint && point > 0 ? scores[point]! : null,
        insideTie: !onPoint,
        approximate: false,
      };
    },
    reaching(score) {
      let low = 0;
      let high = groups;
      while (low < high) {
        const middle = (low + high + 1) >> 1;
        if (scores[middle]! >= score) low = middle;
        else high = middle - 1;
      }
      return size[low]!;
    },
    nearest: (rank, from) => nearestPoint(size, rank, from),
  };
}

/** Every event, group of equal scores and score of a ranking, in the packed form that the server sends. */
export function packedReader(bytes: ArrayBuffer): Reader {
  const view = new DataView(bytes);
  const records = view.getUint32(0, true);
  if (records === WEIGHED) return weighedReader(bytes);
  const lines = view.getUint32(4, true);
  const marks = view.getUint32(8, true);
  const values = view.getUint32(12, true);
  let at = 16;
  const number = () => {
    let value = 0;
    for (let unit = 1; ; unit *= 128) {
      const byte = view.getUint8(at++);
      value += (byte & 127) * unit;
      if (byte < 128) return value;
    }
  };
  const real = () => {
    at += 8;
    return view.getFloat64(at - 8, true);
  };

  const start = new Float64Array(lines);
  const size = new Float64Array(lines);
  const hits = new Float64Array(lines);
  const before = new Float64Array(lines);
  let rank = 0;
  let sum = 0;
  for (let i = 0; i < lines; i++) {
    const code = number();
    rank += Math.floor(code / 2);
    const tied = code % 2 === 1;
    start[i] = rank;
    size[i] = tied ? number() : 1;
    hits[i] = tied ? number() : 1;
    before[i] = sum;
    rank += size[i]!;
    sum += hits[i]!;
  }
  const markAt = new Float64Array(marks);
  const markScore = new Float64Array(marks);
  for (let i = 0, from = 0; i < marks; i++) {
    from += number();
    markAt[i] = from;
    markScore[i] = real();
  }
  const worthBefore = values > 0 ? new Float64Array(lines) : null;
  const worth = values > 0 ? new Float64Array(lines) : null;
  if (worth && worthBefore) {
    let held = 0;
    for (let i = 0; i < lines; i++) {
      worthBefore[i] = held;
      if (hits[i]! > 0) held = real();
      worth[i] = held;
    }
  }

  return {
    at(wanted) {
      const last = lastAtMost(start, wanted);
      const line = lines === 0 || start[last]! >= wanted ? last - 1 : last;
      const whole = Number.isInteger(wanted);
      if (line < 0) {
        return { events: 0, valued: 0, score: scoreAt(wanted), insideTie: !whole, approximate: false };
      }
      const within = wanted - start[line]!;
      const ended = within >= size[line]!;
      const events = ended
        ? before[line]! + hits[line]!
        : before[line]! + (within * hits[line]!) / size[line]!;
      const valued =
        !worth || !worthBefore
          ? events
          : ended
            ? worth[line]!
            : worthBefore[line]! + (within * (worth[line]! - worthBefore[line]!)) / size[line]!;
      const insideTie = !ended || !whole;
      return { events, valued, score: insideTie ? null : scoreAt(wanted), insideTie, approximate: false };
    },
    reaching(score) {
      let low = 0;
      let high = marks;
      while (low < high) {
        const middle = (low + high) >> 1;
        if (markScore[middle]! >= score) low = middle + 1;
        else high = middle;
      }
      return low === marks ? records : markAt[low]!;
    },
    nearest: whole,
  };

  function scoreAt(wanted: number): number | null {
    return wanted < 1 || marks === 0 ? null : markScore[lastAtMost(markAt, wanted - 1)]!;
  }
}
