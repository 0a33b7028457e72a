<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import { onDestroy, untrack } from 'svelte';
  import type { BriefView as Brief, ColumnView as Column, JoinPreview, WantedJoin } from '../../api/schema';
  import { post } from '../../lib/api';
  import { count, counted } from '../../lib/format';
  import { Latest } from '../../lib/latest';
  import Choice from '../Choice.svelte';

  interface Props {
    brief: Brief;
    columns: Column[];
    /** the second file, with what was proposed for it */
    dataset: number;
    offered: JoinPreview;
    join: (wanted: WantedJoin) => void;
    cancel: () => void;
  }
  /** How a second file is joined, and what that would do. */
  let { brief, columns, dataset, offered, join, cancel }: Props = $props();

  const WAIT = 250;
  const first = untrack(() => offered);
  const taken = untrack(() => new Set(columns.map((c) => c.name)));
  let preview = $state.raw<JoinPreview>(first);
  let refusal = $state<string | null>(null);
  let pairs = $state<[string, string][]>(Object.entries(first.on ?? { '': '' }));
  let left = $state.raw<string[]>(first.columns.filter((c) => taken.has(c)));
  let prefix = $state('');
  let keep = $state<'' | 'FIRST' | 'LAST'>('');
  let by = $state('');

  const words = $derived(brief.decision.words);
  const found = $derived(preview.found);
  const here = $derived(
    columns.filter((c) => c.name !== brief.decision.outcome?.column && !c.setup.formula).map((c) => c.name),
  );
  const others = $derived(first.columns.filter((c) => !pairs.some(([, there]) => there === c)));
  const asked = $derived<WantedJoin>({
    datasetId: dataset,
    on: pairs.every(([a, b]) => a && b) ? Object.fromEntries(pairs) : null,
    columns: others.filter((c) => !left.includes(c)),
    prefix: prefix || null,
    keep: keep || null,
    by: keep && by ? by : null,
  });

  const latest = new Latest<JoinPreview>(WAIT, (found, why) => {
    if (found) preview = found;
    refusal = why;
  });
  onDestroy(() => latest.drop());

  $effect(() => {
    const wanted = asked;
    latest.ask(() => post<JoinPreview>(`/briefs/${brief.id}/joins/preview`, wanted));
  });
</script>

<div
  class="w-full rounded border border-[var(--color-rule)] p-2"
  role="group"
  aria-label="Join a second file"
>
  <div class="flex flex-wrap items-center gap-2">
    <span><b>{preview.file}</b>, {counted(preview.fileRecords, 'record')}, beside this file where</span>
    {#each pairs as pair, i (i)}
      {#if i > 0}<span>and</span>{/if}
      <Choice class="field" aria-label="Key of this file" bind:value={pair[0]}>
        <option value="" disabled>a column here</option>
        {#each here as name (name)}<option value={name}>{name}</option>{/each}
      </Choice>
      <span>=</span>
      <Choice class="field" aria-label="Key of the second file" bind:value={pair[1]}>
        <option value="" disabled>a column there</option>
        {#each first.columns as name (name)}<option value={name}>{name}</option>{/each}
      </Choice>
    {/each}
    <Button class="chip" onclick={() => pairs.push(['', ''])}>and another</Button>
    {#if pairs.length > 1}<Button class="chip" onclick={() => pairs.pop()}>one less</Button>{/if}
  </div>
  {#if found}
    <p class="m-0 mt-1" data-found>
      {count(found.matched)} of {count(found.records)}
      {words.records} find their key; {count(found.records - found.matched)} have missing values there{found.withoutKey >
      0
        ? `, ${count(found.withoutKey)} of them because they have no key`
        : ''}.{found.unused > 0
        ? ` ${count(found.unused)} of ${count(found.keys)} keys there are asked for by none.`
        : ''}
      {#if found.doubled > 0}<span class="alarm"
          >▲ {counted(found.doubled, 'key stands', 'keys stand')} in {counted(found.doubledRecords, 'record')} there,
          as “{found.example}” does.</span
        >{/if}
    </p>
    <div class="mt-1 flex flex-wrap items-center gap-2">
      {#if found.doubled > 0}
        <span>Of one key</span>
        <Choice class="field" aria-label="Which record of one key counts" bind:value={keep}>
          <option value="">none is taken unasked: choose</option>
          <option value="FIRST">the first counts</option>
          <option value="LAST">the last counts</option>
        </Choice>
        <span>by</span>
        <Choice class="field" aria-label="What orders records of one key" bind:value={by} disabled={!keep}>
          <option value="">place in the file</option>
          {#each first.ordering as name (name)}<option value={name}>{name}</option>{/each}
        </Choice>
      {/if}
      <label class="flex items-center gap-1"
        >names begin with <Input
          class="field w-28!"
          bind:value={prefix}
          maxlength={100}
          aria-label="Beginning of the names"
        /></label
      >
    </div>
  {/if}
  <div class="mt-1 flex max-h-24 flex-wrap gap-x-3 gap-y-1 overflow-auto">
    {#each others as name (name)}
      <label class="flex items-center gap-1"
        ><Checkbox
          checked={!left.includes(name)}
          onchange={() => (left = left.includes(name) ? left.filter((c) => c !== name) : [...left, name])}
        />{name}</label
      >
    {/each}
  </div>
  {#if preview.refusal && !(found && found.doubled > 0 && keep === '')}<p
      class="alarm m-0 mt-1"
      role="status"
    >
      {preview.refusal}
    </p>{/if}
  <div class="mt-1 flex gap-2">
    <Button class="action" disabled={preview.refusal != null || asked.on === null} onclick={() => join(asked)}
      >Join {counted(asked.columns?.length ?? 0, 'column')}</Button
    >
    <Button class="action plain" onclick={cancel}>Cancel</Button>
    {#if brief.progress.candidates > 0}<span class="quiet self-center"
        >Candidates exist, so they come into revision {brief.revision.number + 1}.</span
      >{:else if brief.split}<span class="quiet self-center">The split is to be made anew.</span>{/if}
  </div>
</div>
{#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
