<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import type { Paragraph, Remark, ReportView as Report } from '../api/schema';
  import type { CheckName } from '../lib/settings';
  import { get, page, post } from '../lib/api';
  import { route } from '../lib/routes';
  import { session } from '../lib/session.svelte';
  import { signedApart, when } from '../lib/format';
  import { Typed } from '../lib/typed.svelte';
  import { untrack } from 'svelte';
  import CheckList from '../parts/signoff/CheckList.svelte';
  import ReportSheet from '../parts/signoff/ReportSheet.svelte';

  const id = $derived(Number(route.params.id));
  let report = $state.raw<Report | null>(null);
  let drawn = $state.raw('');
  let refusal = $state<string | null>(null);
  let busy = $state(false);
  let whole = $state(false);
  let chosen = $state<Paragraph | null>(null);
  let remarks = $state<Remark[]>([]);
  const words = $derived(new Typed(`report ${id}`));
  const noted = $derived(new Typed(`remarks ${id}`));
  let condition = $state('');
  let until = $state('');
  const reason = $derived(new Typed(`withdraw ${id}`));
  let withdrawing = $state(false);

  $effect(() => {
    const wanted = id;
    const before = untrack(() => noted.value);
    remarks = before ? (JSON.parse(before) as Remark[]) : [];
    void attempt(async () => {
      report = await get<Report>(`/reports/${wanted}`);
      await draw();
    });
  });

  // remarks outlast a reload as other words do
  $effect(() => {
    const now = remarks.length > 0 ? JSON.stringify(remarks) : '';
    untrack(() => (noted.value = now));
  });

  async function draw() {
    if (!report?.page) return;
    drawn = await page(`/reports/${report.head.id}/page?inside=true`);
  }

  async function attempt(work: () => Promise<void>): Promise<boolean> {
    busy = true;
    try {
      await work();
      refusal = null;
      return true;
    } catch (e) {
      refusal = (e as Error).message;
      return false;
    } finally {
      busy = false;
    }
  }

  const act = (path: string, body: unknown) =>
    attempt(async () => {
      report = await post<Report>(`/reports/${id}/${path}`, body);
      await draw();
    });

  /** As the other, with the words that were typed, which are sent then. */
  const decided = (path: string, body: unknown) =>
    act(path, body).then((done) => (done && (words.value = ''), done));
  const waive = (check: CheckName, why: string, day: string) =>
    act('waive', { check, reason: why, until: day });
  const approve = () => decided('approve', { words: words.value, condition, until: until || null });
  const giveBack = () =>
    decided('return', { words: words.value, remarks: remarks.filter((r) => r.words.trim() !== '') }).then(
      (done) => done && (remarks = []),
    );

  function look(chapter: Paragraph) {
    whole = true;
    chosen = chapter;
  }

  function remark(chapter: Paragraph) {
    chosen = chapter;
    if (deciding && !remarks.some((r) => r.paragraph === chapter)) {
      remarks = [...remarks, { paragraph: chapter, words: '' }];
    }
  }

  const deciding = $derived(report?.head.state === 'WAITING' && report.barred === null);
  const open = $derived(report?.checks.filter((c) => !c.passes && c.waiver === null).length ?? 0);
  const unsaid = $derived(words.value.trim() === '' && !remarks.some((r) => r.words.trim() !== ''));
</script>

