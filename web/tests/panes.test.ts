import { describe, expect, it } from 'vitest';
import type { BandsView, DistributionView as Distribution } from '../src/api/schema';
import { readAt } from '../src/lib/curve';
import { standalone } from '../src/lib/drawn';
import { cellsOf, csv } from '../src/lib/files';
import { begin, differing, layout, read } from '../src/lib/layout.svelte';
import { CHARTS, chartNamed } from '../src/charts/charts';
import type { PaneData } from '../src/charts/parts';
import { flips, regions } from '../src/lib/sensitivity';
import { brief, comparison, row } from './case';
import { nth } from '../src/lib/nth';

const mine = row(1, 'Mine');
const all = comparison(null, [row(2, 'Leader'), mine]);
const band = (n: number, from: number, to: number, events: number) => ({
  band: n,
  from,
  to,
  records: to - from,
  events,
  eventRate: events / (to - from),
  lift: events / (to - from) / (41 / 160),
  cumulativeRecords: to,
  cumulativeEvents: events,
  capture: events / 41,
  cumulativeLift: 1,
  highestScore: 1 - from / 320,
  lowestScore: 1 - to / 320,
  tied: false,
});
const bands: BandsView[] = [
  {
    candidate: 1,
    name: 'Mine',
    validation: [band(1, 0, 80, 26), band(2, 80, 160, 15)],
    training: [band(1, 0, 160, 60), band(2, 160, 320, 20)],
  },
];
const quality = {
  logLoss: 0.4,
  brier: 0.15,
  brierSkill: 0.1,
  interceptLow: null,
  interceptHigh: null,
  slopeLow: null,
  slopeHigh: null,
  eceExpected: 0.01,
  eceExpectedOfUnits: null,
  ece: 0.02,
  slope: 0.9,
  intercept: 0.1,
  reliability: [
    { band: 1, records: 80, meanProbability: 0.7, observedRate: 0.6, low: 0.5, high: 0.69 },
    { band: 2, records: 80, meanProbability: 0.2, observedRate: 0.25, low: 0.15, high: 0.3 },
  ],
};
const part = { edges: [0, 0.5, 1], events: [10, 31], others: [90, 29], quality };
const distributions: Distribution[] = [{ candidate: 1, validation: part, training: part }];
const data: PaneData = {
  brief,
  all,
  rows: all.candidates,
  chosen: mine,
  colour: () => '#123456',
  training: true,
  uncertainty: true,
  measure: 'precision',
  bands,
  distributions,
};
const at = readAt(mine, all, 46);

const chart = (name: string) => chartNamed(name)!;

describe.each(CHARTS.map((c) => [c.name, c] as const))('the chart of %s', (kind, shown) => {
  const drawn = shown.draw(data);

  it('draws the chosen candidate, says what its axes are, and overlays training dashed', () => {
    expect(
      drawn.lines.flatMap((l) => l.points).every(([x, y]) => Number.isFinite(x) && Number.isFinite(y)),
    ).toBe(true);
    expect(drawn.lines.some((l) => l.name === 'Mine' || l.name === 'lapses')).toBe(true);
    expect(drawn.x.label).not.toBe('');
    expect(drawn.y.label).toMatch(/÷|,|Precision/);
    const dashed = drawn.lines.filter((l) => l.dash === 'dashed');
    const overlaid = kind !== 'returnOnSpend' && kind !== 'measure';
    expect(dashed.length > 0).toBe(overlaid);
    expect(shown.draw({ ...data, training: false }).lines.some((l) => l.dash === 'dashed')).toBe(false);
  });

  it('says at the cut what it shows, and finds the cut where it was pointed at', () => {
    const placed = shown.place(data, at);
    expect(shown.sentence(data, at)).toMatch(/\d/);
    if (placed.across === null) return expect(kind).toBe('reliability');
    if (!shown.pointed) return expect(placed.across).toBeCloseTo(100 * at.depth);
    const found = shown.pointed(
      data,
      placed.across,
      (score) => mine.curve.scores.filter((s) => s >= score).length,
    );
    expect(found).not.toBeNull();
  });
});

