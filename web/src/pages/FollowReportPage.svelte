<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import type { FollowReportView as Report } from '../api/schema';
  import { get, page, post } from '../lib/api';
  import { Attempt } from '../lib/attempt.svelte';
  import { when } from '../lib/format';
  import { route } from '../lib/routes';
  import { Typed } from '../lib/typed.svelte';
  import { session } from '../lib/session.svelte';
  import ReportSheet from '../parts/signoff/ReportSheet.svelte';

  /** A follow-up report, issued, or as it would be issued now. */
  const id = $derived(String(route.params.id));
  const draftOf = $derived(id === 'draft' ? new URLSearchParams(location.search).get('brief') : null);
  let report = $state.raw<Report | null>(null);
  let drawn = $state.raw('');
  const words = $derived(new Typed(`follow-up report ${id}`));
  const attempt = new Attempt();

  $effect(() => {
    const [wanted, brief] = [id, draftOf];
    void attempt.of(async () => {
      if (brief !== null) drawn = await page(`/follow/reports/draft?brief=${brief}`);
      else report = await get<Report>(`/follow/reports/${wanted}`);
      await draw();
    });
  });

  async function draw() {
    if (report) drawn = await page(`/follow/reports/${report.id}/page`);
  }

  const decide = (how: 'approve' | 'return') =>
    attempt.of(async () => {
      report = await post<Report>(`/follow/reports/${id}/${how}`, { words: words.value || null });
      words.value = '';
      await draw();
    });

  const deciding = $derived(report?.state === 'WAITING' && report.barred === null);
  const briefId = $derived(report?.briefId ?? draftOf);
</script>

<header class="flex h-12 items-center gap-4 border-b px-[18px]">
  <a class="font-serif text-[16px] font-semibold" href="/">Outrider</a>
  <h1 class="question quiet">
    {report
      ? `Follow-up report ${report.id} on ${report.brief}`
      : 'Follow-up report, as it would be issued now'}
  </h1>
  {#if briefId}<a class="chip" href={`/briefs/${briefId}/in-service`}>the brief in service</a>{/if}
  <span class="ml-auto quiet">{session.me?.name} · {session.me?.roles.join(', ')}</span>
</header>

{#if attempt.refusal && !drawn}<p class="refusal m-6" role="alert">{attempt.refusal}</p>{/if}
{#if drawn}
  <main class="desk">
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <section class="sheet min-w-0 overflow-auto" aria-label="Report" tabindex="0">
      <ReportSheet html={drawn} />
    </section>
    <aside class="flex min-h-0 flex-col gap-2 overflow-auto">
      {#if attempt.refusal}<p class="refusal" role="alert">{attempt.refusal}</p>{/if}
      {#if report}
        <section class="sheet p-3" aria-label="Decision">
          {#if deciding}
            <Textarea
              class="field w-full"
              rows={3}
              maxlength={4000}
              aria-label="Your words"
              placeholder="your words; needed to return it"
              bind:value={words.value}
            />
            <div class="mt-2 flex items-center gap-2">
              <Button class="action" disabled={attempt.busy} onclick={() => void decide('approve')}
                >Approve</Button
              >
              <Button
                class="action plain"
                disabled={attempt.busy || words.value.trim() === ''}
                onclick={() => void decide('return')}>Return</Button
              >
            </div>
          {:else}
            <p class="font-semibold" data-state={report.state}>
              {report.words || 'It stands: the policy asks for nobody else.'}
            </p>
            {#if report.barred}<p>{report.barred}</p>{/if}
          {/if}
        </section>
        <section class="sheet p-3" aria-label="Files">
          <p class="quiet">issued by {report.issuedBy}, {when(report.issuedAt)}</p>
          <p class="mt-1 flex flex-wrap gap-1">
            <a class="chip" href={`/api/follow/reports/${report.id}/follow-up.pdf`} download>PDF</a>
            <a class="chip" href={`/api/follow/reports/${report.id}/follow-up.html`} download>HTML file</a>
            <a class="chip" href={`/api/follow/reports/${report.id}/follow-up.json`} download
              >follow-up.json</a
            >
            <a class="chip" href={`/briefs/${report.briefId}/trail`}>audit trail</a>
          </p>
          <p class="quiet mt-1 text-[11px]">
            SHA-256 of the evidence <span class="font-mono break-all">{report.sha256}</span>
          </p>
        </section>
      {:else}
        <section class="sheet p-3" aria-label="Decision">
          <p>Nothing is issued yet. Your words are added when you issue it.</p>
        </section>
      {/if}
    </aside>
  </main>
{:else if !attempt.refusal}
  <p class="quiet p-6">Opening the report …</p>
{/if}

<style>
  .desk {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 330px;
    gap: 14px;
    padding: 12px 18px;
    height: calc(100vh - 48px);
  }
</style>
