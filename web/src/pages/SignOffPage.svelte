<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { untrack } from 'svelte';
  import type { BriefView as Brief, Paragraph } from '../api/schema';
  import { get } from '../lib/api';
  import { byRule, desk } from '../lib/desk.svelte';
  import { count, percent, when } from '../lib/format';
  import { navigate } from '../lib/routes';
  import { Drafting } from '../lib/signoff.svelte';
  import PinTray from '../parts/PinTray.svelte';
  import CheckList from '../parts/signoff/CheckList.svelte';
  import ReportSheet from '../parts/signoff/ReportSheet.svelte';
  import Words from '../parts/signoff/Words.svelte';

  const brief = $derived(desk.brief!);
  const work = $derived(new Drafting(brief.id));
  const draft = $derived(work.draft);
  const unheld = $derived(brief.split?.parts.some((p) => p.part === 'reserve' && p.records === 0) ?? false);
  let side = $state<'checks' | 'words' | 'pinned'>('checks');
  let chosen = $state<Paragraph | null>(null);
  let opening = $state(false);

  const last = $derived(draft?.reports[0] ?? null);
  const open = $derived(draft?.checks.filter((c) => !c.passes).length ?? 0);
  const astray = $derived(
    draft?.seal != null &&
      (draft.seal.candidateId !== desk.candidateId || Math.abs(draft.seal.records - desk.records) > 1e-9),
  );

  /** The page follows the cut once it rests. */
  $effect(() => {
    void [desk.candidateId, desk.records, desk.pins, work];
    const rest = setTimeout(
      () =>
        untrack(async () => {
          await desk.saveNow();
          await work.load();
        }),
      250,
    );
    return () => clearTimeout(rest);
  });

  function choose(chapter: Paragraph) {
    chosen = chapter;
    if (desk.works) side = 'words';
  }

  async function submit() {
    const id = await work.submit();
    if (id === null) return;
    desk.brief = await get<Brief>(`/briefs/${brief.id}`);
    await navigate('/reports/:id', { params: { id: String(id) } });
  }

  function goBack() {
    const seal = draft!.seal!;
    desk.choose(seal.candidateId);
    desk.moveTo(seal.records, byRule('RESERVE_OPENED'));
  }
</script>

<div class="columns">
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <section class="sheet min-w-0 overflow-auto" aria-label="Report" tabindex="0">
    {#if draft?.problem}
      <div class="p-6">
        <h2 class="title">No report can be drawn yet</h2>
        <p class="refusal" role="alert">{draft.problem}</p>
        {#if !draft.seal}
          <p class="quiet">
            A report needs a split, fitted candidates and a cut: see
            <a class="underline" href={`/briefs/${brief.id}/compare`}>Compare</a>.
          </p>
        {/if}
        {#if astray}<Button class="action" onclick={goBack}>Go back to that candidate and cut</Button>{/if}
      </div>
    {:else if work.page}
      <ReportSheet html={work.page} offers={desk.works ? 'write here' : ''} {chosen} onchapter={choose} />
    {:else if work.failure}
      <p class="refusal m-6" role="alert">{work.failure}</p>
    {:else}
      <p class="quiet p-6">Drawing the report: every figure of every candidate …</p>
    {/if}
  </section>
  <aside class="flex min-h-0 flex-col gap-3 overflow-x-hidden overflow-y-auto">
    {#if work.failure}<p class="refusal" role="alert">{work.failure}</p>{/if}
    {#if last}
      <section class="sheet p-3" aria-label="Last report" data-state={last.state}>
        <a class="font-semibold underline" href={`/reports/${last.id}`}>Report {last.id}</a>
        <span class="quiet">{when(last.issuedAt)}</span>
        <p>{last.words}</p>
      </section>
    {/if}
    {#if desk.works && draft && !draft.problem}
      <section class="sheet p-3" aria-label="Steps">
        {#if unheld}
          <p class="quiet">There is no reserve to open: nothing confirms what validation shows.</p>
        {:else if draft.seal === null}
          {#if opening}
            <p>
              The reserve is opened <b>once, for this brief</b>: for {desk.row?.name} at {percent(
                desk.at?.depth ?? null,
              )} %, in your name. No other candidate or cut can be confirmed on it afterwards.
            </p>
            <div class="mt-2 flex gap-2">
              <Button
                class="action"
                disabled={work.busy}
                onclick={() => void work.open().then(() => (opening = false))}>Open it</Button
              >
              <Button class="action plain" onclick={() => (opening = false)}>Leave it sealed</Button>
            </div>
          {:else}
            <Button class="action" disabled={work.busy} onclick={() => (opening = true)}
              >Open the reserve …</Button
            >
          {/if}
        {:else}
          <p class="quiet">
            Reserve opened by {draft.seal.openedBy}, {when(draft.seal.openedAt)}, at {count(
              draft.seal.records,
            )} records of validation.
          </p>
        {/if}
        {#if !opening}
          <div class="mt-2 flex items-baseline gap-2">
            <Button
              class={['action', draft.seal === null && 'plain']}
              disabled={work.busy || last?.state === 'WAITING'}
              onclick={() => void submit()}>Submit for approval</Button
            >
            <span class="quiet">{open === 0 ? 'no check is open' : `${open} checks open`}</span>
          </div>
        {/if}
      </section>
    {/if}
    {#if draft}
      <div class="flex gap-1" role="tablist" aria-label="Beside the report">
        {#each [['checks', 'Checks'], ['words', 'Words'], ['pinned', `Pinned ${desk.pins.length || ''}`]] as [key, name] (key)}
          <Button
            class="chip"
            role="tab"
            aria-selected={side === key}
            onclick={() => (side = key as typeof side)}>{name}</Button
          >
        {/each}
      </div>
      <section class="sheet p-3" role="tabpanel">
        {#if side === 'checks'}
          {#if draft.checks.length > 0}
            <CheckList
              checks={draft.checks}
              policyVersion={draft.policyVersion}
              onlook={(chapter) => (chosen = chapter)}
            />
          {:else}
            <p class="quiet">They are held against the report once it can be drawn.</p>
          {/if}
        {:else if side === 'words' && desk.works}
          <Words {draft} {chosen} onchoose={choose} onwrite={(change) => work.write(change)} />
        {:else if side === 'words'}
          <p class="quiet">An analyst writes; you read it in the page.</p>
        {:else}
          <PinTray {brief} />
        {/if}
      </section>
      <section class="sheet p-3" aria-label="Files">
        <p class="flex flex-wrap gap-1">
          {#if draft.page}<a class="chip" href={`/api/sign-off/${brief.id}/preview`} target="_blank"
              >page on its own</a
            >{/if}
          <a class="chip" href={`/api/sign-off/${brief.id}/brief.yaml`} download>brief as a file</a>
          <a class="chip" href={`/briefs/${brief.id}/trail`}>audit trail</a>
        </p>
        {#each draft.reports.slice(1) as report (report.id)}
          <p class="mt-1">
            <a class="underline" href={`/reports/${report.id}`}>Report {report.id}</a>
            <span class="quiet">{report.words}</span>
          </p>
        {/each}
      </section>
    {/if}
  </aside>
</div>

<style>
  .columns {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 300px;
    gap: 14px;
    height: 100%;
  }
</style>
