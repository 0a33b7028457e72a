<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { onMount, untrack } from 'svelte';
  import type { CandidateView as Candidate, EffectsView } from '../api/schema';
  import { get, post } from '../lib/api';
  import { active, differences, fresh, took } from '../lib/candidates';
  import { desk } from '../lib/desk.svelte';
  import { count, counted } from '../lib/format';
  import { poll } from '../lib/poll';
  import { navigate, route } from '../lib/routes';
  import Effects from '../parts/candidates/Effects.svelte';
  import FiguresTable from '../parts/candidates/FiguresTable.svelte';
  import ModelSummary from '../parts/candidates/ModelSummary.svelte';
  import Preparation from '../parts/candidates/Preparation.svelte';
  import Remarks from '../parts/candidates/Remarks.svelte';
  import ScoreLists from '../parts/candidates/ScoreLists.svelte';
  import State from '../parts/candidates/State.svelte';
  import GoesBy from '../parts/explain/GoesBy.svelte';

  const VIEWS = [
    ['learnt', 'What it learnt'],
    ['goes-by', 'What it goes by'],
    ['figures', 'Training against validation'],
    ['inputs', 'How columns became inputs'],
    ['lists', 'Score a list'],
  ] as const;

  const brief = $derived(desk.brief!);
  const id = $derived(Number((route.params as Record<string, string>).candidate));
  const view = $derived(VIEWS.find(([name]) => `#${name}` === (route.hash as string))?.[0] ?? 'learnt');
  let all = $state.raw<Candidate[] | null>(null);
  let effects = $state.raw<EffectsView | null>(null);
  let refusal = $state<string | null>(null);
  const candidate = $derived(all?.find((c) => c.id === id) ?? null);

  onMount(() =>
    poll(
      () => void load(),
      () => all?.some((c) => c.id === id && active(c)) ?? false,
    ),
  );
  $effect(() => {
    const wanted = id;
    untrack(() => void load(wanted));
  });

  async function load(wanted = id) {
    try {
      const before = candidate !== null && active(candidate);
      const found = await get<Candidate[]>(`/candidates?brief=${brief.id}`);
      const mine = found.find((c) => c.id === wanted);
      if (!mine) throw new Error('This candidate was deleted, or is of another brief.');
      all = found;
      if (before && !active(mine)) {
        await desk.open(brief.id);
        await desk.compare();
      }
      if (mine.changes && mine.status === 'done') {
        const views = await get<EffectsView[]>(`/comparisons/${brief.id}/effects`);
        effects = views.find((e) => e.candidate === wanted) ?? null;
      } else effects = null;
      refusal = null;
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  async function cutTo(leaves: number) {
    if (!candidate || !all) return;
    try {
      const made = await post<Candidate>(`/candidates?brief=${brief.id}`, {
        name: fresh(
          `${candidate.name}, ${leaves} leaves`,
          all.map((c) => c.name),
        ),
        kind: candidate.kind,
        settings: { ...candidate.settings, pruning: 'leaves', leaves },
        inputs: candidate.inputs,
        basedOn: candidate.id,
      });
      void navigate(`/briefs/${brief.id}/candidates/${made.id}` as '/');
    } catch (e) {
      refusal = (e as Error).message;
    }
  }
</script>

<p class="mb-1">
  <a class="underline" href={`/briefs/${brief.id}/candidates`}>Candidates</a>
  <span class="quiet">› {candidate?.kindWords ?? ''}</span>
</p>
{#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
{#if candidate && all}
  <div class="flex flex-wrap items-baseline gap-x-3">
    <h2 class="title max-w-[640px] truncate" title={candidate.name}>{candidate.name}</h2>
    <span class="quiet">
      {candidate.settingsWords || 'no settings'} · {counted(
        candidate.inputs.length,
        'input',
      )}{candidate.parameterCount !== null
        ? ` · ${count(candidate.parameterCount)} parameters`
        : ''}{candidate.seconds !== null ? ` · fitted in ${took(candidate.seconds)}` : ''}
    </span>
  </div>
  {#if candidate.changes}
    {@const parts = differences(candidate.changes)}
    <p class="mt-1">
      <span class="quiet">Against</span>
      <a class="underline" href={`/briefs/${brief.id}/candidates/${candidate.changes.basedOn}`}
        >{candidate.changes.basedOnName}</a
      >: {parts.length ? parts.join('; ') : 'nothing differs'}{#if effects}<span class="ml-3"
          ><Effects {brief} effects={effects.effects} short inline /></span
        >{/if}
    </p>
  {/if}
  {#key candidate.id}<Remarks {candidate} />{/key}
  {#if candidate.status !== 'done'}
    <p class="my-3">
      <State
        status={candidate.status}
        progress={candidate.progress}
        step={candidate.step}
        message={candidate.message}
        secondsLeft={candidate.secondsLeft}
      />
    </p>
    {#if active(candidate) && desk.works}
      <Button class="action plain" onclick={() => post(`/candidates/${id}/stop`).then(() => load())}
        >Stop</Button
      >
    {/if}
  {:else}
    <nav class="views" aria-label="Views of the candidate">
      {#each VIEWS as [name, words] (name)}
        <a href={`#${name}`} aria-current={view === name ? 'page' : undefined}>{words}</a>
      {/each}
    </nav>
    {#key candidate.id}
      {#if view === 'learnt'}
        <ModelSummary {brief} {candidate} others={all} cutTo={desk.works ? cutTo : null} />
      {:else if view === 'goes-by'}
        <GoesBy {candidate} currency={brief.decision.words.currency} />
      {:else if view === 'figures'}
        {#if effects && candidate.changes}
          <h2 class="mb-1">
            Against {candidate.changes.basedOnName}, on the same validation {brief.decision.words.records}
          </h2>
          <div class="mb-3 max-w-[720px]"><Effects {brief} effects={effects.effects} /></div>
        {/if}
        <div class="max-w-[720px]"><FiguresTable candidateId={candidate.id} /></div>
      {:else if view === 'inputs'}
        <Preparation
          {brief}
          candidateId={candidate.id}
          scoreName={candidate.probability ? 'probability' : 'score'}
          scaled={['leastSquares', 'margin', 'neighbours', 'network'].includes(candidate.kind)}
        />
      {:else}
        <ScoreLists {brief} {candidate} />
      {/if}
    {/key}
  {/if}
{:else if !refusal}<p class="quiet">Opening the candidate …</p>{/if}

<style>
  .views {
    display: flex;
    gap: 18px;
    border-bottom: 1px solid var(--color-rule);
    margin-bottom: 12px;
  }
  .views a {
    padding: 4px 0 6px;
    color: var(--color-ink-2);
  }
  .views a[aria-current] {
    color: var(--color-ink);
    font-weight: 600;
    box-shadow: inset 0 -2px 0 var(--color-spruce);
  }
</style>
