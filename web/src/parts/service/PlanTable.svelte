<script lang="ts">
  import Table from 'flowbite-svelte/Table.svelte';
  import type { PlanLine } from '../../api/schema';

  /** The signed plan's limits, each beside what the newest batch shows. */
  let { plan }: { plan: PlanLine[] } = $props();

  const STANDING = {
    UNKNOWN: 'not known yet',
    HOLDS: 'holds',
    WITHIN_CHANCE: 'beyond, within chance',
    CROSSED: '▲ crossed',
  };
</script>

{#if plan.length > 0}
  <section class="sheet px-3 py-2" aria-label="Limits of the signed plan">
    <h2>Limits as signed</h2>
    <Table class="plain mt-1">
      <thead
        ><tr
          ><th>Watched</th><th>Limit</th><th class="n">Newest batch</th><th>Standing</th><th>By whom</th><th
            >Next due</th
          ></tr
        ></thead
      >
      <tbody>
        {#each plan as line (line.line)}
          <tr data-standing={line.standing}>
            <td>{line.watch.what}</td>
            <td class="whitespace-nowrap">{line.watch.limit}</td>
            <td class="n whitespace-nowrap"
              >{line.shown}{#if line.interval}<small class="sub">{line.interval}</small>{/if}</td
            >
            <td class={['whitespace-nowrap', line.standing === 'CROSSED' && 'alarm']}
              >{STANDING[line.standing]}</td
            >
            <td>{line.watch.who}</td>
            <td class="whitespace-nowrap">{line.due}<small class="sub">{line.watch.every}</small></td>
          </tr>
        {/each}
      </tbody>
    </Table>
  </section>
{/if}
