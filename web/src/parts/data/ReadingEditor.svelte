<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Choice from '../Choice.svelte';
  import type { ColumnView as Column, ColumnType, Reading } from '../../api/schema';
  import {
    DATE_FORMATS,
    missingRead,
    missingWritten,
    formatShown,
    NUMBER_FORMATS,
    TYPES,
  } from '../../lib/columns';
  import type { ColumnSheet } from '../../lib/columns.svelte';

  interface Props {
    column: Column;
    sheet: ColumnSheet;
    /** a type that was asked for and does not fit yet */
    wanted: ColumnType | null;
  }
  /** How a column's texts are read: type, format, and which texts stand for missing. */
  let { column, sheet, wanted }: Props = $props();

  const reading = $derived(column.setup.reading);
  let type = $state<ColumnType>('NUMBER');
  let format = $state('');
  let missing = $state('');
  let levels = $state.raw<Reading['levels']>(null);

  $effect(() => {
    const suggested = column.suggested?.reading;
    type = wanted ?? reading?.type ?? column.type;
    const hint = suggested && suggested.type === type ? suggested : null;
    format = formatShown(reading?.type === type ? reading : hint);
    missing = missingWritten((reading?.type === type ? reading.missing : hint?.missing) ?? null);
    levels = (reading?.type === type ? reading.levels : hint?.levels) ?? null;
  });

  const wish = $derived<Reading>({
    type,
    format: format.trim() === '' ? null : format.trim(),
    missing: missingRead(missing),
    keep: null,
    levels,
    order: type === 'CATEGORY' ? (reading?.order ?? null) : null,
  });
</script>

<div class="flex flex-wrap items-end gap-2">
  <label class="quiet"
    >read as
    <Choice class="field block" bind:value={type} aria-label="Read {column.name} as">
      {#each TYPES as [value, words] (value)}<option {value}>{words}</option>{/each}
    </Choice>
  </label>
  {#if type === 'NUMBER' || type === 'DATE'}
    <label class="quiet"
      >written like
      <Input
        class="field block field-sizing-content w-auto! min-w-28 max-w-64"
        list={type === 'NUMBER' ? 'number-formats' : 'date-formats'}
        bind:value={format}
        placeholder={type === 'NUMBER' ? '1234.5' : 'yyyy-MM-dd'}
        aria-label="Format of {column.name}"
      />
    </label>
    <datalist id="number-formats"
      >{#each NUMBER_FORMATS as f (f)}<option value={f}></option>{/each}</datalist
    >
    <datalist id="date-formats"
      >{#each DATE_FORMATS as f (f)}<option value={f}></option>{/each}</datalist
    >
  {/if}
  <label class="quiet"
    >texts that stand for missing
    <Input
      class="field block w-36!"
      bind:value={missing}
      placeholder="n/a | -"
      aria-label="Missing in {column.name}"
    />
  </label>
  <Button class="action plain" onclick={() => sheet.setReading([column], wish)}>Read anew</Button>
  {#if reading !== null}
    <Button class="chip mb-1" onclick={() => sheet.setReading([column], null)}>as in the file</Button>
  {/if}
</div>
