<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { BriefView as Brief } from '../api/schema';
  import { byRule, desk } from '../lib/desk.svelte';
  import { count, gain, percent, score } from '../lib/format';

  let { brief }: { brief: Brief } = $props();

  let track: HTMLDivElement;
  let dragging = $state(false);

  const all = $derived(desk.comparison!);
  const row = $derived(desk.row!);
  const at = $derived(desk.at!);
  const highest = $derived(Math.max(...row.curve.slivers, 1e-9));
  const share = $derived(at.depth * 100);

  const columns = $derived(
    row.curve.slivers
      .map((rate, i) => {
        const width = 1000 / row.curve.slivers.length;
        const height = Math.max(0.8, (48 * rate) / highest);
        return `M${(i * width).toFixed(2)} 50v${(-height).toFixed(2)}h${(width - 0.9).toFixed(2)}v${height.toFixed(2)}z`;
      })
      .join(''),
  );

  const snaps = $derived([
    {
      name: 'best',
      records: row.best.records,
      rule: byRule('BEST_NET_VALUE'),
      title: 'Highest net value within the capacity',
    },
    {
      name: 'break-even',
      records: row.breakEvenRecords,
      rule: byRule('BREAK_EVEN'),
      title: 'Everybody whose probability reaches the break-even',
    },
    {
      name: 'capacity',
      records: all.money.capacityRecords,
      rule: byRule('CAPACITY'),
      title: 'As many as can be acted on',
    },
  ]);

  function move(event: PointerEvent) {
    const box = track.getBoundingClientRect();
    desk.moveNear(((event.clientX - box.left) / box.width) * all.part.records);
  }

  function grab(event: PointerEvent) {
    dragging = true;
    track.setPointerCapture(event.pointerId);
    move(event);
  }

  function arrows(event: KeyboardEvent) {
    const step = {
      ArrowLeft: -1,
      ArrowRight: 1,
      PageUp: -all.part.records / 20,
      PageDown: all.part.records / 20,
    }[event.key];
    if (step === undefined) return;
    desk.moveNear(at.records + step, at.records);
    event.preventDefault();
  }
</script>

<footer aria-label="The cut">
  <div class="name">
    <div class="truncate"><b>Cut</b> on {row.name}</div>
    {#each snaps as snap (snap.name)}
      <Button
        class="chip mr-[3px]"
        title={snap.title}
        disabled={snap.records === null}
        aria-pressed={snap.records !== null && Math.abs(snap.records - at.records) < 1e-9}
        onclick={() => snap.records !== null && desk.moveTo(snap.records, snap.rule)}>{snap.name}</Button
      >
    {/each}
  </div>
  <div
    class="track"
    class:dragging
    bind:this={track}
    role="slider"
    tabindex="0"
    aria-label="Cut: share of {brief.decision.words.records} acted on"
    aria-valuemin={0}
    aria-valuemax={100}
    aria-valuenow={Number(share.toFixed(2))}
    aria-valuetext="{percent(at.depth)} %, {count(at.records)} {brief.decision.words.records}"
    onpointerdown={grab}
    onpointermove={(e) => dragging && move(e)}
    onpointerup={() => (dragging = false)}
    onpointercancel={() => (dragging = false)}
    onkeydown={arrows}
  >
    <svg viewBox="0 0 1000 50" preserveAspectRatio="none" aria-hidden="true">
      <clipPath id="acted"><rect x="0" y="0" width={share * 10} height="50" /></clipPath>
      <path d={columns} fill="var(--color-event)" opacity="0.38" />
      <path d={columns} fill="var(--color-event)" clip-path="url(#acted)" />
      <line x1="0" x2="1000" y1="50" y2="50" stroke="var(--color-rule)" />
    </svg>
    <span class="line" style:left="{share}%"></span>
    <span class="knob" style:left="{share}%"></span>
  </div>
  <div class="readings">
    <div data-reading="depth">{percent(at.depth)} %<small>depth</small></div>
    <div data-reading="records">{count(at.records)}<small>{brief.decision.words.records}</small></div>
    <div data-reading="score">
      {at.insideTie ? 'in a tie' : score(at.score)}<small
        >{at.insideTie ? 'a depth, no score' : at.approximate ? 'score ≥, about' : 'score ≥'}</small
      >
    </div>
    <div data-reading="capture">{percent(at.capture)} %<small>capture</small></div>
    <div data-reading="gain">{gain(brief.decision.words.currency, at.gain)}<small>net value</small></div>
  </div>
</footer>

<style>
  footer {
    grid-column: 1 / 3;
    border-top: 1px solid var(--color-rule);
    background: var(--color-sheet);
    display: grid;
    grid-template-columns: 196px minmax(0, 1fr) auto;
    align-items: center;
  }
  .name {
    padding: 0 10px 0 16px;
    min-width: 0;
  }
  .name b {
    color: var(--color-cut-ink);
  }
  .track {
    position: relative;
    height: 62px;
    padding: 8px 0 4px;
    cursor: ew-resize;
    touch-action: none;
  }
  svg {
    width: 100%;
    height: 50px;
    display: block;
  }
  .line {
    position: absolute;
    top: 4px;
    bottom: 0;
    width: 2px;
    margin-left: -1px;
    background: var(--color-cut);
    pointer-events: none;
  }
  .knob {
    position: absolute;
    top: 0;
    width: 12px;
    height: 15px;
    margin-left: -6px;
    border-radius: 3px;
    background: var(--color-cut);
    pointer-events: none;
  }
  .dragging .knob {
    box-shadow: 0 0 0 4px var(--color-cut-wash);
  }
  .readings {
    display: grid;
    grid-template-columns: repeat(5, auto);
    column-gap: 20px;
    padding: 0 18px;
    min-width: 380px;
  }
  .readings div {
    font-size: 15px;
    font-weight: 600;
    white-space: nowrap;
    min-width: 52px;
  }
  .readings small {
    display: block;
    font-size: 11px;
    font-weight: 400;
    color: var(--color-ink-2);
  }
</style>
