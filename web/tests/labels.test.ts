import { describe, expect, it } from 'vitest';
import { apart, beside, free, strewn } from '../src/charts/labels';

describe('words at places of a chart', () => {
  it('stand left of a mark at the right edge, so that none leaves the chart', () => {
    const [best, end] = beside(
      [
        { label: 'break-even', across: 480 },
        { label: 'best', across: 200 },
      ],
      500,
    );
    expect([best!.label, best!.left, best!.level]).toEqual(['best', false, 0]);
    expect([end!.label, end!.left, end!.level]).toEqual(['break-even', true, 0]);
  });

  it('stand one above the other where marks are near', () => {
    const levels = (across: number[], width = 500) =>
      beside(
        across.map((x) => ({ label: 'break-even', across: x })),
        width,
      ).map((m) => m.level);
    expect(levels([100, 110, 120])).toEqual([0, 1, 2]);
    expect(levels([100, 300])).toEqual([0, 0]);
    expect(levels([390, 480])).toEqual([0, 1]);
  });

  it('stand above or below a note, never on it', () => {
    const level = (up: number) =>
      beside(
        [{ label: 'break-even', across: 300 }],
        500,
        [{ text: 'acting on nobody: 0', across: 280, up }],
        200,
      )[0]!.level;
    expect([130, 180, 190, 230].map(level)).toEqual([0, 2, 1, 0]);
    expect(
      beside([{ label: 'best', across: 20 }], 500, [{ text: 'everybody', across: 280, up: 190 }], 200),
    ).toMatchObject([{ level: 0 }]);
  });

  it('move down where they would lie on another', () => {
    const placed = apart(
      [
        { text: 'acting on nobody: 0', across: 300, up: 100 },
        { text: 'everybody: €160', across: 300, up: 95 },
        { text: 'at random', across: 20, up: 97 },
      ],
      500,
      200,
    );
    expect(placed.map((n) => [n.text, n.up])).toEqual([
      ['everybody: €160', 95],
      ['at random', 97],
      ['acting on nobody: 0', 107],
    ]);
  });

  it('stand above a line that is the floor of the chart, and end where the chart ends', () => {
    const [note, edge] = apart(
      [
        { text: 'acting on nobody: 0', across: 300, up: 200 },
        { text: 'perfect order', across: 490, up: 120 },
      ],
      500,
      200,
    ).sort((a, b) => b.up - a.up);
    expect(note).toMatchObject({ across: 300, up: 186 });
    expect(edge!.up).toBe(120);
    expect(edge!.across + 'perfect order'.length * 5.9).toBeLessThanOrEqual(500);
  });
});

describe('words of a level line', () => {
  const note = { text: 'everybody: €160', across: 300, up: 100, level: true };
  const under = (from: number, to: number, up: number) =>
    strewn([[from, up] as [number, number], [to, up]], 4).map(([across, at]) => ({ across, up: at }));
  const placed = (places: { across: number; up: number }[], uprights: number[] = [], of = note) =>
    free([of], 50, 500, places, uprights)[0]!.across;

  it('stay where nothing lies under them', () => {
    expect(placed([])).toBe(300);
    expect(placed(under(50, 500, 60))).toBe(300);
  });

  it('stand where no other line and no mark is, nearest to where they are wanted', () => {
    const across = placed(under(240, 500, 105), [120]);
    expect(across + note.text.length * 5.9).toBeLessThan(240);
    expect(across).toBeGreaterThan(120);
    expect(placed([], [310])).toBeGreaterThan(310);
  });

  it('stand where the fewest are when they are everywhere, and stay at a place of their own', () => {
    const two = [...under(50, 500, 105), ...under(250, 500, 102)];
    expect(placed(two)).toBeLessThan(250);
    expect(placed(two, [], { ...note, level: false })).toBe(300);
  });

  it('know a line from end to end, however few its points', () => {
    expect(strewn([[0, 0] as [number, number], [10, 5], [10.2, 9]], 2)).toEqual([
      [0, 0],
      [2, 1],
      [4, 2],
      [6, 3],
      [8, 4],
      [10, 5],
    ]);
  });
});
