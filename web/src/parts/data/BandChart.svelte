<script lang="ts">
  import Table from 'flowbite-svelte/Table.svelte';
  import type { Cell, ColumnType } from '../../api/schema';
  import { cellLabel } from '../../lib/columns';
  import { count, percent, rate } from '../../lib/format';

  interface Props {
    type: ColumnType;
    cells: Cell[];
    absent: Cell;
    moreLevels: number;
    base: number | null;
    eventsNoun: string;
  }
  /** Bands or levels with their records, events and event rates; missing as a row of its own. */
  let { type, cells, absent, moreLevels, base, eventsNoun }: Props = $props();

  const WIDTH = 118;
  const rows = $derived([
    ...cells.map((cell, i) => ({
      cell,
      label: cellLabel(type, cell, i === cells.length - 1 ? moreLevels : 0),
      absent: false,
    })),
    ...(absent.records > 0 ? [{ cell: absent, label: 'missing', absent: true }] : []),
  ]);
  const judged = $derived(rows.some((r) => r.cell.rate !== null));
  const all = $derived(rows.reduce((sum, r) => sum + r.cell.records, 0));
  const top = $derived(
    Math.max(
      0.0001,
      base ?? 0,
      ...rows.map((r) => Math.min(r.cell.rateHigh ?? 0, 2.5 * Math.max(r.cell.rate ?? 0, base ?? 0))),
    ),
  );
  const x = (at: number) => Math.min(WIDTH, (WIDTH * at) / top);
</script>

<Table class="plain" aria-label="Bands">
  <thead>
    <tr>
      <th>{type === 'NUMBER' || type === 'DATE' ? 'Band' : 'Level'}</th><th class="n">Records</th><th
        class="n">Share %</th
      >
      {#if judged}
        <th class="n">{eventsNoun}</th><th class="n">Rate %</th>
        <th class="whitespace-normal!" style:width="{WIDTH + 16}px"
          >0 to {rate(top)} %, with its 95 % interval</th
        >
      {/if}
    </tr>
  </thead>
  <tbody>
    {#each rows as row, i (i)}
      <tr class:absent={row.absent}>
        <td class="max-w-[150px] truncate" title={row.label}>{row.label}</td>
        <td class="n">{count(row.cell.records)}</td>
        <td class="n">{percent(row.cell.records / all)}</td>
        {#if judged}
          <td class="n">{count(row.cell.events ?? 0)}</td>
          <td class="n">{rate(row.cell.rate)}</td>
          <td>
            {#if row.cell.rate !== null && row.cell.rateLow !== null && row.cell.rateHigh !== null}
              <svg
                width={WIDTH}
                height="14"
                role="img"
                aria-label="{rate(row.cell.rate)} %, {rate(row.cell.rateLow)} to {percent(
                  row.cell.rateHigh,
                )} %"
              >
                <title>{rate(row.cell.rateLow)} to {rate(row.cell.rateHigh)} %</title>
                {#if base !== null}<line
                    x1={x(base)}
                    x2={x(base)}
                    y1="0"
                    y2="14"
                    stroke="var(--color-ink-2)"
                    stroke-dasharray="2 2"
                    stroke-width="0.7"
                  />{/if}
                <line
                  x1={x(row.cell.rateLow)}
                  x2={x(row.cell.rateHigh)}
                  y1="7"
                  y2="7"
                  stroke="var(--color-event)"
                  stroke-width="1.2"
                />
                <circle cx={x(row.cell.rate)} cy="7" r="3" fill="var(--color-event)" />
              </svg>
            {/if}
          </td>
        {/if}
      </tr>
    {/each}
  </tbody>
</Table>

<style>
  td {
    font-size: 12px;
    padding-top: 2px;
    padding-bottom: 2px;
  }
  .absent td:first-child {
    font-style: italic;
  }
</style>
