<script lang="ts">
  import Bars from '../Bars.svelte';
  import type { PartProps } from './parts';

  let { part }: PartProps<'importance'> = $props();
</script>

<section aria-label="Importance">
  <h2 class="mb-1">Importance: each column's share of what all splits gained, on training</h2>
  <Bars bars={part.shares} head="Column" unit="Share" share />
  <p class="quiet mt-1">
    A share of training gain: columns with many values can look better here than they are. It says nothing of
    direction.
  </p>
</section>
