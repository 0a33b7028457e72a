<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import { onMount } from 'svelte';
  import type { UploadView as Upload, SourcePreview } from '../api/schema';
  import { Typed } from '../lib/typed.svelte';
  import { get, post } from '../lib/api';
  import { navigate } from '../lib/routes';
  import Choice from '../parts/Choice.svelte';

  /** A table copied out of a database that the administrator has named. */
  let names = $state.raw<string[] | null>(null);
  let source = $state('');
  const query = new Typed('query');
  let name = $state('');
  let preview = $state.raw<{ of: string; found: SourcePreview } | null>(null);
  let asking = $state(false);
  let refusal = $state<string | null>(null);

  const asked = $derived(JSON.stringify([source, query.value.trim()]));
  const current = $derived(preview?.of === asked ? preview.found : null);

  onMount(() =>
    attempt(async () => {
      names = await get<string[]>('/sources');
      source = names[0] ?? '';
    }),
  );

  async function attempt(work: () => Promise<void>) {
    asking = true;
    refusal = null;
    try {
      await work();
    } catch (e) {
      refusal = (e as Error).message;
    } finally {
      asking = false;
    }
  }

  const look = () =>
    attempt(async () => {
      const of = asked;
      preview = { of, found: await post<SourcePreview>('/sources/preview', { source, query: query.value }) };
    });

  const copy = () =>
    attempt(async () => {
      const upload = await post<Upload>('/sources/copy', { source, query: query.value, name: name.trim() });
      await navigate('/files/:id', { params: { id: String(upload.id) } });
    });
</script>

<header class="flex h-12 items-center gap-4 border-b px-[18px]">
  <a class="font-serif text-[16px] font-semibold" href="/">Outrider</a>
  <h1 class="question quiet">A table out of a database</h1>
</header>

<main class="mx-auto max-w-[1180px] p-6">
  {#if names?.length === 0}
    <p class="reading">
      No database is named here. Whoever keeps the server names one in its file of sources; until then, bring
      a file on <a class="underline" href="/">the list of briefs</a>.
    </p>
  {:else if names}
    <div class="flex flex-wrap items-end gap-3">
      <label
        >database <Choice class="field block" bind:value={source}>
          {#each names as one (one)}<option value={one}>{one}</option>{/each}
        </Choice></label
      >
      <span class="quiet pb-1.5"
        >The query is kept with the brief; its answer is copied once, so that everything repeats.</span
      >
    </div>
    <label class="mt-3 block" for="query">query</label>
    <Textarea
      id="query"
      class="field w-full font-mono"
      rows={8}
      spellcheck="false"
      placeholder="select member_no, joined_on, rides, renewal from desk.members where notice_on >= '2025-01-01'"
      bind:value={query.value}
    />
    <div class="mt-2 flex flex-wrap items-center gap-3">
      <Button class="action plain" disabled={asking || query.value.trim() === ''} onclick={look}
        >Show the first records</Button
      >
      <Input
        class="field w-56!"
        maxlength={200}
        placeholder="what the copy is called"
        aria-label="Name of the copy"
        bind:value={name}
      />
      <Button class="action" disabled={asking || current === null || name.trim() === ''} onclick={copy}
        >Copy all of it</Button
      >
      {#if asking}<span class="quiet" role="status">asking {source} …</span>{/if}
    </div>
  {/if}
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  {#if current}
    <p class="quiet mt-3 mb-1">{current.names.length} columns, first {current.rows.length} records:</p>
    <div class="sheet max-h-[380px] overflow-auto">
      <Table class="plain border-0!" aria-label="First records">
        <thead
          ><tr
            >{#each current.names as head, i (i)}<th class="max-w-[180px] truncate">{head}</th>{/each}</tr
          ></thead
        >
        <tbody>
          {#each current.rows as row, r (r)}
            <tr
              >{#each row as text, i (i)}<td
                  class="max-w-[180px] truncate whitespace-nowrap"
                  title={text ?? ''}>{text ?? ''}</td
                >{/each}</tr
            >
          {/each}
        </tbody>
      </Table>
    </div>
  {/if}
</main>
