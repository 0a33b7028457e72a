<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import type { ReleaseView as Release } from '../../api/schema';
  import { post } from '../../lib/api';
  import { desk } from '../../lib/desk.svelte';
  import { when } from '../../lib/format';
  import { session } from '../../lib/session.svelte';
  import FormTable from './FormTable.svelte';

  interface Props {
    release: Release;
    changed: () => Promise<void>;
    /** called for a version in its place; none where there can be none */
    supersede?: () => void;
  }
  /** What was signed, as it runs. */
  let { release, changed, supersede }: Props = $props();

  let asking = $state<'pause' | 'end' | null>(null);
  let words = $state('');
  let refusal = $state<string | null>(null);

  const signed = $derived(release.release.signed);
  const approver = $derived(session.me?.roles.includes('approver') ?? false);
  const may = $derived(desk.works || approver);

  async function act(path: string) {
    try {
      await post(`/releases/${release.id}/${path}`, { words });
      asking = null;
      words = '';
      refusal = null;
      await changed();
    } catch (e) {
      refusal = (e as Error).message;
    }
  }
</script>

<section class="sheet px-3 py-2" aria-label="Version {release.release.version}">
  <h2>
    Version {release.release.version}
    <span class="quiet font-normal" class:alarm={release.state !== 'IN_SERVICE'} data-state={release.state}
      >{release.words}</span
    >
  </h2>
  <p class="quiet mt-1">
    {release.release.candidate}, {release.release.columns.length}
    {release.release.columns.length === 1 ? 'column' : 'columns'} · {release.release.threshold === null
      ? 'acts on nobody'
      : `score ≥ ${release.release.threshold.toPrecision(4)}`}<br />
    approved by <b>{signed.approvedBy}</b>{signed.until ? ` until ${signed.until}` : ''}{signed.condition
      ? `, on condition: ${signed.condition}`
      : ''}{#if signed.met}<br />met, says <b>{release.release.madeBy}</b>: {signed.met}{/if}
  </p>
  <FormTable {release} {changed} />
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  {#if asking}
    <form
      class="mt-2 flex gap-2"
      onsubmit={(e) => {
        e.preventDefault();
        void act(asking!);
      }}
    >
      <Input
        class="field w-full!"
        required
        maxlength={4000}
        aria-label="Why"
        placeholder="why"
        bind:value={words}
      />
      <Button class="action" type="submit">{asking === 'pause' ? 'Pause' : 'End'}</Button>
      <Button class="chip" type="button" onclick={() => (asking = null)}>not now</Button>
    </form>
  {:else}
    <p class="mt-2 flex flex-wrap gap-1">
      {#if may && release.state === 'IN_SERVICE'}
        <Button class="chip" onclick={() => (asking = 'pause')}>pause …</Button>
      {/if}
      {#if desk.works && release.state === 'PAUSED'}
        <Button class="chip" onclick={() => void act('resume')}>resume</Button>
      {/if}
      {#if supersede}<Button class="chip" onclick={supersede}>supersede …</Button>{/if}
      {#if may && release.state !== 'ENDED'}
        <Button class="chip" onclick={() => (asking = 'end')}>end …</Button>
      {/if}
      <a class="chip" href={`/reports/${signed.report}`}>signed report</a>
      <a class="chip" href={`/api/releases/${release.id}/release.json`} download>release.json</a>
      <a class="chip" href={`/briefs/${desk.brief?.id}/trail`}>audit trail</a>
    </p>
  {/if}
  <p class="quiet mt-1 text-[11px]" title="SHA-256 of the release {release.sha256}">
    made by {release.release.madeBy}, {when(release.release.madeAt)}
  </p>
</section>
