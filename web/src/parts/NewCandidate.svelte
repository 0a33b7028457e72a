<script lang="ts">
  import { untrack } from 'svelte';
  import type { Brief, Candidate, Column, Kind, Settings } from '../api/types';
  import { post, Refusal } from '../lib/api';

  interface Props {
    brief: Brief;
    columns: Column[];
    /** the candidate to start from, or null */
    from: Candidate | null;
    names: string[];
    made: (candidate: Candidate) => void;
    close: () => void;
  }
  let { brief, columns, from, names, made, close }: Props = $props();

  const KINDS: [Kind, string][] = [
    ['logistic', 'logistic regression'],
    ['supplied', 'supplied score'],
    ['groupRates', 'reference: group rates'],
    ['baseRate', 'reference: base rate'],
    ['coinToss', 'reference: coin toss'],
    ['nobody', 'reference: the commoner class'],
  ];

  const inputs = $derived(columns.filter((c) => c.input).map((c) => c.name));
  const numbers = $derived(columns.filter((c) => c.type === 'NUMBER' && !c.outcome));
  const groups = $derived(
    columns.filter((c) => c.type === 'CATEGORY' && !c.outcome && c.distinct <= 100).map((c) => c.name),
  );

  let kind = $state<Kind>(untrack(() => from?.kind ?? 'logistic'));
  let name = $state(untrack(() => fresh(from?.name ?? 'Logistic')));
  let penalty = $state(untrack(() => from?.settings.penalty ?? 0));
  let chosen = $state<string[]>(untrack(() => (from?.kind === 'logistic' ? from.inputs : inputs)));
  let groupBy = $state<string[]>(untrack(() => from?.settings.groupBy ?? []));
  let column = $state(
    untrack(() => from?.settings.column ?? numbers.find((c) => c.setup.role === 'SCORE')?.name ?? ''),
  );
  let lowerIsRiskier = $state(untrack(() => from?.settings.lowerIsRiskier ?? false));
  let probability = $state(untrack(() => from?.settings.probability ?? false));
  let refusal = $state<string | null>(null);
  let busy = $state(false);

  function fresh(base: string): string {
    if (!names.includes(base)) return base;
    const stem = base.replace(/ \d+$/, '');
    for (let i = 2; ; i++) if (!names.includes(`${stem} ${i}`)) return `${stem} ${i}`;
  }

  const settings = $derived.by((): Settings => {
    if (kind === 'logistic') return { penalty };
    if (kind === 'groupRates') return { groupBy };
    if (kind === 'supplied') return { column, lowerIsRiskier, probability };
    return {};
  });
  const added = $derived(from?.kind === 'logistic' ? chosen.filter((c) => !from.inputs.includes(c)) : []);
  const removed = $derived(from?.kind === 'logistic' ? from.inputs.filter((c) => !chosen.includes(c)) : []);

  function flip(list: string[], item: string): string[] {
    return list.includes(item) ? list.filter((x) => x !== item) : [...list, item];
  }

  async function fit(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    try {
      const wanted = { name, kind, settings, inputs: kind === 'logistic' ? chosen : null };
      made(await post<Candidate>(`/candidates?brief=${brief.id}`, wanted));
    } catch (e) {
      refusal = e instanceof Refusal ? e.message : String(e);
    } finally {
      busy = false;
    }
  }
</script>

<form class="sheet mb-3 p-3" onsubmit={fit} aria-label="New candidate">
  <div class="flex flex-wrap items-end gap-4">
    <label class="quiet"
      >kind
      <select class="field block" bind:value={kind}>
        {#each KINDS as [value, words] (value)}<option {value}>{words}</option>{/each}
      </select>
    </label>
    <label class="quiet"
      >name <input class="field block w-56" bind:value={name} maxlength="200" required /></label
    >
    {#if kind === 'logistic'}
      <label
        class="quiet"
        title="λ on standardised inputs, 0 or more; with 0 the fit carries standard errors and odds-ratio intervals"
      >
        penalty <input
          class="field block w-24 text-right"
          type="number"
          min="0"
          step="any"
          bind:value={penalty}
        />
      </label>
    {:else if kind === 'supplied'}
      <label class="quiet"
        >column
        <select class="field block" bind:value={column} required>
          {#each numbers as c (c.name)}<option>{c.name}</option>{/each}
        </select>
      </label>
      <label class="quiet"
        >riskier is
        <select class="field block" bind:value={lowerIsRiskier}>
          <option value={false}>higher</option><option value={true}>lower</option>
        </select>
      </label>
      <label class="quiet"
        >it is
        <select class="field block" bind:value={probability}>
          <option value={false}>a plain score</option><option value={true}>a probability</option>
        </select>
      </label>
    {/if}
    <span class="ml-auto flex gap-2">
      <button class="action plain" type="button" onclick={close}>Leave it</button>
      <button class="action" disabled={busy}>Fit</button>
    </span>
  </div>
  {#if kind === 'logistic'}
    <fieldset class="mt-3">
      <legend class="quiet">
        {chosen.length} of {inputs.length} inputs
        <button class="chip ml-2" type="button" onclick={() => (chosen = inputs)}>all</button>
        <button class="chip" type="button" onclick={() => (chosen = [])}>none</button>
        {#if from && (added.length || removed.length)}
          <span class="ml-2"
            >against {from.name}: {added
              .map((a) => `+ ${a}`)
              .concat(removed.map((r) => `− ${r}`))
              .join(', ')}</span
          >
        {/if}
      </legend>
      <div class="mt-1 flex flex-wrap gap-x-4 gap-y-1">
        {#each inputs as input (input)}
          <label
            ><input
              type="checkbox"
              checked={chosen.includes(input)}
              onchange={() => (chosen = flip(chosen, input))}
            />
            {input}</label
          >
        {/each}
      </div>
    </fieldset>
  {:else if kind === 'groupRates'}
    <fieldset class="mt-3 flex flex-wrap gap-x-4 gap-y-1">
      <legend class="quiet">mean outcome by</legend>
      {#each groups as group (group)}
        <label
          ><input
            type="checkbox"
            checked={groupBy.includes(group)}
            onchange={() => (groupBy = flip(groupBy, group))}
          />
          {group}</label
        >
      {/each}
    </fieldset>
  {/if}
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
</form>
