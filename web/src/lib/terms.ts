import type { Brief, Comparison, Row } from '../api/types';
import type { AtCut } from './curve';
import { count, fixed, gain, money, percent } from './format';

/** A note on a measure: what it is, its formula, the same with this case's numbers, and when it misleads. */
export interface Note {
  name: string;
  what: string;
  formula: string;
  numbers: string;
  beware: string;
}

export type Term = 'capture' | 'lift' | 'precision' | 'gain' | 'auc' | 'gap' | 'verdict';

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
        formula: 'caught · (V caught − V missed) + false alarms · (V false alarm − V left alone)',
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
    case 'verdict':
      return {
        name: 'Against the leader',
        what: 'The word on the paired difference of AUC to the leader: ahead, behind, or not separable.',
        formula: 'paired difference by DeLong, p values adjusted after Holm, limit 0.05',
        numbers:
          row.adjustedP === null
            ? `${row.name} is the leader or equal to it`
            : `adjusted p = ${row.adjustedP.toPrecision(2)}`,
        beware: '“Not separable” does not mean equal: these records cannot tell.',
      };
  }
}
