<script lang="ts">
  import LineChart from '../LineChart.svelte';
  import type { PartProps } from './parts';
  import { nth } from '../../../lib/nth';

  let { part }: PartProps<'calibrationMap'> = $props();
</script>

<section class="mt-4" aria-label="Calibration">
  <h2>Calibration, learnt on out-of-fold scores: {part.words}</h2>
  {#if part.from && part.value}
    <LineChart
      label="probability by score"
      xName="score"
      yName="probability"
      lines={[
        {
          name: 'isotonic steps',
          x: part.from.flatMap((x, i) => (i ? [x - 1e-9, x] : [x])),
          y: part.value.flatMap((v, i) => (i ? [nth(part.value!, i - 1), v] : [v])),
          colour: 'var(--color-spruce)',
        },
      ]}
    />
  {/if}
</section>
