<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Fileupload from 'flowbite-svelte/Fileupload.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import Choice from '../Choice.svelte';
  import { onMount } from 'svelte';
  import type {
    UploadView as Upload,
    BriefView as Brief,
    CandidateView as Candidate,
    DatasetView as Dataset,
    FitView as ListFit,
    ListView as ScoredList,
  } from '../../api/schema';
  import { get, post, remove, sendBytes } from '../../lib/api';
  import { arrive } from '../../lib/arrive';
  import { active } from '../../lib/candidates';
  import { count, percent } from '../../lib/format';
  import { poll } from '../../lib/poll';
  import { desk } from '../../lib/desk.svelte';
  import State from './State.svelte';

  let { brief, candidate }: { brief: Brief; candidate: Candidate } = $props();

  let datasets = $state.raw<Dataset[]>([]);
  let lists = $state.raw<ScoredList[]>([]);
  let chosen = $state<number | null>(null);
  let reasons = $state(3);
  let fit = $state.raw<ListFit | null>(null);
  let coming = $state<string | null>(null);
  let refusal = $state<string | null>(null);

  onMount(() => {
    void attempt(load);
    return poll(
      () => void load(),
      () => lists.some(active),
    );
  });

  async function load() {
    lists = (await get<ScoredList[]>(`/lists?brief=${brief.id}`)).filter(
      (l) => l.candidateId === candidate.id,
    );
    datasets = await get<Dataset[]>('/datasets');
  }

  async function attempt(work: () => Promise<unknown>) {
    try {
      await work();
      refusal = null;
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  function choose(id: number) {
    chosen = id;
    fit = null;
    void attempt(async () => {
      fit = await get<ListFit>(`/lists/fit?candidate=${candidate.id}&dataset=${id}`);
    });
  }

  async function bring(file: File) {
    await attempt(async () => {
      coming = 'sending';
      const upload = await arrive(file, null);
      await sendBytes(`/uploads/${upload.id}/bytes`, file, 0, (sent) => {
        coming = `sent ${percent(sent / file.size)} %`;
      }).done;
      const here = await get<Upload>(`/uploads/${upload.id}`);
      await post(`/uploads/${upload.id}/read`);
      let now = here;
      while (now.state !== 'STORED' && now.state !== 'FAILED' && now.state !== 'INTERRUPTED') {
        await new Promise((done) => setTimeout(done, 300));
        now = await get<Upload>(`/uploads/${upload.id}`);
        coming = now.step ?? 'reading';
      }
      if (now.state !== 'STORED' || now.datasetId === null)
        throw new Error(now.message ?? 'the file was not read');
      await load();
      choose(now.datasetId);
    });
    coming = null;
  }

  async function start() {
    await attempt(async () => {
      await post(`/lists?candidate=${candidate.id}&dataset=${chosen}&reasons=${reasons}`);
      chosen = null;
      fit = null;
      await load();
    });
  }
</script>

<section aria-label="Score a list">
  <div class="mb-1 flex flex-wrap items-center gap-3">
    <h2>Score a list</h2>
    <a class="chip" href="/api/lists/recipe/{candidate.id}" download>recipe for ./outrider score</a>
  </div>
  {#if desk.works}
    <div class="sheet mb-2 flex flex-wrap items-end gap-4 p-3">
      <label class="quiet"
        >a file brought already
        <Choice class="field block w-72" value={chosen ?? ''} onpick={(to) => to && choose(Number(to))}>
          <option value="">choose</option>
          {#each datasets as d (d.id)}<option value={d.id}>{d.name} · {count(d.records)} records</option
            >{/each}
        </Choice>
      </label>
      <label class="action plain cursor-pointer"
        >or bring a new one
        <Fileupload
          class="sr-only"
          aria-label="list to score"
          onchange={(e) => e.currentTarget.files?.[0] && bring(e.currentTarget.files[0])}
        />
      </label>
      {#if coming}<span class="quiet">{coming} …</span>{/if}
      <label class="quiet"
        >reasons for each
        <Choice class="field block w-24" bind:value={reasons}>
          {#each [0, 1, 2, 3, 4, 5] as n (n)}<option value={n}>{n === 0 ? 'none' : n}</option>{/each}
        </Choice>
      </label>
      <Button class="action ml-auto" disabled={!fit || fit.missing.length > 0} onclick={start}
        >Score it</Button
      >
    </div>
  {/if}
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  {#if fit}
    {#if fit.missing.length > 0}
      <p class="alarm">
        ▲ The list lacks what {candidate.name} reads: {fit.missing.join(', ')}. Bring a list that has it.
      </p>
    {/if}
    <p class="reading">
      {count(fit.records)}
      {fit.records === 1 ? 'record' : 'records'}; {fit.identifier
        ? `named by ${fit.identifier}`
        : 'numbered, as no identifier is there'};
      {fit.outcomeKnown ? 'the outcome is there and plays no part' : 'without outcome'}.
      {#if fit.reread.length > 0}Read as in training: {fit.reread.join(', ')}.{/if}
      {#if fit.unused.length > 0}Not used: {fit.unused.slice(0, 8).join(', ')}{fit.unused.length > 8
          ? ` and ${fit.unused.length - 8} more`
          : ''}.{/if}
      At the cut it {fit.cut}.
    </p>
  {/if}
  {#if lists.length > 0}
    <Table class="plain" aria-label="Scored lists">
      <thead
        ><tr
          ><th>File</th><th class="n">Records</th><th class="n">To act on</th><th>State</th><th
            ><span class="sr-only">Files and ways</span></th
          ></tr
        ></thead
      >
      <tbody>
        {#each lists as l (l.id)}
          <tr>
            <td class="max-w-[260px] truncate" title="{l.file}; {l.cut}"
              >{l.file}{#if l.reasons > 0}<small class="sub"
                  >with {l.reasons} {l.reasons === 1 ? 'reason' : 'reasons'} each</small
                >{/if}</td
            >
            <td class="n">{count(l.records)}</td>
            <td class="n"
              >{l.acted === null ? '–' : count(l.acted)}{#if l.acted !== null}<small class="sub"
                  >{percent(l.acted / l.records)} %{l.notMeant
                    ? `; ${count(l.notMeant)} not meant`
                    : ''}</small
                >{/if}</td
            >
            <td
              ><State
                status={l.status}
                progress={l.progress}
                step={l.step}
                message={l.message}
                done="scored"
              /></td
            >
            <td class="whitespace-nowrap text-right">
              {#if l.status === 'done' && desk.seesRecords}
                <a class="chip" href="/api/lists/{l.id}/scored.csv" download>CSV</a>
                <a class="chip" href="/api/lists/{l.id}/scored.parquet" download>Parquet</a>
              {/if}
              {#if desk.works}
                {#if active(l)}
                  <Button class="chip" onclick={() => attempt(() => post(`/lists/${l.id}/stop`)).then(load)}
                    >stop</Button
                  >
                {:else}
                  <Button class="chip" onclick={() => attempt(() => remove(`/lists/${l.id}`)).then(load)}
                    >remove</Button
                  >
                {/if}
              {/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </Table>
  {:else}
    <p class="quiet">
      No list scored yet. Out comes identifier, score, band, whether to act at the cut, and the columns that
      raised each score most, in the words that Data keeps for them.
    </p>
  {/if}
</section>
