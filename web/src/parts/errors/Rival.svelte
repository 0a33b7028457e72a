<script lang="ts">
  import type { AgainstView, BriefView as Brief } from '../../api/schema';
  import type { Comparison, Row } from '../../lib/compared';
  import { get } from '../../lib/api';
  import { count, fixed } from '../../lib/format';
  import Choice from '../Choice.svelte';
  import Traits from './Traits.svelte';

  /** Who is acted on by one of two candidates alone, at the cut. */
  interface Props {
    brief: Brief;
    all: Comparison;
    row: Row;
    cut: number;
  }
  let { brief, all, row, cut }: Props = $props();

  const others = $derived(all.candidates.filter((c) => c.id !== row.id));
  let picked = $state<number | null>(null);
  const other = $derived(others.find((c) => c.id === picked) ?? others[0] ?? null);
  let found = $state.raw<AgainstView | null>(null);
  let refusal = $state<string | null>(null);
  const SHORTLY = 300;
  const wanted = $derived(
    other && `/errors/${brief.id}/against?candidate=${row.id}&other=${other.id}&records=${cut}`,
  );

  $effect(() => {
    const address = wanted;
    found = null;
    if (address === null) return;
    const soon = setTimeout(
      () =>
        get<AgainstView>(address).then(
          (answer) => {
            if (address === wanted) [found, refusal] = [answer, null];
          },
          (e: Error) => {
            if (address === wanted) refusal = e.message;
          },
        ),
      SHORTLY,
    );
    return () => clearTimeout(soon);
  });
  const words = $derived(brief.decision.words);
  const points = (share: number) => fixed(100 * share, 1);
</script>

{#if other}
  <h2>
    {row.name} against <Choice
      class="field"
      value={String(other.id)}
      aria-label="Against which candidate"
      onpick={(to) => (picked = Number(to))}
      >{#each others as c (c.id)}<option value={String(c.id)}>{c.name}</option>{/each}</Choice
    >
  </h2>
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  {#if found}
    {@const f = found.figures}
    <p class="reading">
      {row.name} alone acts on {count(f.first.records)}
      {words.records}, {count(f.first.events)} of them {words.events}; {other.name} alone on {count(
        f.second.records,
      )}, with {count(f.second.events)}.
      {f.first.events + f.second.events === 0
        ? 'Neither catches an event that the other does not.'
        : `It catches ${points(Math.abs(f.capture))} points ${f.capture < 0 ? 'less' : 'more'} of all ${words.events} (95 % interval ${points(f.low)} to ${points(f.high)}), ${f.p < 0.05 ? 'more' : 'no more'} than chance (p ${f.p.toPrecision(2)}).`}
    </p>
    {#if found.onlyFirst.length > 0}
      <p class="quiet">Among those that {row.name} alone acts on, against those of {other.name}:</p>
      <Traits data={`/briefs/${brief.id}/data`} traits={found.onlyFirst} most={5} />
    {/if}
  {:else if !refusal}<p class="quiet">Setting them against one another …</p>{/if}
{/if}
