<script lang="ts">
  import type { ColumnType, Periods } from '../../api/schema';
  import { count, rate, significant } from '../../lib/format';
  import { isShare, panels, runs } from '../../lib/drift';
  import { nth } from '../../lib/nth';
  import { numbered } from '../../lib/palette';

  interface Props {
    periods: Periods;
    type: ColumnType;
    /** what one record is called, several of them */
    records: string;
  }
  /** A column, or the outcome, one period after the other, on training and validation. */
  let { periods, type, records }: Props = $props();

  const WIDTH = 430;
  const HEIGHT = 84;
  const LEFT = 26;
  const RIGHT = 104;
  const TOP = 8;
  const FOOT = 16;
  const DAYS = 6;
  const LETTERS = 10;
  const COLOURS = numbered('level');

  const drawn = $derived(panels(periods, type));
  const n = $derived(periods.first.length);
  const every = $derived(Math.ceil(n / DAYS));
  const x = (i: number) => LEFT + ((i + 0.5) / Math.max(1, n)) * (WIDTH - LEFT - RIGHT);
  const show = (value: number, share: boolean) =>
    share ? `${rate(value)} %` : type === 'DATE' ? day(value) : significant(value);
  const day = (value: number) => new Date(value * 86_400_000).toISOString().slice(0, 10);
  const step = $derived(periods.step.toLowerCase());

  function scale(panel: (typeof drawn)[number]) {
    const share = isShare(nth(panel, 0), type);
    const all = panel
      .flatMap((l) => [...l.value, ...(l.low ?? []), ...(l.high ?? [])])
      .filter((v): v is number => v !== null);
    const low = share ? 0 : Math.min(...all);
    const high = Math.max(...all);
    const room = (high - low || Math.abs(high) || 1) * 0.05;
    return (value: number) => TOP + ((high + room - value) / (high - low + 2 * room)) * (HEIGHT - TOP - FOOT);
  }

  /** Labels at the right end, none over another. */
  function labels(panel: (typeof drawn)[number], y: (v: number) => number) {
    const placed = panel
      .map((line, k) => ({ line, k, at: line.value.filter((v) => v !== null).at(-1) ?? null }))
      .filter((l): l is typeof l & { at: number } => l.at !== null)
      .map((l) => ({ ...l, y: y(l.at) }))
      .sort((a, b) => a.y - b.y);
    placed.forEach((l, i) => {
      l.y = Math.max(l.y, i > 0 ? nth(placed, i - 1).y + LETTERS : TOP);
    });
    // those that would stand below the axis are moved up again, from the last on
    for (let i = placed.length - 1; i >= 0; i--) {
      const lowest = i === placed.length - 1 ? HEIGHT - FOOT - 2 : nth(placed, i + 1).y - LETTERS;
      nth(placed, i).y = Math.min(nth(placed, i).y, lowest);
    }
    return placed;
  }
</script>

{#each drawn as panel, p (p)}
  {@const y = scale(panel)}
  {@const share = isShare(nth(panel, 0), type)}
  <svg
    viewBox="0 0 {WIDTH} {HEIGHT}"
    class="mt-1 block w-full"
    role="img"
    aria-label="{panel.map((l) => l.name).join(', ')} by {step} of {periods.by}"
  >
    <line x1={LEFT} x2={WIDTH - RIGHT} y1={HEIGHT - FOOT} y2={HEIGHT - FOOT} stroke="var(--color-other)" />
    {#each panel as line, k (line.name)}
      {#if line.low && line.high}
        {#each line.low as low, i (i)}
          {@const high = line.high[i]}
          {#if low !== null && high != null}
            <line x1={x(i)} x2={x(i)} y1={y(low)} y2={y(high)} stroke={COLOURS[k]} opacity=".45" />
          {/if}
        {/each}
      {/if}
      {#each runs(line.value) as run (nth(run, 0).i)}
        <polyline
          points={run.map((at) => `${x(at.i)},${y(at.v)}`).join(' ')}
          fill="none"
          stroke={COLOURS[k]}
          stroke-width="1.5"
        />
        {#each run as at (at.i)}
          <circle cx={x(at.i)} cy={y(at.v)} r={n > 30 ? 1.2 : 2} fill={COLOURS[k]}
            ><title
              >{line.name}, {step} from {periods.first[at.i]}: {show(at.v, share)} of {count(
                nth(periods.records, at.i),
              )}
              {records}</title
            ></circle
          >
        {/each}
      {/each}
    {/each}
    {#each labels(panel, y) as label (label.line.name)}
      <text x={WIDTH - RIGHT + 5} y={label.y + 3} fill={COLOURS[label.k]} font-size="10"
        >{label.line.name.length > 11 &&
        label.line.name !== 'lower quartile' &&
        label.line.name !== 'upper quartile'
          ? `${label.line.name.slice(0, 10)}…`
          : label.line.name.replace('quartile', 'quart.')}
        {show(label.at, share)}</text
      >
    {/each}
    {#each periods.first as first, i (first)}
      {#if i % every === 0}
        <text x={x(i)} y={HEIGHT - 4} text-anchor="middle" font-size="9.5" fill="var(--color-ink-2)"
          >{periods.step === 'YEAR'
            ? first.slice(0, 4)
            : periods.step === 'WEEK'
              ? first.slice(5)
              : first.slice(0, 7)}</text
        >
      {/if}
    {/each}
  </svg>
{/each}
{#if periods.outside > 0}
  <p class="quiet text-[11px]">
    {count(periods.outside)}
    {records} have no day of {periods.by}, or one far from nearly all others: in no {step}.
  </p>
{/if}
