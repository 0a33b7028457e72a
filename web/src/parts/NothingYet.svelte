<script lang="ts">
  import type { BriefView as Brief } from '../api/schema';
  import type { Comparison } from '../lib/compared';

  /** Why there is nothing to compare, and what to do. */
  let { brief, all }: { brief: Brief; all: Comparison | null } = $props();
</script>

{#if !brief.split}
  <p class="reading">
    There is nothing to compare yet: split the data on <a class="underline" href={`/briefs/${brief.id}/data`}
      >Data</a
    > first.
  </p>
{:else if !all}
  <p class="quiet">Ranking the candidates …</p>
{:else}
  <p class="reading">
    There is nothing to compare yet: make a candidate on <a
      class="underline"
      href={`/briefs/${brief.id}/candidates`}>Candidates</a
    >.
  </p>
{/if}
