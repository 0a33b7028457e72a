import type { At as Against, BriefView as Brief, Difference } from '../api/schema';
import type { Comparison, Row } from './compared';
import type { AtCut } from './curve';
import { interval } from './words';
import { desk } from './desk.svelte';
import { count, fixed, gain, money, percent } from './format';

/** A note on a measure: what it is, its formula, the same with this case's numbers, and when it misleads. */
export interface Note {
  name: string;
  what: string;
  formula: string;
  numbers: string;
  beware: string;
}

export type Term =
  | 'capture'
  | 'lift'
  | 'precision'
  | 'gain'
  | 'auc'
  | 'gap'
  | 'verdict'
  | 'aucVerdict'
  | 'best'
  | 'inputs'
  | 'known'
  | 'looks';

export function note(term: Term, brief: Brief, all: Comparison, row: Row, at: AtCut): Note {
  const cost = money(brief.decision.words.currency, brief.decision.stakes.actionCost);
  switch (term) {
    case 'capture':
      return {
        name: 'Capture rate (recall)',
        what: `The share of all ${brief.decision.words.events} that lie among those acted on.`,
        formula: 'caught / all events',
        numbers: `${count(at.events)} / ${count(all.part.events)} = ${percent(at.capture)} %`,
        beware: 'Acting on everybody captures 100 %: read it together with the depth.',
      };
    case 'lift':
      return {
        name: 'Lift',
        what: `How many times as many ${brief.decision.words.events} as acting on as many at random would reach.`,
        formula: 'precision / event rate',
        numbers: `${percent(at.precision)} % / ${percent(all.rate.eventRate)} % = ${fixed(at.lift, 2)}`,
        beware: 'It shrinks towards 1 as the cut goes deeper; compare lifts at one depth only.',
      };
    case 'precision':
      return {
        name: 'Precision',
        what: `The share of those acted on that are ${brief.decision.words.events}.`,
        formula: 'caught / (caught + false alarms)',
        numbers: `${count(at.caught)} / ${count(at.caught + at.falseAlarms)} = ${percent(at.precision)} %`,
        beware: 'It moves with the event rate: another season, another precision.',
      };
    case 'gain':
      return {
        name: 'Net value against acting on nobody',
        what: `Money won by acting down to the cut, less acting on nobody, on the ${count(all.part.records)} validation ${brief.decision.words.records}. Below it the 95 % interval.`,
        formula: all.money.valueColumn
          ? `caught, each times its ${all.money.valueColumn}, · (gain + miss cost) · success rate − costs of acting`
          : 'caught · (V caught − V missed) + false alarms · (V false alarm − V left alone)',
        numbers: `${count(at.caught)} caught, ${count(at.falseAlarms)} false alarms at ${cost} an action → ${gain(brief.decision.words.currency, at.gain)}`,
        beware: 'It is as good as the stakes in the brief; change them and see whether the order holds.',
      };
    case 'auc':
      return {
        name: 'AUC',
        what: 'The chance that an event scores above a non-event, ties counting half. Below it the 95 % interval (DeLong).',
        formula: 'P(score of event > score of non-event) + ½ P(equal)',
        numbers: `${row.name}: ${fixed(row.auc.auc, 3)}`,
        beware: 'It judges the whole order; you act at one cut only.',
      };
    case 'gap':
      return {
        name: 'Out of fold less validation',
        what: 'AUC on training, each record scored by a model that did not see it, less AUC on validation.',
        formula: 'AUC out of fold − AUC validation',
        numbers: row.training.outOfFold
          ? `${fixed(row.training.outOfFold.auc, 3)} − ${fixed(row.auc.auc, 3)} = ${fixed(row.training.outOfFold.auc - row.auc.auc, 3)}; on training itself ${fixed(row.training.auc, 3)}`
          : `${row.name}: no model was fitted without some of training’s records`,
        beware:
          'It raises an alarm where it is 0.02 or more and 2.58 standard errors or more: above 0 drift or copies, below 0 a leak into validation. A high AUC on training itself is no fault.',
      };
    case 'verdict': {
      const found = desk.againstLeader(row);
      return {
        name: 'Against the leader, at the cut',
        what: 'The word on the paired difference of net value to the leader, both acting equally deep: ahead, behind, or not separable. Below it the difference.',
        formula:
          'paired bootstrap at this cut, p values adjusted after Holm (over all pairs where the leader was not named), limit 0.05',
        numbers: !found
          ? row.byAuc.verdict === 'LEADER'
            ? `${row.name} is the leader`
            : 'on its way'
          : `${gain(brief.decision.words.currency, found.netValue.difference)}, 95 % interval ` +
            `${interval(found.netValue.low, found.netValue.high, (v) => gain(brief.decision.words.currency, v))}, ` +
            `adjusted p = ${found.adjustedP.toPrecision(2)}${differences(found)}`,
        beware:
          '“Not separable” does not mean equal: these records cannot tell. “Too few”: fewer than 20 events or non-events, or than 5 records that only one of the two acts on.',
      };
    }
    case 'aucVerdict':
      return {
        name: 'Against the leader, by AUC',
        what: 'The word on the paired difference of AUC to the leader.',
        formula:
          'paired difference by DeLong, p values adjusted after Holm (over all pairs where the leader was not named), limit 0.05',
        numbers:
          row.byAuc.adjustedP === null || row.byAuc.difference === null
            ? `${row.name} is the leader or equal to it`
            : `${signed(row.byAuc.difference, 4)}, adjusted p = ${row.byAuc.adjustedP.toPrecision(2)}`,
        beware: 'It judges the whole order; you act at one cut only.',
      };
    case 'best':
      return {
        name: 'Best net value',
        what: 'The highest net value over acting on nobody that any cut within the capacity reaches, and its depth.',
        formula: 'highest point of the net-value curve; of equal ones the smallest depth',
        numbers: `${row.name}: ${gain(brief.decision.words.currency, row.best.gainOverNobody)} at ${percent(row.best.depth)} %`,
        beware: 'Being the best of many cuts on these records, it is a little too good.',
      };
    case 'inputs':
      return {
        name: 'Inputs',
        what: 'How many columns the candidate reads.',
        formula: 'count',
        numbers: `${row.name}: ${row.inputs}`,
        beware: 'Fewer inputs are easier to feed, to explain and to keep alive.',
      };
    case 'known':
      return {
        name: 'Known after',
        what: 'Days from the decision until the last of its inputs is at hand, as Data says.',
        formula: 'largest “known after” of its inputs',
        numbers:
          row.known.days === null
            ? `${row.name}: nobody said when its inputs are known`
            : `${row.name}: ${row.known.days} days, for ${row.known.last}; ${row.known.undated} inputs undated`,
        beware: 'A better candidate whose inputs come too late cannot run.',
      };
    case 'looks':
      return {
        name: 'Looks',
        what: 'How often this candidate’s validation figures were seen with something new in them.',
        formula: 'count',
        numbers: `${row.name}: ${row.looks}`,
        beware: 'Each look is a chance to choose by luck; the reserve is for the last word.',
      };
  }
}

const signed = (value: number, digits: number) => `${value > 0 ? '+' : ''}${fixed(value, digits)}`;

function differences(found: Against): string {
  const points = (name: string, d: Difference | null) =>
    d === null
      ? ''
      : `; ${name} ${signed(100 * d.difference, 1)} points (${interval(d.low, d.high, (v) => signed(100 * v, 1))})`;
  const lift = found.lift;
  return (
    points('capture', found.capture) +
    (lift
      ? `; lift ${signed(lift.difference, 2)} (${interval(lift.low, lift.high, (v) => signed(v, 2))})`
      : '') +
    points('precision', found.precision)
  );
}
