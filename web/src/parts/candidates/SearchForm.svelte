<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Choice from '../Choice.svelte';
  import type { BriefView as Brief, KindView as KindInfo, SearchView as Search } from '../../api/schema';
  import { post } from '../../lib/api';

  interface Props {
    brief: Brief;
    kinds: KindInfo[];
    made: (search: Search) => void;
    close: () => void;
  }
  let { brief, kinds, made, close }: Props = $props();

  const choice = $derived(kinds.filter((k) => k.takesInputs));
  let chosen = $state<string[]>(['logistic', 'tree', 'forest', 'boosted']);
  let measure = $state('AUC');
  let depth = $state(10);
  let byTime = $state(true);
  let minutes = $state(5);
  let byCount = $state(false);
  let trials = $state(40);
  let byTarget = $state(false);
  let target = $state(0.8);
  let keep = $state(3);
  let seed = $state(1);
  let refusal = $state<string | null>(null);

  async function begin(event: SubmitEvent) {
    event.preventDefault();
    try {
      const plan = {
        kinds: chosen,
        inputs: null,
        measure,
        depth: measure === 'CAPTURE' ? depth / 100 : null,
        seed,
        secondsLimit: byTime ? minutes * 60 : null,
        trialsLimit: byCount ? trials : null,
        target: byTarget ? target : null,
        keep,
      };
      made(await post<Search>(`/searches?brief=${brief.id}`, plan));
    } catch (e) {
      refusal = (e as Error).message;
    }
  }
</script>

<form class="sheet mb-3 p-3" onsubmit={begin} aria-label="New search">
  <p class="mb-2">
    Tries kinds and settings on training alone, judged by out-of-fold scores; validation is not looked at. The
    best become candidates.
  </p>
  <fieldset class="flex flex-wrap gap-x-4 gap-y-1">
    <legend class="quiet">kinds to try</legend>
    {#each choice as k (k.kind)}
      <label
        ><Checkbox
          checked={chosen.includes(k.kind)}
          onchange={() =>
            (chosen = chosen.includes(k.kind) ? chosen.filter((c) => c !== k.kind) : [...chosen, k.kind])}
        />
        {k.words}</label
      >
    {/each}
  </fieldset>
  <div class="mt-3 flex flex-wrap items-end gap-x-6 gap-y-2">
    <label class="quiet"
      >judged by
      <Choice class="field block" bind:value={measure}>
        <option value="AUC">AUC</option>
        <option value="AVERAGE_PRECISION">average precision</option>
        <option value="CAPTURE">capture rate at a depth</option>
      </Choice>
    </label>
    {#if measure === 'CAPTURE'}
      <label class="quiet"
        >depth, %
        <Input
          class="field block w-20! text-right"
          type="number"
          min="0.1"
          max="99"
          step="any"
          bind:value={depth}
        />
      </label>
    {/if}
    <span class="quiet"
      ><label><Checkbox bind:checked={byTime} /> for at most, minutes</label>
      <Input
        class="field block w-24! text-right"
        type="number"
        min="0.05"
        step="any"
        aria-label="minutes"
        disabled={!byTime}
        bind:value={minutes}
      /></span
    >
    <span class="quiet"
      ><label><Checkbox bind:checked={byCount} /> at most, trials</label>
      <Input
        class="field block w-24! text-right"
        type="number"
        min="1"
        aria-label="trials"
        disabled={!byCount}
        bind:value={trials}
      /></span
    >
    <span class="quiet"
      ><label><Checkbox bind:checked={byTarget} /> stop when it reaches</label>
      <Input
        class="field block w-24! text-right"
        type="number"
        min="0"
        max="1"
        step="any"
        aria-label="target"
        disabled={!byTarget}
        bind:value={target}
      /></span
    >
    <label class="quiet"
      >keep the best <Input
        class="field block w-16! text-right"
        type="number"
        aria-label="keep the best"
        min="0"
        max="20"
        bind:value={keep}
      /></label
    >
    <label class="quiet"
      >seed <Input class="field block w-20! text-right" type="number" bind:value={seed} /></label
    >
    <span class="ml-auto flex gap-2">
      <Button class="action plain" type="button" onclick={close}>Leave it</Button>
      <Button class="action" type="submit" disabled={chosen.length === 0 || !(byTime || byCount || byTarget)}
        >Search</Button
      >
    </span>
  </div>
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
</form>
