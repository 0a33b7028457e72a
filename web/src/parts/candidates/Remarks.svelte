<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import { untrack } from 'svelte';
  import type { CandidateView as Candidate } from '../../api/schema';
  import { get, patch, Refusal } from '../../lib/api';
  import { desk } from '../../lib/desk.svelte';
  import { unsent } from '../../lib/line.svelte';
  import { Turns } from '../../lib/turns';

  /** What people note on a candidate. Each change names what its writer saw, so that nobody writes over another unseen. */
  let { candidate }: { candidate: Candidate } = $props();

  let seen = $state.raw<Pick<Candidate, 'notes' | 'tags'>>(untrack(() => candidate));
  let notes = $state(untrack(() => candidate.notes));
  let tags = $state(untrack(() => candidate.tags.join(', ')));
  let refusal = $state<string | null>(null);
  let overtaken = $state(false);

  const path = $derived(`/candidates/${candidate.id}`);
  const edit = () => ({ notes, tags: tags.split(','), seen: { notes: seen.notes, tags: seen.tags } });
  /** One change after the other, each on what the one before left. */
  const turns = new Turns<null>(() => unsent('PATCH', path, edit()));
  const keep = () => turns.take(null, send);

  async function send() {
    try {
      seen = await patch<Candidate>(path, edit());
      overtaken = false;
      refusal = null;
    } catch (e) {
      if (e instanceof Refusal && e.problem.code === 'OVERTAKEN') {
        seen = await get<Candidate>(path).catch(() => seen);
        overtaken = true;
      } else refusal = `The notes are not kept: ${(e as Error).message}`;
    }
  }

  function takeTheirs() {
    notes = seen.notes;
    tags = seen.tags.join(', ');
    overtaken = false;
    refusal = null;
  }
</script>

<div class="mt-1 mb-2 flex flex-wrap gap-3">
  <label class="quiet grow"
    >notes <Input
      class="field ml-1 w-[calc(100%-44px)]!"
      bind:value={notes}
      maxlength={4000}
      disabled={!desk.works}
      onchange={keep}
    /></label
  >
  <label class="quiet"
    >tags <Input class="field ml-1 w-52!" bind:value={tags} disabled={!desk.works} onchange={keep} /></label
  >
</div>
{#if overtaken}
  <p class="refusal" role="alert">
    Somebody else wrote “{[seen.notes, ...seen.tags].filter(Boolean).join(', ')}” meanwhile; what you wrote
    stands here and is not kept.
    <Button class="chip" onclick={keep}>put mine in its place</Button>
    <Button class="chip" onclick={takeTheirs}>take theirs</Button>
  </p>
{:else if refusal}
  <p class="refusal" role="alert">{refusal}</p>
{/if}
