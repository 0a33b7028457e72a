<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Choice from '../parts/Choice.svelte';
  import { onMount } from 'svelte';
  import type { ColumnView as Column, ColumnsView as Columns, EventKind, Words } from '../api/schema';
  import { get, type Refusal } from '../lib/api';
  import { levelName } from '../lib/columns';
  import {
    MOST_LEVELS,
    countedNearly,
    countedUnknown,
    held,
    ruled,
    rulesFor,
    saysEvent,
    tellsOutcome,
    toggledEvent,
    toggledLeftOut,
    type Change,
  } from '../lib/decision';
  import { desk } from '../lib/desk.svelte';
  import { count, counted, percent } from '../lib/format';
  import NumberField from '../parts/NumberField.svelte';
  import Tick from '../parts/Tick.svelte';
  import BreakEven from '../parts/threshold/BreakEven.svelte';
  import MembersSheet from '../parts/MembersSheet.svelte';
  import DecidingSentence from '../parts/DecidingSentence.svelte';
  import CampaignSentence from '../parts/threshold/CampaignSentence.svelte';
  import StakesSentence from '../parts/threshold/StakesSentence.svelte';

  const brief = $derived(desk.brief!);
  const fixed = $derived(!desk.works);
  const outcomeFixed = $derived(fixed || brief.progress.candidates > 0);

  let columns = $state.raw<Column[]>([]);
  let refusal = $state<Refusal | null>(null);
  let kept = $state(false);
  let told = $state.raw<Columns['told']>(null);
  /** a rule that still lacks its amount */
  let asked = $state<EventKind | null>(null);

  const RULES: Record<EventKind, string> = {
    ABOVE: 'an amount above',
    BELOW: 'an amount below',
    FILLED: 'any value',
  };

  onMount(() => void loadColumns());

  async function loadColumns() {
    const found = await get<Columns>(`/briefs/${brief.id}/columns`);
    columns = found.columns;
    told = found.told;
    if (found.pending > 0) setTimeout(() => void loadColumns(), 700);
  }

  const chosen = $derived(brief.decision.outcome);
  const outcome = $derived(columns.find((c) => c.name === chosen?.column) ?? null);
  const rules = $derived(outcome ? rulesFor(outcome) : []);
  const rule = $derived(asked ?? chosen?.when?.kind ?? null);
  const nearly = $derived(outcome && chosen ? countedNearly(chosen, outcome.levels) : []);
  const unknown = $derived(outcome && chosen ? countedUnknown(chosen, outcome.levels) : []);

  const begun = (column: string) => ({
    column,
    events: [],
    leftOut: [],
    leaveOutMissing: false,
    when: null,
  });

  /** A rule of amounts is kept once its amount is known. */
  async function turnTo(kind: EventKind | '') {
    if (!chosen) return;
    const at = chosen.when?.at ?? null;
    if (kind === '') {
      asked = null;
      if (chosen.when) await keep({ outcome: ruled(chosen, null, null) });
    } else if (kind === 'FILLED' || at !== null) await keep({ outcome: ruled(chosen, kind, at) });
    else asked = kind;
  }

  /** Keeps changes one after the other, each on the version that the one before made. */
  async function keep(change: Change) {
    refusal = await desk.keep(change);
    kept = refusal === null;
    if (!kept || !('outcome' in change)) return;
    asked = null;
    await loadColumns();
  }
</script>

