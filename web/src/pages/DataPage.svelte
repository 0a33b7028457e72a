<script lang="ts">
  import { onMount } from 'svelte';
  import type { Brief, Column, Role } from '../api/types';
  import { get, post, put } from '../lib/api';
  import { desk } from '../lib/desk.svelte';
  import { count, fixed, percent } from '../lib/format';
  import { session } from '../lib/session.svelte';

  const ROLES: [Role, string][] = [
    ['INPUT', 'input'],
    ['IDENTIFIER', 'identifier'],
    ['SCORE', 'supplied score'],
    ['SET_ASIDE', 'set aside'],
  ];
  const SHOWN_LEVELS = 3;

  const brief = $derived(desk.brief!);
  const fixedHere = $derived(!session.analyst);
  let columns = $state.raw<Column[] | null>(null);
  let refusal = $state<string | null>(null);
  let shares = $state([50, 25, 25]);
  let seed = $state(1);
  /** the column whose alarms are explained */
  let opened = $state<string | null>(null);

  onMount(() => void attempt(load));

  async function load() {
    columns = await get<Column[]>(`/briefs/${brief.id}/columns`);
    if (brief.split) {
      shares = brief.split.shares.map((s) => s * 100);
      seed = brief.split.seed;
    }
  }

  async function attempt(work: () => Promise<void>) {
    try {
      await work();
      refusal = null;
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  const setRole = (column: Column, role: Role, reason: string) =>
    attempt(async () => {
      columns = await put<Column[]>(`/briefs/${brief.id}/roles`, { [column.name]: { role, reason } });
    });

  const asideRole = (alarm: string): Role => (alarm === 'identifier-like' ? 'IDENTIFIER' : 'SET_ASIDE');

  const split = () =>
    attempt(async () => {
      desk.brief = await post<Brief>(`/briefs/${brief.id}/split`, {
        shares: shares.map((s) => s / 100),
        seed,
      });
      await load();
    });

  const ringing = $derived(
    columns?.filter((c) => c.role === 'INPUT' && c.alarms.length > 0).map((c) => c.name) ?? [],
  );
  const inputs = $derived(columns?.filter((c) => c.role === 'INPUT').length ?? 0);
</script>

<section class="sheet mb-3 p-3" aria-label="Split">
  <div class="flex flex-wrap items-end gap-4">
    <h2 class="self-center">Split</h2>
    {#each ['training', 'validation', 'reserve'] as part, i (part)}
      <label class="quiet">
        {part} %
        <input
          class="field block w-16 text-right"
          type="number"
          min="1"
          max="98"
          bind:value={shares[i]}
          disabled={fixedHere || brief.split?.locked}
          aria-label="{part} share"
        />
      </label>
    {/each}
    <label class="quiet">
      seed
      <input
        class="field block w-36 text-right"
        type="number"
        bind:value={seed}
        disabled={fixedHere || brief.split?.locked}
        aria-label="seed"
      />
    </label>
    {#if !fixedHere && !brief.split?.locked}
      <button class="action" onclick={split} disabled={brief.eventLevels.length === 0}>
        {brief.split ? 'Split anew' : 'Split and seal the reserve'}
      </button>
    {/if}
    {#if brief.split}
      <table class="ml-auto">
        <tbody>
          {#each brief.split.parts as part (part.part)}
            <tr>
              <td class="pr-4">{part.part}</td>
              <td class="pr-4 text-right">{count(part.records)} {brief.recordsNoun}</td>
              <td class="text-right">
                {part.events === null
                  ? brief.split.sealed
                    ? '◆ sealed'
                    : 'opened for a report'
                  : `${count(part.events)} ${brief.eventsNoun}`}
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
    {/if}
  </div>
  <p class="reading mb-0">
    {#if brief.eventLevels.length === 0}Choose the outcome and its event on <a
        class="underline"
        href={`/briefs/${brief.id}`}>Brief</a
      > first.
    {:else if !brief.split}Records are dealt at random within each outcome. Candidates learn from training,
      are compared on validation, and the reserve stays sealed until a report is issued.
    {:else if brief.split.locked}The split is locked because candidates exist. The figures below leave the
      reserve out.
    {:else}The reserve is sealed. The figures below leave it out.{/if}
  </p>
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
</section>

{#if columns === null}
  {#if !refusal}<p class="quiet">Reading the columns …</p>{/if}
{:else}
  <p class="quiet mb-1">
    {columns.length} columns, {inputs} of them inputs.
    {#if ringing.length > 0}<span class="alarm"
        >▲ {ringing.length === 1 ? 'One input raises' : `${ringing.length} inputs raise`} an alarm: {ringing.join(
          ', ',
        )}.</span
      >
    {:else if brief.split}No input raises an alarm.{/if}
  </p>
  <table class="plain" aria-label="Columns">
    <thead>
      <tr
        ><th>Column</th><th>Type</th><th>Role</th><th>Why</th><th class="n">Missing %</th><th class="n"
          >Distinct</th
        ><th class="n" title="AUC of the column alone, on training">AUC alone</th><th
          class="n"
          title="Information value, on training">Info. value</th
        ><th>Commonest values</th></tr
      >
    </thead>
    <tbody>
      {#each columns as column (column.name)}
        <tr class:off={column.role !== 'INPUT' && !column.outcome} data-column={column.name}>
          <td class="max-w-[178px] truncate font-semibold" title={column.name}>{column.name}</td>
          <td>{column.type.toLowerCase()}</td>
          <td>
            {#if column.outcome}<b class="outcome">outcome</b>
            {:else}
              <select
                class="field"
                aria-label="Role of {column.name}"
                value={column.role}
                disabled={fixedHere}
                onchange={(e) => setRole(column, e.currentTarget.value as Role, column.reason)}
              >
                {#each ROLES as [role, words] (role)}
                  <option value={role} disabled={role === 'INPUT' && column.type === 'TEXT'}>{words}</option>
                {/each}
              </select>
            {/if}
          </td>
          <td>
            {#each column.role === 'INPUT' ? column.alarms : [] as alarm (alarm.name)}
              <div class="flex items-baseline gap-2">
                <button
                  class="alarm text-left whitespace-nowrap"
                  title={alarm.meaning}
                  onclick={() => (opened = opened === column.name ? null : column.name)}
                >
                  ▲ {alarm.name}
                </button>
                {#if !fixedHere}
                  <button class="chip" onclick={() => setRole(column, asideRole(alarm.name), alarm.name)}
                    >set aside</button
                  >
                {/if}
              </div>
              {#if opened === column.name}<p class="quiet mb-1 max-w-[230px] text-[12px]">
                  {alarm.meaning}
                </p>{/if}
            {/each}
            {#if !column.outcome && column.role !== 'INPUT'}
              <input
                class="field w-full min-w-[120px]"
                aria-label="Why {column.name} is no input"
                value={column.reason}
                placeholder="the report will print this"
                disabled={fixedHere}
                onchange={(e) => setRole(column, column.role!, e.currentTarget.value)}
              />
            {/if}
          </td>
          <td class="n">{column.missing === 0 ? '0' : percent(column.missing / column.records)}</td>
          <td class="n">{count(column.distinct)}</td>
          <td class="n">{fixed(column.auc, 3)}</td>
          <td class="n">{fixed(column.informationValue, 3)}</td>
          <td class="quiet max-w-[150px] truncate 2xl:max-w-[520px]">
            {column.levels
              .slice(0, SHOWN_LEVELS)
              .map((l) => `${l.text === '' ? '“”' : l.text} (${count(l.records)})`)
              .join(', ')}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
{/if}

<style>
  tr.off td:first-child {
    color: var(--color-ink-2);
    font-weight: 400;
  }
  .outcome {
    color: var(--color-event);
    font-weight: 600;
  }
</style>
