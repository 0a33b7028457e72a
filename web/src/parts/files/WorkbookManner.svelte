<script lang="ts">
  import Choice from '../Choice.svelte';
  import type { MannerProps } from './formats';

  let { preview, choose }: MannerProps = $props();
</script>

<p>
  The records are on the sheet
  {#if preview.sheets.length > 1}<Choice
      class="field"
      aria-label="Sheet"
      value={preview.sheet ?? ''}
      onpick={(to) => choose({ sheet: to, columns: null })}
      >{#each preview.sheets as sheet (sheet)}<option value={sheet}>{sheet}</option>{/each}</Choice
    >{:else}“{preview.sheet}”{/if}; its first row names the columns, and cells are the numbers, days and texts
  that they are there.
</p>
