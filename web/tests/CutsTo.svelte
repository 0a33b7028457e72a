<script lang="ts">
  /** Stands for what a model learnt; its one button cuts it to nine leaves. */
  let { cutTo }: { cutTo: ((leaves: number) => void) | null } = $props();
</script>

<button onclick={() => cutTo?.(9)}>cut to 9</button>
