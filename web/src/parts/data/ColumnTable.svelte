<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import Choice from '../Choice.svelte';
  import type { ColumnView as Column, ColumnType, Role } from '../../api/schema';
  import { meant, open, ROLES, strength, TYPES, type Sort } from '../../lib/columns';
  import { count, fixed, percent } from '../../lib/format';
  import Spark from './Spark.svelte';

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
    setRole: (column: Column, role: Role) => void;
    setType: (column: Column, type: ColumnType) => void;
  }
  let p: Props = $props();

  const HEIGHT = 34;
  const SPARE = 8;
  let scrolled = $state(0);
  let tall = $state(400);
  const first = $derived(Math.max(0, Math.floor(scrolled / HEIGHT) - SPARE));
  const last = $derived(Math.min(p.columns.length, Math.ceil((scrolled + tall) / HEIGHT) + SPARE));
  const seen = $derived(p.columns.slice(first, last));
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

<div
  class="rows sheet"
  role="table"
  aria-label="Columns"
  aria-rowcount={p.columns.length + 1}
  bind:clientHeight={tall}
  onscroll={(e) => (scrolled = e.currentTarget.scrollTop)}
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
  <div style:height="{first * HEIGHT}px"></div>
  {#each seen as column, i (column.name)}
    <div
      class="line"
      role="row"
      aria-rowindex={first + i + 2}
      class:off={!column.input && !column.outcome}
      class:opened={p.opened === column.name}
      data-column={column.name}
    >
      <span role="cell">
        <Checkbox
          aria-label="Choose {column.name}"
          checked={p.chosen.has(column.name)}
          disabled={p.fixedHere}
          onclick={(e) => p.choose(column, e.shiftKey)}
        />
      </span>
      <span role="cell" class="name">
        <Button
          class="truncate"
          title={column.setup.meaning ?? column.name}
          onclick={() => p.show(column.name)}>{column.name}</Button
        >
        {#if open(column).length}
          <Button
            class="alarm sign"
            aria-label="Alarms of {column.name}"
            title={open(column)
              .map((a) => `${a.name}. ${a.meaning}`)
              .join('\n')}
            onclick={() => p.show(column.name)}>▲</Button
          >
        {/if}
        {#if column.setup.formula}
          <Button
            class="sign quiet"
            title={column.setup.formula}
            aria-label="{column.name} is made by {column.setup.formula}"
            onclick={() => p.show(column.name)}>=</Button
          >
        {/if}
        {#if column.suggested && column.setup.reading === null}
          <Button
            class="offered sign"
            title={meant(column) ?? undefined}
            aria-label="{column.name}: {meant(column)}"
            onclick={() => p.show(column.name)}>≈</Button
          >
        {/if}
      </span>
      <span role="cell">
        <Choice
          class="cellfield"
          aria-label="Type of {column.name}"
          value={column.type}
          disabled={p.fixedHere || p.typesFixed || Boolean(column.setup.formula)}
          onchange={(e) => {
            const wanted = e.currentTarget.value as ColumnType;
            e.currentTarget.value = column.type;
            p.setType(column, wanted);
          }}
        >
          {#each TYPES as [type, words] (type)}<option value={type}>{words}</option>{/each}
        </Choice>
      </span>
      <span role="cell">
        {#if column.outcome}<b class="outcome">outcome</b>
        {:else}
          <Choice
            class="cellfield"
            aria-label="Role of {column.name}"
            value={column.setup.role}
            disabled={p.fixedHere}
            onchange={(e) => p.setRole(column, e.currentTarget.value as Role)}
          >
            {#each ROLES as [role, words] (role)}
              <option
                value={role}
                disabled={(column.type === 'TEXT' &&
                  (role === 'INPUT' || role === 'VALUE' || role === 'SEGMENT')) ||
                  (column.type !== 'NUMBER' && role === 'WEIGHT')}>{words}</option
              >
            {/each}
          </Choice>
        {/if}
      </span>
      <span role="cell">
        {#if column.pending}<i class="quiet">counting …</i>{:else}<Spark
            drawn={column.drawn}
            base={p.base}
          />{/if}
      </span>
      <span role="cell" class="n"
        >{column.pending ? '' : column.missing === 0 ? '0' : percent(column.missing / column.records)}</span
      >
      <span role="cell" class="n">{column.pending ? '' : count(column.distinct)}</span>
      <span role="cell" class="n">{column.pending ? '' : fixed(column.auc, 3)}</span>
      <span role="cell" class="n">
        {column.pending ? '' : fixed(column.informationValue, 3)}
        {#if column.informationValue !== null}<small>{strength(column.informationValue)}</small>{/if}
      </span>
      <span role="cell" class="quiet truncate">
        {column.setup.knownWhere ?? ''}
        {column.setup.knownAfterDays === null
          ? ''
          : column.setup.knownAfterDays === 0
            ? 'at once'
            : `+${column.setup.knownAfterDays} d`}
      </span>
    </div>
  {/each}
  <div style:height="{(p.columns.length - last) * HEIGHT}px"></div>
</div>

<style>
  .rows {
    overflow: auto;
    flex: 1;
    min-height: 240px;
    overflow-anchor: none;
  }
  .line {
    display: grid;
    grid-template-columns: 26px minmax(150px, 1.3fr) 96px 132px 148px 64px 62px 66px 84px minmax(76px, 0.7fr);
    align-items: center;
    height: 34px;
    border-bottom: 1px solid var(--color-line);
    padding-left: 8px;
  }
  .line > span {
    padding-right: 8px;
    min-width: 0;
  }
  .head {
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
  .n small {
    display: block;
    font-size: 10.5px;
    line-height: 1.1;
    color: var(--color-ink-2);
  }
  .name {
    display: flex;
    gap: 6px;
    font-weight: 600;
  }
  .off .name {
    font-weight: 400;
    color: var(--color-ink-2);
  }
  .opened {
    background: var(--color-spruce-wash);
  }
  .outcome {
    color: var(--color-event);
    padding-left: 7px;
  }
</style>
