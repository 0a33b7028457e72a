<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { ColumnView as Column } from '../../api/schema';
  import type { ColumnSheet } from '../../lib/columns.svelte';
  import FormulaEditor from './FormulaEditor.svelte';

  interface Props {
    briefId: number;
    columns: Column[];
    sheet: ColumnSheet;
    close: () => void;
    made: (name: string) => void;
  }
  let { briefId, columns, sheet, close, made }: Props = $props();
</script>

<svelte:window onkeydown={(e) => e.key === 'Escape' && close()} />

<aside class="drawer sheet" aria-label="A new column">
  <header class="flex items-baseline gap-3">
    <h2 class="title">A column made of others</h2>
    <Button class="chip ml-auto" onclick={close} aria-label="Close the new column">close</Button>
  </header>
  <p class="quiet mb-2">
    Of the same record alone, without the outcome: so it repeats when the record comes again to be scored.
  </p>
  {#if sheet.refusal}<p class="refusal" role="alert">{sheet.refusal}</p>{/if}
  <FormulaEditor {briefId} {columns} {sheet} column={null} done={made} />
</aside>
