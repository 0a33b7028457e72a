<script lang="ts">
  import type { BriefView as Brief, CandidateView as Candidate, ModelSummary } from '../../api/schema';
  import { get } from '../../lib/api';
  import { drawnBy } from './summary/parts';

  interface Props {
    brief: Brief;
    candidate: Candidate;
    others: Candidate[];
    /** fits the same tree cut to a size; null for those who may not */
    cutTo: ((leaves: number) => void) | null;
  }
  let { brief, candidate, others, cutTo }: Props = $props();

  let summary = $state.raw<ModelSummary | null>(null);
  let refusal = $state<string | null>(null);

  $effect(() => {
    get<ModelSummary>(`/candidates/${candidate.id}/summary`).then(
      (found) => (summary = found),
      (e: Error) => (refusal = e.message),
    );
  });
</script>

{#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
{#if summary}
  {#each summary.parts as part, i (i)}
    {@const Drawn = drawnBy(part)}
    <Drawn {part} around={{ brief, candidate, others, cutTo }} />
  {:else}
    <p class="reading">{candidate.name} learnt nothing from columns: it is a {candidate.kindWords}.</p>
  {/each}
{:else if !refusal}<p class="quiet">Reading what it learnt …</p>{/if}
