<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import { listed } from '../../lib/choosing';
  import { count } from '../../lib/format';
  import { Typed } from '../../lib/typed.svelte';

  interface Props {
    names: string[];
    chosen: string[] | null;
    /** that are read together */
    most: number;
    choose: (names: string[] | null) => void;
  }
  /** Which columns of a file are read, where they are too many to be read together or somebody wants fewer. */
  let { names, chosen, most, choose }: Props = $props();

  const text = new Typed(`pick ${location.pathname}`);
  const found = $derived(listed(names, text.value));

  function read() {
    const wanted = found.names;
    text.drop();
    choose(wanted);
  }
</script>

<section class="mt-2" aria-label="Columns that are read">
  <p class="m-0" class:alarm={chosen === null && names.length > most}>
    {#if chosen}{count(chosen.length)} of {count(names.length)} columns are read.
      <Button class="chip ml-1" onclick={() => choose(null)}>choose anew</Button>
    {:else if names.length > most}▲ {count(names.length)} columns are more than the {count(most)} that are read
      together: name those to read, the outcome, identifiers and dates among them.{/if}
  </p>
  {#if chosen === null}
    <label class="quiet block" for="pick">one a line or between commas; * stands for any letters</label>
    <Textarea id="pick" class="field w-full font-mono" rows={3} spellcheck="false" bind:value={text.value} />
    {#if found.unknown.length > 0}<p class="alarm m-0">
        ▲ no column is called {found.unknown.slice(0, 5).join(', ')}{found.unknown.length > 5
          ? ` and ${found.unknown.length - 5} more`
          : ''}
      </p>{/if}
    <div class="mt-1 flex items-center gap-2">
      <Button
        class="action plain"
        disabled={found.names.length === 0 || found.names.length > most}
        onclick={read}>Read these {count(found.names.length)}</Button
      >
      {#if found.names.length > most}<span class="alarm">at most {count(most)} together</span>{/if}
      {#if names.length > most}<Button class="chip" onclick={() => choose(names.slice(0, most))}
          >the first {count(most)}</Button
        >{/if}
    </div>
  {/if}
</section>
