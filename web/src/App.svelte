<script lang="ts">
  import ThemeProvider from 'flowbite-svelte/ThemeProvider.svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import { onMount } from 'svelte';
  import { Router } from 'sv-router';
  import OwnPassword from './parts/OwnPassword.svelte';
  import SignIn from './pages/SignIn.svelte';
  import { session } from './lib/session.svelte';
  import { keepFields, line } from './lib/line.svelte';
  import './lib/routes';
  import { theme } from './lib/theme';

  onMount(() => {
    void session.load();
    return keepFields();
  });
</script>

<ThemeProvider {theme}>
  <div class="unreached" role="status">
    {#if line.lost === 'server'}
      The server cannot be reached. What you change is kept here and sent as soon as it answers.
    {:else if line.lost === 'database'}
      The server does not reach its database. What you change is kept here and sent as soon as it does.
    {/if}
  </div>
  {#each line.refused as was, i (i)}
    <p class="refusal m-3" role="alert">
      A change from before this page was loaded was not taken: {was.message}
      {#if was.typed}You had typed: <q>{was.typed}</q>{/if}
      <Button class="chip" onclick={() => (line.refused = line.refused.filter((_, k) => k !== i))}
        >seen</Button
      >
    </p>
  {/each}
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
