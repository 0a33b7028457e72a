<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Choice from '../Choice.svelte';
  import { onDestroy, untrack } from 'svelte';
  import type {
    Balance,
    BriefView as Brief,
    ColumnView as Column,
    SplitFacts,
    SplitPlan,
    Target,
  } from '../../api/schema';
  import { post } from '../../lib/api';
  import { Latest } from '../../lib/latest';
  import PartsBar from './PartsBar.svelte';
  import SplitWords from './SplitWords.svelte';

  import { levelName } from '../../lib/columns';
  import { count } from '../../lib/format';

  interface Props {
    brief: Brief;
    columns: Column[];
    make: (plan: SplitPlan) => void;
    cancel: (() => void) | null;
  }
  let { brief, columns, make, cancel }: Props = $props();

  const WAIT = 220;
  const TARGETS: [Target, string][] = [
    ['TRAINING', 'training'],
    ['VALIDATION', 'validation'],
    ['RESERVE', 'reserve'],
    ['VALIDATION_AND_RESERVE', 'validation and reserve, half each'],
    ['TRAINING_AND_RESERVE', 'training, a quarter of it reserve'],
    ['LEFT_OUT', 'left out'],
  ];

  /** A column that the brief names for the purpose decides, unless somebody says otherwise. */
  const roleColumn = (of: SplitPlan['method']) =>
    columns.find((c) => c.setup.role === (of === 'DATE' ? 'DATE' : 'PART') && !c.outcome)?.name ?? null;
  const suggested = (): SplitPlan['method'] =>
    roleColumn('COLUMN') ? 'COLUMN' : roleColumn('DATE') ? 'DATE' : 'SHARES';

  const old = untrack(() => brief.split?.plan ?? null);
  let method = $state<SplitPlan['method']>(old?.method ?? suggested());
  let shares = $state((old?.shares ?? [0.5, 0.25, 0.25]).map((s) => Math.round(s * 1000) / 10));
  let seed = $state(old?.seed ?? 1);
  let column = $state<string | null>(old?.column ?? roleColumn(untrack(() => method)));
  let levels = $state<Record<string, Target>>({ ...(old?.levels as Record<string, Target> | null) });
  let validationFrom = $state(old?.validationFrom ?? '');
  let reserveFrom = $state(old?.reserveFrom ?? '');
  let leaveOutMissing = $state(old?.leaveOutMissing ?? false);
  /** an identifier of which each value fills several records is the unit, unless somebody says otherwise */
  const repeated = untrack(() =>
    columns.find(
      (c) => c.setup.role === 'IDENTIFIER' && c.distinct > 1 && 2 * c.distinct <= c.records - c.missing,
    ),
  );
  let groupBy = $state<string | null>(old ? old.groupBy : (repeated?.name ?? null));
  /** What somebody said of exact copies, and until then what the first look says: apart where they are equal by chance. */
  let copiesAsked = $state(old?.copiesTogether ?? null);
  let equalByChance = $state<boolean | null>(null);
  const copiesTogether = $derived(copiesAsked ?? equalByChance === false);
  let folds = $state(old?.folds ?? 5);
  let balance = $state<Balance['method']>(old?.balance.method ?? 'NONE');
  let balanceShare = $state(old && old.balance.share > 0 ? old.balance.share * 100 : 25);

  let facts = $state.raw<SplitFacts | null>(null);
  let refusal = $state<string | null>(null);

  const dates = $derived(columns.filter((c) => c.type === 'DATE' && !c.outcome));
  const few = $derived(
    columns.filter(
      (c) => !c.outcome && c.distinct >= 2 && c.distinct <= 12 && c.levels.length === c.distinct,
    ),
  );
  const identifiers = $derived(columns.filter((c) => c.setup.role === 'IDENTIFIER'));
  const deciding = $derived(columns.find((c) => c.name === column) ?? null);
  const total = $derived(shares.reduce((a, b) => a + b, 0));

  const plan = $derived<SplitPlan>({
    method,
    shares: method === 'COLUMN' ? null : shares.map((s) => s / total),
    seed,
    column: method === 'SHARES' ? null : column,
    levels: method === 'COLUMN' ? levels : null,
    validationFrom: method === 'DATE' && validationFrom ? validationFrom : null,
    reserveFrom: method === 'DATE' && reserveFrom ? reserveFrom : null,
    leaveOutMissing,
    groupBy: method === 'COLUMN' ? null : groupBy,
    copiesTogether,
    folds,
    balance: { method: balance, share: balance === 'NONE' ? 0 : balanceShare / 100 },
  } as SplitPlan);
  untrack(() => method === 'COLUMN' && old === null && guess());

  const ready = $derived(method === 'SHARES' || column !== null);

  const latest = new Latest<SplitFacts>(WAIT, (found, why) => {
    refusal = why;
    if (found === null) return;
    const first = equalByChance === null;
    equalByChance = found.equalByChance;
    const askedAnew = first && copiesAsked === null && !found.equalByChance && found.straddlingCopies > 0;
    if (!askedAnew) facts = found;
  });

  $effect(() => {
    const wanted = plan;
    if (ready) latest.ask(() => post<SplitFacts>(`/briefs/${brief.id}/split/preview`, wanted));
    else {
      latest.drop();
      facts = null;
    }
  });
  onDestroy(() => latest.drop());

  function choose(next: SplitPlan['method']) {
    method = next;
    const fits = next === 'DATE' ? dates : few;
    if (!fits.some((c) => c.name === column)) {
      column =
        (fits.find((c) => c.setup.role === (next === 'DATE' ? 'DATE' : 'PART')) ?? fits[0])?.name ?? null;
    }
    if (next === 'COLUMN') guess();
  }

  /** Levels begin in the parts that their order suggests; each can be moved. */
  function guess() {
    const names = deciding?.levels.map((l) => l.text) ?? [];
    const known = names.every((n) => levels[n]);
    if (!known)
      levels = Object.fromEntries(names.map((n, i) => [n, i === 0 ? 'TRAINING' : 'VALIDATION_AND_RESERVE']));
  }
