<script lang="ts">
  import type { BriefView as Brief } from '../api/schema';
  import type { Comparison } from '../lib/compared';
  import { desk } from '../lib/desk.svelte';
  import { fixed, gain, half, percent } from '../lib/format';
  import type { ColumnKey } from '../lib/layout.svelte';
  import { gapOf, known, type Shown } from '../lib/ranked';
  import { adjusted, interval, VERDICTS } from '../lib/words';

  interface Props {
    key: ColumnKey;
    shown: Shown;
    brief: Brief;
    all: Comparison;
  }
  /** One candidate's figure in one column, with its interval or what it rests on. */
  let { key, shown, brief, all }: Props = $props();

  const row = $derived(shown.row);
  const at = $derived(shown.at);
  const against = $derived(shown.against);
  const reference = $derived(all.candidates.find((c) => c.id === all.order.bestReference) ?? null);
  const between = (low: number | null, high: number | null, show: (v: number) => string) =>
    low !== null && high !== null ? `${show(low)}–${show(high)}` : desk.settled ? 'no interval' : '…';
</script>

{#if key === 'capture'}
  {percent(at.capture)}<small class="sub">{between(at.captureLow, at.captureHigh, percent)}</small>
{:else if key === 'lift'}
  {fixed(at.lift, 2)}<small class="sub">{between(at.liftLow, at.liftHigh, (v) => fixed(v, 2))}</small>
{:else if key === 'precision'}
  {percent(at.precision)}<small class="sub">{between(at.precisionLow, at.precisionHigh, percent)}</small>
{:else if key === 'gain'}
  <b class="font-semibold">{gain('', at.gain)}</b><small
    class="sub"
    title={interval(at.gainLow, at.gainHigh, (v) => gain(brief.decision.words.currency, v))}
    >{at.gainLow === null || at.gainHigh === null ? '…' : half(at.gainLow, at.gainHigh)}</small
  >
{:else if key === 'best'}
  {gain('', row.best.gainOverNobody)}<small class="sub">at {percent(row.best.depth)} %</small>
{:else if key === 'auc'}
  {fixed(row.auc.auc, 3)}<small class="sub">{between(row.auc.low, row.auc.high, (v) => fixed(v, 3))}</small>
{:else if key === 'gap'}
  {#if row.alarms.some((a) => a.kind === 'doesNotCarryOver')}<span class="alarm" title="does not carry over"
      >▲ {fixed(gapOf(row), 3)}</span
    >{:else}{fixed(gapOf(row), 3)}{/if}<small class="sub" title="AUC on training itself"
    >trained {fixed(row.training.auc, 2)}</small
  >
{:else if key === 'inputs'}
  {row.inputs}
{:else if key === 'known'}
  {known(row)}<small class="sub max-w-[110px] truncate" title={row.known.last}
    >{row.known.days ? row.known.last : row.known.undated > 0 ? `${row.known.undated} undated` : ''}</small
  >
{:else if key === 'looks'}
  {row.looks}
{:else if key === 'verdict'}
  {#if row.id === all.order.leader}<span class="lead">leader</span>
  {:else}
    <span
      class="named"
      class:quiet={against?.verdict === 'BEHIND'}
      class:lead={against?.verdict === 'AHEAD'}
      title={against
        ? `net value at this cut less the leader’s ${gain(brief.decision.words.currency, against.netValue.difference)}, 95 % interval ` +
          `${interval(against.netValue.low, against.netValue.high, (v) => gain(brief.decision.words.currency, v))}, ` +
          `Holm-${adjusted(against)}`
        : ''}><i>money</i> {against ? VERDICTS[against.verdict] : '…'}</span
    ><span
      class="named"
      class:quiet={row.byAuc.verdict === 'BEHIND'}
      class:lead={row.byAuc.verdict === 'AHEAD'}
      title={row.byAuc.adjustedP === null ? '' : `Holm-adjusted p ${row.byAuc.adjustedP.toPrecision(2)}`}
      ><i>AUC</i> {VERDICTS[row.byAuc.verdict]}</span
    >
  {/if}
  {#if row.byAuc.beatsReference === false}<small class="alarm beaten"
      >▲ does not beat {reference?.name ?? 'the reference'}</small
    >{/if}
{:else if key === 'aucVerdict'}
  <span class:quiet={row.byAuc.verdict === 'BEHIND'} class:lead={row.byAuc.verdict === 'LEADER'}
    >{VERDICTS[row.byAuc.verdict]}</span
  >{#if row.byAuc.adjustedP !== null}<small class="sub">p {row.byAuc.adjustedP.toPrecision(2)}</small>{/if}
{/if}

<style>
  .lead {
    color: var(--color-spruce);
  }
  .named {
    display: block;
    white-space: nowrap;
    line-height: 1.3;
  }
  .named i {
    display: inline-block;
    min-width: 41px;
    font-style: normal;
    font-size: 11px;
    color: var(--color-ink-2);
  }
  .beaten {
    display: block;
    font-size: 11px;
    line-height: 1.25;
    max-width: 120px;
  }
</style>
