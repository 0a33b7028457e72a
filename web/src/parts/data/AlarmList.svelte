<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { ColumnView as Column } from '../../api/schema';
  import { open } from '../../lib/columns';
  import type { ColumnSheet } from '../../lib/columns.svelte';
  import AlarmRow from './AlarmRow.svelte';

  const SHOWN = 3;
  const NAMED = 5;

  interface Props {
    /** columns with open alarms, the gravest first */
    ringing: Column[];
    sheet: ColumnSheet;
    fixed: boolean;
    show: (name: string) => void;
    all: () => void;
  }
  /** The gravest alarms with their remedies; columns that are constant and nothing worse are told together. */
  let { ringing, sheet, fixed, show, all }: Props = $props();

  const same = $derived.by(() => {
    const constant = ringing.filter((c) => open(c).every((a) => a.kind === 'constant'));
    return constant.length > 1 ? constant : [];
  });
  const others = $derived(ringing.filter((c) => !same.includes(c)));
</script>

<section aria-label="Alarms">
  {#each others.slice(0, SHOWN) as column (column.name)}
    {#each open(column) as alarm (alarm.name)}
      <AlarmRow {column} {alarm} {sheet} {fixed} named {show} />
    {/each}
  {/each}
  {#if others.length > SHOWN}
    <Button class="alarm text-[12.5px] hover:underline" onclick={all}
      >▲ and {others.length - SHOWN} more columns with alarms</Button
    >
  {/if}
  {#if same.length > 0}
    <div class="flex items-baseline gap-2 py-0.5 text-[12.5px]" data-alarms-together>
      <span class="alarm">▲</span>
      <span class="min-w-0 flex-1">
        <b class="alarm">{same.length} columns are constant:</b>
        {#each same.slice(0, NAMED) as column, i (column.name)}{i > 0 ? ', ' : ''}<Button
            class="hover:underline"
            onclick={() => show(column.name)}>{column.name}</Button
          >{/each}{#if same.length > NAMED}&nbsp;<Button class="hover:underline" onclick={all}
            >and {same.length - NAMED} more</Button
          >{/if} hold one value or none in training and cannot tell records apart.
      </span>
      {#if !fixed}<Button
          class="chip"
          onclick={() => sheet.setRole(same, 'SET_ASIDE', open(same[0]!)[0]!.name)}
          >set all {same.length} aside</Button
        >{/if}
    </div>
  {/if}
</section>
