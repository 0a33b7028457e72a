<script lang="ts">
  import { desk } from '../lib/desk.svelte';
  import { count } from '../lib/format';

  /** Why the interval of the gain at the cut may be too narrow; nothing where nothing speaks for that. */
  let { valueColumn }: { valueColumn: string | null } = $props();

  const few = $derived(desk.candidateId === null ? null : (desk.lastTold(desk.candidateId)?.few ?? null));
</script>

{#if few}
  <p class="alarm mb-1" class:opacity-45={!desk.settled}>
    ▲ <b>few amounts:</b>
    {few.half === 1 ? 'one' : count(few.half)} of the {count(few.amounts)} values of {valueColumn} caught {few.half ===
    1
      ? 'makes'
      : 'make'} half of their sum. The interval of the gain cannot know of larger ones and may be too narrow.
  </p>
{/if}
