<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { Snippet } from 'svelte';

  /** A small sheet that a chip opens. */
  let {
    label,
    name,
    width = 240,
    children,
  }: { label: string; name: string; width?: number; children: Snippet } = $props();

  let open = $state(false);
  let place = $state({ left: 0, top: 0, most: 400 });
  let button: HTMLButtonElement;
  let sheet = $state<HTMLDivElement>();

  function toggle() {
    const box = button.getBoundingClientRect();
    const top = box.bottom + 4;
    const below = innerHeight - top - 12;
    place = {
      left: Math.max(8, Math.min(box.right - width, innerWidth - width - 12)),
      top: below < 220 ? Math.max(8, box.top - 4 - Math.min(420, box.top - 12)) : top,
      most: below < 220 ? Math.min(420, box.top - 12) : below,
    };
    open = !open;
  }

  function outside(event: PointerEvent) {
    const target = event.target as Node;
    if (open && !button.contains(target) && !sheet?.contains(target)) open = false;
  }
</script>

<svelte:window onkeydown={(e) => e.key === 'Escape' && (open = false)} onpointerdown={outside} />

<Button
  class="chip"
  {@attach (found: Element) => void (button = found as HTMLButtonElement)}
  aria-expanded={open}
  aria-haspopup="dialog"
  aria-label="{label}: {name}"
  onclick={toggle}>{label}</Button
>
{#if open}
  <div
    class="sheet pop"
    role="dialog"
    aria-label={name}
    bind:this={sheet}
    style:left="{place.left}px"
    style:top="{place.top}px"
    style:width="{width}px"
    style:max-height="{place.most}px"
  >
    {@render children()}
  </div>
{/if}

<style>
  .pop {
    position: fixed;
    z-index: 20;
    overflow: auto;
    padding: 8px 12px;
    font-size: 12px;
    font-weight: 400;
    border-color: var(--color-ink-2);
    text-align: left;
    white-space: normal;
  }
  .pop :global(label) {
    display: flex;
    align-items: center;
    gap: 7px;
    padding: 2px 0;
  }
</style>
