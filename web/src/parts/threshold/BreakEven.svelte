<script lang="ts">
  import type { BriefView as Brief } from '../../api/schema';
  import { rate } from '../../lib/format';

  /** From which event probability on acting pays. */
  let { brief }: { brief: Brief } = $props();

  const nothing = $derived(
    brief.decision.stakes.gainIfCaught === 0 &&
      brief.decision.stakes.missCost === 0 &&
      brief.decision.stakes.actionCost === 0,
  );
</script>

<p class="reading" data-break-even>
  {#if nothing}Say what acting costs and what it earns; money is counted by it.
  {:else if brief.worth.whenActingPays === 'NEVER_PAYS' && !brief.data.valueColumn}On these stakes acting can
    never pay: not even a sure one of the {brief.decision.words.events} is worth {brief.decision.words
      .acting}.
  {:else if brief.worth.whenActingPays === 'ALWAYS_PAYS'}On these stakes acting always pays: {brief.decision
      .words.acting} somebody who is none of the {brief.decision.words.events} costs nothing.
  {:else if brief.data.valueColumn}Money is counted by <b>{brief.data.valueColumn}</b>: each of the {brief
      .decision.words.records} has a break-even probability of its own.
  {:else}On these stakes acting pays from an event probability of <b>{rate(brief.worth.breakEven)} %</b>.{/if}
</p>
