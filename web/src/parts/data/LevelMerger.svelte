<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import type { ColumnView as Column } from '../../api/schema';
  import { relevelled } from '../../lib/columns';
  import type { ColumnSheet } from '../../lib/columns.svelte';

  /** Levels that become one, or get another name. */
  interface Props {
    column: Column;
    /** as they are now, the commonest first */
    levels: string[];
    sheet: ColumnSheet;
  }
  let { column, levels, sheet }: Props = $props();

  const SHOWN = 24;
  let chosen = $state.raw<string[]>([]);
  let name = $state('');
  let all = $state(false);

  const shown = $derived(all ? levels : levels.slice(0, SHOWN));
  const merged = $derived(Object.keys(column.setup.reading?.levels ?? {}).length);

  function flip(level: string) {
    chosen = chosen.includes(level) ? chosen.filter((l) => l !== level) : [...chosen, level];
    name = levels.find((l) => chosen.includes(l)) ?? '';
  }

  async function merge() {
    const to = name.trim();
    const before = (column.setup.reading?.levels ?? {}) as Record<string, string>;
    const next: Record<string, string> = {};
    for (const [text, level] of Object.entries(before)) next[text] = chosen.includes(level) ? to : level;
    for (const level of chosen) if (level !== to) next[level] = to;
    const order = column.setup.reading?.order?.map((level) => (chosen.includes(level) ? to : level));
    await sheet.setReading(
      [column],
      relevelled(column, { keep: null, levels: next, order: order ? [...new Set(order)] : null }),
    );
    chosen = [];
  }
</script>

<div class="mt-2">
  <span class="quiet"
    >Levels to merge or to rename{merged > 0
      ? `; ${merged} ${merged === 1 ? 'has' : 'have'} another name now`
      : ''}</span
  >
  <p class="flex flex-wrap gap-1">
    {#each shown as level (level)}
      <Button class="chip" aria-pressed={chosen.includes(level)} onclick={() => flip(level)}
        >{level === '' ? 'empty text' : level}</Button
      >
    {/each}
    {#if levels.length > SHOWN}<Button class="chip" onclick={() => (all = !all)}
        >{all ? 'fewer' : `${levels.length - SHOWN} more`}</Button
      >{/if}
  </p>
  {#if chosen.length > 0}
    <p class="mt-1">
      {chosen.length === 1 ? 'becomes' : `${chosen.length} become`}
      <Input class="field w-44!" bind:value={name} maxlength={200} aria-label="Name of the level" />
      <Button
        class="chip"
        disabled={name.trim() === '' || (chosen.length === 1 && name.trim() === chosen[0])}
        onclick={merge}>{chosen.length === 1 ? 'rename' : 'merge'}</Button
      >
    </p>
  {/if}
</div>
