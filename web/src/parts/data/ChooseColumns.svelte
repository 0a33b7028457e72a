<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import type { ColumnView as Column } from '../../api/schema';
  import { chosenBy, type Wish } from '../../lib/choosing';
  import { TYPES } from '../../lib/columns';
  import Choice from '../Choice.svelte';
  import Popover from '../Popover.svelte';

  interface Props {
    columns: Column[];
    choose: (names: string[]) => void;
  }
  /** Many columns chosen by what is known of them, or by a list of their names. */
  let { columns, choose }: Props = $props();

  let wish = $state<Wish>({ byDay: '', type: '', from: '', list: '' });
  const found = $derived(chosenBy(columns, wish));
</script>

<Popover label="choose many" name="Choose columns" width={320}>
  <div class="grid grid-cols-[1fr_130px] items-center gap-1.5">
    <label for="by-day">known by day</label>
    <Input id="by-day" class="field" inputmode="numeric" placeholder="any" bind:value={wish.byDay} />
    <label for="of-type">of type</label>
    <Choice id="of-type" class="field" bind:value={wish.type}>
      <option value="">any</option>
      {#each TYPES as [type, words] (type)}<option value={type}>{words}</option>{/each}
    </Choice>
    <label for="worth">information value from</label>
    <Input id="worth" class="field" inputmode="decimal" placeholder="any" bind:value={wish.from} />
  </div>
  <label class="mt-1.5 block" for="listed">or these, one a line or between commas</label>
  <Textarea id="listed" class="field w-full" rows={4} bind:value={wish.list} spellcheck="false" />
  {#if found.unknown.length > 0}<p class="alarm m-0">
      ▲ no column of this file: {found.unknown.slice(0, 5).join(', ')}{found.unknown.length > 5
        ? ` and ${found.unknown.length - 5} more`
        : ''}
    </p>{/if}
  <Button class="action mt-1.5" disabled={found.names.length === 0} onclick={() => choose(found.names)}
    >Choose {found.names.length}</Button
  >
</Popover>
