<script lang="ts">
  import type { Dependence } from '../../api/schema';
  import { along, pointName } from '../../lib/explain';
  import { percent, significant } from '../../lib/format';

  /** The average score along a column, single records' curves behind it and how many records lie where below it. */
  let { column, found }: { column: string; found: Dependence } = $props();

  const LEFT = 52;
  const RIGHT = 14;
  const TOP = 20;
  const HIGH = 230;
  const BELOW = 34;
  const FOOT = 34;
  let width = $state(520);
  let hover = $state<number | null>(null);

  const places = $derived(along(found.points));
  const inner = $derived(width - LEFT - RIGHT);
  const x = (i: number) => LEFT + 6 + places.at[i]! * (inner - 12);
  const all = $derived([...found.average, ...found.curves.flat()]);
  const low = $derived(Math.min(...all));
  const high = $derived(Math.max(...all));
  const y = (v: number) => TOP + (1 - (v - low) / (high - low || 1)) * (HIGH - TOP);
  /** points that are joined: those of numbers in their order, never missing */
  const joined = $derived(places.ordered ? found.points.filter((p) => p.value !== null).length : 0);
  const path = (values: number[]) =>
    values
      .slice(0, joined)
      .map((v, i) => `${i ? 'L' : 'M'}${x(i).toFixed(1)} ${y(v).toFixed(1)}`)
      .join('');
  const most = $derived(Math.max(1e-12, ...found.points.map((p) => p.share)));
  const wide = $derived(Math.max(3, Math.min(22, inner / found.points.length - 2)));
  /** labels that have room, from the left */
  const labels = $derived.by(() => {
    const kept: number[] = [];
    let free = -Infinity;
    found.points.forEach((p, i) => {
      const half = 3.2 * Math.min(10, pointName(p).length);
      if (x(i) - half < free) return;
      kept.push(i);
      free = x(i) + half + 8;
    });
    return kept;
  });
  const short = (text: string) => (text.length > 10 ? `${text.slice(0, 9)}…` : text);
  function point(event: MouseEvent) {
    const at = event.offsetX;
    hover = found.points.reduce((best, _, i) => (Math.abs(x(i) - at) < Math.abs(x(best) - at) ? i : best), 0);
  }
  const ticks = $derived([low, (low + high) / 2, high]);
</script>

<div bind:clientWidth={width}>
  <svg
    {width}
    height={HIGH + BELOW + FOOT}
    role="img"
    aria-label="Average score along {column}"
    onmousemove={point}
    onmouseleave={() => (hover = null)}
  >
    <text x="4" y="11">score</text>
    {#each ticks as t (t)}
      <line x1={LEFT} x2={width - RIGHT} y1={y(t)} y2={y(t)} stroke="var(--color-rule)" />
      <text x={LEFT - 5} y={y(t) + 4} text-anchor="end">{significant(t)}</text>
    {/each}
    {#each found.curves as curve, k (k)}
      <path d={path(curve)} fill="none" stroke="var(--color-ref)" stroke-width="0.7" opacity="0.45" />
      {#each curve as v, i (i)}
        {#if i >= joined}<circle cx={x(i)} cy={y(v)} r="1.5" fill="var(--color-ref)" opacity="0.5" />{/if}
      {/each}
    {/each}
    <path d={path(found.average)} fill="none" stroke="var(--color-spruce)" stroke-width="2.4" />
    {#each found.average as v, i (i)}
      {#if i >= joined || i === hover}<circle cx={x(i)} cy={y(v)} r="4" fill="var(--color-spruce)" />{/if}
    {/each}
    {#each found.points as p, i (i)}
      <rect
        x={x(i) - wide / 2}
        y={HIGH + 6 + BELOW * (1 - p.share / most)}
        width={wide}
        height={(BELOW * p.share) / most}
        fill={i === hover ? 'var(--color-event)' : 'var(--color-other)'}
      />
    {/each}
    {#each labels as i (i)}
      <text x={x(i)} y={HIGH + BELOW + 19} text-anchor="middle">{short(pointName(found.points[i]!))}</text>
    {/each}
    <text x={width - RIGHT} y={HIGH + BELOW + 32} text-anchor="end"
      >{column}{places.log ? ', log scale' : ''}; bars: share of records</text
    >
  </svg>
  <p class="quiet min-h-[18px]">
    {#if hover !== null}
      {column}
      {pointName(found.points[hover]!)}: average score {significant(found.average[hover]!)};
      {percent(found.points[hover]!.share)} % of the records lie there
    {:else}thick: the average over {found.records} records of validation · thin: {found.curves.length} of them one
      by one{/if}
  </p>
</div>

<style>
  text {
    font-size: 10.5px;
    fill: var(--color-ink-2);
  }
</style>
