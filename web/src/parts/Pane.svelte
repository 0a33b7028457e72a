<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Choice from './Choice.svelte';
  import { onMount } from 'svelte';
  import type { BriefView as Brief, NewPin as PinWanted } from '../api/schema';
  import type { Comparison } from '../lib/compared';
  import { CHARTS, chartNamed } from '../charts/charts';
  import { along, cells, type PaneData } from '../charts/parts';
  import { apart, beside, free, strewn } from '../charts/labels';
  import { Plot } from '../charts/plot.svelte';
  import { PaneSource } from '../charts/source.svelte';
  import type { Line } from '../lib/chart';
  import { readAt } from '../lib/curve';
  import { desk } from '../lib/desk.svelte';
  import { standalone } from '../lib/drawn';
  import { png, save, saveCsv } from '../lib/files';
  import { layout } from '../lib/layout.svelte';
  import { pins, type Pinned } from '../lib/pins.svelte';
  import PaneMarks from './PaneMarks.svelte';
  import PaneTools from './PaneTools.svelte';
  import PaneValues from './PaneValues.svelte';
  import { nth } from '../lib/nth';

  /** One chart with the cut on it and a reading line below; what it shows is kept at `index` of the arrangement. */
  interface Props {
    brief: Brief;
    all: Comparison;
    index: number;
    chapter: PinWanted['chapter'];
    /** whether another kind of chart can be chosen */
    choosable?: boolean;
  }
  let { brief, all, index, chapter, choosable = true }: Props = $props();

  const MOST_DRAWN = 8;
  const config = $derived(nth(layout.now.panes, index));
  const chart = $derived(chartNamed(config.kind) ?? nth(CHARTS, 0));
  const chosen = $derived(desk.row ?? nth(all.candidates, 0));
  const rows = $derived.by(() => {
    const wanted = layout.now.drawn;
    const visible = all.candidates.filter((c) => !layout.now.hidden.includes(c.id));
    if (wanted) return all.candidates.filter((c) => wanted.includes(c.id) || c.id === chosen.id);
    return visible.filter((c, i) => i < MOST_DRAWN || c.id === chosen.id || c.id === all.order.leader);
  });

  const source = new PaneSource(
    () => chart.wants,
    () => rows,
    () => chosen,
    () => all.part.records,
  );

  const data = $derived<PaneData>({
    brief,
    all,
    rows,
    chosen,
    colour: (row) => desk.colour(row),
    training: layout.now.training,
    uncertainty: config.uncertainty,
    measure: config.measure,
    bands: source.bands,
    distributions: source.distributions,
  });
  const drawn = $derived(chart.draw(data));
  const at = $derived(desk.at);
  const reading = $derived(at ? chart.sentence(data, at) : '');

  /** below the plot, in pixels: its axis and the words of it */
  const FLOOR = 36;
  /** along the axis, between places of a line that words keep off */
  const STEP = 1;
  const plot = new Plot();
  let frame: HTMLDivElement;
  let pointer = $state<number | null>(null);
  let dragFrom = $state<number | null>(null);

  onMount(() => plot.mount(frame));
  $effect(() => plot.draw(drawn, config.zoom));

  const spot = $derived.by(() => {
    const place = at ? chart.place(data, at) : null;
    return place === null || place.across === null
      ? { across: null, up: null }
      : plot.pixel(place.across, place.up);
  });
  /** where the candidates' lines and theirs of training lie */
  const places = $derived(
    drawn.notes.some((n) => n.level)
      ? drawn.lines
          .filter((l) => l.points.some((p) => p[1] !== nth(l.points, 0)[1]))
          .flatMap((l) => strewn(l.points, STEP).map(([x, y]) => plot.pixel(x, y)))
          .flatMap(({ across, up }) => (across === null || up === null ? [] : [{ across, up }]))
      : [],
  );
  const uprights = $derived(
    drawn.marks.flatMap(({ label, x }) => {
      const { across } = plot.pixel(x, 0);
      return across === null ? [] : [{ label, across }];
    }),
  );
  const notes = $derived(
    apart(
      free(
        drawn.notes.flatMap(({ x, y, ...note }) => {
          const { across, up } = plot.pixel(x, y);
          return across === null || up === null ? [] : [{ ...note, across, up }];
        }),
        plot.pixel(config.zoom?.[0] ?? drawn.x.min ?? 0, 0).across ?? 0,
        plot.width,
        places,
        uprights.map((u) => u.across),
      ),
      plot.width,
      plot.height - FLOOR,
    ),
  );
  const marks = $derived(beside(uprights, plot.width, notes, plot.height - FLOOR));

  /** The value of a line where the pointer is: a candidate's own figure over the depth, else read off the line. */
  function valueOf(line: Line, x: number): number | null {
    const row = rows.find((r) => r.id === line.id);
    if (row && chart.valueAt) {
      const there = readAt(
        row,
        all,
        desk.reader(row).nearest((x / 100) * all.part.records),
        desk.reader(row),
      );
      const exact = chart.valueAt(data, there);
      if (exact !== null) return exact;
    }
    return along(line, x);
  }

  const hover = $derived(
    pointer === null
      ? []
      : drawn.lines
          .filter((l) => !l.silent && l.width > 0.9 && l.points.length > 0)
          .map((l) => ({ line: l, y: valueOf(l, pointer!) }))
          .filter((h) => h.y !== null)
          .sort((a, b) => b.y! - a.y!)
          .slice(0, 10),
  );
  /** where somebody points in another chart, on the chosen candidate */
  const linked = $derived.by(() => {
    if (desk.pointed === null || pointer !== null) return null;
    const there = chart.place(data, readAt(chosen, all, desk.pointed, desk.reader(chosen)));
    return there.across === null ? null : plot.pixel(there.across, null).across;
  });

  const brush = $derived.by(() => {
    if (dragFrom === null || pointer === null || dragFrom === pointer) return null;
    const from = plot.pixel(Math.min(dragFrom, pointer), null).across ?? 0;
    return { from, width: (plot.pixel(Math.max(dragFrom, pointer), null).across ?? 0) - from };
  });

  /** How many records are acted on where somebody points. */
  function recordsAt(across: number): number | null {
    if (!chart.pointed) return desk.near((across / 100) * all.part.records);
    return chart.pointed(data, across, (score) => desk.reader(chosen).reaching(score));
  }

  function point(event: PointerEvent) {
    pointer = plot.across(event);
    desk.pointed = pointer === null ? null : recordsAt(pointer);
  }

  function leave() {
    pointer = null;
    dragFrom = null;
    desk.pointed = null;
  }

  function release(event: PointerEvent) {
    const to = plot.across(event);
    const from = dragFrom;
    dragFrom = null;
    if (from === null || to === null) return;
    const start = plot.pixel(from, null).across;
    const end = plot.pixel(to, null).across;
    if (start === null || end === null || Math.abs(end - start) < 12) return;
    layout.pane(index, { zoom: [Math.min(from, to), Math.max(from, to)] });
  }

  function moveCut(event: MouseEvent) {
    const x = plot.across(event);
    const records = x === null ? null : recordsAt(x);
    if (records !== null) desk.moveTo(records);
  }

  const shownMeasure = $derived(
    chart.measures?.find((m) => m.name === config.measure) ?? chart.measures?.find((m) => m.name === 'f1'),
  );
  const label = $derived(shownMeasure?.label ?? chart.label);

  const picture = () =>
    standalone({
      ...plot.svg,
      title: `${label}: ${drawn.y.label}`,
      part: 'validation',
      lines: drawn.lines,
      cut: spot,
      reading,
    });
  const file = $derived(`${brief.decision.name}-${shownMeasure?.name ?? chart.name}`);

  async function keepPng() {
    const made = picture();
    save(`${file}.png`, await png(made.svg, made.width, made.height));
  }

  const keepSvg = () => save(`${file}.svg`, new Blob([picture().svg], { type: 'image/svg+xml' }));
  const keepCsv = () => saveCsv(`${file}.csv`, cells(drawn, chosen.name));
  const pinned = (): Pinned => ({
    kind: 'CHART',
    chapter,
    title: label,
    reading,
    drawing: picture().svg,
    cells: null,
  });
