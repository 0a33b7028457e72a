import { fireEvent, render, screen } from '@testing-library/svelte';
import { describe, expect, it, vi } from 'vitest';
import type { Brief, Comparison } from '../src/api/types';
import type { AtCut } from '../src/lib/curve';
import { count, gain, money, percent, score, significant } from '../src/lib/format';
import { keys } from '../src/lib/keys';
import { compareLine, sentence } from '../src/lib/words';
import NumberField from '../src/parts/NumberField.svelte';

describe('numbers', () => {
  it('carry their sign and their thousands, and the undefined is a dash', () => {
    expect(percent(0.3491)).toBe('34.9');
    expect(percent(null)).toBe('–');
    expect(gain('€', 41870.4)).toBe('+€41,870');
    expect(gain('€', -0.2)).toBe('€0');
    expect(money('€', -1432)).toBe('−€1,432');
    expect(count(5.142)).toBe('5.1');
    expect(score(0.22171)).toBe('0.2217');
    expect(significant(2520.4)).toBe('2520');
  });
});

describe('the reading line', () => {
  const brief = { acting: 'ringing', recordsNoun: 'members', eventsNoun: 'lapses', currency: '€' } as Brief;
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
    const all = {
      events: 762,
      candidates: [{ name: 'B', verdict: 'not separable' }],
    } as unknown as Comparison;
    expect(sentence(compareLine(brief, all, at, 'A'))).toBe(
      'Ringing the top 8.3 % (750 members) by A reaches 34.9 % of the lapses, 4.2 times as many as ringing at random, ' +
        'and gains €3,186 over ringing nobody (95 % interval €2,580 to €3,832). ' +
        'By AUC B cannot be told apart from the leader on these 762 lapses.',
    );
  });

  it('says that nobody is acted on', () => {
    const all = { events: 762, candidates: [] } as unknown as Comparison;
    expect(sentence(compareLine(brief, all, { ...at, records: 0 }, 'A'))).toContain('nobody is acted on');
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
    const desk = { keysOpen: false, training: false, moveBy: vi.fn(), chooseNext: vi.fn() };
    const go = vi.fn();
    keys(new KeyboardEvent('keydown', { key, code, shiftKey }), desk, ['', 'data'], go);
    return { desk, go };
  };

  it('move the cut by a point, and by a tenth with Shift', () => {
    expect(press(']', 'BracketRight').desk.moveBy).toHaveBeenCalledWith(0.01);
    expect(press('{', 'BracketLeft', true).desk.moveBy).toHaveBeenCalledWith(-0.001);
  });

  it('walk candidates and stages, and leave others alone', () => {
    expect(press('j').desk.chooseNext).toHaveBeenCalledWith(1);
    expect(press('2').go).toHaveBeenCalledWith('data');
    expect(press('5').go).not.toHaveBeenCalled();
    expect(press('o').desk.training).toBe(true);
  });
});
