<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import { onDestroy, untrack } from 'svelte';
  import type { TrailView as Trail } from '../api/schema';
  import { get } from '../lib/api';
  import { count } from '../lib/format';
  import { Latest } from '../lib/latest';
  import { route } from '../lib/routes';
  import Masthead from '../parts/Masthead.svelte';

  const brief = $derived(route.params.id === undefined ? null : Number(route.params.id));
  const query = $derived(brief === null ? '' : `?brief=${brief}`);
  let trail = $state.raw<Trail | null>(null);
  /** those before the ones in it that were asked for */
  let earlier = $state.raw<Trail['entries']>([]);
  let refusal = $state<string | null>(null);
  let wanted = $state('');
  let asking = $state(false);

  const WAIT = 250;
  const latest = new Latest<Trail>(WAIT, (answer, why) => {
    refusal = why;
    if (!answer) return;
    trail = answer;
    earlier = [];
  });
  const path = $derived(
    `/trail?${brief === null ? '' : `brief=${brief}&`}find=${encodeURIComponent(wanted.trim())}`,
  );

  $effect(() => {
    const asked = path;
    latest.ask(() => get<Trail>(asked), untrack(() => trail) === null ? 0 : WAIT);
  });
  onDestroy(() => latest.drop());

  const found = $derived([...earlier, ...(trail?.entries ?? [])].reverse());

  async function more() {
    const asked = path;
    asking = true;
    try {
      const before = await get<Trail>(`${asked}&before=${found.at(-1)!.number}`);
      if (asked === path) earlier = [...before.entries, ...earlier];
    } catch (e) {
      refusal = (e as Error).message;
    }
    asking = false;
  }
  const days = $derived.by(() => {
    const byDay: [string, typeof found][] = [];
    for (const entry of found) {
      const day = entry.at.slice(0, 10);
      if (byDay.at(-1)?.[0] === day) byDay.at(-1)![1].push(entry);
      else byDay.push([day, [entry]]);
    }
    return byDay;
  });
</script>

{#if brief === null}<Masthead words="Audit trail: data, accounts and the policy" />{/if}
<svelte:element this={brief === null ? 'main' : 'div'} class="mx-auto max-w-5xl" class:p-6={brief === null}>
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  {#if trail}
    <div class="flex flex-wrap items-baseline gap-3">
      <h2 class="title">Audit trail</h2>
      {#if trail.fault}
        <span class="refusal !my-0" role="alert">The chain is broken: {trail.fault}.</span>
      {:else}
        <span>{count(trail.total)} entries; the chain and every signature hold.</span>
      {/if}
      <Input
        class="field ml-auto w-48!"
        type="search"
        aria-label="Find in the trail"
        placeholder="find"
        bind:value={wanted}
      />
      <a class="chip" href={`/api/trail.csv${query}`} download>CSV</a>
      <a class="chip" href={`/api/trail.xlsx${query}`} download>XLSX</a>
      <a class="chip" href="/api/key.jwk" download>public key</a>
    </div>
    <p class="quiet">
      Each entry holds the hash of the one before and is signed by the server's key {trail.thumbprint}. The
      database refuses to change or delete any.
    </p>
    {#each days as [day, entries] (day)}
      <h2 class="mt-4">{day}</h2>
      <ol>
        {#each entries as e (e.number)}
          <li>
            <span class="quiet">{e.at.slice(11, 19)}</span>
            <span
              ><b>{e.act}</b> · {e.subject} <span class="quiet">by {e.by}</span>
              {#if e.words}<small class="sub">{e.words}</small>{/if}</span
            >
            <span class="quiet font-mono text-[10.5px]" title={e.hash}
              >{e.number} · {e.hash.slice(0, 10)}</span
            >
          </li>
        {/each}
      </ol>
    {/each}
    {#if found.length > 0 && found.length < trail.found}
      <p class="mt-4">
        <Button class="chip" disabled={asking} onclick={more}>earlier ones</Button>
        <span class="quiet"
          >{count(found.length)} of {count(trail.found)}{wanted.trim() ? ' that say that' : ''} are shown</span
        >
      </p>
    {/if}
    {#if found.length === 0}<p class="quiet mt-4">Nothing in it says that.</p>{/if}
  {:else if !refusal}
    <p class="quiet">Reading the trail …</p>
  {/if}
</svelte:element>

<style>
  ol {
    padding: 0;
    margin: 2px 0 0;
    list-style: none;
  }
  li {
    display: grid;
    grid-template-columns: 62px minmax(0, 1fr) auto;
    gap: 10px;
    padding: 3px 0;
    border-top: 1px solid var(--color-line);
  }
  small.sub {
    overflow-wrap: anywhere;
    white-space: pre-line;
  }
</style>
