<script lang="ts">
  import type { BandRow, Brief, Row } from '../api/types';
  import { get } from '../lib/api';
  import { desk } from '../lib/desk.svelte';
  import { count, fixed, percent, score } from '../lib/format';

  let { brief, row }: { brief: Brief; row: Row } = $props();

  let bands = $state(10);
  let rows = $state.raw<BandRow[]>([]);
  let refusal = $state<string | null>(null);

  $effect(() => {
    const address = `/comparisons/bands/${row.id}?q=${bands}`;
    get<BandRow[]>(address).then(
      (found) => {
        rows = found;
        refusal = null;
      },
      (e: Error) => (refusal = e.message),
    );
  });

  const tied = $derived(rows.some((band) => band.tied));
</script>

<section class="mt-4" aria-label="Band table">
  <div class="mb-1 flex items-center gap-3">
    <h2>Bands of {row.name}</h2>
    <span class="quiet">validation, highest scores first</span>
    <label class="ml-auto quiet">
      bands
      <select class="field ml-1" bind:value={bands}>
        {#each [4, 5, 10, 20, 50, 100] as q (q)}<option value={q}>{q}</option>{/each}
      </select>
    </label>
    <a class="chip" href="/api/comparisons/bands/{row.id}/bands.csv?q={bands}" download>CSV</a>
    <a class="chip" href="/api/comparisons/{brief.id}/scores.csv" download>scored records CSV</a>
  </div>
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  <table class="plain">
    <thead>
      <tr>
        <th class="n">Band</th><th class="n">{brief.recordsNoun}</th><th class="n">{brief.eventsNoun}</th>
        <th class="n">Event rate %</th><th class="n">Lift</th><th class="n">Capture so far %</th>
        <th class="n">Lift so far</th><th class="n">Highest score</th><th class="n">Lowest score</th>
      </tr>
    </thead>
    <tbody>
      {#each rows as band (band.band)}
        <tr
          class:acted={band.to <= desk.records}
          class:partly={band.from < desk.records && band.to > desk.records}
        >
          <td class="n">{band.band}</td>
          <td class="n">{count(band.records)}</td>
          <td class="n">{count(band.events)}{band.tied ? ' *' : ''}</td>
          <td class="n">{percent(band.eventRate)}</td>
          <td class="n">{fixed(band.lift, 2)}</td>
          <td class="n">{percent(band.capture)}</td>
          <td class="n">{fixed(band.cumulativeLift, 2)}</td>
          <td class="n">{score(band.highestScore)}</td>
          <td class="n">{score(band.lowestScore)}</td>
        </tr>
      {/each}
    </tbody>
  </table>
  {#if tied}<p class="quiet mt-1">
      * A group of equal scores straddles a boundary of the band; its {brief.eventsNoun} are shared out.
    </p>{/if}
</section>

<style>
  tr.acted td:first-child {
    box-shadow: inset 3px 0 0 var(--color-cut);
  }
  tr.partly td:first-child {
    box-shadow: inset 3px 0 0 #e9a78e;
  }
</style>
