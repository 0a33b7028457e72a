<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { AnswerView as Answer, BriefView as Brief, InverseView } from '../../api/schema';
  import type { Comparison } from '../../lib/compared';
  import { get } from '../../lib/api';
  import { desk } from '../../lib/desk.svelte';
  import { gain, percent, price } from '../../lib/format';
  import { pins } from '../../lib/pins.svelte';
  import NumberField from '../NumberField.svelte';

  /** The stakes turned round: how dear must a thing be for the decision to change? */
  let { brief, all }: { brief: Brief; all: Comparison } = $props();

  const row = $derived(desk.row!);
  let asked = $state<number | null>(null);
  let view = $state.raw<InverseView | null>(null);
  let refusal = $state<string | null>(null);
  /** something that can be reached and is not there already */
  const first = $derived.by(() => {
    const most = (all.money.capacityRecords ?? all.part.records) / all.part.records;
    return most > 0.2 ? 0.2 : Math.max(0.01, Math.round(50 * row.best.depth) / 100);
  });
  const depth = $derived(asked ?? first);
  const records = $derived(depth * all.part.records);

  $effect(() => {
    void all.money.worth;
    get<InverseView>(`/comparisons/${brief.id}/inverse/${row.id}?records=${records}`).then(
      (found) => {
        view = found;
        refusal = null;
      },
      (e: Error) => (refusal = e.message),
    );
  });

  const PARAMETERS: Record<string, string> = {
    missCost: 'the miss cost',
    gainIfCaught: 'the gain of a caught one',
    successRate: 'the success rate',
    actionCost: 'the cost of an action',
  };
  const unit = $derived(brief.data.valueColumn ? ` × ${brief.data.valueColumn}` : '');
  const amount = (parameter: string, value: number) =>
    parameter === 'successRate'
      ? `${percent(value)} %`
      : price(brief.decision.words.currency, value) + (parameter === 'actionCost' ? '' : unit);
  const name = (id: number) => desk.nameOf(id) ?? '?';
  const deeper = $derived(view !== null && records > view.bestRecords);

  function toDepth(a: Answer): string {
    if (a.amount === null) return `${PARAMETERS[a.parameter]} alone cannot do it`;
    return `${PARAMETERS[a.parameter]} of ${amount(a.parameter, a.amount)} (now ${amount(a.parameter, a.now)})`;
  }
  const changes = $derived((view?.takeovers ?? []).filter((a) => a.amount !== null));
  const unmoved = $derived(
    Object.keys(PARAMETERS).filter((parameter) => !changes.some((a) => a.parameter === parameter)),
  );
  const reading = $derived.by(() => {
    if (!view) return '';
    const best = percent(view.bestRecords / all.part.records);
    const can = view.depth.filter((a) => a.amount !== null).map(toDepth);
    return (
      `The best cut of ${row.name} lies at ${best} %. ` +
      (can.length > 0
        ? `It would go ${deeper ? 'down' : 'up'} to ${percent(depth)} % at ${can.join(', or ')}.`
        : `No one of these amounts alone takes it to ${percent(depth)} %.`)
    );
  });
  const pinned = () => ({
    kind: 'SENTENCE' as const,
    chapter: 'threshold' as const,
    title: `What it would take to go to ${percent(depth)} %`,
    reading,
    drawing: null,
    cells: null,
  });
</script>

<section aria-label="Inverse questions" {@attach pins.pinnable(pinned)}>
  <div class="flex items-baseline gap-2">
    <h2>How dear must it be?</h2>
    <span class="quiet">one amount changed, all else as it is</span>
    <Button class="chip ml-auto" title="Pin to the report ( . )" onclick={() => pins.offer(pinned())}
      >pin</Button
    >
  </div>
  <p class="question">
    Before the best cut of {row.name} lies at
    <NumberField
      label="Depth to reach, %"
      value={depth}
      factor={100}
      width="56px"
      change={(v) => (asked = v)}
    /> %:
  </p>
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  {#if view}
    {#if !view.withinCapacity}<p class="alarm">
        ▲ That is beyond the capacity; only what can be acted on counts.
      </p>{/if}
    <ul>
      {#each view.depth as a (a.parameter)}<li data-parameter={a.parameter}>{toDepth(a)}</li>{/each}
    </ul>
    <p class="question">
      Now <b>{name(view.leading)}</b> has the best net value of all. Another takes over with
    </p>
    <ul>
      {#each changes as a, i (i)}
        <li>
          {PARAMETERS[a.parameter]}
          {a.amount! > a.now ? 'above' : 'below'}
          {amount(a.parameter, a.amount!)} (now {amount(a.parameter, a.now)}): <b>{name(a.candidate)}</b>
        </li>
      {/each}
      {#if unmoved.length > 0}<li class="quiet">
          no amount of {unmoved
            .map((parameter) => (PARAMETERS[parameter] ?? parameter).replace('the ', ''))
            .join(', ')} changes who is best
        </li>{/if}
    </ul>
    <p class="reading" data-inverse>{reading}</p>
    <p class="quiet">
      Present best of {row.name}: {gain(brief.decision.words.currency, row.best.gainOverNobody)} at {percent(
        row.best.depth,
      )} %.
    </p>
  {:else if !refusal}<p class="quiet">Turning the stakes round …</p>{/if}
</section>

<style>
  .question {
    font: 14px/1.9 var(--font-serif);
    margin: 4px 0 2px;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li {
    padding: 2px 0 2px 10px;
    border-left: 2px solid var(--color-rule);
  }
</style>
