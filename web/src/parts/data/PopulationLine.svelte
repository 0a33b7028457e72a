<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import { onDestroy, onMount } from 'svelte';
  import type { BriefView as Brief, PopulationView } from '../../api/schema';
  import { get, post, put } from '../../lib/api';
  import { count } from '../../lib/format';
  import { Latest } from '../../lib/latest';

  interface Props {
    brief: Brief;
    fixed: boolean;
    /** called when other records count, which undoes the split */
    changed: () => void;
  }
  /** Which records the brief is about, and what is left out by it. */
  let { brief, fixed, changed }: Props = $props();

  const WAIT = 300;
  let settled = $state.raw<PopulationView | null>(null);
  let editing = $state(false);
  let where = $state('');
  let dropCopies = $state(false);
  let preview = $state.raw<PopulationView | null>(null);
  let refusal = $state<string | null>(null);

  onMount(load);

  async function load() {
    try {
      settled = await get<PopulationView>(`/briefs/${brief.id}/population`);
      refusal = null;
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  const wanted = $derived({ where: where.trim() || null, dropCopies: dropCopies || null });
  const words = $derived(brief.decision.words);

  function edit() {
    where = settled?.population?.where ?? '';
    dropCopies = settled?.population?.dropCopies === true;
    preview = settled;
    editing = true;
  }

  const latest = new Latest<PopulationView>(WAIT, (found, why) => {
    preview = found;
    refusal = why;
  });

  $effect(() => {
    const asked = wanted;
    if (editing) latest.ask(() => post<PopulationView>(`/briefs/${brief.id}/population/preview`, asked));
    else latest.drop();
  });
  onDestroy(() => latest.drop());

  async function settle(asked: typeof wanted) {
    try {
      settled = await put<PopulationView>(`/briefs/${brief.id}/population`, asked);
      editing = false;
      refusal = null;
      changed();
    } catch (e) {
      refusal = (e as Error).message;
    }
  }
</script>

{#snippet left(of: PopulationView)}
  {#if of.kept < of.records}
    {count(of.records - of.kept)} of {count(of.records)} are left out{of.events !== null
      ? `: ${count(of.events)} ${words.events} and ${count(of.others ?? 0)} others`
      : ''}{of.copies > 0 ? `; ${count(of.copies)} of them repeat another in every column` : ''}{of.unknown >
    0
      ? `; ${count(of.unknown)} of them because what is compared is missing`
      : ''}.
  {:else}
    None is left out.
  {/if}
{/snippet}

<div class="mb-2 text-[13px]" data-population>
  {#if editing}
    <div class="flex flex-wrap items-center gap-2">
      <span>Only {words.records} where</span>
      <Input
        class="field min-w-64 flex-1 font-mono"
        bind:value={where}
        maxlength={2000}
        placeholder="tenure >= 30 and region is not missing"
        spellcheck="false"
        aria-label="Condition"
      />
      <Checkbox bind:checked={dropCopies}>without exact copies</Checkbox>
      <Button class="action" disabled={preview === null} onclick={() => settle(wanted)}>Keep these</Button>
      {#if settled?.population}
        <Button class="chip" onclick={() => settle({ where: null, dropCopies: null })}>all again</Button>
      {/if}
      <Button class="chip" onclick={() => (editing = false)}>cancel</Button>
    </div>
    {#if preview}<p class="quiet m-0">{@render left(preview)}</p>{/if}
  {:else if settled}
    <span class="quiet">
      {#if settled.population}
        Only {words.records}
        {#if settled.population.where}where <code>{settled.population.where}</code>{/if}{settled.population
          .dropCopies
          ? ' without exact copies'
          : ''}. {@render left(settled)}
      {:else}
        All {count(settled.records)} {words.records} count.
      {/if}
    </span>
    {#if !fixed && brief.progress.candidates === 0}
      <Button class="chip ml-2" onclick={edit}>{settled.population ? 'change' : 'only some of them'}</Button>
    {/if}
  {/if}
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
</div>
