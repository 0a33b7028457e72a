<script lang="ts">
  import type { Brief, Candidate, Learnt } from '../../api/types';
  import { get } from '../../lib/api';
  import { fixed, percent, significant } from '../../lib/format';
  import Bars from './Bars.svelte';
  import Bends from './Bends.svelte';
  import LineChart from './LineChart.svelte';
  import NetworkDrawing from './NetworkDrawing.svelte';
  import OddsRatios from './OddsRatios.svelte';
  import PruningCurve from './PruningCurve.svelte';
  import TreeWalk from './TreeWalk.svelte';
  import WeightsBeside from './WeightsBeside.svelte';

  interface Props {
    brief: Brief;
    candidate: Candidate;
    others: Candidate[];
    /** fits the same tree cut to a size; null for those who may not */
    cutTo: ((leaves: number) => void) | null;
  }
  let { brief, candidate, others, cutTo }: Props = $props();

  let learnt = $state.raw<Learnt | null>(null);
  let refusal = $state<string | null>(null);

  $effect(() => {
    get<Learnt>(`/candidates/${candidate.id}/learnt`).then(
      (found) => (learnt = found),
      (e: Error) => (refusal = e.message),
    );
  });
  const nothing = $derived(learnt !== null && Object.values(learnt).every((part) => part === null));
</script>

