<script lang="ts">
  import type { BriefView as Brief, Campaign } from '../../api/schema';
  import type { Change } from '../../lib/decision';
  import NumberField from '../NumberField.svelte';

  /** How many can be acted on, of how many, at which event rate. */
  interface Props {
    brief: Brief;
    disabled: boolean;
    keep: (change: Change) => void;
    /** whether amounts are kept while they are typed */
    live?: boolean;
    compact?: boolean;
  }
  let { brief, disabled, keep, live = false, compact = false }: Props = $props();

  const amount = (field: keyof Campaign) => (value: number | null) => keep({ campaign: { [field]: value } });
</script>

<p class="sentence" class:compact>
  At most <NumberField
    label="Capacity"
    value={brief.decision.campaign.capacity}
    optional
    placeholder="no limit"
    {live}
    {disabled}
    change={amount('capacity')}
  /> of
  <NumberField
    label="Campaign size"
    value={brief.decision.campaign.size}
    {live}
    {disabled}
    change={amount('size')}
  />
  {brief.decision.words.records} can be acted on. The event rate to expect then is
  <NumberField
    label="Planned event rate, %"
    value={brief.decision.campaign.plannedRate}
    factor={100}
    optional
    placeholder="as here"
    width="76px"
    {live}
    {disabled}
    change={amount('plannedRate')}
  /> %.
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
</style>
