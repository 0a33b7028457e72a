<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import type { BandRow, BandsView, BriefView as Brief } from '../api/schema';
  import type { Comparison, Row } from '../lib/compared';
  import { get } from '../lib/api';
  import { desk } from '../lib/desk.svelte';
  import { cellsOf } from '../lib/files';
  import { count, fixed, percent, rate, score } from '../lib/format';
  import { layout } from '../lib/layout.svelte';
  import { pins } from '../lib/pins.svelte';
  import Popover from './Popover.svelte';
  import { nth } from '../lib/nth';

  let { brief, all, row }: { brief: Brief; all: Comparison; row: Row } = $props();

  const LEAST = 4;
  const MOST = 100;
  let beside = $state.raw<number[]>([]);
  let views = $state.raw<BandsView[]>([]);
  let refusal = $state<string | null>(null);
  let wrong = $state<string | null>(null);

  const ids = $derived([row.id, ...beside.filter((id) => id !== row.id)]);
  const training = $derived(layout.now.bandTraining);
  const q = $derived(layout.now.bands);
  const query = $derived(`q=${q}&training=${training}&${ids.map((id) => `candidate=${id}`).join('&')}`);

  $effect(() => {
    get<BandsView[]>(`/comparisons/bands?${query}`).then(
      (found) => {
        views = found;
        refusal = null;
      },
      (e: Error) => (refusal = e.message),
    );
  });

  const first = $derived(views[0]?.validation ?? []);
  const several = $derived(views.length > 1);
  const tied = $derived(views.some((v) => v.validation.some((band) => band.tied)));
  const cutBand = $derived(first.find((band) => desk.records <= band.to) ?? null);
  const reading = $derived.by(() => {
    if (!cutBand || desk.records === 0) return 'At this cut nobody is acted on.';
    return (
      `The cut lies in band ${cutBand.band} of ${first.length}. Down to its end ${count(cutBand.cumulativeEvents)} of ` +
      `${count(all.part.events)} ${brief.decision.words.events} (${percent(cutBand.capture)} %) lie in ` +
      `${percent(cutBand.cumulativeRecords / all.part.records)} % of the ${brief.decision.words.records}; the band itself has ` +
      `${fixed(cutBand.lift, 2)} times the event rate.`
    );
  });

  function ask(event: Event & { currentTarget: HTMLInputElement }) {
    const wanted = Number(event.currentTarget.value);
    wrong =
      Number.isInteger(wanted) && wanted >= LEAST && wanted <= MOST
        ? null
        : `“${event.currentTarget.value}” bands cannot be shown; ask for ${LEAST} to ${MOST}`;
    if (wrong === null) layout.change({ bands: wanted });
  }

  const words = (band: BandRow) => `${count(band.events)} of ${count(band.records)}${band.tied ? ' *' : ''}`;
  const trained = (view: BandsView, band: BandRow) => view.training?.[band.band - 1] ?? null;

  let table: HTMLTableElement;
  const pinned = () => ({
    kind: 'TABLE' as const,
    chapter: 'comparison' as const,
    title: `Bands of ${views.map((v) => v.name).join(', ')}, validation`,
    reading,
    drawing: null,
    cells: cellsOf(table),
  });
</script>

