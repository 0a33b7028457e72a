import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { ColumnSheet } from '../src/lib/columns.svelte';
import { session } from '../src/lib/session.svelte';
import ChooseColumns from '../src/parts/data/ChooseColumns.svelte';
import ChosenTools from '../src/parts/data/ChosenTools.svelte';
import ColumnTable from '../src/parts/data/ColumnTable.svelte';
import ReadingNotes from '../src/parts/data/ReadingNotes.svelte';
import ColumnPick from '../src/parts/files/ColumnPick.svelte';
import { column, type ColumnMore } from './case';
import { press } from './hands';
import { serve, stubResizeObserver } from './server';

const known = (name: string, days: number | null, more: ColumnMore = {}) =>
  column(name, { ...more, setup: { knownAfterDays: days } });
const columns = [known('age', 0, { type: 'NUMBER' }), known('shop', 9), known('tier', 2)];

beforeEach(() => {
  session.me = { name: 'analyst', roles: ['analyst'], passwordDue: false, provided: false };
});

describe('many columns at once', () => {
  describe('in their list', () => {
    const many = Array.from({ length: 200 }, (_, i) => known(`column ${i}`, 0, { type: 'NUMBER' }));
    const nothing = () => {};
    const draw = () => {
      stubResizeObserver();
      return render(ColumnTable, {
        columns: many,
        base: 0.1,
        fixedHere: false,
        typesFixed: false,
        chosen: new Set<string>(),
        opened: null,
        by: 'file' as const,
        down: false,
        sort: nothing,
        choose: nothing,
        chooseAll: nothing,
        show: nothing,
        setRole: async () => false,
        setType: async () => false,
      });
    };
    const box = () => screen.getByRole('table', { name: 'Columns' });
    const drawn = () => screen.getAllByRole('row').flatMap((r) => r.dataset['column'] ?? []);
    const roleOf = (i: number) => screen.getByLabelText<HTMLSelectElement>(`Role of column ${i}`);
    const scroll = async (rows: number) => {
      box().scrollTop = 34 * rows;
      await fireEvent.scroll(box());
    };

    it('are drawn where they are in view; a focus stays at its column, and goes to the list when that leaves', async () => {
      const { rerender } = draw();
      expect(drawn()[0]).toBe('column 0');
      expect(drawn().length).toBeLessThan(40);
      roleOf(5).focus();
      await scroll(10);
      expect(document.activeElement).toBe(roleOf(5));
      await scroll(100);
      expect(drawn()).toContain('column 100');
      expect(drawn()).not.toContain('column 5');
      expect(document.activeElement).toBe(box());
      await scroll(0);
      await vi.waitFor(() => expect(drawn()[0]).toBe('column 0'));
      expect(drawn().slice(0, 3)).toEqual(['column 0', 'column 1', 'column 2']);
      roleOf(3).focus();
      await rerender({ columns: many.filter((c) => c.name !== 'column 3') });
      expect(document.activeElement).toBe(box());
    });

    it('are moved in the document only once nobody scrolls, and no click is lost for it', async () => {
      draw();
      const row = (i: number) => roleOf(i).closest('[data-column]')!;
      const first = row(0);
      await scroll(10);
      expect(drawn()).not.toEqual([...drawn()].sort((a, b) => Number(a.slice(7)) - Number(b.slice(7))));
      expect(first.isConnected).toBe(true);
      const inOrder = () =>
        expect(drawn().map((name) => Number(name.slice(7)))).toEqual(
          Array.from({ length: drawn().length }, (_, i) => Number(drawn()[0]!.slice(7)) + i),
        );
      await fireEvent.pointerDown(roleOf(12));
      roleOf(12).focus();
      await new Promise((done) => setTimeout(done, 300));
      expect(inOrder).toThrow();
      await fireEvent.pointerUp(window);
      await vi.waitFor(inOrder);
      expect(document.activeElement).toBe(roleOf(12));
      expect(screen.getAllByRole('row')[1]!.getAttribute('aria-rowindex')).toBe(
        String(Number(drawn()[0]!.slice(7)) + 2),
      );
    });

    it('never show what somebody chose for another column while that was under way', async () => {
      draw();
      await fireEvent.change(roleOf(3), { target: { value: 'SET_ASIDE' } });
      await fireEvent.change(screen.getByLabelText('Type of column 4'), { target: { value: 'CATEGORY' } });
      await scroll(100);
      const shown = (of: RegExp) => screen.getAllByLabelText<HTMLSelectElement>(of).map((s) => s.value);
      expect(new Set(shown(/^Role of/))).toEqual(new Set(['INPUT']));
      expect(new Set(shown(/^Type of/))).toEqual(new Set(['NUMBER']));
    });
  });

  it('are chosen by what is known of them, or by a list that names what it does not find', async () => {
    const choose = vi.fn();
    render(ChooseColumns, { columns, choose });
    await press(/choose many/);
    expect((screen.getByRole('button', { name: 'Choose 0' }) as HTMLButtonElement).disabled).toBe(true);
    await fireEvent.input(screen.getByLabelText('known by day'), { target: { value: '2' } });
    await press('Choose 2');
    expect(choose).toHaveBeenLastCalledWith(['age', 'tier']);
    await fireEvent.input(screen.getByLabelText(/one a line/), { target: { value: 'shop\nshoe' } });
    expect(screen.getByText(/no column of this file: shoe/)).toBeTruthy();
    await press('Choose 1');
    expect(choose).toHaveBeenLastCalledWith(['shop']);
  });

  it('get a role, a type, a day and a source together', async () => {
    const asked = serve(() => ({ columns, pending: 0, undo: 'the change', state: 2 }));
    const sheet = new ColumnSheet(() => 1);
    await sheet.load();
    const setType = vi.fn();
    const none = vi.fn();
    render(ChosenTools, { picked: columns.slice(0, 2), sheet, typesFixed: false, setType, none });
    expect(screen.getByText('2 chosen:')).toBeTruthy();
    const sent = () => JSON.stringify(asked.at(-1)!.body);

    await fireEvent.change(screen.getByLabelText('Role of those chosen'), { target: { value: 'SET_ASIDE' } });
    await vi.waitFor(() => expect(sent()).toContain('"role":"SET_ASIDE"'));
    expect(sent()).toContain('"age"');
    expect(sent()).not.toContain('"tier"');
    await fireEvent.change(screen.getByLabelText('Type of those chosen'), { target: { value: 'CATEGORY' } });
    expect(setType).toHaveBeenCalledWith('CATEGORY');
    await fireEvent.change(screen.getByLabelText(/^Where those chosen/), { target: { value: ' the shop ' } });
    await vi.waitFor(() => expect(sent()).toContain('"knownWhere":"the shop"'));
    await press('none');
    expect(none).toHaveBeenCalled();
  });

  it('take whole days only, and say so of anything else', async () => {
    const asked = serve(() => ({ columns, pending: 0, undo: null, state: 1 }));
    const sheet = new ColumnSheet(() => 1);
    await sheet.load();
    const picked = columns.slice(0, 1);
    render(ChosenTools, { picked, sheet, typesFixed: false, setType: vi.fn(), none: vi.fn() });
    const days: HTMLInputElement = screen.getByLabelText('Days until those chosen are known');
    await fireEvent.change(days, { target: { value: 'a week' } });
    expect(days.validationMessage).toContain('whole days');
    expect(asked.filter((a) => a.method !== 'GET')).toHaveLength(0);
    await fireEvent.change(days, { target: { value: '7' } });
    expect(days.validationMessage).toBe('');
    await vi.waitFor(() => expect(JSON.stringify(asked.at(-1)!.body)).toContain('"knownAfterDays":7'));
  });
});

