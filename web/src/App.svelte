<script lang="ts">
  import ThemeProvider from 'flowbite-svelte/ThemeProvider.svelte';
  import { onMount } from 'svelte';
  import { Router } from 'sv-router';
  import SignIn from './pages/SignIn.svelte';
  import { session } from './lib/session.svelte';
  import './lib/routes';
  import { theme } from './lib/theme';

  onMount(() => void session.load());
</script>

<ThemeProvider {theme}>
  {#if session.me === undefined}
    <p class="quiet p-6">Opening …</p>
  {:else if session.me === null}
    <SignIn />
  {:else}
    <Router />
  {/if}
</ThemeProvider>
