<script lang="ts">
  import ThemeProvider from 'flowbite-svelte/ThemeProvider.svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import { onMount } from 'svelte';
  import { Router } from 'sv-router';
  import OwnPassword from './parts/OwnPassword.svelte';
  import SignIn from './pages/SignIn.svelte';
  import { session } from './lib/session.svelte';
  import './lib/routes';
  import { theme } from './lib/theme';

  onMount(() => void session.load());
</script>

<ThemeProvider {theme}>
  {#if session.me === undefined}
    {#if session.failure}
      <p class="refusal m-6" role="alert">
        {session.failure}
        <Button class="chip" onclick={() => void session.load()}>try again</Button>
      </p>
    {:else}
      <p class="quiet p-6">Opening …</p>
    {/if}
  {:else if session.me === null}
    <SignIn />
  {:else if session.me.passwordDue}
    <main class="mx-auto mt-28 w-80">
      <h1 class="mb-1">Outrider</h1>
      <p class="reading mb-4">
        {session.me.name}, somebody else chose your password. Choose one of your own.
      </p>
      <div class="sheet p-5"><OwnPassword done={() => void session.load()} /></div>
    </main>
  {:else}
    <Router />
  {/if}
</ThemeProvider>
