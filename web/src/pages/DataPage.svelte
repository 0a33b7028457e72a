<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import { onMount } from 'svelte';
  import type { BriefView as Brief, ColumnView as Column, ColumnType, SplitPlan } from '../api/schema';
  import { post } from '../lib/api';
  import { arranged, ringing as inOrder, type Sort } from '../lib/columns';
  import { ColumnSheet } from '../lib/columns.svelte';
  import { arrive } from '../lib/arrive';
  import { saysEvent } from '../lib/decision';
  import { desk } from '../lib/desk.svelte';
  import { navigate } from '../lib/routes';
  import FileButton from '../parts/FileButton.svelte';
  import AlarmList from '../parts/data/AlarmList.svelte';
  import ColumnDrawer from '../parts/data/ColumnDrawer.svelte';
  import ChooseColumns from '../parts/data/ChooseColumns.svelte';
  import ChosenTools from '../parts/data/ChosenTools.svelte';
  import ColumnTable from '../parts/data/ColumnTable.svelte';
  import JoinLine from '../parts/data/JoinLine.svelte';
  import NewColumn from '../parts/data/NewColumn.svelte';
  import Movers from '../parts/data/Movers.svelte';
  import PartsBar from '../parts/data/PartsBar.svelte';
  import PopulationLine from '../parts/data/PopulationLine.svelte';
  import ReadingNotes from '../parts/data/ReadingNotes.svelte';
  import SplitEditor from '../parts/data/SplitEditor.svelte';
  import SplitWords from '../parts/data/SplitWords.svelte';
  import { nth } from '../lib/nth';
  import { counted } from '../lib/format';

  type Only = 'all' | 'inputs' | 'others' | 'alarms';

  const brief = $derived(desk.brief!);
  const fixedHere = $derived(!desk.works);
  const sheet = new ColumnSheet(() => brief.id);
  let refusal = $state<string | null>(null);
  let splitting = $state(false);
  let find = $state('');
  let only = $state<Only>('all');
  let by = $state<Sort>('file');
  let down = $state(false);
  let chosen = $state.raw(new Set<string>());
  let lastChosen: string | null = null;
  let opened = $state<string | null>(null);
  let making = $state(false);
  let wanted = $state<ColumnType | null>(null);
  let finder = $state<HTMLInputElement>();

  onMount(() => {
    void sheet.load();
    opened = new URLSearchParams(location.search).get('column');
    return () => sheet.close();
  });

  const columns = $derived(sheet.columns);
  const base = $derived.by(() => {
    const training = brief.split?.facts.parts[0];
    return training ? training.events / training.records : null;
  });
  const ringing = $derived(inOrder(columns ?? []));
  const inputs = $derived((columns ?? []).filter((c) => c.input).length);
  const tests: Record<Only, (c: Column) => boolean> = {
    all: () => true,
    inputs: (c) => c.input,
    others: (c) => !c.input,
    alarms: (c) => c.alarms.length > 0 || c.suggested !== null,
  };
  const shown = $derived(arranged(columns ?? [], find, tests[only], by, down));
  const units = $derived((columns ?? []).filter((c) => c.setup.role === 'IDENTIFIER').map((c) => c.name));
  const picked = $derived((columns ?? []).filter((c) => chosen.has(c.name)));
  const editing = $derived(
    !fixedHere &&
      saysEvent(brief.decision.outcome) &&
      !brief.split?.locked &&
      (splitting || brief.split === null),
  );

  async function attempt(work: () => Promise<void>) {
    try {
      await work();
      refusal = null;
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  const split = (plan: SplitPlan) =>
    attempt(async () => {
      desk.brief = await post<Brief>(`/briefs/${brief.id}/split`, plan);
      splitting = false;
      await sheet.load();
      await desk.compare();
    });

  const revision = () =>
    attempt(async () => {
      const next = brief.revision.nextId ?? (await post<Brief>(`/briefs/${brief.id}/revision`)).id;
      await navigate(`/briefs/${next}/data` as '/');
      await desk.open(next);
      await sheet.load();
    });

  function sort(next: Sort) {
    down = by === next && next !== 'file' ? !down : false;
    by = next;
  }

  function choose(column: Column, range: boolean) {
    const from = shown.findIndex((c) => c.name === lastChosen);
    const to = shown.findIndex((c) => c.name === column.name);
    const on = !chosen.has(column.name);
    const span = range && from >= 0 ? shown.slice(Math.min(from, to), Math.max(from, to) + 1) : [column];
    const names = span.map((c) => c.name);
    chosen = new Set(on ? [...chosen, ...names] : [...chosen].filter((n) => !names.includes(n)));
    lastChosen = column.name;
  }

  async function setType(of: Column[], type: ColumnType) {
    const one = of.length === 1 ? nth(of, 0) : null;
    const ways = one?.suggested?.ways.filter((way) => way.reading.type === type) ?? [];
    if (one && ways.length > 0 && one.setup.reading === null) {
      wanted = type;
      opened = one.name;
      return;
    }
    const hint = one?.suggested?.reading?.type === type ? one.suggested.reading.format : null;
    const same = one !== null && one.typeRead === type && one.setup.reading !== null;
    const done = await sheet.setReading(
      of,
      same ? null : { type, format: hint, missing: null, keep: null, levels: null, order: null },
    );
    if (!done && one) {
      wanted = type;
      opened = one.name;
    } else await refresh();
  }

  /** A new type of the outcome or of a column that made the split changes the brief. */
  async function refresh() {
    wanted = null;
    await desk.open(brief.id);
  }

  async function joined(now: Brief) {
    if (now.id === brief.id) await refresh().then(() => sheet.load());
    else await navigate('/briefs/:id/data', { params: { id: String(now.id) } });
  }

  function show(name: string) {
    wanted = null;
    making = false;
    opened = opened === name ? null : name;
  }

  async function bring(file: File) {
    await attempt(async () => {
      const upload = await arrive(file, brief.id);
      await navigate('/files/:id', { params: { id: String(upload.id) } });
    });
  }

  function key(event: KeyboardEvent) {
    const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, select');
    if (event.key === '/' && !typing) {
      finder?.focus();
      event.preventDefault();
    }
    if (
      event.key.toLowerCase() === 'z' &&
      (event.ctrlKey || event.metaKey) &&
      !typing &&
      sheet.undoWords &&
      !fixedHere
    ) {
      void sheet.undo().then(refresh);
      event.preventDefault();
    }
  }
</script>

<svelte:window onkeydown={key} />
<svelte:document
  ondragover={(e) => !fixedHere && e.preventDefault()}
  ondrop={(e) => {
    if (fixedHere) return;
    e.preventDefault();
    const file = e.dataTransfer?.files[0];
    if (file) void bring(file);
  }}
/>

<div class="page">
  <section class="sheet p-3" aria-label="Split">
    {#key brief.id}
      <div class="flex flex-wrap items-baseline gap-x-3">
        <PopulationLine
          {brief}
          {units}
          weight={columns?.find((c) => c.setup.role === 'WEIGHT')?.name}
          fixed={fixedHere}
          changed={() => refresh().then(() => sheet.load())}
        />
        {#if columns}<JoinLine {brief} {columns} fixed={fixedHere} changed={joined} />{/if}
      </div>
    {/key}
    {#if !saysEvent(brief.decision.outcome)}
      <p class="reading m-0">
        Choose the outcome and its event on <a class="underline" href={`/briefs/${brief.id}`}>Brief</a> first; then
        the data can be split.
      </p>
    {:else if editing && columns}
      <SplitEditor {brief} {columns} make={split} cancel={brief.split ? () => (splitting = false) : null} />
    {:else if brief.split}
      <div class="flex items-start gap-6">
        <div class="w-[640px]">
          <PartsBar {brief} facts={brief.split.facts} sealed={brief.split.sealed} />
        </div>
        <div class="ml-auto flex flex-col items-end gap-1 text-right">
          {#if fixedHere}
            <span class="quiet">Only an analyst changes the split.</span>
          {:else if brief.split.locked}
            <span class="quiet">Locked: candidates exist.</span>
            <Button class="chip" onclick={revision}
              >{brief.revision.nextId === null
                ? `change it in revision ${brief.revision.number + 1}`
                : 'open the next revision'}</Button
            >
          {:else}
            <Button class="action plain" onclick={() => (splitting = true)}>Change the split</Button>
          {/if}
        </div>
      </div>
      <SplitWords {brief} plan={brief.split.plan} facts={brief.split.facts} />
      <Movers {brief} turn={sheet.turn} {show} />
    {/if}
    {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  </section>

  {#if sheet.refusal && !(opened !== null && sheet.refusedOf(opened))}<p class="refusal" role="alert">
      {sheet.refusal}
    </p>{/if}
  {#if columns === null}
    {#if !sheet.refusal}<p class="quiet">Reading the columns …</p>{/if}
  {:else}
    {#if ringing.length > 0}
      <AlarmList {ringing} {sheet} fixed={fixedHere} {show} all={() => (only = 'alarms')} />
    {/if}
    {#if brief.data.notice}<p role="note">{brief.data.notice}</p>{/if}
    <ReadingNotes
      {columns}
      quiet={ringing.length === 0}
      open={!fixedHere && brief.progress.candidates === 0}
      {show}
      read={(suggested) => sheet.readAsSuggested(suggested).then(refresh)}
    />
    <div class="flex flex-wrap items-center gap-2">
      <Input
        class="field w-44!"
        type="search"
        placeholder="find a column  /"
        aria-label="Find a column"
        bind:value={find}
        bind:elementRef={finder}
      />
      <div role="group" aria-label="Columns shown" class="flex gap-1">
        {#each [['all', `all ${columns.length}`], ['inputs', counted(inputs, 'input')], ['others', counted(columns.length - inputs, 'no input')], ['alarms', 'to look at']] as const as [value, words] (value)}
          <Button class="filter" aria-pressed={only === value} onclick={() => (only = value)}>{words}</Button>
        {/each}
      </div>
      <span class="quiet" aria-live="polite">
        {#if sheet.pending > 0}counting {counted(sheet.pending, 'column')} …
        {:else if brief.split}{ringing.length === 0 ? 'No input raises an alarm.' : ''}{/if}
      </span>
      {#if picked.length > 0}
        <ChosenTools
          {picked}
          {sheet}
          typesFixed={brief.progress.candidates > 0}
          setType={(type) => setType(picked, type)}
          none={() => (chosen = new Set())}
        />
      {/if}
      <span class="ml-auto flex items-center gap-2">
        {#if sheet.undoWords && !fixedHere}
          <Button class="chip" title="Ctrl+Z" onclick={() => sheet.undo().then(refresh)}
            >↶ undo: {sheet.undoWords}</Button
          >
        {/if}
        {#if !fixedHere}
          {#if brief.progress.candidates === 0}
            <Button
              class="chip"
              onclick={() => {
                opened = null;
                making = true;
              }}>make a column</Button
            >
          {/if}
          <ChooseColumns {columns} choose={(names) => (chosen = new Set(names))} />
          <FileButton
            label="bring notes"
            title="A small table headed column, role, reason, known_after_days, known_where, meaning, phrase"
            bring={(file) => sheet.note(file).then(refresh)}
          />
          <FileButton label="bring a newer file" {bring} />
        {/if}
        {#if desk.seesRecords}<a
            class="chip"
            href={`/api/datasets/${brief.data.id}/file.csv`}
            download={`${brief.decision.name}.csv`}>CSV</a
          >
          <a
            class="chip"
            href={`/api/datasets/${brief.data.id}/file.parquet`}
            download={`${brief.decision.name}.parquet`}>Parquet</a
          >{/if}
      </span>
    </div>
    <ColumnTable
      columns={shown}
      {base}
      {fixedHere}
      typesFixed={brief.progress.candidates > 0}
      {chosen}
      {opened}
      {by}
      {down}
      {sort}
      {choose}
      chooseAll={(all) => (chosen = new Set(all ? shown.map((c) => c.name) : []))}
      {show}
      setRole={(column, role) => sheet.setRole([column], role)}
      setType={(column, type) => setType([column], type)}
    />
    {#if shown.length === 0}<p class="quiet">
        No column fits. <Button
          class="chip"
          onclick={() => {
            find = '';
            only = 'all';
          }}>show all</Button
        >
      </p>{/if}
  {/if}
</div>
{#if making && columns}
  <NewColumn
    briefId={brief.id}
    {columns}
    {sheet}
    close={() => (making = false)}
    made={(name) => {
      making = false;
      opened = name;
    }}
  />
{:else if opened !== null}
  <ColumnDrawer
    {brief}
    name={opened}
    {sheet}
    {base}
    fixed={fixedHere}
    {wanted}
    {revision}
    close={() => (opened = null)}
  />
{/if}

<style>
  .page {
    height: 100%;
    display: flex;
    flex-direction: column;
    gap: 8px;
  }
</style>
