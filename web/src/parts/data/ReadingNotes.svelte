<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { ColumnView as Column } from '../../api/schema';
  import { counted } from '../../lib/format';
  import { formatShown, offeredReading, offeredWords, severalReadings } from '../../lib/columns';

  interface Props {
    columns: Column[];
    /** whether nothing rings */
    quiet: boolean;
    /** whether readings may still be changed */
    open: boolean;
    show: (name: string) => void;
    read: (suggested: Column[]) => unknown;
  }
  /** What was read otherwise than it stands, or may have to be: offered readings, columns set aside, numbers taken for codes. */
  let { columns, quiet, open, show, read }: Props = $props();

  const NAMED = 6;
  const offered = $derived(columns.filter(offeredReading));
  const several = $derived(columns.filter(severalReadings));
  const onlyMarks = $derived(offered.filter((c) => c.suggested!.marks));
  const byItself = $derived(columns.filter((c) => c.setup.byItself === true && c.setup.role !== 'INPUT'));
  /** numbers that were read as categories because of their names */
  const coded = $derived(columns.filter((c) => c.setup.byItself === true && c.setup.role === 'INPUT'));
</script>

{#snippet named(found: Column[], between: string, words: (column: Column) => string)}
  {#each found.slice(0, NAMED) as column, i (column.name)}{i > 0 ? between : ''}<Button
      class="hover:underline"
      onclick={() => show(column.name)}>{column.name}</Button
    >{words(column)}{/each}{found.length > NAMED ? ` and ${found.length - NAMED} more` : ''}.
{/snippet}

{#if offered.length > 0 && open}
  <p class="quiet" data-marks>
    ≈ {counted(
      offered.length,
      'column may be meant otherwise than it is read',
      'columns may be meant otherwise than they are read',
    )}:
    {@render named(offered, '; ', (column) => ` ${offeredWords(column)}`)}
    <Button class="chip" onclick={() => read(offered)}
      >{offered.length === 1 ? 'read it as offered' : 'read all as offered'}</Button
    >
    {#if onlyMarks.length > 0 && onlyMarks.length < offered.length}
      <Button class="chip" onclick={() => read(onlyMarks)}
        >only what stands for missing ({onlyMarks.length})</Button
      >
    {/if}
  </p>
{/if}
{#if several.length > 0 && open}
  <p class="quiet" data-several>
    ≈ Several readings fit; choose one: {@render named(
      several,
      '; ',
      (column) => ` as ${column.suggested!.ways.map((way) => formatShown(way.reading)).join(', or as ')}`,
    )}
  </p>
{/if}
{#if byItself.length > 0}
  <p class="quiet" data-set-aside>
    {quiet ? 'No alarm. ' : ''}Set aside without being asked: {@render named(
      byItself,
      ', ',
      (column) => ` (${column.setup.reason})`,
    )} Give a column the role input where that is wrong.
  </p>
{/if}
{#if coded.length > 0}
  <p class="quiet" data-coded>
    Read as categories, since their names say that their numbers are codes: {@render named(
      coded,
      ', ',
      () => '',
    )}
    Give a column the type number where that is wrong.
  </p>
{/if}
