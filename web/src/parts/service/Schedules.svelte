<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import { onMount } from 'svelte';
  import type { BriefView as Brief, ScheduleView as Schedule, SchedulesView as All } from '../../api/schema';
  import { get, post } from '../../lib/api';
  import { desk } from '../../lib/desk.svelte';
  import { count, when } from '../../lib/format';
  import { poll } from '../../lib/poll';
  import Choice from '../Choice.svelte';

  /** Lists that are scored by themselves, and what became of each. */
  let { brief }: { brief: Brief } = $props();

  const EVERY = 5000;
  const HOURS = [...Array(24).keys()];
  let all = $state.raw<All | null>(null);
  let place = $state('');
  let hour = $state('');
  let reasons = $state(3);
  let followed = $state(false);
  let refusal = $state<string | null>(null);

  const schedules = $derived(all?.schedules ?? []);
  const free = $derived((all?.places ?? []).filter((p) => !schedules.some((s) => s.place === p)));

  onMount(() => {
    void attempt(() => Promise.resolve());
    return poll(
      () => void attempt(() => Promise.resolve()),
      () => schedules.length > 0,
      EVERY,
    );
  });

  async function attempt(work: () => Promise<unknown>) {
    try {
      await work();
      all = await get<All>(`/schedules?brief=${brief.id}`);
      refusal = null;
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  const make = () =>
    attempt(async () => {
      await post(`/schedules?brief=${brief.id}`, {
        place,
        hour: hour === '' ? null : Number(hour),
        reasons,
        followed,
      });
      place = '';
    });
  const told = (s: Schedule) =>
    s.hour === null ? 'as lists come' : `daily from ${String(s.hour).padStart(2, '0')}:00 UTC`;
</script>

<section class="sheet px-3 py-2" aria-label="Scheduled lists">
  <h2>
    Scheduled lists <span class="quiet font-normal">scored by themselves, whole or not at all</span>
  </h2>
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  {#each schedules as s (s.id)}
    <div class="mt-1 flex items-center gap-2">
      <b>{s.place}</b>
      <span class="quiet"
        >{s.words} · {told(s)}{s.reasons ? ` · ${s.reasons} reasons each` : ''}{s.followed
          ? ' · each becomes a batch'
          : ''} · by {s.madeBy}</span
      >
      {#if desk.works}
        <span class="ml-auto flex gap-1">
          {#if s.runs.some((r) => r.status === 'failed')}<Button
              class="chip"
              onclick={() => attempt(() => post(`/schedules/${s.id}/again`))}
              >try those that wait again</Button
            >{/if}
          <Button class="chip" onclick={() => attempt(() => post(`/schedules/${s.id}/end`))}>end</Button>
        </span>
      {/if}
    </div>
    {#if s.runs.length === 0}
      <p class="quiet">No list has come yet.</p>
    {:else}
      <Table class="plain mt-1" aria-label="Lists of {s.place}">
        <thead
          ><tr
            ><th>List</th><th>When</th><th class="n">Version</th><th class="n">Records</th><th class="n"
              >To act on</th
            ></tr
          ></thead
        >
        <tbody>
          {#each s.runs as r (r.id)}
            <tr>
              <td
                >{r.item}{#if r.message}<small class="sub alarm">▲ waits: {r.message}</small>{/if}</td
              >
              <td>{when(r.endedAt ?? r.begunAt)}</td>
              <td class="n">{r.version ?? '–'}</td>
              <td class="n">{r.records === null ? (r.message ? '–' : `${r.status} …`) : count(r.records)}</td>
              <td class="n">{r.acted === null ? '–' : count(r.acted)}</td>
            </tr>
          {/each}
        </tbody>
      </Table>
    {/if}
  {/each}
  {#if all && all.places.length === 0}
    <p class="quiet mt-1">
      The administrator names folders or tables for lists in the server's settings; none is named for this
      brief.
    </p>
  {:else if desk.works && free.length > 0}
    <form
      class="mt-1 flex flex-wrap items-center gap-2"
      onsubmit={(e) => {
        e.preventDefault();
        void make();
      }}
    >
      <Choice class="field" aria-label="Place of the lists" bind:value={place}>
        <option value="">a place …</option>
        {#each free as p (p)}<option value={p}>{p}</option>{/each}
      </Choice>
      <Choice class="field" aria-label="When" bind:value={hour}>
        <option value="">as lists come</option>
        {#each HOURS as h (h)}<option value={String(h)}>daily from {String(h).padStart(2, '0')}:00 UTC</option
          >{/each}
      </Choice>
      <Choice class="field" aria-label="Reasons for each record" bind:value={reasons}>
        {#each [0, 1, 2, 3, 4, 5] as n (n)}<option value={n}
            >{n === 0 ? 'no reasons' : `${n} reason${n > 1 ? 's' : ''} each`}</option
          >{/each}
      </Choice>
      <Checkbox bind:checked={followed}>each becomes a batch</Checkbox>
      <Button class="chip" type="submit" disabled={place === ''}>schedule</Button>
    </form>
  {/if}
</section>
