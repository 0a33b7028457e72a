<script lang="ts">
  import Modal from 'flowbite-svelte/Modal.svelte';
  import { desk } from '../lib/desk.svelte';
  import { KEY_LIST } from '../lib/keys';
</script>

<Modal title="Keys" bind:open={desk.keysOpen} size="xs" outsideclose>
  <dl class="grid grid-cols-[7rem_1fr] gap-y-1">
    {#each KEY_LIST as [key, does] (key)}
      <dt class="font-semibold">{key}</dt>
      <dd>{does}</dd>
    {/each}
  </dl>
</Modal>
