import { describe, expect, it } from 'vitest';
import type { Comparison, Row } from '../src/api/types';
import { lastAtMost, readAt, thin } from '../src/lib/curve';
import fixture from './fixtures/curve.json';

type Case = (typeof fixture)['own'];

function shown(name: 'own' | 'planned'): { row: Row; all: Comparison; cuts: Case['cuts'] } {
  const one = fixture[name] as Case;
  const { records, events, gain, scores, band } = one;
  const all = {
    records: one.total,
    events: one.totalEvents,
    eventRate: one.eventRate,
    eventFactor: one.eventFactor,
    otherFactor: one.otherFactor,
  };
  return {
    row: { records, events, gain, scores, band, exact: true } as Row,
    all: all as Comparison,
    cuts: one.cuts,
  };
}

describe.each(['own', 'planned'] as const)('a curve read at a cut, event rate %s', (name) => {
  const { row, all, cuts } = shown(name);

  it.each(cuts.map((cut) => [cut.records, cut] as const))(
    'shows the core’s figures at %d records',
    (records, core) => {
      const at = readAt(row, all, records);
      expect(at.depth).toBeCloseTo(core.depth, 12);
      expect(at.capture).toBeCloseTo(core.capture, 12);
      expect(at.score).toBe(core.threshold);
      expect(at.caught).toBeCloseTo(core.caught, 9);
      expect(at.falseAlarms).toBeCloseTo(core.falseAlarms, 9);
      expect(at.gain).toBeCloseTo(core.gainOverNobody, 7);
      expect(at.captureLow).toBeCloseTo(core.captureLow, 12);
      expect(at.captureHigh).toBeCloseTo(core.captureHigh, 12);
      for (const [ours, theirs] of [
        [at.precision, core.precision],
        [at.lift, core.lift],
      ]) {
        if (theirs === null) expect(ours).toBeNull();
        else expect(ours).toBeCloseTo(theirs as number, 10);
      }
    },
  );

  it('shows the core’s money intervals where the core computed them', () => {
    row.band.depth.forEach((depth, i) => {
      const at = readAt(row, all, depth * all.records);
      expect(at.gainLow).toBeCloseTo(row.band.gainLow[i], 7);
      expect(at.gainHigh).toBeCloseTo(row.band.gainHigh[i], 7);
    });
  });
});

it('says when a cut lies inside a group of equal scores', () => {
  const { row, all } = shown('own');
  const inside = (row.records[3] + row.records[4]) / 2;
  expect(readAt(row, all, inside)).toMatchObject({ insideTie: true, score: null });
  expect(readAt(row, all, row.records[4])).toMatchObject({ insideTie: false, score: row.scores[3] });
});

it('says when it can only come near the score of a thinned curve', () => {
  const { row, all } = shown('own');
  const thinned = { ...row, exact: false } as Row;
  const between = (row.records[3] + row.records[4]) / 2;
  expect(readAt(thinned, all, between)).toMatchObject({
    approximate: true,
    insideTie: false,
    score: row.scores[3],
  });
});

it('looks up the last entry that is not above', () => {
  expect([0, 0.5, 1, 2.5, 9].map((v) => lastAtMost([0, 1, 2, 3], v))).toEqual([0, 0, 1, 2, 3]);
});

it('keeps both ends when it thins a curve', () => {
  const x = Array.from({ length: 1001 }, (_, i) => i);
  const points = thin(x, x, 50);
  expect(points.length).toBeLessThanOrEqual(51);
  expect(points[0]).toEqual([0, 0]);
  expect(points.at(-1)).toEqual([1000, 1000]);
  expect(thin([0, 7], [0, 3], 50)).toEqual([
    [0, 0],
    [7, 3],
  ]);
});
