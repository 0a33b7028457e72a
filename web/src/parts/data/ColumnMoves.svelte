<script lang="ts">
  import type { BriefView as Brief, ColumnMoves, ColumnType } from '../../api/schema';
  import { get } from '../../lib/api';
  import { mostMoved } from '../../lib/drift';
  import { significant } from '../../lib/format';
  import PeriodLines from './PeriodLines.svelte';
  import TwinBars from './TwinBars.svelte';

  interface Props {
    brief: Brief;
    name: string;
    type: ColumnType;
    outcome: boolean;
  }
  /** How a column moved from training to validation, and over time. */
  let { brief, name, type, outcome }: Props = $props();

  let moves = $state.raw<ColumnMoves | null>(null);
  let failure = $state<string | null>(null);

  $effect(() => {
    const asked = name;
    void brief.split;
    moves = null;
    void get<ColumnMoves>(`/drift/${brief.id}/column?name=${encodeURIComponent(asked)}`).then(
      (found) => {
        if (asked === name) [moves, failure] = [found, null];
      },
      (e: Error) => {
        if (asked === name) failure = e.message;
      },
    );
  });

  const stability = $derived(moves?.mover?.stability ?? null);
  const most = $derived(stability ? mostMoved(stability) : null);
  const sure = (p: number) => (p < 0.001 ? 'p below 0.001' : `p ${p.toFixed(3)}`);
</script>

{#if failure}
  <p class="refusal" role="alert">{failure}</p>
{:else if moves === null}
  <p class="quiet mt-3">Held against validation …</p>
{:else if moves.mover || moves.periods}
  <h2 class="mt-4 mb-1">Moves</h2>
  {#if moves.mover && stability}
    <TwinBars {stability} label="{name} on training and on validation" before="on training" />
    <p class="text-[12.5px]" class:alarm={moves.mover.moved}>
      {moves.mover.moved ? '▲ Moved' : 'Not moved'} from training (grey) to validation (blue): stability
      {significant(stability.psi)}, {sure(moves.mover.p)} adjusted for all inputs{#if moves.mover.moved && most};
        most in “{most.band}”, from {most.from} to {most.to} %{/if}.
    </p>
  {/if}
  {#if moves.periods}
    <p class="quiet mt-2 text-[11.5px]">
      {outcome ? `Share of ${brief.decision.words.events}, with 95 % intervals,` : 'Training and validation'} by
      {moves.periods.step.toLowerCase()} of {moves.periods.by}; the reserve is not read.
    </p>
    <PeriodLines periods={moves.periods} {type} records={brief.decision.words.records} />
  {/if}
{/if}
