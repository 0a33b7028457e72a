<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { count } from '../../lib/format';

  /** Under a long list of which the first are drawn: all of them, or these again. */
  let { all = $bindable(), of, most }: { all: boolean; of: number; most: number } = $props();
</script>

{#if of > most}
  <Button class="chip mt-1" onclick={() => (all = !all)}
    >{all ? `the first ${most}` : `all ${count(of)}`}</Button
  >
{/if}
