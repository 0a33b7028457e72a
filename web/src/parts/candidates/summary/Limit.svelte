<script lang="ts">
  import type { PartProps } from './parts';

  let { part }: PartProps<'limit'> = $props();
</script>

<p class="reading alarm" role="note">▲ {part.words}</p>
