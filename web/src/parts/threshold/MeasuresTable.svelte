<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import type { BriefView as Brief, ThresholdView, BestView as Best } from '../../api/schema';
  import type { Comparison } from '../../lib/compared';
  import type { AtCut } from '../../lib/curve';
  import { desk } from '../../lib/desk.svelte';
  import { cellsOf as rowsOf } from '../../lib/files';
  import { percent, score } from '../../lib/format';
  import {
    cellsOf,
    measure,
    MEASURES,
    numbers,
    shown,
    undefinedBecause,
    type Measure,
  } from '../../lib/measures';
  import { pins } from '../../lib/pins.svelte';

  /** All measures at the cut, each with its best; a row moves the cut there. */
  let {
    brief,
    all,
    at,
    candidate,
    view,
  }: { brief: Brief; all: Comparison; at: AtCut; candidate: string; view: ThresholdView | null } = $props();

  const cells = $derived(cellsOf(all.part, at));
  let opened = $state<string | null>(null);
  const best = (m: Measure): Best | null => view?.best.find((b) => b.measure === m.name) ?? null;
  const accuracy = $derived(measure('accuracy').of(cells));
  const rule = (m: Measure) => `best ${m.label}`;

  function move(m: Measure, found: Best) {
    if (found.records !== null) desk.moveTo(found.records, { kind: 'BEST_MEASURE', measure: m.name });
  }

  const reading = $derived.by(() => {
    if (!view || accuracy === null) return '';
    const nobody = `${percent(view.accuracyOfNobody)} %`;
    const verdict = accuracy > view.accuracyOfNobody ? 'more' : 'no more';
    return (
      `Accuracy at the cut is ${percent(accuracy)} %; acting on nobody alone reaches ${nobody}, so the cut is ${verdict} ` +
      `accurate than doing nothing. With rare ${brief.decision.words.events} accuracy is the wrong thing to look at.`
    );
  });
  let table: HTMLTableElement;
  const pinned = () => ({
    kind: 'TABLE' as const,
    chapter: 'threshold' as const,
    title: `Measures at the cut and their best, ${candidate}`,
    reading,
    drawing: null,
    cells: rowsOf(table),
  });
</script>

<section aria-label="Measures" {@attach pins.pinnable(pinned)}>
  <div class="mb-1 flex items-baseline gap-2">
    <h2 class="whitespace-nowrap">Measures at the cut, and the best of each</h2>
    <span class="quiet"
      >validation{all.rate.eventFactor === 1 ? '' : ' at its own event rate'}; a best moves the cut</span
    >
    <Button class="chip ml-auto" title="Pin to the report ( . )" onclick={() => pins.offer(pinned())}
      >pin table</Button
    >
  </div>
  <Table class="plain" {@attach (found) => void (table = found as HTMLTableElement)}>
    <thead>
      <tr>
        <th>Measure</th><th class="n">At the cut</th><th class="n">Best</th><th class="n">from score</th><th
          class="n">at depth %</th
        >
      </tr>
    </thead>
    <tbody>
      {#each MEASURES as m (m.name)}
        {@const value = m.of(cells)}
        {@const found = best(m)}
        <tr data-measure={m.name} class:here={found?.records === at.records}>
          <td
            ><Button
              class="term"
              aria-expanded={opened === m.name}
              onclick={() => (opened = opened === m.name ? null : m.name)}>{m.label}</Button
            ></td
          >
          <td
            class="n"
            data-figure="value"
            title={value === null ? `undefined: ${undefinedBecause(cells)}` : undefined}>{shown(m, value)}</td
          >
          <td class="n">
            {#if found && found.records !== null}
              <Button
                class="go"
                data-best
                title="Move the cut to the {rule(m)}"
                onclick={() => move(m, found)}>{shown(m, found.value)}</Button
              >
            {:else}<span class="quiet">{m.sought ? '–' : 'not sought'}</span>{/if}
          </td>
          <td class="n">{found?.records ? score(found.threshold) : found?.records === 0 ? 'nobody' : ''}</td>
          <td class="n">{found && found.records !== null ? percent(found.records / all.part.records) : ''}</td
          >
        </tr>
        {#if m.name === 'accuracy' && found?.records === 0}
          <tr class="told" data-unprinted="1" data-nobody>
            <td colspan="5"
              >No threshold is right more often than acting on nobody, as is usual for rare outcomes.</td
            >
          </tr>
        {/if}
        {#if opened === m.name}
          <tr class="told" data-unprinted="1">
            <td colspan="5">
              <p>{m.what}</p>
              <p><span class="quiet">formula</span> {m.formula}</p>
              <p><span class="quiet">here</span> <span data-numbers>{numbers(m, cells)}</span></p>
              <p><span class="quiet">beware</span> {m.beware}</p>
            </td>
          </tr>
        {/if}
      {/each}
    </tbody>
  </Table>
  {#if reading}<p class="reading">{reading}</p>{/if}
</section>

<style>
  section :global(table.plain td) {
    padding: 0 8px;
    height: 25px;
  }
  tr.here td {
    background: var(--color-cut-wash);
  }
  .told td {
    background: var(--color-aside);
    font-size: 12px;
  }
  .told p {
    margin: 2px 0;
  }
</style>
