<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { ColumnView as Column } from '../../api/schema';
  import { formatShown, meant, meantAction, offeredReading, severalReadings } from '../../lib/columns';
  import type { ColumnSheet } from '../../lib/columns.svelte';

  interface Props {
    column: Column;
    sheet: ColumnSheet;
  }
  /** How a column's texts may be meant: one reading to take, or several to choose from. */
  let { column, sheet }: Props = $props();
</script>

{#if severalReadings(column)}
  <p class="mt-1">
    <span class="alarm">▲ Its texts can be read in {column.suggested!.ways.length} ways; say which.</span>
  </p>
  {#each column.suggested!.ways as way (way.reading.format)}
    <p class="mt-1">
      <Button class="chip" onclick={() => sheet.setReading([column], way.reading)}
        >read as {way.reading.type.toLowerCase()} {formatShown(way.reading)}</Button
      >
      <span class="quiet">{way.examples.join(' · ')}</span>
    </p>
  {/each}
{:else if offeredReading(column)}
  <p class="mt-1">
    <span class="quiet">≈ {meant(column)}.</span>
    <Button class="chip" onclick={() => sheet.readAsSuggested([column])}>{meantAction(column)}</Button>
  </p>
{/if}
