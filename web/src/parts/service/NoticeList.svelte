<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import type { NoticeView as Notice } from '../../api/schema';
  import { post } from '../../lib/api';
  import { count, together, when } from '../../lib/format';
  import { session } from '../../lib/session.svelte';

  interface Props {
    notices: Notice[];
    changed: () => Promise<unknown>;
  }
  /** What the signed plan asks somebody to answer. */
  let { notices, changed }: Props = $props();

  let answers = $state<Record<number, string>>({});
  let refusal = $state<string | null>(null);
  let all = $state(false);
  let whole = $state(false);

  const LISTED = 3;

  const mine = (n: Notice) => n.waitsFor === session.me?.name;
  /** those that wait for whoever looks come first */
  const open = $derived(
    notices.filter((n) => n.answer === null).sort((a, b) => Number(mine(b)) - Number(mine(a))),
  );
  const shown = $derived(whole ? open : open.slice(0, LISTED));
  const answered = $derived(notices.filter((n) => n.answer !== null));

  async function answer(notice: Notice) {
    try {
      await post(`/follow/notices/${notice.id}/answer`, { words: answers[notice.id] ?? '' });
      delete answers[notice.id];
      refusal = null;
    } catch (e) {
      refusal = `Not answered: ${(e as Error).message}`;
    }
    await changed();
  }
</script>

{#if notices.length > 0}
  <section class="sheet px-3 py-2" aria-label="Notices">
    <h2>
      Notices <span class="quiet font-normal"
        >{open.length === 0 ? 'all answered' : `${count(open.length)} to answer`}</span
      >
    </h2>
    {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
    {#each shown as n (n.id)}
      <div class="notice" data-notice={n.kind}>
        <span class="alarm">▲</span>
        {together(n.words)}
        <span class="quiet"
          >{n.who === ''
            ? `nobody is named: ${n.waitsFor} is told`
            : n.waitsFor === n.who
              ? `for ${n.who}`
              : `for ${n.who}, who has no account that sees this: ${n.waitsFor} is told`}</span
        >
        {#if n.mayAnswer}
          <form
            class="mt-1 flex gap-2"
            onsubmit={(e) => {
              e.preventDefault();
              void answer(n);
            }}
          >
            <Input
              class="field w-full!"
              required
              maxlength={4000}
              aria-label="Answer to: {n.words}"
              placeholder="what follows from it"
              bind:value={() => answers[n.id] ?? '', (said: string) => (answers[n.id] = said)}
            />
            <Button class="action" type="submit">Answer</Button>
          </form>
        {/if}
      </div>
    {/each}
    {#if shown.length < open.length}
      <Button class="chip mt-1" onclick={() => (whole = true)}>all {count(open.length)} to answer</Button>
    {/if}
    {#if answered.length > 0}
      <Button class="chip mt-1" aria-expanded={all} onclick={() => (all = !all)}
        >{count(answered.length)} answered</Button
      >
      {#if all}
        {#each answered as n (n.id)}
          <p class="notice my-0! quiet">
            {together(n.words)} <q>{n.answer}</q>
            {n.answeredBy}, {when(n.answeredAt!)}
          </p>
        {/each}
      {/if}
    {/if}
  </section>
{/if}

<style>
  .notice {
    margin-top: 6px;
    padding-top: 6px;
    border-top: 1px solid var(--color-line);
  }
  q {
    font: italic 13px/1.4 var(--font-serif);
  }
</style>