{#snippet words(field: keyof Words, label: string, width: string)}
  <span class="inline-flex"
    ><Input
      class="field font-sans! not-italic!"
      style="width: {width}"
      aria-label={label}
      value={brief.decision.words[field]}
      disabled={fixed}
      onchange={(e) => keep({ words: { [field]: e.currentTarget.value } })}
    /></span
  >
{/snippet}

{#snippet named(field: 'acting' | 'currency')}
  {#if field === 'acting'}{@render words('acting', 'What acting is, in -ing', '110px')}
  {:else}{@render words('currency', 'Currency', '42px')}{/if}
{/snippet}

<div class="max-w-[820px]">
  <div class="flex items-baseline gap-3">
    <h2 class="title">The question</h2>
    <span class="quiet" aria-live="polite">{kept ? 'kept' : ''}</span>
  </div>
  {#if refusal}<p class="refusal" role="alert">{refusal.message}</p>{/if}
  <label class="mt-2 block">
    <span class="quiet">In one sentence, as you would ask it</span>
    <Input
      class="field mt-1 w-full! font-serif! text-[16px]!"
      aria-label="Question"
      value={brief.decision.question}
      disabled={fixed}
      onchange={(e) => keep({ question: e.currentTarget.value })}
    />
  </label>
  <label class="mt-2 block">
    <span class="quiet">Short name</span>
    <Input
      class="field ml-2 w-60!"
      aria-label="Name"
      value={brief.decision.name}
      disabled={fixed}
      onchange={(e) => keep({ name: e.currentTarget.value })}
    />
  </label>

  <h2 class="title mt-6">The outcome</h2>
  <p class="sentence">
    Each record of <b>{brief.data.name}</b> is one of the {@render words(
      'records',
      'What a record is',
      '110px',
    )}. What became of them stands in
    <Choice
      class="field font-sans! not-italic!"
      aria-label="Outcome column"
      disabled={outcomeFixed}
      value={chosen?.column ?? ''}
      onpick={(to) =>
        keep({
          outcome: to === '' ? null : begun(to),
        })}
    >
      <option value="">choose a column …</option>
      {#each columns.filter(tellsOutcome) as column (column.name)}
        <option value={column.name}>{column.name} · {held(column)}</option>
      {/each}
    </Choice>; those with an event are the {@render words('events', 'What an event is', '110px')}.
  </p>
  {#if outcome && chosen && rules.length > 0}
    <p class="sentence">
      The event is
      <Choice
        class="field font-sans! not-italic!"
        aria-label="What the event is"
        disabled={outcomeFixed}
        value={rule ?? ''}
        onpick={(to) => turnTo(to as EventKind | '')}
      >
        {#if outcome.distinct <= MOST_LEVELS}<option value="">one of its levels</option>
        {:else if rule === null}<option value="">…</option>{/if}
        {#each rules as kind (kind)}<option value={kind}>{RULES[kind]}</option>{/each}
      </Choice>{#if rule === 'ABOVE' || rule === 'BELOW'}&nbsp;<NumberField
          label="Amount"
          value={chosen.when?.at ?? null}
          digits={6}
          disabled={outcomeFixed}
          change={(at) => at !== null && keep({ outcome: ruled(chosen, rule, at) })}
        />{/if}{rule === 'FILLED' ? `; without one there is none.` : '.'}
      {#if told && chosen.when}<span class="quiet" data-told-events
          >{count(told.events)} of {count(told.records)}
          {brief.decision.words.records}, {percent(told.events / told.records)} %</span
        >{/if}
    </p>
  {/if}
  {#if outcome && chosen && rule === null && outcome.distinct <= MOST_LEVELS}
    <div class="mt-1 flex flex-wrap items-center gap-1" role="group" aria-label="Event levels">
      <span class="quiet mr-1">The event is</span>
      {#each outcome.levels as level (level.text)}
        <Button
          class="level"
          aria-pressed={chosen.events.includes(level.text)}
          disabled={outcomeFixed}
          onclick={() => keep({ outcome: toggledEvent(chosen, level.text) })}
        >
          {levelName(level.text)}
          <small>{count(level.records)} · {percent(level.records / outcome.records)} %</small>
        </Button>
      {/each}
      {#if outcome.distinct > outcome.levels.length}<span class="quiet"
          >and {outcome.distinct - outcome.levels.length} rarer levels</span
        >{/if}
    </div>
    {#if outcome.levels.length > 2 && outcome.levels.length <= 20}
      <div class="mt-1 flex flex-wrap items-center gap-1" role="group" aria-label="Levels left out">
        <span class="quiet mr-1">Neither event nor the opposite, so left out:</span>
        {#each outcome.levels.filter((l) => !chosen.events.includes(l.text)) as level (level.text)}
          <Button
            class="level out"
            aria-pressed={chosen.leftOut.includes(level.text)}
            disabled={outcomeFixed}
            onclick={() => keep({ outcome: toggledLeftOut(chosen, level.text) })}
            >{levelName(level.text)}</Button
          >
        {/each}
      </div>
    {/if}
    {#if nearly.length > 0}
      <p class="mt-1 alarm" data-nearly-event>
        ▲ {counted(
          nearly.reduce((n, l) => n + l.records, 0),
          'record holds',
          'records hold',
        )}
        {nearly.map((l) => `“${l.text}”`).join(', ')}, written almost as the event is. They count as no event.
        <Button
          class="chip"
          disabled={outcomeFixed}
          onclick={() =>
            keep({ outcome: { ...chosen, events: [...chosen.events, ...nearly.map((l) => l.text)] } })}
          >they are the event too</Button
        >
      </p>
    {/if}
    {#if unknown.length > 0 && chosen.events.length > 0}
      <p class="mt-1" data-unknown-outcome>
        ≈ {counted(
          unknown.reduce((n, l) => n + l.records, 0),
          'record holds',
          'records hold',
        )}
        {unknown.map((l) => levelName(l.text)).join(', ')} as an outcome that is not known. They count as no event.
        <Button
          class="chip"
          disabled={outcomeFixed}
          onclick={() =>
            keep({
              outcome: { ...chosen, leftOut: [...chosen.leftOut, ...unknown.map((l) => l.text)] },
            })}>leave them out</Button
        >
      </p>
    {/if}
  {/if}
  {#if outcome && chosen}
    {#if outcome.missing > 0 && rule !== 'FILLED'}
      <label class="mt-1 block">
        <Tick
          checked={chosen.leaveOutMissing}
          disabled={outcomeFixed}
          onpick={(to) => keep({ outcome: { ...chosen, leaveOutMissing: to } })}
        />
        <span class:alarm={!chosen.leaveOutMissing}
          >{chosen.leaveOutMissing ? '' : '▲ '}{counted(
            outcome.missing,
            'record misses the outcome; leave it out',
            'records miss the outcome; leave them out',
          )}</span
        >
      </label>
    {/if}
    {#if brief.split}<p class="quiet mt-1">
        Counted over training and validation; the reserve{desk.comparison ? '' : ' (final hold-out)'} is left out.
      </p>{/if}
    {#if !saysEvent(chosen)}<p class="alarm mt-1">
        ▲ Say which {outcome.distinct <= MOST_LEVELS ? 'level is' : 'values are'} the event; it is never guessed.
      </p>{/if}
  {/if}
  {#if brief.progress.candidates > 0}<p class="quiet mt-1">
      The outcome is fixed because candidates exist.
    </p>{/if}

  <h2 class="title mt-6">The stakes</h2>
  <StakesSentence {brief} disabled={fixed} {keep} words={named} />
  <BreakEven {brief} />

  <h2 class="title mt-6">The campaign</h2>
  <CampaignSentence {brief} disabled={fixed} {keep} />

  <h2 class="title mt-6">What decides</h2>
  <DecidingSentence {brief} disabled={fixed} {keep} />
  <h2 class="title mt-6">Who may see it</h2>
  {#key brief.id}<MembersSheet {brief} handedOn={() => desk.open(brief.id)} />{/key}
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
</style>
