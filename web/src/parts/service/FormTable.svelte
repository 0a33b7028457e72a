<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import type { FormView as Form, ReleaseView as Release } from '../../api/schema';
  import { post } from '../../lib/api';
  import { desk } from '../../lib/desk.svelte';
  import { when } from '../../lib/format';
  import { proven, provenAtLength, size, trying } from '../../lib/service';

  interface Props {
    release: Release;
    changed: () => Promise<void>;
  }
  /** Forms in which the release leaves, each with the proof that it gives the same scores. */
  let { release, changed }: Props = $props();

  let refusal = $state<string | null>(null);
  const tried = $derived(release.forms.map((f) => f.triedAt ?? '').reduce((a, b) => (a > b ? a : b), ''));
  const failed = $derived(release.forms.some((f) => f.status === 'failed'));

  async function again() {
    try {
      await post(`/releases/${release.id}/forms`);
      refusal = null;
      await changed();
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  const SAID: Partial<Record<Form['form'], string>> = {
    RECIPE: 'for both readers',
    JAR: 'Java 17 alone',
    PYTHON: '3.9 alone',
    POSTGRESQL: 'one SELECT',
    SQL: 'one SELECT',
  };
</script>

<Table class="plain mt-1 table-fixed" aria-label="Forms">
  <thead
    ><tr
      ><th class="w-[142px]">Form</th><th>Same scores as here?</th><th class="w-[46px]"
        ><span class="sr-only">Take along</span></th
      ></tr
    ></thead
  >
  <tbody>
    {#each release.forms as f (f.form)}
      <tr>
        <td
          ><b class="font-semibold">{f.title}</b><small class="sub"
            >{[f.size === null ? null : size(f.size), SAID[f.form]].filter(Boolean).join(' · ')}</small
          ></td
        >
        <td title={provenAtLength(f)}>
          {#if trying(f)}<span class="quiet">{f.status === 'running' ? 'is tried …' : 'waits'}</span>
          {:else if f.agrees && f.proof}✓ {proven(f.proof)}
          {:else}<span class="alarm">▲ none</span><small class="sub line-clamp-2">{f.message}</small>{/if}
        </td>
        <td class="text-right"
          >{#if f.agrees}<a
              class="chip"
              href={`/api/releases/${release.id}/forms/${f.form}`}
              download={f.file}>get</a
            >{/if}</td
        >
      </tr>
    {/each}
  </tbody>
</Table>
{#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
{#if tried}
  <p class="quiet mt-1 text-[11px]">
    Each form was run over all of validation and over odd records, and held against this application; last
    {when(tried)}.
  </p>
{/if}
{#if failed && desk.works}
  <Button class="chip mt-1" onclick={() => void again()}>try those without again</Button>
{/if}
