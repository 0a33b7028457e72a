<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Fileupload from 'flowbite-svelte/Fileupload.svelte';

  /** A chip that asks for a file. */
  interface Props {
    label: string;
    title?: string;
    bring: (file: File) => void;
  }
  let { label, title, bring }: Props = $props();

  let chooser = $state<HTMLInputElement>();
</script>

<Button class="chip" {title} onclick={() => chooser?.click()}>{label}</Button>
<Fileupload
  bind:elementRef={chooser}
  class="hidden"
  aria-label={label}
  onchange={(e) => e.currentTarget.files?.[0] && bring(e.currentTarget.files[0])}
/>
