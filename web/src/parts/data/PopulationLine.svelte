<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import { onDestroy, onMount } from 'svelte';
  import type { BriefView as Brief, PopulationView } from '../../api/schema';
  import { get, post, put } from '../../lib/api';
  import { count } from '../../lib/format';
  import { Latest } from '../../lib/latest';
  import Choice from '../Choice.svelte';

  interface Props {
    brief: Brief;
    /** columns whose equal values may be one customer */
    units: string[];
    /** the column by which records count; undefined where each counts once */
    weight?: string | undefined;
    fixed: boolean;
    /** called when other records count, which undoes the split */
    changed: () => void;
  }
  /** Which records the brief is about, and what is left out by it. */
  let { brief, units, weight = undefined, fixed, changed }: Props = $props();

  const WAIT = 300;
  let settled = $state.raw<PopulationView | null>(null);
  let editing = $state(false);
  let where = $state('');
  let dropCopies = $state(false);
  let sample = $state<number>();
  let by = $state('');
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

  const wanted = $derived({
    where: where.trim() || null,
    dropCopies: dropCopies || null,
    ...(sample && sample >= 1 ? { sample: { records: sample, by: by || null } } : {}),
  });
  const words = $derived(brief.decision.words);

  function edit() {
    where = settled?.population?.where ?? '';
    dropCopies = settled?.population?.dropCopies === true;
    sample = settled?.population?.sample?.records;
    by = settled?.population?.sample?.by ?? '';
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
      settled = await put<PopulationView>(`/briefs/${brief.id}/population`, {
        population: asked,
        seen: settled?.population ?? {},
      });
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
      : ''}{of.copies > 0 ? `; ${count(of.copies)} of them repeat another in every column` : ''}{of.notDrawn >
    0
      ? `; ${count(of.notDrawn)} of them are not drawn`
      : ''}{of.unknown > 0 ? `; ${count(of.unknown)} of them because what is compared is missing` : ''}.
  {:else}
    None is left out.
  {/if}
{/snippet}

<div class={['mb-2 text-[13px]', editing && 'w-full']} data-population>
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
      <label class="flex items-center gap-1"
        >a sample of <Input
          class="field w-24!"
          type="number"
          min="1"
          step="1"
          placeholder="all"
          bind:value={sample}
          aria-label="Size of the sample"
        /></label
      >
      {#if sample}<label class="flex items-center gap-1"
          >whole <Choice class="field" aria-label="What is drawn together" bind:value={by}>
            <option value="">records</option>
            {#each units as name (name)}<option value={name}>{name}</option>{/each}
          </Choice></label
        >{/if}
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
          : ''}{settled.population.sample
          ? `, a random sample of ${count(settled.population.sample.records)}`
          : ''}. {@render left(settled)}
      {:else}
        All {count(settled.records)} {words.records} count.
      {/if}
      {#if weight}Each weighs by <b>{weight}</b>.{/if}
    </span>
    {#if !fixed && brief.progress.candidates === 0}
      <Button class="chip ml-2" onclick={edit}>{settled.population ? 'change' : 'only some of them'}</Button>
    {/if}
  {/if}
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
</div>
