<script lang="ts">
  import { onMount } from 'svelte';
  import { Router } from 'sv-router';
  import SignIn from './pages/SignIn.svelte';
  import { session } from './lib/session.svelte';
  import './lib/routes';

  onMount(() => void session.load());
</script>

{#if session.me === undefined}
  <p class="quiet p-6">Opening …</p>
{:else if session.me === null}
  <SignIn />
{:else}
  <Router />
{/if}
