<script lang="ts">
  import { onMount } from 'svelte';
  import type { ColumnView as Column, ColumnsView as Columns, Edit } from '../api/schema';
  import { get, type Refusal } from '../lib/api';
  import { desk } from '../lib/desk.svelte';
  import { count, percent } from '../lib/format';
  import { session } from '../lib/session.svelte';
  import BreakEven from '../parts/threshold/BreakEven.svelte';
  import DecidingSentence from '../parts/DecidingSentence.svelte';
  import CampaignSentence from '../parts/threshold/CampaignSentence.svelte';
  import StakesSentence from '../parts/threshold/StakesSentence.svelte';

  const MOST_LEVELS = 200;
  const brief = $derived(desk.brief!);
  const fixed = $derived(!session.analyst);
  const outcomeFixed = $derived(fixed || brief.candidates > 0);

  let columns = $state.raw<Column[]>([]);
  let refusal = $state<Refusal | null>(null);
  let kept = $state(false);

  onMount(() => void loadColumns());

  async function loadColumns() {
    const found = await get<Columns>(`/briefs/${brief.id}/columns`);
    columns = found.columns;
    if (found.pending > 0) setTimeout(() => void loadColumns(), 700);
  }

  const outcome = $derived(columns.find((c) => c.name === brief.outcome) ?? null);

  /** Keeps changes one after the other, each on the version that the one before made. */
  async function keep(change: Partial<Edit>) {
    refusal = await desk.keep(change);
    kept = refusal === null;
    if (kept && ('outcome' in change || 'eventLevels' in change)) await loadColumns();
  }

  function toggle(level: string) {
    const event = brief.eventLevels.includes(level);
    const without = (levels: string[]) => levels.filter((l) => l !== level);
    keep({
      eventLevels: event ? without(brief.eventLevels) : [...brief.eventLevels, level],
      leftOutLevels: without(brief.leftOutLevels),
    });
  }

  function leaveOut(level: string) {
    const out = brief.leftOutLevels.includes(level);
    keep({
      eventLevels: brief.eventLevels.filter((l) => l !== level),
      leftOutLevels: out ? brief.leftOutLevels.filter((l) => l !== level) : [...brief.leftOutLevels, level],
    });
  }
</script>

