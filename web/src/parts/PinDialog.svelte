<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Modal from 'flowbite-svelte/Modal.svelte';
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import { desk } from '../lib/desk.svelte';
  import { pins } from '../lib/pins.svelte';
  import { Typed } from '../lib/typed.svelte';

  const offered = $derived(pins.offered?.title.slice(0, 200) ?? '');
  const key = $derived(`${desk.brief?.id} ${offered}`);
  const title = $derived(new Typed(`pin ${key}`, offered));
  const note = $derived(new Typed(`pin note ${key}`));
  let open = $derived(pins.offered !== null);

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    const sent = [title, note];
    if (await pins.keep(title.value, note.value)) sent.forEach((typed) => typed.drop());
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
          bind:value={title.value}
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
          bind:value={note.value}
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
