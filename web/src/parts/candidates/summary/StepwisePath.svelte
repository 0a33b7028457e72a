<script lang="ts">
  import Table from 'flowbite-svelte/Table.svelte';
  import { fixed } from '../../../lib/format';
  import LineChart from '../LineChart.svelte';
  import type { PartProps } from './parts';

  let { part }: PartProps<'stepwisePath'> = $props();

  const name = $derived(part.criterion ?? 'criterion');
  const line = $derived({
    name,
    x: part.steps.map((_, i) => i),
    y: part.steps.map((s) => s.value),
    colour: 'var(--color-spruce)',
  });
</script>

<section class="mt-4" aria-label="The stepwise path">
  <h2>The stepwise path</h2>
  <LineChart label="criterion along the path" xName="step" yName={name} lines={[line]} />
  <Table class="plain" aria-label="Steps">
    <thead
      ><tr><th class="n">Step</th><th>Column</th><th class="n">{name}</th><th class="n">Columns in</th></tr
      ></thead
    >
    <tbody>
      {#each part.steps as step, i (i)}
        <tr
          ><td class="n">{i}</td><td
            >{step.column === null ? 'start' : `${step.added ? '+' : '−'} ${step.column}`}</td
          ><td class="n">{fixed(step.value, 1)}</td><td class="n">{step.columns}</td></tr
        >
      {/each}
    </tbody>
  </Table>
</section>
