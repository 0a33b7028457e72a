<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { onMount } from 'svelte';
  import type { BriefView as Brief, MembersView as Members, PersonView as Person } from '../api/schema';
  import { get, put, remove } from '../lib/api';
  import Choice from './Choice.svelte';

  interface Props {
    brief: Brief;
    /** called when it belongs to somebody else */
    handedOn: () => void;
  }
  /** Whose the brief is, and who else may see or change it. */
  let { brief, handedOn }: Props = $props();

  let members = $state.raw<Members | null>(null);
  let refusal = $state<string | null>(null);

  const at = $derived(`/members/${brief.id}`);
  const of = (name: string) => `${at}/people/${encodeURIComponent(name)}`;
  onMount(() => void attempt(() => get<Members>(at)));

  async function attempt(work: () => Promise<Members | null>) {
    try {
      members = (await work()) ?? members;
      refusal = null;
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  const others = $derived(
    (members?.people ?? []).filter((p) => !members?.members.some((m) => m.name === p.name)),
  );
  const analysts = $derived((members?.people ?? []).filter((p) => p.roles.includes('analyst')));
  const analyst = (name: string) => analysts.some((p) => p.name === name);
  const told = (p: Person) => `${p.name} · ${p.roles.join(', ')}`;

  const admit = (name: string, level: string) => attempt(() => put<Members>(of(name), { level }));
  const handOn = (name: string) =>
    attempt(async () => {
      await put(`${at}/owner`, { name });
      handedOn();
      return get<Members>(at);
    });
</script>

{#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
{#if members}
  <p class="m-0 mt-1">
    {members.mine ? 'Yours.' : `${members.owner}'s.`}
    {#if members.members.length === 0}
      Nobody else sees it until a report of it is submitted, which approvers then read.
    {:else}
      Approvers read it once a report of it is submitted; besides:
    {/if}
  </p>
  <ul class="m-0 mt-1 list-none p-0" aria-label="Members">
    {#each members.members as m (m.name)}
      <li class="flex items-center gap-2 py-0.5">
        <b class="min-w-32">{m.name}</b>
        {#if members.mine}
          <Button class="chip" aria-pressed={m.level === 'READ'} onclick={() => admit(m.name, 'READ')}
            >reads</Button
          >
          <Button
            class="chip"
            aria-pressed={m.level === 'WORK'}
            disabled={!analyst(m.name)}
            title={analyst(m.name) ? '' : 'only an analyst works on briefs'}
            onclick={() => admit(m.name, 'WORK')}>works on it</Button
          >
          <Button class="chip" onclick={() => attempt(() => remove(of(m.name)).then(() => get<Members>(at)))}
            >send away</Button
          >
        {:else}
          <span class="quiet">{m.level === 'WORK' ? 'works on it' : 'reads'}</span>
        {/if}
      </li>
    {/each}
  </ul>
  {#if members.mine}
    <div class="mt-1 flex flex-wrap items-center gap-2">
      <Choice class="field" aria-label="Let somebody in" value="" onpick={(to) => to && admit(to, 'READ')}>
        <option value="">let somebody in …</option>
        {#each others as p (p.name)}<option value={p.name}>{told(p)}</option>{/each}
      </Choice>
      <Choice class="field" aria-label="Hand it on" value="" onpick={(to) => to && handOn(to)}>
        <option value="">hand it on to …</option>
        {#each analysts as p (p.name)}<option value={p.name}>{p.name}</option>{/each}
      </Choice>
      <span class="quiet">Records are seen by members who are analysts or approvers.</span>
    </div>
  {/if}
{/if}
