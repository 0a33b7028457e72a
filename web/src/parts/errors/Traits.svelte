<script lang="ts">
  import type { TraitView } from '../../api/schema';
  import { counted } from '../../lib/format';

  /** Each leads to its column on Data. Groups that are more or less frequent among some records, as ratios of shares with their intervals, on a log scale. */
  let { traits, data, most = 7 }: { traits: TraitView[]; data: string; most?: number } = $props();

  const WIDE = 190;
  const shown = $derived(traits.slice(0, most));
  const reach = $derived(
    Math.min(
      4,
      Math.max(0.7, ...shown.map((t) => Math.max(Math.abs(Math.log(t.low)), Math.abs(Math.log(t.high))))),
    ),
  );
  const at = (ratio: number) =>
    WIDE / 2 + (WIDE / 2) * Math.max(-1, Math.min(1, Math.log(Math.max(ratio, 1e-9)) / reach));
  const times = (ratio: number | null) => (ratio === null ? 'only here' : `${ratio.toPrecision(2)}×`);
</script>

<ul class="told" style:--columns="minmax(0, 1fr) 190px 58px 78px">
  {#each shown as t (t.words)}
    <li
      title="{(100 * t.share).toFixed(1)} % of them, {(100 * t.otherShare).toFixed(
        1,
      )} % of the others; {counted(t.records, 'record')}"
    >
      <a
        class="truncate hover:underline"
        href={`${data}?column=${encodeURIComponent(t.condition.column)}`}
        title="{t.words}: {t.condition.column} on Data, to fold its levels or give it another role"
        >{t.words}</a
      >
      <svg width={WIDE} height="16" aria-hidden="true">
        <line x1={WIDE / 2} x2={WIDE / 2} y1="0" y2="16" stroke="var(--color-rule)" stroke-width="1.5" />
        <line x1={at(t.low)} x2={at(t.high)} y1="8" y2="8" stroke="var(--color-event)" stroke-width="1.5" />
        <circle cx={at(t.ratio ?? t.high)} cy="8" r="3.5" fill="var(--color-event)" />
      </svg>
      <b>{times(t.ratio)}</b>
      <span class="quiet">{t.low.toPrecision(2)}–{t.high.toPrecision(2)}</span>
    </li>
  {/each}
</ul>
