<script lang="ts">
  import Bars from '../Bars.svelte';
  import type { PartProps } from './parts';
  import WeightsBeside from './WeightsBeside.svelte';

  let { part, around }: PartProps<'weights'> = $props();
</script>

{#if !part.told}
  <h2 class="mb-1">Weights per standard deviation of each input</h2>
  <Bars bars={part.weights.filter((w) => !part.bent.includes(w.name))} head="Input" unit="Weight" />
{/if}
<WeightsBeside candidate={around.candidate} others={around.others} />
