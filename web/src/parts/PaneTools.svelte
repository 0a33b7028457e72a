<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import type { Comparison, Row } from '../lib/compared';
  import { desk } from '../lib/desk.svelte';
  import { layout } from '../lib/layout.svelte';
  import Popover from './Popover.svelte';
  import { nth } from '../lib/nth';

  /** What a pane draws, and how its chart leaves it. */
  interface Props {
    index: number;
    label: string;
    all: Comparison;
    /** whose lines are drawn */
    rows: Row[];
    chosen: Row;
    formats: Record<'svg' | 'png' | 'csv', () => void | Promise<void>>;
  }
  let { index, label, all, rows, chosen, formats }: Props = $props();

  const uncertainty = $derived(nth(layout.now.panes, index).uncertainty);

  function draw(id: number) {
    const now = layout.now.drawn ?? rows.map((r) => r.id);
    layout.change({ drawn: now.includes(id) ? now.filter((one) => one !== id) : [...now, id] });
  }
</script>

<Popover label="shown" name="What is drawn in {label}">
  <label
    ><Checkbox checked={uncertainty} onchange={() => layout.pane(index, { uncertainty: !uncertainty })} />
    95 % band of {chosen.name}</label
  >
  <label
    ><Checkbox
      checked={layout.now.training}
      onchange={() => layout.change({ training: !layout.now.training })}
    /> training, dashed</label
  >
  <p class="quiet mt-1">Drag across the chart to zoom; double-click moves the cut.</p>
  <h2 class="mt-2">Candidates</h2>
  {#each all.candidates as c (c.id)}
    <label
      ><Checkbox checked={rows.includes(c)} disabled={c.id === chosen.id} onchange={() => draw(c.id)} /><i
        style:background={desk.colour(c)}
      ></i>{c.name}</label
    >
  {/each}
</Popover>
<Popover label="keep" name="Keep {label}" width={170}>
  <div class="flex flex-col items-start gap-1">
    <Button class="chip" onclick={() => void formats.svg()}>SVG drawing</Button>
    <Button class="chip" onclick={() => void formats.png()}>PNG picture</Button>
    <Button class="chip" onclick={() => void formats.csv()}>CSV of its points</Button>
  </div>
</Popover>

<style>
  i {
    display: inline-block;
    width: 10px;
    height: 3px;
    flex: none;
  }
</style>
