import { describe, expect, it } from 'vitest';
import { lastAtMost, readAt, thin } from '../src/lib/curve';
import { cellsOf, MEASURES, numbers, undefinedBecause } from '../src/lib/measures';
import { curveReader, packedReader } from '../src/lib/order';
import { cellMoney } from '../src/lib/stakes';
import { brief, comparison, fixture, row, toldAt, type Name } from './case';
import { nth } from '../src/lib/nth';

const packed = (order = fixture.order) =>
  packedReader(Uint8Array.from(atob(order), (c) => c.charCodeAt(0)).buffer);

function close(ours: number | null, theirs: number | null, what: string, digits = 9) {
  if (theirs === null) expect(ours, what).toBeNull();
  else expect(ours, what).toBeCloseTo(theirs, digits);
}

describe.each(['own', 'planned', 'valued', 'weighed'] as const)('a curve read at a cut, %s', (name: Name) => {
  const all = comparison(null, [row(2, 'Leader', {}, name), row(1, 'Mine', {}, name)], name);
  const mine = nth(all.candidates, 1);

  it.each(fixture[name].cuts.map((cut) => [cut.figures.records, cut] as const))(
    'shows the core’s figures at %d records',
    (records, core) => {
      const told = nth(toldAt(records, name)!.candidates, 1).figures;
      const at = readAt(mine, all, records, undefined, told);
      const theirs = core.figures as Record<string, number | null>;
      for (const key of [
        'depth',
        'capture',
        'captureLow',
        'captureHigh',
        'lift',
        'liftLow',
        'liftHigh',
        'precision',
        'precisionLow',
        'precisionHigh',
        'caught',
        'falseAlarms',
        'missed',
        'leftAlone',
        'gainLow',
        'gainHigh',
      ] as const) {
        close(at[key], theirs[key] as number | null, key);
      }
      expect(at.score).toBe(theirs.threshold);
      expect(at.gain, 'to the last bit').toBe(theirs.gainOverNobody);

      const measures = core.measures as Record<string, number | null>;
      for (const m of MEASURES) close(m.of(cellsOf(all.part, at)), measures[m.name] as number | null, m.name);

      const money = cellMoney(brief, all, at);
      close(
        money.caught + money.falseAlarms + money.missed + money.leftAlone,
        theirs.netValue as number | null,
        'money of the four cells',
        7,
      );
    },
  );

  it('shows no interval until it is told', () => {
    expect(readAt(mine, all, 20)).toMatchObject({ captureLow: null, gainHigh: null, liftLow: null });
  });
});

describe('a packed order', () => {
  it('reads what the whole curve reads, at every record and between', () => {
    const own = row(1, 'Mine');
    const curve = curveReader(own);
    const order = packed();
    for (let rank = 0; rank <= 160; rank += 0.5) {
      const { score, ...rest } = order.at(rank);
      const { score: exact, ...expected } = curve.at(rank);
      expect(rest, `at ${rank}`).toEqual(expected);
      if (exact === null) expect(score).toBeNull();
      else expect(score!.toPrecision(4)).toBe(exact.toPrecision(4));
    }
  });

  it('finds how many records reach a score', () => {
    const own = row(1, 'Mine');
    const order = packed();
    const curve = curveReader(own);
    for (const score of [2, 0.9, 0.51, 0.025, -1]) expect(order.reaching(score)).toBe(curve.reaching(score));
  });
});

describe('an order of records with weights', () => {
  const own = row(1, 'Mine', {}, 'weighed');
  const curve = curveReader(own, true);
  const order = packed(fixture.weighedOrder);

  it('reads what the whole curve reads, at every point and between', () => {
    for (const rank of own.curve.records.flatMap((point) => [point, point * 0.77])) {
      expect(order.at(rank), `at ${rank}`).toEqual(curve.at(rank));
    }
    for (const score of [2, 0.9, 0.51, 0.025, -1]) expect(order.reaching(score)).toBe(curve.reaching(score));
  });

  it('lets a cut lie between records alone, and never stay where it was', () => {
    const points = own.curve.records;
    for (const reader of [curve, order]) {
      expect(reader.nearest(nth(points, 5) + 1e-3)).toBe(points[5]);
      expect(reader.nearest(nth(points, 5) + 1e-3, points[5])).toBe(points[6]);
      expect(reader.nearest(nth(points, 5) - 1e-3, points[5])).toBe(points[4]);
      expect(reader.nearest(-4, 0)).toBe(0);
      expect(reader.nearest(1e9)).toBe(160);
      expect(reader.at(reader.nearest(71.3))).toMatchObject({ insideTie: false });
    }
    expect(curveReader(row(1, 'Mine')).nearest(71.3, 71)).toBe(71);
  });
});

it('says when a cut lies inside a group of equal scores', () => {
  const all = comparison(null);
  const own = row(1, 'Mine');
  const inside = (nth(own.curve.records, 3) + nth(own.curve.records, 4)) / 2;
  expect(readAt(own, all, inside)).toMatchObject({ insideTie: true, score: null });
  expect(readAt(own, all, nth(own.curve.records, 4))).toMatchObject({
    insideTie: false,
    score: own.curve.scores[3],
  });
});

it('says when it can only come near on a thinned curve', () => {
  const own = row(1, 'Mine', { curve: { error: 1e-4 } });
  const between = (nth(own.curve.records, 3) + nth(own.curve.records, 4)) / 2;
  expect(readAt(own, comparison(null), between)).toMatchObject({ approximate: true, insideTie: false });
  expect(curveReader(own).reaching(0.5)).toBeNull();
});

describe('measures', () => {
  const cells = { caught: 20, falseAlarms: 30, missed: 5, leftAlone: 45 };
  it.each([
    ['recall', '20 / (20 + 5) = 80.0 %'],
    ['lift', '0.4000 / 0.2500 = 1.600'],
    ['accuracy', '(20 + 45) / 100 = 65.0 %'],
    ['kappa', '(0.6500 − 0.5000) / (1 − 0.5000) = 0.300'],
    ['mcc', '(20 · 45 − 30 · 5) / (√(50 · 25) · √(75 · 50)) = 0.346'],
    ['youden', '0.8000 + 0.6000 − 1 = 0.400'],
  ])('put this case’s numbers into the formula of %s', (name, text) => {
    expect(
      numbers(
        MEASURES.find((m) => m.name === name)!,
        cells,
      ),
    ).toBe(text);
  });

  it('say why they are undefined', () => {
    const nobody = { caught: 0, falseAlarms: 0, missed: 25, leftAlone: 75 };
    expect(
      numbers(
        MEASURES.find((m) => m.name === 'precision')!,
        nobody,
      ),
    ).toContain('undefined, nobody is acted on');
    expect(undefinedBecause({ caught: 25, falseAlarms: 75, missed: 0, leftAlone: 0 })).toBe(
      'everybody is acted on',
    );
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
});

describe('an element that has to be there', () => {
  it.each([-1, 3, 0.5, NaN])('is refused at place %d of three', (place) => {
    expect(() => nth([7, 8, 9], place)).toThrow(RangeError);
  });

  it('is given where it is, of a typed array too', () => {
    expect([nth([7, 8, 9], 2), nth(Float64Array.of(4), 0)]).toEqual([9, 4]);
  });
});
