<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { BriefView as Brief, EndpointUse as Use } from '../../api/schema';
  import { post, put } from '../../lib/api';
  import { Attempt } from '../../lib/attempt.svelte';
  import { desk } from '../../lib/desk.svelte';
  import { counted, when } from '../../lib/format';

  interface Props {
    brief: Brief;
    use: Use;
    changed: () => Promise<void>;
  }
  /** Whether what the endpoint is asked is kept, to become a batch that outcomes can be added to. */
  let { brief, use, changed }: Props = $props();

  const attempt = new Attempt();
  const keeping = $derived(use.keeping);

  async function act(work: () => Promise<unknown>) {
    await attempt.of(work);
    await changed();
  }

  const keep = (on: boolean) => act(() => put(`/score-keys/keeping?brief=${brief.id}&on=${on}`, {}));
  const make = (what: 'batch' | 'discard', version: number) =>
    act(() => post(`/score-keys/kept/${what}?brief=${brief.id}&version=${version}`));
</script>

<section class="sheet px-3 py-2" aria-label="Kept to be followed">
  <h2>
    Kept to be followed <span class="quiet font-normal"
      >the records that are asked, so that they become a batch and outcomes can be added</span
    >
  </h2>
  {#if attempt.refusal}<p class="refusal" role="alert">{attempt.refusal}</p>{/if}
  <p class="mt-1 flex flex-wrap items-center gap-2">
    {#if keeping.since}
      <span>Kept since {when(keeping.since)}, by {keeping.by}.</span>
      {#if desk.works}<Button class="chip" disabled={attempt.busy} onclick={() => keep(false)}
          >keep no more</Button
        >{/if}
    {:else}
      <span class="quiet">What is asked is answered and not kept.</span>
      {#if desk.works}<Button class="chip" disabled={attempt.busy} onclick={() => keep(true)}
          >keep it from now on</Button
        >{/if}
    {/if}
  </p>
  {#each keeping.kept as k (k.version)}
    <p class="mt-1 flex flex-wrap items-center gap-2">
      <span
        >Version {k.version}: {counted(k.records, 'record')} of {counted(k.requests, 'request')}, {k.from ===
        k.until
          ? k.from
          : `${k.from} to ${k.until}`}</span
      >
      {#if desk.works}
        <Button class="chip" disabled={attempt.busy} onclick={() => make('batch', k.version)}
          >make a batch of them</Button
        >
        <Button class="chip" disabled={attempt.busy} onclick={() => make('discard', k.version)}
          >discard</Button
        >
      {/if}
    </p>
  {/each}
</section>
