<script lang="ts">
  import { session } from '../lib/session.svelte';

  /** The head of a page that belongs to no brief. */
  let { words }: { words: string } = $props();
</script>

<header class="flex h-12 items-center gap-4 border-b px-[18px]">
  <a class="font-serif text-[16px] font-semibold" href="/">Outrider</a>
  <h1 class="question quiet">{words}</h1>
  <a class="ml-auto quiet" href="/account" title="Your account"
    >{session.me?.name} · {session.me?.roles.join(', ')}</a
  >
</header>
