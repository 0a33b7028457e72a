<script lang="ts">
  import type { Snippet } from 'svelte';

  /** Stands for a dialog of the component library, which needs more of a browser than there is here. */
  let { open = $bindable(false), children }: { open?: boolean; children: Snippet } = $props();
</script>

{#if open}{@render children()}{/if}
