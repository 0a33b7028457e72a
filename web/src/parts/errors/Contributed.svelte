<script lang="ts">
  import { significant } from '../../lib/format';

  /** What columns add to a score, as bars left and right of the average. */
  interface Props {
    bars: { column: string; adds: number; value?: string | null }[];
    most?: number;
  }
  let { bars, most = 6 }: Props = $props();

  const shown = $derived(bars.slice(0, most));
  const widest = $derived(Math.max(1e-12, ...shown.map((b) => Math.abs(b.adds))));
  const written = (v: number) => (v < 0 ? '−' : '+') + significant(Math.abs(v));
</script>

<ul class="told" style:--columns="minmax(0, 1fr) 150px 70px">
  {#each shown as bar (bar.column)}
    <li>
      <span class="truncate" title={bar.column}
        >{bar.column}{#if bar.value !== undefined}<span class="quiet ml-1">
            {bar.value ?? 'missing'}</span
          >{/if}</span
      >
      <svg width="150" height="16" aria-hidden="true">
        <line x1="75" x2="75" y1="0" y2="16" stroke="var(--color-rule)" stroke-width="1.5" />
        <rect
          x={bar.adds < 0 ? 75 - (73 * -bar.adds) / widest : 75}
          y="3"
          width={(73 * Math.abs(bar.adds)) / widest}
          height="10"
          fill={bar.adds < 0 ? 'var(--color-spruce)' : 'var(--color-event)'}
        />
      </svg>
      <b>{written(bar.adds)}</b>
    </li>
  {/each}
</ul>
