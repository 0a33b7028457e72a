<script lang="ts">
  import Table from 'flowbite-svelte/Table.svelte';
  import type { Figure, FiguresView as Figures } from '../../api/schema';
  import { get } from '../../lib/api';
  import { fixed, NONE, percent } from '../../lib/format';
  import { entry, word } from '../../lib/glossary';

  /** Every figure on training, out of fold and on validation. */
  let { candidateId }: { candidateId: number } = $props();

  let view = $state.raw<Figures | null>(null);
  let refusal = $state<string | null>(null);

  $effect(() => {
    get<Figures>(`/comparisons/figures/${candidateId}`).then(
      (found) => (view = found),
      (e: Error) => (refusal = e.message),
    );
  });

  const share = (figure: Figure) => entry(figure.term).shown === 'percent';
  const DIGITS: Record<string, number> = {
    lift: 2,
    logLoss: 4,
    brier: 4,
    ece: 4,
    calibrationIntercept: 2,
    calibrationSlope: 2,
  };
  function shown(figure: Figure, value: number | null): string {
    if (value === null) return NONE;
    if (share(figure)) return percent(value);
    return fixed(value, DIGITS[figure.term] ?? 3);
  }
</script>

<section aria-label="Training against validation">
  <h2>Training against validation</h2>
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  {#if view}
    {#each view.alarms as alarm (alarm.name)}
      <p class="alarm mb-1"><b class="font-semibold">▲ {alarm.name}.</b> {alarm.meaning}</p>
    {/each}
    <Table class="plain mt-1" aria-label="Figures">
      <thead
        ><tr
          ><th><span class="sr-only">Measure</span></th><th class="n">Training</th><th class="n"
            >Out of fold</th
          ><th class="n">Validation</th></tr
        ></thead
      >
      <tbody>
        {#each view.figures as f (f.term)}
          <tr>
            <td>{word(f.term)}{share(f) ? ', %' : ''}</td>
            <td class="n quiet">{shown(f, f.training)}</td>
            <td class="n quiet">{shown(f, f.outOfFold)}</td>
            <td class="n font-semibold"
              >{shown(f, f.validation)}{#if f.low !== null}<small class="sub"
                  >{shown(f, f.low)}–{shown(f, f.high)}</small
                >{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </Table>
    <p class="quiet mt-1">
      Capture, lift and precision at {view.cutSet ? 'the cut,' : 'a depth of'}
      {percent(view.depth)} %. Out of fold: training records scored by models that did not see them; AUC and Gini
      are the mean within the folds. Intervals are 95 %.
    </p>
  {:else if !refusal}<p class="quiet">Counting …</p>{/if}
</section>
