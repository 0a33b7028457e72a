<script lang="ts">
  import { onMount } from 'svelte';
  import type {
    ArrivalView as Arrival,
    BriefView as Brief,
    DatasetView as Dataset,
    ReportHead,
  } from '../api/schema';
  import { get, post, remove } from '../lib/api';
  import { arrive } from '../lib/arrive';
  import { count, rate as rareRate } from '../lib/format';
  import { navigate } from '../lib/routes';
  import { session } from '../lib/session.svelte';

  let briefs = $state.raw<Brief[] | null>(null);
  let datasets = $state.raw<Dataset[]>([]);
  let waiting = $state.raw<ReportHead[]>([]);
  let refusal = $state<string | null>(null);
  let arrivals = $state.raw<Arrival[]>([]);
  let dragging = $state(false);

  onMount(async () => {
    try {
      [briefs, datasets, waiting] = await Promise.all([
        get<Brief[]>('/briefs'),
        get<Dataset[]>('/datasets'),
        get<ReportHead[]>('/reports/waiting'),
      ]);
      if (session.analyst) arrivals = await get<Arrival[]>('/arrivals');
    } catch (e) {
      refusal = (e as Error).message;
    }
  });

  function rate(brief: Brief): string {
    const open = brief.split?.parts.filter((p) => p.events !== null) ?? [];
    const records = open.reduce((sum, p) => sum + p.records, 0);
    const events = open.reduce((sum, p) => sum + (p.events ?? 0), 0);
    return records ? `${rareRate(events / records)} %` : '–';
  }

  function stage(brief: Brief): string {
    if (brief.progress.signOff) return 'Sign-off';
    if (brief.progress.fitted > 0) return 'Compare';
    if (brief.split) return 'Candidates';
    return brief.decision.outcome?.column ? 'Data' : 'Brief';
  }

  async function start(datasetId: number) {
    const brief = await post<Brief>('/briefs', { datasetId });
    await navigate('/briefs/:id', { params: { id: String(brief.id) } });
  }

  async function bring(files: FileList | null | undefined) {
    const file = files?.[0];
    if (!file) return;
    refusal = null;
    try {
      const arrival = await arrive(file, null);
      await navigate('/files/:id', { params: { id: String(arrival.id) } });
    } catch (e) {
      refusal = `${file.name}: ${(e as Error).message}`;
    }
  }

  async function discard(arrival: Arrival) {
    try {
      await remove(`/arrivals/${arrival.id}`);
      arrivals = arrivals.filter((a) => a.id !== arrival.id);
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  function standing(arrival: Arrival): string {
    const share = Math.floor((100 * arrival.received) / arrival.bytes);
    if (arrival.message)
      return arrival.received < arrival.bytes ? `${arrival.message} ${share} % is here.` : arrival.message;
    if (arrival.state === 'READING') return 'is being read';
    if (arrival.state === 'STORED') return 'is a newer delivery: see what it changes';
    return arrival.received < arrival.bytes ? `${share} % of it is here` : 'is here, not read yet';
  }
</script>

<svelte:document
  ondragover={(e) => {
    if (!session.analyst) return;
    e.preventDefault();
    dragging = true;
  }}
  ondragleave={(e) => e.relatedTarget === null && (dragging = false)}
  ondrop={(e) => {
    if (!session.analyst) return;
    e.preventDefault();
    dragging = false;
    void bring(e.dataTransfer?.files);
  }}
/>

<header class="flex h-12 items-center gap-4 border-b px-[18px]">
  <b class="font-serif text-[16px] font-semibold">Outrider</b>
  <span class="font-serif text-[14px] italic quiet">Briefs: one decision about one outcome each</span>
  <span class="ml-auto flex gap-2">
    <a class="chip" href="/policy">policy</a>
    <a class="chip" href="/trail">audit trail</a>
    {#if session.has('administrator')}<a class="chip" href="/accounts">accounts</a>{/if}
  </span>
  <span class="quiet">{session.me?.name} · {session.me?.roles.join(', ')}</span>
  <button class="chip" onclick={() => session.leave()}>sign out</button>
</header>

<main class="mx-auto max-w-5xl p-6">
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  {#if waiting.length > 0}
    <section class="sheet mb-5 p-4" aria-label="Waiting for you">
      <h2>Waiting for you</h2>
      {#each waiting as report (report.id)}
        <a
          class="waiting"
          href={report.state === 'WAITING' ? `/reports/${report.id}` : `/briefs/${report.briefId}/sign-off`}
        >
          <b>{report.question}</b>
          <span class="quiet"
            >report {report.id} on {report.brief}, {report.state === 'WAITING'
              ? `submitted by ${report.issuedBy}: decide on it`
              : `${report.words} Answer it`}</span
          >
        </a>
      {/each}
    </section>
  {/if}
  {#if briefs === null}
    <p class="quiet">Loading the briefs …</p>
  {:else if briefs.length === 0}
    <p class="reading">There is no brief yet. Bring a file to begin with.</p>
  {:else}
    <table class="plain">
      <thead>
        <tr>
          <th>Brief</th><th>Outcome</th><th class="n">Records</th><th class="n">Event rate</th>
          <th class="n">Candidates</th><th>Stage reached</th><th>Sign-off</th>
        </tr>
      </thead>
      <tbody>
        {#each briefs as brief (brief.id)}
          <tr>
            <td class="max-w-xs">
              <a class="font-semibold hover:underline" href={`/briefs/${brief.id}`}>{brief.decision.name}</a>
              {#if brief.edition.number > 1}<span class="quiet">edition {brief.edition.number}</span>{/if}
              {#if brief.edition.nextId !== null}<span class="quiet">· goes on in a later edition</span>{/if}
              <small class="sub">{brief.decision.question}</small>
            </td>
            <td
              >{brief.decision.outcome?.column ?? '–'}<small class="sub"
                >{brief.decision.outcome?.events.join(', ')}</small
              ></td
            >
            <td class="n">{count(brief.data.records)}</td>
            <td class="n">{rate(brief)}</td>
            <td class="n">{brief.progress.fitted}</td>
            <td>{stage(brief)}</td>
            <td>{brief.progress.signOff ?? 'none yet'}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}

  {#if session.analyst}
    {#if arrivals.length > 0}
      <section class="mt-6" aria-label="Files on their way in">
        <h2>Files on their way in</h2>
        {#each arrivals as arrival (arrival.id)}
          <div class="mt-1 flex items-baseline gap-3">
            <b>{arrival.name}</b>
            <span class:alarm={arrival.state === 'INTERRUPTED'}
              >{arrival.state === 'INTERRUPTED' ? '▲ ' : ''}{standing(arrival)}</span
            >
            <a class="chip" href={`/files/${arrival.id}`}>{arrival.state === 'READING' ? 'look' : 'resume'}</a
            >
            {#if arrival.state !== 'READING'}<button class="chip" onclick={() => discard(arrival)}
                >discard</button
              >{/if}
          </div>
        {/each}
      </section>
    {/if}
    <section class="sheet mt-6 p-4" class:dropping={dragging}>
      <h2>A new brief</h2>
      <div class="mt-2 flex flex-wrap items-center gap-3">
        <label class="action cursor-pointer">
          Bring a file
          <input class="sr-only" type="file" onchange={(e) => bring(e.currentTarget.files)} />
        </label>
        <span class="quiet"
          >or drop it on this page: CSV or TSV, plain or gzip, or Parquet; one record a line</span
        >
      </div>
      {#if datasets.length > 0}
        <p class="mt-3 quiet">
          or begin again on a file that is here:
          {#each datasets.slice(0, 6) as dataset (dataset.id)}
            <button class="chip ml-1" onclick={() => start(dataset.id)}>
              {dataset.name} · {count(dataset.records)}
            </button>
          {/each}
        </p>
      {/if}
    </section>
  {/if}
</main>

<style>
  .waiting {
    display: block;
    margin-top: 6px;
    padding: 4px 0 4px 10px;
    border-left: 3px solid var(--color-cut);
  }
  .waiting:hover b {
    text-decoration: underline;
  }
  .waiting b {
    display: block;
    font: 600 15px/1.3 var(--font-serif);
  }
  .dropping {
    border-color: var(--color-spruce);
    background: var(--color-spruce-wash);
  }
</style>