{#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
{#if learnt}
  {#if learnt.limit}<p class="reading alarm" role="note">▲ {learnt.limit}</p>{/if}
  {#if learnt.penalty}
    {@const p = learnt.penalty}
    <section class="mb-3" aria-label="The penalty">
      <h2>The penalty</h2>
      <p class="reading">{p.words}</p>
      {#if p.at.length > 1}
        <LineChart
          label="{p.unit} out of fold along the penalty"
          xName="penalty"
          yName="{p.unit}, out of fold on training"
          log
          height={150}
          lines={[{ name: p.unit, x: p.at, y: p.loss, colour: 'var(--color-spruce)' }]}
          marks={[{ x: p.chosen, words: `taken: ${significant(p.chosen)}`, colour: 'var(--color-spruce)' }]}
        />
      {/if}
    </section>
  {/if}
  {#if learnt.bends}
    <Bends bends={learnt.bends} unit={candidate.kind === 'logistic' ? 'log-odds' : 'margin'} />
  {/if}
  {#if learnt.linear}
    <OddsRatios
      name={candidate.name}
      linear={learnt.linear}
      drawn={learnt.bends?.flatMap((b) => b.inputs) ?? []}
    />
  {:else if learnt.weights}
    <h2 class="mb-1">Weights per standard deviation of each input</h2>
    <Bars
      bars={learnt.weights.filter((w) => !learnt!.bends?.some((b) => b.inputs.includes(w.name)))}
      head="Input"
      unit="Weight"
    />
  {/if}
  {#if learnt.path}
    <section class="mt-4" aria-label="The stepwise path">
      <h2>The stepwise path</h2>
      <LineChart
        label="criterion along the path"
        xName="step"
        yName={candidate.settings.criterion === 'BIC' ? 'BIC' : 'AIC'}
        lines={[
          {
            name: candidate.settings.criterion === 'BIC' ? 'BIC' : 'AIC',
            x: learnt.path.map((_, i) => i),
            y: learnt.path.map((s) => s.criterion),
            colour: 'var(--color-spruce)',
          },
        ]}
      />
      <table class="plain" aria-label="Steps">
        <thead
          ><tr
            ><th class="n">Step</th><th>Column</th><th class="n"
              >{candidate.settings.criterion === 'BIC' ? 'BIC' : 'AIC'}</th
            ><th class="n">Columns in</th></tr
          ></thead
        >
        <tbody>
          {#each learnt.path as step, i (i)}
            <tr
              ><td class="n">{i}</td><td
                >{step.column === null ? 'start' : `${step.added ? '+' : '−'} ${step.column}`}</td
              ><td class="n">{fixed(step.criterion, 1)}</td><td class="n">{step.columns}</td></tr
            >
          {/each}
        </tbody>
      </table>
    </section>
  {/if}
  {#if learnt.weights}<WeightsBeside {candidate} {others} />{/if}
  {#if learnt.tree}
    <TreeWalk {brief} candidateId={candidate.id} tree={learnt.tree} />
    {#if learnt.tree.sizes.length > 0}<PruningCurve tree={learnt.tree} take={cutTo} />{/if}
  {/if}
  {#if learnt.curve}
    {@const c = learnt.curve}
    <section aria-label="Along {c.x}">
      <h2>
        {candidate.kind === 'forest' ? 'Out-of-bag error along the trees' : 'Log loss along the rounds'}
      </h2>
      <LineChart
        label="{c.y} along {c.x}"
        xName={c.x}
        yName={c.y}
        lines={[
          ...(c.heldBack
            ? [
                {
                  name: candidate.kind === 'forest' ? 'out of bag' : 'held back',
                  x: c.at,
                  y: c.heldBack,
                  colour: 'var(--color-spruce)',
                },
              ]
            : []),
          ...(c.training
            ? [{ name: 'training', x: c.at, y: c.training, dashed: true, colour: 'var(--color-ink-2)' }]
            : []),
        ]}
      />
      {#if c.words}<p class="reading">{c.words}</p>{/if}
    </section>
  {/if}
  {#if learnt.importance}
    <section aria-label="Importance">
      <h2 class="mb-1">Importance: each column's share of what all splits gained, on training</h2>
      <Bars bars={learnt.importance} head="Column" unit="Share" share />
      <p class="quiet mt-1">
        A share of training gain: columns with many values can look better here than they are. It says nothing
        of direction.
      </p>
    </section>
  {/if}
  {#if learnt.network}<NetworkDrawing network={learnt.network} />{/if}
  {#if learnt.members}
    <h2 class="mb-1">Weights of the members</h2>
    <Bars bars={learnt.members} head="Candidate" unit="Weight" />
  {/if}
  {#if learnt.bayes}
    <section aria-label="What each column says">
      <h2 class="mb-1">What each column says, by outcome</h2>
      <table class="plain">
        <thead><tr><th>Column</th><th>Others</th><th>{brief.eventsNoun}</th></tr></thead>
        <tbody>
          {#each learnt.bayes as part (part.column)}
            <tr>
              <td>{part.column}</td>
              {#each [0, 1] as side (side)}
                <td>
                  {#if part.mean && part.deviation}
                    mean {significant(part.mean[side])}, deviation {significant(part.deviation[side])}
                  {:else if part.share && part.levels}
                    {part.levels
                      .slice(0, 4)
                      .map((level, i) => `${level} ${percent(part.share![side][i])} %`)
                      .join(', ')}{part.levels.length > 4 ? ' …' : ''}
                  {/if}
                </td>
              {/each}
            </tr>
          {/each}
        </tbody>
      </table>
    </section>
  {/if}
  {#if learnt.remembered}<p class="reading">{learnt.remembered}.</p>{/if}
  {#if learnt.calibration}
    {@const map = learnt.calibration}
    <section class="mt-4" aria-label="Calibration">
      <h2>Calibration, learnt on out-of-fold scores: {map.words}</h2>
      {#if map.from && map.value}
        <LineChart
          label="probability by score"
          xName="score"
          yName="probability"
          lines={[
            {
              name: 'isotonic steps',
              x: map.from.flatMap((x, i) => (i ? [x - 1e-9, x] : [x])),
              y: map.value.flatMap((v, i) => (i ? [map.value![i - 1], v] : [v])),
              colour: 'var(--color-spruce)',
            },
          ]}
        />
      {/if}
    </section>
  {/if}
  {#if nothing}<p class="reading">
      {candidate.name} learnt nothing from columns: it is a {candidate.kindWords}.
    </p>{/if}
{:else if !refusal}<p class="quiet">Reading what it learnt …</p>{/if}
