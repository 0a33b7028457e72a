<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Fileupload from 'flowbite-svelte/Fileupload.svelte';
  import { onMount } from 'svelte';
  import type {
    UploadView as Upload,
    BriefView as Brief,
    DatasetView as Dataset,
    FollowReportView as FollowReport,
    NoticeView as Notice,
    ReportHead,
  } from '../api/schema';
  import { get, post, remove } from '../lib/api';
  import { arrive } from '../lib/arrive';
  import { count } from '../lib/format';
  import { navigate } from '../lib/routes';
  import { session } from '../lib/session.svelte';
  import BriefTable from '../parts/home/BriefTable.svelte';
  import WaitingForYou from '../parts/home/WaitingForYou.svelte';

  let datasets = $state.raw<Dataset[]>([]);
  let waiting = $state.raw<ReportHead[]>([]);
  let notices = $state.raw<Notice[]>([]);
  let followUps = $state.raw<FollowReport[]>([]);
  let refusal = $state<string | null>(null);
  let uploads = $state.raw<Upload[]>([]);
  let sources = $state.raw<string[]>([]);
  let dragging = $state(false);

  onMount(async () => {
    try {
      [datasets, waiting, notices, followUps] = await Promise.all([
        get<Dataset[]>('/datasets'),
        get<ReportHead[]>('/reports/waiting'),
        get<Notice[]>('/follow/notices'),
        get<FollowReport[]>('/follow/reports/waiting'),
      ]);
      if (session.analyst)
        [uploads, sources] = await Promise.all([get<Upload[]>('/uploads'), get<string[]>('/sources')]);
    } catch (e) {
      refusal = (e as Error).message;
    }
  });

  async function start(datasetId: number) {
    const brief = await post<Brief>('/briefs', { datasetId });
    await navigate('/briefs/:id', { params: { id: String(brief.id) } });
  }

  async function bring(files: FileList | null | undefined) {
    const file = files?.[0];
    if (!file) return;
    refusal = null;
    try {
      const upload = await arrive(file, null);
      await navigate('/files/:id', { params: { id: String(upload.id) } });
    } catch (e) {
      refusal = `${file.name}: ${(e as Error).message}`;
    }
  }

  async function discard(upload: Upload) {
    try {
      await remove(`/uploads/${upload.id}`);
      uploads = uploads.filter((a) => a.id !== upload.id);
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  function progressOf(upload: Upload): string {
    const share = Math.floor((100 * upload.received) / upload.bytes);
    if (upload.message)
      return upload.received < upload.bytes ? `${upload.message} ${share} % is here.` : upload.message;
    if (upload.state === 'READING') return 'is being read';
    if (upload.state === 'STORED') return 'is a newer file: see what it changes';
    return upload.received < upload.bytes ? `${share} % of it is here` : 'is here, not read yet';
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
  <h1 class="question quiet">Briefs: one decision about one outcome each</h1>
  <span class="ml-auto flex gap-2">
    <a class="chip" href="/policy">policy</a>
    {#if session.has('administrator')}
      <a class="chip" href="/trail">audit trail</a>
      <a class="chip" href="/accounts">accounts</a>
    {/if}
  </span>
  <a class="quiet" href="/account" title="Your account: sign-ins, password"
    >{session.me?.name} · {session.me?.roles.join(', ')}</a
  >
  <Button class="chip" onclick={() => session.leave()}>sign out</Button>
</header>

<main class="mx-auto max-w-[1232px] p-6">
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  <WaitingForYou reports={waiting} {notices} {followUps} />
  <BriefTable />

  {#if session.analyst}
    {#if uploads.length > 0}
      <section class="mt-6" aria-label="Files on their way in">
        <h2>Files on their way in</h2>
        {#each uploads as upload (upload.id)}
          <div class="mt-1 flex items-baseline gap-3">
            <b>{upload.name}</b>
            <span class:alarm={upload.state === 'INTERRUPTED'}
              >{upload.state === 'INTERRUPTED' ? '▲ ' : ''}{progressOf(upload)}</span
            >
            <a class="chip" href={`/files/${upload.id}`}>{upload.state === 'READING' ? 'look' : 'resume'}</a>
            {#if upload.state !== 'READING'}<Button class="chip" onclick={() => discard(upload)}
                >discard</Button
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
          <Fileupload class="sr-only" onchange={(e) => bring(e.currentTarget.files)} />
        </label>
        <span class="quiet"
          >or drop it on this page: CSV or TSV, plain or gzip, Parquet, or a sheet of an .xlsx workbook; one
          record a line</span
        >
        {#if sources.length > 0}<a class="chip" href="/sources">copy a table out of a database</a>{/if}
      </div>
      {#if datasets.length > 0}
        <p class="mt-3 quiet">
          or begin again on a file that is here:
          {#each datasets.slice(0, 6) as dataset (dataset.id)}
            <Button class="chip ml-1" onclick={() => start(dataset.id)}>
              {dataset.name} · {count(dataset.records)}
            </Button>
          {/each}
        </p>
      {/if}
    </section>
  {/if}
</main>

<style>
  .dropping {
    border-color: var(--color-spruce);
    background: var(--color-spruce-wash);
  }
</style>