</script>

<section class="sheet pane" aria-label={label} data-pane={chart.name} {@attach pins.pinnable(pinned)}>
  <div class="head">
    {#if choosable}
      <Choice
        class="kindfield"
        aria-label="What this chart shows"
        value={chart.name}
        onpick={(to) => layout.pane(index, { kind: to, zoom: null })}
      >
        {#each CHARTS as c (c.name)}<option value={c.name}>{c.label}</option>{/each}
      </Choice>
    {:else if !chart.measures}<h2>{label}</h2>{/if}
    {#if chart.measures}
      <Choice
        class="kindfield"
        aria-label="Measure"
        value={config.measure}
        onpick={(to) => layout.pane(index, { measure: to })}
      >
        {#each chart.measures as m (m.name)}<option value={m.name}>{m.label}</option>{/each}
      </Choice>
    {/if}
    <span class="quiet truncate" title={drawn.y.label}>{drawn.y.label}</span>
    <span class="tools ml-auto flex gap-1">
      {#if config.zoom}<Button class="chip" onclick={() => layout.pane(index, { zoom: null })}>whole</Button
        >{/if}
      <PaneTools
        {index}
        {label}
        {all}
        {rows}
        {chosen}
        formats={{ svg: keepSvg, png: keepPng, csv: keepCsv }}
      />
      <Button class="chip" title="Pin to the report ( . )" onclick={() => pins.offer(pinned())}>pin</Button>
    </span>
  </div>
  <div
    class="chart"
    role="presentation"
    onpointerdown={(e) => (dragFrom = plot.across(e))}
    onpointermove={point}
    onpointerup={release}
    onpointerleave={leave}
    ondblclick={moveCut}
  >
    <div class="frame" bind:this={frame} role="img" aria-label="{label}: {reading}"></div>
    <PaneMarks {marks} {notes} {spot} {linked} {brush} />
    {#if drawn.empty}<p class="empty">{drawn.empty}</p>{/if}
    {#if pointer !== null && hover.length > 0}
      <PaneValues
        {pointer}
        {hover}
        x={drawn.x}
        y={drawn.y}
        left={(plot.pixel(pointer, null).across ?? 0) > 300}
      />
    {/if}
  </div>
  {#if source.refusal}<p class="refusal" role="alert">{source.refusal}</p>{/if}
  <p class="said">{reading}</p>
</section>

<style>
  .pane {
    padding: 6px 12px 9px;
    min-width: 0;
    display: flex;
    flex-direction: column;
  }
  h2 {
    white-space: nowrap;
  }
  .head {
    display: flex;
    align-items: center;
    gap: 8px;
    min-width: 0;
  }
  .chart {
    position: relative;
    flex: 1;
    min-height: 150px;
    user-select: none;
  }
  .frame {
    position: absolute;
    inset: 0;
  }
  .said {
    text-wrap: pretty;
    margin: 2px 0 0;
    font: italic 12.5px/1.4 var(--font-serif);
    min-height: 2.8em;
  }
  .empty {
    position: absolute;
    inset: 30% 15% auto;
    text-align: center;
    color: var(--color-ink-2);
    background: var(--color-sheet);
  }
</style>
