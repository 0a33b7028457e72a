import { describe, expect, it } from 'vitest';
import type { ColumnView } from '../src/api/schema';
import {
  changed,
  countedNearly,
  countedUnknown,
  eventWords,
  held,
  ruled,
  rulesFor,
  saysEvent,
  tellsOutcome,
  toggledEvent,
  toggledLeftOut,
} from '../src/lib/decision';
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

  it('has amounts, or values at all, for an event where there are no levels to choose', () => {
    const column = (type: ColumnView['type'], distinct: number, missing = 0) =>
      ({ type, distinct, missing }) as ColumnView;
    const paid = column('NUMBER', 4000, 3);
    const left = column('DATE', 900, 2000);
    expect([rulesFor(paid), rulesFor(left)]).toEqual([['ABOVE', 'BELOW', 'FILLED'], ['FILLED']]);
    expect(rulesFor(column('NUMBER', 2))).toEqual([]);
    expect([paid, left, column('TEXT', 900), column('CATEGORY', 1, 5)].map(tellsOutcome)).toEqual([
      true,
      true,
      false,
      true,
    ]);
    expect([paid, left, column('TEXT', 900), column('CATEGORY', 1)].map(held)).toEqual([
      'amounts',
      'days',
      'texts',
      '1 level',
    ]);
    const outcome = { column: 'paid', events: ['0'], leftOut: ['9'], leaveOutMissing: true };
    const above = ruled(outcome, 'ABOVE', 0);
    expect(above).toEqual({ ...outcome, events: [], leftOut: [], when: { kind: 'ABOVE', at: 0 } });
    expect([eventWords(above), eventWords(ruled(above, 'BELOW', 3))]).toEqual(['paid > 0', 'paid < 3']);
    const filled = ruled(above, 'FILLED', 0);
    expect([eventWords(filled), filled.when!.at, filled.leaveOutMissing]).toEqual([
      'paid is there',
      null,
      false,
    ]);
    expect([saysEvent(filled), saysEvent(ruled(filled, null, null)), saysEvent(null)]).toEqual([
      true,
      false,
      false,
    ]);
    expect(eventWords(outcome)).toBe('paid = 0');
  });

  it('finds levels that are written almost as an event is and count as none', () => {
    const levels = ['Yes', ' YES ', 'yes', 'No', 'Yess', '1', '1.0'].map((text) => ({
      text,
      records: 3,
      notKnown: false,
    }));
    const found = (events: string[], leftOut: string[] = []) =>
      countedNearly({ column: 'end', events, leftOut, leaveOutMissing: false }, levels).map((l) => l.text);
    expect(found(['Yes'])).toEqual([' YES ', 'yes']);
    expect(found(['Yes', 'yes'], [' YES '])).toEqual([]);
    expect(found(['1'])).toEqual(['1.0']);
    expect(found([])).toEqual([]);
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
