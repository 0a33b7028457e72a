<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import type { Drop } from '../../api/schema';
  import { dealt } from '../../lib/explain';

  /** By how much a measure drops, as bars with whiskers of their spread; a column opens. */
  interface Props {
    drops: Drop[];
    opened: string | null;
    open: (column: string) => void;
    /** amounts as they are shown */
    written: (value: number) => string;
    most?: number;
  }
  let { drops, opened, open, written, most = 16 }: Props = $props();

  const WIDE = 150;
  let all = $state(false);
  const shown = $derived(all ? drops : drops.slice(0, most));
  const widest = $derived(Math.max(1e-12, ...drops.map((d) => d.mean + d.spread)));
  const at = (v: number) => Math.max(0, (WIDE * v) / widest);
</script>

<Table class="plain" aria-label="Importance of columns">
  <thead><tr><th>Column</th><th>Drop, spread over repeats</th><th class="n">Drop</th></tr></thead>
  <tbody>
    {#each shown as d (d.columns.join('|'))}
      <tr>
        <td class="max-w-[190px] truncate" title={dealt(d)}>
          {#if d.columns.length === 1}
            <Button class="chip" aria-pressed={opened === d.columns[0]} onclick={() => open(d.columns[0]!)}
              >{d.columns[0]}</Button
            >
          {:else}<span class="quiet">{dealt(d)}</span>{/if}
        </td>
        <td>
          <svg width={WIDE} height="14" aria-hidden="true">
            <rect x="0" y="2" width={at(d.mean)} height="10" fill="var(--color-spruce)" />
            <line
              x1={at(d.mean - d.spread)}
              x2={at(d.mean + d.spread)}
              y1="7"
              y2="7"
              stroke="var(--color-ink)"
              stroke-width="1.5"
            />
          </svg>
        </td>
        <td class="n whitespace-nowrap">{written(d.mean)} <span class="quiet">± {written(d.spread)}</span></td
        >
      </tr>
    {/each}
  </tbody>
</Table>
{#if drops.length > most}
  <Button class="chip mt-1" onclick={() => (all = !all)}
    >{all ? `the first ${most}` : `all ${drops.length}`}</Button
  >
{/if}
