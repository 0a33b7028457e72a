<script lang="ts">
  import type { ReleaseView as Release } from '../../api/schema';

  /** Versions that decide no more. */
  let { releases }: { releases: Release[] } = $props();
</script>

{#if releases.length > 0}
  <section class="sheet px-3 py-2" aria-label="Earlier versions">
    <h2>Before it</h2>
    <ul class="m-0 mt-1 list-none p-0">
      {#each releases as r (r.id)}
        <li class="py-0.5">
          Version {r.release.version}
          <span class="quiet">since {r.release.madeAt.slice(0, 10)} · {r.words}</span>
          <a class="chip" href={`/reports/${r.release.signed.report}`}>signed report</a>
          <a class="chip" href={`/api/releases/${r.id}/release.json`} download>release.json</a>
        </li>
      {/each}
    </ul>
  </section>
{/if}
