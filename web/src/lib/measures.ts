import { compile, filled } from './formula';
import { count, fixed, NONE, percent } from './format';
import { entry, OF_A_CUT, PARTS, spoken } from './glossary';

/** The four cells at a cut. */
export interface Cells {
  caught: number;
  falseAlarms: number;
  missed: number;
  leftAlone: number;
}

/** A measure at a threshold: how it is computed, said and shown. */
export interface Measure {
  name: string;
  label: string;
  of: (cells: Cells) => number | null;
  /** in words */
  formula: string;
  /** what it says, in a sentence */
  what: string;
  beware: string;
  shown: string;
  /** whether its best over all cuts is looked for */
  sought: boolean;
}

const COMPUTED = new Map(
  [...PARTS, ...OF_A_CUT].map((e) => [e.name, e.formula === undefined ? null : compile(e.formula)]),
);

function valueOf(name: string, cells: Cells): number | null {
  const compute = COMPUTED.get(name);
  return compute ? compute((slot) => valueOf(slot, cells)) : cells[name as keyof Cells];
}

/** All measures of a threshold. */
export const MEASURES: Measure[] = OF_A_CUT.map((m) => ({
  name: m.name,
  label: m.label,
  of: (cells) => valueOf(m.name, cells),
  formula: spoken(m.formula),
  what: spoken(m.what),
  beware: m.beware,
  shown: m.shown,
  sought: m.sought === true,
}));

export const measure = (name: string): Measure => MEASURES.find((m) => m.name === name)!;

export function shown(m: Measure, value: number | null): string {
  if (value === null) return NONE;
  return m.shown === 'percent' ? `${percent(value)} %` : fixed(value, 3);
}

/** Why a measure has no value here. */
export function undefinedBecause(cells: Cells): string {
  if (cells.caught + cells.falseAlarms === 0) return 'nobody is acted on';
  if (cells.missed + cells.leftAlone === 0) return 'everybody is acted on';
  return 'its denominator is 0';
}

/** The formula with this case's numbers put in. */
export function numbers(m: Measure, cells: Cells): string {
  const text = filled(entry(m.name).formula!, (slot) => {
    const value = valueOf(slot, cells);
    return entry(slot).shown === 'count' ? count(value!) : fixed(value, 4);
  });
  const value = m.of(cells);
  return value === null ? `${text}: undefined, ${undefinedBecause(cells)}` : `${text} = ${shown(m, value)}`;
}

/** The cells in records of validation, at its own event rate: what measures and their best are counted in. */
export function cellsOf(
  part: { records: number; events: number },
  at: { records: number; events: number },
): Cells {
  const falseAlarms = at.records - at.events;
  return {
    caught: at.events,
    falseAlarms,
    missed: part.events - at.events,
    leftAlone: part.records - part.events - falseAlarms,
  };
}