{#snippet words(field: 'recordsNoun' | 'eventsNoun' | 'acting' | 'currency', label: string, width: string)}
  <input
    class="field font-sans not-italic"
    style:width
    aria-label={label}
    value={brief[field]}
    disabled={fixed}
    onchange={(e) => keep({ [field]: e.currentTarget.value })}
  />
{/snippet}

{#snippet named(field: 'acting' | 'currency')}
  {#if field === 'acting'}{@render words('acting', 'What acting is, in -ing', '110px')}
  {:else}{@render words('currency', 'Currency', '42px')}{/if}
{/snippet}

<div class="max-w-[820px]">
  <div class="flex items-baseline gap-3">
    <h1>The question</h1>
    <span class="quiet" aria-live="polite">{kept ? 'kept' : ''}</span>
  </div>
  {#if refusal}<p class="refusal" role="alert">{refusal.message}</p>{/if}
  <label class="mt-2 block">
    <span class="quiet">In one sentence, as you would ask it</span>
    <input
      class="field mt-1 w-full font-serif text-[16px]"
      aria-label="Question"
      value={brief.question}
      disabled={fixed}
      onchange={(e) => keep({ question: e.currentTarget.value })}
    />
  </label>
  <label class="mt-2 block">
    <span class="quiet">Short name</span>
    <input
      class="field ml-2 w-60"
      aria-label="Name"
      value={brief.name}
      disabled={fixed}
      onchange={(e) => keep({ name: e.currentTarget.value })}
    />
  </label>

  <h1 class="mt-6">The outcome</h1>
  <p class="sentence">
    Each record of <b>{brief.datasetName}</b> is one of the {@render words(
      'recordsNoun',
      'What a record is',
      '110px',
    )}. What became of them stands in
    <select
      class="field font-sans not-italic"
      aria-label="Outcome column"
      disabled={outcomeFixed}
      value={brief.outcome ?? ''}
      onchange={(e) =>
        keep({
          outcome: e.currentTarget.value || null,
          eventLevels: [],
          leftOutLevels: null,
          leaveOutMissing: null,
        })}
    >
      <option value="">choose a column …</option>
      {#each columns.filter((c) => c.distinct >= 2 && c.distinct <= MOST_LEVELS) as column (column.name)}
        <option value={column.name}>{column.name} · {column.distinct} levels</option>
      {/each}
    </select>; those with an event are the {@render words('eventsNoun', 'What an event is', '110px')}.
  </p>
  {#if outcome}
    <div class="mt-1 flex flex-wrap items-center gap-1" role="group" aria-label="Event levels">
      <span class="quiet mr-1">The event is</span>
      {#each outcome.levels as level (level.text)}
        <button
          class="level"
          aria-pressed={brief.eventLevels.includes(level.text)}
          disabled={outcomeFixed}
          onclick={() => toggle(level.text)}
        >
          {level.text} <small>{count(level.records)} · {percent(level.records / outcome.records)} %</small>
        </button>
      {/each}
      {#if outcome.distinct > outcome.levels.length}<span class="quiet"
          >and {outcome.distinct - outcome.levels.length} rarer levels</span
        >{/if}
    </div>
    {#if outcome.levels.length > 2 && outcome.levels.length <= 20}
      <div class="mt-1 flex flex-wrap items-center gap-1" role="group" aria-label="Levels left out">
        <span class="quiet mr-1">Neither event nor the opposite, so left out:</span>
        {#each outcome.levels.filter((l) => !brief.eventLevels.includes(l.text)) as level (level.text)}
          <button
            class="level out"
            aria-pressed={brief.leftOutLevels.includes(level.text)}
            disabled={outcomeFixed}
            onclick={() => leaveOut(level.text)}>{level.text}</button
          >
        {/each}
      </div>
    {/if}
    {#if outcome.missing > 0}
      <label class="mt-1 block">
        <input
          type="checkbox"
          checked={brief.leaveOutMissing}
          disabled={outcomeFixed}
          onchange={(e) => keep({ leaveOutMissing: e.currentTarget.checked })}
        />
        <span class:alarm={!brief.leaveOutMissing}
          >{brief.leaveOutMissing ? '' : '▲ '}{count(outcome.missing)} records miss the outcome; leave them out</span
        >
      </label>
    {/if}
    {#if brief.split}<p class="quiet mt-1">
        Counted over training and validation; the reserve is left out.
      </p>{/if}
    {#if brief.eventLevels.length === 0}<p class="alarm mt-1">
        ▲ Say which level is the event; it is never guessed.
      </p>{/if}
  {/if}
  {#if brief.candidates > 0}<p class="quiet mt-1">The outcome is fixed because candidates exist.</p>{/if}

  <h1 class="mt-6">The stakes</h1>
  <StakesSentence {brief} disabled={fixed} {keep} words={named} />
  <BreakEven {brief} />

  <h1 class="mt-6">The campaign</h1>
  <CampaignSentence {brief} disabled={fixed} {keep} />

  <h1 class="mt-6">What decides</h1>
  <DecidingSentence {brief} disabled={fixed} {keep} />
  <p class="mt-5">
    <a class="action inline-block" href={`/briefs/${brief.id}/data`}
      >{brief.split ? 'See the data' : 'On to the data and its split'}</a
    >
  </p>
</div>

<style>
  .sentence {
    font: 15px/2.15 var(--font-serif);
    margin: 6px 0 0;
  }
  .level {
    border: 1px solid var(--color-rule);
    border-radius: 3px;
    background: var(--color-sheet);
    padding: 2px 8px;
    cursor: pointer;
  }
  .level small {
    color: var(--color-ink-2);
    margin-left: 4px;
  }
  .level[aria-pressed='true'] {
    border-color: var(--color-event);
    box-shadow: inset 3px 0 0 var(--color-event);
    font-weight: 600;
  }
  .level.out[aria-pressed='true'] {
    border-color: var(--color-ink-2);
    box-shadow: none;
    text-decoration: line-through;
  }
  .level:disabled {
    cursor: default;
  }
</style>
