<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import type { ColumnView as Column, AlarmView as ColumnAlarm, Role } from '../../api/schema';
  import type { ColumnSheet } from '../../lib/columns.svelte';

  interface Props {
    column: Column;
    alarm: ColumnAlarm;
    sheet: ColumnSheet;
    fixed: boolean;
    /** whether the column's name leads, and opens it */
    named?: boolean;
    show?: (name: string) => void;
  }
  /** An alarm with its meaning and its remedies. */
  let { column, alarm, sheet, fixed, named = false, show }: Props = $props();

  let keeping = $state(false);
  let reason = $state('');

  const asideRole = (kind: string): Role => (kind === 'identifierLike' ? 'IDENTIFIER' : 'SET_ASIDE');

  async function keep() {
    if (await sheet.keepAlarm(column, alarm, reason.trim())) keeping = false;
  }
</script>

<div class="row" data-alarm={column.name}>
  <span class="alarm">▲</span>
  <div class="min-w-0 flex-1">
    {#if named}<Button class="font-semibold hover:underline" onclick={() => show?.(column.name)}
        >{column.name}:</Button
      >{/if}
    <b class="alarm">{alarm.name}.</b>
    {alarm.meaning}
    {#if alarm.keptBecause !== null}<i>Kept: {alarm.keptBecause}</i>{/if}
    {#if keeping}
      <form
        class="mt-1 flex gap-2"
        onsubmit={(e) => {
          e.preventDefault();
          void keep();
        }}
      >
        <Input
          class="field min-w-0! flex-1"
          aria-label="Why {column.name} may stay"
          placeholder="why it may stay; the report prints this"
          bind:value={reason}
          autofocus
        />
        <Button class="chip" type="submit" disabled={reason.trim() === ''}>keep</Button>
        <Button class="chip" type="button" onclick={() => (keeping = false)}>cancel</Button>
      </form>
    {/if}
  </div>
  {#if !fixed}
    {#if alarm.keptBecause !== null}
      <Button class="chip" onclick={() => sheet.keepAlarm(column, alarm, null)}>let it ring again</Button>
    {:else if column.input && !keeping}
      <Button class="chip" onclick={() => sheet.setRole([column], asideRole(alarm.kind), alarm.name)}
        >set aside</Button
      >
      <Button class="chip" onclick={() => (keeping = true)}>keep, because …</Button>
    {/if}
  {/if}
</div>

<style>
  .row {
    display: flex;
    align-items: baseline;
    gap: 8px;
    padding: 3px 0;
    font-size: 12.5px;
  }
</style>
