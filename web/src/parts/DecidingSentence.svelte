<script lang="ts">
  import type { BriefView as Brief, DecidingMeasure as Deciding, Edit, DecidingKind } from '../api/schema';
  import NumberField from './NumberField.svelte';

  /** By what candidates are ordered and the leader is chosen. */
  interface Props {
    brief: Brief;
    disabled: boolean;
    keep: (change: Partial<Edit>) => void;
  }
  let { brief, disabled, keep }: Props = $props();

  const KINDS: [DecidingKind, string][] = [
    ['NET_VALUE', 'net value at the best cut within the capacity'],
    ['CAPTURE', 'capture rate at a depth'],
    ['AUC', 'AUC'],
    ['AVERAGE_PRECISION', 'average precision'],
    ['PARTIAL_AUC', 'partial AUC'],
  ];
  const SHARES: Partial<Record<DecidingKind, [before: string, after: string]>> = {
    CAPTURE: ['of', '% of the population'],
    PARTIAL_AUC: ['up to a false-positive rate of', '%'],
  };
  const share = $derived(brief.deciding ? SHARES[brief.deciding.kind] : undefined);
  const change = (deciding: Deciding | null) => keep({ deciding });
</script>

<p class="sentence">
  Candidates are ordered, and the leader is chosen, on validation by
  <select
    class="field font-sans not-italic"
    aria-label="Deciding measure"
    {disabled}
    value={brief.deciding?.kind ?? ''}
    onchange={(e) =>
      change(e.currentTarget.value === '' ? null : { kind: e.currentTarget.value as DecidingKind, at: null })}
  >
    <option value="">what fits the stakes{brief.deciding ? '' : `: ${brief.decidesBy}`}</option>
    {#each KINDS as [kind, words] (kind)}<option value={kind}>{words}</option>{/each}
  </select>{#if share && brief.deciding}
    {share[0]}
    <NumberField
      label="Share of the deciding measure, %"
      value={brief.deciding.at}
      factor={100}
      optional
      placeholder="capacity"
      {disabled}
      change={(at) => change({ kind: brief.deciding!.kind, at })}
    />
    {share[1]}{/if}.
</p>

<style>
  .sentence {
    font: 15px/2.15 var(--font-serif);
    margin: 6px 0 0;
  }
</style>
