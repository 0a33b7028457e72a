<script lang="ts">
  /** What lies over a chart: its marks and notes, the cut, where somebody points elsewhere, and a stretch being chosen. */
  interface Place {
    across: number | null;
    up: number | null;
  }
  interface Props {
    marks: { label: string; across: number; left: boolean; level: number }[];
    notes: { text: string; across: number; up: number }[];
    spot: Place;
    linked: number | null;
    brush: { from: number; width: number } | null;
  }
  let { marks, notes, spot, linked, brush }: Props = $props();
</script>

{#each marks as m (m.label)}<span class="mark" style:left="{m.across}px"
    ><em class:left={m.left} style:bottom="{m.level * 12 + 2}px">{m.label}</em></span
  >{/each}
{#each notes as n (n.text)}<em class="note" style:left="{n.across}px" style:top="{n.up}px">{n.text}</em
  >{/each}
{#if spot.across !== null}
  <span class="cut" style:left="{spot.across}px"></span>
  {#if spot.up !== null}<span class="dot" data-cut-dot style:left="{spot.across}px" style:top="{spot.up}px"
    ></span>{/if}
{/if}
{#if linked !== null}<span class="mark linked" style:left="{linked}px"></span>{/if}
{#if brush}<span class="brush" style:left="{brush.from}px" style:width="{brush.width}px"></span>{/if}

<style>
  .cut,
  .mark,
  .brush {
    position: absolute;
    top: 10px;
    bottom: 34px;
    pointer-events: none;
  }
  .cut {
    width: 2px;
    margin-left: -1px;
    background: var(--color-cut);
  }
  .brush {
    background: var(--color-cut-wash);
    opacity: 0.7;
  }
  .dot {
    position: absolute;
    width: 9px;
    height: 9px;
    margin: -4.5px 0 0 -4.5px;
    border: 2px solid var(--color-cut);
    border-radius: 50%;
    background: var(--color-sheet);
    pointer-events: none;
  }
  .mark {
    border-left: 1px dotted var(--color-ink-2);
  }
  .mark.linked {
    border-left-style: solid;
    opacity: 0.5;
  }
  .mark em {
    position: absolute;
    left: 5px;
    z-index: 1;
    font: 10.5px var(--font-sans);
    color: var(--color-ink-2);
    background: color-mix(in srgb, var(--color-sheet) 90%, transparent);
    white-space: nowrap;
  }
  .mark em.left {
    left: auto;
    right: 5px;
  }
  .note {
    position: absolute;
    z-index: 1;
    background: color-mix(in srgb, var(--color-sheet) 80%, transparent);
    font: 10.5px var(--font-sans);
    color: var(--color-ink-2);
    pointer-events: none;
    white-space: nowrap;
  }
</style>
