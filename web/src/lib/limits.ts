import type { ColumnView, PartFacts, Words } from '../api/schema';
import { count, percent, significant } from './format';

/** Fewer events an input than this leave every kind unsure of what inputs carry (Peduzzi et al. 1996). */
const USUAL = 10;
/** From this share of missing values on they are named. */
const MUCH_MISSING = 0.2;

/** The rarer outcome of a part, which says how much the part can tell: how many, and what they are called. */
export function rarer(
  part: Pick<PartFacts, 'records' | 'events'>,
  words: Words,
): { count: number; what: string } {
  const others = part.records - part.events;
  return part.events <= others
    ? { count: part.events, what: words.events }
    : { count: others, what: `${words.records} that are no ${words.events}` };
}

/** What holds back whatever learns from a part, whatever its kind; null where nothing of the table does. */
export function limits(
  part: Pick<PartFacts, 'records' | 'events'>,
  columns: Pick<ColumnView, 'input' | 'records' | 'missing'>[],
  words: Words,
): string | null {
  const inputs = columns.filter((c) => c.input);
  if (inputs.length === 0) return null;
  const least = rarer(part, words);
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
