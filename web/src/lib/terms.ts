import type { Brief, Comparison, Row } from '../api/types';
import type { AgainstAt, AtCut } from './curve';
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
  const cost = money(brief.currency, brief.actionCost);
  switch (term) {
    case 'capture':
      return {
        name: 'Capture rate (recall)',
        what: `The share of all ${brief.eventsNoun} that lie among those acted on.`,
        formula: 'caught / all events',
        numbers: `${count(at.events)} / ${count(all.events)} = ${percent(at.capture)} %`,
        beware: 'Acting on everybody captures 100 %: read it together with the depth.',
      };
    case 'lift':
      return {
        name: 'Lift',
        what: `How many times as many ${brief.eventsNoun} as acting on as many at random would reach.`,
        formula: 'precision / event rate',
        numbers: `${percent(at.precision)} % / ${percent(all.eventRate)} % = ${fixed(at.lift, 2)}`,
        beware: 'It shrinks towards 1 as the cut goes deeper; compare lifts at one depth only.',
      };
    case 'precision':
      return {
        name: 'Precision',
        what: `The share of those acted on that are ${brief.eventsNoun}.`,
        formula: 'caught / (caught + false alarms)',
        numbers: `${count(at.caught)} / ${count(at.caught + at.falseAlarms)} = ${percent(at.precision)} %`,
        beware: 'It moves with the event rate: another season, another precision.',
      };
    case 'gain':
      return {
        name: 'Net value against acting on nobody',
        what: `Money won by acting down to the cut, less acting on nobody, on the ${count(all.records)} validation ${brief.recordsNoun}. Below it the 95 % interval.`,
        formula: all.valueColumn
          ? `caught, each times its ${all.valueColumn}, · (gain + miss cost) · success rate − costs of acting`
          : 'caught · (V caught − V missed) + false alarms · (V false alarm − V left alone)',
        numbers: `${count(at.caught)} caught, ${count(at.falseAlarms)} false alarms at ${cost} an action → ${gain(brief.currency, at.gain)}`,
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
        name: 'Training less validation',
        what: 'AUC on training less AUC on validation.',
        formula: 'AUC training − AUC validation',
        numbers: `${fixed(row.trainingAuc, 3)} − ${fixed(row.auc.auc, 3)} = ${fixed(row.trainingAuc - row.auc.auc, 3)}`,
        beware: 'From 0.05 up it raises an alarm: the candidate has learnt its training records by heart.',
      };
    case 'verdict': {
      const found = desk.againstLeader(row);
      return {
        name: 'Against the leader, at the cut',
        what: 'The word on the paired difference of net value to the leader, both acting equally deep: ahead, behind, or not separable. Below it the difference.',
        formula: 'paired bootstrap over records, p values adjusted after Holm, limit 0.05',
        numbers: !found
          ? `${row.name} is the leader`
          : `${gain(brief.currency, found.gain.difference)}, 95 % interval ${gain(brief.currency, found.gain.low)} to ` +
            `${gain(brief.currency, found.gain.high)}, adjusted p = ${found.adjustedP.toPrecision(2)}; capture ` +
            `${signed(100 * found.capture.difference, 1)} points (${signed(100 * found.capture.low, 1)} to ${signed(100 * found.capture.high, 1)})` +
            differences(found),
        beware: '“Not separable” does not mean equal: these records cannot tell.',
      };
    }
    case 'aucVerdict':
      return {
        name: 'Against the leader, by AUC',
        what: 'The word on the paired difference of AUC to the leader.',
        formula: 'paired difference by DeLong, p values adjusted after Holm, limit 0.05',
        numbers:
          row.adjustedP === null || row.aucDifference === null
            ? `${row.name} is the leader or equal to it`
            : `${signed(row.aucDifference, 4)}, adjusted p = ${row.adjustedP.toPrecision(2)}`,
        beware: 'It judges the whole order; you act at one cut only.',
      };
    case 'best':
      return {
        name: 'Best net value',
        what: 'The highest net value over acting on nobody that any cut within the capacity reaches, and its depth.',
        formula: 'highest point of the net-value curve; of equal ones the smallest depth',
        numbers: `${row.name}: ${gain(brief.currency, row.best.gainOverNobody)} at ${percent(row.best.depth)} %`,
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
          row.waitDays === null
            ? `${row.name}: nobody said when its inputs are known`
            : `${row.name}: ${row.waitDays} days, for ${row.lastInput}; ${row.undated} inputs undated`,
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

function differences(found: AgainstAt): string {
  const { lift, precision } = found;
  if (!lift || !precision) return '';
  return (
    `; lift ${signed(lift.difference, 2)} (${signed(lift.low, 2)} to ${signed(lift.high, 2)}); precision ` +
    `${signed(100 * precision.difference, 1)} points (${signed(100 * precision.low, 1)} to ${signed(100 * precision.high, 1)})`
  );
}
