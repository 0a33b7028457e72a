<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import { onMount } from 'svelte';
  import type {
    CandidateView as Candidate,
    ColumnView as Column,
    ColumnsView as Columns,
    KindView as KindInfo,
    SearchView as Search,
    EffectsView,
  } from '../api/schema';
  import { get, post, remove } from '../lib/api';
  import { active, differences } from '../lib/candidates';
  import { desk } from '../lib/desk.svelte';
  import { count, counted, fixed, percent, rate } from '../lib/format';
  import { limits, rarer } from '../lib/limits';
  import { poll } from '../lib/poll';
  import { navigate } from '../lib/routes';
  import CandidateForm from '../parts/candidates/CandidateForm.svelte';
  import Effects from '../parts/candidates/Effects.svelte';
  import SearchForm from '../parts/candidates/SearchForm.svelte';
  import State from '../parts/candidates/State.svelte';
  import { nth } from '../lib/nth';

  const COLUMNS_AGAIN = 1500;

  const brief = $derived(desk.brief!);
  let candidates = $state.raw<Candidate[] | null>(null);
  let kinds = $state.raw<KindInfo[]>([]);
  let columns = $state.raw<Column[]>([]);
  /** columns whose missing values are not counted yet */
  let uncounted = $state(0);
  let searches = $state.raw<Search[]>([]);
  let effects = $state.raw<Map<number, EffectsView>>(new Map());
  let making = $state<'candidate' | 'search' | null>(null);
  let from = $state.raw<Candidate | null>(null);
  let undo = $state.raw<Candidate | null>(null);
  let deleted = $state.raw<Candidate[]>([]);
  let refusal = $state<string | null>(null);
  let tag = $state<string | null>(null);

  onMount(() => {
    void load();
    void get<KindInfo[]>('/candidates/kinds').then((found) => (kinds = found));
    void loadColumns();
    const polls = [
      poll(
        () => void load(),
        () => (candidates?.some(active) || searches.some(active)) ?? false,
      ),
      poll(
        () => void loadColumns(),
        () => uncounted > 0,
        COLUMNS_AGAIN,
      ),
    ];
    return () => polls.forEach((end) => end());
  });

  async function loadColumns() {
    const found = await get<Columns>(`/briefs/${brief.id}/columns`);
    columns = found.columns;
    uncounted = found.pending;
  }

  async function load() {
    const before = candidates?.filter((c) => c.status === 'done').length ?? 0;
    candidates = await get<Candidate[]>(`/candidates?brief=${brief.id}`);
    searches = await get<Search[]>(`/searches?brief=${brief.id}`);
    deleted = await get<Candidate[]>(`/candidates/deleted?brief=${brief.id}`);
    if (candidates.filter((c) => c.status === 'done').length !== before) await refresh();
  }

  async function refresh() {
    await desk.open(brief.id);
    await desk.compare();
    if (candidates?.some((c) => c.changes)) {
      const views = await get<EffectsView[]>(`/comparisons/${brief.id}/effects`);
      effects = new Map(views.map((v) => [v.candidate, v]));
    }
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
    making = 'candidate';
  }

  function put(c: Candidate) {
    void attempt(async () => {
      await remove(`/candidates/${c.id}`);
      undo = c;
    });
  }
  function back(c: Candidate) {
    void attempt(async () => {
      await post(`/candidates/${c.id}/restore`);
      undo = null;
    });
  }

  function figures(id: number) {
    const row = desk.comparison?.candidates.find((c) => c.id === id);
    if (row) return { auc: row.auc, training: row.training.auc, alarms: row.alarms };
    const other = desk.comparison?.order.others.find((c) => c.id === id);
    return other ? { auc: other.auc, training: other.trainingAuc, alarms: other.alarms } : null;
  }
  const tags = $derived([...new Set((candidates ?? []).flatMap((c) => c.tags))].sort());
  const shown = $derived((candidates ?? []).filter((c) => tag === null || c.tags.includes(tag)));
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
  {@const training = nth(brief.split.facts.parts, 0)}
  {@const limit = limits(training, columns, brief.decision.words, brief.split.facts.groupedBy)}
  <p class="quiet mb-2">
    Candidates learn from {count(training.records)} training {brief.decision.words.records}, {count(
      training.events,
    )} of them
    {brief.decision.words.events} ({rate(training.events / training.records)} %){#if brief.split.plan.balance.method === 'WEIGHTS'};
      each of these counts {brief.split.facts.training.weight.toFixed(1)} times, probabilities corrected back{:else if brief.split.plan.balance.method === 'THINNING'};
      they see {count(brief.split.facts.training.records)} of them, probabilities corrected back{/if}.
    {#if training.few}<span class="alarm"
        >▲ Fewer than 100 {rarer(training, brief.decision.words, brief.split.facts.groupedBy).what} to learn from.</span
      >{/if}
  </p>
  {#if limit}<p class="quiet mb-2">{limit}</p>{/if}
  {#if undo}
    <p class="mb-2">
      {undo.name} is deleted. <Button class="chip" onclick={() => back(undo!)}>undo</Button>
    </p>
  {/if}
  {#if making === 'candidate' && kinds.length > 0}
    {#key from}
      <CandidateForm
        {brief}
        {kinds}
        {columns}
        {candidates}
        {from}
        close={() => (making = null)}
        made={() => {
          making = null;
          void attempt(async () => {});
        }}
      />
    {/key}
  {:else if making === 'search'}
    <SearchForm
      {brief}
      {kinds}
      close={() => (making = null)}
      made={(search) => void navigate(`/briefs/${brief.id}/searches/${search.id}` as '/')}
    />
  {:else}
    <p class="mb-2 flex items-center gap-2">
      {#if desk.works}
        <Button
          class="action"
          disabled={columns.length === 0 || kinds.length === 0}
          onclick={() => begin(null)}>New candidate</Button
        >
        <Button
          class="action plain"
          disabled={kinds.length === 0 || columns.length === 0}
          onclick={() => attempt(() => post(`/candidates/all?brief=${brief.id}`))}
          title="One of each kind that is not here yet, references included, the fastest first"
          >Fit all kinds as they come</Button
        >
        <Button class="action plain" disabled={kinds.length === 0} onclick={() => (making = 'search')}
          >Search kinds and settings</Button
        >
      {/if}
      {#if tags.length > 0}
        <span class="quiet ml-2">tags</span>
        {#each tags as t (t)}<Button
            class="chip"
            aria-pressed={tag === t}
            onclick={() => (tag = tag === t ? null : t)}>{t}</Button
          >{/each}
      {/if}
      {#each searches.slice(0, 3) as s (s.id)}
        <a class="chip ml-auto" href={`/briefs/${brief.id}/searches/${s.id}`}
          >search {s.id}: {active(s) ? `running, ${s.tried} tried` : `${s.tried} tried`}</a
        >
      {/each}
    </p>
  {/if}
  {#if candidates.length === 0}
    <p class="reading">
      No candidate yet. Fit all kinds as they come, references included, or begin with one of your own.
    </p>
  {:else}
    <Table class="plain mb-4" aria-label="Candidates">
      <thead>
        <tr
          ><th>Candidate</th><th>What differs</th><th class="n">AUC training</th><th class="n"
            >AUC validation</th
          ><th>Against its base</th><th>State</th><th><span class="sr-only">What to do with it</span></th></tr
        >
      </thead>
      <tbody>
        {#each shown as c (c.id)}
          {@const row = figures(c.id)}
          {@const effect = effects.get(c.id)}
          <tr data-candidate={c.name}>
            <td>
              <a
                class="block max-w-[160px] truncate 2xl:max-w-[360px] font-semibold hover:underline"
                title={c.notes ? `${c.name} – ${c.notes}` : c.name}
                href={`/briefs/${brief.id}/candidates/${c.id}`}>{c.name}</a
              >
              <small class="sub"
                >{c.kindWords}{#each c.tags as t (t)}<span class="ml-1 quiet">· {t}</span>{/each}</small
              >
            </td>
            <td class="max-w-[205px] min-w-[150px] 2xl:max-w-[420px]">
              {#if c.changes}
                {@const parts = differences(c.changes)}
                <span class="two-lines" title={parts.join('; ')}>{parts.join('; ') || 'nothing'}</span>
                <small class="sub truncate"
                  >from {c.changes.basedOnName} · {counted(c.inputs.length, 'input')}</small
                >
              {:else}<span class="two-lines" title={c.settingsWords}>{c.settingsWords || '–'}</span>{/if}
              {#if c.inputs.length > 1 && !c.changes}<small class="sub">{c.inputs.length} inputs</small>{/if}
            </td>

            <td class="n quiet">{row ? fixed(row.training, 3) : '–'}</td>
            <td class="n">
              {row ? fixed(row.auc.auc, 3) : '–'}{#if row && row.auc.low !== null}<small
                  class="sub whitespace-nowrap">{fixed(row.auc.low, 3)}–{fixed(row.auc.high, 3)}</small
                >{/if}
            </td>
            <td
              >{#if effect}<Effects {brief} effects={effect.effects} short />{/if}</td
            >
            <td class="max-w-[128px]">
              <State
                status={c.status}
                progress={c.progress}
                step={c.step}
                message={c.message}
                secondsLeft={c.secondsLeft}
              />
              {#if row && row.alarms.length > 0}<small
                  class="block truncate alarm"
                  title={row.alarms.map((a) => `${a.name}. ${a.meaning}`).join('\n')}
                  >▲ {nth(row.alarms, 0).name}</small
                >{/if}
            </td>
            <td class="whitespace-nowrap text-right">
              {#if desk.works}
                {#if active(c)}<Button
                    class="chip"
                    onclick={() => attempt(() => post(`/candidates/${c.id}/stop`))}>stop</Button
                  >
                {:else}
                  <Button class="chip" onclick={() => begin(c)}>same again, but …</Button>
                  <Button class="chip" onclick={() => put(c)}>delete</Button>
                {/if}
              {/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </Table>
    <p class="quiet">
      AUC with its 95 % interval. Against its base: the difference on the same validation {brief.decision
        .words.records}, and whether it is more than chance{#if effects.size > 0}; net value at a depth of {percent(
          nth([...effects.values()], 0).depth,
        )} %{/if}.
    </p>
  {/if}
  {#if deleted.length > 0}
    <p class="quiet mt-2">
      Deleted:
      {#each deleted.slice(0, 8) as c (c.id)}
        <Button class="chip mr-1" disabled={!desk.works} onclick={() => back(c)}>bring {c.name} back</Button>
      {/each}
    </p>
  {/if}
{/if}

<style>
  .two-lines {
    display: -webkit-box;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
    line-clamp: 2;
    overflow: hidden;
  }
</style>