describe('the columns of a file that are read', () => {
  const names = Array.from({ length: 12 }, (_, i) => `q${i + 1}`);

  it('are named where they are too many, by patterns too', async () => {
    const choose = vi.fn();
    render(ColumnPick, { names, chosen: null, most: 4, choose });
    expect(screen.getByText(/12 columns are more than the 4/).className).toContain('alarm');
    const field = screen.getByLabelText(/one a line/);
    await fireEvent.input(field, { target: { value: 'q*' } });
    expect(screen.getByText('at most 4 together')).toBeTruthy();
    await fireEvent.input(field, { target: { value: 'q1, q1*, gone' } });
    expect(screen.getByText(/no column is called gone/)).toBeTruthy();
    await press('Read these 4');
    expect(choose).toHaveBeenLastCalledWith(['q1', 'q10', 'q11', 'q12']);
    await press('the first 4');
    expect(choose).toHaveBeenLastCalledWith(['q1', 'q2', 'q3', 'q4']);
  });

  it('are told once they are chosen, and can be chosen anew', async () => {
    const choose = vi.fn();
    render(ColumnPick, { names, chosen: ['q1', 'q2'], most: 4, choose });
    expect(screen.getByText(/2 of 12 columns are read/)).toBeTruthy();
    await press('choose anew');
    expect(choose).toHaveBeenCalledWith(null);
  });
});

