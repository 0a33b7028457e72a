<script lang="ts">
  import type { PartProps } from './parts';

  let { part }: PartProps<'sentence'> = $props();
</script>

<p class="reading">{part.words}.</p>
