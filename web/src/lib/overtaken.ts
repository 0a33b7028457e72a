import type { Unsent } from './line.svelte';

type Fields = Record<string, unknown>;

/** What stands at a change's address, as far as the change speaks of it, and the same change made on it. */
interface Answered {
  fields: Fields;
  again: (change: Unsent) => Unsent;
}

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const said = (list: unknown[]) => list.filter((v) => typeof v !== 'string' || v.trim() !== '');

/** Whether two say the same: nothing and what is not there are one, and spaces around words do not count. */
export function same(sent: unknown, stands: unknown): boolean {
  if (Array.isArray(sent) && Array.isArray(stands)) {
    const [a, b] = [said(sent), said(stands)];
    return a.length === b.length && a.every((v, i) => same(v, b[i]));
  }
  if (isFields(sent) && isFields(stands)) {
    return [...new Set([...Object.keys(sent), ...Object.keys(stands)])].every((k) =>
      same(sent[k], stands[k]),
    );
  }
  if (typeof sent === 'string' && typeof stands === 'string') return sent.trim() === stands.trim();
  return (sent ?? null) === (stands ?? null);
}

const rewritten = (change: Unsent, now: Fields): Unsent => ({
  ...change,
  body: JSON.stringify({ ...(JSON.parse(change.body) as Fields), ...now }),
});

/** By how a change names what its writer saw: a version, the words, or the last change of the columns. */
function read(change: Unsent, answer: Fields): Answered | null {
  const body = JSON.parse(change.body) as Fields;
  if (Array.isArray(answer.columns)) {
    const columns = answer.columns as { name: string; setup: unknown }[];
    return {
      fields: Object.fromEntries(columns.map((c) => [c.name, c.setup])),
      again: (c) => ({ ...c, path: `${address(c)}?seen=${String(answer.state)}` }),
    };
  }
  if (typeof body.version === 'number') {
    return { fields: answer, again: (c) => rewritten(c, { version: answer.version }) };
  }
  if (isFields(body.seen)) {
    const seen = Object.fromEntries(Object.keys(body.seen).map((k) => [k, answer[k]]));
    return { fields: answer, again: (c) => rewritten(c, { seen }) };
  }
  return null;
}

/** Where what a change is about is read. */
export const address = (change: Unsent): string => change.path.split('?')[0]!;

function stands(body: string, fields: Fields): boolean {
  const sent = JSON.parse(body) as Fields;
  const words = Object.keys(sent).filter((k) => k !== 'version' && k !== 'seen');
  return words.every((k) => same(sent[k], fields[k]));
}

/**
 * A change that was refused as overtaken, against what stands now. An answer may be lost where the change arrived, so it may be overtaken
 * by itself, or by the first of those that it holds together.
 *
 * @returns `done` where it stands; the change on what stands where only a part of its own arrived; null where somebody else was there
 */
export function settled(change: Unsent, answer: unknown): 'done' | Unsent | null {
  const answered = isFields(answer) ? read(change, answer) : null;
  if (!answered) return null;
  if (stands(change.body, answered.fields)) return 'done';
  const parts = change.parts ?? [];
  return parts.some((part) => stands(part, answered.fields))
    ? answered.again({ ...change, parts: [] })
    : null;
}