</script>

<div class="flex flex-wrap items-end gap-x-4 gap-y-2">
  <h2 class="self-center">Split</h2>
  <div role="group" aria-label="How records are dealt" class="flex">
    {#each [['SHARES', 'by shares'], ['DATE', 'by date'], ['COLUMN', 'by a column']] as const as [value, words] (value)}
      <Button
        class="seg"
        aria-pressed={method === value}
        disabled={(value === 'DATE' && dates.length === 0) || (value === 'COLUMN' && few.length === 0)}
        onclick={() => choose(value)}>{words}</Button
      >
    {/each}
  </div>
  {#if method !== 'SHARES'}
    <label class="quiet"
      >column
      <Choice class="field block" bind:value={column} onchange={guess} aria-label="Column that decides">
        {#each method === 'DATE' ? dates : few as c (c.name)}<option value={c.name}>{c.name}</option>{/each}
      </Choice>
    </label>
  {/if}
  {#if method !== 'COLUMN'}
    {#each ['training', 'validation', 'reserve'] as part, i (part)}
      <label class="quiet"
        >{part === 'reserve' ? 'reserve (final hold-out)' : part} %
        <Input
          class="field block w-16! text-right"
          type="number"
          min="1"
          max="98"
          bind:value={shares[i]}
          aria-label="{part} share"
        />
      </label>
    {/each}
  {/if}
  {#if method === 'DATE'}
    <label class="quiet"
      >or validation from
      <Input class="field block" type="date" bind:value={validationFrom} aria-label="validation from" />
    </label>
    <label class="quiet"
      >reserve from
      <Input class="field block" type="date" bind:value={reserveFrom} aria-label="reserve from" />
    </label>
  {/if}
  <label class="quiet"
    >seed
    <Input class="field block w-28! text-right" type="number" bind:value={seed} aria-label="seed" />
  </label>
  <label class="quiet"
    >folds
    <Input
      class="field block w-14! text-right"
      type="number"
      min="2"
      max="50"
      bind:value={folds}
      aria-label="folds"
    />
  </label>
</div>
{#if method === 'COLUMN' && deciding}
  <div class="mt-2 flex flex-wrap gap-3">
    {#each deciding.levels as level (level.text)}
      <label class="quiet"
        >{levelName(level.text)}
        <Choice class="field" bind:value={levels[level.text]} aria-label="Part of {levelName(level.text)}">
          {#each TARGETS as [value, words] (value)}<option {value}>{words}</option>{/each}
        </Choice>
      </label>
    {/each}
  </div>
{/if}
<div class="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1">
  {#if method !== 'COLUMN' && identifiers.length > 0}
    <label
      >keep together all of one
      <Choice
        class="field"
        value={groupBy ?? ''}
        onpick={(to) => (groupBy = to || null)}
        aria-label="Grouped by"
      >
        <option value="">nothing</option>
        {#each identifiers as c (c.name)}<option value={c.name}>{c.name}</option>{/each}
      </Choice>
    </label>
  {/if}
  {#if repeated && groupBy === repeated.name && method !== 'COLUMN'}
    <span class="quiet"
      >{count(repeated.distinct)} of {repeated.name} fill {count(repeated.records - repeated.missing)} records;
      each stays in one part</span
    >
  {/if}
  {#if groupBy === null || method === 'COLUMN'}
    <label
      ><Checkbox bind:checked={() => copiesTogether, (on) => (copiesAsked = on)} /> exact copies stay in one part</label
    >
  {/if}
  {#if method !== 'SHARES' && deciding && deciding.missing > 0}
    <label><Checkbox bind:checked={leaveOutMissing} /> leave out records without {column}</label>
  {/if}
  <label
    >rare events in training:
    <Choice class="field" bind:value={balance} aria-label="Rare events">
      <option value="NONE">as they are</option>
      <option value="WEIGHTS">weigh {brief.decision.words.events} more</option>
      <option value="THINNING">thin the others</option>
    </Choice>
  </label>
  {#if balance !== 'NONE'}
    <label
      >until {brief.decision.words.events} make up
      <Input
        class="field w-16! text-right"
        type="number"
        min="1"
        max="90"
        bind:value={balanceShare}
        aria-label="Share of events"
      /> %
    </label>
  {/if}
</div>
{#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
{#if facts}
  <div class="mt-2" class:opacity-50={refusal !== null}>
    <PartsBar {brief} {facts} sealed={false} />
    <SplitWords {brief} {plan} {facts} />
    {#if facts.straddlingGroups && facts.groupedBy !== null && groupBy === null && method !== 'COLUMN'}
      <Button class="chip" onclick={() => (groupBy = facts!.groupedBy)}
        >keep all of one {facts.groupedBy} together</Button
      >
    {/if}
  </div>
{/if}
<div class="mt-2 flex gap-2">
  <Button class="action" disabled={!ready || refusal !== null || facts === null} onclick={() => make(plan)}>
    {brief.split ? 'Split anew' : 'Split'}{facts?.parts[2]?.records === 0
      ? ' without a reserve'
      : ' and seal the reserve'}
  </Button>
  {#if cancel}<Button class="action plain" onclick={cancel}>Leave it as it is</Button>{/if}
</div>

<style>
</style>
