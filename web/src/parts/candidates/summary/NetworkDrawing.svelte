<script lang="ts">
  import { counted, significant } from '../../../lib/format';
  import type { PartProps } from './parts';
  import { nth } from '../../../lib/nth';

  let { part: network }: PartProps<'network'> = $props();

  const MOST = 24;
  let hovered = $state<{ kind: 'input' | 'unit'; at: number } | null>(null);

  const units = $derived(network.output.length);
  const strength = (c: number) =>
    nth(network.hidden, c).reduce((sum, w, u) => sum + Math.abs(w * nth(network.output, u)), 0);
  const shown = $derived(
    network.inputs
      .map((name, at) => ({ name, at, size: strength(at) }))
      .sort((a, b) => b.size - a.size)
      .slice(0, MOST),
  );
  const height = $derived(Math.max(shown.length * 18, units * 34) + 20);
  const inputY = (i: number) => 14 + (i * (height - 28)) / Math.max(1, shown.length - 1);
  const unitY = (u: number) =>
    height / 2 + (u - (units - 1) / 2) * Math.min(60, (height - 40) / Math.max(1, units));
  const widest = $derived(Math.max(1e-9, ...shown.flatMap((s) => nth(network.hidden, s.at).map(Math.abs))));
  const widestOut = $derived(Math.max(1e-9, ...network.output.map(Math.abs)));
  const colour = (w: number) => (w < 0 ? 'var(--color-other)' : 'var(--color-spruce)');
  const lit = (input: number, unit: number) =>
    hovered === null || (hovered.kind === 'input' ? hovered.at === input : hovered.at === unit);

  const words = $derived.by(() => {
    if (hovered === null) {
      const starts = network.starts.map((s) => significant(s)).join(', ');
      return `Each line is a weight on a standardised input: wide is strong, dark raises, pale lowers. Training objective of the starts: ${starts}; the lowest is kept.`;
    }
    if (hovered.kind === 'unit') {
      const at = hovered.at;
      const strongest = shown
        .map((s) => ({ name: s.name, w: nth(nth(network.hidden, s.at), at) }))
        .sort((a, b) => Math.abs(b.w) - Math.abs(a.w))
        .slice(0, 4);
      return `Unit ${at + 1} goes into the score with ${significant(nth(network.output, at))}; most into it: ${strongest
        .map((s) => `${s.name} ${significant(s.w)}`)
        .join(', ')}.`;
    }
    const name = network.inputs[hovered.at];
    return `${name}: ${nth(network.hidden, hovered.at)
      .map((w, u) => `unit ${u + 1} ${significant(w)}`)
      .join(', ')}.`;
  });
</script>

<section aria-label="The network">
  <h2>
    The network: {counted(network.inputs.length, 'input')}, {counted(
      units,
      'hidden unit',
    )}{#if network.inputs.length > MOST}; the {MOST}
      strongest inputs drawn{/if}
  </h2>
  <div class="sheet overflow-x-auto p-2">
    <svg
      width="640"
      {height}
      role="img"
      aria-label="network of {counted(network.inputs.length, 'input')} and {counted(units, 'unit')}"
    >
      {#each shown as s, i (s.at)}
        {#each network.hidden[s.at] as w, u (u)}
          <line
            x1="232"
            y1={inputY(i)}
            x2="440"
            y2={unitY(u)}
            stroke={colour(w)}
            stroke-width={0.4 + 4 * (Math.abs(w) / widest)}
            opacity={lit(s.at, u) ? 0.75 : 0.06}
          />
        {/each}
      {/each}
      {#each network.output as w, u (u)}
        <line
          x1="440"
          y1={unitY(u)}
          x2="590"
          y2={height / 2}
          stroke={colour(w)}
          stroke-width={0.5 + 5 * (Math.abs(w) / widestOut)}
          opacity={hovered?.kind === 'unit' && hovered.at !== u ? 0.1 : 0.8}
        />
      {/each}
      {#each shown as s, i (s.at)}
        <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
        <g
          role="img"
          tabindex="0"
          aria-label={s.name}
          onmouseenter={() => (hovered = { kind: 'input', at: s.at })}
          onmouseleave={() => (hovered = null)}
          onfocus={() => (hovered = { kind: 'input', at: s.at })}
        >
          <circle cx="232" cy={inputY(i)} r="4" fill="var(--color-ink-2)" />
          <text x="222" y={inputY(i) + 4} text-anchor="end"
            >{s.name.length > 34 ? `${s.name.slice(0, 33)}…` : s.name}</text
          >
        </g>
      {/each}
      {#each network.output.keys() as u (u)}
        <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
        <g
          role="img"
          tabindex="0"
          aria-label="unit {u + 1}"
          onmouseenter={() => (hovered = { kind: 'unit', at: u })}
          onmouseleave={() => (hovered = null)}
          onfocus={() => (hovered = { kind: 'unit', at: u })}
        >
          <circle cx="440" cy={unitY(u)} r="11" fill="var(--color-sheet)" stroke="var(--color-ink-2)" />
          <text x="440" y={unitY(u) + 4} text-anchor="middle">{u + 1}</text>
        </g>
      {/each}
      <circle cx="590" cy={height / 2} r="8" fill="var(--color-event)" />
      <text x="603" y={height / 2 + 4}>score</text>
    </svg>
  </div>
  <p class="reading">{words}</p>
</section>

<style>
  text {
    font-size: 11px;
    fill: var(--color-ink);
  }
</style>
