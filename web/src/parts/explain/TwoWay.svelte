<script lang="ts">
  import type { Dependence } from '../../api/schema';
  import { pointName } from '../../lib/explain';
  import { percent, significant } from '../../lib/format';

  /** The average score by the values of two columns: the darker, the higher. */
  let { columns, found }: { columns: [string, string]; found: Dependence } = $props();

  const LEFT = 84;
  const TOP = 16;
  const FOOT = 40;
  let width = $state(520);
  let hover = $state<number | null>(null);

  const across = $derived(found.points.length);
  const up = $derived(found.others.length);
  const cell = $derived((width - LEFT - 8) / across);
  const tall = $derived(Math.min(30, Math.max(16, 270 / up)));
  const low = $derived(Math.min(...found.average));
  const high = $derived(Math.max(...found.average));
  const deep = (v: number) => Math.round(6 + (90 * (v - low)) / (high - low || 1));
  const short = (text: string, most: number) => (text.length > most ? `${text.slice(0, most - 1)}…` : text);
  const every = $derived(Math.ceil(46 / cell));
  const steps = [0, 0.25, 0.5, 0.75, 1];
</script>

<div bind:clientWidth={width}>
  <svg
    {width}
    height={TOP + up * tall + FOOT}
    role="img"
    aria-label="Average score by {columns[0]} and {columns[1]}"
  >
    <text x="4" y="11">{short(columns[1], 60)}</text>
    {#each found.others as other, j (j)}
      {@const at = TOP + (up - 1 - j) * tall}
      <text x={LEFT - 5} y={at + tall / 2 + 4} text-anchor="end">{short(pointName(other), 12)}</text>
      {#each found.points.keys() as i (i)}
        {@const k = i * up + j}
        <!-- svelte-ignore a11y_no_static_element_interactions -->
        <rect
          x={LEFT + i * cell}
          y={at}
          width={cell - 1}
          height={tall - 1}
          fill="color-mix(in srgb, var(--color-event) {deep(found.average[k]!)}%, var(--color-sheet))"
          stroke={k === hover ? 'var(--color-ink)' : 'none'}
          onmouseenter={() => (hover = k)}
          onmouseleave={() => (hover = null)}
        />
      {/each}
    {/each}
    {#each found.points as p, i (i)}
      {#if i % every === 0}<text x={LEFT + (i + 0.5) * cell} y={TOP + up * tall + 13} text-anchor="middle"
          >{short(pointName(p), 9)}</text
        >{/if}
    {/each}
    <text x={width - 8} y={TOP + up * tall + 30} text-anchor="end">{short(columns[0], 60)}</text>
    {#each steps as s, k (s)}
      <rect
        x={LEFT + 26 * k}
        y={TOP + up * tall + 21}
        width="26"
        height="10"
        fill="color-mix(in srgb, var(--color-event) {deep(low + s * (high - low))}%, var(--color-sheet))"
      />
    {/each}
    <text x={LEFT - 5} y={TOP + up * tall + 30} text-anchor="end">{significant(low)}</text>
    <text x={LEFT + 26 * steps.length + 5} y={TOP + up * tall + 30}>{significant(high)}</text>
  </svg>
  <p class="quiet min-h-[18px]">
    {#if hover !== null}
      {@const p = found.points[Math.floor(hover / up)]!}
      {@const o = found.others[hover % up]!}
      {columns[0]}
      {pointName(p)}, {columns[1]}
      {pointName(o)}: average score {significant(found.average[hover]!)}; {percent(p.share)} % and {percent(
        o.share,
      )} % of the records have these
    {:else}average score over {found.records} records of validation, both columns set; the darker, the higher{/if}
  </p>
</div>

<style>
  text {
    font-size: 10.5px;
    fill: var(--color-ink-2);
  }
</style>
