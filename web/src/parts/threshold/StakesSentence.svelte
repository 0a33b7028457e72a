<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { BriefView as Brief, Stakes } from '../../api/schema';
  import type { Change } from '../../lib/decision';
  import NumberField from '../NumberField.svelte';

  /** What acting costs and brings, as a sentence with editable amounts. */
  interface Props {
    brief: Brief;
    disabled: boolean;
    keep: (change: Change) => void;
    /** how the words for acting and the currency are shown; plain without it */
    words?: Snippet<['acting' | 'currency']>;
    /** whether amounts are kept while they are typed */
    live?: boolean;
    compact?: boolean;
  }
  let { brief, disabled, keep, words, live = false, compact = false }: Props = $props();

  const amount = (field: keyof Stakes) => (value: number | null) => keep({ stakes: { [field]: value } });
  const width = $derived(compact ? '58px' : '72px');
</script>

{#snippet word(field: 'acting' | 'currency')}{#if words}{@render words(field)}{:else}{brief.decision.words[
      field
    ]}{/if}{/snippet}
{#snippet each()}{#if brief.data.valueColumn}<b class="each" title="the value of a record, set on Data"
      >× {brief.data.valueColumn}</b
    >{/if}{/snippet}
{#snippet field(name: keyof Stakes, label: string, factor: number)}
  <NumberField
    {label}
    value={brief.decision.stakes[name]}
    {factor}
    {width}
    {live}
    {disabled}
    change={amount(name)}
  />
{/snippet}

<p class="sentence" class:compact>
  <span class:capital={!words}>{@render word('acting')}</span> one of the {brief.decision.words.records} costs
  {@render word('currency')}
  {@render field('actionCost', 'Action cost', 1)}. It works on
  {@render field('successRate', 'Success rate, %', 100)} % of the {brief.decision.words.events}, and then
  earns
  {@render field('gainIfCaught', 'Gain if caught', 1)}{@render each()}. Missing one costs
  {@render field('missCost', 'Miss cost', 1)}{@render each()}, a false alarm costs another
  {@render field('falseAlarmCost', 'False-alarm cost', 1)}, and leaving anybody else alone is worth
  {@render field('leaveValue', 'Leave value', 1)}.
</p>

<style>
  .sentence {
    font: 15px/2.15 var(--font-serif);
    margin: 6px 0 0;
  }
  .sentence.compact {
    font-size: 14px;
    line-height: 1.95;
    margin: 0;
  }
  .capital::first-letter {
    text-transform: uppercase;
  }
  .capital {
    display: inline-block;
  }
  .each {
    font: 600 12px var(--font-sans);
    color: var(--color-event);
    margin-left: 3px;
    white-space: nowrap;
  }
</style>
