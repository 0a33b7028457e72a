<script lang="ts">
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import type { CheckEffect, Demand } from '../../api/schema';
  import NumberField from '../NumberField.svelte';
  import { counted } from '../../lib/format';

  /** One check of the policy: whether it is demanded, its sentence with its limits in place, and what a change would do. */
  interface Props {
    demand: Demand;
    /** as it stands in the newest version */
    before: Demand;
    editing: boolean;
    change?: CheckEffect;
    onchange: (demand: Demand) => void;
  }
  let { demand, before, editing, change = undefined, onchange }: Props = $props();

  /** The sentence in pieces: its words, and the names of its limits with the stop that belongs to each. */
  const pieces = $derived(
    demand.sentence
      .split(/(\{\w+\}[,.;]?)/)
      .filter((piece) => piece !== '')
      .map((piece) => {
        const [, limit = null, stop = ''] = /^\{(\w+)\}([,.;]?)$/.exec(piece) ?? [];
        return { limit, stop, words: piece };
      }),
  );
  const valueOf = (limit: string) => demand.limits.find((l) => l.name === limit)!.value;
  const set = (limit: string, value: number) =>
    onchange({ ...demand, limits: demand.limits.map((l) => (l.name === limit ? { ...l, value } : l)) });
  const changed = $derived(
    demand.demanded !== before.demanded ||
      (demand.demanded && JSON.stringify(demand.limits) !== JSON.stringify(before.limits)),
  );
  const reports = (n: number) => counted(n, 'open report');
</script>

<li data-check={demand.check} class:off={!demand.demanded}>
  {#if editing}
    <Checkbox
      checked={demand.demanded}
      aria-label="Demand: {demand.title}"
      onchange={() => onchange({ ...demand, demanded: !demand.demanded })}
    />
  {:else}<i aria-hidden="true">{demand.demanded ? '✓' : ''}</i>{/if}
  <div>
    <b>{demand.title}</b>
    {#if !demand.demanded}<span class="quiet">not demanded</span>{/if}
    {#if changed}<span class="mark">changed</span>{/if}
    <p>
      {#each pieces as piece, i (i)}{#if piece.limit === null}{piece.words}{:else if editing && demand.demanded}<span
            class="whitespace-nowrap"
            ><NumberField
              value={valueOf(piece.limit)}
              label="{demand.title}: {piece.limit}"
              width="64px"
              digits={6}
              change={(value) => value !== null && set(piece.limit!, value)}
            />{piece.stop}</span
          >{:else}<b>{valueOf(piece.limit)}</b>{piece.stop}{/if}{/each}
    </p>
    {#if change}
      <p class="effect" role="status">
        {#if change.fails > 0}▲ {reports(change.fails)} would fail it{/if}{change.fails > 0 &&
        change.passes > 0
          ? ', '
          : ''}{#if change.passes > 0}{reports(change.passes)} would pass it{/if}
      </p>
    {/if}
  </div>
</li>

<style>
  li {
    display: grid;
    grid-template-columns: 22px minmax(0, 1fr);
    padding: 8px 12px;
    border-top: 1px solid var(--color-line);
  }
  li:first-child {
    border-top: 0;
  }
  i {
    font-style: normal;
    color: var(--color-spruce);
  }
  p {
    margin: 2px 0 0;
    font: 14px/1.75 var(--font-serif);
  }
  .off p,
  .off b {
    color: var(--color-ink-2);
  }
  .mark {
    margin-left: 6px;
    font-size: 11px;
    color: var(--color-cut-ink);
  }
  .effect {
    font: 500 12px/1.4 var(--font-sans);
    color: var(--color-alarm);
  }
</style>
