<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { desk } from '../lib/desk.svelte';
  import { count } from '../lib/format';
  import { pins } from '../lib/pins.svelte';
  import { compareLine, levelLine, looksLine, rarest, remarks, sentence, type Phrase } from '../lib/words';
  import BandTable from '../parts/BandTable.svelte';
  import FewAmounts from '../parts/FewAmounts.svelte';
  import NothingYet from '../parts/NothingYet.svelte';
  import Pane from '../parts/Pane.svelte';
  import RibbonTable from '../parts/RibbonTable.svelte';

  const MOST_REMARKS = 2;
  const FEW_EVENTS = 30;
  const brief = $derived(desk.brief!);
  const all = $derived(desk.comparison);
  const least = $derived(all && rarest(brief, all));
  const row = $derived(desk.row);
  let everyRemark = $state(false);

  const rivals = $derived(
    (all?.candidates ?? []).map((candidate) => ({
      row: candidate,
      against: desk.lastAgainst(candidate),
    })),
  );
  const compared = $derived<Phrase[]>(all && row && desk.at ? compareLine(brief, all, desk.at, row) : []);
  const level = $derived<Phrase[]>(all ? levelLine(brief, all, rivals) : []);
  const said = $derived<Phrase[]>([...compared, { text: ' ' }, ...level]);
  const noted = $derived(all ? remarks(all, rivals) : []);
  /** The same alarm of several candidates is told once. */
  const alarms = $derived.by(() => {
    const told: { name: string; meaning: string; who: string[] }[] = [];
    for (const c of all?.candidates ?? []) {
      for (const alarm of c.reference ? [] : c.alarms) {
        const same = told.find((t) => t.name === alarm.name && t.meaning === alarm.meaning);
        if (same) same.who.push(c.name);
        else told.push({ name: alarm.name, meaning: alarm.meaning, who: [c.name] });
      }
    }
    return told;
  });
  const shortAlarms = $derived(
    [...new Set(alarms.map((a) => a.name))].map((name) => ({
      name,
      who: alarms.filter((a) => a.name === name).flatMap((a) => a.who),
    })),
  );
  const pinned = () => ({
    kind: 'SENTENCE' as const,
    chapter: 'comparison' as const,
    title: 'What the comparison says',
    reading: sentence(said),
    drawing: null,
    cells: null,
  });
</script>

{#snippet phrases(list: Phrase[])}{#each list as phrase, i (i)}{#if phrase.bold}<b>{phrase.text}</b
      >{:else}{phrase.text}{/if}{/each}{/snippet}

{#if !all || !row || !desk.at}
  <NothingYet {brief} {all} />
{:else}
  <div class="page">
    <div class="fold">
      <RibbonTable {brief} {all} />
      <div {@attach pins.pinnable(pinned)}>
        <p class="reading" data-reading-line>
          {@render phrases(compared)}
          <span class:pending={!desk.settled}>{@render phrases(level)}</span>
          <Button class="chip pin" title="Pin to the report ( . )" onclick={() => pins.offer(pinned())}
            >pin</Button
          >
        </p>
        {#each everyRemark ? noted : noted.slice(0, MOST_REMARKS) as remark (sentence(remark))}
          <p class="remark" class:pending={!desk.settled}>{@render phrases(remark)}</p>
        {/each}
        {#if noted.length > MOST_REMARKS}
          <Button class="chip mb-1" onclick={() => (everyRemark = !everyRemark)}
            >{everyRemark ? 'fewer' : `${noted.length - MOST_REMARKS} more such remarks`}</Button
          >
        {/if}
      </div>
      {#if least && least.count < FEW_EVENTS}
        <p class="alarm mb-1">
          ▲ <b>few {least.what}:</b> only {count(least.count)} in validation; every figure here swings with each
          of them.
        </p>
      {/if}
      <FewAmounts valueColumn={all.money.valueColumn} />
      {#if alarms.length > 0}
        <details class="alarm mb-2">
          <summary class="truncate"
            >▲ {#each shortAlarms as alarm, i (alarm.name)}{i > 0 ? ' · ' : ''}<b>{alarm.name}</b>: {alarm.who.join(
                ', ',
              )}{/each}</summary
          >
          {#each alarms as alarm (alarm.name + alarm.meaning)}
            <p class="mt-1"><b>{alarm.name}:</b> {alarm.who.join(', ')}. {alarm.meaning}</p>
          {/each}
        </details>
      {/if}
      <div class="panes">
        <Pane {brief} {all} index={0} chapter="comparison" />
        <Pane {brief} {all} index={1} chapter="comparison" />
      </div>
    </div>
    <p class="quiet mt-2" data-looks>{looksLine(brief, all)}</p>
    <BandTable {brief} {all} {row} />
  </div>
{/if}

<style>
  .fold {
    display: flex;
    flex-direction: column;
    min-height: calc(100vh - 48px - 74px - 24px);
  }
  .panes {
    display: grid;
    flex: 1;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 14px;
    min-height: 250px;
    max-height: 480px;
  }
  .remark {
    font: 13px/1.4 var(--font-serif);
    margin: 0 2px 5px;
    padding-left: 10px;
    border-left: 3px solid var(--color-spruce);
  }
  /* said of the cut as it was; the words for this one are on their way */
  .pending {
    opacity: 0.45;
  }
</style>
