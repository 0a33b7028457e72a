<script lang="ts" module>
  export interface Line {
    name: string;
    x: number[];
    y: (number | null)[];
    dashed?: boolean;
    colour: string;
    /** half-widths, drawn as whiskers */
    error?: (number | null)[];
  }
  export interface Mark {
    x: number;
    words: string;
    colour: string;
  }
</script>

<script lang="ts">
  import { significant } from '../../lib/format';

  interface Props {
    lines: Line[];
    xName: string;
    yName: string;
    log?: boolean;
    marks?: Mark[];
    height?: number;
    /** called with the nearest x that was clicked */
    pick?: ((x: number) => void) | null;
    label: string;
  }
  let { lines, xName, yName, log = false, marks = [], height = 190, pick = null, label }: Props = $props();

  const LEFT = 56;
  const RIGHT = 20;
  const TOP = 18;
  const BOTTOM = 30;
  let width = $state(480);
  let hover = $state<number | null>(null);

  const xs = $derived([...new Set(lines.flatMap((l) => l.x))].sort((a, b) => a - b));
  const ys = $derived(
    lines.flatMap((l) =>
      l.y.flatMap((v, i) => (v === null ? [] : [v - (l.error?.[i] ?? 0), v + (l.error?.[i] ?? 0)])),
    ),
  );
  const to = (v: number) => (log ? Math.log(v) : v);
  const x0 = $derived(to(xs[0] ?? 0));
  const x1 = $derived(to(xs[xs.length - 1] ?? 1));
  const low = $derived(Math.min(...ys));
  const high = $derived(Math.max(...ys));
  const px = (v: number) => LEFT + ((to(v) - x0) / (x1 - x0 || 1)) * (width - LEFT - RIGHT);
  const py = (v: number) => TOP + (1 - (v - low) / (high - low || 1)) * (height - TOP - BOTTOM);
  /** Round numbers from low to high, about `wanted` of them. */
  function round(from: number, up: number, wanted: number): number[] {
    const rough = (up - from) / wanted || 1;
    const unit = 10 ** Math.floor(Math.log10(rough));
    const step = [1, 2, 5, 10].map((m) => m * unit).find((s) => s >= rough) ?? rough;
    const ticks: number[] = [];
    for (let t = Math.ceil(from / step) * step; t <= up + 1e-9 * step; t += step)
      ticks.push(Number(t.toPrecision(12)));
    return ticks;
  }
  const xTicks = $derived.by(() => {
    const from = xs[0] ?? 0;
    const up = xs[xs.length - 1] ?? 1;
    if (!log) return round(from, up, 6);
    return [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10000].filter((t) => t >= from && t <= up);
  });
  const yTicks = $derived(round(low, high, 3));
  const path = (line: Line) =>
    line.x
      .map((x, i) => [x, line.y[i]] as const)
      .filter((p): p is readonly [number, number] => p[1] !== null)
      .map(([x, y], i) => `${i ? 'L' : 'M'}${px(x).toFixed(1)} ${py(y).toFixed(1)}`)
      .join('');

  function nearest(event: MouseEvent): number {
    const at = event.offsetX;
    return xs.reduce((a, b) => (Math.abs(px(b) - at) < Math.abs(px(a) - at) ? b : a));
  }
  const read = $derived(
    hover === null
      ? null
      : lines
          .map((l) => ({ name: l.name, value: l.y[l.x.indexOf(hover!)] ?? null }))
          .filter((v) => v.value !== null),
  );
</script>

<div bind:clientWidth={width}>
  <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
  <svg
    {width}
    {height}
    role="img"
    aria-label={label}
    style:cursor={pick ? 'pointer' : 'default'}
    onmousemove={(e) => (hover = nearest(e))}
    onmouseleave={() => (hover = null)}
    onclick={(e) => pick?.(nearest(e))}
  >
    {#each yTicks as t (t)}
      <line x1={LEFT} x2={width - RIGHT} y1={py(t)} y2={py(t)} stroke="var(--color-rule)" />
      <text x={LEFT - 6} y={py(t) + 4} text-anchor="end">{significant(t)}</text>
    {/each}
    {#each xTicks as t (t)}
      <text x={px(t)} y={height - 14} text-anchor="middle">{t.toLocaleString('en-GB')}</text>
    {/each}
    <text x={width - RIGHT} y={height - 2} text-anchor="end">{xName}{log ? ', log scale' : ''}</text>
    <text x={4} y={11}>{yName}</text>
    {#each marks as m (m.words)}
      <line
        x1={px(m.x)}
        x2={px(m.x)}
        y1={TOP}
        y2={height - BOTTOM}
        stroke={m.colour}
        stroke-dasharray="3 3"
      />
    {/each}
    {#each marks as m, i (m.words)}
      <text
        x={px(m.x) + (px(m.x) > width - 150 ? -4 : 4)}
        y={TOP + 10 + 13 * i}
        text-anchor={px(m.x) > width - 150 ? 'end' : 'start'}
        class="mark">{m.words}</text
      >
    {/each}
    {#each lines as l (l.name)}
      {#if l.error}
        {#each l.x as x, i (x)}
          {#if l.y[i] !== null && l.error[i]}
            <line
              x1={px(x)}
              x2={px(x)}
              y1={py(l.y[i]! - l.error[i]!)}
              y2={py(l.y[i]! + l.error[i]!)}
              stroke={l.colour}
              opacity="0.35"
            />
          {/if}
        {/each}
      {/if}
      <path
        d={path(l)}
        fill="none"
        stroke={l.colour}
        stroke-width="1.6"
        stroke-dasharray={l.dashed ? '5 4' : ''}
      />
    {/each}
    {#if hover !== null}
      <line
        x1={px(hover)}
        x2={px(hover)}
        y1={TOP}
        y2={height - BOTTOM}
        stroke="var(--color-ink-2)"
        opacity="0.5"
      />
    {/if}
  </svg>
  <p class="quiet min-h-[18px]">
    {#if read && read.length > 0}
      {hover?.toLocaleString('en-GB')}
      {xName}: {read.map((r) => `${r.name} ${significant(r.value)}`).join(' · ')}
    {:else}
      {#each lines as l (l.name)}
        <span class="mr-3 whitespace-nowrap"
          ><svg width="22" height="8" class="inline"
            ><path
              d="M0 4h22"
              stroke={l.colour}
              stroke-width="2"
              stroke-dasharray={l.dashed ? '5 4' : ''}
            /></svg
          >
          {l.name}</span
        >
      {/each}
    {/if}
  </p>
</div>

<style>
  text {
    font-size: 10.5px;
    fill: var(--color-ink-2);
  }
  .mark {
    fill: var(--color-ink);
    stroke: var(--color-paper);
    stroke-width: 4px;
    paint-order: stroke;
  }
</style>
