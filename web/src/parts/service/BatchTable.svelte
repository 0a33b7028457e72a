<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import type { DatasetView as Dataset, FollowBatchView as Batch } from '../../api/schema';
  import { desk } from '../../lib/desk.svelte';
  import { count, counted, percent } from '../../lib/format';
  import Choice from '../Choice.svelte';
  import FileButton from '../FileButton.svelte';

  interface Props {
    batches: Batch[];
    datasets: Dataset[];
    bring: (dataset: string, day: string) => Promise<boolean>;
    outcomes: (batch: Batch, dataset: string) => Promise<boolean>;
    arrived: (file: File, told: (words: string) => void) => Promise<number | null>;
  }
  /** Later files and their outcomes: listed, brought, dropped. */
  let { batches, datasets, bring, outcomes, arrived }: Props = $props();

  let dataset = $state('');
  let later = $state('');
  let day = $state('');
  let coming = $state<string | null>(null);
  let dragging = $state(false);
  let whole = $state(false);

  const LISTED = 12;

  async function take(file: File, outcome: boolean) {
    coming = `${file.name}: sending`;
    const found = await arrived(file, (words) => (coming = `${file.name}: ${words}`));
    coming = null;
    if (found === null) return;
    if (outcome) later = String(found);
    else dataset = String(found);
  }
</script>

<section
  class="sheet px-3 py-2"
  class:dropping={dragging}
  aria-label="Batches"
  ondragover={(e) => {
    if (!desk.works) return;
    e.preventDefault();
    dragging = true;
  }}
  ondragleave={() => (dragging = false)}
  ondrop={(e) => {
    if (!desk.works) return;
    e.preventDefault();
    e.stopPropagation();
    dragging = false;
    const file = e.dataTransfer?.files[0];
    if (file) void take(file, false);
  }}
>
  <h2>
    Batches <span class="quiet font-normal"
      >later files, scored by the release and held against what was signed</span
    >
  </h2>
  {#if batches.length > 0}
    <Table class="plain mt-1">
      <thead
        ><tr
          ><th>Day</th><th>File</th><th class="n">Version</th><th class="n">Records</th><th class="n"
            >To act on, %</th
          ><th class="n">Outcomes, %</th><th class="n">Capture, %</th><th
            ><span class="sr-only">Outcomes that came later</span></th
          ></tr
        ></thead
      >
      <tbody>
        {#each [...batches].reverse().slice(0, whole ? undefined : LISTED) as b (b.id)}
          {@const f = b.figures}
          <tr>
            <td>{b.day}</td>
            <td class="max-w-[180px] truncate" title={b.file}
              >{b.file}{#if b.notice}<small class="sub whitespace-normal">{b.notice}</small
                >{/if}{#if b.message}<small class="sub alarm">▲ {b.message}</small
                >{/if}{#if b.unmatched}<small class="sub"
                  >{count(b.unmatched)} outcomes of no record of it</small
                >{/if}{#if b.repeated}<small class="sub alarm"
                  >▲ {counted(b.repeated, 'record repeats', 'records repeat')} an identifier and {b.repeated ===
                  1
                    ? 'counts'
                    : 'count'} again</small
                >{/if}{#if b.contradictory}<small class="sub alarm"
                  >▲ <a class="underline" href={`/api/follow/${b.id}/contradictions.csv`} download
                    >{count(b.contradictory)} came twice and differ</a
                  >; the last counts</small
                >{/if}</td
            >
            <td class="n">{b.version}</td>
            <td class="n">{f ? count(f.records) : `${b.status} …`}</td>
            <td class="n">{f ? percent(f.acted / f.records) : '–'}</td>
            <td class="n"
              >{f ? percent(f.known / f.records) : '–'}{#if f?.early && f.known > 0}<small
                  class="sub"
                  title="The signed plan waits for more outcomes before a batch is judged">too early</small
                >{:else if b.few}<small
                  class="sub"
                  title="With fewer than 20 events or others a batch is not judged by itself; it counts along the batches"
                  >few events</small
                >{/if}{#if b.late > 0}<small class="sub">{count(b.late)} came later</small>{/if}</td
            >
            <td class="n"
              >{percent(
                f?.figures?.capture.value ?? null,
              )}{#if f?.differences && !f.differences.capture.holds}<small class="sub alarm"
                  >▲ has fallen</small
                >{/if}</td
            >
            <td class="text-right"
              >{#if desk.works && f && later}<Button
                  class="chip"
                  onclick={async () => (await outcomes(b, later)) && (later = '')}>add these outcomes</Button
                >{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </Table>
    {#if batches.length > LISTED && !whole}
      <Button class="chip mt-1" onclick={() => (whole = true)}>all {count(batches.length)} batches</Button>
    {/if}
  {/if}
  {#if desk.works}
    <form
      class="mt-2 flex flex-wrap items-center gap-2"
      onsubmit={async (e) => {
        e.preventDefault();
        if (await bring(dataset, day)) dataset = '';
      }}
    >
      <span class="w-[76px] quiet">a batch</span>
      <span
        ><FileButton
          label="bring a file"
          title="or drop it here"
          bring={(file) => void take(file, false)}
        /></span
      >
      {@render files('File of the batch', 'or one brought already …', dataset, (at) => (dataset = at))}
      <Input class="field" type="date" required aria-label="Day of the batch" bind:value={day} />
      <Button class="chip" type="submit" disabled={dataset === ''}>add as a batch</Button>
    </form>
    {#if batches.length > 0}
      <div class="mt-1 flex flex-wrap items-center gap-2">
        <span class="w-[76px] quiet">outcomes</span>
        <span
          ><FileButton
            label="bring outcomes"
            title="a file with the identifier and the outcome"
            bring={(file) => void take(file, true)}
          /></span
        >
        {@render files('File of outcomes', 'or one brought already …', later, (at) => (later = at))}
        {#if later}<span class="quiet">say above of which batch they are</span>{/if}
      </div>
    {/if}
    {#if coming}<p class="quiet mt-1" role="status">{coming}</p>{/if}
  {/if}
</section>

{#snippet files(label: string, none: string, value: string, chosen: (at: string) => void)}
  <Choice class="field max-w-[230px]" aria-label={label} {value} onpick={chosen}>
    <option value="">{none}</option>
    {#each datasets as d (d.id)}<option value={String(d.id)}>{d.name} · {count(d.records)}</option>{/each}
  </Choice>
{/snippet}

<style>
  .dropping {
    border-color: var(--color-spruce);
    background: var(--color-spruce-wash);
  }
</style>
