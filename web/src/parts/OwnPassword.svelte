<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Label from 'flowbite-svelte/Label.svelte';
  import { put } from '../lib/api';

  /** Called when the password is another one. */
  let { done }: { done: () => void } = $props();

  let now = $state('');
  let password = $state('');
  let refusal = $state<string | null>(null);
  let busy = $state(false);

  async function change(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    try {
      await put('/me/password', { now, password });
      now = password = '';
      refusal = null;
      done();
    } catch (e) {
      refusal = (e as Error).message;
    } finally {
      busy = false;
    }
  }
</script>

<form class="space-y-3" onsubmit={change}>
  <Label
    >Present password <Input
      class="field block w-full!"
      bind:value={now}
      name="now"
      type="password"
      autocomplete="current-password"
      required
    /></Label
  >
  <Label
    >New password, at least 12 letters <Input
      class="field block w-full!"
      bind:value={password}
      name="password"
      type="password"
      autocomplete="new-password"
      minlength={12}
      required
    /></Label
  >
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  <Button type="submit" class="action" disabled={busy}>Change the password</Button>
</form>
