<script lang="ts">
  import Input from 'flowbite-svelte/Input.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import { onMount } from 'svelte';
  import type { OwnedBrief } from '../api/schema';
  import { get, put } from '../lib/api';
  import Choice from './Choice.svelte';

  /** Every brief and whose it is, to be handed on; `analysts` are those who can own one. */
  let { analysts }: { analysts: string[] } = $props();

  const SHOWN = 12;
  let briefs = $state.raw<OwnedBrief[]>([]);
  let refusal = $state<string | null>(null);
  let wanted = $state('');

  onMount(() => void attempt(async () => undefined));

  async function attempt(work: () => Promise<unknown>) {
    try {
      await work();
      briefs = await get<OwnedBrief[]>('/members');
      refusal = null;
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  const found = $derived(
    briefs.filter((b) => `${b.name} ${b.owner}`.toLowerCase().includes(wanted.toLowerCase())),
  );
</script>

<section class="mt-6" aria-label="Owners of briefs">
  <div class="flex items-baseline gap-3">
    <h2 class="title">Owners of briefs</h2>
    <Input
      class="field ml-auto w-48!"
      type="search"
      aria-label="Find a brief"
      placeholder="find"
      bind:value={wanted}
    />
  </div>
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  <Table class="plain">
    <thead><tr><th>Brief</th><th>Owner</th></tr></thead>
    <tbody>
      {#each found.slice(0, SHOWN) as b (b.id)}
        <tr>
          <td>{b.name}{b.revision > 1 ? `, revision ${b.revision}` : ''}</td>
          <td>
            <Choice
              class="field"
              aria-label="Owner of {b.name}"
              value={b.owner}
              onpick={(to) => attempt(() => put(`/members/${b.id}/owner`, { name: to }))}
            >
              {#each [...new Set([b.owner, ...analysts])] as name (name)}<option value={name}>{name}</option
                >{/each}
            </Choice>
          </td>
        </tr>
      {/each}
    </tbody>
  </Table>
  {#if found.length > SHOWN}<p class="quiet">and {found.length - SHOWN} more; find them by name.</p>{/if}
</section>
