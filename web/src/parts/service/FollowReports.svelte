<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import { onMount } from 'svelte';
  import type {
    BriefView as Brief,
    FollowBatchView as Batch,
    FollowReportView as Report,
  } from '../../api/schema';
  import { get, post } from '../../lib/api';
  import { Attempt } from '../../lib/attempt.svelte';
  import { desk } from '../../lib/desk.svelte';
  import { ADVICE } from '../../lib/service';
  import { when } from '../../lib/format';
  import { Typed } from '../../lib/typed.svelte';

  interface Props {
    brief: Brief;
    batches: Batch[];
  }
  /** What was reported of later batches, and a new report. */
  let { brief, batches }: Props = $props();

  let reports = $state.raw<Report[]>([]);
  let writing = $state(false);
  const attempt = new Attempt();

  const said = $derived(new Typed(`follow-up ${brief.id}`));

  onMount(() => {
    writing = said.value !== '';
    void attempt.of(load);
  });

  async function load() {
    reports = await get<Report[]>(`/follow/reports?brief=${brief.id}`);
  }

  const issue = () =>
    attempt.of(async () => {
      await post(`/follow/reports?brief=${brief.id}`, { said: said.value });
      said.value = '';
      writing = false;
      await load();
    });
</script>

{#if reports.length > 0 || (desk.works && batches.length > 0)}
  <section class="sheet px-3 py-2" aria-label="Follow-up reports">
    <h2>
      Follow-up reports <span class="quiet font-normal"
        >what stands here, signed and kept, for somebody else to believe</span
      >
    </h2>
    {#if attempt.refusal}<p class="refusal" role="alert">{attempt.refusal}</p>{/if}
    {#each reports as r (r.id)}
      <p class="mt-1" data-follow-report={r.state}>
        <a class="underline" href={`/follow-ups/${r.id}`}>Follow-up report {r.id}</a>: {ADVICE[r.advice]}, by
        batches until {r.until} of version {r.version}
        <span class="quiet">· {r.issuedBy}, {when(r.issuedAt)}{r.words ? ` · ${r.words}` : ''}</span>
      </p>
    {/each}
    {#if desk.works && batches.length > 0}
      {#if writing}
        <Textarea
          class="field mt-1 w-full"
          rows={2}
          maxlength={4000}
          aria-label="What you make of it"
          placeholder="what you make of it, and what you will do (may stay empty)"
          bind:value={said.value}
        />
        <div class="mt-1 flex items-center gap-2">
          <Button class="action" disabled={attempt.busy} onclick={() => void issue()}>Issue the report</Button
          >
          <a class="chip" href={`/follow-ups/draft?brief=${brief.id}`}>see it first</a>
          <Button class="chip" onclick={() => (writing = false)}>not now</Button>
        </div>
      {:else}
        <Button class="chip mt-1" onclick={() => (writing = true)}>report on these batches …</Button>
      {/if}
    {/if}
  </section>
{/if}
