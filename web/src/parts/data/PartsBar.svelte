<script lang="ts">
  import Table from 'flowbite-svelte/Table.svelte';
  import type { BriefView as Brief, SplitFacts } from '../../api/schema';
  import { count, NONE, percent, rate } from '../../lib/format';
  import { rarer } from '../../lib/limits';

  interface Props {
    brief: Brief;
    facts: SplitFacts;
    /** the reserve's counts were made when it was sealed */
    sealed: boolean;
  }
  /** The parts in proportion, with the records and events of each. */
  let { brief, facts, sealed }: Props = $props();

  const all = $derived(facts.parts.reduce((sum, p) => sum + p.records, 0));
</script>

<div class="max-w-[680px]">
  <div class="bar" role="img" aria-label="Parts in proportion">
    {#each facts.parts as part (part.part)}<i class={part.part} style:flex={part.records}></i>{/each}
  </div>
  <Table class="w-full" aria-label="Events per part">
    <thead
      ><tr class="quiet"
        ><th><span class="sr-only">Part</span></th><th class="n">{brief.decision.words.records}</th><th
          class="n">%</th
        ><th class="n">{brief.decision.words.events}</th><th class="n">rate %</th><th class="n"
          >capture of 50 % known to</th
        ><th><span class="sr-only">Method</span></th></tr
      ></thead
    >
    <tbody>
      {#each facts.parts as part (part.part)}
        <tr data-part={part.part}>
          <td class="whitespace-nowrap"
            ><i class="key {part.part}"
            ></i>{part.part}{#if part.part === 'reserve' && sealed && part.records > 0}
              <span
                class="quiet ml-2"
                title="Its events were counted when it was sealed, and are not counted again before it is opened."
                >◆ sealed</span
              >{/if}</td
          >
          <td class="n">{count(part.records)}</td>
          <td class="n quiet">{percent(part.records / all)}</td>
          <td class="n font-semibold">{count(part.events)}</td>
          <td class="n">{part.records === 0 ? NONE : rate(part.events / part.records)}</td>
          <td class="n">{part.records === 0 ? NONE : `± ${percent(part.halfWidth)} points`}</td>
          <td class="alarm pl-3"
            >{#if part.records === 0}▲ none: nothing confirms the figures{:else if part.few}▲ fewer than 100 {rarer(
                part,
                brief.decision.words,
                facts.groupedBy,
              ).what}{/if}</td
          >
        </tr>
      {/each}
    </tbody>
  </Table>
</div>

<style>
  .bar {
    display: flex;
    gap: 2px;
    height: 10px;
    margin-bottom: 4px;
  }
  .training {
    background: var(--color-other);
  }
  .validation {
    background: var(--color-spruce);
  }
  .reserve {
    background: repeating-linear-gradient(135deg, var(--color-event) 0 2px, #fff 2px 5px);
  }
  .key {
    display: inline-block;
    width: 9px;
    height: 9px;
    margin-right: 6px;
  }
  th {
    white-space: nowrap;
    font-weight: 400;
    font-size: 11.5px;
    text-align: left;
  }
  .n {
    text-align: right;
    padding-left: 14px;
  }
</style>
