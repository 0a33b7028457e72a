<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Label from 'flowbite-svelte/Label.svelte';
  import { onMount } from 'svelte';
  import type { SignInWays } from '../api/schema';
  import { get, Refusal, signIn } from '../lib/api';
  import { session } from '../lib/session.svelte';

  let name = $state('');
  let password = $state('');
  let refusal = $state<string | null>(null);
  let busy = $state(false);
  let provider = $state(false);

  /** Why somebody whom the provider knows may not come in. */
  const REFUSED: Record<string, string> = {
    groups: 'None of your groups stands for a role here; ask for one like outrider-analyst.',
    name: 'Your name is taken here, or too much like another; ask the administrator.',
    account: 'Your account may no longer sign in; ask the administrator.',
  };

  onMount(async () => {
    refusal = REFUSED[new URLSearchParams(location.search).get('refused') ?? ''] ?? null;
    const ways = await get<SignInWays>('/sign-in/ways').catch(() => null);
    provider = ways?.provider ?? false;
  });

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
    <Label class="block"
      >Name <Input
        class="field w-full!"
        bind:value={name}
        name="name"
        autocomplete="username"
        required
      /></Label
    >
    <Label class="block"
      >Password <Input
        class="field w-full!"
        bind:value={password}
        name="password"
        type="password"
        autocomplete="current-password"
        required
      /></Label
    >
    {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
    <Button type="submit" class="action w-full justify-center! text-center!" disabled={busy}>Sign in</Button>
    {#if provider}
      <p class="quiet m-0">
        or <a href="/api/sign-in/provider" rel="external">with your organisation's account</a>
      </p>
    {/if}
  </form>
</main>
