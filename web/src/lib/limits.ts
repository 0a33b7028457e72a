import type { ColumnView, PartFacts, Words } from '../api/schema';
import { count, percent, significant } from './format';
import { nth } from './nth';

/** Fewer events an input than this leave every kind unsure of what inputs carry (Peduzzi et al. 1996). */
const USUAL = 10;
/** From this share of missing values on they are named. */
const MUCH_MISSING = 0.2;

type Counted = Pick<PartFacts, 'records' | 'events' | 'units'>;

/**
 * The rarer outcome of a part, which says how much the part can tell: how many, and what they are called. Where values of a column keep
 * records together, such values are counted.
 */
export function rarer(
  part: Counted,
  words: Words,
  groupedBy: string | null = null,
): { count: number; what: string } {
  const events = part.units ? nth(part.units, 0) : part.events;
  const others = part.units ? nth(part.units, 1) : part.records - part.events;
  const of = part.units ? `values of ${groupedBy} with ` : '';
  return events <= others
    ? { count: events, what: of + words.events }
    : { count: others, what: `${of}${words.records} that are no ${words.events}` };
}

/** What holds back whatever learns from a part, whatever its kind; null where nothing of the table does. */
export function limits(
  part: Counted,
  columns: Pick<ColumnView, 'input' | 'records' | 'missing'>[],
  words: Words,
  groupedBy: string | null = null,
): string | null {
  const inputs = columns.filter((c) => c.input);
  if (inputs.length === 0) return null;
  const least = rarer(part, words, groupedBy);
  const each = least.count / inputs.length;
  const reasons: string[] = [];
  if (each < USUAL) {
    reasons.push(
      `${count(least.count)} ${least.what} for ${count(inputs.length)} ${inputs.length === 1 ? 'input' : 'inputs'}, ${significant(each)} each, where ${USUAL} are usual: more of them would tell more than another kind`,
    );
  }
  const sum = (what: 'missing' | 'records') => inputs.reduce((total, c) => total + c[what], 0);
  const missing = sum('missing') / Math.max(1, sum('records'));
  const counted = inputs.every((c) => c.records > 0);
  if (counted && missing >= MUCH_MISSING)
    reasons.push(`${percent(missing)} % of the inputs' values are missing`);
  return reasons.length === 0 ? null : `What limits every kind here: ${reasons.join('; ')}.`;
}
