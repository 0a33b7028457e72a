<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { onMount } from 'svelte';
  import type {
    BriefView as Brief,
    EndpointUse as Use,
    ReleaseView as Release,
    ReportHead as Report,
  } from '../api/schema';
  import { get } from '../lib/api';
  import { desk } from '../lib/desk.svelte';
  import { poll } from '../lib/poll';
  import { inService, trying } from '../lib/service';
  import Endpoint from '../parts/service/Endpoint.svelte';
  import FollowUp from '../parts/service/FollowUp.svelte';
  import EarlierVersions from '../parts/service/EarlierVersions.svelte';
  import MakeRelease from '../parts/service/MakeRelease.svelte';
  import ReleaseCard from '../parts/service/ReleaseCard.svelte';
  import Schedules from '../parts/service/Schedules.svelte';

  const brief = $derived(desk.brief!);
  let releases = $state.raw<Release[] | null>(null);
  let reports = $state.raw<Report[]>([]);
  let use = $state.raw<Use | null>(null);
  let failure = $state<string | null>(null);

  const now = $derived(inService(releases ?? []));
  const approved = $derived(reports.find((r) => r.state === 'APPROVED') ?? null);
  const fresh = $derived(approved !== null && approved.id !== now?.release.signed.report);
  let superseding = $state(false);
  let side = $state<'follow' | 'use'>('follow');
  const decides = $derived(now?.state === 'IN_SERVICE');

  onMount(() => {
    void load();
    return poll(
      () => void load(),
      () => releases?.some((r) => r.forms.some(trying)) ?? false,
    );
  });

  async function load() {
    try {
      const id = brief.id;
      [releases, reports, use] = await Promise.all([
        get<Release[]>(`/releases?brief=${id}`),
        get<Report[]>(`/reports?brief=${id}`),
        get<Use>(`/score-keys?brief=${id}`),
      ]);
      failure = null;
    } catch (e) {
      failure = (e as Error).message;
    }
  }

  async function changed() {
    superseding = false;
    await load();
    desk.brief = await get<Brief>(`/briefs/${brief.id}`);
  }
</script>

{#if failure}<p class="refusal" role="alert">{failure}</p>{/if}
{#if releases === null}
  {#if !failure}<p class="quiet">Opening …</p>{/if}
{:else if now === null}
  <p class="reading mt-0!">
    {#if approved}
      Report {approved.id} is approved and nothing decides yet: put it into service.
    {:else}
      Nothing is in service. What goes there is what an approved report says, and nothing else: see
      <a class="underline" href={`/briefs/${brief.id}/sign-off`}>Sign-off</a>.
    {/if}
  </p>
  {#if approved && desk.works}<div class="max-w-xl">
      <MakeRelease report={approved} first done={changed} />
    </div>{/if}
{:else}
  <p class="reading mt-0!">
    {#if decides}
      Version {now.release.version} decides: {now.release.candidate}
      {now.release.cut}. It was signed by report {now.release.signed.report}{now.release.signed.until
        ? ` and stands until ${now.release.signed.until}`
        : ''}.
    {:else}
      Nothing decides now. Version {now.release.version}: {now.words}
    {/if}
  </p>
  <div class="grid grid-cols-[356px_minmax(0,1fr)] gap-3">
    <div class="flex min-w-0 flex-col gap-3">
      {#if approved && (fresh || superseding) && desk.works}<MakeRelease
          report={approved}
          before={now}
          done={changed}
        />{/if}
      <ReleaseCard
        release={now}
        {changed}
        supersede={approved && !fresh && !superseding && desk.works ? () => (superseding = true) : undefined}
      />
      <EarlierVersions releases={releases.filter((r) => r.id !== now.id)} />
    </div>
    <div class="flex min-w-0 flex-col gap-3">
      <div class="flex gap-1" role="tablist" aria-label="Beside the release">
        {#each [['follow', 'Is it still what was signed?'], ['use', 'How others ask it']] as const as [key, name] (key)}
          <Button class="chip" role="tab" aria-selected={side === key} onclick={() => (side = key)}
            >{name}</Button
          >
        {/each}
      </div>
      {#if side === 'follow'}
        <FollowUp {brief} release={now} />
      {:else}
        {#if use}<Endpoint {brief} release={now} {use} changed={load} />{/if}
        <Schedules {brief} />
      {/if}
    </div>
  </div>
{/if}
