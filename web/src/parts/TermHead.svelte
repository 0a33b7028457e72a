<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { desk } from '../lib/desk.svelte';
  import { note, type Term } from '../lib/terms';

  /** A measure's name that opens its note. */
  let { term, label }: { term: Term; label: string } = $props();

  let open = $state(false);
  let place = $state({ left: 0, top: 0 });
  let button: HTMLButtonElement;
  const told = $derived(
    open && desk.brief && desk.comparison && desk.row && desk.at
      ? note(term, desk.brief, desk.comparison, desk.row, desk.at)
      : null,
  );

  function toggle() {
    const box = button.getBoundingClientRect();
    place = { left: Math.min(box.left, innerWidth - 340), top: box.bottom + 6 };
    open = !open;
  }
</script>

<svelte:window
  onkeydown={(e) => e.key === 'Escape' && (open = false)}
  onpointerdown={(e) => !(e.target as HTMLElement).closest('.note, .term') && (open = false)}
/>

<Button
  class="term"
  {@attach (found: Element) => void (button = found as HTMLButtonElement)}
  aria-expanded={open}
  onclick={toggle}>{label}</Button
>
{#if told}
  <div
    class="note sheet"
    role="dialog"
    aria-label={told.name}
    style:left="{place.left}px"
    style:top="{place.top}px"
  >
    <b>{told.name}</b>
    <p>{told.what}</p>
    <dl>
      <dt>formula</dt>
      <dd>{told.formula}</dd>
      <dt>here</dt>
      <dd>{told.numbers}</dd>
      <dt>beware</dt>
      <dd>{told.beware}</dd>
    </dl>
  </div>
{/if}

<style>
  .note {
    position: fixed;
    z-index: 20;
    width: 320px;
    padding: 10px 12px;
    white-space: normal;
    text-align: left;
    font-size: 12px;
    font-weight: 400;
    color: var(--color-ink);
    border-color: var(--color-ink-2);
  }
  .note p {
    margin: 3px 0 6px;
  }
  dl {
    display: grid;
    grid-template-columns: 52px 1fr;
    gap: 3px 8px;
  }
  dt {
    color: var(--color-ink-2);
  }
</style>
