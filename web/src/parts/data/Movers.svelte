<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { BriefView as Brief, MoversView } from '../../api/schema';
  import { get } from '../../lib/api';
  import { counted, significant } from '../../lib/format';

  /** The inputs that moved from training to validation, by name; each opens. Asked anew with each turn of the columns. */
  let { brief, turn, show }: { brief: Brief; turn: number; show: (column: string) => void } = $props();

  const SHOWN = 4;
  let whole = $state(false);
  let view = $state.raw<MoversView | null>(null);

  $effect(() => {
    const id = brief.id;
    void [brief.split, turn];
    void get<MoversView>(`/drift/${id}`).then(
      (found) => {
        if (id === brief.id) view = found;
      },
      () => (view = null),
    );
  });
</script>

{#if view && view.inputs > 0}
  <p class="mt-1 mb-0 text-[12.5px]" class:quiet={view.moved.length === 0}>
    {#if view.moved.length === 0}
      None of {counted(view.inputs, 'input')} moved from training to validation further than chance moves them.
    {:else}
      <span class="alarm">▲ Moved from training to validation</span>, of {counted(view.inputs, 'input')}:
      {#each view.moved.slice(0, whole ? undefined : SHOWN) as mover (mover.stability.column)}
        <Button class="chip mr-1" onclick={() => show(mover.stability.column)}
          >{mover.stability.column} <span class="quiet">{significant(mover.stability.psi)}</span></Button
        >
      {/each}
      {#if view.moved.length > SHOWN && !whole}<Button class="chip mr-1" onclick={() => (whole = true)}
          >and {view.moved.length - SHOWN} more</Button
        >{/if}
      <span class="quiet">Stability; 0 is no move, from 0.25 on another population.</span>
    {/if}
  </p>
{/if}
