import type { BriefView as Brief, ErrorBand, SelectionView, Tally } from '../api/schema';
import { capital, count, percent } from './format';

/** The four cells of a cut, and both of its sides. */
export type Quick = 'missed' | 'falseAlarms' | 'caught' | 'leftAlone';

/** Which records are looked at: cells of the field, or one of the cut's own, which follows the cut. */
export type Choice = { quick: Quick } | { cells: string[] } | { scores: [number, number] };

export const cellKey = (band: ErrorBand, event: boolean) =>
  `${band.from}-${band.to}-${event ? 'event' : 'other'}`;

/** As the server is asked for them; none where nobody is there. */
export function asked(choice: Choice, records: number, cut: number): string[] {
  if ('cells' in choice) return choice.cells;
  if ('scores' in choice) return [`score:${choice.scores[0]}_${choice.scores[1]}:both`];
  const event = choice.quick === 'missed' || choice.quick === 'caught' ? 'event' : 'other';
  const above = choice.quick === 'caught' || choice.quick === 'falseAlarms';
  const [from, to] = above ? [0, cut] : [cut, records];
  return from < to ? [`${from}-${to}-${event}`] : [];
}

/** The same cells, with this one in it or out of it. */
export function flipped(choice: Choice, key: string): Choice {
  const cells = 'cells' in choice ? choice.cells : [];
  const next = cells.includes(key) ? cells.filter((c) => c !== key) : [...cells, key];
  return next.length === 0 ? { quick: 'missed' } : { cells: next };
}

/** The cells from one to another, along one outcome or over both. */
export function stretch(bands: ErrorBand[], from: [number, boolean], to: [number, boolean]): Choice {
  const [first, last] = [Math.min(from[0], to[0]), Math.max(from[0], to[0])];
  const outcomes = from[1] === to[1] ? [from[1]] : [true, false];
  const cells = bands.slice(first, last + 1).flatMap((band) => outcomes.map((event) => cellKey(band, event)));
  return { cells };
}

export const QUICK: [Quick, string][] = [
  ['missed', 'missed'],
  ['falseAlarms', 'false alarms'],
  ['caught', 'caught'],
  ['leftAlone', 'left alone'],
];

/** How many, and how many of them were acted on before. */
export const tallied = (tally: Tally, acted: string) =>
  tally.actedBefore === 0
    ? count(tally.records)
    : `${count(tally.records)}, ${count(tally.actedBefore)} ${acted}`;

/** What the chosen records share, in a sentence of the brief's words. */
export function selectionLine(brief: Brief, choice: Choice, found: SelectionView): string {
  const { words } = brief.decision;
  const whom =
    found.events === found.records
      ? words.events
      : found.events === 0
        ? `${words.records} without the event`
        : words.records;
  const which = 'quick' in choice ? QUICK.find(([q]) => q === choice.quick)![1] : 'chosen';
  const begin = `${capital(which)}: ${count(found.records)} ${whom}.`;
  if (found.records === 0) return `${begin} There is nothing to look at.`;
  const first = found.traits.find((t) => t.ratio !== null && t.ratio > 1);
  const acted = found.actedBefore > 0 ? ` ${count(found.actedBefore)} of them were acted on before.` : '';
  if (found.others === 0) return `${begin}${acted} There is nobody of the same outcome to set them against.`;
  if (!first)
    return `${begin}${acted} Of ${count(found.tested)} groups none is more frequent among them than among the other ${count(found.others)} of the same outcome, beyond chance.`;
  return (
    `${begin}${acted} “${first.words}” holds for ${percent(first.share)} % of them, ` +
    `${first.ratio!.toFixed(1)} times as many as among the other ${count(found.others)} of the same outcome.`
  );
}
