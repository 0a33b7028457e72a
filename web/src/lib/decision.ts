import type { Campaign, Decision, LevelView, Outcome, Stakes, Words } from '../api/schema';

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

/** A level's records are in no part, or again in one; it is no event then. */
export function toggledLeftOut(outcome: Outcome, level: string): Outcome {
  const turned = toggledEvent({ ...outcome, events: outcome.leftOut, leftOut: outcome.events }, level);
  return { ...turned, events: turned.leftOut, leftOut: turned.events };
}