describe('values under the pointer', () => {
  it('are the candidate’s own figures over the depth, and read off the line elsewhere', () => {
    expect(chart('gains').valueAt?.(data, at)).toBe(100 * at.capture);
    expect(chart('lift').valueAt?.(data, at)).toBe(at.lift);
    expect(chart('netValue').valueAt?.(data, at)).toBe(at.gain);
    expect(chart('returnOnSpend').valueAt?.(data, at)).toBeCloseTo(at.gain / (4.5 * 46));
    expect(chart('returnOnSpend').valueAt?.(data, readAt(mine, all, 0))).toBeNull();
    expect(chart('roc').valueAt).toBeUndefined();
  });
});

describe('training over a planned event rate', () => {
  const whole = comparison(null, [row(2, 'Leader', {}, 'planned'), row(1, 'Mine', {}, 'planned')], 'planned');
  const planned = { ...data, all: whole, rows: whole.candidates, chosen: nth(whole.candidates, 1) };
  const dashed = (kind: 'lift' | 'precisionRecall' | 'netValue') =>
    chart(kind)
      .draw(planned)
      .lines.find((l) => l.dash === 'dashed')!.points;

  it('is projected as validation is: everybody has the planned rate, a lift of 1, and the same money', () => {
    expect(dashed('lift').at(-1)![1]).toBeCloseTo(1, 12);
    expect(dashed('precisionRecall').at(-1)![1]).toBeCloseTo(100 * whole.rate.eventRate, 9);
    const everybody = readAt(planned.chosen, whole, whole.part.records).gain;
    expect(dashed('netValue').at(-1)![1]).toBeCloseTo(everybody, 6);
  });

  it('moves with the odds: a fifth deep with six in ten caught', () => {
    const [own, rate] = [80 / 320, whole.rate.eventRate];
    const caught = 0.6 * rate;
    const falseAlarms = ((0.2 - 0.6 * own) / (1 - own)) * (1 - rate);
    expect(nth(dashed('precisionRecall'), 0)[1]).toBeCloseTo((100 * caught) / (caught + falseAlarms), 9);
    const lift = chart('lift')
      .draw(data)
      .lines.find((l) => l.dash === 'dashed')!;
    expect(nth(lift.points, 0)[1]).toBeCloseTo(3, 9);
  });
});

describe('places in panes', () => {
  it('are those of ROC and gains, which cannot be mistaken for one another', () => {
    const [gains, roc] = [chart('gains').draw(data), chart('roc').draw(data)];
    expect(gains.x.label).toContain('acted on');
    expect(roc.x.label).toBe('false alarms ÷ all who are no lapses, %');
    expect(chart('gains').place(data, at).across).toBeCloseTo(100 * (46 / 160));
    expect(chart('roc').place(data, at).across).toBeCloseTo((100 * (46 - at.events)) / (160 - 41));
    expect(chart('roc').place(data, at).up).toBe(chart('gains').place(data, at).up);
  });

  it('mark what bounds the net value', () => {
    const marks = chart('netValue')
      .draw(data)
      .marks.map((m) => [m.label, m.x]);
    expect(marks).toEqual([
      ['capacity 0 of 320', 25],
      ['break-even', 37.5],
      ['best', 30],
    ]);
  });

  it('say why there is nothing to draw', () => {
    const plainScore = { ...mine, probability: false };
    expect(chart('reliability').draw({ ...data, chosen: plainScore }).empty).toContain('no probabilities');
    const stakes = { ...brief.decision.stakes, actionCost: 0 };
    const free = { ...brief, decision: { ...brief.decision, stakes } };
    expect(chart('returnOnSpend').draw({ ...data, brief: free }).empty).toContain('costs nothing');
    const curve = { ...mine.curve, records: [0, 160], events: [0, 41], scores: [0.25] };
    const one = { ...mine, curve, probability: false };
    expect(chart('measure').draw({ ...data, chosen: one, rows: [one] }).empty).toContain(
      'one threshold only',
    );
  });

  it('leave the band out where uncertainty is switched off', () => {
    expect(chart('gains').draw(data).wash!.points.length).toBeGreaterThan(50);
    expect(chart('gains').draw({ ...data, uncertainty: false }).wash).toBeNull();
  });
});

