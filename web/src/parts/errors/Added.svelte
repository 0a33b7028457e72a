<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { AddedColumn, Words } from '../../api/schema';
  import { fixed } from '../../lib/format';

  /** Columns that the candidate does not read, by what they would add. */
  interface Props {
    columns: AddedColumn[];
    words: Words;
    /** address of the page where columns get their roles */
    data: string;
    /** null where nobody may */
    same: ((column: string) => void) | null;
    most?: number;
  }
  let { columns, words, data, same, most = 4 }: Props = $props();
  let all = $state(false);

  const told = $derived(columns.filter((c) => c.told));
  /** what may be read, rather than what may not */
  const first = $derived(told.find((c) => c.input) ?? told[0]);
  const shown = $derived(all ? columns : told.slice(0, most));
</script>

<ul class="told" style:--columns="150px minmax(0, 1fr) 132px 92px">
  {#each shown as c (c.column)}
    <li>
      <b class="truncate" title={c.column}>{c.column}</b>
      <span class="quiet truncate" title={c.why}
        >{c.why}{c.knownAfterDays ? `, known after ${c.knownAfterDays} days` : ''}</span
      >
      {#if c.told}<span class="text-right"
          ><b>{c.adds < 0.0005 ? '< 0.001' : `+${fixed(c.adds, 3)}`}</b>
          {#if c.low != null && c.high != null}<span class="quiet">{fixed(c.low, 3)}–{fixed(c.high, 3)}</span
            >{/if}</span
        >{:else}<span class="text-right">no more than chance</span>{/if}
      {#if same && c.told && c.input}<Button
          class="chip"
          title="A candidate like this one that reads {c.column} too"
          onclick={() => same(c.column)}>same, with it</Button
        >{:else if !c.input}<a
          class="chip justify-self-start"
          href={`${data}?column=${encodeURIComponent(c.column)}`}
          title="Its role and when it is known, on Data">its role</a
        >{/if}
    </li>
  {/each}
</ul>
{#if told.length === 0}<p class="quiet">
    {columns.length === 0
      ? 'It reads every column that can be tried.'
      : `None of ${columns.length} columns would add more than chance does.`}
  </p>{/if}
{#if first}<p class="reading my-0! text-[13px]!">
    With {first.column}
    {words.events} would be told from the other {words.records} better: AUC {fixed(first.auc + first.adds, 3)} for
    {fixed(first.auc, 3)}{first.input ? '' : `; but it is ${first.why}`}.
  </p>{/if}
{#if columns.length > shown.length || all}
  <Button class="chip mt-1" onclick={() => (all = !all)}
    >{all ? 'fewer' : `all ${columns.length} that were tried`}</Button
  >
{/if}
