import type { At as Against, BriefView as Brief, Difference } from '../api/schema';
import type { Comparison, Row } from './compared';
import type { AtCut } from './curve';
import { adjusted, interval } from './words';
import { desk } from './desk.svelte';
import { count, fixed, gain, money as amount, percent } from './format';
import { entry, spoken } from './glossary';

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

/** Which entry of the glossary a column of Compare shows, where it is called otherwise there. */
const ENTRY: Partial<Record<Term, string>> = { capture: 'recall' };

export function note(term: Term, brief: Brief, all: Comparison, row: Row, at: AtCut): Note {
  const valued = term === 'gain' && all.money.valueColumn !== null;
  const said = entry(ENTRY[term] ?? term);
  const { events, records } = brief.decision.words;
  const formula = valued
    ? spoken(entry('gainOfValues').formula!, { value: all.money.valueColumn! })
    : spoken(said.formula!);
  return {
    name: said.label!,
    what: spoken(said.what!, { events, records }),
    formula,
    numbers: numbers(term, brief, all, row, at),
    beware: said.beware!,
  };
}

/** The formula with this case's numbers put in. */
function numbers(term: Term, brief: Brief, all: Comparison, row: Row, at: AtCut): string {
  const money = (value: number) => gain(brief.decision.words.currency, value);
  switch (term) {
    case 'capture':
      return `${count(at.events)} / (${count(at.events)} + ${count(all.part.events - at.events)}) = ${percent(at.capture)} %`;
    case 'lift':
      return `${percent(at.precision)} % / ${percent(all.rate.eventRate)} % = ${fixed(at.lift, 2)}`;
    case 'precision':
      return `${count(at.caught)} / (${count(at.caught)} + ${count(at.falseAlarms)}) = ${percent(at.precision)} %`;
    case 'gain': {
      const cost = amount(brief.decision.words.currency, brief.decision.stakes.actionCost);
      return `${count(at.caught)} caught, ${count(at.falseAlarms)} false alarms at ${cost} an action → ${money(at.gain)}`;
    }
    case 'auc':
      return `${row.name}: ${fixed(row.auc.auc, 3)}`;
    case 'gap': {
      const out = row.training.outOfFold;
      return out
        ? `${fixed(out.auc, 3)} − ${fixed(row.auc.auc, 3)} = ${fixed(out.auc - row.auc.auc, 3)}; on training itself ${fixed(row.training.auc, 3)}`
        : `${row.name}: no model was fitted without some of training’s records`;
    }
    case 'verdict': {
      const found = desk.againstLeader(row);
      if (!found) return row.byAuc.verdict === 'LEADER' ? `${row.name} is the leader` : 'on its way';
      const { difference, low, high } = found.netValue;
      return `${money(difference)}, 95 % interval ${interval(low, high, money)}, ${adjusted(found)}${differences(found)}`;
    }
    case 'aucVerdict':
      return row.byAuc.adjustedP === null || row.byAuc.difference === null
        ? `${row.name} is the leader or equal to it`
        : `${signed(row.byAuc.difference, 4)}, adjusted p = ${row.byAuc.adjustedP.toPrecision(2)}`;
    case 'best':
      return `${row.name}: ${money(row.best.gainOverNobody)} at ${percent(row.best.depth)} %`;
    case 'inputs':
      return `${row.name}: ${row.inputs}`;
    case 'known':
      return row.known.days === null
        ? `${row.name}: nobody said when its inputs are known`
        : `${row.name}: ${row.known.days} days, for ${row.known.last}; ${row.known.undated} inputs undated`;
    case 'looks':
      return `${row.name}: ${row.looks}`;
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
