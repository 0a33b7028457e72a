<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { onDestroy, onMount } from 'svelte';
  import type {
    BriefView as Brief,
    ColumnView as Column,
    DatasetJoin,
    JoinPreview,
    WantedJoin,
  } from '../../api/schema';
  import { get, post, remove } from '../../lib/api';
  import { bringSecond } from '../../lib/arrive';
  import { count } from '../../lib/format';
  import FileButton from '../FileButton.svelte';
  import JoinEditor from './JoinEditor.svelte';

  interface Props {
    brief: Brief;
    columns: Column[];
    fixed: boolean;
    /** called with the brief that has the columns: this one, or its next revision */
    changed: (brief: Brief) => void;
  }
  /** Second files whose columns stand beside the brief's own, and the way to one more. */
  let { brief, columns, fixed, changed }: Props = $props();

  let joins = $state.raw<DatasetJoin[]>([]);
  let second = $state.raw<{ dataset: number; offered: JoinPreview } | null>(null);
  let coming = $state<string | null>(null);
  let refusal = $state<string | null>(null);

  const words = $derived(brief.decision.words);
  const load = async () => (joins = await get<DatasetJoin[]>(`/briefs/${brief.id}/joins`));

  onMount(() => attempt(load));
  onDestroy(() => void attempt(forget));

  async function attempt(work: () => Promise<unknown>) {
    try {
      await work();
      refusal = null;
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  const bring = (file: File) =>
    attempt(async () => {
      coming = 'sending';
      try {
        const dataset = await bringSecond(file, (said) => (coming = said));
        const offered = await post<JoinPreview>(`/briefs/${brief.id}/joins/preview`, { datasetId: dataset });
        second = { dataset, offered };
      } finally {
        coming = null;
      }
    });

  /** Takes a second file away again that was not joined. */
  async function forget() {
    const gone = second;
    second = null;
    if (gone) await remove(`/datasets/${gone.dataset}`);
  }

  const join = (wanted: WantedJoin) =>
    attempt(async () => {
      const answer = await post<Brief>(`/briefs/${brief.id}/joins`, wanted);
      second = null;
      changed(answer);
      await load();
    });

  const undo = () =>
    attempt(async () => {
      changed(await post<Brief>(`/briefs/${brief.id}/joins/undo`));
      await load();
    });

  const key = (on: { [column: string]: string }) =>
    Object.entries(on)
      .map(([a, b]) => `${a} = ${b}`)
      .join(' and ');
</script>

<div
  class={['mb-2 flex flex-wrap items-baseline gap-2 text-[13px]', (second || joins.length > 0) && 'w-full']}
  data-joins
>
  {#each joins as j, i (i)}
    <span class="quiet">
      Columns of {j.file.file} joined by {key(j.file.on)}: {count(j.found.matched)} of {count(
        j.found.records,
      )}
      {words.records} find their key{j.found.doubled > 0
        ? `; of ${count(j.found.doubled)} keys that stand there more than once the ${j.file.keep === 'LAST' ? 'last' : 'first'}${j.file.by ? ` by ${j.file.by}` : ''} counts`
        : ''}.
    </span>
    {#if !fixed && i === joins.length - 1 && second === null}<Button class="chip" onclick={undo}
        >take them away</Button
      >{/if}
  {/each}
  {#if second}
    {#key second.dataset}
      <JoinEditor {brief} {columns} {...second} {join} cancel={() => attempt(forget)} />
    {/key}
  {:else if coming !== null}
    <span class="quiet" role="status">{coming} …</span>
  {:else if !fixed}
    <FileButton label="join a second file" {bring} />
  {/if}
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
</div>
