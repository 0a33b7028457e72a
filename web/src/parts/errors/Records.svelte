<script lang="ts">
  import { onDestroy } from 'svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import type { BriefView as Brief, OpenedRecord, RecordsView } from '../../api/schema';
  import { get } from '../../lib/api';
  import { Latest } from '../../lib/latest';
  import { count, counted, score } from '../../lib/format';
  import Choice from '../Choice.svelte';
  import Opened from './Opened.svelte';

  /** The chosen records, a page of them; one opens to what made its score. */
  interface Props {
    brief: Brief;
    candidate: { id: number; name: string; supplied: boolean };
    /** query that chooses them */
    query: string;
    /** how many records are acted on */
    cut: number;
    columns: string[];
    /** all that can be told of a record */
    others: string[];
  }
  let { brief, candidate, query, cut, columns: first, others }: Props = $props();

  const SIZE = 10;
  const SHORTLY = 250;
  let page = $state.raw<RecordsView | null>(null);
  let from = $state(0);
  let lowest = $state(true);
  let opened = $state<number | null>(null);
  let record = $state.raw<OpenedRecord | null>(null);
  let by = $state<string | null>(null);
  let find = $state('');
  let more = $state.raw<string[]>([]);
  let refusal = $state<string | null>(null);

  const columns = $derived([...first, ...more.filter((c) => !first.includes(c))]);
  const chosen = $derived(
    `${query}&lowest=${lowest}` +
      (by === null ? '' : `&by=${encodeURIComponent(by)}`) +
      (find.trim() === '' ? '' : `&find=${encodeURIComponent(find.trim())}`) +
      columns.map((c) => `&column=${encodeURIComponent(c)}`).join(''),
  );
  const address = $derived(`/errors/${brief.id}/records?${chosen}&from=${from}&size=${SIZE}`);

  $effect(() => {
    void query;
    void find;
    from = 0;
    opened = null;
  });
  const latest = new Latest<RecordsView>(SHORTLY, (found, why) => {
    if (found !== null) page = found;
    refusal = why;
  });
  /** A cut that moves is waited for; a page, an order or a column is not. */
  let shownFor: string | null = null;
  $effect(() => {
    const wanted = address;
    latest.ask(() => get<RecordsView>(wanted), shownFor === null || shownFor === query ? 0 : SHORTLY);
    shownFor = query;
  });
  onDestroy(() => latest.drop());

  async function open(number: number) {
    opened = opened === number ? null : number;
    record = null;
    if (opened === null) return;
    try {
      const found = await get<OpenedRecord>(
        `/errors/${brief.id}/records/${number}?candidate=${candidate.id}&records=${cut}`,
      );
      if (opened === number) record = found;
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  /** Orders by a column; once more turns it round. */
  function sort(column: string | null) {
    if (by === column) lowest = !lowest;
    else [by, lowest] = [column, true];
    from = 0;
  }
  const order = (column: string | null) => (by !== column ? 'none' : lowest ? 'ascending' : 'descending');
  const free = $derived(others.filter((c) => !columns.includes(c)));
</script>

{#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
{#if page}
  <div class="mb-1 flex items-baseline gap-2">
    <h2>{counted(page.total, 'record')}</h2>
    <span class="quiet"
      >{by === null
        ? lowest
          ? 'lowest score first'
          : 'highest score first'
        : `by ${by}, ${lowest ? 'lowest' : 'highest'} first`}</span
    >
    <Input
      class="field w-36!"
      type="search"
      placeholder="find"
      aria-label="Find among the records"
      bind:value={find}
    />
    {#if free.length > 0}<Choice
        class="field w-40"
        aria-label="Show a column"
        value=""
        onpick={(to) => to && (more = [...more, to])}
      >
        <option value="">show a column</option>
        {#each free as name (name)}<option value={name}>{name}</option>{/each}
      </Choice>{/if}
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
        <th>{page.identifiers[0] ?? 'Record'}</th><th class="n" aria-sort={order(null)}
          ><Button class="sorter" onclick={() => sort(null)}>Score</Button></th
        ><th class="n">Rank</th><th>Outcome</th>
        {#each page.columns as column (column)}<th
            class="max-w-[140px] truncate"
            title={column}
            aria-sort={order(column)}
            ><Button class="sorter" onclick={() => sort(column)}>{column}</Button></th
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
                <Opened {brief} name={candidate.name} {record} />
              {:else}<p class="quiet">Asking what made its score …</p>{/if}
            </td>
          </tr>
        {/if}
      {/each}
    </tbody>
  </Table>
{:else if !refusal}<p class="quiet">Looking them up …</p>{/if}
