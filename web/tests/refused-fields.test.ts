import { fireEvent, render, screen } from '@testing-library/svelte';
import { tick } from 'svelte';
import { describe, expect, it, vi } from 'vitest';
import ColumnRow from '../src/parts/data/ColumnRow.svelte';
import Tick from '../src/parts/Tick.svelte';
import { column } from './case';

const field = (name: string) => screen.getByLabelText<HTMLSelectElement>(name);
const pick = (name: string, value: string) => fireEvent.change(field(name), { target: { value } });

/** A row of the list of columns whose changes end when `settle` is called. */
function row(of: ReturnType<typeof column>) {
  let settle: (taken: boolean) => void = () => {};
  const change = vi.fn(() => new Promise<boolean>((done) => (settle = done)));
  const props = {
    column: of,
    at: 2,
    top: 0,
    base: 0.1,
    opened: false,
    chosen: false,
    fixedHere: false,
    typesFixed: false,
    choose: vi.fn(),
    show: vi.fn(),
    setRole: change,
    setType: change,
  };
  const { rerender } = render(ColumnRow, props);
  return {
    change,
    becomes: (next: ReturnType<typeof column>) => rerender({ ...props, column: next }),
    async settled(taken: boolean) {
      settle(taken);
      await new Promise((done) => setTimeout(done));
      await tick();
    },
  };
}

describe('a field whose change is refused', () => {
  for (const [what, was, wanted] of [
    ['Type', 'CATEGORY', 'NUMBER'],
    ['Role', 'INPUT', 'SET_ASIDE'],
  ] as const)
    it(`shows what the column is: ${what}`, async () => {
      const shown = row(column('visits', { type: 'CATEGORY' }));
      await pick(`${what} of visits`, wanted);
      expect(field(`${what} of visits`).value).toBe(wanted);
      await shown.settled(false);
      expect(field(`${what} of visits`).value).toBe(was);
      await pick(`${what} of visits`, wanted);
      expect(shown.change).toHaveBeenCalledTimes(2);
    });

  it('shows a change of a column at no other that takes its place meanwhile', async () => {
    const shown = row(column('visits', { type: 'CATEGORY' }));
    await pick('Type of visits', 'NUMBER');
    await shown.becomes(column('plan', { type: 'CATEGORY' }));
    expect(field('Type of plan').value).toBe('CATEGORY');
    await shown.becomes(column('visits', { type: 'NUMBER' }));
    await shown.settled(true);
    expect(field('Type of visits').value).toBe('NUMBER');
  });

  it('is a box that shows what is so', async () => {
    const onpick = vi.fn(async () => false);
    render(Tick, { checked: true, onpick, 'aria-label': 'leave them out' });
    const box = screen.getByLabelText<HTMLInputElement>('leave them out');
    await fireEvent.click(box);
    expect(onpick).toHaveBeenCalledWith(false);
    await vi.waitFor(() => expect(box.checked).toBe(true));
  });
});
