<script lang="ts">
  import type { Axis, Line } from '../lib/chart';
  import { significant } from '../lib/format';

  /** What the lines of a chart say where somebody points. */
  interface Props {
    pointer: number;
    hover: { line: Line; y: number | null }[];
    x: Axis;
    y: Axis;
    /** on the left of the chart, because the pointer is on the right */
    left: boolean;
  }
  let { pointer, hover, x, y, left }: Props = $props();
</script>

<div class="values sheet" class:left>
  <b>{significant(pointer)} <span class="quiet">{x.label}</span></b>
  {#each hover as h (h.line.name)}
    <div>
      <i style:background={h.line.colour}></i>{h.line.name}<span>{y.format(Number(h.y!.toPrecision(4)))}</span
      >
    </div>
  {/each}
</div>

<style>
  i {
    display: inline-block;
    width: 10px;
    height: 3px;
    flex: none;
  }
  .values {
    position: absolute;
    right: 16px;
    top: 8px;
    padding: 4px 8px;
    font-size: 11.5px;
    pointer-events: none;
    min-width: 150px;
    max-width: 280px;
    z-index: 5;
  }
  .values.left {
    right: auto;
    left: 54px;
  }
  .values div {
    display: flex;
    gap: 6px;
    align-items: center;
  }
  .values div span {
    margin-left: auto;
    padding-left: 10px;
    font-weight: 500;
  }
  .values b .quiet {
    font-weight: 400;
  }
</style>
