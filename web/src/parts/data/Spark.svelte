<script lang="ts">
  import type { Drawn } from '../../api/schema';
  import { rate } from '../../lib/format';

  /** The distribution of a column with the event rate drawn over it; both scales begin at 0. */
  let { drawn, base }: { drawn: Drawn[]; base: number | null } = $props();

  const WIDTH = 132;
  const HEIGHT = 24;

  const most = $derived(Math.max(1, ...drawn.filter((d) => !d.rest).map((d) => d.records)));
  const top = $derived(Math.max(0, ...drawn.map((d) => d.rate ?? 0), 2 * (base ?? 0)));
  const step = $derived(drawn.length ? Math.min(16, WIDTH / drawn.length) : 0);
  const bars = $derived(
    drawn
      .filter((d) => !d.rest)
      .map((d, i) => {
        const height = Math.max(d.records > 0 ? 1 : 0, (HEIGHT - 1) * (d.records / most));
        return `M${(i * step).toFixed(1)} ${HEIGHT}v${(-height).toFixed(1)}h${Math.max(1, step - 1).toFixed(1)}V${HEIGHT}`;
      })
      .join(''),
  );
  const line = $derived(
    drawn
      .map((d, i) => (d.rate === null ? null : [i, d.rate]))
      .filter((p): p is [number, number] => p !== null)
      .map(
        ([i, share]) =>
          `${(i * step + step / 2).toFixed(1)},${(HEIGHT - 2 - (HEIGHT - 4) * (share / top)).toFixed(1)}`,
      )
      .join(' '),
  );
  const rates = $derived(drawn.map((d) => d.rate).filter((r): r is number => r !== null));
  const words = $derived(
    rates.length ? `event rate ${rate(Math.min(...rates))} to ${rate(Math.max(...rates))} %` : 'distribution',
  );
</script>

{#if drawn.length}
  <svg width={WIDTH} height={HEIGHT} role="img" aria-label={words}>
    <title>{words}</title>
    <path d={bars} fill="var(--color-other)" opacity="0.7" />
    {#if drawn.at(-1)?.rest}
      <rect
        x={(drawn.length - 1) * step + 0.5}
        y="0.5"
        width={Math.max(1, step - 2)}
        height={HEIGHT - 1}
        fill="none"
        stroke="var(--color-other)"
        stroke-dasharray="2 2"
      />
    {/if}
    {#if top > 0 && rates.length}
      {#if base !== null}
        <line
          x1="0"
          x2={step * drawn.length}
          y1={HEIGHT - 2 - (HEIGHT - 4) * (base / top)}
          y2={HEIGHT - 2 - (HEIGHT - 4) * (base / top)}
          stroke="var(--color-event)"
          stroke-width="0.6"
          stroke-dasharray="2 2"
          opacity="0.6"
        />
      {/if}
      {#if rates.length === 1}<circle
          cx={line.split(',')[0]}
          cy={line.split(',')[1]}
          r="1.8"
          fill="var(--color-event)"
        />
      {:else}<polyline points={line} fill="none" stroke="var(--color-event)" stroke-width="1.4" />{/if}
    {/if}
  </svg>
{/if}
