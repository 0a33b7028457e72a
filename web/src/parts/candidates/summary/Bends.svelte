<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { Bend } from '../../../api/schema';
  import { significant } from '../../../lib/format';
  import type { PartProps } from './parts';
  import { nth } from '../../../lib/nth';

  /** What each bent number adds to the score along its range, on one scale. */
  let { part }: PartProps<'bends'> = $props();
  const bends = $derived(part.bends);
  const unit = $derived(part.unit);

  const WIDE = 318;
  const HIGH = 118;
  const MOST = 12;
  let all = $state(false);
  const shown = $derived(all ? bends : bends.slice(0, MOST));
  const low = $derived(Math.min(0, ...shown.flatMap((b) => b.y)));
  const high = $derived(Math.max(0, ...shown.flatMap((b) => b.y)));
  const py = (v: number) => 22 + ((high - v) / (high - low || 1)) * (HIGH - 42);
  const px = (b: Bend, v: number) =>
    36 + ((v - nth(b.x, 0)) / (nth(b.x, b.x.length - 1) - nth(b.x, 0))) * (WIDE - 44);
  const path = (b: Bend) =>
    b.x.map((v, i) => `${i ? 'L' : 'M'}${px(b, v).toFixed(1)} ${py(nth(b.y, i)).toFixed(1)}`).join('');
</script>

<section class="mb-4" aria-label="Curves">
  <h2>Curves: what each number adds to the {unit}, against its median</h2>
  <p class="quiet mb-1">
    All on one scale, so that heights compare; ticks below are the knots. Learnt on training.
  </p>
  <div class="grid grid-cols-3 gap-2">
    {#each shown as b (b.column)}
      <svg
        class="sheet"
        width={WIDE}
        height={HIGH}
        viewBox="0 0 {WIDE} {HIGH}"
        role="img"
        aria-label="{b.column}: from {significant(nth(b.y, 0))} to {significant(nth(b.y, b.y.length - 1))}"
      >
        <text x="8" y="14" class="name">{b.column}</text>
        <line x1="36" x2={WIDE - 8} y1={py(0)} y2={py(0)} stroke="var(--color-rule)" />
        <text x="32" y={py(0) + 4} text-anchor="end">0</text>
        <text x="32" y={py(high) + 4} text-anchor="end">{significant(high)}</text>
        <path d={path(b)} fill="none" stroke="var(--color-spruce)" stroke-width="1.8" />
        {#each b.knots as k (k)}<line
            x1={px(b, k)}
            x2={px(b, k)}
            y1={HIGH - 20}
            y2={HIGH - 16}
            stroke="var(--color-ink-2)"
          />{/each}
        <text x={px(b, nth(b.knots, 0))} y={HIGH - 4} text-anchor="middle"
          >{significant(nth(b.knots, 0))}</text
        >
        <text x={px(b, nth(b.knots, b.knots.length - 1))} y={HIGH - 4} text-anchor="middle"
          >{significant(nth(b.knots, b.knots.length - 1))}</text
        >
      </svg>
    {/each}
  </div>
  {#if bends.length > MOST}
    <Button class="chip mt-1" onclick={() => (all = !all)}
      >{all ? `the first ${MOST}` : `all ${bends.length}`}</Button
    >
  {/if}
</section>

<style>
  text {
    font-size: 10.5px;
    fill: var(--color-ink-2);
  }
  .name {
    font-size: 11.5px;
    fill: var(--color-ink);
    font-weight: 500;
  }
</style>
