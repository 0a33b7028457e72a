<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import type { BriefView as Brief, ComparisonView as Comparison, NewPin as PinWanted } from '../api/schema';
  import { echarts, options, type Line } from '../lib/chart';
  import { interpolate, readAt } from '../lib/curve';
  import { desk } from '../lib/desk.svelte';
  import { standalone } from '../lib/drawn';
  import { png, save, saveCsv } from '../lib/files';
  import { layout } from '../lib/layout.svelte';
  import { measure, MEASURES } from '../lib/measures';
  import { PANE_KINDS, type PaneKind } from '../lib/paneKinds';
  import { place, pointed, valueAt } from '../lib/paneReading';
  import type { PaneData } from '../lib/paneParts';
  import { PaneSource } from '../lib/paneSource.svelte';
  import { drawing } from '../lib/panes';
  import { pins, type Pinned } from '../lib/pins.svelte';
  import PaneMarks from './PaneMarks.svelte';
  import PaneTools from './PaneTools.svelte';
  import PaneValues from './PaneValues.svelte';

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
  const config = $derived(layout.now.panes[index]);
  const kind = $derived(config.kind);
  const chosen = $derived(desk.row ?? all.candidates[0]);
  const rows = $derived.by(() => {
    const wanted = layout.now.drawn;
    const visible = all.candidates.filter((c) => !layout.now.hidden.includes(c.id));
    if (wanted) return all.candidates.filter((c) => wanted.includes(c.id) || c.id === chosen.id);
    return visible.filter((c, i) => i < MOST_DRAWN || c.id === chosen.id || c.id === all.leader);
  });

  const source = new PaneSource(
    () => kind,
    () => rows,
    () => chosen,
    () => all.records,
  );

  const data = $derived<PaneData>({
    brief,
    all,
    rows,
    chosen,
    colour: (row) => desk.colour(row),
    training: layout.now.training,
    doubt: config.doubt,
    measure: config.measure,
    bands: source.bands,
    distributions: source.distributions,
  });
  const drawn = $derived(drawing(kind, data));
  const at = $derived(desk.at);
  const cut = $derived(at ? place(kind, data, at) : { across: null, up: null, reading: '' });

  let frame: HTMLDivElement;
  let chart: ReturnType<typeof echarts.init> | undefined;
  let redrawn = $state(0);
  let pointer = $state<number | null>(null);
  let dragFrom = $state<number | null>(null);

  onMount(() => {
    chart = echarts.init(frame, null, { renderer: 'svg' });
    const watch = new ResizeObserver(() => {
      chart?.resize();
      redrawn++;
    });
    watch.observe(frame);
    return () => {
      watch.disconnect();
      chart?.dispose();
    };
  });

  $effect(() => {
    chart?.setOption(options(drawn.x, drawn.y, drawn.lines, drawn.wash, config.zoom), { notMerge: true });
    untrack(() => redrawn++);
  });

  /** null outside the part that is shown */
  function pixel(x: number, y: number | null): { across: number | null; up: number | null } {
    void redrawn;
    if (!chart) return { across: null, up: null };
    const low = config.zoom?.[0] ?? -Infinity;
    const high = config.zoom?.[1] ?? Infinity;
    if (x < low || x > high) return { across: null, up: null };
    const found = chart.convertToPixel({ xAxisIndex: 0, yAxisIndex: 0 }, [x, y ?? 0]) as number[] | undefined;
    if (!found || !Number.isFinite(found[0])) return { across: null, up: null };
    return { across: found[0], up: y === null || !Number.isFinite(found[1]) ? null : found[1] };
  }

  const spot = $derived(cut.across === null ? { across: null, up: null } : pixel(cut.across, cut.up));
  const notes = $derived(drawn.notes.map((n) => ({ text: n.text, ...pixel(n.x, n.y) })));
  const marks = $derived.by(() => {
    const placed = drawn.marks
      .map((m) => ({ label: m.label, across: pixel(m.x, 0).across }))
      .filter((m) => m.across !== null)
      .sort((a, b) => a.across! - b.across!);
    return placed.map((m, i) => ({
      ...m,
      level: placed.slice(0, i).filter((other) => m.across! - other.across! < 70).length,
    }));
  });
  const OVER_DEPTH = ['gains', 'lift', 'bandLift', 'bandCapture', 'netValue', 'returnOnSpend'];
  const overDepth = $derived(OVER_DEPTH.includes(kind));

  /** The value of a line where the pointer is: a candidate's own figure over the depth, else read off the line. */
  function valueOf(line: Line, x: number): number | null {
    const row = rows.find((r) => r.id === line.id);
    if (row && overDepth) {
      const exact = valueAt(
        kind,
        data,
        readAt(row, all, Math.round((x / 100) * all.records), desk.reader(row)),
      );
      if (exact !== null) return exact;
    }
    const rising = line.points[0][0] <= line.points[line.points.length - 1][0];
    const points = rising ? line.points : [...line.points].reverse();
    const places = points.map((p) => p[0]);
    if (x < places[0] || x > places[places.length - 1]) return null;
    return interpolate(
      places,
      points.map((p) => p[1]),
      x,
    );
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
    const there = place(kind, data, readAt(chosen, all, desk.pointed, desk.reader(chosen)));
    return there.across === null ? null : pixel(there.across, null).across;
  });

  const brush = $derived.by(() => {
    if (dragFrom === null || pointer === null || dragFrom === pointer) return null;
    const from = pixel(Math.min(dragFrom, pointer), null).across ?? 0;
    return { from, width: (pixel(Math.max(dragFrom, pointer), null).across ?? 0) - from };
  });

  function point(event: PointerEvent) {
    pointer = across(event);
    desk.pointed =
      pointer === null ? null : pointed(kind, data, pointer, (score) => desk.reader(chosen).reaching(score));
  }

  function leave() {
    pointer = null;
    dragFrom = null;
    desk.pointed = null;
  }

  function across(event: PointerEvent | MouseEvent): number | null {
    const box = frame.getBoundingClientRect();
    const x = chart?.convertFromPixel({ xAxisIndex: 0 }, event.clientX - box.left) as number | undefined;
    const low = config.zoom?.[0] ?? drawn.x.min ?? -Infinity;
    const high = config.zoom?.[1] ?? drawn.x.max ?? Infinity;
    return x === undefined || x < low || x > high ? null : x;
  }

  function release(event: PointerEvent) {
    const to = across(event);
    const from = dragFrom;
    dragFrom = null;
    if (from === null || to === null) return;
    const start = pixel(from, null).across;
    const end = pixel(to, null).across;
    if (start === null || end === null || Math.abs(end - start) < 12) return;
    layout.pane(index, { zoom: [Math.min(from, to), Math.max(from, to)] });
  }

  function moveCut(event: MouseEvent) {
    const x = across(event);
    const records =
      x === null ? null : pointed(kind, data, x, (score) => desk.reader(chosen).reaching(score));
    if (records !== null) desk.moveTo(records);
  }

  function choose(next: PaneKind) {
    layout.pane(index, { kind: next, zoom: null });
  }

  const label = $derived(
    kind === 'measure'
      ? (measure(config.measure) ?? measure('f1')).label
      : PANE_KINDS.find((k) => k.kind === kind)!.label,
  );

  function picture() {
    return standalone({
      svg: chart!.renderToSVGString({ useViewBox: false }),
      width: chart!.getWidth(),
      height: chart!.getHeight(),
      title: `${label}: ${drawn.y.label}`,
      part: 'validation',
      lines: drawn.lines,
      cut: spot,
      reading: cut.reading,
    });
  }
  const file = $derived(`${brief.decision.name}-${kind === 'measure' ? config.measure : kind}`);

  async function keepPng() {
    const made = picture();
    save(`${file}.png`, await png(made.svg, made.width, made.height));
  }

  const keepSvg = () => save(`${file}.svg`, new Blob([picture().svg], { type: 'image/svg+xml' }));
  const keepCsv = () =>
    saveCsv(`${file}.csv`, [
      ['line', drawn.x.label, drawn.y.label],
      ...drawn.lines.flatMap((l) => l.points.map(([x, y]) => [l.name, x, y])),
      ...(drawn.wash?.points ?? []).flatMap(([x, low, high]) => [
        [`${chosen.name}, 2.5 %`, x, low],
        [`${chosen.name}, 97.5 %`, x, high],
      ]),
    ]);
  const pinned = (): Pinned => ({
    kind: 'CHART',
    chapter,
    title: label,
    reading: cut.reading,
    drawing: picture().svg,
    cells: null,
  });
