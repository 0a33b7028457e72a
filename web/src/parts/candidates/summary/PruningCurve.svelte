<script lang="ts">
  import type { TreeSizes } from '../../../api/schema';
  import { significant } from '../../../lib/format';
  import LineChart, { type Mark } from '../LineChart.svelte';

  /** Cross-validated error against leaves; a click takes that size. */
  let { pruning, take }: { pruning: TreeSizes; take: ((leaves: number) => void) | null } = $props();

  const sizes = $derived([...pruning.sizes].sort((a, b) => a.leaves - b.leaves));
  const marks = $derived.by(() => {
    const found: Mark[] = [];
    const best = pruning.minimumLeaves;
    const simple = pruning.oneStandardErrorLeaves;
    if (best !== null) found.push({ x: best, words: `lowest: ${best}`, colour: 'var(--color-spruce)' });
    if (simple !== null)
      found.push({ x: simple, words: `one standard error: ${simple}`, colour: 'var(--color-ink-2)' });
    found.push({ x: pruning.leaves, words: `this tree: ${pruning.leaves}`, colour: 'var(--color-cut)' });
    return found;
  });
  const now = $derived(sizes.find((s) => s.leaves === pruning.leaves) ?? null);
</script>

<section aria-label="Pruning">
  <h2>Pruning: error against size</h2>
  <LineChart
    label="cross-validated error against leaves"
    xName="leaves"
    yName="mean squared error of the event rate"
    log
    {marks}
    pick={take}
    lines={[
      {
        name: 'cross-validated, ± 1 standard error',
        x: sizes.map((s) => s.leaves),
        y: sizes.map((s) => s.error),
        error: sizes.map((s) => s.standardError),
        colour: 'var(--color-spruce)',
      },
      {
        name: 'training',
        x: sizes.map((s) => s.leaves),
        y: sizes.map((s) => s.training),
        dashed: true,
        colour: 'var(--color-ink-2)',
      },
    ]}
  />
  <p class="reading">
    {#if now?.error}
      With {pruning.leaves} leaves the cross-validated error is {significant(now.error)}.
    {/if}
    {#if take}Click a size to fit a tree cut to it.{/if}
  </p>
</section>
