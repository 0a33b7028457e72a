<script lang="ts">
  import Table from 'flowbite-svelte/Table.svelte';
  import Choice from '../../Choice.svelte';
  import type { Coefficient } from '../../../api/schema';
  import { count, fixed, NONE, significant } from '../../../lib/format';
  import FirstOrAll from '../FirstOrAll.svelte';
  import type { PartProps } from './parts';

  /** What a logistic regression learnt: odds ratios with intervals on a log axis. */
  let { part, around }: PartProps<'oddsRatios'> = $props();

  let perSd = $state(true);

  interface Ratio {
    line: Coefficient;
    ratio: number | null;
    low: number | null;
    high: number | null;
  }
  const ratios = $derived(
    part.coefficients
      .slice(1)
      .filter((line) => !part.bent.includes(line.input))
      .map((line): Ratio =>
        perSd
          ? { line, ratio: line.oddsRatioPerSd, low: line.oddsRatioPerSdLow, high: line.oddsRatioPerSdHigh }
          : { line, ratio: line.oddsRatio, low: line.oddsRatioLow, high: line.oddsRatioHigh },
      )
      .sort((a, b) => Math.abs(Math.log(b.ratio ?? 1)) - Math.abs(Math.log(a.ratio ?? 1))),
  );
  /** The axis ends at a twelvefold ratio; longer intervals run off it with an arrow. */
  const WIDEST = Math.log(12);
  const reach = $derived(
    Math.min(
      WIDEST,
      1.05 *
        Math.max(
          Math.log(1.5),
          ...ratios
            .flatMap((r) => [r.low ?? r.ratio, r.high ?? r.ratio])
            .map((v) => (v ? Math.abs(Math.log(v)) : 0)),
        ),
    ),
  );
  const x = (ratio: number) => Math.min(298, Math.max(2, 150 + (140 * Math.log(ratio)) / reach));
  const ticks = $derived([0.1, 0.25, 0.5, 1, 2, 4, 10].filter((t) => Math.abs(Math.log(t)) <= reach));
  /** The ticks' lines behind every row: drawn once a row by the browser, not as elements of their own. */
  const rules = $derived(
    ticks
      .map((t) => {
        const colour = t === 1 ? 'var(--color-ink-2)' : 'var(--color-rule)';
        return `linear-gradient(${colour}, ${colour}) ${x(t) - 0.5}px 0 / 1px 100% no-repeat`;
      })
      .join(', '),
  );

  /** So many are drawn at first, the furthest from 1: a list of a thousand is slow to scroll. */
  const MANY = 60;
  let all = $state(false);
  const shown = $derived(all ? ratios : ratios.slice(0, MANY));

  function pWords(p: number | null): string {
    if (p === null) return NONE;
    return p < 0.0001 ? '< 0.0001' : p.toFixed(4);
  }
</script>

<section aria-label="What {around.candidate.name} learnt">
  <div class="mb-1 flex flex-wrap items-center gap-3">
    <h2>Odds ratios</h2>
    <span class="quiet">
      training, {count(part.likelihood.records)} records · log-likelihood {fixed(
        part.likelihood.logLikelihood,
        1,
      )}
      {#if part.likelihood.aic !== null}· AIC {fixed(part.likelihood.aic, 1)} · BIC {fixed(
          part.likelihood.bic,
          1,
        )}{/if} · McFadden R² {fixed(part.likelihood.mcfadden, 3)} ·
      {part.likelihood.iterations} Newton steps
    </span>
    <label class="ml-auto quiet">
      per
      <Choice class="field ml-1" bind:value={perSd}>
        <option value={true}>standard deviation</option>
        <option value={false}>unit</option>
      </Choice>
    </label>
  </div>
  {#if !part.likelihood.converged}<p class="alarm">▲ It did not converge; take its figures with care.</p>{/if}
  {#if part.separated.length > 0}
    <p class="alarm mb-1">
      ▲ Separation: {part.separated.join(', ')} tells some records' outcome without fail, so that no finite coefficient
      fits best and none of the standard errors holds. Fit it with a penalty, or leave the input out.
    </p>
  {/if}
  {#if part.separated.length === 0 && part.coefficients.every((c) => c.standardError === null)}
    <p class="quiet mb-1">No standard errors: a penalty or weights leave none that would hold.</p>
  {/if}
  {#if part.dropped.length > 0}
    <p class="quiet mb-1">
      Left out because they are constant or follow from earlier inputs: {part.dropped.join(', ')}.
    </p>
  {/if}
  <Table class="plain">
    <thead>
      <tr
        ><th>Input</th><th>Odds ratio, 95 % interval, log scale</th><th class="n">Odds ratio</th><th class="n"
          >Coefficient</th
        ><th class="n">Std. error</th><th class="n">z</th><th class="n">p</th></tr
      >
    </thead>
    <tbody>
      {#each shown as { line, ratio, low, high } (line.input)}
        <tr class:quiet={line.dropped}>
          <td class="max-w-[210px] truncate" title={line.input}>{line.input}</td>
          <td>
            <svg
              width="300"
              height="16"
              viewBox="0 0 300 16"
              role="img"
              aria-label="{line.input}: odds ratio {significant(ratio)}"
              style:background={rules}
            >
              {#if low !== null && high !== null}<line
                  x1={x(low)}
                  x2={x(high)}
                  y1="8"
                  y2="8"
                  stroke="var(--color-spruce)"
                  stroke-width="1.5"
                />{/if}
              {#if low !== null && x(low) === 2}<path
                  d="M6 4L1 8l5 4"
                  fill="none"
                  stroke="var(--color-spruce)"
                />{/if}
              {#if high !== null && x(high) === 298}<path
                  d="M294 4l5 4l-5 4"
                  fill="none"
                  stroke="var(--color-spruce)"
                />{/if}
              {#if ratio !== null}<circle cx={x(ratio)} cy="8" r="3" fill="var(--color-spruce)" />{/if}
            </svg>
          </td>
          <td class="n">
            {significant(ratio)}{#if low !== null}<small class="sub"
                >{significant(low)}–{significant(high)}</small
              >{/if}
          </td>
          <td class="n">{line.dropped ? 'left out' : significant(line.coefficient)}</td>
          <td class="n">{significant(line.standardError)}</td>
          <td class="n">{fixed(line.z, 2)}</td>
          <td class="n">{pWords(line.pValue)}</td>
        </tr>
      {/each}
    </tbody>
    <tfoot>
      <tr>
        <td class="quiet">odds ratio</td>
        <td>
          <svg width="300" height="14" viewBox="0 0 300 14" aria-hidden="true">
            {#each ticks as tick (tick)}<text
                x={x(tick)}
                y="11"
                text-anchor="middle"
                font-size="10.5"
                fill="var(--color-ink-2)">{tick}</text
              >{/each}
          </svg>
        </td>
        <td colspan="5"></td>
      </tr>
    </tfoot>
  </Table>
  <FirstOrAll bind:all of={ratios.length} most={MANY} />
</section>
