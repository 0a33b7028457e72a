<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { AddedColumn } from '../../api/schema';
  import { fixed } from '../../lib/format';

  /** Columns that the candidate does not read, by what they would add. */
  interface Props {
    columns: AddedColumn[];
    /** address of the page where columns get their roles */
    data: string;
    /** null where nobody may */
    same: ((column: string) => void) | null;
    most?: number;
  }
  let { columns, data, same, most = 4 }: Props = $props();
  let all = $state(false);

  const told = $derived(columns.filter((c) => c.told));
  const shown = $derived(all ? columns : told.slice(0, most));
</script>

<ul class="told" style:--columns="150px minmax(0, 1fr) 92px 92px">
  {#each shown as c (c.column)}
    <li>
      <b class="truncate" title={c.column}>{c.column}</b>
      <span class="quiet truncate" title={c.why}
        >{c.why}{c.knownAfterDays ? `, known after ${c.knownAfterDays} days` : ''}</span
      >
      <span class="text-right"
        >{c.told
          ? `${c.adds < 0.0005 ? '< 0.001' : `+${fixed(c.adds, 3)}`} AUC`
          : 'no more than chance'}</span
      >
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
    None of {columns.length} columns would add more than chance does.
  </p>{/if}
{#if columns.length > shown.length || all}
  <Button class="chip mt-1" onclick={() => (all = !all)}
    >{all ? 'fewer' : `all ${columns.length} that were tried`}</Button
  >
{/if}
