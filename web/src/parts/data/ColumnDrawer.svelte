<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import { untrack } from 'svelte';
  import type {
    BriefView as Brief,
    Cell,
    ColumnDetail,
    ColumnType,
    ColumnSetup as Setup,
  } from '../../api/schema';
  import { get } from '../../lib/api';
  import type { ColumnSheet } from '../../lib/columns.svelte';
  import { count, fixed, rate } from '../../lib/format';
  import { levelName, relevelled, strength } from '../../lib/columns';
  import AlarmRow from './AlarmRow.svelte';
  import BandChart from './BandChart.svelte';
  import ColumnMoves from './ColumnMoves.svelte';
  import FormulaEditor from './FormulaEditor.svelte';
  import LevelMerger from './LevelMerger.svelte';
  import LevelOrder from './LevelOrder.svelte';
  import OfferedReading from './OfferedReading.svelte';
  import ReadingEditor from './ReadingEditor.svelte';
  import Tick from '../Tick.svelte';

  interface Props {
    brief: Brief;
    name: string;
    sheet: ColumnSheet;
    base: number | null;
    fixed: boolean;
    wanted: ColumnType | null;
    /** goes on in the next revision, where types may change */
    revision: () => void;
    close: () => void;
  }
  let { brief, name, sheet, base, fixed: fixedHere, wanted, revision, close }: Props = $props();

  let detail = $state.raw<ColumnDetail | null>(null);
  let failure = $state<string | null>(null);
  let keep = $state(8);

  $effect(() => {
    const asked = name;
    void sheet.turn;
    untrack(() => void load(asked));
  });

  async function load(asked: string) {
    try {
      const found = await get<ColumnDetail>(
        `/briefs/${brief.id}/columns/detail?name=${encodeURIComponent(asked)}`,
      );
      if (asked === name) detail = found;
      failure = null;
    } catch (e) {
      failure = (e as Error).message;
    }
  }

  const column = $derived(detail?.column ?? null);
  const profile = $derived(detail?.profile ?? null);
  const control = $derived(column?.setup.control ?? []);
  const levels = $derived(profile?.bands.filter((b) => b.label !== null) ?? []);

  const set = (change: Partial<Setup>) =>
    column && sheet.change([column], (setup) => ({ ...setup, ...change }));

  function fold() {
    if (!column) return;
    const kept = levels.slice(0, keep).map((l) => l.label!);
    void sheet.setReading([column], relevelled(column, { keep: kept, order: null }));
  }

  const kinds = $derived<[string, Cell][]>(
    profile === null
      ? []
      : ([
          ['missing', profile.absent],
          ['zero', profile.zero],
          ['with a value', profile.present],
        ].filter(([, cell]) => cell !== null) as [string, Cell][]),
  );
  const mixed = $derived(profile !== null && (profile.absent.records > 0 || profile.zero !== null));
</script>

<svelte:window onkeydown={(e) => e.key === 'Escape' && close()} />

