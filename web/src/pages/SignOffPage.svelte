<script lang="ts">
  import { onMount } from 'svelte';
  import type { Brief, Report } from '../api/types';
  import { get, post } from '../lib/api';
  import { desk } from '../lib/desk.svelte';
  import { count, gain, percent } from '../lib/format';
  import { session } from '../lib/session.svelte';
  import PinTray from '../parts/PinTray.svelte';

  const brief = $derived(desk.brief!);
  let reports = $state.raw<Report[] | null>(null);
  let shownId = $state<number | null>(null);
  let words = $state('');
  let refusal = $state<string | null>(null);
  let busy = $state(false);

  onMount(() => void attempt(load));

  async function load() {
    reports = await get<Report[]>(`/reports?brief=${brief.id}`);
    shownId ??= reports[0]?.id ?? null;
  }

  async function attempt(work: () => Promise<void>) {
    busy = true;
    try {
      await work();
      refusal = null;
    } catch (e) {
      refusal = (e as Error).message;
    } finally {
      busy = false;
    }
  }

  const issue = () =>
    attempt(async () => {
      await desk.saveNow();
      const made = await post<Report>(`/reports?brief=${brief.id}`);
      shownId = made.id;
      await load();
      desk.brief = await get<Brief>(`/briefs/${brief.id}`);
      await desk.compare();
    });

  const decide = (act: 'approve' | 'return') =>
    attempt(async () => {
      await post(`/reports/${shownId}/${act}`, { words });
      words = '';
      await load();
      desk.brief = await get<Brief>(`/briefs/${brief.id}`);
    });

  const shown = $derived(reports?.find((r) => r.id === shownId) ?? null);
  const when = (instant: string) => new Date(instant).toISOString().slice(0, 16).replace('T', ' ') + ' UTC';
</script>

<div class="columns">
  <section class="sheet min-w-0" aria-label="Report">
    {#if shown}
      <iframe
        title="Sign-off report {shown.id}"
        src={`/api/reports/${shown.id}/page?state=${shown.state}`}
        sandbox=""
      ></iframe>
    {:else}
      <div class="p-6">
        <h1>No report yet</h1>
        {#if desk.at && desk.row}
          <p class="reading">
            It would propose {brief.acting} the top {percent(desk.at.depth)} % ({count(desk.at.records)} of {count(
              desk.comparison!.records,
            )}
            validation {brief.recordsNoun}) by <b>{desk.row.name}</b>, reaching {percent(desk.at.capture)} % of
            the {brief.eventsNoun} for
            {gain(brief.currency, desk.at.gain)}.
          </p>
        {:else}
          <p class="reading">Compare candidates and set a cut first.</p>
        {/if}
      </div>
    {/if}
  </section>
  <aside class="overflow-auto">
    {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
    {#if session.analyst}
      <section class="sheet p-3" aria-label="Issue">
        <h2>Issue a report</h2>
        <p class="mt-1">
          {#if desk.comparison?.sealed}
            For <b>{desk.row?.name ?? 'no candidate'}</b> at {desk.at
              ? `${percent(desk.at.depth)} %`
              : 'no cut'}. This <b>opens the reserve, once</b>: from then on only this candidate and cut can
            be confirmed on it.
          {:else}
            The reserve is open. A new report can be issued for the candidate and cut it was opened for.
          {/if}
        </p>
        <button class="action mt-2" disabled={busy || !desk.at} onclick={issue}>
          {desk.comparison?.sealed ? 'Open the reserve and issue' : 'Issue anew'}
        </button>
      </section>
    {/if}
    {#if shown}
      <section class="sheet mt-3 p-3" aria-label="Decision">
        <h2>Report {shown.id}: {shown.state === 'issued' ? 'waiting for approval' : shown.state}</h2>
        <ol class="mt-1 space-y-1">
          {#each shown.acts as act (act.at)}
            <li>
              <b>{act.act}</b> by {act.by}<small class="sub">{when(act.at)}</small>{#if act.words}<q
                  >{act.words}</q
                >{/if}
            </li>
          {/each}
        </ol>
        {#if session.me?.role === 'approver' && shown.state === 'issued' && !shown.mine}
          <label class="mt-3 block">
            <span class="quiet">Your words (needed to return it)</span>
            <textarea
              class="field mt-1 w-full"
              rows="4"
              maxlength="4000"
              bind:value={words}
              aria-label="Words"></textarea>
          </label>
          <div class="mt-2 flex gap-2">
            <button class="action" disabled={busy} onclick={() => decide('approve')}>Approve</button>
            <button class="action plain" disabled={busy} onclick={() => decide('return')}>Return</button>
          </div>
        {:else if shown.state === 'issued' && shown.mine}
          <p class="quiet mt-2">Somebody else has to approve it.</p>
        {/if}
        <p class="mt-3 flex flex-wrap gap-1">
          <a class="chip" href={`/api/reports/${shown.id}/report.pdf`} download>PDF</a>
          <a class="chip" href={`/api/reports/${shown.id}/report.html`} download>HTML file</a>
          <a class="chip" href={`/api/reports/${shown.id}/evidence.json`} download>evidence.json</a>
        </p>
        <p class="quiet mt-2 text-[11px]">
          SHA-256 of the evidence<br /><span class="font-mono break-all">{shown.sha256}</span>
        </p>
      </section>
    {/if}
    <div class="mt-3"><PinTray {brief} /></div>
    {#if reports && reports.length > 1}
      <section class="sheet mt-3 p-3">
        <h2>All reports</h2>
        {#each reports as report (report.id)}
          <button
            class="chip mt-1 mr-1"
            aria-pressed={report.id === shownId}
            onclick={() => (shownId = report.id)}>{report.id} · {report.state}</button
          >
        {/each}
      </section>
    {/if}
  </aside>
</div>

<style>
  .columns {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 270px;
    gap: 14px;
    height: 100%;
  }
  iframe {
    width: 100%;
    height: 100%;
    min-height: 540px;
    border: 0;
  }
  q {
    font: italic 13px/1.4 var(--font-serif);
  }
</style>
