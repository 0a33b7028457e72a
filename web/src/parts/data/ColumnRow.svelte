<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import Choice from '../Choice.svelte';
  import type { ColumnView as Column, ColumnType, Role } from '../../api/schema';
  import { meant, open, ROLES, strength, TYPES } from '../../lib/columns';
  import { count, fixed, percent } from '../../lib/format';
  import Spark from './Spark.svelte';

  interface Props {
    column: Column;
    /** where it stands in the table, the head being 1 */
    at: number;
    /** in pixels below the head */
    top: number;
    base: number | null;
    opened: boolean;
    chosen: boolean;
    fixedHere: boolean;
    typesFixed: boolean;
    choose: (column: Column, range: boolean) => void;
    show: (name: string) => void;
    setRole: (column: Column, role: Role) => Promise<unknown>;
    setType: (column: Column, type: ColumnType) => Promise<unknown>;
  }
  let p: Props = $props();

  const column = $derived(p.column);
</script>

<div
  class="line"
  role="row"
  aria-rowindex={p.at}
  style:transform="translateY({p.top}px)"
  class:off={!column.input && !column.outcome}
  class:opened={p.opened}
  data-column={column.name}
>
  <span role="cell">
    <Checkbox
      aria-label="Choose {column.name}"
      checked={p.chosen}
      disabled={p.fixedHere}
      onclick={(e) => p.choose(column, e.shiftKey)}
    />
  </span>
  <span role="cell" class="name">
    <Button class="truncate" title={column.setup.meaning ?? column.name} onclick={() => p.show(column.name)}
      >{column.name}</Button
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
      of={column.name}
      onpick={(to) => p.setType(column, to as ColumnType)}
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
        of={column.name}
        onpick={(to) => p.setRole(column, to as Role)}
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
    {#if column.informationValue !== null}<small>{strength(column)}</small>{/if}
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

<style>
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
