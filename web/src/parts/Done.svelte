<script lang="ts">
  import Progressbar from 'flowbite-svelte/Progressbar.svelte';

  interface Props {
    /** how much of the work is done, 0 to 1 */
    share: number;
    of: string;
    class?: string;
  }
  let { share, of, class: width }: Props = $props();

  const hundredths = $derived(Math.round(1000 * Math.min(1, Math.max(0, share))) / 10);
</script>

<Progressbar
  role="progressbar"
  aria-label={of}
  aria-valuemin={0}
  aria-valuemax={100}
  aria-valuenow={hundredths}
  progress={hundredths}
  size="h-2"
  class={width}
/>
