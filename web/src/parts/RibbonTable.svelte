<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import type { BriefView as Brief } from '../api/schema';
  import type { Comparison, Row } from '../lib/compared';
  import { desk } from '../lib/desk.svelte';
  import { cellsOf } from '../lib/files';
  import { COLUMNS, layout, type ColumnKey } from '../lib/layout.svelte';
  import { pins } from '../lib/pins.svelte';
  import { arranged, type Shown } from '../lib/ranked';
  import { compareLine, sentence } from '../lib/words';
  import Popover from './Popover.svelte';
  import Ribbon from './Ribbon.svelte';
  import RibbonFigure from './RibbonFigure.svelte';
  import TermHead from './TermHead.svelte';
  import type { Term } from '../lib/terms';
  import { counted } from '../lib/format';

  let { brief, all }: { brief: Brief; all: Comparison } = $props();

  const highest = $derived(
    Math.max(...all.candidates.filter((c) => !c.reference).flatMap((c) => c.curve.slivers), 1e-9),
  );
  const rows = $derived<Shown[]>(
    all.candidates.flatMap((row) => {
      const at = desk.atOf(row.id);
      return at ? [{ row, at, against: desk.againstLeader(row), colour: desk.colour(row) }] : [];
    }),
  );
  const groups = $derived(arranged(rows, layout.now));
  const hidden = $derived(all.candidates.filter((c) => layout.now.hidden.includes(c.id)));
  const has = (column: ColumnKey) => layout.now.columns.includes(column);
  const heads = $derived<[Term, string][]>([
    ['capture', 'Capture %'],
    ['lift', 'Lift'],
    ['precision', 'Precision %'],
    ['gain', `Net value ${brief.decision.words.currency}`],
    ['best', `Best net value ${brief.decision.words.currency}`],
    ['auc', 'AUC'],
    ['gap', 'Fold − val.'],
    ['inputs', 'Inputs'],
    ['known', 'Known after'],
    ['looks', 'Looks'],
    ['verdict', 'Against leader'],
    ['aucVerdict', 'By AUC'],
  ]);
  const shown = $derived(heads.filter(([key]) => has(key)));
  const numeric = (key: ColumnKey) => key !== 'verdict' && key !== 'aucVerdict';

  function sort(by: string) {
    const now = layout.now.sort;
    layout.change({ sort: now?.by !== by ? { by, down: true } : now.down ? { by, down: false } : null });
  }

  function toggle(column: ColumnKey) {
    layout.change({
      columns: has(column) ? layout.now.columns.filter((c) => c !== column) : [...layout.now.columns, column],
    });
  }

  const kindLine = (row: Row) =>
    row.reference ? row.kindWords : `${row.kindWords}, ${counted(row.inputs, 'input')}`;

  let table: HTMLTableElement;
  const pinned = () => ({
    kind: 'TABLE' as const,
    chapter: 'comparison' as const,
    title: 'Candidates at the cut, on validation',
    reading: desk.at && desk.row ? sentence(compareLine(brief, all, desk.at, desk.row)) : '',
    drawing: null,
    cells: cellsOf(table),
  });
</script>

