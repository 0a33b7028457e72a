<script lang="ts">
  import type { BriefView as Brief, SplitFacts, SplitPlan } from '../../api/schema';
  import { count, counted, rate, some } from '../../lib/format';
  import { nth } from '../../lib/nth';

  /** What a split means, in sentences, with its warnings. */
  let { brief, plan, facts }: { brief: Brief; plan: SplitPlan; facts: SplitFacts } = $props();

  const MOSTLY = 2 / 3;
  const training = $derived(nth(facts.parts, 0));
  const share = $derived(training.events / training.records);
  const method = $derived(
    plan.method === 'DATE'
      ? `by ${plan.column}, the latest to validation and reserve`
      : plan.method === 'COLUMN'
        ? `as ${plan.column} says`
        : `at random within each outcome`,
  );
  const together = $derived(
    plan.groupBy !== null
      ? `; all of one ${plan.groupBy} stay together`
      : plan.copiesTogether
        ? '; exact copies stay together'
        : '',
  );
</script>

<p class="reading mb-0">
  {#if share > MOSTLY}All but about <b>1 in {count(Math.round(1 / (1 - share)))}</b> training {brief.decision
      .words.records} are among the {brief.decision.words.events}{:else}About <b
      >1 in {count(Math.round(1 / share))}</b
    >
    training {brief.decision.words.records} is among the {brief.decision.words.events}{/if} ({rate(share)} %). Dealt
  {method}{together}, seed {plan.seed}.
  {#if facts.leftOut > 0}{some(facts.leftOut, brief.decision.words.records)}
    {facts.leftOut === 1 ? 'is' : 'are'} left out.{/if}
  {#if facts.following === 0}Training has too few days with {brief.decision.words.events} for folds that follow
    each other: no score out of fold, no search, no recalibration.
  {:else if facts.dealt === 0}Training has too few {brief.decision.words.events}, or {brief.decision.words
      .records}
    without, for folds: no score out of fold, no search, no recalibration.
  {:else if plan.method === 'DATE' && facts.following == null}Folds of training follow each other in time.
  {:else if plan.folds > 0 && facts.folds.length}{facts.following ?? facts.dealt ?? plan.folds} folds of training{facts.following
      ? ' follow each other in time, each scored by a model of earlier days,'
      : ''} with {facts.folds[0] === facts.folds[1]
      ? some(nth(facts.folds, 0), brief.decision.words.events)
      : `${count(nth(facts.folds, 0))} to ${count(nth(facts.folds, 1))} ${brief.decision.words.events}`} each{#if facts.dealt && facts.dealt < plan.folds};
      more than {facts.dealt} could not all have both outcomes{/if}.{/if}
  {#if plan.balance.method === 'WEIGHTS'}Learners count each of training’s {brief.decision.words.events}
    {facts.training.weight.toFixed(1)} times; probabilities are corrected back.
  {:else if plan.balance.method === 'THINNING'}Learners see {count(facts.training.records)} training {brief
      .decision.words.records}, all {count(facts.training.events)}
    {brief.decision.words.events} among them; probabilities are corrected back.{/if}
</p>
{#if facts.equalByChance}
  <p class="reading mb-0">
    {counted(facts.copies, 'record equals', 'records equal')} another in every column: by chance, since so few values
    make many {brief.decision.words.records} alike.
  </p>
  {#if plan.copiesTogether && plan.groupBy === null}
    <p class="alarm">
      ▲ Kept together, whole combinations of values are in one part, and the others never meet them.
    </p>
  {/if}
{:else if facts.straddlingCopies > 0}
  <p class="alarm">
    ▲ {counted(facts.straddlingCopies, 'set of exact copies has', 'sets of exact copies have')} members in more
    than one part: validation meets
    {brief.decision.words.records} that training knows.
  </p>
{/if}
{#if facts.straddlingGroups && facts.straddlingGroups > facts.straddlingCopies}
  <p class="alarm">
    ▲ {counted(
      facts.straddlingGroups,
      `value of ${facts.groupedBy} stands`,
      `values of ${facts.groupedBy} stand`,
    )}
    in more than one part.
  </p>
{/if}
