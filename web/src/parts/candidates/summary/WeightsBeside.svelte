<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import type { CandidateView as Candidate, ModelSummary } from '../../../api/schema';
  import { get } from '../../../lib/api';
  import { significant } from '../../../lib/format';
  import FirstOrAll from '../FirstOrAll.svelte';

  /** Weights per standard deviation of several linear candidates, side by side. */
  let { candidate, others }: { candidate: Candidate; others: Candidate[] } = $props();

  const LINEAR = ['logistic', 'leastSquares', 'margin'];
  const choice = $derived(
    others.filter((c) => LINEAR.includes(c.kind) && c.status === 'done' && c.id !== candidate.id),
  );
  let beside = $state<number[]>([]);
  let known = $state.raw<Record<number, Map<string, number>>>({});

  async function learn(id: number) {
    if (known[id]) return;
    const { parts } = await get<ModelSummary>(`/candidates/${id}/summary`);
    const weights = parts.flatMap((p) => (p.part === 'weights' ? p.weights : []));
    known = { ...known, [id]: new Map(weights.map((w) => [w.name, w.value])) };
  }
  function flip(id: number) {
    beside = beside.includes(id) ? beside.filter((b) => b !== id) : [...beside, id].slice(-4);
  }
  $effect(() => {
    for (const id of [candidate.id, ...beside]) void learn(id);
  });

  const columns = $derived([candidate, ...beside.map((id) => choice.find((c) => c.id === id)!)]);
  const names = $derived(
    [...new Set(columns.flatMap((c) => [...(known[c.id]?.keys() ?? [])]))]
      .map((name) => ({
        name,
        size: Math.max(...columns.map((c) => Math.abs(known[c.id]?.get(name) ?? 0) / largest(c.id))),
      }))
      .sort((a, b) => b.size - a.size)
      .map((n) => n.name),
  );
  const sizes = $derived(
    new Map(columns.map((c) => [c.id, Math.max(1e-12, ...[...(known[c.id]?.values() ?? [])].map(Math.abs))])),
  );
  const largest = (id: number) => sizes.get(id) ?? 1e-12;

  /** So many are drawn at first, the largest. */
  const MANY = 60;
  let all = $state(false);
  const shown = $derived(all ? names : names.slice(0, MANY));
</script>

{#if choice.length > 0}
  <section class="mt-4" aria-label="Weights beside other candidates">
    <h2>Weights beside other candidates</h2>
    <p class="quiet mb-1">
      Per standard deviation of each input; bars are against each candidate's own largest.
      {#each choice.slice(0, 12) as c (c.id)}
        <Button class="chip ml-1" aria-pressed={beside.includes(c.id)} onclick={() => flip(c.id)}
          >{c.name}</Button
        >
      {/each}
    </p>
    {#if beside.length > 0}
      <Table class="plain">
        <thead
          ><tr
            ><th>Input</th>{#each columns as c (c.id)}<th class="max-w-[180px] truncate" title={c.name}
                >{c.name}</th
              >{/each}</tr
          ></thead
        >
        <tbody>
          {#each shown as name (name)}
            <tr>
              <td class="max-w-[210px] truncate" title={name}>{name}</td>
              {#each columns as c (c.id)}
                {@const w = known[c.id]?.get(name)}
                <td class="whitespace-nowrap">
                  {#if w === undefined}<span class="quiet">not an input</span>{:else}
                    <svg width="90" height="10" class="inline" aria-hidden="true">
                      <rect
                        x={w < 0 ? 45 - (44 * Math.abs(w)) / largest(c.id) : 45}
                        width={(44 * Math.abs(w)) / largest(c.id)}
                        height="10"
                        fill={w < 0 ? 'var(--color-other)' : 'var(--color-spruce)'}
                      />
                      <line x1="45" x2="45" y1="0" y2="10" stroke="var(--color-ink-2)" />
                    </svg>
                    {significant(w)}
                  {/if}
                </td>
              {/each}
            </tr>
          {/each}
        </tbody>
      </Table>
      <FirstOrAll bind:all of={names.length} most={MANY} />
    {/if}
  </section>
{/if}
