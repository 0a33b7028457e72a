<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import { onMount } from 'svelte';
  import type { Demand, PolicyView as PolicyVersion, Trial } from '../api/schema';
  import { get, post, put } from '../lib/api';
  import { session } from '../lib/session.svelte';
  import { Typed } from '../lib/typed.svelte';
  import { counted, when } from '../lib/format';
  import Masthead from '../parts/Masthead.svelte';
  import CheckDemand from '../parts/policy/CheckDemand.svelte';
  import { nth } from '../lib/nth';

  interface Draft {
    asText: boolean;
    text: string;
    demands: Demand[];
    basedOn: number;
  }

  let versions = $state.raw<PolicyVersion[] | null>(null);
  let shown = $state(0);
  let text = $state('');
  let refusal = $state<string | null>(null);
  let kept = $state('');

  let asText = $state(false);
  let demands = $state.raw<Demand[]>([]);
  let trial = $state.raw<Trial | null>(null);

  /** what an administrator changed and did not keep yet, and of which version */
  const draft = new Typed('policy');
  let basedOn = $state(0);

  const newest = $derived(versions?.[0] ?? null);
  const version = $derived(versions?.find((v) => v.version === shown) ?? newest);
  const editing = $derived(session.has('administrator') && version?.version === newest?.version);

  onMount(load);

  async function load() {
    try {
      versions = await get<PolicyVersion[]>('/policy');
      shown = nth(versions, 0).version;
      if (session.has('administrator') && draft.value !== '') goOn();
      else begin();
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  /** Takes back what is not kept. */
  function begin() {
    text = newest!.text;
    demands = newest!.checks;
    basedOn = newest!.version;
    trial = null;
    refusal = null;
    draft.drop();
  }

  /** Shows what was not kept before the page went. */
  function goOn() {
    const left = JSON.parse(draft.value) as Draft;
    ({ asText, text, demands, basedOn } = left);
    if (basedOn !== newest!.version)
      refusal = `What stands here was begun on version ${basedOn}; version ${newest!.version} is the newest now. Copy what you want to keep, and leave it.`;
  }

  $effect(() => {
    if (touched) draft.value = JSON.stringify({ asText, text, demands, basedOn } satisfies Draft);
    else if (newest !== null && basedOn === newest.version) draft.drop();
  });

  const asChecks = () => ({
    name: newest!.name,
    checks: Object.fromEntries(
      demands
        .filter((d) => d.demanded)
        .map((d) => [d.check, Object.fromEntries(d.limits.map((l) => [l.name, l.value]))]),
    ),
  });
  const touched = $derived(
    newest !== null &&
      (asText ? text !== newest.text : JSON.stringify(demands) !== JSON.stringify(newest.checks)),
  );
  const wanted = () => ({ ...(asText ? { text } : asChecks()), basedOn });

  let asked = 0;
  async function change(demand: Demand) {
    demands = demands.map((d) => (d.check === demand.check ? demand : d));
    const mine = ++asked;
    try {
      const found = await post<Trial>('/policy/trial', wanted());
      if (mine === asked) [trial, refusal] = [found, null];
    } catch (e) {
      if (mine === asked) refusal = (e as Error).message;
    }
  }

  async function save() {
    try {
      const made = await put<PolicyVersion>('/policy', wanted());
      refusal = null;
      draft.drop();
      kept = `Kept as version ${made.version}. Reports issued from now on are held against it.`;
      await load();
    } catch (e) {
      kept = '';
      refusal = (e as Error).message;
    }
  }
</script>

<Masthead words="Policy: what a report has to show before it is approved" />
<main class="mx-auto max-w-3xl p-6">
  {#if version}
    <div class="mb-2 flex flex-wrap items-baseline gap-1">
      {#each versions ?? [] as v (v.version)}
        <Button class="chip" aria-pressed={v.version === shown} onclick={() => (shown = v.version)}
          >version {v.version}</Button
        >
      {/each}
      <span class="quiet ml-2"
        >{version.by ? `by ${version.by}, ${when(version.at!)}` : 'comes with the program'}</span
      >
    </div>
    <div role="group" aria-label="How it is shown" class="mb-2 flex gap-1">
      <Button class="filter" aria-pressed={!asText} onclick={() => (asText = false)}>checks</Button>
      <Button class="filter" aria-pressed={asText} onclick={() => (asText = true)}>as text</Button>
    </div>
    {#if asText && editing}
      <Textarea
        class="field w-full font-mono! text-[12.5px]!"
        rows={30}
        spellcheck="false"
        aria-label="Policy"
        bind:value={text}
      />
    {:else if asText}
      <pre class="sheet overflow-auto p-4 text-[12.5px]">{version.text}</pre>
    {:else}
      <ul class="sheet m-0 list-none p-0" aria-label="Checks">
        {#each editing ? demands : version.checks as demand (demand.check)}
          <CheckDemand
            {demand}
            before={version.checks.find((c) => c.check === demand.check)!}
            {editing}
            change={editing ? trial?.changes.find((c) => c.check === demand.check) : undefined}
            onchange={change}
          />
        {/each}
      </ul>
    {/if}
    {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
    {#if kept}<p role="status">{kept}</p>{/if}
    {#if editing}
      {#if trial && touched}
        <p class="reading">
          {trial.open === 0
            ? 'No report is open, so nothing changes at once.'
            : trial.changes.length === 0
              ? `None of the ${counted(trial.open, 'open report')} would stand otherwise.`
              : `Reports that are open keep the checks that they were issued with; ${trial.open} ${trial.open === 1 ? 'is' : 'are'} open, and what new ones like them would meet stands at each check.`}
        </p>
      {/if}
      <Button class="action mt-2" disabled={!touched} onclick={() => void save()}
        >Keep as a new version</Button
      >
      {#if touched || basedOn !== newest?.version}<Button class="action plain mt-2" onclick={begin}
          >Leave it</Button
        >{/if}
    {:else}
      <p class="quiet mt-2">
        {session.has('administrator')
          ? 'An earlier version is not changed; go to the newest.'
          : 'The administrator changes it.'}
      </p>
    {/if}
  {:else if refusal}
    <p class="refusal" role="alert">{refusal}</p>
  {:else}
    <p class="quiet">Loading the policy …</p>
  {/if}
</main>
