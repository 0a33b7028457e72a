<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import type { SegmentFigures as Segment } from '../../api/schema';
  import { count, percent } from '../../lib/format';

  interface Props {
    segments: Segment[];
    day: string;
  }
  /** Capture at the signed cut, level by level of each segment, beside what was signed of that level. */
  let { segments, day }: Props = $props();

  let whole = $state(false);
  const SHOWN = 8;
  const fallen = (s: Segment) => s.differences !== null && !s.differences.capture.holds;
  const shown = $derived(whole ? segments : segments.slice(0, SHOWN));
  const many = $derived(segments.filter(fallen).length);
</script>

<section class="sheet px-3 py-2" aria-label="By segment">
  <h2>
    By segment <span class="quiet font-normal"
      >{day} · capture at the signed cut beside the level’s own signed one</span
    >
  </h2>
  <p class="quiet my-0!">
    {many === 0
      ? 'None has fallen beyond the uncertainty of both, all looked at together.'
      : `${count(many)} of ${count(segments.length)} fallen beyond the uncertainty of both, all looked at together.`}
  </p>
  <Table class="plain mt-1">
    <thead
      ><tr
        ><th>Segment</th><th>Level</th><th class="n">Records</th><th class="n">Outcomes, %</th><th class="n"
          >Capture, %</th
        ><th class="n">Less the signed, points (95 %)</th></tr
      ></thead
    >
    <tbody>
      {#each shown as s (s.column + '\n' + s.level)}
        {@const d = s.differences?.capture}
        <tr>
          <td>{s.column}</td>
          <td class="max-w-[160px] truncate" title={s.level}>{s.level}</td>
          <td class="n">{count(s.records)}</td>
          <td class="n">{percent(s.known / s.records)}</td>
          <td class="n">{percent(s.figures?.capture.value ?? null)}</td>
          <td class="n" class:alarm={fallen(s)}
            >{fallen(s) ? '▲ ' : ''}{percent(d?.value ?? null)}{#if d?.low != null && d.high != null}<small
                class="sub">{percent(d.low)} to {percent(d.high)}</small
              >{/if}</td
          >
        </tr>
      {/each}
    </tbody>
  </Table>
  {#if segments.length > SHOWN && !whole}
    <Button class="chip mt-1" onclick={() => (whole = true)}>all {count(segments.length)} levels</Button>
  {/if}
</section>
