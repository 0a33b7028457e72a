<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { BriefView as Brief, SensitivityView, Spot } from '../../api/schema';
  import type { Comparison } from '../../lib/compared';
  import { desk, REFERENCE } from '../../lib/desk.svelte';
  import { saveCsv } from '../../lib/files';
  import { gain, percent, rate, significant } from '../../lib/format';
  import { flips, regions } from '../../lib/sensitivity';
  import { pins } from '../../lib/pins.svelte';
  import { nth } from '../../lib/nth';
  import { colour } from '../../lib/palette';

  /** Who wins where, over cost ratios and planned event rates; or how deep the best cut lies. */
  let { brief, all, view }: { brief: Brief; all: Comparison; view: SensitivityView } = $props();

  const WIDTH = 560;
  const HEIGHT = 300;
  const LEFT = 52;
  const TOP = 8;
  const RIGHT = 8;
  const BOTTOM = 36;

  let byDepth = $state(false);
  let pointed = $state<{ i: number; j: number } | null>(null);
  const map = $derived(view.map!);
  const wide = $derived((WIDTH - LEFT - RIGHT) / map.ratios.length);
  const high = $derived((HEIGHT - TOP - BOTTOM) / map.rates.length);
  const nowI = $derived((map.ratios.length - 1) / 2);
  const nowJ = $derived((map.rates.length - 1) / 2);
  const now = $derived(nth(nth(map.spots, nowI), nowJ));
  const most = $derived(Math.max(...map.spots.flat().map((s) => s.ahead / Math.max(s.gain, 1e-9))));
  const deepest = $derived(Math.max(...map.spots.flat().map((s) => s.depth), 1e-9));

  /** Who wins; null for nobody. One that is not among the leaders shown has a name and no colour of its own. */
  function won(winner: number): { name: string; colour: string } | null {
    if (winner < 0) return null;
    const id = nth(view.candidates, winner);
    const row = all.candidates.find((c) => c.id === id);
    return row
      ? { name: row.name, colour: desk.colour(row) }
      : { name: desk.nameOf(id) ?? '?', colour: REFERENCE };
  }
  const name = (winner: number) => won(winner)?.name ?? 'nobody';
  const x = (i: number) => LEFT + i * wide;
  const y = (j: number) => TOP + (map.rates.length - 1 - j) * high;

  function fill(spot: Spot): string {
    if (byDepth)
      return `color-mix(in srgb, ${colour('cut')} ${(8 + (80 * spot.depth) / deepest).toFixed(0)}%, ${colour('sheet')})`;
    const winner = won(spot.winner);
    if (!winner) return colour('hover');
    const share = most > 0 ? spot.ahead / Math.max(spot.gain, 1e-9) / most : 0;
    return `color-mix(in srgb, ${winner.colour} ${(22 + 58 * Math.sqrt(Math.min(1, share))).toFixed(0)}%, ${colour('sheet')})`;
  }

  /** Lines between neighbours with other winners. */
  const borders = $derived.by(() => {
    let path = '';
    map.spots.forEach((column, i) =>
      column.forEach((spot, j) => {
        const right = map.spots[i + 1]?.[j];
        const above = column[j + 1];
        if (right && right.winner !== spot.winner) path += `M${x(i + 1)} ${y(j)}v${high}`;
        if (above && above.winner !== spot.winner) path += `M${x(i)} ${y(j)}h${wide}`;
      }),
    );
    return path;
  });
  const labels = $derived(regions(map));
  const says = (spot: Spot): string =>
    spot.winner < 0
      ? 'acting on nobody is best'
      : `${name(spot.winner)} is best, ${gain(brief.decision.words.currency, spot.ahead)} ahead of the next, acting on ${percent(spot.depth)} %`;
  const there = $derived(pointed ? nth(map.spots, pointed.i)[pointed.j] : null);
  const reading = $derived.by(() => {
    const flip = flips(map);
    const ratioWords = flip.ratio
      .map((f) => `${f.above ? 'above' : 'below'} ${significant(f.at)} : 1 for ${name(f.winner)}`)
      .join(', ');
    const rateWords = flip.rate
      .map((f) => `${f.above ? 'above' : 'below'} ${rate(f.at)} % for ${name(f.winner)}`)
      .join(', ');
    const stays = 'nowhere on this map';
    return (
      `At the present stakes ${says(now)}. Along the cost ratio the choice flips ${ratioWords || stays}; ` +
      `along the event rate ${rateWords || stays}.`
    );
  });

  let drawing: SVGSVGElement;
  const pinned = () => ({
    kind: 'CHART' as const,
    chapter: 'threshold' as const,
    title: 'Which candidate wins where',
    reading,
    drawing: new XMLSerializer().serializeToString(drawing),
    cells: null,
  });
  const csv = () =>
    saveCsv(`${brief.decision.name}-sensitivity.csv`, [
      [
        'cost ratio',
        'planned event rate',
        'best candidate',
        'best net value over nobody',
        'ahead of the next',
        'best depth',
      ],
      ...map.spots.flatMap((column, i) =>
        column.map((s, j) => [
          nth(map.ratios, i),
          nth(map.rates, j),
          name(s.winner),
          s.gain,
          s.ahead,
          s.depth,
        ]),
      ),
    ]);