<aside class="drawer sheet" aria-label="Column {name}">
  <header class="flex items-baseline gap-3">
    <h2 class="title min-w-0 truncate" title={name}>{name}</h2>
    <Button class="chip ml-auto" onclick={close} aria-label="Close the column">close</Button>
  </header>
  {#if failure}<p class="refusal" role="alert">{failure}</p>{/if}
  {#if column}
    {#if column.setup.meaning}<p class="quiet">{column.setup.meaning}</p>{/if}
    {#if sheet.refusal && sheet.refusedOf(name)}<p class="refusal" role="alert">{sheet.refusal}</p>{/if}
    {#each column.alarms as alarm (alarm.name)}
      <AlarmRow {column} {alarm} {sheet} fixed={fixedHere} />
    {/each}
    {#if !fixedHere && brief.progress.candidates === 0 && !column.setup.formula}
      <OfferedReading {column} {sheet} />
    {/if}
    {#if profile === null}
      <p class="quiet">Its figures are being counted …</p>
    {:else}
      <p class="reading">
        {#if column.judged && column.auc !== null}
          Alone it ranks the {brief.decision.words.events} with an AUC of <b>{fixed(column.auc, 3)}</b>; its
          information value of
          <b>{fixed(column.informationValue, 3)}</b>
          is {strength(column)}{column.informationByChance !== null
            ? `, where one that says nothing stays below ${fixed(column.informationByChance, 3)}`
            : ''}. Counted on the {count(profile.records)} training {brief.decision.words.records}.
        {:else if column.outcome}
          The outcome. Counted on {count(profile.records)}
          {brief.decision.words.records}{brief.split ? ', the reserve left out' : ''}.
        {:else}
          {count(profile.distinct)} different values in {count(profile.records)}
          {brief.decision.words.records}{brief.split
            ? ' of training'
            : '; event rates follow with the split'}.
        {/if}
      </p>
      {#if mixed}
        <Table class="plain mb-2" aria-label="Missing and zero">
          <thead
            ><tr
              ><th><span class="sr-only">Value</span></th><th class="n">Records</th
              >{#if profile.absent.events !== null}<th class="n">{brief.decision.words.events}</th><th
                  class="n">Rate %</th
                ><th class="n">95 % interval</th>{/if}</tr
            ></thead
          >
          <tbody>
            {#each kinds as [words, cell] (words)}
              <tr>
                <td>{words}</td>
                <td class="n">{count(cell.records)}</td>
                {#if profile.absent.events !== null}
                  <td class="n">{count(cell.events ?? 0)}</td>
                  <td class="n">{rate(cell.rate)}</td>
                  <td class="n"
                    >{cell.rate === null ? '–' : `${rate(cell.rateLow)} to ${rate(cell.rateHigh)}`}</td
                  >
                {/if}
              </tr>
            {/each}
          </tbody>
        </Table>
      {/if}
      {#if detail?.acted}
        {@const acted = detail.acted}
        <p class="mb-2">
          {count(acted.records)} training {brief.decision.words.records} were acted on before; {rate(
            acted.events / Math.max(1, acted.records),
          )}
          % of them are among the {brief.decision.words.events}, against {rate(
            acted.otherEvents / Math.max(1, acted.otherRecords),
          )} % of the others. Acting may have saved some: where a high score meets one of them, the false alarm
          is suspect.
        </p>
      {/if}
      {#if profile.bands.length > 0}
        <BandChart
          type={profile.type}
          cells={profile.bands}
          absent={profile.absent}
          moreLevels={profile.moreLevels}
          {base}
          eventsNoun={brief.decision.words.events}
        />
      {:else}
        <p class="quiet">Too many different texts to count one by one.</p>
      {/if}
    {/if}
    {#if brief.split && profile !== null}
      <ColumnMoves {brief} {name} type={profile.type} outcome={column.outcome} />
    {/if}
    {#if !fixedHere}
      <h2 class="mt-4 mb-1">{column.setup.formula ? 'Made of others' : 'Reading'}</h2>
      {#if brief.progress.candidates > 0}
        <p class="quiet">
          {column.setup.formula ? `Made by ${column.setup.formula}; it is` : 'Types are'} fixed because candidates
          exist; a new revision of the brief can change {column.setup.formula ? 'it' : 'them'}.
          <Button class="chip" onclick={revision}
            >{brief.revision.nextId === null
              ? `change it in revision ${brief.revision.number + 1}`
              : 'open the next revision'}</Button
          >
        </p>
      {:else}
        {#if column.setup.formula}
          <FormulaEditor briefId={brief.id} columns={sheet.columns ?? []} {sheet} {column} done={() => {}} />
          <p class="mt-2">
            <Button
              class="chip"
              onclick={async () => {
                if (await sheet.unmake(column)) close();
              }}>take the column away</Button
            >
          </p>
        {:else}
          <ReadingEditor {column} {sheet} {wanted} />
        {/if}
        {#if !column.setup.formula && column.type === 'CATEGORY' && levels.length > 1}
          <LevelMerger {column} levels={levels.map((l) => l.label!)} {sheet} />
          <LevelOrder {column} levels={levels.map((l) => l.label!)} {sheet} />
        {/if}
        {#if !column.setup.formula && column.type === 'CATEGORY' && levels.length > 3}
          <p class="mt-2">
            Keep the <Input
              class="field w-14! text-right"
              type="number"
              min="1"
              max={levels.length - 1}
              bind:value={keep}
              aria-label="Levels to keep"
            />
            commonest levels and fold the others into “other”.
            <Button class="chip" disabled={!(keep >= 1 && keep < levels.length)} onclick={fold}>fold</Button>
          </p>
        {/if}
      {/if}
      {#if column.setup.role === 'ACTED'}
        <h2 class="mt-4 mb-1">Who was acted on</h2>
        {#each levels.slice(0, 12) as level (level.label)}
          <Button
            class="chip mr-1"
            aria-pressed={column.setup.treatedLevels.includes(level.label!)}
            onclick={() =>
              set({
                treatedLevels: column.setup.treatedLevels.includes(level.label!)
                  ? column.setup.treatedLevels.filter((l) => l !== level.label)
                  : [...column.setup.treatedLevels, level.label!],
                control: control.filter((l) => l !== level.label),
              })}>{levelName(level.label!)}</Button
          >
        {/each}
        <h2 class="mt-3 mb-1">
          Who was held out <span class="quiet font-normal">to be compared with those acted on</span>
        </h2>
        {#each levels
          .slice(0, 12)
          .filter((l) => !column.setup.treatedLevels.includes(l.label!)) as level (level.label)}
          <Button
            class="chip mr-1"
            aria-pressed={control.includes(level.label!)}
            onclick={() =>
              set({
                control: control.includes(level.label!)
                  ? control.filter((l) => l !== level.label)
                  : [...control, level.label!],
              })}>{levelName(level.label!)}</Button
          >
        {/each}
      {/if}
      <h2 class="mt-4 mb-1">When and where it is known</h2>
      <div class="flex flex-wrap items-end gap-2">
        <label class="quiet"
          >after days
          <Input
            class="field block w-20! text-right"
            type="number"
            min="0"
            value={column.setup.knownAfterDays ?? ''}
            aria-label="{name} known after days"
            onchange={(e) =>
              set({ knownAfterDays: e.currentTarget.value === '' ? null : Number(e.currentTarget.value) })}
          />
        </label>
        <label class="quiet"
          >comes from
          <Input
            class="field block w-32!"
            value={column.setup.knownWhere ?? ''}
            aria-label="{name} comes from"
            onchange={(e) => set({ knownWhere: e.currentTarget.value.trim() || null })}
          />
        </label>
        <label class="quiet min-w-[150px] flex-1"
          >what it says
          <Input
            class="field block w-full!"
            value={column.setup.meaning ?? ''}
            aria-label="What {name} says"
            onchange={(e) => set({ meaning: e.currentTarget.value.trim() || null })}
          />
        </label>
      </div>
      {#if column.input}
        <label class="quiet mt-2 block"
          >said of a record whose score it raises, to who works the list; {'{value}'} stands for its value
          <Input
            class="field block w-full!"
            value={column.setup.phrase ?? ''}
            placeholder="{name} is {'{value}'}"
            maxlength={200}
            aria-label="Phrase for {name}"
            onchange={(e) => set({ phrase: e.currentTarget.value.trim() || null })}
          />
        </label>
        {#if (profile?.absent.records ?? 0) > 0}
          <label class="quiet mt-2 block"
            >and where its value is missing
            <Input
              class="field block w-full!"
              value={column.setup.phraseMissing ?? ''}
              placeholder="{name} is missing"
              maxlength={200}
              aria-label="Phrase for a missing {name}"
              onchange={(e) => set({ phraseMissing: e.currentTarget.value.trim() || null })}
            />
          </label>
        {/if}
      {/if}
      {#if column.setup.role === 'SEGMENT'}
        <p class="mt-2">
          <Tick checked={column.setup.parity === true} onpick={(to) => set({ parity: to ? true : null })}
            >protected: the policy's check on parity looks at its levels</Tick
          >
        </p>
      {/if}
      {#if !column.input && !column.outcome}
        <label class="quiet mt-2 block"
          >why it is no input (the report prints this)
          <Input
            class="field block w-full!"
            value={column.setup.reason}
            aria-label="Why {name} is no input"
            onchange={(e) => set({ reason: e.currentTarget.value })}
          />
        </label>
      {/if}
    {/if}
  {:else if !failure}
    <p class="quiet">Opening the column …</p>
  {/if}
</aside>
