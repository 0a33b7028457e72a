<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import { onDestroy, onMount, untrack } from 'svelte';
  import type { ColumnView as Column, FunctionView, MadePreview } from '../../api/schema';
  import { get, post } from '../../lib/api';
  import type { ColumnSheet } from '../../lib/columns.svelte';
  import { quoted } from '../../lib/columns';
  import { count, NONE } from '../../lib/format';
  import { Latest } from '../../lib/latest';
  import { Typed } from '../../lib/typed.svelte';

  interface Props {
    briefId: number;
    columns: Column[];
    sheet: ColumnSheet;
    /** null for a new one */
    column: Column | null;
    done: (name: string) => void;
  }
  /** A column made of others: its formula, and what it makes of some records before it is made. */
  let { briefId, columns, sheet, column, done }: Props = $props();

  const WAIT = 250;
  const key = untrack(() => `${briefId} ${column?.name ?? ''}`);
  const named = new Typed(
    `column ${key}`,
    untrack(() => column?.name ?? ''),
  );
  const written = new Typed(
    `formula ${key}`,
    untrack(() => column?.setup.formula ?? ''),
  );
  const name = $derived(named.value.trim());
  const formula = $derived(written.value);
  let preview = $state.raw<MadePreview | null>(null);
  let refusal = $state<string | null>(null);
  let functions = $state.raw<FunctionView[]>([]);
  let helped = $state(false);
  let field = $state<HTMLTextAreaElement>();

  onMount(async () => {
    functions = await get<FunctionView[]>('/briefs/functions');
  });

  const changed = $derived(formula.trim() !== (column?.setup.formula ?? ''));
  const taken = $derived(column === null && columns.some((c) => c.name === name));
  const usable = $derived(columns.filter((c) => !c.outcome && c.name !== column?.name));

  const latest = new Latest<MadePreview>(WAIT, (found, why) => {
    preview = found;
    refusal = why;
  });

  $effect(() => {
    const asked = { name: column?.name ?? null, formula: formula.trim() };
    if (asked.formula !== '')
      latest.ask(() => post<MadePreview>(`/briefs/${briefId}/columns/made/preview`, asked));
    else {
      latest.drop();
      preview = null;
      refusal = null;
    }
  });
  onDestroy(() => latest.drop());

  const told = (text: string | null) =>
    text === null
      ? NONE
      : preview?.type === 'NUMBER'
        ? Number(text).toLocaleString('en-GB', { maximumSignificantDigits: 7 }).replace('-', '−')
        : text;

  /** Puts words where the formula is being written. */
  function put(words: string) {
    const at = field?.selectionStart ?? formula.length;
    const to = field?.selectionEnd ?? at;
    written.value = formula.slice(0, at) + words + formula.slice(to);
    const open = words.indexOf('(');
    const place = at + (open < 0 ? words.length : open + 1);
    queueMicrotask(() => {
      field?.focus();
      field?.setSelectionRange(place, place);
    });
  }

  async function make() {
    const made = name;
    const formulaMade = formula.trim();
    if (!(await sheet.make(made, formulaMade, column?.setup ?? null))) return;
    named.drop();
    written.drop(column ? formulaMade : '');
    done(made);
  }

  function leave() {
    named.drop();
    written.drop();
  }
</script>

{#if column === null}
  <label class="quiet block"
    >name
    <Input
      class="field block w-full!"
      bind:value={named.value}
      maxlength={80}
      aria-label="Name of the column"
    />
  </label>
  {#if taken}<p class="refusal" role="alert">
      There is a column {name} already; choose another name.
    </p>{/if}
{/if}
<label class="quiet mt-2 block"
  >made by
  <Textarea
    class="field block w-full! font-mono"
    rows={3}
    bind:value={written.value}
    bind:elementRef={field}
    maxlength={2000}
    placeholder="ratio(paid, visits, 0)"
    spellcheck="false"
    aria-label="Formula"
  />
</label>
{#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
{#if preview}
  <p class="reading mt-2">
    Gives {preview.type === 'NUMBER' ? 'a number' : preview.type === 'DATE' ? 'a date' : 'levels'}; of {count(
      preview.records,
    )} records
    {preview.missing === 0 ? 'none is' : `${count(preview.missing)} are`} without a value{preview.undefined >
    0
      ? `, ${count(preview.undefined)} of them because the formula has none there, such as a division by zero`
      : ''}.{preview.knownAfterDays !== null
      ? ` Known after ${preview.knownAfterDays} days, the latest of what it reads.`
      : ''}
  </p>
  <Table class="plain" aria-label="Examples">
    <thead
      ><tr
        >{#each preview.reads as read (read)}<th class="max-w-32 truncate" title={read}>{read}</th>{/each}<th
          >{name || 'made'}</th
        ></tr
      ></thead
    >
    <tbody>
      {#each preview.examples as example, i (i)}
        <tr
          >{#each example.from as value, k (k)}<td class="max-w-32 truncate">{value ?? NONE}</td>{/each}<td
            ><b>{told(example.value)}</b></td
          ></tr
        >
      {/each}
    </tbody>
  </Table>
{/if}
<p class="mt-2 flex flex-wrap gap-2">
  <Button
    class="action"
    disabled={preview === null || name === '' || taken || (column !== null && !changed)}
    onclick={make}>{column === null ? 'Make the column' : 'Change the formula'}</Button
  >
  {#if changed || (column === null && name !== '')}
    <Button class="chip" onclick={leave}>{column === null ? 'begin anew' : 'leave it as it is'}</Button>
  {/if}
  <Button class="chip" aria-expanded={helped} onclick={() => (helped = !helped)}
    >{helped ? 'less' : 'columns and functions'}</Button
  >
</p>
{#if helped}
  <p class="quiet mt-2">
    Numbers by + − * / ^, conditions by = &lt;&gt; &lt; &lt;= &gt; &gt;=, and, or, not, in (…), is missing.
    Texts between 'single quotes', names with blanks between "double quotes", days as date '2025-01-31'. What
    is missing makes what is made of it missing.
  </p>
  <div
    class="mt-1 flex max-h-28 flex-wrap gap-1 overflow-y-auto p-0.5"
    role="group"
    aria-label="Columns to put in"
  >
    {#each usable as one (one.name)}
      <Button class="chip" onclick={() => put(quoted(one.name))}>{one.name}</Button>
    {/each}
  </div>
  <Table class="plain mt-2" aria-label="Functions">
    <tbody>
      {#each functions as one (one.name)}
        <tr
          ><td class="font-mono whitespace-nowrap"
            ><Button class="hover:underline" onclick={() => put(`${one.name}()`)}>{one.usage}</Button></td
          ><td class="quiet">{one.says}</td></tr
        >
      {/each}
    </tbody>
  </Table>
{/if}