</script>

<section class="sheet pane" aria-label={label} data-pane={kind} {@attach pins.pinnable(pinned)}>
  <div class="head">
    {#if choosable}
      <select
        class="kind"
        aria-label="What this chart shows"
        value={kind}
        onchange={(e) => choose(e.currentTarget.value as PaneKind)}
      >
        {#each PANE_KINDS as k (k.kind)}<option value={k.kind}>{k.label}</option>{/each}
      </select>
    {:else if kind !== 'measure'}<h2>{label}</h2>{/if}
    {#if kind === 'measure'}
      <select
        class="kind"
        aria-label="Measure"
        value={config.measure}
        onchange={(e) => layout.pane(index, { measure: e.currentTarget.value })}
      >
        {#each MEASURES as m (m.name)}<option value={m.name}>{m.label}</option>{/each}
      </select>
    {/if}
    <span class="quiet truncate" title={drawn.y.label}>{drawn.y.label}</span>
    <span class="tools ml-auto flex gap-1">
      {#if config.zoom}<button class="chip" onclick={() => layout.pane(index, { zoom: null })}>whole</button
        >{/if}
      <PaneTools
        {index}
        {label}
        {all}
        {rows}
        {chosen}
        formats={{ svg: keepSvg, png: keepPng, csv: keepCsv }}
      />
      <button class="chip" title="Pin to the report ( . )" onclick={() => pins.offer(pinned())}>pin</button>
    </span>
  </div>
  <div
    class="chart"
    role="presentation"
    onpointerdown={(e) => (dragFrom = across(e))}
    onpointermove={point}
    onpointerup={release}
    onpointerleave={leave}
    ondblclick={moveCut}
  >
    <div class="frame" bind:this={frame} role="img" aria-label="{label}: {cut.reading}"></div>
    <PaneMarks {marks} {notes} {spot} {linked} {brush} />
    {#if drawn.empty}<p class="empty">{drawn.empty}</p>{/if}
    {#if pointer !== null && hover.length > 0}
      <PaneValues {pointer} {hover} x={drawn.x} y={drawn.y} left={(pixel(pointer, null).across ?? 0) > 300} />
    {/if}
  </div>
  {#if source.refusal}<p class="refusal" role="alert">{source.refusal}</p>{/if}
  <p class="said">{cut.reading}</p>
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
  .kind {
    font-weight: 600;
    font-size: 13px;
    border: 0;
    padding: 1px 22px 1px 0;
    background-color: transparent;
    cursor: pointer;
    max-width: 190px;
    field-sizing: content;
    text-overflow: ellipsis;
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
