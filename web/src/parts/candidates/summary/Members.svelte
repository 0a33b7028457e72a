<script lang="ts">
  import Bars from '../Bars.svelte';
  import type { PartProps } from './parts';

  let { part }: PartProps<'members'> = $props();
</script>

<h2 class="mb-1">Weights of the members</h2>
<Bars bars={part.weights} head="Candidate" unit="Weight" />
