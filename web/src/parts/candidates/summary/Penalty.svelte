<script lang="ts">
  import { significant } from '../../../lib/format';
  import LineChart from '../LineChart.svelte';
  import type { PartProps } from './parts';

  let { part }: PartProps<'penalty'> = $props();
</script>

<section class="mb-3" aria-label="The penalty">
  <h2>The penalty</h2>
  <p class="reading">{part.words}</p>
  {#if part.at.length > 1}
    <LineChart
      label="{part.unit} out of fold along the penalty"
      xName="penalty"
      yName="{part.unit}, out of fold on training"
      log
      height={150}
      lines={[{ name: part.unit, x: part.at, y: part.loss, colour: 'var(--color-spruce)' }]}
      marks={[{ x: part.chosen, words: `taken: ${significant(part.chosen)}`, colour: 'var(--color-spruce)' }]}
    />
  {/if}
</section>