describe('an arrangement', () => {
  it('keeps only what differs, and reads it back', () => {
    expect(differing(begin())).toBe('');
    const changed = { ...begin(), hidden: [4], sort: { by: 'gain', down: true } };
    expect(JSON.parse(differing(changed))).toEqual({ hidden: [4], sort: { by: 'gain', down: true } });
    expect(read(differing(changed))).toEqual(changed);
  });

  it('takes from a shared address what can be used', () => {
    const shared = read(
      '{"panes":[{"kind":"roc","zoom":[9,2]},{"kind":"nonsense"}],"bands":3,"columns":["auc","x"]}',
    );
    expect(shared.panes[0]).toMatchObject({ kind: 'roc', zoom: null, uncertainty: true });
    expect(nth(shared.panes, 1).kind).toBe('netValue');
    expect(shared.bands).toBe(10);
    expect(shared.columns).toEqual(['auc']);
    expect(read('no json')).toEqual(begin());
    const before = read('{"panes":[{"kind":"roc","doubt":false}]}');
    expect(nth(before.panes, 0).uncertainty).toBe(false);
  });

  it('is kept by brief', () => {
    layout.open(71);
    layout.toggle('hidden', 5);
    layout.open(72);
    expect(layout.now.hidden).toEqual([]);
    layout.open(71);
    expect(layout.now.hidden).toEqual([5]);
  });
});

describe('a map of winners', () => {
  const winners = [
    [-1, -1, 0],
    [-1, 0, 0],
    [0, 0, 1],
  ];
  const map = {
    ratios: [1, 2, 4],
    rates: [0.05, 0.1, 0.2],
    spots: winners.map((column) => column.map((winner) => ({ winner, gain: 1, ahead: 1, depth: 0.1 }))),
  };

  it('tells where the choice would flip from the present stakes', () => {
    expect(flips(map)).toEqual({
      ratio: [{ at: 1, above: false, winner: -1 }],
      rate: [{ at: 0.05, above: false, winner: -1 }],
    });
  });

  it('names each area of some size once, inside it', () => {
    const wide = {
      ...map,
      spots: Array.from({ length: 9 }, (_, i) =>
        Array.from({ length: 5 }, () => ({ winner: i < 3 || i > 5 ? 0 : 1, gain: 1, ahead: 1, depth: 0 })),
      ),
    };
    const named = regions(wide);
    expect(named.map((r) => r.winner)).toEqual([0, 1, 0]);
    for (const { winner, i, j } of named) expect(nth(nth(wide.spots, i), j).winner).toBe(winner);
  });
});

it('writes fields with commas and quotes as RFC 4180 has it', () => {
  expect(csv([['a,b', 'c "d"', 3]])).toBe('"a,b","c ""d""",3\r\n');
});

it('reads a table without its controls', () => {
  const table = document.createElement('table');
  table.innerHTML =
    '<tr><th>Name</th><th data-unprinted="1">x</th></tr><tr><td>A<small>of <b>B</b></small><span class="tools">hide</span></td><td data-unprinted="1">y</td></tr>';
  expect(cellsOf(table)).toEqual([['Name'], ['A of B']]);
});

it('draws a picture that stands alone', () => {
  const { svg, height } = standalone({
    svg: '<svg width="300" height="200"><path d="M0 0"/></svg>',
    width: 300,
    height: 200,
    title: 'Gains <x>',
    part: 'validation',
    lines: [{ id: 1, name: 'A & B', points: [], colour: '#000', width: 2 }],
    cut: { across: 40, up: 50 },
    reading: 'At the cut a third of all of them is reached, which takes two lines.',
  });
  const parsed = new DOMParser().parseFromString(svg, 'image/svg+xml');
  expect(parsed.querySelector('parsererror')).toBeNull();
  expect(parsed.documentElement.textContent).toContain('A & B');
  expect(parsed.querySelectorAll('circle')).toHaveLength(1);
  expect(height).toBeGreaterThan(250);
});
