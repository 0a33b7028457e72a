<script lang="ts">
  import type { FollowBatchView as Batch, Told } from '../../api/schema';

  interface Props {
    title: string;
    unit: string;
    batches: Batch[];
    signed: Told;
    /** of the signed plan; null for none */
    limit: number | null;
    /** of a batch's figures */
    of: (batch: Batch) => Told | null;
    show: (value: number) => string;
  }
  /**
   * One figure along the batches, with its interval, beside the signed one with its own; hatched where no outcome is known, hollow where
   * fewer are known than the plan waits for.
   */
  let { title, unit, batches, signed, limit, of, show }: Props = $props();

  const HEIGHT = 104;
  const LEFT = 32;
  const RIGHT = 70;
  const TOP = 6;
  const FOOT = 16;
  const DAY = 78;
  const LETTERS = 11;
  const CROWDED = 9;

  let width = $state(640);

  const told = $derived(
    batches.map((b) => ({ batch: b, at: of(b), early: (b.figures?.early ?? false) || b.few })),
  );
  const range = $derived.by(() => {
    const values = [signed, ...told.map((t) => t.at)].flatMap((t) =>
      t === null ? [] : [t.value, t.low, t.high].filter((v): v is number => v !== null),
    );
    if (limit !== null) values.push(limit);
    const [low, high] = [Math.min(...values), Math.max(...values)];
    const room = (high - low || Math.abs(high) || 1) * 0.08;
    return { low: low - room, high: high + room };
  });
  const y = (value: number) =>
    TOP + ((range.high - value) / (range.high - range.low)) * (HEIGHT - TOP - FOOT);
  const x = (i: number) => LEFT + ((i + 0.5) / Math.max(1, batches.length)) * (width - LEFT - RIGHT);
  /** whether the limit's words would stand upon the signed figure's */
  const near = $derived(
    limit !== null && signed.value !== null && Math.abs(y(limit) - y(signed.value)) < LETTERS,
  );
  const every = $derived(Math.max(1, Math.ceil((batches.length * DAY) / (width - LEFT - RIGHT))));
  const apart = $derived((width - LEFT - RIGHT) / Math.max(1, batches.length));
  const dot = $derived(apart < CROWDED ? 1.5 : 3);
  const line = $derived(
    told
      .map((t, i) => ({ v: t.early ? null : (t.at?.value ?? null), i }))
      .filter((p): p is { v: number; i: number } => p.v !== null)
      .map((p) => `${x(p.i)},${y(p.v)}`)
      .join(' '),
  );
</script>

<section class="sheet px-3 py-2" aria-label={title}>
  <h2>
    {title}{unit ? `, ${unit}` : ''}
    <span class="quiet font-normal"
      >95 % intervals{told.some((t) => t.early && t.at?.value != null)
        ? ' · hollow: too few to judge by'
        : ''}</span
    >
  </h2>
  <div bind:clientWidth={width}>
    <svg {width} height={HEIGHT} class="block" role="img" aria-label="{title} along the batches">
      <defs>
        <pattern id="hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"
          ><line x1="0" y1="0" x2="0" y2="6" stroke="var(--color-other)" stroke-width="2" /></pattern
        >
      </defs>
      {#if signed.low !== null && signed.high !== null}
        <rect
          x={LEFT}
          y={y(signed.high)}
          width={width - LEFT - RIGHT}
          height={y(signed.low) - y(signed.high)}
          fill="var(--color-spruce-wash)"
        />
      {/if}
      {#if signed.value !== null}
        <line
          x1={LEFT}
          x2={width - RIGHT}
          y1={y(signed.value)}
          y2={y(signed.value)}
          stroke="var(--color-spruce)"
        />
        <text x={width - RIGHT + 5} y={y(signed.value) + 3}>signed {show(signed.value)}</text>
      {/if}
      {#if limit !== null}
        <line
          x1={LEFT}
          x2={width - RIGHT}
          y1={y(limit)}
          y2={y(limit)}
          stroke="var(--color-cut)"
          stroke-dasharray="4 3"
        />
        <text x={width - RIGHT + 5} y={y(limit) + (near ? (limit < (signed.value ?? 0) ? 13 : -5) : 3)}
          >limit {show(limit)}</text
        >
      {/if}
      <polyline points={line} fill="none" stroke="var(--color-now)" stroke-width="1.6" />
      {#each told as t, i (t.batch.id)}
        {#if t.at?.value != null}
          {#if t.at.low !== null && t.at.high !== null}
            <line
              x1={x(i)}
              x2={x(i)}
              y1={y(t.at.low)}
              y2={y(t.at.high)}
              stroke="var(--color-now)"
              opacity={apart < CROWDED ? 0.35 : 1}
            />
          {/if}
          <circle
            cx={x(i)}
            cy={y(t.at.value)}
            r={dot}
            fill={t.early ? 'var(--color-sheet)' : 'var(--color-now)'}
            stroke="var(--color-now)"
            stroke-width={t.early ? 1.2 : 0}
            ><title>{t.batch.day}: {show(t.at.value)}{t.early ? ', not judged by itself' : ''}</title></circle
          >
        {:else}
          <rect
            x={x(i) - Math.min(18, apart) / 2}
            y={TOP}
            width={Math.min(18, apart)}
            height={HEIGHT - TOP - FOOT}
            fill="url(#hatch)"><title>{t.batch.day}: no outcome yet</title></rect
          >
        {/if}
        {#if i % every === 0}<text x={x(i)} y={HEIGHT - 4} text-anchor="middle">{t.batch.day}</text>{/if}
      {/each}
    </svg>
  </div>
</section>

<style>
  text {
    font: 10px var(--font-sans);
    fill: var(--color-ink-2);
  }
</style>
