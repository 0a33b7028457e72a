<script lang="ts">
  import type { MannerProps } from './formats';

  let { preview }: MannerProps = $props();
</script>

<p class="reading">
  A Parquet file: it says itself what its {preview.names.length === 1 ? 'column holds' : 'columns hold'}.
</p>
