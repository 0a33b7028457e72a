<script lang="ts">
  import LineChart from '../LineChart.svelte';
  import type { PartProps } from './parts';

  let { part }: PartProps<'curve'> = $props();

  const lines = $derived([
    ...(part.other
      ? [{ name: part.otherName ?? '', x: part.at, y: part.other, colour: 'var(--color-spruce)' }]
      : []),
    ...(part.training
      ? [{ name: 'training', x: part.at, y: part.training, dashed: true, colour: 'var(--color-ink-2)' }]
      : []),
  ]);
</script>

<section aria-label="Along {part.axis.x}">
  <h2>{part.title}</h2>
  <LineChart label="{part.axis.y} along {part.axis.x}" xName={part.axis.x} yName={part.axis.y} {lines} />
  {#if part.words}<p class="reading">{part.words}</p>{/if}
</section>
