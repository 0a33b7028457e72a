<script lang="ts">
  import type { Brief, Comparison } from '../api/types';
  import { readAt } from '../lib/curve';
  import { desk } from '../lib/desk.svelte';
  import { fixed, gain, percent } from '../lib/format';
  import Ribbon from './Ribbon.svelte';
  import TermHead from './TermHead.svelte';

  let { brief, all }: { brief: Brief; all: Comparison } = $props();

  const highest = $derived(
    Math.max(...all.candidates.filter((c) => !c.reference).flatMap((c) => c.slivers), 1e-9),
  );
  const rows = $derived(
    all.candidates.map((row) => ({ row, at: readAt(row, all, desk.records), colour: desk.colour(row) })),
  );

  /** Half the interval, in thousands where it is that large. */
  function half(low: number, high: number): string {
    const value = (high - low) / 2;
    return value >= 10000 ? `±${(value / 1000).toFixed(1)}k` : `±${value.toFixed(0)}`;
  }
</script>

<table class="plain" aria-label="Candidates at the cut, on validation">
  <thead>
    <tr>
      <th>Candidate</th>
      <th>Ranked population, highest score first</th>
      <th class="n"><TermHead term="capture" label="Capture %" /></th>
      <th class="n"><TermHead term="lift" label="Lift" /></th>
      <th class="n"><TermHead term="precision" label="Precision %" /></th>
      <th class="n"><TermHead term="gain" label={`Net value ${brief.currency}`} /></th>
      <th class="n"><TermHead term="auc" label="AUC" /></th>
      <th class="n"><TermHead term="gap" label="Train − val." /></th>
      <th><TermHead term="verdict" label="Against leader" /></th>
    </tr>
  </thead>
  <tbody>
    {#each rows as { row, at, colour } (row.id)}
      <tr
        class:sel={row.id === desk.candidateId}
        aria-selected={row.id === desk.candidateId}
        data-candidate={row.name}
        onclick={() => desk.choose(row.id)}
      >
        <td class="who">
          <i style:background={colour}></i>
          <button
            class="block max-w-[170px] 2xl:max-w-[360px] truncate text-left font-semibold"
            title={row.name}>{row.name}</button
          >
          <small class="sub max-w-[170px] truncate 2xl:max-w-[360px]"
            >{row.reference
              ? row.kindWords
              : `${row.kindWords}, ${row.inputs} input${row.inputs === 1 ? '' : 's'}`}</small
          >
        </td>
        <td><Ribbon slivers={row.slivers} {highest} depth={at.depth} {colour} id={row.id} /></td>
        <td class="n" data-figure="capture"
          >{percent(at.capture)}<small class="sub">{percent(at.captureLow)}–{percent(at.captureHigh)}</small
          ></td
        >
        <td class="n" data-figure="lift">{fixed(at.lift, 2)}</td>
        <td class="n" data-figure="precision">{percent(at.precision)}</td>
        <td class="n" data-figure="gain"
          ><b class="font-semibold">{gain('', at.gain)}</b><small class="sub"
            >{half(at.gainLow, at.gainHigh)}</small
          ></td
        >
        <td class="n" data-figure="auc">
          {fixed(row.auc.auc, 3)}<small class="sub"
            >{row.auc.low === null
              ? 'no interval'
              : `${fixed(row.auc.low, 3)}–${fixed(row.auc.high, 3)}`}</small
          >
        </td>
        <td class="n">
          {#if row.trainingAuc - row.auc.auc >= 0.05}<span class="alarm" title="fits training too closely"
              >▲ {fixed(row.trainingAuc - row.auc.auc, 3)}</span
            >
          {:else}{fixed(row.trainingAuc - row.auc.auc, 3)}{/if}
        </td>
        <td class:quiet={row.verdict === 'behind'} class:lead={row.verdict === 'leader'}>{row.verdict}</td>
      </tr>
    {/each}
  </tbody>
</table>

<style>
  tr.sel td {
    background: var(--color-spruce-wash);
  }
  tbody tr {
    cursor: pointer;
  }
  .who i {
    float: left;
    width: 4px;
    height: 30px;
    margin-right: 9px;
  }
  .lead {
    color: var(--color-spruce);
  }
</style>
