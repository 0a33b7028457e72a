<script lang="ts">
  /** A candidate's ranked population: thin columns as high as the event rate of their sliver, and the cut. */
  let {
    slivers,
    highest,
    depth,
    colour,
    id,
  }: { slivers: number[]; highest: number; depth: number; colour: string; id: number } = $props();

  const shape = $derived(
    slivers
      .map((rate, i) => {
        const width = 236 / slivers.length;
        const height = Math.max(0.6, Math.min(27, (27 * rate) / highest));
        return `M${(i * width).toFixed(2)} 28v${(-height).toFixed(2)}h${(width * 0.72).toFixed(2)}v${height.toFixed(2)}z`;
      })
      .join(''),
  );
</script>

<svg class="ribbon" height="30" preserveAspectRatio="none" viewBox="0 0 236 30" aria-hidden="true">
  <clipPath id="ribbon-{id}"><rect x="0" y="0" width={depth * 236} height="30" /></clipPath>
  <path d={shape} fill={colour} opacity="0.38" />
  <path d={shape} fill={colour} clip-path="url(#ribbon-{id})" />
  <line
    x1={depth * 236}
    x2={depth * 236}
    y1="0"
    y2="30"
    stroke="var(--color-cut)"
    stroke-width="1.5"
    vector-effect="non-scaling-stroke"
  />
</svg>

<style>
  .ribbon {
    width: clamp(110px, 11vw, 420px);
    display: block;
  }
</style>
