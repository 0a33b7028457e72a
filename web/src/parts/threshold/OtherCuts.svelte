<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import type { BriefView as Brief, ThresholdView } from '../../api/schema';
  import type { Comparison } from '../../lib/compared';
  import { readAt, type AtCut } from '../../lib/curve';
  import { byRule, desk } from '../../lib/desk.svelte';
  import { count, gain, percent, score } from '../../lib/format';
  import { pins } from '../../lib/pins.svelte';

  /** Cuts by other reasons than money on validation: two plain aims, and what training alone would have chosen. */
  let { brief, all, at, view }: { brief: Brief; all: Comparison; at: AtCut; view: ThresholdView } = $props();

  /** a lift below which being right is no more than luck and a little */
  const HARDLY = 1.5;
  const row = $derived(desk.row!);
  const read = (records: number): AtCut => readAt(row, all, records, desk.reader(row));
  const few = $derived(read(view.fewAndRight));
  const nearly = $derived(read(view.nearlyAll));
  const best = $derived(read(row.best.records));
  const presets = $derived([
    {
      key: 'few',
      rule: 'FEW_AND_RIGHT' as const,
      name: 'Reach few and be right',
      at: few,
      says:
        few.precision === null
          ? 'No cut of this candidate is right often enough to name one.'
          : (few.lift! < HARDLY ? 'This candidate is hardly right anywhere: ' : '') +
            `${percent(few.precision)} % of the ${count(few.records)} acted on are ${brief.decision.words.events}; ` +
            `${percent(1 - few.capture)} % of all ${brief.decision.words.events} are missed.`,
    },
    {
      key: 'nearly',
      rule: 'NEARLY_ALL' as const,
      name: 'Drop the hopeless, reach nearly all',
      at: nearly,
      says:
        `${percent(view.nearlyAllShare)} % of the ${brief.decision.words.events} are reached by acting on ${percent(nearly.depth)} % ` +
        `of the ${brief.decision.words.records}; ${count(all.part.records - nearly.records)} can be dropped.`,
    },
  ]);
  const cross = $derived(view.crossValidated);
  const somebody = $derived(cross?.cut.folds.filter((f) => f.threshold !== null).length ?? 0);
  const said = $derived.by(() => {
    if (!cross) return '';
    const tried = cross.onValidation;
    const lost = best.gain - tried.gain;
    const spread =
      cross.lowest === null || cross.highest === null
        ? `${somebody} of ${cross.cut.folds.length} folds act on anybody`
        : `the folds’ thresholds run from ${score(cross.lowest)} to ${score(cross.highest)}`;
    if (tried.threshold === null) {
      return `Chosen on training alone, the cut would be at nobody (${spread}).`;
    }
    return (
      `Chosen on training alone, by ${cross.cut.folds.length} folds, the cut would be at a score of ${score(tried.threshold)} ` +
      `(${spread}). On validation that acts on ${count(tried.records)} ${brief.decision.words.records} and brings ` +
      `${gain(brief.decision.words.currency, tried.gain)}; the best cut of validation itself ${gain(brief.decision.words.currency, best.gain)}, which is ` +
      `${lost > 0 ? `${gain(brief.decision.words.currency, lost)} more` : 'no more'}, being chosen there.`
    );
  });
  const pinned = () => ({
    kind: 'SENTENCE' as const,
    chapter: 'threshold' as const,
    title: `The threshold by cross-validation, ${row.name}`,
    reading: said,
    drawing: null,
    cells: null,
  });
</script>

<section aria-label="Other reasons for a cut">
  <h2 class="mb-1">Two plain aims</h2>
  {#each presets as preset (preset.key)}
    <Button
      class="preset sheet"
      data-preset={preset.key}
      aria-pressed={preset.at.records === at.records}
      onclick={() => desk.moveTo(preset.at.records, byRule(preset.rule))}
    >
      <b>{preset.name}</b>
      <span class="ml-auto whitespace-nowrap"
        >{percent(preset.at.depth)} % · {gain(brief.decision.words.currency, preset.at.gain)}</span
      >
      <span class="says">{preset.says}</span>
    </Button>
  {/each}

  <div {@attach pins.pinnable(pinned)}>
    <div class="mt-4 mb-1 flex items-baseline gap-2">
      <h2>The threshold by cross-validation</h2>
      <span class="quiet">training, held out</span>
      {#if cross}
        <Button
          class="chip ml-auto"
          onclick={() => desk.moveTo(cross.onValidation.records, byRule('CROSS_VALIDATED'))}
          >move the cut there</Button
        >
        <Button class="chip" title="Pin to the report ( . )" onclick={() => pins.offer(pinned())}>pin</Button>
      {/if}
    </div>
    {#if cross}
      <Table class="plain">
        <thead>
          <tr>
            <th>Fold</th><th class="n">best threshold on the others</th><th class="n">depth % here</th><th
              class="n">{brief.decision.words.currency} a record, held out</th
            ><th class="n">its own best</th>
          </tr>
        </thead>
        <tbody>
          {#each cross.cut.folds as fold, i (i)}
            <tr>
              <td>{i + 1}</td>
              <td class="n">{fold.threshold === null ? 'nobody' : score(fold.threshold)}</td>
              <td class="n">{percent(fold.depth)}</td>
              <td class="n">{fold.gainPerRecord.toFixed(3).replace('-', '−')}</td>
              <td class="n quiet">{fold.bestPerRecord.toFixed(3).replace('-', '−')}</td>
            </tr>
          {/each}
          <tr class="mean">
            <td>middle</td>
            <td class="n" data-figure="crossThreshold"
              >{cross.cut.threshold === null ? 'nobody' : score(cross.cut.threshold)}</td
            >
            <td></td>
            <td class="n">{cross.cut.gainPerRecord.toFixed(3).replace('-', '−')}</td>
            <td></td>
          </tr>
          <tr class="mean">
            <td>validation</td>
            <td class="n">{score(best.score)}</td>
            <td class="n">{percent(best.depth)}</td>
            <td></td>
            <td class="n quiet">{(best.gain / all.part.records).toFixed(3).replace('-', '−')}</td>
          </tr>
        </tbody>
      </Table>
      <p class="reading" data-cross>{said}</p>
    {:else}
      <p class="quiet">
        {row.name} has no scores of training by models that did not see it, so training cannot choose a threshold
        fairly.
      </p>
    {/if}
  </div>
</section>

<style>
  .says {
    flex-basis: 100%;
    font: italic 12.5px/1.4 var(--font-serif);
  }
  div :global(table.plain td) {
    padding: 2px 8px;
  }
  div :global(table.plain th) {
    white-space: normal;
    vertical-align: bottom;
  }
  tr.mean td {
    font-weight: 600;
  }
</style>