{#snippet sentence(text: string)}{#each signedApart(text) as piece, i (i)}{#if i % 2 === 1}<span
        class="whitespace-nowrap">{piece}</span
      >{:else}{piece}{/if}{/each}{/snippet}

<header class="flex h-12 items-center gap-4 border-b px-[18px]">
  <a class="font-serif text-[16px] font-semibold" href="/">Outrider</a>
  {#if report}
    <h1 class="question quiet">
      Sign-off report {report.head.id} on {report.head.brief}{report.head.supersedes
        ? `, in place of report ${report.head.supersedes}`
        : ''}
    </h1>
    <a class="chip" href={`/briefs/${report.head.briefId}/sign-off`}>the brief</a>
  {/if}
  <span class="ml-auto quiet">{session.me?.name} · {session.me?.roles.join(', ')}</span>
</header>

{#if refusal && !report}<p class="refusal m-6" role="alert">{refusal}</p>{/if}
{#if report}
  <main class="desk">
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <section class="sheet min-w-0 overflow-auto" aria-label="Report" tabindex="0">
      <div class="flex items-center gap-1 px-5 pt-3" role="tablist" aria-label="How much to read">
        <Button class="chip" role="tab" aria-selected={!whole} onclick={() => (whole = false)}
          >The decision</Button
        >
        <Button class="chip" role="tab" aria-selected={whole} onclick={() => (whole = true)}
          >The whole report</Button
        >
        <span class="quiet ml-2">submitted by {report.head.issuedBy}, {when(report.head.issuedAt)}</span>
      </div>
      {#if report.page === null}
        <p class="p-6">
          This report was issued by an earlier version of Outrider; its evidence is kept and can be
          downloaded.
        </p>
      {:else if whole}
        <ReportSheet
          html={drawn}
          offers={deciding ? 'remark on this' : ''}
          {chosen}
          marked={remarks.map((r) => r.paragraph)}
          onchapter={deciding ? remark : undefined}
        />
      {:else}
        <div class="px-5 pb-4">
          <p class="state" data-state={report.head.state}>{report.head.words}</p>
          <h2 class="title">{report.head.question}</h2>
          <p class="decision">{report.page.decision}</p>
          <p>{@render sentence(report.page.expected)}</p>
          {@render said('decision')}
          <Table class="plain mt-2">
            <thead>
              <tr>
                <th>For the campaign</th><th class="n">acted on</th><th class="n">reached</th>
                <th class="n">gain over nobody</th><th class="n">proposal gains more by</th>
              </tr>
            </thead>
            <tbody>
              {#each report.page.ways as way, i (i)}
                <tr class:mine={i === 0}>
                  <td>{way.name}</td>
                  <td class="n whitespace-nowrap">{way.actedOn}</td>
                  {#each [way.reached, way.gain, way.ahead] as { value, interval }, k (k)}
                    <td class="n whitespace-nowrap">
                      {value}{#if interval}<small class="sub">({interval})</small>{/if}
                    </td>
                  {/each}
                </tr>
              {/each}
            </tbody>
          </Table>
          <p class="confirm" class:unconfirmed={!report.page.confirmed}>
            {@render sentence(report.page.confirmation)}
          </p>
          <div class="mt-2 grid grid-cols-2 gap-5">
            <div>
              <h2>Why this candidate</h2>
              {@render said('why')}
              <ul>
                {#each report.page.why as line (line)}<li>{@render sentence(line)}</li>{/each}
              </ul>
            </div>
            <div>
              <h2>What could go wrong</h2>
              {@render said('risks')}
              <ul>
                {#each report.page.risks as line (line)}<li>{@render sentence(line)}</li>{/each}
              </ul>
            </div>
          </div>
        </div>
      {/if}
    </section>
    <aside class="flex min-h-0 flex-col gap-2 overflow-auto">
      {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
      {#if report.checks.length > 0}
        <div class="sheet px-3 py-2">
          <CheckList
            checks={report.checks}
            policyVersion={report.policyVersion}
            onlook={look}
            onwaive={deciding ? waive : undefined}
          />
        </div>
      {/if}
      {#if deciding}
        <section class="sheet p-3" aria-label="Decision">
          {#each remarks as r (r.paragraph)}
            <label class="block"
              >On “{r.paragraph}”
              <Textarea
                class="field w-full"
                rows={2}
                maxlength={4000}
                aria-label="Remark on {r.paragraph}"
                bind:value={r.words}
              /></label
            >
          {/each}
          <Textarea
            class="field w-full"
            rows={2}
            maxlength={4000}
            aria-label="Your words"
            placeholder="your words; needed to return it"
            bind:value={words.value}
          />
          <Input
            class="field mt-1 w-full!"
            maxlength={4000}
            aria-label="Condition"
            placeholder="on condition that … (if any)"
            bind:value={condition}
          />
          <label class="mt-1 block quiet"
            >until <Input class="field" type="date" aria-label="Until" bind:value={until} /> (if not for good)</label
          >
          <div class="mt-2 flex items-center gap-2">
            <Button class="action" disabled={busy || open > 0} onclick={() => void approve()}
              >Approve{condition.trim() ? ' on condition' : ''}</Button
            >
            <Button class="action plain" disabled={busy || unsaid} onclick={() => void giveBack()}
              >Return</Button
            >
            {#if open > 0}<span class="quiet"
                >{open} {open === 1 ? 'check' : 'checks'} open: waive or return</span
              >{/if}
          </div>
        </section>
      {:else}
        <section class="sheet p-3" aria-label="Decision">
          {#if report.head.state === 'WAITING' && report.barred}<p>{report.barred}</p>{/if}
          {#if report.head.state !== 'WAITING'}<p class="font-semibold">{report.head.words}</p>{/if}
          {#if report.head.supersededBy}<a class="underline" href={`/reports/${report.head.supersededBy}`}
              >report {report.head.supersededBy}</a
            >{/if}
          {#if report.mayWithdraw && !withdrawing}
            <Button class="chip mt-1" onclick={() => (withdrawing = true)}>withdraw …</Button>
          {:else if report.mayWithdraw}
            <form
              class="mt-1 flex flex-col gap-1"
              onsubmit={(e) => {
                e.preventDefault();
                void act('withdraw', { reason: reason.value }).then((done) => done && (withdrawing = false));
              }}
            >
              <Textarea
                class="field"
                rows={2}
                required
                maxlength={4000}
                aria-label="Reason to withdraw"
                placeholder="why it no longer holds"
                bind:value={reason.value}
              />
              <span class="flex gap-2"
                ><Button class="action" type="submit">Withdraw</Button><Button
                  class="chip"
                  type="button"
                  onclick={() => (withdrawing = false)}>not now</Button
                ></span
              >
            </form>
          {/if}
        </section>
      {/if}
      <section class="sheet p-3" aria-label="What was said">
        <p class="flex flex-wrap gap-1">
          <a class="chip" href={`/api/reports/${report.head.id}/report.pdf`} download>PDF</a>
          <a class="chip" href={`/api/reports/${report.head.id}/report.html`} download>HTML file</a>
          <a class="chip" href={`/api/reports/${report.head.id}/evidence.json`} download>evidence.json</a>
          <a class="chip" href={`/briefs/${report.head.briefId}/trail`}>audit trail</a>
        </p>
        <ol class="mt-1">
          {#each report.acts as a, i (i)}
            <li>
              <b>{a.act}</b>{a.about ? ` “${a.about}”` : ''} by {a.by}{a.until ? ` until ${a.until}` : ''}
              <small class="sub">{when(a.at)}</small>
              {#if a.words}<q>{a.words}</q>{/if}
              {#if a.condition}<q>on condition: {a.condition}</q>{/if}
              {#each a.remarks as r, k (k)}<small class="sub">on {r.paragraph}: {r.words}</small>{/each}
            </li>
          {/each}
        </ol>
        <p class="quiet mt-1 text-[11px]">
          SHA-256 of the evidence <span class="font-mono break-all">{report.sha256}</span>
        </p>
      </section>
    </aside>
  </main>
{:else if !refusal}
  <p class="quiet p-6">Opening the report …</p>
{/if}

{#snippet said(chapter: string)}
  {#if report?.page?.said[chapter]}<p class="said">{report.page.said[chapter]}</p>{/if}
{/snippet}

<style>
  .said {
    margin: 4px 0;
    padding-left: 8px;
    border-left: 2px solid var(--color-rule);
    white-space: pre-line;
    font: 13.5px/1.4 var(--font-serif);
  }
  .desk {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 330px;
    gap: 14px;
    padding: 12px 18px;
    height: calc(100vh - 48px);
  }
  .state {
    margin: 8px 0 4px;
    color: var(--color-ink-2);
  }
  .decision {
    font: 600 16px/1.4 var(--font-serif);
    border-left: 4px solid var(--color-spruce);
    padding: 1px 0 1px 11px;
    margin: 8px 0;
  }
  .confirm {
    margin: 8px 0;
    padding-left: 11px;
    border-left: 4px solid var(--color-spruce);
  }
  .confirm.unconfirmed {
    border-left-color: var(--color-alarm);
    font-weight: 600;
  }
  tr.mine td {
    background: var(--color-spruce-wash);
    font-weight: 600;
  }
  ul {
    margin: 2px 0 0;
    padding-left: 14px;
    list-style: disc;
  }
  li {
    margin-top: 2px;
  }
  ol {
    padding: 0;
    list-style: none;
  }
  q {
    font: italic 13px/1.4 var(--font-serif);
  }
</style>
