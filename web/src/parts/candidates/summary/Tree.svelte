<script lang="ts">
  import type { PartProps } from './parts';
  import PruningCurve from './PruningCurve.svelte';
  import TreeWalk from './TreeWalk.svelte';

  let { part, around }: PartProps<'tree'> = $props();
</script>

<TreeWalk brief={around.brief} candidateId={around.candidate.id} tree={part} />
{#if part.pruning.sizes.length > 0}<PruningCurve pruning={part.pruning} take={around.cutTo} />{/if}
