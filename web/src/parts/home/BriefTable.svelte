<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import type { BriefLine, BriefPage, Waiting } from '../../api/schema';
  import { get } from '../../lib/api';
  import { count, counted, gain, percent, rate } from '../../lib/format';
  import { size } from '../../lib/service';
  import { session } from '../../lib/session.svelte';
  import SmallGains from './SmallGains.svelte';

  /** The briefs: found by typing, filtered, fifty at a time. */
  const AT_ONCE = 50;
  const SHORTLY = 200;
  const WAITS: Record<Waiting, [words: string, stage: string]> = {
    OUTCOME: ['an outcome', ''],
    SPLIT: ['its split', '/data'],
    CANDIDATES: ['candidates', '/candidates'],
    FITS: ['fits under way', '/candidates'],
    CUT: ['a cut', '/compare'],
    REPORT: ['its report', '/sign-off'],
    APPROVAL: ['an approval', '/sign-off'],
    ANSWER: ['answers to remarks', '/sign-off'],
    NOTICE: ['an answer to a notice', '/in-service'],
    NOTHING: ['nothing: approved', '/sign-off'],
    LATER_REVISION: ['goes on in a later revision', ''],
  };
  const FILTERS = [
    ['all', 'all'],
    ['open', 'waiting for something'],
    ['mine', 'mine'],
  ] as const;

  let page = $state.raw<BriefPage | null>(null);
  let find = $state('');
  let only = $state<(typeof FILTERS)[number][0]>('all');
  let from = $state(0);
  let refusal = $state<string | null>(null);
  let asked = 0;

  async function load() {
    const mine = ++asked;
    const query = [`from=${from}`, `size=${AT_ONCE}`];
    if (find.trim() !== '') query.push(`find=${encodeURIComponent(find.trim())}`);
    if (only !== 'all') query.push(`${only}=true`);
    try {
      const found = await get<BriefPage>(`/briefs?${query.join('&')}`);
      if (mine === asked) [page, refusal] = [found, null];
    } catch (e) {
      if (mine === asked) refusal = (e as Error).message;
    }
  }

  let first = true;
  $effect(() => {
    void [find, only, from];
    const waiting = setTimeout(() => void load(), first ? 0 : SHORTLY);
    first = false;
    return () => clearTimeout(waiting);
  });

  const narrowed = $derived(find.trim() !== '' || only !== 'all');
  const money = (line: BriefLine) => {
    const found = line.finding!;
    const show = (v: number) => gain(found.currency, v);
    return found.gainLow === null || found.gainHigh === null
      ? ''
      : `${show(found.gainLow)} to ${show(found.gainHigh)}`;
  };
</script>

{#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
{#if page?.roomLeft != null}
  <p class="alarm mb-2" role="status">
    ▲ {size(page.roomLeft)} are left on the server's disk. Files and fits may have to wait: ask the administrator
    to make room.
  </p>
{/if}
{#if page === null}
  {#if !refusal}<p class="quiet">Loading the briefs …</p>{/if}
{:else if page.total === 0 && !narrowed}
  <p class="reading">There is no brief yet. Bring a file to begin with.</p>
{:else}
  <div class="mb-2 flex items-center gap-3">
    <Input
      class="field w-64!"
      type="search"
      placeholder="find a brief"
      aria-label="Find a brief"
      bind:value={find}
      oninput={() => (from = 0)}
    />
    <div role="group" aria-label="Briefs shown" class="flex gap-1">
      {#each FILTERS as [value, words] (value)}
        <Button class="filter" aria-pressed={only === value} onclick={() => ((only = value), (from = 0))}
          >{words}</Button
        >
      {/each}
    </div>
    <span class="quiet ml-auto" aria-live="polite">
      {#if page.total > AT_ONCE}
        {count(from + 1)} to {count(from + page.lines.length)} of {count(page.total)}
        <Button class="chip" disabled={from === 0} onclick={() => (from -= AT_ONCE)}>newer</Button>
        <Button
          class="chip"
          disabled={from + page.lines.length >= page.total}
          onclick={() => (from += AT_ONCE)}>older</Button
        >
      {:else}{counted(page.total, 'brief')}{/if}
    </span>
  </div>
  <Table class="plain" aria-label="Briefs">
    <thead>
      <tr>
        <th>Brief</th><th>Outcome</th><th class="n">Records</th><th class="n">Event rate %</th>
        <th class="n">Candidates</th><th>Gains</th><th class="n">Gain at the cut, on validation</th><th
          >Waits for</th
        >
      </tr>
    </thead>
    <tbody>
      {#each page.lines as line (line.id)}
        <tr class:later={line.nextId !== null}>
          <td class="max-w-[330px]">
            <a class="font-semibold hover:underline" href={`/briefs/${line.id}`}>{line.name}</a>
            {#if line.revision > 1}<span class="quiet">revision {line.revision}</span>{/if}
            <span class="quiet">· {line.owner === session.me?.name ? 'yours' : line.owner}</span>
            <small class="sub truncate" title={line.question}>{line.question}</small>
          </td>
          <td class="max-w-[130px]"
            ><span class="block truncate" title={line.outcome}>{line.outcome ?? '–'}</span><small
              class="sub truncate"
              title={line.events.join(', ')}>{line.events.join(', ')}</small
            ></td
          >
          <td class="n">{count(line.records)}</td>
          <td class="n">{line.eventRate === null ? '–' : rate(line.eventRate)}</td>
          <td class="n"
            >{line.fitted}{#if line.running > 0}<small class="sub">{line.running} running</small>{/if}</td
          >
          <td class="gains"
            >{#if line.finding}<SmallGains found={line.finding} />{/if}</td
          >
          <td class="n whitespace-nowrap">
            {#if line.finding}
              <b class="font-semibold">{gain(line.finding.currency, line.finding.gain)}</b>
              <small class="sub" title="95 % interval, on validation">{money(line)}</small>
              <small class="sub">{line.finding.candidate}, {percent(line.finding.depth)} %</small>
            {:else if line.fitted > 0 && line.nextId === null}<a
                class="quiet hover:underline"
                href={`/briefs/${line.id}/compare`}>not compared yet</a
              >{:else}<span class="quiet">–</span>{/if}
          </td>
          <td>
            {#if line.nextId !== null}<a class="underline" href={`/briefs/${line.nextId}`}
                >goes on in a later revision</a
              >
            {:else}<a class="hover:underline" href={`/briefs/${line.id}${WAITS[line.waitsFor][1]}`}
                >{WAITS[line.waitsFor][0]}</a
              >{/if}
          </td>
        </tr>
      {:else}
        <tr><td colspan="8" class="quiet">No brief says that. Find less, or show all.</td></tr>
      {/each}
    </tbody>
  </Table>
{/if}

<style>
  .gains {
    width: 104px;
  }
  tr.later td {
    color: var(--color-ink-2);
  }
</style>
