<script lang="ts">
  import Choice from './Choice.svelte';
  import type { BriefView as Brief, DecidingMeasure as Deciding, DecidingKind } from '../api/schema';
  import type { Change } from '../lib/decision';
  import NumberField from './NumberField.svelte';

  /** By what candidates are ordered and the leader is chosen. */
  interface Props {
    brief: Brief;
    disabled: boolean;
    keep: (change: Change) => void;
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
  const share = $derived(
    brief.decision.campaign.deciding ? SHARES[brief.decision.campaign.deciding.kind] : undefined,
  );
  const change = (deciding: Deciding | null) => keep({ campaign: { deciding } });
</script>

<p class="sentence">
  Candidates are ordered, and the leader is chosen, on validation by
  <Choice
    class="field font-sans! not-italic!"
    aria-label="Deciding measure"
    {disabled}
    value={brief.decision.campaign.deciding?.kind ?? ''}
    onpick={(to) => change(to === '' ? null : { kind: to as DecidingKind, at: null })}
  >
    <option value=""
      >what fits the stakes{brief.decision.campaign.deciding ? '' : `: ${brief.worth.decidesBy}`}</option
    >
    {#each KINDS as [kind, words] (kind)}<option value={kind}>{words}</option>{/each}
  </Choice>{#if share && brief.decision.campaign.deciding}
    {share[0]}
    <NumberField
      label="Share of the deciding measure, %"
      value={brief.decision.campaign.deciding.at}
      factor={100}
      optional
      placeholder="capacity"
      {disabled}
      change={(at) => change({ kind: brief.decision.campaign.deciding!.kind, at })}
    />
    {share[1]}{/if}.
</p>

<style>
  .sentence {
    font: 15px/2.15 var(--font-serif);
    margin: 6px 0 0;
  }
</style>
