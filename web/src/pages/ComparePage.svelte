<script lang="ts">
  import type { Row } from '../api/types';
  import type { Line, Wash } from '../lib/chart';
  import { thin } from '../lib/curve';
  import { desk } from '../lib/desk.svelte';
  import { count, gain, percent } from '../lib/format';
  import { compareLine, gainsLine, valueLine } from '../lib/words';
  import BandTable from '../parts/BandTable.svelte';
  import Pane from '../parts/Pane.svelte';
  import RibbonTable from '../parts/RibbonTable.svelte';

  const DRAWN = 500;
  const brief = $derived(desk.brief!);
  const all = $derived(desk.comparison);
  const row = $derived(desk.row);

  function lines(value: (row: Row) => number[]): Line[] {
    if (!all) return [];
    return all.candidates.map((c) => ({
      name: c.name,
      points: thin(c.records, value(c), DRAWN).map(
        ([n, y]) => [(100 * n) / all.records, y] as [number, number],
      ),
      colour: desk.colour(c),
      width: c.id === desk.candidateId ? 2.4 : c.reference ? 1 : 1.3,
    }));
  }

  function wash(low: (row: Row) => number[], high: (row: Row) => number[]): Wash | null {
    if (!row) return null;
    const lows = low(row);
    const highs = high(row);
    return { colour: desk.colour(row), points: row.band.depth.map((d, i) => [100 * d, lows[i], highs[i]]) };
  }

  const gains = $derived.by(() => {
    if (!all || !row) return [];
    const drawn = lines((c) => c.events.map((p) => (100 * p) / all.events));
    if (desk.training) {
      drawn.push({
        name: `${row.name}, training`,
        points: row.trainingDepth.map((d, i) => [100 * d, 100 * row.trainingCapture[i]]),
        colour: desk.colour(row),
        width: 1.4,
        dash: 'dashed',
      });
    }
    const perfect = (100 * all.events) / all.records;
    drawn.push({
      name: 'perfect order',
      points: [
        [0, 0],
        [perfect, 100],
        [100, 100],
      ],
      colour: '#dcd6c8',
      width: 0.9,
    });
    drawn.push({
      name: 'at random',
      points: [
        [0, 0],
        [100, 100],
      ],
      colour: '#8b9096',
      width: 0.8,
      dash: 'dotted',
    });
    return drawn;
  });
  const money = $derived(lines((c) => c.gain));
  const gainsWash = $derived(
    wash(
      (r) => r.band.captureLow.map((v) => 100 * v),
      (r) => r.band.captureHigh.map((v) => 100 * v),
    ),
  );
  const moneyWash = $derived(
    wash(
      (r) => r.band.gainLow,
      (r) => r.band.gainHigh,
    ),
  );
  const capacity = $derived(
    all && all.capacityRecords !== null
      ? {
          depth: all.capacityRecords / all.records,
          label: `capacity ${count(brief.capacity ?? 0)} of ${count(brief.campaignSize)}`,
        }
      : null,
  );
  /** The same alarm of several candidates is told once. */
  const alarms = $derived.by(() => {
    const told: { name: string; meaning: string; who: string[] }[] = [];
    for (const c of all?.candidates ?? []) {
      for (const alarm of c.reference ? [] : c.alarms) {
        const same = told.find((t) => t.name === alarm.name && t.meaning === alarm.meaning);
        if (same) same.who.push(c.name);
        else told.push({ name: alarm.name, meaning: alarm.meaning, who: [c.name] });
      }
    }
    return told;
  });

  const thousands = (value: number) =>
    Math.abs(value) >= 1000
      ? `${value > 0 ? '+' : '−'}${Math.abs(value / 1000)}k`
      : value > 0
        ? `+${value}`
        : `${value}`.replace('-', '−');
</script>

{#if !brief.split}
  <p class="reading">
    There is nothing to compare yet: split the data on <a class="underline" href={`/briefs/${brief.id}/data`}
      >Data</a
    > first.
  </p>
{:else if !all}
  <p class="quiet">Ranking the candidates …</p>
{:else if all.candidates.length === 0 || !row || !desk.at}
  <p class="reading">
    There is nothing to compare yet: make a candidate on <a
      class="underline"
      href={`/briefs/${brief.id}/candidates`}>Candidates</a
    >.
  </p>
{:else}
  <div class="page">
    <RibbonTable {brief} {all} />
    <p class="reading" data-reading-line>
      {#each compareLine(brief, all, desk.at, row.name) as phrase, i (i)}{#if phrase.bold}<b>{phrase.text}</b
          >{:else}{phrase.text}{/if}{/each}
    </p>
    {#each alarms as alarm (alarm.name + alarm.meaning)}
      <p class="alarm mb-2">▲ <b>{alarm.name}:</b> {alarm.who.join(', ')}. {alarm.meaning}</p>
    {/each}
    <div class="panes">
      <Pane
        title="Gains"
        unit="share of {brief.eventsNoun} reached, %, over the share of {brief.recordsNoun} acted on, %"
        lines={gains}
        wash={gainsWash}
        range={[0, 100]}
        notes={[
          { x: (100 * all.events) / all.records + 1, y: 97, text: 'perfect order' },
          { x: 71, y: 66, text: 'at random' },
        ]}
        axis={(v) => String(v)}
        value={(v) => `${percent(v / 100)} %`}
        at={100 * desk.at.capture}
        depth={desk.at.depth}
        reading={gainsLine(brief, desk.at)}
      />
      <Pane
        title="Net value"
        unit="against {brief.acting} nobody, {brief.currency}, over the share acted on, %"
        lines={money}
        wash={moneyWash}
        axis={thousands}
        value={(v) => gain(brief.currency, v)}
        at={desk.at.gain}
        depth={desk.at.depth}
        mark={capacity}
        reading={valueLine(brief, all, desk.at)}
      />
    </div>
    <BandTable {brief} {row} />
  </div>
{/if}

<style>
  .panes {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 14px;
    height: 290px;
  }
</style>
