<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { FollowReportView as FollowReport, NoticeView as Notice, ReportHead } from '../../api/schema';
  import { counted, together } from '../../lib/format';
  import { nth } from '../../lib/nth';

  interface Props {
    reports: ReportHead[];
    followUps: FollowReport[];
    notices: Notice[];
  }
  /** What somebody has to decide on or to answer; where it is much, the first of it. */
  let { reports, followUps, notices }: Props = $props();

  const FIRST = 6;
  interface Line {
    key: string;
    to: string;
    question: string;
    words: string;
    alarm?: boolean;
  }

  const kinds = $derived<Line[][]>([
    reports.map((report) => ({
      key: `report ${report.id}`,
      to: report.state === 'WAITING' ? `/reports/${report.id}` : `/briefs/${report.briefId}/sign-off`,
      question: report.question,
      words: `report ${report.id} on ${report.brief}, ${
        report.state === 'WAITING'
          ? `submitted by ${report.issuedBy}: decide on it`
          : `${report.words} Answer it`
      }`,
    })),
    followUps.map((report) => ({
      key: `follow-up ${report.id}`,
      to: `/follow-ups/${report.id}`,
      question: report.question,
      words: `follow-up report ${report.id} on ${report.brief}, issued by ${report.issuedBy}: decide on it`,
    })),
    notices.map((notice) => ({
      key: `notice ${notice.id}`,
      to: `/briefs/${notice.briefId}/in-service`,
      question: notice.question,
      words: `${notice.brief}: ${notice.words} Answer it`,
      alarm: true,
    })),
  ]);
  const many = $derived(kinds.flat().length);

  /** The first of each kind, in turn, so that none hides the others. */
  function first(of: Line[][]): Line[] {
    const taken = of.map(() => 0);
    for (let n = 0, turn = 0; n < Math.min(FIRST, many); turn = (turn + 1) % of.length) {
      if (nth(taken, turn) < nth(of, turn).length) {
        taken[turn] = nth(taken, turn) + 1;
        n++;
      }
    }
    return of.flatMap((lines, i) => lines.slice(0, taken[i]));
  }
  let every = $state(false);
  const shown = $derived(every ? kinds.flat() : first(kinds));
  const told = (n: number, one: string) => (n === 0 ? [] : [counted(n, one)]);
  const all = $derived(
    [...told(reports.length + followUps.length, 'report'), ...told(notices.length, 'notice')].join(', '),
  );
</script>

{#if many > 0}
  <section class="sheet mb-5 p-4" aria-label="Waiting for you">
    <h2>Waiting for you</h2>
    {#each shown as line (line.key)}
      <a class="line-for-you" href={line.to}>
        <b>{line.question}</b>
        <span class="quiet"
          >{#if line.alarm}<span class="alarm mr-1">▲</span>{/if}{together(line.words)}</span
        >
      </a>
    {/each}
    {#if many > FIRST}
      <Button class="chip mt-2" aria-expanded={every} onclick={() => (every = !every)}
        >{every ? `the first ${FIRST}` : `all: ${all}`}</Button
      >
    {/if}
  </section>
{/if}

<style>
  .line-for-you {
    display: block;
    margin-top: 6px;
    padding: 4px 0 4px 10px;
    border-left: 3px solid var(--color-cut);
  }
  .line-for-you:hover b {
    text-decoration: underline;
  }
  .line-for-you b {
    display: block;
    font: 600 15px/1.3 var(--font-serif);
  }
</style>
