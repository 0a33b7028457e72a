<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import type { BriefView as Brief } from '../../api/schema';
  import type { Comparison } from '../../lib/compared';
  import type { AtCut } from '../../lib/curve';
  import { count, gain, percent, some } from '../../lib/format';
  import { cellMoney } from '../../lib/stakes';
  import { pins } from '../../lib/pins.svelte';
  import { nth } from '../../lib/nth';

  /** Who is caught and who is missed at the cut: counts, shares and money. */
  let { brief, all, at, candidate }: { brief: Brief; all: Comparison; at: AtCut; candidate: string } =
    $props();

  const total = $derived(at.caught + at.falseAlarms + at.missed + at.leftAlone);
  const money = $derived(cellMoney(brief, all, at));
  const cells = $derived([
    { key: 'caught', name: 'Caught', trade: 'true positives', n: at.caught, money: money.caught },
    {
      key: 'falseAlarms',
      name: 'False alarms',
      trade: 'false positives',
      n: at.falseAlarms,
      money: money.falseAlarms,
    },
    { key: 'missed', name: 'Missed', trade: 'false negatives', n: at.missed, money: money.missed },
    {
      key: 'leftAlone',
      name: 'Left alone',
      trade: 'true negatives',
      n: at.leftAlone,
      money: money.leftAlone,
    },
  ]);
  const rows = $derived([cells.slice(0, 2), cells.slice(2)]);
  const netValue = $derived(all.money.nobody + at.gain);
  const planned = $derived(all.rate.eventFactor !== 1);
  const shade = (n: number) => (0.05 + 0.4 * Math.sqrt(n / total)).toFixed(3);
  const several = (n: number, one: string, many: string) => (n === 1 ? one : many);

  const reading = $derived(
    `${some(at.caught, brief.decision.words.events)} ${several(at.caught, 'is', 'are')} caught and ${count(at.missed)} missed; ` +
      `${some(at.falseAlarms, brief.decision.words.records)} ${several(at.falseAlarms, 'is', 'are')} acted on in vain. Together ${gain(brief.decision.words.currency, netValue)}` +
      (all.money.nobody === 0
        ? '.'
        : `, which is ${gain(brief.decision.words.currency, at.gain)} against ${brief.decision.words.acting} nobody (${gain(brief.decision.words.currency, all.money.nobody)}).`),
  );
  const pinned = () => ({
    kind: 'TABLE' as const,
    chapter: 'threshold' as const,
    title: `What becomes of whom at the cut, ${candidate}`,
    reading,
    drawing: null,
    cells: [
      ['', brief.decision.words.events, `no ${brief.decision.words.events}`],
      ...rows.map((row, i) => [
        i === 0 ? 'acted on' : 'not acted on',
        ...row.map(
          (c) =>
            `${c.name}: ${count(c.n)} (${percent(c.n / total)} %), ${gain(brief.decision.words.currency, c.money)}`,
        ),
      ]),
    ],
  });
</script>

<section class="sheet grid-box" aria-label="What becomes of whom" {@attach pins.pinnable(pinned)}>
  <div class="flex items-baseline gap-2">
    <h2 class="whitespace-nowrap">What becomes of whom</h2>
    <span class="quiet truncate">validation{planned ? ', at the planned event rate' : ''}</span>
    <Button class="chip ml-auto" title="Pin to the report ( . )" onclick={() => pins.offer(pinned())}
      >pin</Button
    >
  </div>
  <Table>
    <thead>
      <tr
        ><td></td>
        <th scope="col"
          >{brief.decision.words.events} <span class="quiet">{count(at.caught + at.missed)}</span></th
        >
        <th scope="col"
          >no {brief.decision.words.events}
          <span class="quiet">{count(at.falseAlarms + at.leftAlone)}</span></th
        >
      </tr>
    </thead>
    <tbody>
      {#each rows as row, i (i)}
        <tr>
          <th scope="row"
            >{i === 0 ? 'acted on' : 'not acted on'}<br /><span class="quiet"
              >{count(nth(row, 0).n + nth(row, 1).n)}</span
            ></th
          >
          {#each row as cell (cell.key)}
            <td
              class="cell"
              class:event={cell.key === 'caught' || cell.key === 'missed'}
              style:--shade={shade(cell.n)}
              data-cell={cell.key}
            >
              <span class="name">{cell.name} <small>{cell.trade}</small></span>
              <b data-figure="count">{count(cell.n)}</b>
              <span class="share" data-figure="share">{percent(cell.n / total)} % of all</span>
              <span class="money" data-figure="money">{gain(brief.decision.words.currency, cell.money)}</span>
            </td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </Table>
  <p class="said" data-grid-reading>{reading}</p>
</section>

<style>
  .grid-box {
    padding: 6px 12px 9px;
    display: flex;
    flex-direction: column;
    min-width: 0;
  }
  .grid-box :global(table) {
    width: 100%;
    border-collapse: separate;
    border-spacing: 4px;
    flex: 1;
    margin: 2px 0;
  }
  th {
    font-weight: 500;
    font-size: 11.5px;
    text-align: left;
    vertical-align: middle;
  }
  tbody th {
    width: 58px;
  }
  .cell {
    padding: 5px 9px;
    vertical-align: top;
    background: color-mix(in srgb, var(--color-other) calc(var(--shade) * 100%), var(--color-sheet));
    border: 1px solid var(--color-rule);
    width: 42%;
  }
  .cell.event {
    background: color-mix(in srgb, var(--color-event) calc(var(--shade) * 55%), var(--color-sheet));
  }
  .cell span,
  .cell b {
    display: block;
  }
  .name {
    font-size: 12px;
    font-weight: 600;
  }
  .name {
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .name small {
    font-weight: 400;
    font-size: 10px;
    color: var(--color-ink-3);
  }
  .cell b {
    font-size: 19px;
    line-height: 1.25;
  }
  .share {
    font-size: 11px;
    color: var(--color-ink-3);
  }
  .money {
    font-weight: 600;
    font-size: 13px;
  }
  .said {
    margin: 2px 0 0;
    font: italic 12.5px/1.4 var(--font-serif);
  }
</style>
