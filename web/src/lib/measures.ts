import { count, fixed, NONE, percent } from './format';

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
  formula: string;
  /** what it says, in a sentence */
  what: string;
  beware: string;
  /** a share, shown in percent; else a plain number */
  share: boolean;
}

const over = (a: number, b: number) => (b === 0 ? null : a / b);
const both = (
  a: number | null,
  b: number | null,
  join: (a: number, b: number) => number | null,
): number | null => (a === null || b === null ? null : join(a, b));

const total = (c: Cells) => c.caught + c.falseAlarms + c.missed + c.leftAlone;
const recall = (c: Cells) => over(c.caught, c.caught + c.missed);
const specificity = (c: Cells) => over(c.leftAlone, c.leftAlone + c.falseAlarms);
const precision = (c: Cells) => over(c.caught, c.caught + c.falseAlarms);
const npv = (c: Cells) => over(c.leftAlone, c.leftAlone + c.missed);
const f = (beta2: number) => (c: Cells) =>
  over((1 + beta2) * c.caught, (1 + beta2) * c.caught + beta2 * c.missed + c.falseAlarms);
const otherF1 = (c: Cells) => over(2 * c.leftAlone, 2 * c.leftAlone + c.missed + c.falseAlarms);
const mean = (a: number, b: number) => (a + b) / 2;

function kappa(c: Cells): number | null {
  const n = total(c);
  const agreed = (c.caught + c.leftAlone) / n;
  const byChance =
    ((c.caught + c.falseAlarms) / n) * ((c.caught + c.missed) / n) +
    ((c.missed + c.leftAlone) / n) * ((c.falseAlarms + c.leftAlone) / n);
  return byChance === 1 ? null : (agreed - byChance) / (1 - byChance);
}

function mcc(c: Cells): number | null {
  const spread =
    Math.sqrt((c.caught + c.falseAlarms) * (c.caught + c.missed)) *
    Math.sqrt((c.leftAlone + c.falseAlarms) * (c.leftAlone + c.missed));
  return over(c.caught * c.leftAlone - c.falseAlarms * c.missed, spread);
}

/** All measures of a threshold. */
export const MEASURES: Measure[] = [
  {
    name: 'recall',
    label: 'Capture rate (recall, sensitivity)',
    of: recall,
    formula: 'caught / (caught + missed)',
    what: 'The share of all events that is caught.',
    beware: 'Acting on everybody reaches 100 %.',
    share: true,
  },
  {
    name: 'precision',
    label: 'Precision',
    of: precision,
    formula: 'caught / (caught + false alarms)',
    what: 'The share of those acted on that are events.',
    beware: 'It moves with the event rate.',
    share: true,
  },
  {
    name: 'lift',
    label: 'Lift',
    of: (c) => both(precision(c), over(c.caught + c.missed, total(c)), over),
    formula: 'precision / event rate',
    what: 'How many times as many events as acting on as many at random.',
    beware: 'It shrinks towards 1 with depth; compare at one depth only.',
    share: false,
  },
  {
    name: 'specificity',
    label: 'Specificity',
    of: specificity,
    formula: 'left alone / (left alone + false alarms)',
    what: 'The share of all non-events that is left alone.',
    beware: 'With rare events it is near 100 % for almost any cut.',
    share: true,
  },
  {
    name: 'negativePredictiveValue',
    label: 'Negative predictive value',
    of: npv,
    formula: 'left alone / (left alone + missed)',
    what: 'The share of those not acted on that are no events.',
    beware: 'With rare events it is high even for a coin toss.',
    share: true,
  },
  {
    name: 'accuracy',
    label: 'Accuracy',
    of: (c) => over(c.caught + c.leftAlone, total(c)),
    formula: '(caught + left alone) / all',
    what: 'The share of records that is treated rightly.',
    beware: 'With rare events acting on nobody is hard to beat: compare with 1 − event rate.',
    share: true,
  },
  {
    name: 'balancedAccuracy',
    label: 'Balanced accuracy',
    of: (c) => both(recall(c), specificity(c), mean),
    formula: '(capture rate + specificity) / 2',
    what: 'The mean share of events and of non-events treated rightly.',
    beware: 'It weighs both kinds alike, whatever they cost.',
    share: true,
  },
  {
    name: 'f1',
    label: 'F1',
    of: f(1),
    formula: '2 · caught / (2 · caught + missed + false alarms)',
    what: 'The harmonic mean of precision and capture rate.',
    beware: 'It does not know what anything costs.',
    share: false,
  },
  {
    name: 'f2',
    label: 'F2',
    of: f(4),
    formula: '5 · caught / (5 · caught + 4 · missed + false alarms)',
    what: 'As F1, capture rate counting more.',
    beware: 'The weight is a convention, not your stakes.',
    share: false,
  },
  {
    name: 'fHalf',
    label: 'F0.5',
    of: f(0.25),
    formula: '1.25 · caught / (1.25 · caught + 0.25 · missed + false alarms)',
    what: 'As F1, precision counting more.',
    beware: 'The weight is a convention, not your stakes.',
    share: false,
  },
  {
    name: 'kappa',
    label: 'Kappa',
    of: kappa,
    formula: '(agreement − agreement by chance) / (1 − agreement by chance)',
    what: 'Agreement of acting and event beyond chance (Cohen).',
    beware: 'Not comparable between event rates.',
    share: false,
  },
  {
    name: 'mcc',
    label: 'Matthews correlation',
    of: mcc,
    formula: '(caught · left alone − false alarms · missed) / √(acted · events · non-events · not acted)',
    what: 'The correlation of acting and event.',
    beware: 'Undefined for nobody and for everybody.',
    share: false,
  },
  {
    name: 'youden',
    label: 'Youden’s J',
    of: (c) => both(recall(c), specificity(c), (a, b) => a + b - 1),
    formula: 'capture rate + specificity − 1',
    what: 'How far the ROC curve stands above chance here.',
    beware: 'It weighs both kinds alike, whatever they cost.',
    share: false,
  },
  {
    name: 'depth',
    label: 'Depth',
    of: (c) => over(c.caught + c.falseAlarms, total(c)),
    formula: '(caught + false alarms) / all',
    what: 'The share of the population acted on.',
    beware: 'A choice, not a merit.',
    share: true,
  },
  {
    name: 'macroPrecision',
    label: 'Macro precision',
    of: (c) => both(precision(c), npv(c), mean),
    formula: '(precision + negative predictive value) / 2',
    what: 'The mean precision of both classes.',
    beware: 'Undefined for nobody and for everybody.',
    share: true,
  },
  {
    name: 'macroRecall',
    label: 'Macro recall',
    of: (c) => both(recall(c), specificity(c), mean),
    formula: '(capture rate + specificity) / 2',
    what: 'The mean recall of both classes.',
    beware: 'The same figure as balanced accuracy.',
    share: true,
  },
  {
    name: 'macroF1',
    label: 'Macro F1',
    of: (c) => both(f(1)(c), otherF1(c), mean),
    formula: '(F1 of events + F1 of non-events) / 2',
    what: 'The mean F1 of both classes.',
    beware: 'The common class props it up.',
    share: false,
  },
];

