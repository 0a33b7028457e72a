<script lang="ts">
  import Done from '../parts/Done.svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import { onMount } from 'svelte';
  import type { SearchView as Search, TrialView as Trial } from '../api/schema';
  import { get, post } from '../lib/api';
  import { active, took } from '../lib/candidates';
  import { desk } from '../lib/desk.svelte';
  import { count, counted, fixed, percent } from '../lib/format';
  import { poll } from '../lib/poll';
  import { route } from '../lib/routes';

  const brief = $derived(desk.brief!);
  const id = $derived(Number((route.params as Record<string, string>).search));
  let search = $state.raw<Search | null>(null);
  let refusal = $state<string | null>(null);

  onMount(() => {
    void attempt(async () => {});
    return poll(
      () => void load(),
      () => search !== null && active(search),
    );
  });

  async function load() {
    const before = search !== null && active(search);
    search = await get<Search>(`/searches/${id}`);
    if (before && !active(search)) await desk.open(brief.id);
  }
  async function attempt(work: () => Promise<unknown>) {
    try {
      await work();
      await load();
      refusal = null;
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  const ranked = $derived(search?.trials.filter((t) => t.value !== null) ?? []);
  const folds = $derived(ranked.flatMap((t) => t.folds ?? []));
  const low = $derived(Math.min(...folds));
  const high = $derived(Math.max(...folds));
  const WIDE = 220;
  const x = (v: number) => 6 + ((WIDE - 12) * (v - low)) / (high - low || 1);
  const simplest = $derived(search?.trials.find((t) => t.number === search?.simplest) ?? null);
  const best = $derived(ranked[0] ?? null);

  const limits = $derived.by(() => {
    if (!search) return '';
    const plan = search.plan;
    const parts: string[] = [];
    if (plan.secondsLimit !== null) parts.push(`for ${took(plan.secondsLimit)}`);
    if (plan.trialsLimit !== null) parts.push(counted(plan.trialsLimit, 'trial'));
    if (plan.target !== null) parts.push(`until ${search.measureWords} ${plan.target}`);
    return parts.join(', or ');
  });

  function resume() {
    if (!search) return;
    const plan = search.plan;
    const more = {
      secondsLimit: plan.secondsLimit === null ? null : Math.max(plan.secondsLimit, search.seconds + 60),
      trialsLimit: plan.trialsLimit === null ? null : Math.max(plan.trialsLimit, search.tried + 10),
      target: plan.target !== null && best?.value && best.value >= plan.target ? null : plan.target,
    };
    if (more.secondsLimit === null && more.trialsLimit === null && more.target === null)
      more.trialsLimit = search.tried + 10;
    void attempt(() => post(`/searches/${id}/resume`, more));
  }
  const keep = (trial: Trial) => attempt(() => post(`/searches/${id}/trials/${trial.number}/keep`));
</script>

<p class="mb-1">
  <a class="underline" href={`/briefs/${brief.id}/candidates`}>Candidates</a>
  <span class="quiet">› search</span>
</p>
{#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
{#if search}
  <div class="mb-2 flex flex-wrap items-center gap-3">
    <h2 class="title">Search {search.id}</h2>
    <span class="quiet"
      >by {search.measureWords}{search.plan.depth ? ` at ${percent(search.plan.depth)} %` : ''}, {limits} · out
      of fold on training · seed {search.plan.seed}</span
    >
    <span class="ml-auto flex items-center gap-2">
      {#if active(search)}
        <Done class="w-28" share={search.progress} of="searching" />
        {#if desk.works}<Button class="action" onclick={() => attempt(() => post(`/searches/${id}/stop`))}
            >Stop</Button
          >{/if}
      {:else if desk.works}
        <Button class="action plain" onclick={resume}>Go on</Button>
      {/if}
    </span>
  </div>
  <p class="reading">
    {#if active(search)}
      {search.tried} tried in {took(search.seconds) || 'a moment'}; {search.step ?? 'waiting for its turn'}.
    {:else}
      {search.status === 'failed' ? 'It failed' : 'It ended'}: {search.message}. {search.tried} tried in {took(
        search.seconds,
      )}.
    {/if}
    {#if best && best.value !== null}
      Best so far: {best.kindWords}, {best.settingsWords}, {search.measureWords}
      {fixed(best.value, 4)} ± {fixed(best.standardError, 4)}.
      {#if simplest && simplest.number !== best.number}
        Within one standard error and simpler: {simplest.kindWords}, {simplest.settingsWords} ({fixed(
          simplest.value,
          4,
        )},
        {count(simplest.size)} parameters against {count(best.size)}).
      {:else if simplest}
        Nothing simpler lies within one standard error of it.
      {/if}
    {/if}
  </p>
  {#if search.trials.length > 0}
    <Table class="plain" aria-label="Trials">
      <thead
        ><tr
          ><th class="n">Rank</th><th>Kind and settings</th><th>Folds, and their mean ± 1 standard error</th
          ><th class="n">{search.measureWords}</th><th class="n">Parameters</th><th class="n">Took</th><th
            ><span class="sr-only">What to do with it</span></th
          ></tr
        ></thead
      >
      <tbody>
        {#each search.trials as t (t.number)}
          <tr class:sel={t.number === search.simplest}>
            <td class="n">{t.rank ?? '–'}</td>
            <td class="max-w-[330px]">
              <span class="font-semibold">{t.kindWords}</span>
              <small class="sub" title={t.settingsWords}>{t.settingsWords}</small>
              {#if t.number === search.simplest}<small class="sub text-[color:var(--color-spruce)]"
                  >simplest within one standard error</small
                >{/if}
            </td>
            <td>
              {#if t.value !== null && t.folds}
                <svg
                  width={WIDE}
                  height="18"
                  role="img"
                  aria-label="fold values {t.folds.map((v) => fixed(v, 3)).join(', ')}"
                >
                  <line
                    x1={x(t.value - t.standardError!)}
                    x2={x(t.value + t.standardError!)}
                    y1="9"
                    y2="9"
                    stroke="var(--color-spruce)"
                    stroke-width="3"
                  />
                  {#each t.folds as v, i (i)}<circle
                      cx={x(v)}
                      cy="9"
                      r="2.5"
                      fill="var(--color-sheet)"
                      stroke="var(--color-ink-2)"
                    />{/each}
                  <path d="M{x(t.value)} 3v12" stroke="var(--color-ink)" stroke-width="2" />
                </svg>
              {:else}<span class="alarm">▲ {t.refusal}</span>{/if}
            </td>
            <td class="n"
              >{fixed(t.value, 4)}{#if t.standardError !== null}<small class="sub"
                  >± {fixed(t.standardError, 4)}</small
                >{/if}</td
            >
            <td class="n">{t.value === null ? '–' : count(t.size)}</td>
            <td class="n quiet">{took(t.seconds)}</td>
            <td class="whitespace-nowrap text-right">
              {#if t.candidateId !== null}<a
                  class="chip"
                  href={`/briefs/${brief.id}/candidates/${t.candidateId}`}>candidate</a
                >
              {:else if desk.works && t.value !== null}<Button class="chip" onclick={() => keep(t)}
                  >make a candidate</Button
                >{/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </Table>
  {/if}
{:else if !refusal}<p class="quiet">Opening the search …</p>{/if}

<style>
  tr.sel td {
    background: var(--color-spruce-wash);
  }
</style>
