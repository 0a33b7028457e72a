<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import type { BriefView as Brief, EndpointUse as Use, ReleaseView as Release } from '../../api/schema';
  import { get } from '../../lib/api';
  import { count } from '../../lib/format';
  import { call } from '../../lib/service';
  import Keeping from './Keeping.svelte';
  import KeyList from './KeyList.svelte';

  interface Props {
    brief: Brief;
    release: Release;
    use: Use;
    changed: () => Promise<void>;
  }
  /** How other programs ask for scores, who may, and what they asked. */
  let { brief, release, use, changed }: Props = $props();

  let example = $state.raw<Record<string, unknown> | null>(null);
  let failure = $state<string | null>(null);
  let copied = $state(false);

  $effect(() => {
    const id = release.id;
    get<Record<string, unknown>>(`/releases/${id}/example`)
      .then((found) => {
        if (release.id === id) example = found;
      })
      .catch((e: Error) => (failure = e.message));
  });

  const words = $derived(example === null ? '' : call(location.origin, brief.id, example));
  const name = (key: number) => use.keys.find((k) => k.id === key)?.name ?? `key ${key}`;

  async function copy() {
    await navigator.clipboard.writeText(words);
    copied = true;
    setTimeout(() => (copied = false), 2000);
  }
</script>

<section class="sheet px-3 py-2" aria-label="Endpoint">
  <h2>
    Endpoint <span class="quiet font-normal"
      >one record or a batch · JSON, NDJSON or CSV · answers by the version that decides</span
    >
  </h2>
  {#if failure}<p class="refusal" role="alert">{failure}</p>{/if}
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <pre class="code" tabindex="0" aria-label="Example call">{words || '…'}</pre>
  <p class="mt-1 flex flex-wrap items-center gap-1">
    <Button class="chip" disabled={words === ''} onclick={() => void copy()}
      >{copied ? 'copied' : 'copy the call'}</Button
    >
    <a class="chip" href={`/api/releases/${release.id}/openapi.json`} download>OpenAPI document</a>
    <span class="quiet">The record is nobody: each of its values is drawn on its own.</span>
  </p>
  <p class="quiet mt-1">
    What training did not have {release.release.unknown === 'REFUSED'
      ? 'is refused, by record and field.'
      : 'is scored as missing, and counted.'} Add <code>?reasons=3</code> for the columns that raised the
    score most, <code>?version={release.release.version}</code> to be refused when another version decides.
  </p>
</section>
<KeyList {brief} keys={use.keys} {changed} />
<Keeping {brief} {use} {changed} />
<section class="sheet px-3 py-2" aria-label="What was asked">
  <h2>What was asked <span class="quiet font-normal">the last 30 days, UTC</span></h2>
  {#if use.counts.length === 0}
    <p class="quiet mt-1">Nothing yet. Whatever a key asks shows here within seconds.</p>
  {:else}
    <Table class="plain mt-1">
      <thead
        ><tr
          ><th>Day</th><th>Key</th><th class="n">Version</th><th class="n">Requests</th><th class="n"
            >Refused</th
          ><th class="n">Records</th><th class="n">To act on</th><th class="n">Unknown values</th></tr
        ></thead
      >
      <tbody>
        {#each use.counts as c (`${c.day} ${c.version} ${c.key}`)}
          <tr>
            <td>{c.day}</td><td>{name(c.key)}</td><td class="n">{c.version || '–'}</td>
            <td class="n">{count(c.requests)}</td><td class="n">{count(c.refused)}</td>
            <td class="n">{count(c.records)}</td><td class="n">{count(c.acted)}</td>
            <td class="n">{count(c.unknown)}</td>
          </tr>
        {/each}
      </tbody>
    </Table>
  {/if}
</section>

<style>
  .code {
    margin: 6px 0 0;
    padding: 7px 9px;
    max-height: 190px;
    overflow: auto;
    background: var(--color-paper);
    border: 1px solid var(--color-rule);
    font:
      11.5px/1.5 ui-monospace,
      monospace;
    white-space: pre-wrap;
    overflow-wrap: anywhere;
  }
</style>