export const measure = (name: string): Measure => MEASURES.find((m) => m.name === name)!;

export function shown(m: Measure, value: number | null): string {
  if (value === null) return NONE;
  return m.share ? `${percent(value)} %` : fixed(value, 3);
}

/** Why a measure has no value here. */
export function undefinedBecause(cells: Cells): string {
  if (cells.caught + cells.falseAlarms === 0) return 'nobody is acted on';
  if (cells.missed + cells.leftAlone === 0) return 'everybody is acted on';
  return 'its denominator is 0';
}

/** The formula with this case's numbers put in. */
export function numbers(m: Measure, cells: Cells): string {
  const put: Record<string, number> = {
    caught: cells.caught,
    'false alarms': cells.falseAlarms,
    missed: cells.missed,
    'left alone': cells.leftAlone,
  };
  const shares: Record<string, number | null> = {
    'negative predictive value': npv(cells),
    'capture rate': recall(cells),
    specificity: specificity(cells),
    precision: precision(cells),
    'event rate': over(cells.caught + cells.missed, total(cells)),
  };
  let text = m.formula.replace(/\ball\b/, count(total(cells)));
  for (const [word, value] of Object.entries(put)) text = text.replaceAll(word, count(value));
  for (const [word, value] of Object.entries(shares)) text = text.replaceAll(word, fixed(value, 4));
  text = text
    .replace('F1 of events', fixed(f(1)(cells), 4))
    .replace('F1 of non-events', fixed(otherF1(cells), 4));
  const agreed = (cells.caught + cells.leftAlone) / total(cells);
  const chance =
    ((cells.caught + cells.falseAlarms) * (cells.caught + cells.missed) +
      (cells.missed + cells.leftAlone) * (cells.falseAlarms + cells.leftAlone)) /
    total(cells) ** 2;
  text = text.replaceAll('agreement by chance', fixed(chance, 4)).replaceAll('agreement', fixed(agreed, 4));
  text = text
    .replace('√(acted', `√(${count(cells.caught + cells.falseAlarms)}`)
    .replace('· events ·', `· ${count(cells.caught + cells.missed)} ·`)
    .replace('· non-events ·', `· ${count(cells.falseAlarms + cells.leftAlone)} ·`)
    .replace('not acted)', `${count(cells.missed + cells.leftAlone)})`);
  const value = m.of(cells);
  return value === null ? `${text}: undefined, ${undefinedBecause(cells)}` : `${text} = ${shown(m, value)}`;
}

/** The cells in records of validation, at its own event rate: what measures and their best are counted in. */
export function cellsOf(
  all: { records: number; events: number },
  at: { records: number; events: number },
): Cells {
  const falseAlarms = at.records - at.events;
  return {
    caught: at.events,
    falseAlarms,
    missed: all.events - at.events,
    leftAlone: all.records - all.events - falseAlarms,
  };
}
