<script lang="ts">
  import type { SensitivityView, ThresholdView } from '../api/schema';
  import type { Change } from '../lib/decision';
  import { get, type Refusal } from '../lib/api';
  import { desk } from '../lib/desk.svelte';
  import { count, gain, percent, some } from '../lib/format';
  import { interval } from '../lib/words';
  import FewAmounts from '../parts/FewAmounts.svelte';
  import NothingYet from '../parts/NothingYet.svelte';
  import Pane from '../parts/Pane.svelte';
  import BreakEven from '../parts/threshold/BreakEven.svelte';
  import Inverse from '../parts/threshold/Inverse.svelte';
  import MeasuresTable from '../parts/threshold/MeasuresTable.svelte';
  import OtherCuts from '../parts/threshold/OtherCuts.svelte';
  import OutcomeGrid from '../parts/threshold/OutcomeGrid.svelte';
  import SensitivityMap from '../parts/threshold/SensitivityMap.svelte';
  import CampaignSentence from '../parts/threshold/CampaignSentence.svelte';
  import StakesSentence from '../parts/threshold/StakesSentence.svelte';

  const brief = $derived(desk.brief!);
  const all = $derived(desk.comparison);
  const row = $derived(desk.row);
  const fixed = $derived(!desk.works);

  let refusal = $state<Refusal | null>(null);
  let failure = $state<string | null>(null);
  let threshold = $state.raw<ThresholdView | null>(null);
  let sensitivity = $state.raw<SensitivityView | null>(null);

  async function keep(change: Change) {
    refusal = await desk.keep(change);
  }

  const failed = (e: Error) => (failure = e.message);
  $effect(() => {
    if (!all || desk.candidateId === null) return;
    const address = `/comparisons/${brief.id}/threshold/${desk.candidateId}`;
    get<ThresholdView>(address).then((found) => {
      threshold = found;
      failure = null;
    }, failed);
  });
  $effect(() => {
    if (!all || all.candidates.length === 0) return;
    get<SensitivityView>(`/comparisons/${brief.id}/sensitivity`).then(
      (found) => (sensitivity = found),
      failed,
    );
  });
  const mine = $derived(threshold?.candidate === desk.candidateId ? threshold : null);
  const best = $derived(row ? row.best.gainOverNobody : 0);
  const lost = $derived(best - (desk.at?.gain ?? 0));
</script>

{#if !all || !row || !desk.at}
  <NothingYet {brief} {all} />
{:else}
  <div class="stakes">
    <StakesSentence {brief} disabled={fixed} {keep} live compact />
    <CampaignSentence {brief} disabled={fixed} {keep} live compact />
    {#if refusal}<p class="refusal" role="alert">{refusal.message}</p>{/if}
    <BreakEven {brief} />
  </div>
  <div class="top">
    <Pane {brief} {all} index={2} chapter="threshold" choosable={false} />
    <OutcomeGrid {brief} {all} at={desk.at} candidate={row.name} />
  </div>
  <p class="reading" data-threshold-line>
    {#if best <= 0}No cut of <b>{row.name}</b> brings more than {brief.decision.words.acting} nobody: on these stakes
      leave everybody alone.
    {:else}The best cut of <b>{row.name}</b> lies at {percent(row.best.depth)} % ({some(
        row.best.records,
        brief.decision.words.records,
      )}) and brings {gain(brief.decision.words.currency, best)}{lost > 0.5
        ? `; the present cut brings ${gain(brief.decision.words.currency, lost).replace('+', '')} less`
        : ', which is where the cut is'}. For a campaign of {count(brief.decision.campaign.size)} the present cut
      means {brief.decision.words.acting}
      about {count(Math.round(desk.at.records * all.money.campaignFactor))} and {gain(
        brief.decision.words.currency,
        desk.at.gain * all.money.campaignFactor,
      )} ({interval(desk.at.gainLow, desk.at.gainHigh, (v) =>
        gain(brief.decision.words.currency, v * all.money.campaignFactor),
      )}).{/if}
  </p>
  <FewAmounts valueColumn={all.money.valueColumn} />
  {#if failure}<p class="refusal" role="alert">{failure}</p>{/if}
  <div class="two">
    <MeasuresTable {brief} {all} at={desk.at} candidate={row.name} view={mine} />
    {#if mine}<OtherCuts {brief} {all} at={desk.at} view={mine} />{:else}<p class="quiet">
        Looking for the best of each …
      </p>{/if}
  </div>
  <h2 class="mt-4 mb-1">Measures against the threshold</h2>
  <div class="three">
    <Pane {brief} {all} index={3} chapter="threshold" choosable={false} />
    <Pane {brief} {all} index={4} chapter="threshold" choosable={false} />
    <Pane {brief} {all} index={5} chapter="threshold" choosable={false} />
  </div>
  <div class="two mt-4">
    {#if sensitivity?.map}
      <SensitivityMap {brief} {all} view={sensitivity} />
    {:else if sensitivity}
      <p class="reading">
        There is no map: one side of the cost ratio is 0, so no cut is a matter of degree. Give both acting
        and catching a price.
      </p>
    {:else}<p class="quiet">Trying other stakes …</p>{/if}
    <Inverse {brief} {all} />
  </div>
{/if}

<style>
  .top {
    display: grid;
    grid-template-columns: minmax(0, 1.45fr) minmax(0, 1fr);
    gap: 14px;
    height: 306px;
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
    gap: 18px;
    align-items: start;
  }
  .three {
    display: grid;
    grid-template-columns: repeat(3, minmax(0, 1fr));
    gap: 12px;
    height: 270px;
  }
  .stakes :global(.reading) {
    margin: 2px 2px 7px;
  }
</style>