</script>

<section class="sheet map" aria-label="Sensitivity map" {@attach pins.pinnable(pinned)}>
  <div class="flex items-center gap-2">
    <h2 class="whitespace-nowrap">{byDepth ? 'How deep the best cut lies' : 'Which candidate wins where'}</h2>
    <span class="quiet truncate">validation, best cut within the capacity</span>
    <span class="ml-auto flex gap-1">
      <Button class="chip" aria-pressed={byDepth} onclick={() => (byDepth = !byDepth)}>by depth</Button>
      <Button class="chip" onclick={csv}>CSV</Button>
      <Button class="chip" title="Pin to the report ( . )" onclick={() => pins.offer(pinned())}>pin</Button>
    </span>
  </div>
  <svg
    bind:this={drawing}
    viewBox="0 0 {WIDTH} {HEIGHT}"
    role="img"
    aria-label={reading}
    xmlns="http://www.w3.org/2000/svg"
    font-family="Public Sans Variable, Public Sans, system-ui, sans-serif"
  >
    {#each map.spots as column, i (i)}
      {#each column as spot, j (j)}
        <rect
          x={x(i)}
          y={y(j)}
          width={wide + 0.3}
          height={high + 0.3}
          fill={fill(spot)}
          role="presentation"
          onpointerenter={() => (pointed = { i, j })}
          onpointerleave={() => (pointed = null)}
        />
      {/each}
    {/each}
    <path d={borders} stroke={colour('ink')} stroke-width="1.4" fill="none" pointer-events="none" />
    {#if byDepth}
      {#each [0, nowI, map.ratios.length - 1] as i (i)}
        {#each [1, nowJ, map.rates.length - 2] as j (j)}
          <text
            x={x(i) + wide / 2}
            y={y(j) + high / 2 + 3.5}
            class="value"
            text-anchor="middle"
            font-size={10}>{percent(nth(nth(map.spots, i), j).depth)}</text
          >
        {/each}
      {/each}
    {:else}
      {#each labels as l, k (k)}
        <text
          x={Math.min(WIDTH - RIGHT - 45, Math.max(LEFT + 40, x(l.i) + wide / 2))}
          y={y(l.j) + high / 2 + 4}
          text-anchor="middle"
          font-size={11}
          font-weight="600"
          fill={colour('ink')}
          stroke={colour('sheet')}
          stroke-width="3"
          paint-order="stroke"
          pointer-events="none">{name(l.winner)}</text
        >
      {/each}
    {/if}
    <rect
      x={x(nowI)}
      y={y(nowJ)}
      width={wide}
      height={high}
      fill="none"
      stroke={colour('cut')}
      stroke-width="2.5"
      pointer-events="none"
    />
    <text
      x={x(nowI) + wide / 2}
      y={y(nowJ) - 4}
      text-anchor="middle"
      font-size="10.5"
      fill={colour('cut-ink')}
      font-weight="600"
      stroke={colour('sheet')}
      stroke-width="3"
      paint-order="stroke"
      pointer-events="none">now</text
    >
    {#each map.ratios as ratio, i (i)}
      {#if i % 5 === 0}<text
          x={x(i) + wide / 2}
          y={HEIGHT - BOTTOM + 13}
          text-anchor="middle"
          font-size="10.5"
          fill={colour('ink-2')}>{significant(ratio)} : 1</text
        >{/if}
    {/each}
    {#each map.rates as r, j (j)}
      {#if j % 3 === 0}<text
          x={LEFT - 6}
          y={y(j) + high / 2 + 3.5}
          text-anchor="end"
          font-size="10.5"
          fill={colour('ink-2')}>{rate(r)} %</text
        >{/if}
    {/each}
    <text
      x={(LEFT + WIDTH - RIGHT) / 2}
      y={HEIGHT - 5}
      text-anchor="middle"
      font-size="10.5"
      fill={colour('ink-2')}>(miss cost + gain) : (false alarm + action)</text
    >
    <text
      transform="translate(10 {(TOP + HEIGHT - BOTTOM) / 2}) rotate(-90)"
      text-anchor="middle"
      font-size="10.5"
      fill={colour('ink-2')}>planned event rate</text
    >
  </svg>
  <p class="said" data-sensitivity>
    {#if there && pointed}At {significant(nth(map.ratios, pointed.i))} : 1 and {rate(
        nth(map.rates, pointed.j),
      )} %: {says(there)}.
    {:else}{reading}{/if}
  </p>
</section>

<style>
  .map {
    padding: 6px 12px 9px;
    min-width: 0;
  }
  svg {
    width: 100%;
    display: block;
  }
  .said {
    margin: 2px 0 0;
    min-height: 3.9em;
    font: italic 12.5px/1.4 var(--font-serif);
  }
</style>
