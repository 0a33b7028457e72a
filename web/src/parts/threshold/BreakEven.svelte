<script lang="ts">
  import type { BriefView as Brief } from '../../api/schema';
  import { rate } from '../../lib/format';

  /** From which event probability on acting pays. */
  let { brief }: { brief: Brief } = $props();

  const nothing = $derived(brief.gainIfCaught === 0 && brief.missCost === 0 && brief.actionCost === 0);
</script>

<p class="reading" data-break-even>
  {#if nothing}Say what acting costs and what it earns; money is counted by it.
  {:else if brief.whenActingPays === 'NEVER_PAYS' && !brief.valueColumn}On these stakes acting can never pay:
    not even a sure one of the {brief.eventsNoun} is worth {brief.acting}.
  {:else if brief.whenActingPays === 'ALWAYS_PAYS'}On these stakes acting always pays: {brief.acting} somebody who
    is none of the {brief.eventsNoun} costs nothing.
  {:else if brief.valueColumn}Money is counted by <b>{brief.valueColumn}</b>: each of the {brief.recordsNoun} has
    a break-even probability of its own.
  {:else}On these stakes acting pays from an event probability of <b>{rate(brief.breakEven)} %</b>.{/if}
</p>
