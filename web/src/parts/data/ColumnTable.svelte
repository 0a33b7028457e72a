<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import { tick } from 'svelte';
  import type { ColumnView as Column, ColumnType, Role } from '../../api/schema';
  import type { Sort } from '../../lib/columns';
  import { Slots } from '../../lib/slots';
  import ColumnRow from './ColumnRow.svelte';

  interface Props {
    columns: Column[];
    base: number | null;
    fixedHere: boolean;
    typesFixed: boolean;
    chosen: Set<string>;
    opened: string | null;
    by: Sort;
    down: boolean;
    sort: (by: Sort) => void;
    choose: (column: Column, range: boolean) => void;
    chooseAll: (all: boolean) => void;
    show: (name: string) => void;
    setRole: (column: Column, role: Role) => Promise<unknown>;
    setType: (column: Column, type: ColumnType) => Promise<unknown>;
  }
  let p: Props = $props();

  const HEIGHT = 34;
  const SPARE = 8;
  /** Milliseconds without a scroll after which rows are put in order. */
  const REST = 200;
  let scrolled = $state(0);
  let tall = $state(400);
  const first = $derived(Math.max(0, Math.floor(scrolled / HEIGHT) - SPARE));
  const last = $derived(Math.min(p.columns.length, Math.ceil((scrolled + tall) / HEIGHT) + SPARE));
  const seen = $derived(p.columns.slice(first, last));
  const held = new Slots();
  let scrolling = $state(false);
  /** Rows out of order in the document look the same and are not moved; whoever reads or steps through them has them in order. */
  const drawn = $derived.by(() => {
    const names = seen.map((c) => c.name);
    const places = new Map(names.map((name, i) => [name, i]));
    return (scrolling ? held.take(names) : held.takeInOrder(names)).map(({ slot, name }) => {
      const at = places.get(name)!;
      return { slot, at: first + at, column: seen[at]! };
    });
  });
  let table = $state<HTMLElement>();
  /** whether a pointer is down, whose click a row that is moved would lose */
  let pressed = false;
  let rest: ReturnType<typeof setTimeout> | undefined;
  $effect(() => () => clearTimeout(rest));

  function scroll(): void {
    scrolled = table!.scrollTop;
    const inside = document.activeElement !== table && table!.contains(document.activeElement);
    if (!inside) scrolling = true;
    clearTimeout(rest);
    rest = setTimeout(order, REST);
  }

  /** Of a press on the scroll bar no end may be told. */
  function press(e: PointerEvent): void {
    pressed = e.target instanceof Element && e.target.closest('[data-column]') !== null;
  }

  function order(): void {
    if (pressed) rest = setTimeout(order, REST);
    else scrolling = false;
  }

  /**
   * Whoever was at a column that leaves the view is at the table then, and not at the column that takes its slot; whose column stays, but
   * is moved in the document, stays at it.
   */
  $effect.pre(() => {
    const names = new Set(drawn.map((d) => d.column.name));
    const at = document.activeElement;
    const row = at?.closest<HTMLElement>('[data-column]');
    if (!(at instanceof HTMLElement) || !row || !table?.contains(row)) return;
    if (!names.has(row.dataset['column'] ?? '')) table.focus({ preventScroll: true });
    else
      void tick().then(() => {
        if (document.activeElement === document.body) at.focus({ preventScroll: true });
      });
  });
  const allChosen = $derived(p.columns.length > 0 && p.columns.every((c) => p.chosen.has(c.name)));

  const HEADS: [Sort, string, string, boolean][] = [
    ['name', 'Column', '', false],
    ['type', 'Type', '', false],
    ['role', 'Role', '', false],
    [
      'file',
      'Distribution, event rate',
      'Bars: records. Line: event rate on training, dotted the rate of all.',
      false,
    ],
    ['missing', 'Missing %', '', true],
    ['distinct', 'Distinct', 'Different values', true],
    ['auc', 'AUC alone', 'AUC of the column alone, on training', true],
    [
      'iv',
      'Info. value',
      'Information value, on training: below 0.02 none, to 0.1 weak, to 0.3 medium, to 0.5 strong',
      true,
    ],
    ['known', 'Known', 'Where it comes from, and after how many days', false],
  ];
</script>

<svelte:window onpointerup={() => (pressed = false)} onpointercancel={() => (pressed = false)} />

<div
  bind:this={table}
  class="rows sheet"
  role="table"
  aria-label="Columns"
  tabindex="-1"
  aria-rowcount={p.columns.length + 1}
  bind:clientHeight={tall}
  onscroll={scroll}
  onpointerdown={press}
>
  <div class="line head" role="row">
    <span role="columnheader">
      <Checkbox
        aria-label="Choose all shown"
        checked={allChosen}
        onchange={() => p.chooseAll(!allChosen)}
        disabled={p.fixedHere}
      />
    </span>
    {#each HEADS as [by, words, title, right] (words)}
      <span
        role="columnheader"
        class:n={right}
        aria-sort={p.by === by ? (p.down ? 'descending' : 'ascending') : 'none'}
        title={title || undefined}
      >
        <Button onclick={() => p.sort(by)}
          >{words}{p.by === by && by !== 'file' ? (p.down ? ' ↑' : ' ↓') : ''}</Button
        >
      </span>
    {/each}
  </div>
  <div class="all" role="presentation" style:height="{p.columns.length * HEIGHT}px">
    {#each drawn as { slot, at, column } (slot)}
      <ColumnRow
        {column}
        at={at + 2}
        top={at * HEIGHT}
        base={p.base}
        opened={p.opened === column.name}
        chosen={p.chosen.has(column.name)}
        fixedHere={p.fixedHere}
        typesFixed={p.typesFixed}
        choose={p.choose}
        show={p.show}
        setRole={p.setRole}
        setType={p.setType}
      />
    {/each}
  </div>
</div>

<style>
  .rows {
    overflow: auto;
    flex: 1;
    min-height: 240px;
    overflow-anchor: none;
  }
  .all {
    position: relative;
  }
  .all :global(.line) {
    position: absolute;
    inset: 0 0 auto;
    contain: layout;
  }
  .rows :global(.line) {
    display: grid;
    grid-template-columns: 26px minmax(150px, 1.3fr) 96px 132px 148px 64px 62px 66px 84px minmax(76px, 0.7fr);
    align-items: center;
    height: 34px;
    border-bottom: 1px solid var(--color-line);
    padding-left: 8px;
  }
  .rows :global(.line > span) {
    padding-right: 8px;
    min-width: 0;
  }
  .rows .head {
    position: sticky;
    top: 0;
    z-index: 2;
    background: var(--color-sheet);
    border-bottom-color: var(--color-rule);
    height: 28px;
    font-size: 11.5px;
    color: var(--color-ink-2);
    white-space: nowrap;
  }
  .n {
    text-align: right;
  }
</style>
