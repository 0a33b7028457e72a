<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { onMount } from 'svelte';
  import type { CandidateView as Candidate, ExplanationView, ImportanceMeasure } from '../../api/schema';
  import { get, post } from '../../lib/api';
  import { dependenceLine, importanceLine, MEASURES } from '../../lib/explain';
  import { money, significant } from '../../lib/format';
  import { poll } from '../../lib/poll';
  import { desk } from '../../lib/desk.svelte';
  import Choice from '../Choice.svelte';
  import State from '../candidates/State.svelte';
  import Curve from './Curve.svelte';
  import Drops from './Drops.svelte';
  import TwoWay from './TwoWay.svelte';

  /** What a candidate goes by: which columns matter on validation, and how the score goes with them. */
  let { candidate, currency }: { candidate: Candidate; currency: string } = $props();

  let measure = $state<ImportanceMeasure>('deciding');
  let importance = $state.raw<ExplanationView | null>(null);
  let dependence = $state.raw<ExplanationView | null>(null);
  let column = $state<string | null>(null);
  let second = $state('');
  let refusal = $state<string | null>(null);

  const base = $derived(`/candidates/${candidate.id}/explanations`);
  const written = $derived(importance?.money ? (v: number) => money(currency, v) : significant);
  const running = (e: ExplanationView | null) =>
    e !== null && (e.status === 'waiting' || e.status === 'running');
  const columns = $derived(
    importance?.importance?.drops.flatMap((d) => (d.columns.length === 1 ? d.columns : [])) ??
      candidate.inputs,
  );

  onMount(() => {
    if (desk.works) void weigh();
    return poll(
      () => void follow(),
      () => running(importance) || running(dependence),
    );
  });

  async function attempt(work: () => Promise<void>) {
    try {
      await work();
      refusal = null;
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  const weigh = () =>
    attempt(async () => {
      importance = await post<ExplanationView>(base, { measure });
      if (column === null && importance.importance) await open(columns[0]!);
    });

  const open = (name: string) =>
    attempt(async () => {
      column = name;
      const asked = second && second !== name ? [name, second] : [name];
      dependence = await post<ExplanationView>(base, { columns: asked });
    });

  const follow = () =>
    attempt(async () => {
      if (running(importance)) importance = await get<ExplanationView>(`${base}/${importance!.id}`);
      if (running(dependence)) dependence = await get<ExplanationView>(`${base}/${dependence!.id}`);
      if (column === null && importance?.importance && columns[0]) await open(columns[0]);
    });

  const stop = (e: ExplanationView) =>
    attempt(async () => {
      await post(`${base}/${e.id}/stop`);
      await follow();
    });
</script>

{#snippet progress(e: ExplanationView)}
  <p class="my-2 flex items-center gap-2">
    <State status={e.status} progress={e.progress} step={e.step} message={e.message} done="" />
    {#if running(e)}<Button class="chip" onclick={() => stop(e)}>stop</Button>{/if}
  </p>
{/snippet}

{#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
{#if !desk.works}
  <p class="quiet">
    Analysts of the brief ask this of a candidate; each time counts as a look at validation.
  </p>
{:else}
  <div class="two">
    <section class="sheet p-3" aria-label="Which columns matter">
      <h2 class="flex items-baseline gap-2">
        Which columns matter
        <label class="quiet ml-auto font-normal"
          >by
          <Choice class="field ml-1" bind:value={measure} onchange={() => void weigh()}>
            {#each MEASURES as [name, words] (name)}<option value={name}>{words}</option>{/each}
          </Choice></label
        >
      </h2>
      {#if importance?.importance}
        <p class="reading">
          {importanceLine(
            importance.measure ?? '',
            importance.importance.measure,
            importance.importance.drops,
            written,
          )}
        </p>
        <Drops
          drops={importance.importance.drops}
          opened={column}
          open={(name) => void open(name)}
          {written}
        />
        <p class="quiet mt-1">
          Each column's values dealt anew among the records of validation, ten times; columns whose ranks go
          together (0.7 or more) also together, as one can stand in for the other.
        </p>
      {:else if importance}{@render progress(importance)}
        {#if importance.status === 'stopped' || importance.status === 'failed'}<Button
            class="chip"
            onclick={() => void weigh()}>again</Button
          >{/if}
      {:else if !refusal}<p class="quiet">Asking …</p>{/if}
    </section>
    <section class="sheet p-3" aria-label="How the score goes with a column">
      <h2 class="flex items-baseline gap-2">
        <span class="whitespace-nowrap">How the score goes with</span>
        <Choice
          class="field w-[150px]"
          aria-label="column"
          value={column ?? ''}
          onpick={(to) => to && open(to)}
        >
          {#if column === null}<option value="">choose</option>{/if}
          {#each columns as name (name)}<option value={name}>{name}</option>{/each}
        </Choice>
        <label class="quiet font-normal whitespace-nowrap"
          >and
          <Choice
            class="field ml-1 w-[120px]"
            bind:value={second}
            onchange={() => column && void open(column)}
          >
            <option value="">no other</option>
            {#each columns.filter((c) => c !== column) as name (name)}<option value={name}>{name}</option
              >{/each}
          </Choice></label
        >
      </h2>
      {#if dependence?.dependence}
        {#if dependence.columns.length === 1}
          <p class="reading">{dependenceLine(dependence.columns[0]!, dependence.dependence)}</p>
          <Curve column={dependence.columns[0]!} found={dependence.dependence} />
        {:else}
          <TwoWay columns={[dependence.columns[0]!, dependence.columns[1]!]} found={dependence.dependence} />
        {/if}
      {:else if dependence}{@render progress(dependence)}
      {:else}<p class="quiet">Choose a column.</p>{/if}
    </section>
  </div>
{/if}

<style>
  .two {
    display: grid;
    grid-template-columns: minmax(0, 520px) minmax(0, 1fr);
    gap: 14px;
    align-items: start;
  }
</style>
