<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Label from 'flowbite-svelte/Label.svelte';
  import { Refusal, signIn } from '../lib/api';
  import { session } from '../lib/session.svelte';

  let name = $state('');
  let password = $state('');
  let refusal = $state<string | null>(null);
  let busy = $state(false);

  async function enter(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    try {
      await signIn(name, password);
      await session.load();
    } catch (e) {
      refusal = e instanceof Refusal ? e.message : 'The server cannot be reached.';
    } finally {
      busy = false;
    }
  }
</script>

<main class="mx-auto mt-28 w-80">
  <h1 class="mb-1">Outrider</h1>
  <p class="reading mb-4">From scores to a decision that somebody else can believe.</p>
  <form class="sheet space-y-3 p-5" onsubmit={enter}>
    <Label>Name <Input bind:value={name} name="name" autocomplete="username" required /></Label>
    <Label
      >Password <Input
        bind:value={password}
        name="password"
        type="password"
        autocomplete="current-password"
        required
      /></Label
    >
    {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
    <Button type="submit" class="action w-full" disabled={busy}>Sign in</Button>
  </form>
</main>
