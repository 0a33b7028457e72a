<script lang="ts">
  import type { Finding } from '../../api/schema';
  import { percent } from '../../lib/format';

  /** A gains curve the size of a word, with the cut on it. */
  let { found }: { found: Finding } = $props();

  const WIDE = 84;
  const HIGH = 36;
  const path = $derived(
    found.curve
      .map((capture, i) => {
        const across = (WIDE * i) / (found.curve.length - 1);
        return `${i === 0 ? 'M' : 'L'}${across.toFixed(1)} ${(HIGH * (1 - capture)).toFixed(1)}`;
      })
      .join(''),
  );
  const said = $derived(
    `At ${percent(found.depth)} % depth ${percent(found.capture)} % of the events are reached, on validation`,
  );
</script>

<svg width={WIDE} height={HIGH + 2} viewBox="0 -1 {WIDE} {HIGH + 2}" role="img" aria-label={said}>
  <title>{said}</title>
  <path d="M0 {HIGH}L{WIDE} 0" stroke="var(--color-ref)" stroke-dasharray="2 2" fill="none" />
  <path d={path} stroke="var(--color-spruce)" stroke-width="1.6" fill="none" />
  <path d="M{WIDE * found.depth} 0V{HIGH}" stroke="var(--color-cut)" stroke-width="1.4" />
</svg>
