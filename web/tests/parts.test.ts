import { fireEvent, render, screen } from '@testing-library/svelte';
import { describe, expect, it, vi } from 'vitest';
import type { At as Against, Verdict } from '../src/api/schema';
import type { Comparison, Row } from '../src/lib/compared';
import type { AtCut } from '../src/lib/curve';
import {
  count,
  counted,
  gain,
  money,
  percent,
  score,
  signedApart,
  significant,
  together,
} from '../src/lib/format';
import { keys } from '../src/lib/keys';
import { compareLine, levelLine, looksLine, raceWords, remarks, sentence } from '../src/lib/words';
import NumberField from '../src/parts/NumberField.svelte';
import { brief, comparison, row } from './case';

it('money with a sign is one piece of a sentence', () => {
  const pieces = signedApart('It gains −€395 (95 % interval −€1,680 to +€691), CHF 4 or +CHF 12,000.50.');
  expect(pieces.filter((_, i) => i % 2 === 1)).toEqual(['−€395', '−€1,680', '+€691', '+CHF 12,000.50.']);
  expect(pieces.join('')).toContain('interval −€1,680 to');
  expect(signedApart('nothing − at all')).toEqual(['nothing − at all']);
});

describe('numbers', () => {
  it('carry their sign and their thousands, and the undefined is a dash', () => {
    expect(percent(0.3491)).toBe('34.9');
    expect(percent(null)).toBe('–');
    expect(gain('€', 41870.4)).toBe('+€41,870');
    expect(gain('€', -0.2)).toBe('€0');
    expect(money('€', -1432)).toBe('−€1,432');
    expect(together('at most 10 %, now 11.0 % of 12')).toBe('at most 10\u00a0%, now 11.0\u00a0% of 12');
    expect([counted(1, 'input'), counted(2000, 'record holds', 'records hold')]).toEqual([
      '1 input',
      '2,000 records hold',
    ]);
    expect(count(5.142)).toBe('5.1');
    expect(score(0.22171)).toBe('0.2217');
    expect(significant(2520.4)).toBe('2520');
  });
});

