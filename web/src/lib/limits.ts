import type { ColumnView, PartFacts, Words } from '../api/schema';
import { count, percent, significant } from './format';

/** Fewer events an input than this leave every kind unsure of what inputs carry (Peduzzi et al. 1996). */
const USUAL = 10;
/** From this share of missing values on they are named. */
const MUCH_MISSING = 0.2;

/** What holds back whatever learns from a part, whatever its kind; null where nothing of the table does. */
export function limits(
  part: Pick<PartFacts, 'records' | 'events'>,
  columns: Pick<ColumnView, 'input' | 'records' | 'missing'>[],
  words: Words,
): string | null {
  const inputs = columns.filter((c) => c.input);
  if (inputs.length === 0) return null;
  const others = part.records - part.events;
  const rarer = Math.min(part.events, others);
  const each = rarer / inputs.length;
  const reasons: string[] = [];
  if (each < USUAL) {
    const what = part.events <= others ? words.events : `${words.records} that are no ${words.events}`;
    reasons.push(
      `${count(rarer)} ${what} for ${count(inputs.length)} ${inputs.length === 1 ? 'input' : 'inputs'}, ${significant(each)} each, where ${USUAL} are usual: more of them would tell more than another kind`,
    );
  }
  const sum = (what: 'missing' | 'records') => inputs.reduce((total, c) => total + c[what], 0);
  const missing = sum('missing') / Math.max(1, sum('records'));
  const counted = inputs.every((c) => c.records > 0);
  if (counted && missing >= MUCH_MISSING)
    reasons.push(`${percent(missing)} % of the inputs' values are missing`);
  return reasons.length === 0 ? null : `What limits every kind here: ${reasons.join('; ')}.`;
}
