<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { echarts, options, type Line, type Wash } from '../lib/chart';
  import { interpolate } from '../lib/curve';
  import { desk } from '../lib/desk.svelte';
  import { percent } from '../lib/format';

  /** One chart over the depth, with the cut on it and a reading line below. */
  interface Props {
    title: string;
    unit: string;
    lines: Line[];
    wash: Wash | null;
    axis: (value: number) => string;
    value: (value: number) => string;
    /** where the chosen line stands at the cut */
    at: number;
    depth: number;
    /** lowest and highest value of the axis, or null to fit the lines */
    range?: [number, number] | null;
    /** words set into the chart, at a place of its axes */
    notes?: { x: number; y: number; text: string }[];
    mark?: { depth: number; label: string } | null;
    reading: string;
  }
  let {
    title,
    unit,
    lines,
    wash,
    axis,
    value,
    at,
    depth,
    range = null,
    notes = [],
    mark = null,
    reading,
  }: Props = $props();

  let frame: HTMLDivElement;
  let chart: ReturnType<typeof echarts.init> | undefined;
  let drawn = $state(0);
  let pointer = $state<number | null>(null);

  onMount(() => {
    chart = echarts.init(frame, null, { renderer: 'svg' });
    const watch = new ResizeObserver(() => {
      chart?.resize();
      drawn++;
    });
    watch.observe(frame);
    return () => {
      watch.disconnect();
      chart?.dispose();
    };
  });

  $effect(() => {
    chart?.setOption(options(lines, wash, axis, range), { notMerge: true });
    untrack(() => drawn++);
  });

  function pixel(x: number, y: number): [number, number] {
    return chart
      ? (chart.convertToPixel({ xAxisIndex: 0, yAxisIndex: 0 }, [x, y]) as [number, number])
      : [0, 0];
  }

  const cut = $derived.by(() => {
    void drawn;
    return pixel(100 * depth, at);
  });
  const marked = $derived.by(() => {
    void drawn;
    return mark ? pixel(100 * mark.depth, 0)[0] : 0;
  });
  const placed = $derived.by(() => {
    void drawn;
    return notes.map((n) => ({ text: n.text, at: pixel(n.x, n.y) }));
  });
  const hover = $derived(
    pointer === null
      ? []
      : lines
          .filter((line) => line.width > 0.9)
          .map((line) => ({
            line,
            y: interpolate(
              line.points.map((p) => p[0]),
              line.points.map((p) => p[1]),
              pointer!,
            ),
          }))
          .sort((a, b) => b.y - a.y)
          .slice(0, 8),
  );

  function point(event: PointerEvent) {
    const box = frame.getBoundingClientRect();
    const x = chart?.convertFromPixel({ xAxisIndex: 0 }, event.clientX - box.left) as number | undefined;
    pointer = x === undefined || x < 0 || x > 100 ? null : x;
  }

  function place() {
    if (pointer !== null && desk.comparison)
      desk.moveTo(Math.round((pointer / 100) * desk.comparison.records));
  }
</script>

<section class="sheet pane" aria-label={title}>
  <h2>{title} <span class="font-normal quiet">{unit}</span></h2>
  <div
    class="chart"
    role="presentation"
    onpointermove={point}
    onpointerleave={() => (pointer = null)}
    ondblclick={place}
  >
    <div class="frame" bind:this={frame} role="img" aria-label="{title}: {reading}"></div>
    {#if mark}<span class="mark" style:left="{marked}px"><em>{mark.label}</em></span>{/if}
    {#each placed as n (n.text)}<em class="note" style:left="{n.at[0]}px" style:top="{n.at[1]}px">{n.text}</em
      >{/each}
    <span class="cut" style:left="{cut[0]}px"></span>
    <span class="dot" style:left="{cut[0]}px" style:top="{cut[1]}px"></span>
    {#if pointer !== null}
      <div class="values sheet" class:left={pointer > 55}>
        <b>{percent(pointer / 100)} % deep</b>
        {#each hover as { line, y } (line.name)}
          <div><i style:background={line.colour}></i>{line.name}<span>{value(y)}</span></div>
        {/each}
      </div>
    {/if}
  </div>
  <p>{reading}</p>
</section>

<style>
  .pane {
    padding: 8px 12px 9px;
    min-width: 0;
    display: flex;
    flex-direction: column;
  }
  .chart {
    position: relative;
    flex: 1;
    min-height: 160px;
  }
  .frame {
    position: absolute;
    inset: 0;
  }
  p {
    margin: 2px 0 0;
    font: italic 12.5px/1.4 var(--font-serif);
  }
  .cut {
    position: absolute;
    top: 6px;
    bottom: 22px;
    width: 2px;
    margin-left: -1px;
    background: var(--color-cut);
    pointer-events: none;
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
    position: absolute;
    top: 6px;
    bottom: 22px;
    border-left: 1px dotted var(--color-ink-2);
    pointer-events: none;
  }
  .mark em {
    position: absolute;
    left: 5px;
    top: -3px;
    font: 10.5px var(--font-sans);
    color: var(--color-ink-2);
    white-space: nowrap;
  }
  .note {
    position: absolute;
    font: 10.5px var(--font-sans);
    color: var(--color-ink-2);
    pointer-events: none;
  }
  .values {
    position: absolute;
    right: 16px;
    top: 8px;
    padding: 4px 8px;
    font-size: 11.5px;
    pointer-events: none;
    min-width: 150px;
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
  .values i {
    width: 8px;
    height: 3px;
  }
  .values span {
    margin-left: auto;
    padding-left: 10px;
    font-weight: 500;
  }
</style>
