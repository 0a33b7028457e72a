<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { ColumnView as Column } from '../../api/schema';
  import { relevelled } from '../../lib/columns';
  import type { ColumnSheet } from '../../lib/columns.svelte';

  interface Props {
    column: Column;
    /** as they are now */
    levels: string[];
    sheet: ColumnSheet;
  }
  /** The order of levels, where it means something: proposed, dragged or moved by keys. */
  let { column, levels, sheet }: Props = $props();

  const MOST = 60;
  let moved = $state.raw<string[] | null>(null);
  let dragged = $state<number | null>(null);
  const given = $derived(column.setup.reading?.order ?? null);
  const order = $derived(
    given && [...given.filter((l) => levels.includes(l)), ...levels.filter((l) => !given.includes(l))],
  );
  const shown = $derived(moved ?? order);
  const proposed = $derived(column.proposedOrder);

  async function settle(next: string[] | null) {
    await sheet.setReading([column], relevelled(column, { order: next }));
    moved = null;
  }

  function move(from: number, to: number) {
    if (shown === null || to < 0 || to >= shown.length || from === to) return;
    const next = [...shown];
    next.splice(to, 0, ...next.splice(from, 1));
    moved = next;
  }

  async function key(event: KeyboardEvent, at: number) {
    const step = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
    if (step === 0) return;
    event.preventDefault();
    const chips = (event.currentTarget as HTMLElement).parentElement!;
    move(at, at + step);
    await Promise.resolve();
    chips.querySelectorAll<HTMLElement>('button')[at + step]?.focus();
  }
</script>

{#if levels.length > 1 && levels.length <= MOST}
  <div class="mt-2" data-order>
    {#if shown === null}
      <span class="quiet">
        {proposed ? `They seem to stand in an order: ${proposed.join(' < ')}.` : 'They stand in no order.'}
      </span>
      {#if proposed}<Button class="chip" onclick={() => settle(proposed)}>in this order</Button>{/if}
      <Button class="chip" onclick={() => (moved = proposed ?? levels)}
        >{proposed ? 'another order' : 'give them one'}</Button
      >
    {:else}
      <span class="quiet"
        >In this order, lowest first: drag, or move by ← and →. Trees part them in it; linear kinds take it as
        1 to {shown.length} too.</span
      >
      <p class="flex flex-wrap gap-1" role="group" aria-label="Order of the levels">
        {#each shown as level, i (level)}
          <Button
            class="chip cursor-grab"
            draggable="true"
            aria-label="{level}, {i + 1} of {shown.length}"
            ondragstart={() => (dragged = i)}
            ondragover={(e: DragEvent) => e.preventDefault()}
            ondrop={(e: DragEvent) => {
              e.preventDefault();
              if (dragged !== null) move(dragged, i);
              dragged = null;
            }}
            onkeydown={(e: KeyboardEvent) => key(e, i)}>{level === '' ? 'empty text' : level}</Button
          >
        {/each}
      </p>
      <p class="mt-1">
        {#if moved}<Button class="chip" onclick={() => settle(moved)}>keep this order</Button>
          <Button class="chip" onclick={() => (moved = null)}>cancel</Button>
        {:else}<Button class="chip" onclick={() => settle(null)}>no order</Button>{/if}
      </p>
    {/if}
  </div>
{/if}
