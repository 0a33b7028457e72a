<script lang="ts">
  import { onMount } from 'svelte';
  import type { Candidate, Column, Columns } from '../api/types';
  import { get, post, remove } from '../lib/api';
  import { desk } from '../lib/desk.svelte';
  import { count, fixed, percent, rate } from '../lib/format';
  import { session } from '../lib/session.svelte';
  import Learnt from '../parts/Learnt.svelte';
  import NewCandidate from '../parts/NewCandidate.svelte';

  const POLL = 500;
  const brief = $derived(desk.brief!);
  let candidates = $state.raw<Candidate[] | null>(null);
  let columns = $state.raw<Column[]>([]);
  let opened = $state<number | null>(null);
  let making = $state(false);
  let from = $state.raw<Candidate | null>(null);
  let refusal = $state<string | null>(null);

  onMount(() => {
    void load();
    void get<Columns>(`/briefs/${brief.id}/columns`).then((found) => (columns = found.columns));
    const timer = setInterval(() => {
      if (candidates?.some(active)) void load();
    }, POLL);
    return () => clearInterval(timer);
  });

  const active = (c: Candidate) => c.status === 'running' || c.status === 'waiting';

  async function load() {
    const before = candidates?.filter(active).length ?? 0;
    candidates = await get<Candidate[]>(`/candidates?brief=${brief.id}`);
    if (candidates.filter(active).length !== before) await refresh();
    opened ??= candidates.find((c) => c.kind === 'logistic' && c.status === 'done')?.id ?? null;
  }

  async function refresh() {
    await desk.open(brief.id);
    await desk.compare();
  }

  async function attempt(work: () => Promise<unknown>) {
    try {
      await work();
      refusal = null;
    } catch (e) {
      refusal = (e as Error).message;
    }
    await load();
    await refresh();
  }

  function begin(start: Candidate | null) {
    from = start;
    making = true;
  }

  const shown = $derived(candidates?.find((c) => c.id === opened) ?? null);
  const auc = (id: number) => desk.comparison?.candidates.find((c) => c.id === id) ?? null;
</script>

{#if !brief.split}
  <p class="reading">
    Split the data on <a class="underline" href={`/briefs/${brief.id}/data`}>Data</a> first: candidates learn from
    training alone.
  </p>
{:else if candidates === null}
  <p class="quiet">Listing the candidates …</p>
{:else}
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  {@const training = brief.split.facts.parts[0]}
  <p class="quiet mb-2">
    Candidates learn from {count(training.records)} training {brief.recordsNoun}, {count(training.events)} of them
    {brief.eventsNoun} ({rate(training.events / training.records)} %){#if brief.split.plan.balance.method === 'WEIGHTS'};
      each of these counts {brief.split.facts.training.weight.toFixed(1)} times, probabilities corrected back{:else if brief.split.plan.balance.method === 'THINNING'};
      logistic regressions see {count(brief.split.facts.training.records)} of them, probabilities corrected back{/if}.
    {#if training.few}<span class="alarm">▲ Fewer than 100 {brief.eventsNoun} to learn from.</span>{/if}
  </p>
  {#if making}
    {#key from}
      <NewCandidate
        {brief}
        {columns}
        {from}
        names={candidates.map((c) => c.name)}
        close={() => (making = false)}
        made={() => {
          making = false;
          void attempt(async () => {});
        }}
      />
    {/key}
  {:else if session.analyst}
    <p class="mb-2">
      <button class="action" disabled={columns.length === 0} onclick={() => begin(null)}>New candidate</button
      >
    </p>
  {/if}
  {#if candidates.length === 0}
    <p class="reading">
      No candidate yet. Begin with a logistic regression, and add a reference that it has to beat.
    </p>
  {:else}
    <table class="plain mb-4" aria-label="Candidates">
      <thead>
        <tr
          ><th>Candidate</th><th>Settings</th><th class="n">Inputs</th><th class="n">AUC training</th><th
            class="n">AUC validation</th
          ><th>State</th><th></th></tr
        >
      </thead>
      <tbody>
        {#each candidates as c (c.id)}
          {@const figures = auc(c.id)}
          <tr class:sel={c.id === opened} data-candidate={c.name}>
            <td>
              <button
                class="block max-w-[240px] truncate text-left font-semibold hover:underline"
                title={c.name}
                onclick={() => (opened = c.id)}>{c.name}</button
              >
              <small class="sub">{c.kindWords}</small>
            </td>
            <td>{c.settingsWords || '–'}</td>
            <td class="n">{c.inputs.length}</td>
            <td class="n quiet">{figures ? fixed(figures.trainingAuc, 3) : '–'}</td>
            <td class="n">
              {figures ? fixed(figures.auc.auc, 3) : '–'}{#if figures && figures.auc.low !== null}<small
                  class="sub">{fixed(figures.auc.low, 3)}–{fixed(figures.auc.high, 3)}</small
                >{/if}
            </td>
            <td class="max-w-[280px]">
              {#if active(c)}
                <span class="flex items-center gap-2">
                  <progress class="w-24" max="1" value={c.status === 'running' ? c.progress : undefined}
                  ></progress>
                  {c.status === 'running' ? `${percent(c.progress)} % · ${c.step ?? 'starting'}` : 'waiting'}
                </span>
              {:else if c.status === 'failed'}<span class="alarm">▲ failed: {c.message}</span>
              {:else if c.status === 'stopped'}<span class="alarm">▲ stopped</span>
              {:else}fitted{/if}
            </td>
            <td class="whitespace-nowrap text-right">
              {#if session.analyst}
                {#if active(c)}<button
                    class="chip"
                    onclick={() => attempt(() => post(`/candidates/${c.id}/stop`))}>stop</button
                  >
                {:else}
                  <button class="chip" onclick={() => begin(c)}>same again, but …</button>
                  <button class="chip" onclick={() => attempt(() => remove(`/candidates/${c.id}`))}
                    >delete</button
                  >
                {/if}
              {/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
  {#if shown && shown.kind === 'logistic' && shown.status === 'done'}
    <Learnt candidate={shown} />
  {:else if shown}
    <p class="reading">
      {shown.name} learns no coefficients: it is a {shown.kindWords}{shown.settingsWords
        ? `, ${shown.settingsWords}`
        : ''}.
    </p>
  {/if}
{/if}

<style>
  tr.sel td {
    background: var(--color-spruce-wash);
  }
</style>
