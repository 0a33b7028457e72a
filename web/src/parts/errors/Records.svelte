<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import type { BriefView as Brief, RecordsView, RecordView } from '../../api/schema';
  import { get } from '../../lib/api';
  import { count, score } from '../../lib/format';
  import Contributed from './Contributed.svelte';

  /** The chosen records, a page of them; one opens to what made its score. */
  interface Props {
    brief: Brief;
    candidate: { id: number; name: string; supplied: boolean };
    /** query that chooses them */
    query: string;
    columns: string[];
  }
  let { brief, candidate, query, columns }: Props = $props();

  const SIZE = 10;
  let page = $state.raw<RecordsView | null>(null);
  let from = $state(0);
  let lowest = $state(true);
  let opened = $state<number | null>(null);
  let record = $state.raw<RecordView | null>(null);
  let refusal = $state<string | null>(null);

  const chosen = $derived(
    `${query}&lowest=${lowest}` + columns.map((c) => `&column=${encodeURIComponent(c)}`).join(''),
  );
  const address = $derived(`/errors/${brief.id}/records?${chosen}&from=${from}&size=${SIZE}`);

  $effect(() => {
    void query;
    from = 0;
    opened = null;
  });
  $effect(() => {
    const wanted = address;
    get<RecordsView>(wanted).then(
      (found) => {
        if (wanted === address) [page, refusal] = [found, null];
      },
      (e: Error) => {
        if (wanted === address) refusal = e.message;
      },
    );
  });

  async function open(number: number) {
    opened = opened === number ? null : number;
    record = null;
    if (opened === null) return;
    try {
      const found = await get<RecordView>(`/candidates/${candidate.id}/records/${number}`);
      if (opened === number) record = found;
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  const bars = $derived(
    [...(record?.columns ?? [])]
      .sort((a, b) => Math.abs(b.adds) - Math.abs(a.adds))
      .map((c) => ({ column: c.column, adds: c.adds, value: c.before })),
  );
</script>

{#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
{#if page}
  <div class="mb-1 flex items-baseline gap-2">
    <h2>{count(page.total)} records</h2>
    <span class="quiet">{lowest ? 'lowest score first' : 'highest score first'}</span>
    <span class="ml-auto flex gap-1">
      {#if page.total > SIZE}
        <span class="quiet">{count(from + 1)} to {count(from + page.records.length)}</span>
        <Button class="chip" disabled={from === 0} onclick={() => (from -= SIZE)}>back</Button>
        <Button class="chip" disabled={from + SIZE >= page.total} onclick={() => (from += SIZE)}>on</Button>
      {/if}
      <Button class="chip" onclick={() => ((lowest = !lowest), (from = 0))}
        >{lowest ? 'highest first' : 'lowest first'}</Button
      >
      <a class="chip" href={`/api/errors/${brief.id}/records.csv?${chosen}`} download>CSV</a>
    </span>
  </div>
  <Table class="plain" aria-label="Records">
    <thead>
      <tr>
        <th>{page.identifiers[0] ?? 'Record'}</th><th class="n">Score</th><th class="n">Rank</th><th
          >Outcome</th
        >
        {#each page.columns as column (column)}<th class="max-w-[140px] truncate" title={column}>{column}</th
          >{/each}
        <th><span class="sr-only">Open</span></th>
      </tr>
    </thead>
    <tbody>
      {#each page.records as r (r.record)}
        <tr data-record={r.record}>
          <td class="font-semibold">{r.identifiers[0] ?? count(r.record)}</td>
          <td class="n">{score(r.score)}</td>
          <td class="n">{count(r.rank)}</td>
          <td
            >{r.event
              ? brief.decision.words.events
              : `no ${brief.decision.words.events}`}{#if r.actedBefore}<small class="sub"
                >acted on before</small
              >{/if}</td
          >
          {#each r.values as value, i (i)}<td class="max-w-[140px] truncate" title={value}>{value ?? '–'}</td
            >{/each}
          <td class="n"
            >{#if !candidate.supplied}<Button
                class="chip"
                aria-expanded={opened === r.record}
                onclick={() => void open(r.record)}>{opened === r.record ? 'close' : 'open'}</Button
              >{/if}</td
          >
        </tr>
        {#if opened === r.record}
          <tr data-unprinted="1">
            <td colspan={5 + page.columns.length}>
              {#if record}
                <p class="reading">
                  {candidate.name} scores it {score(record.score)}, where {score(record.average)} is the average;
                  what each column adds, most first:
                </p>
                <div class="max-w-[640px]"><Contributed {bars} most={10} /></div>
              {:else}<p class="quiet">Asking what made its score …</p>{/if}
            </td>
          </tr>
        {/if}
      {/each}
    </tbody>
  </Table>
{:else if !refusal}<p class="quiet">Looking them up …</p>{/if}
