import { describe, expect, it } from 'vitest';
import { countedUnknown, changed, toggledEvent, toggledLeftOut } from '../src/lib/decision';
import { brief } from './case';

describe('a decision', () => {
  it('keeps what a change does not name', () => {
    const next = changed(brief.decision, { stakes: { missCost: 9 }, campaign: { capacity: 40 } });
    expect(next.stakes).toEqual({ ...brief.decision.stakes, missCost: 9 });
    expect(next.campaign).toEqual({ ...brief.decision.campaign, capacity: 40 });
    expect(next.words).toEqual(brief.decision.words);
    expect(next.outcome).toEqual(brief.decision.outcome);
    expect(changed(brief.decision, { outcome: null }).outcome).toBeNull();
  });

  it('has a level as the event, left out, or neither', () => {
    const outcome = { column: 'ruling', events: ['fraud'], leftOut: ['withdrawn'], leaveOutMissing: true };
    expect(toggledEvent(outcome, 'fraud').events).toEqual([]);
    expect(toggledEvent(outcome, 'withdrawn')).toEqual({
      ...outcome,
      events: ['fraud', 'withdrawn'],
      leftOut: [],
    });
    expect(toggledLeftOut(outcome, 'fraud')).toEqual({
      ...outcome,
      events: [],
      leftOut: ['withdrawn', 'fraud'],
    });
    expect(toggledLeftOut(outcome, 'withdrawn')).toEqual({ ...outcome, leftOut: [] });
  });

  it('finds levels that say nothing and count as no event', () => {
    const level = (text: string, notKnown: boolean) => ({ text, records: 3, notKnown });
    const levels = [level('lapsed', false), level('NA', true), level('', true), level('kept', false)];
    const outcome = { column: 'end', events: ['lapsed'], leftOut: ['NA'], leaveOutMissing: false };
    expect(countedUnknown(outcome, levels).map((l) => l.text)).toEqual(['']);
    expect(countedUnknown({ ...outcome, events: [''], leftOut: [] }, levels).map((l) => l.text)).toEqual([
      'NA',
    ]);
  });
});
