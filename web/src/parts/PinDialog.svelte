<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Modal from 'flowbite-svelte/Modal.svelte';
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import { desk } from '../lib/desk.svelte';
  import { pins } from '../lib/pins.svelte';

  let title = $state('');
  let note = $state('');
  let open = $state(false);

  $effect(() => {
    const offered = pins.offered;
    open = offered !== null;
    title = offered?.title.slice(0, 200) ?? '';
    note = '';
  });

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    await pins.keep(title, note);
  }
</script>

<Modal title="Pin to the report" bind:open size="sm" outsideclose onclose={() => (pins.offered = null)}>
  {#if !desk.works}
    <p>An analyst pins; you can read what is pinned on Sign-off.</p>
  {:else if pins.offered}
    <form onsubmit={keep} class="flex flex-col gap-2">
      <label
        >Title <Input
          class="field mt-1 w-full!"
          bind:value={title}
          maxlength={200}
          required
          aria-label="Title"
        /></label
      >
      {#if pins.offered.reading}<p class="reading !my-0">{pins.offered.reading}</p>{/if}
      <label
        >What it should tell the reader
        <Textarea
          class="field mt-1 w-full"
          rows={3}
          maxlength={4000}
          bind:value={note}
          aria-label="Note"
        /></label
      >
      {#if pins.failure}<p class="refusal" role="alert">{pins.failure}</p>{/if}
      <div class="flex items-center gap-3">
        <Button class="action" type="submit">Pin</Button>
        <span class="quiet">{desk.pins.length} in the tray already; it stays as it stands now.</span>
      </div>
    </form>
  {/if}
</Modal>