{#snippet head(key: string, label: string, term: Term | null)}
  {@const mine = layout.now.sort?.by === key}
  <th
    class:n={term !== null && numeric(key as ColumnKey)}
    aria-sort={mine ? (layout.now.sort?.down ? 'descending' : 'ascending') : 'none'}
  >
    {#if term}<TermHead {term} {label} />{:else}{label}{/if}<Button
      class={['sort', mine && 'mine']}
      aria-label="Sort by {label}"
      title="Sort by {label}"
      onclick={() => sort(key)}>{mine ? (layout.now.sort?.down ? '↓' : '↑') : '↕'}</Button
    >
  </th>
{/snippet}

<div class="frame" {@attach pins.pinnable(pinned)}>
  <div class="scroll">
    <Table
      class={['plain', layout.now.dense && 'dense']}
      {@attach (found) => void (table = found as HTMLTableElement)}
      aria-label="Candidates at the cut, on validation"
    >
      <thead>
        <tr>
          {@render head('name', 'Candidate', null)}
          {#if has('ribbon')}<th data-unprinted="1">Ranked population</th>{/if}
          {#each shown as [key, label] (key)}{@render head(key, label, key)}{/each}
        </tr>
      </thead>
      {#each groups as group, g (g)}
        <tbody class:references={g > 0}>
          {#each group as one (one.row.id)}
            {@const { row, at, colour } = one}
            <tr
              class:sel={row.id === desk.candidateId}
              aria-selected={row.id === desk.candidateId}
              data-candidate={row.name}
              onclick={() => desk.choose(row.id)}
            >
              <td class="who">
                <i style:background={colour} class:hollow={row.reference}></i>
                <Button
                  class="block max-w-[150px] 2xl:max-w-[360px] truncate text-left font-semibold"
                  title={row.name}>{layout.now.top.includes(row.id) ? '⌃ ' : ''}{row.name}</Button
                >
                <small class="sub kind max-w-[150px] truncate 2xl:max-w-[360px]" title={kindLine(row)}
                  >{kindLine(row)}</small
                >
                <span class="tools">
                  {#if row.id !== all.order.leader}<Button
                      class="chip"
                      title="Set the others against {row.name}"
                      onclick={(e: Event) => (e.stopPropagation(), void desk.lead(row.id))}>lead</Button
                    >{/if}
                  <Button
                    class="chip"
                    aria-pressed={layout.now.top.includes(row.id)}
                    title="Keep {row.name} at the top"
                    onclick={(e: Event) => (e.stopPropagation(), layout.toggle('top', row.id))}>top</Button
                  >
                  <Button
                    class="chip"
                    title="Hide {row.name}"
                    onclick={(e: Event) => (e.stopPropagation(), layout.toggle('hidden', row.id))}
                    >hide</Button
                  >
                </span>
              </td>
              {#if has('ribbon')}<td data-unprinted="1"
                  ><Ribbon slivers={row.curve.slivers} {highest} depth={at.depth} {colour} id={row.id} /></td
                >{/if}
              {#each shown as [key] (key)}
                <td class:n={numeric(key)} data-figure={key}
                  ><RibbonFigure {key} shown={one} {brief} {all} /></td
                >
              {/each}
            </tr>
          {/each}
        </tbody>
      {/each}
    </Table>
  </div>
  <div class="foot quiet">
    {#if all.order.others.length > 0}
      {@const every = all.candidates.length + all.order.others.length}
      <span class="truncate">{all.candidates.length} of {every} candidates, the leaders</span>
      <Button class="chip" onclick={() => void desk.show(true)}>show all {every}</Button>
    {:else if layout.now.every}
      <Button class="chip" onclick={() => void desk.show(false)}>the leaders only</Button>
    {/if}
    {#if hidden.length > 0}
      <span class="truncate">hidden: {hidden.map((c) => c.name).join(', ')}</span>
      <Button class="chip" onclick={() => layout.change({ hidden: [] })}>show all</Button>
    {/if}
    <span class="ml-auto flex gap-1">
      <Popover label="columns" name="Columns of the table" width={220}>
        {#each COLUMNS as [key, label] (key)}
          <label><Checkbox checked={has(key)} onchange={() => toggle(key)} /> {label}</label>
        {/each}
      </Popover>
      <Button
        class="chip"
        aria-pressed={layout.now.dense}
        title="Rows of one line, intervals where you point ( d )"
        onclick={() => desk.changeDensity()}>dense</Button
      >
      {#if desk.at}
        {@const at = `/api/comparisons/${brief.id}/comparison`}
        {@const asked = `records=${desk.at.records}${all.order.leader === null ? '' : `&leader=${all.order.leader}`}`}
        <a class="chip" href="{at}.csv?{asked}" download>CSV</a>
        <a class="chip" href="{at}.xlsx?{asked}" download>XLSX</a>
      {/if}
      <Button class="chip" title="Pin to the report ( . )" onclick={() => pins.offer(pinned())}
        >pin table</Button
      >
    </span>
  </div>
</div>

<style>
  .frame {
    position: relative;
  }
  .scroll {
    max-height: clamp(252px, 31vh, 620px);
    overflow: auto;
    border-bottom: 1px solid var(--color-rule);
  }
  td :global(.sub) {
    white-space: nowrap;
  }
  /* room for an interval or a verdict that is on its way, so that columns do not move */
  td[data-figure='capture'] :global(.sub),
  td[data-figure='precision'] :global(.sub) {
    display: block;
    min-width: 60px;
  }
  td[data-figure='lift'] :global(.sub) {
    display: block;
    min-width: 62px;
  }
  td[data-figure='verdict'] {
    min-width: 136px;
  }
  tbody td {
    padding-top: 3px;
    padding-bottom: 3px;
  }
  thead th {
    padding-top: 1px;
    padding-bottom: 2px;
    position: sticky;
    top: 0;
    background: var(--color-sheet);
    z-index: 2;
    box-shadow: inset 0 -1px 0 var(--color-rule);
  }
  tr.sel td {
    background: var(--color-spruce-wash);
  }
  tbody tr {
    cursor: pointer;
  }
  tbody.references tr:first-child td {
    border-top: 2px solid var(--color-rule);
  }
  tbody.references td {
    background: var(--color-aside);
  }
  tbody.references tr.sel td {
    background: var(--color-spruce-wash);
  }
  .who {
    position: relative;
    padding-left: 21px;
  }
  .who i {
    position: absolute;
    left: 8px;
    top: 5px;
    bottom: 5px;
    width: 4px;
  }
  .who i.hollow {
    background: repeating-linear-gradient(var(--color-ref) 0 3px, transparent 3px 6px) !important;
  }
  .tools {
    position: absolute;
    left: 21px;
    bottom: 3px;
    display: none;
    gap: 2px;
  }
  tr:hover .tools,
  tr:focus-within .tools {
    display: flex;
  }
  tr:hover .kind,
  tr:focus-within .kind {
    visibility: hidden;
  }
  .scroll :global(.dense tbody td) {
    position: relative;
    padding-top: 1px;
    padding-bottom: 1px;
    height: 24px;
  }
  .scroll :global(.dense td.n .sub),
  .scroll :global(.dense .who .sub) {
    display: none;
  }
  .scroll :global(.dense tr:is(:hover, :focus-within) td.n .sub) {
    display: block;
    position: absolute;
    z-index: 3;
    top: calc(100% - 2px);
    right: 4px;
    padding: 0 4px;
    background: var(--color-sheet);
    border: 1px solid var(--color-rule);
  }
  .scroll :global(.dense .named) {
    display: inline-block;
    margin-right: 6px;
  }
  .scroll :global(.dense .named i) {
    min-width: 0;
  }
  .scroll :global(.dense .ribbon) {
    width: 84px;
    height: 20px;
  }
  .scroll :global(.dense .who .tools) {
    left: auto;
    right: 0;
    background: inherit;
  }
  .scroll :global(.dense .beaten) {
    display: inline-block;
    max-width: none;
  }
  .foot {
    display: flex;
    gap: 8px;
    align-items: center;
    font-size: 11.5px;
    padding-top: 4px;
    min-height: 22px;
  }
</style>