describe('notes on how columns were read', () => {
  const offer = (name: string, marks: boolean) =>
    column(name, {
      suggested: {
        reading: {
          type: 'NUMBER',
          format: '1,234',
          missing: marks ? ['-'] : [],
          keep: null,
          levels: null,
          order: null,
        },
        records: 3,
        ways: [],
        marks,
      },
    });
  const aside = (i: number) =>
    column(`id ${i}`, { setup: { role: 'SET_ASIDE', byItself: true, reason: 'free text' } });
  const shown = (columns: ReturnType<typeof column>[], more = {}) =>
    render(ReadingNotes, { columns, quiet: true, open: true, show: vi.fn(), read: vi.fn(), ...more });

  it('offer all readings together, or only what stands for missing', async () => {
    const read = vi.fn();
    const [a, b] = [offer('income', false), offer('rides', true)];
    shown([a, b], { read });
    expect(document.querySelector('[data-marks]')!.textContent).toContain('2 columns may be meant otherwise');
    await press('read all as offered');
    expect(read).toHaveBeenLastCalledWith([a, b]);
    await press('only what stands for missing (1)');
    expect(read).toHaveBeenLastCalledWith([b]);
  });

  it('offer nothing where nothing may change', () => {
    shown([offer('income', false), offer('rides', true)], { open: false });
    expect(document.querySelector('[data-marks]')).toBeNull();
  });

  it('offer the reading of one column alone too', async () => {
    const read = vi.fn();
    const alone = offer('income', false);
    shown([alone], { read });
    expect(document.querySelector('[data-marks]')!.textContent).toContain('1 column may be meant otherwise');
    await press('read it as offered');
    expect(read).toHaveBeenLastCalledWith([alone]);
  });

  it('name those that fit two readings, whose chooser is a click away', async () => {
    const show = vi.fn();
    const way = (format: string) => ({
      reading: { ...offer('', false).suggested!.reading!, format },
      examples: [],
    });
    const ways = [way('1234.5 % or 0.5'), way('1234.5 % or 50')];
    const usage = column('usage', { suggested: { reading: null, records: 0, ways, marks: false } });
    shown([usage], { show });
    const text = document.querySelector('[data-several]')!.textContent.replace(/\s+/g, ' ');
    expect(text).toContain('choose one: usage as 1234.5 % or 0.5, or as 1234.5 % or 50.');
    await press('usage');
    expect(show).toHaveBeenCalledWith('usage');
  });

  it('name six of those set aside with their reasons, and how many more', async () => {
    const show = vi.fn();
    shown(
      Array.from({ length: 8 }, (_, i) => aside(i)),
      { show },
    );
    const text = document.querySelector('[data-set-aside]')!.textContent.replace(/\s+/g, ' ');
    expect(text).toContain('No alarm. Set aside without being asked: id 0 (free text), id 1 (free text)');
    expect(text).toContain('id 5 (free text) and 2 more. Give a column');
    await press('id 3');
    expect(show).toHaveBeenCalledWith('id 3');
  });

  it('tell numbers that were taken for codes', () => {
    shown([column('zip', { setup: { byItself: true } })], { quiet: false });
    expect(document.querySelector('[data-coded]')!.textContent).toMatch(/are codes:\s+zip\s*\.\s+Give/);
    expect(document.querySelector('[data-set-aside]')).toBeNull();
  });
});
