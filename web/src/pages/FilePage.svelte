<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Fileupload from 'flowbite-svelte/Fileupload.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import ColumnPick from '../parts/files/ColumnPick.svelte';
  import { MANNERS, type Manner } from '../parts/files/formats';
  import Done from '../parts/Done.svelte';
  import { onMount, untrack } from 'svelte';
  import type { UploadView as Upload, BriefView as Brief, RefreshChange } from '../api/schema';
  import { get, post, put, remove, sendBytes } from '../lib/api';
  import { held } from '../lib/arrive';
  import { count, counted } from '../lib/format';
  import { navigate, route } from '../lib/routes';

  const id = $derived(Number(route.params.id));
  let upload = $state.raw<Upload | null>(null);
  let refusal = $state<string | null>(null);
  let sending = $state<{ bytes: number; stop: () => void } | null>(null);
  let changes = $state.raw<RefreshChange[] | null>(null);
  let replaced = $state.raw<Brief | null>(null);
  let timer: ReturnType<typeof setTimeout> | undefined;
  let began = 0;

  /** columns of a preview */
  const SHOWN = 100;
  onMount(() => {
    void open();
    return () => clearTimeout(timer);
  });

  async function attempt(work: () => Promise<void>) {
    try {
      await work();
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  const open = () =>
    attempt(async () => {
      upload = await get<Upload>(`/uploads/${id}`);
      const file = held.get(id);
      if (upload.received < upload.bytes && file) await send(file);
      else await follow();
    });

  async function send(file: File) {
    refusal = null;
    if (file.name !== upload!.name || file.size !== upload!.bytes) {
      refusal = `This is ${file.name} with ${count(file.size)} bytes. Bring ${upload!.name} with ${count(upload!.bytes)} bytes, or discard it.`;
      return;
    }
    held.set(id, file);
    const sent = sendBytes(`/uploads/${id}/bytes`, file, upload!.received, (bytes) => {
      if (sending) sending = { ...sending, bytes };
    });
    sending = { bytes: upload!.received, stop: sent.stop };
    try {
      await sent.done;
      held.delete(id);
    } catch (e) {
      refusal = (e as Error).message;
    } finally {
      sending = null;
      upload = await get<Upload>(`/uploads/${id}`);
    }
  }

  /** Asks again while the file is read, and goes on when it is stored. */
  async function follow() {
    const was = upload;
    clearTimeout(timer);
    if (was?.state === 'READING') {
      timer = setTimeout(
        () =>
          attempt(async () => {
            upload = await get<Upload>(`/uploads/${id}`);
            await follow();
          }),
        400,
      );
    } else if (was?.state === 'STORED' && was.datasetId !== null) {
      if (was.briefId === null) {
        const brief = await post<Brief>('/briefs', { datasetId: was.datasetId });
        await remove(`/uploads/${id}`);
        await navigate('/briefs/:id', { params: { id: String(brief.id) } });
      } else {
        replaced = await get<Brief>(`/briefs/${was.briefId}`);
        changes = await get<RefreshChange[]>(`/briefs/${was.briefId}/refresh/${was.datasetId}`);
      }
    }
  }

  const read = () =>
    attempt(async () => {
      refusal = null;
      began = Date.now();
      upload = await post<Upload>(`/uploads/${id}/read`);
      await follow();
    });

  const stop = () =>
    attempt(async () => {
      await post(`/uploads/${id}/stop`);
    });

  /** Changes some of how it is read; the rest stays. */
  const choose = (change: Manner) =>
    attempt(async () => {
      const now = upload?.preview;
      upload = await put<Upload>(`/uploads/${id}/manner`, {
        dialect: now?.dialect ?? null,
        sheet: now?.sheet ?? null,
        columns: now?.chosen ?? null,
        ...change,
      });
      refusal = null;
    });

  const discard = () =>
    attempt(async () => {
      const dataset = upload?.datasetId ?? null;
      const back = upload?.briefId ?? null;
      await remove(`/uploads/${id}`);
      if (dataset !== null) await remove(`/datasets/${dataset}`);
      held.delete(id);
      await navigate((back === null ? '/' : `/briefs/${back}/data`) as '/');
    });

  const take = () =>
    attempt(async () => {
      const brief = await post<Brief>(`/briefs/${upload!.briefId}/refresh/${upload!.datasetId}`);
      await remove(`/uploads/${id}`);
      await navigate(`/briefs/${brief.id}/data` as '/');
    });

  const megabytes = (bytes: number) =>
    bytes < 1_000_000 ? `${count(Math.round(bytes / 1000))} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;
  const left = $derived.by(() => {
    if (!upload || upload.state !== 'READING' || upload.progress < 0.05 || began === 0) return '';
    const seconds = untrack(() => (Date.now() - began) / 1000) * (1 / upload.progress - 1);
    return seconds < 1.5 ? 'nearly done' : `about ${Math.ceil(seconds)} s left`;
  });
  const grave = $derived(changes?.some((c) => c.grave) ?? false);
</script>

<header class="flex h-12 items-center gap-4 border-b px-[18px]">
  <a class="font-serif text-[16px] font-semibold" href="/">Outrider</a>
  <h1 class="question quiet">{upload ? upload.name : 'A file on its way in'}</h1>
  {#if upload}<span class="quiet ml-auto">{megabytes(upload.bytes)}</span>{/if}
</header>

<main class="mx-auto max-w-[1180px] p-6">
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  {#if upload === null}
    {#if !refusal}<p class="quiet">Opening the file …</p>{/if}
  {:else if sending}
    <h2 class="title">Sending {upload.name}</h2>
    <div class="mt-3 flex items-center gap-3">
      <Done class="w-96" share={sending.bytes / upload.bytes} of="sending" />
      <span>{megabytes(sending.bytes)} of {megabytes(upload.bytes)}</span>
      <Button class="action plain" onclick={() => sending?.stop()}>Stop</Button>
    </div>
  {:else if upload.received < upload.bytes}
    <h2 class="title">{megabytes(upload.received)} of {megabytes(upload.bytes)} have arrived</h2>
    {#if upload.message}<p class="alarm mt-1">▲ {upload.message}</p>{/if}
    <p class="reading">Bring the same file to go on from there, or discard what is here.</p>
    <div class="flex gap-2">
      <label class="action cursor-pointer">
        Go on with the same file
        <Fileupload
          class="sr-only"
          onchange={(e) => e.currentTarget.files?.[0] && send(e.currentTarget.files[0])}
        />
      </label>
      <Button class="action plain" onclick={discard}>Discard it</Button>
    </div>
  {:else if upload.state === 'READING'}
    <h2 class="title">Reading {upload.name}</h2>
    <div class="mt-3 flex items-center gap-3">
      <Done class="w-96" share={upload.progress} of="reading" />
      <span>{upload.step ?? ''}</span>
      <span class="quiet">{left}</span>
      <Button class="action plain" onclick={stop}>Stop</Button>
    </div>
    <p class="reading">Nothing is stored until all of it is read; it can be stopped without a trace.</p>
  {:else if upload.state === 'STORED'}
    {#if replaced === null || changes === null}
      <p class="quiet">Comparing it with the file that it replaces …</p>
    {:else}
      <h2 class="title">What the newer file changes for {replaced.decision.name}</h2>
      <p class="reading">
        {#if changes.length === 0}Columns, levels and shares are as they were.
        {:else}{changes.length}
          {changes.length === 1 ? 'thing differs' : 'things differ'} from {replaced.data.name}. Values of its
          sealed reserve were not looked at.{/if}
        {#if replaced.progress.candidates > 0}Candidates exist, so the newer file goes into revision {replaced
            .revision.number + 1}; this one stays as it is.
        {:else if replaced.split}The split is to be made anew.{/if}
      </p>
      {#if changes.length > 0}
        <Table class="plain" aria-label="Changes">
          <thead><tr><th>Column</th><th>What changed</th><th>Before</th><th>Now</th></tr></thead>
          <tbody>
            {#each changes as change, i (i)}
              <tr>
                <td class="font-semibold">{change.column ?? 'the file'}</td>
                <td class:alarm={change.grave}>{change.grave ? '▲ ' : ''}{change.words}</td>
                <td>{change.before}</td>
                <td>{change.after}</td>
              </tr>
            {/each}
          </tbody>
        </Table>
      {/if}
      <div class="mt-3 flex gap-2">
        <Button class="action" onclick={take}>{grave ? 'Take it all the same' : 'Take this file'}</Button>
        <Button class="action plain" onclick={discard}>Discard it</Button>
      </div>
    {/if}
  {:else}
    {#if upload.message}
      <p class={upload.state === 'FAILED' ? 'refusal' : 'alarm'} role="alert">
        {upload.state === 'FAILED' ? '' : '▲ '}{upload.message}
      </p>
    {/if}
    {#if upload.refusal}<p class="refusal" role="alert">{upload.refusal}</p>{/if}
    {#if upload.preview}
      {@const preview = upload.preview}
      <h2 class="title">How it is read</h2>
      {@const Shown = MANNERS[preview.format]}
      {#if Shown}<div class="manner"><Shown {preview} {choose} /></div>{/if}
      {#if preview.names.length > preview.most || preview.chosen}<ColumnPick
          names={preview.names}
          chosen={preview.chosen}
          most={preview.most}
          choose={(columns) => choose({ columns })}
        />{/if}
      <p class="quiet mt-2 mb-1">
        {preview.names.length === 1 ? 'one column' : `${count(preview.names.length)} columns`}, {preview.rows
          .length === 1
          ? 'one record'
          : `the first ${counted(preview.rows.length, 'record')}`}{preview.names.length > SHOWN
          ? `; ${SHOWN} columns of them`
          : ''}:
      </p>
      <div class="sheet max-h-[420px] overflow-auto">
        <Table class="plain border-0!">
          <thead
            ><tr
              >{#each preview.names.slice(0, SHOWN) as name, i (i)}<th
                  class="sticky top-0 max-w-[180px] truncate bg-[var(--color-sheet)]"
                  title={name}>{name}</th
                >{/each}</tr
            ></thead
          >
          <tbody>
            {#each preview.rows as row, r (r)}
              <tr class:odd={row.length !== preview.names.length}>
                {#each row.slice(0, SHOWN) as text, i (i)}<td
                    class="max-w-[180px] truncate whitespace-nowrap"
                    title={text ?? ''}>{text ?? ''}</td
                  >{/each}
              </tr>
            {/each}
          </tbody>
        </Table>
      </div>
      {#if preview.rows.some((r) => r.length !== preview.names.length)}
        <p class="alarm mt-1">
          ▲ Some records have another number of fields than the header; the delimiter or the quote may be
          another.
        </p>
      {/if}
    {/if}
    <div class="mt-3 flex gap-2">
      <Button
        class="action"
        disabled={!upload.preview ||
          upload.preview.names.length === 0 ||
          (upload.preview.chosen?.length ?? upload.preview.names.length) > upload.preview.most}
        onclick={read}
        >{upload.state === 'INTERRUPTED' || upload.state === 'FAILED'
          ? 'Read it again'
          : 'Read the file'}</Button
      >
      <Button class="action plain" onclick={discard}>Discard it</Button>
    </div>
  {/if}
</main>

<style>
  .manner {
    font: 15px/2.2 var(--font-serif);
    margin: 4px 0 0;
  }
  .manner :global(select) {
    font-family: var(--font-sans);
    font-size: 13px;
  }
  tr.odd td {
    background: var(--color-doubtful);
  }
</style>
