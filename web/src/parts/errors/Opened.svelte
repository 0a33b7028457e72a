<script lang="ts">
  import Table from 'flowbite-svelte/Table.svelte';
  import type { BriefView as Brief, OpenedRecord } from '../../api/schema';
  import { count, percent, score, significant } from '../../lib/format';
  import Contributed from './Contributed.svelte';

  /** One record: what made its score, what would take it over the cut, and who is like it with another outcome. */
  let { brief, name, record }: { brief: Brief; name: string; record: OpenedRecord } = $props();

  const bars = $derived(record.columns.map((c) => ({ column: c.column, adds: c.adds, value: c.value })));
  const told = $derived(record.columns.slice(0, 3));
  const below = $derived(record.threshold !== null && record.score < record.threshold);
  const passed = (share: number | null) =>
    share === null
      ? 'another level'
      : share < 0.005
        ? 'hardly any record lies between'
        : `${percent(share)} % of the records lie between`;
</script>

<p class="reading">
  {name} scores it {score(record.score)}, where {score(record.average)} is the average; it is number {count(
    record.rank,
  )} of {count(record.records)}.
</p>
<div class="opened">
  <section aria-label="What made its score">
    <h3>
      What each column adds, most first <span class="quiet font-normal"
        >{record.sampled ? `sampled, ± ${significant(record.error)}` : 'exact'}; together score − average</span
      >
    </h3>
    <Contributed {bars} most={10} />
  </section>
  <section aria-label="Smallest change over the cut">
    <h3>What alone would take it {below ? 'over' : 'below'} the cut</h3>
    {#if record.threshold === null}<p class="quiet">The cut divides nobody here.</p>
    {:else if record.changes.length === 0}<p class="quiet">No single column does.</p>
    {:else}
      <ul class="changes">
        {#each record.changes as c (c.column)}
          <li>
            <b>{c.column}</b>
            {c.from ?? 'missing'} → {c.to ?? 'missing'}
            <span class="quiet">score {score(c.score)}; {passed(c.passed)}</span>
          </li>
        {/each}
      </ul>
    {/if}
    <h3 class="mt-2">Most like it, with the other outcome</h3>
    {#if record.neighbours.length === 0}<p class="quiet">There is none.</p>
    {:else}
      <Table class="plain" aria-label="Most like it">
        <thead
          ><tr
            ><th>Record</th><th class="n">Apart</th><th class="n">Score</th>{#each told as c (c.column)}<th
                class="max-w-[96px] truncate"
                title={c.column}>{c.column}</th
              >{/each}</tr
          ></thead
        >
        <tbody>
          {#each record.neighbours as n (n.record)}
            <tr
              ><td
                >{n.identifier ?? count(n.record)}<small class="sub"
                  >{n.event ? brief.decision.words.events : `no ${brief.decision.words.events}`}</small
                ></td
              ><td class="n">{n.distance.toFixed(3)}</td><td class="n">{score(n.score)}</td>
              {#each n.values as v, i (i)}<td
                  class="max-w-[96px] truncate {v === told[i]?.value ? 'quiet' : 'font-semibold'}"
                  title={v}>{v ?? 'missing'}</td
                >{/each}</tr
            >
          {/each}
        </tbody>
      </Table>
    {/if}
  </section>
</div>

<style>
  .opened {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.25fr);
    gap: 22px;
  }
  .changes {
    margin: 2px 0 0;
    padding: 0;
    list-style: none;
    line-height: 1.65;
  }
</style>
