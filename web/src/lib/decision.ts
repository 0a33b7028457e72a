import type {
  Campaign,
  ColumnView,
  Decision,
  EventKind,
  LevelView,
  Outcome,
  Stakes,
  Words,
} from '../api/schema';

/** What somebody changes of a decision; what is not named stays. */
export type Change = Partial<Pick<Decision, 'name' | 'question'>> & {
  outcome?: Outcome | null;
  words?: Partial<Words>;
  stakes?: Partial<Stakes>;
  campaign?: Partial<Campaign>;
};

export const changed = (decision: Decision, change: Change): Decision => ({
  ...decision,
  ...change,
  words: { ...decision.words, ...change.words },
  stakes: { ...decision.stakes, ...change.stakes },
  campaign: { ...decision.campaign, ...change.campaign },
});

/** More levels than these are no list to choose from. */
export const MOST_LEVELS = 200;

/** Whether it says what the event is. */
export const saysEvent = (outcome: Outcome | null): outcome is Outcome =>
  outcome !== null && (outcome.when != null || outcome.events.length > 0);

/** What the event is, in few words. */
export function eventWords({ column, events, when }: Outcome): string {
  if (!when) return `${column} = ${events.join(', ')}`;
  if (when.kind === 'FILLED') return `${column} is there`;
  return `${column} ${when.kind === 'ABOVE' ? '>' : '<'} ${when.at}`;
}

/** What a column holds, where somebody looks for the outcome. */
export function held(column: ColumnView): string {
  if (column.distinct <= MOST_LEVELS)
    return `${column.distinct} ${column.distinct === 1 ? 'level' : 'levels'}`;
  return column.type === 'NUMBER' ? 'amounts' : column.type === 'DATE' ? 'days' : 'texts';
}

/** Rules that a column's values could be told events by. */
export function rulesFor(column: ColumnView): EventKind[] {
  const amounts = column.type === 'NUMBER' && column.distinct > 2;
  return [
    ...(amounts ? (['ABOVE', 'BELOW'] as const) : []),
    ...(column.missing > 0 ? (['FILLED'] as const) : []),
  ];
}

/** Whether a column can say what became of the records. */
export const tellsOutcome = (column: ColumnView) =>
  (column.distinct >= 2 && column.distinct <= MOST_LEVELS) ||
  (column.distinct >= 1 && rulesFor(column).length > 0);

/** The outcome by a rule, or by levels that are still to be chosen. */
export const ruled = (outcome: Outcome, kind: EventKind | null, at: number | null): Outcome => ({
  column: outcome.column,
  events: [],
  leftOut: [],
  leaveOutMissing: kind !== 'FILLED' && outcome.leaveOutMissing,
  when: kind === null ? null : { kind, at: kind === 'FILLED' ? null : at },
});

/** A level is the event, or no longer; it is not left out then. */
export function toggledEvent(outcome: Outcome, level: string): Outcome {
  const without = (levels: string[]) => levels.filter((l) => l !== level);
  const event = outcome.events.includes(level);
  return {
    ...outcome,
    events: event ? without(outcome.events) : [...outcome.events, level],
    leftOut: without(outcome.leftOut),
  };
}

/** Levels whose text says that the outcome is not known, though their records count as no event. */
export const countedUnknown = (outcome: Outcome, levels: LevelView[]) =>
  levels.filter((l) => l.notKnown && !outcome.events.includes(l.text) && !outcome.leftOut.includes(l.text));

const plain = (text: string) => {
  const bare = text.normalize('NFKC').trim().toLowerCase();
  return bare !== '' && Number.isFinite(Number(bare)) ? String(Number(bare)) : bare;
};

/** Levels that differ from an event in case, blanks around them or the writing of a number alone, though their records count as no event. */
export const countedNearly = (outcome: Outcome, levels: LevelView[]) =>
  levels.filter(
    (l) =>
      !outcome.events.includes(l.text) &&
      !outcome.leftOut.includes(l.text) &&
      outcome.events.some((event) => plain(event) === plain(l.text)),
  );

/** A level's records are in no part, or again in one; it is no event then. */
export function toggledLeftOut(outcome: Outcome, level: string): Outcome {
  const turned = toggledEvent({ ...outcome, events: outcome.leftOut, leftOut: outcome.events }, level);
  return { ...turned, events: turned.leftOut, leftOut: turned.events };
}
