<script lang="ts">
  import type { Stability } from '../../api/schema';
  import { nth } from '../../lib/nth';

  /** Two distributions over the same bands: grey before, blue now. */
  let { stability: s, label, before }: { stability: Stability; label: string; before: string } = $props();

  const BAR = 13;
  const HEIGHT = 44;
  const tall = (share: number) => (share / Math.max(...s.expectedShares, ...s.actualShares)) * (HEIGHT - 4);
</script>

<svg
  viewBox="0 0 {16 * s.bands.length} {HEIGHT}"
  class="block h-[46px] max-w-full"
  role="img"
  aria-label={label}
>
  {#each s.bands as band, k (k)}
    <rect
      x={16 * k}
      y={HEIGHT - tall(nth(s.expectedShares, k))}
      width={BAR}
      height={tall(nth(s.expectedShares, k))}
      fill="var(--color-other)"
    />
    <rect
      x={16 * k}
      y={HEIGHT - tall(nth(s.actualShares, k))}
      width={BAR}
      height={tall(nth(s.actualShares, k))}
      fill="none"
      stroke="var(--color-now)"
      stroke-width="1.4"
      ><title
        >{band}: {(100 * nth(s.actualShares, k)).toFixed(1)} %, {before}
        {(100 * nth(s.expectedShares, k)).toFixed(1)} %</title
      ></rect
    >
  {/each}
</svg>