describe('the reading line', () => {
  const at = {
    records: 750,
    depth: 1 / 12,
    capture: 0.349,
    lift: 4.19,
    gain: 3186,
    gainLow: 2580,
    gainHigh: 3832,
  } as AtCut;

  it('says the cut in the brief’s words', () => {
    expect(
      sentence(compareLine(brief, { part: { events: 762 } } as Comparison, at, { name: 'A' } as Row)),
    ).toBe(
      'Ringing the top 8.3 % (750 members) by A reaches 34.9 % of the lapses, 4.2 times as many as ringing at random, ' +
        'and gains €3,186 against ringing nobody (95 % interval +€2,580 to +€3,832).',
    );
  });

  it('says that nobody is acted on', () => {
    const line = compareLine(brief, { part: { events: 762 } } as Comparison, { ...at, records: 0 }, {
      name: 'A',
    } as Row);
    expect(sentence(line)).toContain('nobody is acted on');
  });

  const told = (id: number, name: string, verdict: Verdict, more: Partial<Row> = {}) => ({
    row: {
      id,
      name,
      inputs: 5,
      byAuc: { verdict, eventsNeeded: 4321 },
      known: { days: 0, undated: 0 },
      ...more,
    } as Row,
    against: { verdict } as Against,
  });
  const typical = comparison(null, [
    row(1, 'L', { inputs: 9, known: { days: 30, last: 'household', undated: 0 } }),
  ]);
  const all: Comparison = {
    ...typical,
    part: { ...typical.part, events: 762 },
    order: { ...typical.order, leader: 1 },
    validationUse: { looks: 1, choices: 2, compared: 6, optimism: 0.0021 },
  };

  it('names who is level with the leader and what it would take to tell', () => {
    const rivals = [told(2, 'B', 'NOT_SEPARABLE'), told(3, 'C', 'BEHIND'), told(4, 'D', 'AHEAD')];
    expect(sentence(levelLine(brief, all, rivals))).toBe(
      'D is ahead of L in net value at this cut. B cannot be told apart from L by net value at this cut on 762 lapses; ' +
        'about 4,300 lapses would be needed to tell the AUC of B from the leader’s.',
    );
    const other = { id: 9, name: 'Z', reference: false, auc: row(9, 'Z').auc, trainingAuc: 0.7, alarms: [] };
    const many = { ...all, order: { ...all.order, others: [other] } };
    expect(sentence(levelLine(brief, many, rivals))).toContain('on 762 lapses, of the 1 candidates shown;');
  });

  it('says of the race no more than is told', () => {
    const words = (...verdicts: Parameters<typeof raceWords>[0]) => raceWords(verdicts, 'lapses');
    expect(words(null)).toBe('one candidate');
    expect(words(null, null)).toBe('…');
    expect(words(null, 'TOO_FEW', 'BEHIND')).toBe('too few lapses to tell');
    expect(words(null, 'NOT_SEPARABLE', 'TOO_FEW')).toBe('1 level with the leader');
    expect(words(null, 'BEHIND')).toBe('the leader stands alone');
  });

  it('points out who is level with fewer inputs, and who can run today', () => {
    const rivals = [
      told(2, 'B', 'NOT_SEPARABLE', { known: { days: 3, last: 'age', undated: 0 } }),
      told(3, 'C', 'BEHIND', { inputs: 9 }),
    ];
    expect(remarks(all, rivals).map(sentence)).toEqual([
      'B is level with the leader and needs 4 inputs fewer.',
      'C can run today: all its inputs are known when the decision is due; L waits 30 days for household, and is the better one.',
    ]);
  });

  it('says how often validation was used', () => {
    expect(looksLine(brief, all)).toBe(
      'Validation has been looked at once and used for a choice 2 times. Candidates are ordered by AUC; ' +
        'the best of 6 looks about 0.002 better by it than it is, because it was chosen here.',
    );
  });
});

describe('a number in a sentence', () => {
  it('reads thousands and percents, and refuses what is no number', async () => {
    const change = vi.fn();
    render(NumberField, { value: 1 / 3, label: 'Success rate', factor: 100, change });
    const field = screen.getByLabelText('Success rate');
    expect((field as HTMLInputElement).value).toBe('33.33');
    await fireEvent.change(field, { target: { value: '50' } });
    expect(change).toHaveBeenLastCalledWith(0.5);
    await fireEvent.change(field, { target: { value: 'half' } });
    expect(change).toHaveBeenCalledTimes(1);
    expect(screen.getByRole('alert').textContent).toContain('“half” is no number');
  });
});

describe('keys', () => {
  const press = (key: string, code = '', shiftKey = false) => {
    const desk = {
      keysOpen: false,
      moveBy: vi.fn(),
      chooseNext: vi.fn(),
      overlayTraining: vi.fn(),
      changeDensity: vi.fn(),
    };
    const pin = vi.fn();
    const go = vi.fn();
    keys(new KeyboardEvent('keydown', { key, code, shiftKey }), desk, ['', 'data'], go, pin);
    return { desk, go, pin };
  };

  it('move the cut by a point, and by a tenth with Shift', () => {
    expect(press(']', 'BracketRight').desk.moveBy).toHaveBeenCalledWith(0.01);
    expect(press('{', 'BracketLeft', true).desk.moveBy).toHaveBeenCalledWith(-0.001);
  });

  it('walk candidates and stages, and leave others alone', () => {
    expect(press('j').desk.chooseNext).toHaveBeenCalledWith(1);
    expect(press('2').go).toHaveBeenCalledWith('data');
    expect(press('5').go).not.toHaveBeenCalled();
    expect(press('o').desk.overlayTraining).toHaveBeenCalled();
    expect(press('d').desk.changeDensity).toHaveBeenCalled();
    expect(press('.').pin).toHaveBeenCalled();
  });
});
