import { render, screen } from '@testing-library/svelte';
import { flushSync } from 'svelte';
import { describe, expect, it, vi } from 'vitest';
import type { Row } from '../src/lib/compared';
import { layout } from '../src/lib/layout.svelte';
import type { Source } from '../src/charts/parts';
import { PaneSource } from '../src/charts/source.svelte';
import PaneMarks from '../src/parts/PaneMarks.svelte';
import PaneValues from '../src/parts/PaneValues.svelte';
import { row } from './case';
import { problem, serve } from './server';
import { switched } from './switched.svelte';
import { nth } from '../src/lib/nth';

const rows: Row[] = [
  { ...row(1, 'Mine'), probability: true },
  { ...row(2, 'Points'), probability: false },
];

function source(wants: () => Source | undefined) {
  let made!: PaneSource;
  const end = $effect.root(() => {
    made = new PaneSource(
      wants,
      () => rows,
      () => nth(rows, 0),
      () => 160,
    );
  });
  flushSync();
  return { made, end };
}

describe('what a chart asks for', () => {
  it('is nothing where the comparison suffices', () => {
    const asked = serve(() => []);
    const { made, end } = source(() => undefined);
    expect(asked).toHaveLength(0);
    expect(made.bands).toEqual([]);
    end();
  });

  it('is bands of all that are drawn, kept only while they are wanted', async () => {
    const asked = serve(() => [{ candidate: 1 }]);
    const wanted = switched<Source | undefined>('bands');
    const { made, end } = source(() => wanted.now);
    await vi.waitFor(() => expect(made.bands).toHaveLength(1));
    expect(nth(asked, 0).path).toContain(`q=${Math.min(layout.now.bands, 160)}`);
    expect(nth(asked, 0).path).toContain('candidate=1&candidate=2');
    wanted.now = undefined;
    flushSync();
    expect(made.bands).toEqual([]);
    end();
  });

  it('is one distribution a probability, asked for once, and a failure is told until the next success', async () => {
    let broken = true;
    const asked = serve(() => (broken ? problem(400, 'candidate: is not fitted') : { candidate: 1 }));
    const wanted = switched<Source | undefined>('distributions');
    const { made, end } = source(() => wanted.now);
    await vi.waitFor(() => expect(made.refusal).toContain('is not fitted'));
    expect(asked.map((a) => a.path)).toEqual(['/api/comparisons/distributions/1']);
    broken = false;
    wanted.now = 'distribution';
    flushSync();
    await vi.waitFor(() => expect(made.distributions).toHaveLength(1));
    expect(made.refusal).toBeNull();
    wanted.now = 'distributions';
    flushSync();
    expect(asked).toHaveLength(2);
    end();
  });
});

describe('what lies over a chart', () => {
  it('shows marks, notes, the cut with its dot, and a stretch being chosen', () => {
    const { container } = render(PaneMarks, {
      marks: [{ label: 'best', across: 40, left: false, level: 1 }],
      notes: [{ text: 'at random', across: 10, up: 20 }],
      spot: { across: 50, up: 60 },
      linked: 70,
      brush: { from: 5, width: 30 },
    });
    expect(screen.getByText('best').style.bottom).toBe('14px');
    expect(screen.getByText('at random').style.left).toBe('10px');
    expect(container.querySelector<HTMLElement>('[data-cut-dot]')!.style.top).toBe('60px');
    expect(container.querySelector<HTMLElement>('.brush')!.style.width).toBe('30px');
    expect(container.querySelectorAll('.linked')).toHaveLength(1);
  });

  it('shows no cut outside the part in sight', () => {
    const nowhere = { across: null, up: null };
    const { container } = render(PaneMarks, {
      marks: [],
      notes: [],
      spot: nowhere,
      linked: null,
      brush: null,
    });
    expect(container.querySelectorAll('span')).toHaveLength(0);
  });

  it('says the value of each line where somebody points, in the unit of the axis', () => {
    const line = { name: 'Mine', points: [], colour: '#123456', width: 2 };
    const axis = (label: string) => ({ label, format: (v: number) => `${v.toFixed(1)} %` });
    render(PaneValues, {
      pointer: 12.345,
      hover: [{ line, y: 33.123456 }],
      x: axis('share acted on'),
      y: axis('caught'),
      left: false,
    });
    expect(screen.getByText('33.1 %')).toBeTruthy();
    expect(screen.getByText('share acted on').parentElement!.textContent).toMatch(/^12\.3/);
  });
});
