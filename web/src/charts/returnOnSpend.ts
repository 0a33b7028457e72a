import { type AtCut, alongBand, gainOf } from '../lib/curve';
import { fixed, significant } from '../lib/format';
import { curveReader } from '../lib/order';
import { type Chart, FROM_DEPTH, type PaneData, depthAxis, level, lines, plain, washed } from './parts';
import { nth } from '../lib/nth';

function back(data: PaneData, at: AtCut): number | null {
  const spend = data.brief.decision.stakes.actionCost * (at.caught + at.falseAlarms);
  return spend > 0 ? at.gain / spend : null;
}

export const returnOnSpend: Chart = {
  name: 'returnOnSpend',
  label: 'Return on spend',
  draw(data) {
    const { all, brief, chosen } = data;
    const y = {
      label: `gain over nobody ÷ spent on ${brief.decision.words.acting}, ${brief.decision.words.currency} a ${brief.decision.words.currency}`,
      format: significant,
    };
    const spend = (n: number, p: number) =>
      brief.decision.stakes.actionCost * (all.rate.eventFactor * p + all.rate.otherFactor * (n - p));
    const drawing = plain(depthAxis(data), y);
    if (brief.decision.stakes.actionCost === 0) {
      return {
        ...drawing,
        empty: `${brief.decision.words.acting} costs nothing here, so there is no return on spend.`,
      };
    }
    const reader = curveReader(chosen);
    const bound = (money: number[]) => (d: number) =>
      alongBand(all.depths, money, d) / spend(d * all.part.records, reader.at(d * all.part.records).events);
    return {
      ...drawing,
      lines: [
        ...lines(data, (row, i) => {
          const [n, p] = [nth(row.curve.records, i), nth(row.curve.events, i)];
          if (n < FROM_DEPTH * all.part.records) return null;
          return [
            (100 * n) / all.part.records,
            gainOf(all, n, p, row.curve.valued ? nth(row.curve.valued, i) : p) / spend(n, p),
          ];
        }),
        level('no return', 0),
      ],
      wash: washed(data, bound(chosen.gain.low), bound(chosen.gain.high)),
    };
  },
  place: (data, at) => ({ across: 100 * at.depth, up: back(data, at) }),
  valueAt: back,
  sentence(data, at) {
    const { brief } = data;
    const brings = back(data, at);
    if (brings === null) return 'Nothing is spent here.';
    return `Each ${brief.decision.words.currency}1 spent down to the cut brings ${brief.decision.words.currency}${fixed(brings, 2)} beyond itself.`;
  },
};
