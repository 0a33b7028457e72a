<script lang="ts">
  import { onMount } from 'svelte';
  import type { PolicyView as PolicyVersion } from '../api/schema';
  import { get, put } from '../lib/api';
  import { session } from '../lib/session.svelte';
  import { when } from '../lib/format';
  import Masthead from '../parts/Masthead.svelte';

  let versions = $state.raw<PolicyVersion[] | null>(null);
  let shown = $state(0);
  let text = $state('');
  let refusal = $state<string | null>(null);
  let kept = $state('');

  const newest = $derived(versions?.[0] ?? null);
  const version = $derived(versions?.find((v) => v.version === shown) ?? newest);
  const editing = $derived(session.has('administrator') && version?.version === newest?.version);

  onMount(load);

  async function load() {
    try {
      versions = await get<PolicyVersion[]>('/policy');
      shown = versions[0].version;
      text = versions[0].text;
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  async function save() {
    try {
      const made = await put<PolicyVersion>('/policy', { text, basedOn: newest!.version });
      refusal = null;
      kept = `Kept as version ${made.version}. Reports issued from now on are held against it.`;
      await load();
    } catch (e) {
      kept = '';
      refusal = (e as Error).message;
    }
  }
</script>

<Masthead words="Policy: what a report has to show before it is approved" />
<main class="mx-auto max-w-4xl p-6">
  {#if version}
    <div class="mb-2 flex flex-wrap items-baseline gap-1">
      {#each versions ?? [] as v (v.version)}
        <button class="chip" aria-pressed={v.version === shown} onclick={() => (shown = v.version)}
          >version {v.version}</button
        >
      {/each}
      <span class="quiet ml-2"
        >{version.by ? `by ${version.by}, ${when(version.at!)}` : 'comes with the program'}</span
      >
    </div>
    {#if editing}
      <textarea
        class="field w-full font-mono text-[12.5px]"
        rows="30"
        spellcheck="false"
        aria-label="Policy"
        bind:value={text}></textarea>
      {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
      {#if kept}<p role="status">{kept}</p>{/if}
      <button class="action mt-2" disabled={text === newest?.text} onclick={() => void save()}
        >Keep as a new version</button
      >
    {:else}
      <pre class="sheet overflow-auto p-4 text-[12.5px]">{version.text}</pre>
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
