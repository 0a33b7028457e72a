import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { ColumnsView } from '../src/api/schema';
import { ColumnSheet } from '../src/lib/columns.svelte';
import { column } from './case';
import { problem, serve } from './server';

const found = (pending: number): ColumnsView => ({
  columns: [column('visits')],
  pending,
  undo: null,
  told: { records: 40, events: 4 },
  state: 3,
});

describe('the columns of a brief', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it('keeps why a change was refused while figures are still being counted', async () => {
    let pending = 1;
    serve(({ method }) =>
      method === 'PUT' ? problem(400, 'visits: texts that do not fit: “-”') : found(pending),
    );
    const sheet = new ColumnSheet(() => 7);
    await sheet.load();
    expect(sheet.pending).toBe(1);
    expect(await sheet.setRole(sheet.columns!, 'SET_ASIDE')).toBe(false);
    expect(sheet.refusal).toContain('texts that do not fit');
    pending = 0;
    await vi.advanceTimersByTimeAsync(2000);
    expect(sheet.pending).toBe(0);
    expect(sheet.refusal).toContain('texts that do not fit');
    expect(sheet.refusedOf('visits')).toBe(true);
    expect(sheet.refusedOf('plan')).toBe(false);
    sheet.close();
  });

  it('counts on after a change that was refused while it looked', async () => {
    let pending = 2;
    let answer: (view: ColumnsView) => void = () => {};
    serve(({ method }) => {
      if (method === 'PUT') return problem(400, 'visits: will not do');
      return pending === 1 ? new Promise<ColumnsView>((done) => (answer = done)) : found(pending);
    });
    const sheet = new ColumnSheet(() => 7);
    await sheet.load();
    pending = 1;
    await vi.advanceTimersByTimeAsync(700);
    const changed = sheet.setRole(sheet.columns!, 'SET_ASIDE');
    answer(found(1));
    expect(await changed).toBe(false);
    pending = 0;
    await vi.advanceTimersByTimeAsync(2000);
    expect(sheet.pending).toBe(0);
    sheet.close();
  });

  it('forgets why it could not look once it can', async () => {
    let away = true;
    serve(() => (away ? problem(404, 'there is no brief 7') : found(0)));
    const sheet = new ColumnSheet(() => 7);
    await sheet.load();
    expect(sheet.refusal).not.toBeNull();
    away = false;
    await sheet.load();
    expect(sheet.refusal).toBeNull();
  });
});
