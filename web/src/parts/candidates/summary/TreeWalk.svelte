<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import type { BriefView as Brief, LeafView, Tree as TreeView } from '../../../api/schema';
  import { get } from '../../../lib/api';
  import { count, counted, rate } from '../../../lib/format';
  import { LEVEL, LINE, layOut, pathTo, within } from '../../../lib/tree';
  import { nth } from '../../../lib/nth';

  let { brief, candidateId, tree }: { brief: Brief; candidateId: number; tree: TreeView } = $props();

  const START = 3;
  let opened = $state.raw<Set<number> | null>(null);
  let zoom = $state(1);
  let hovered = $state<number | null>(null);
  let leaf = $state.raw<{ node: number; view: LeafView } | null>(null);
  let refusal = $state<string | null>(null);

  const open = $derived(opened ?? within(tree, START));
  const laid = $derived(layOut(tree, open));
  const spotOf = $derived(new Map(laid.spots.map((s) => [s.node, s])));
  const base = $derived(nth(tree.events, 0) / nth(tree.records, 0));
  const highest = $derived(Math.max(...tree.value));
  const shown = $derived(hovered ?? leaf?.node ?? 0);

  async function act(node: number) {
    if (nth(tree.left, node) < 0) return showRecords(node);
    opened = new Set(open.has(node) ? [...open].filter((n) => n !== node) : [...open, node]);
  }

  async function showRecords(node: number) {
    try {
      leaf = { node, view: await get<LeafView>(`/candidates/${candidateId}/leaf?node=${node}`) };
      refusal = null;
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  function typed(event: KeyboardEvent, node: number) {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    void act(node);
  }

  const times = (node: number) => nth(tree.value, node) / base;
  const short = (text: string) => (text.length > 31 ? `${text.slice(0, 30)}…` : text);
</script>

<section aria-label="The tree">
  <div class="mb-1 flex items-center gap-2">
    <h2>The tree: {count(tree.pruning.leaves)} leaves, {tree.pruning.depth} questions deep</h2>
    <span class="quiet">learnt on training</span>
    <span class="ml-auto flex gap-1">
      <Button class="chip" onclick={() => (opened = within(tree, START))}>first {START} questions</Button>
      <Button class="chip" onclick={() => (opened = within(tree, 99))} disabled={tree.pruning.leaves > 400}
        >unfold all</Button
      >
      <Button class="chip" onclick={() => (zoom = Math.max(0.4, zoom - 0.15))} aria-label="smaller">−</Button>
      <Button class="chip" onclick={() => (zoom = Math.min(1.6, zoom + 0.15))} aria-label="larger">+</Button>
    </span>
  </div>
  <div class="sheet max-h-[430px] overflow-auto p-2">
    <svg
      width={laid.width * zoom}
      height={laid.height * zoom}
      viewBox="0 0 {laid.width} {laid.height}"
      role="tree"
      aria-label="decision tree"
    >
      {#each laid.spots as s (s.node)}
        {#if s.parent !== null}
          {@const from = spotOf.get(s.parent)!}
          <path
            d="M{from.x + LEVEL - 22} {from.y + LINE / 2}C{from.x + LEVEL - 4} {from.y + LINE / 2} {s.x -
              14} {s.y + LINE / 2} {s.x} {s.y + LINE / 2}"
            fill="none"
            stroke="var(--color-other)"
            stroke-width={Math.max(1, 9 * (nth(tree.records, s.node) / nth(tree.records, 0)))}
          />
        {/if}
      {/each}
      {#each laid.spots as s (s.node)}
        <!-- svelte-ignore a11y_mouse_events_have_key_events -->
        <g
          transform="translate({s.x} {s.y + 3})"
          role="treeitem"
          tabindex="0"
          aria-selected={shown === s.node}
          aria-expanded={s.leaf ? undefined : s.open}
          aria-label="{s.rule}: {counted(nth(tree.records, s.node), 'record')}, event rate {rate(
            nth(tree.value, s.node),
          )} %"
          onclick={() => act(s.node)}
          onkeydown={(e) => typed(e, s.node)}
          onmouseover={() => (hovered = s.node)}
          onmouseout={() => (hovered = null)}
          onfocus={() => (hovered = s.node)}
          class="cursor-pointer"
        >
          <rect
            width={LEVEL - 22}
            height={LINE - 8}
            fill="var(--color-sheet)"
            stroke={shown === s.node ? 'var(--color-ink)' : 'var(--color-rule)'}
          />
          <rect
            y={LINE - 12}
            width={(LEVEL - 22) * (nth(tree.value, s.node) / highest)}
            height="4"
            fill="var(--color-event)"
          />
          <text x="6" y="14" class="rule">{short(s.rule)}</text>
          <text x="6" y="30">{rate(nth(tree.value, s.node))} % of {count(nth(tree.records, s.node))}</text>
          <text x={LEVEL - 28} y="30" text-anchor="end">{s.leaf ? 'leaf' : s.open ? '' : 'more ›'}</text>
        </g>
      {/each}
    </svg>
  </div>
  <p class="reading">
    {#if shown === 0}
      All training {brief.decision.words.records}: {count(nth(tree.records, 0))}, of which {rate(base)} % {brief
        .decision.words.events}.
    {:else}
      {pathTo(tree, shown).join(', and ')}: {count(nth(tree.records, shown))}
      {brief.decision.words.records}, {rate(nth(tree.value, shown))} % {brief.decision.words.events}, {times(
        shown,
      ).toFixed(1)} times the rate of all.
    {/if}
  </p>
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  {#if leaf}
    <div class="mb-1 flex items-center gap-2">
      <h2>Validation {brief.decision.words.records} in this leaf</h2>
      <span class="quiet"
        >{count(leaf.view.records)}, of which {count(leaf.view.events)}
        {brief.decision.words.events} ({rate(leaf.view.events / leaf.view.records)} %); training had {rate(
          nth(tree.value, leaf.node),
        )} %</span
      >
      <Button class="chip ml-auto" onclick={() => (leaf = null)}>close</Button>
    </div>
    <div class="max-h-56 overflow-auto">
      <Table class="plain" aria-label="Records in the leaf">
        <thead
          ><tr
            ><th class="n">Record</th>{#each leaf.view.columns as c (c)}<th>{c}</th>{/each}</tr
          ></thead
        >
        <tbody>
          {#each leaf.view.rows as row (row[0])}
            <tr
              ><td class="n">{row[0]}</td>{#each row.slice(1) as value, i (i)}<td>{value ?? '–'}</td
                >{/each}</tr
            >
          {/each}
        </tbody>
      </Table>
    </div>
  {/if}
</section>

<style>
  text {
    font-size: 11px;
    fill: var(--color-ink-2);
  }
  .rule {
    fill: var(--color-ink);
    font-weight: 500;
  }
  g:focus-visible {
    outline: none;
  }
  g:focus-visible rect:first-child {
    stroke: var(--color-spruce);
    stroke-width: 2;
  }
</style>
