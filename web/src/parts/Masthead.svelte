<script lang="ts">
  import { session } from '../lib/session.svelte';

  /** The head of a page that belongs to no brief. */
  let { words }: { words: string } = $props();
</script>

<header class="flex h-12 items-center gap-4 border-b px-[18px]">
  <a class="font-serif text-[16px] font-semibold" href="/">Outrider</a>
  <span class="truncate font-serif text-[14px] italic quiet">{words}</span>
  <span class="ml-auto quiet">{session.me?.name} · {session.me?.roles.join(', ')}</span>
</header>
