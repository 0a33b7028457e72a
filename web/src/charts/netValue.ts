import { alongBand, gainOf } from '../lib/curve';
import { count } from '../lib/format';
import {
  type Chart,
  amount,
  depthAxis,
  level,
  lines,
  overlay,
  plain,
  range,
  thousands,
  washed,
} from './parts';
import { trainingGain } from './planned';
import { nth } from '../lib/nth';

export const netValue: Chart = {
  name: 'netValue',
  label: 'Net value',
  draw(data) {
    const { all, brief, chosen } = data;
    const y = {
      label: `over ${brief.decision.words.acting} nobody, ${brief.decision.words.currency}`,
      format: thousands,
    };
    const everybody = gainOf(
      all,
      all.part.records,
      all.part.events,
      all.money.valueColumn === null ? all.part.events : all.money.totalValue,
    );
    const marks = [];
    if (all.money.capacityRecords !== null && all.money.capacityRecords < all.part.records) {
      const label = `capacity ${count(brief.decision.campaign.capacity ?? 0)} of ${count(brief.decision.campaign.size)}`;
      marks.push({ x: (100 * all.money.capacityRecords) / all.part.records, label });
    }
    if (chosen.breakEvenRecords !== null) {
      marks.push({ x: (100 * chosen.breakEvenRecords) / all.part.records, label: 'break-even' });
    }
    marks.push({ x: (100 * chosen.best.records) / all.part.records, label: 'best' });
    return {
      ...plain(depthAxis(data), y),
      lines: [
        ...lines(data, (row, i) => [
          (100 * nth(row.curve.records, i)) / all.part.records,
          gainOf(
            all,
            nth(row.curve.records, i),
            nth(row.curve.events, i),
            nth(row.curve.valued ?? row.curve.events, i),
          ),
        ]),
        ...(all.money.valueColumn === null
          ? overlay(data, (d, c) => [100 * d, trainingGain(all, d, c)])
          : []),
        level('nobody', 0),
      ],
      wash: washed(
        data,
        (d) => alongBand(all.depths, chosen.gain.low, d),
        (d) => alongBand(all.depths, chosen.gain.high, d),
      ),
      notes: [
        { x: 62, y: 0, text: `${brief.decision.words.acting} nobody: 0`, level: true },
        { x: 62, y: everybody, text: `everybody: ${amount(data, everybody)}`, level: true },
      ],
      marks,
    };
  },
  place: (_, at) => ({ across: 100 * at.depth, up: at.gain }),
  valueAt: (_, at) => at.gain,
  sentence(data, at) {
    const { all, brief } = data;
    const money = (v: number) => amount(data, v);
    return (
      `At the cut ${money(at.gain)}${range(at.gainLow, at.gainHigh, money)} on these ${count(all.part.records)} ` +
      `${brief.decision.words.records}; about ${money(at.gain * all.money.campaignFactor)} for a campaign of ${count(brief.decision.campaign.size)}.`
    );
  },
};