<section class="mt-4" aria-label="Band table" {@attach pins.pinnable(pinned)}>
  <div class="mb-1 flex items-center gap-2">
    <h2>Bands of {views.map((v) => v.name).join(', ') || row.name}</h2>
    <span class="quiet">{brief.decision.words.records} of validation, highest scores first</span>
    <label class="ml-auto quiet whitespace-nowrap">
      bands
      <Input
        class="field ml-1 w-[70px]! text-right"
        type="number"
        min={LEAST}
        max={MOST}
        aria-label="Number of bands"
        value={q}
        onchange={ask}
      />
    </label>
    <label class="quiet whitespace-nowrap"
      ><Checkbox checked={training} onchange={() => layout.change({ bandTraining: !training })} /> training beside</label
    >
    <Popover label="candidates" name="Candidates of the band table">
      {#each all.candidates as c (c.id)}
        <label
          ><Checkbox
            checked={ids.includes(c.id)}
            disabled={c.id === row.id}
            onchange={() =>
              (beside = beside.includes(c.id) ? beside.filter((id) => id !== c.id) : [...beside, c.id])}
          />
          {c.name}</label
        >
      {/each}
    </Popover>
    <a class="chip" href="/api/comparisons/bands.csv?{query}" download>CSV</a>
    <a class="chip" href="/api/comparisons/bands.xlsx?{query}" download>XLSX</a>
    {#if brief.right !== 'READ'}<a class="chip" href="/api/comparisons/{brief.id}/scores.csv" download
        >scored records CSV</a
      >{/if}
    <Button class="chip" title="Pin to the report ( . )" onclick={() => pins.offer(pinned())}
      >pin table</Button
    >
  </div>
  {#if wrong}<p class="refusal" role="alert">{wrong}</p>{/if}
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  <div class="overflow-x-auto">
    <Table
      class="plain"
      {@attach (found) => void (table = found as HTMLTableElement)}
      data-bands={views.length > 0 ? first.length : null}
    >
      <thead>
        {#if several}
          <tr>
            <th><span class="sr-only">Ranks</span></th><th><span class="sr-only">Cut</span></th>
            {#each views as view (view.candidate)}
              <th class="name" colspan={training ? 4 : 3}>
                <i style:background={desk.colour(all.candidates.find((c) => c.id === view.candidate)!)}
                ></i>{view.name}
              </th>
            {/each}
          </tr>
        {/if}
        <tr>
          <th class="n">Band</th>
          {#if several}
            <th class="n">{brief.decision.words.records}</th>
            {#each views as view (view.candidate)}
              <th class="n first">{brief.decision.words.events}</th><th class="n">Lift</th><th class="n"
                >Capture so far %</th
              >
              {#if training}<th class="n">Lift, training</th>{/if}
            {/each}
          {:else}
            <th class="n">{brief.decision.words.events} of {brief.decision.words.records}</th>
            <th class="n">Event rate %</th>
            {#if training}<th class="n">Rate, training %</th>{/if}
            <th class="n">Lift</th>
            {#if training}<th class="n">Lift, training</th>{/if}
            <th class="n">Capture so far %</th>
            {#if training}<th class="n">Capture, training %</th>{/if}
            <th class="n">Lift so far</th><th class="n">Highest score</th><th class="n">Lowest score</th>
          {/if}
        </tr>
      </thead>
      <tbody>
        {#each first as band, i (band.band)}
          <tr
            class:acted={band.to <= desk.records}
            class:partly={band.from < desk.records && band.to > desk.records}
            data-band={band.band}
          >
            <td class="n">{band.band}</td>
            {#if several}
              <td class="n">{count(band.records)}</td>
              {#each views as view (view.candidate)}
                {@const own = nth(view.validation, i)}
                <td class="n first">{count(own.events)}{own.tied ? ' *' : ''}</td>
                <td class="n">{fixed(own.lift, 2)}</td>
                <td class="n">{percent(own.capture)}</td>
                {#if training}<td class="n quiet">{fixed(trained(view, band)?.lift ?? null, 2)}</td>{/if}
              {/each}
            {:else}
              {@const dashed = trained(nth(views, 0), band)}
              <td class="n" data-figure="events">{words(band)}</td>
              <td class="n" data-figure="eventRate">{rate(band.eventRate)}</td>
              {#if training}<td class="n quiet">{rate(dashed?.eventRate ?? null)}</td>{/if}
              <td class="n" data-figure="lift">{fixed(band.lift, 2)}</td>
              {#if training}<td class="n quiet">{fixed(dashed?.lift ?? null, 2)}</td>{/if}
              <td class="n" data-figure="capture">{percent(band.capture)}</td>
              {#if training}<td class="n quiet">{percent(dashed?.capture ?? null)}</td>{/if}
              <td class="n" data-figure="cumulativeLift">{fixed(band.cumulativeLift, 2)}</td>
              <td class="n" data-figure="highestScore">{score(band.highestScore)}</td>
              <td class="n" data-figure="lowestScore">{score(band.lowestScore)}</td>
            {/if}
          </tr>
        {/each}
      </tbody>
    </Table>
  </div>
  {#if tied}<p class="quiet mt-1">
      * A group of equal scores straddles a boundary of the band; its {brief.decision.words.events} are shared out.
    </p>{/if}
  <p class="reading">{reading}</p>
</section>

<style>
  tr.acted td:first-child {
    box-shadow: inset 3px 0 0 var(--color-cut);
  }
  tr.partly td:first-child {
    box-shadow: inset 3px 0 0 var(--color-cut-edge);
  }
  .name,
  .first {
    border-left: 1px solid var(--color-rule);
  }
  .name i {
    display: inline-block;
    width: 10px;
    height: 4px;
    margin-right: 5px;
    vertical-align: middle;
  }
</style>
