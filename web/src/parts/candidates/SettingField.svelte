<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Choice from '../Choice.svelte';
  import type {
    CandidateView as Candidate,
    ColumnView as Column,
    SettingView as Setting,
  } from '../../api/schema';
  import type { SettingValue } from '../../lib/settings';
  import { AS_NEEDED, range, refused } from '../../lib/candidates';

  interface Props {
    setting: Setting;
    value: SettingValue | undefined;
    columns: Column[];
    candidates: Candidate[];
    change: (value: SettingValue) => void;
  }
  let { setting, value, columns, candidates, change }: Props = $props();

  const wrong = $derived(refused(setting, value));
  const numbers = $derived(columns.filter((c) => c.type === 'NUMBER' && !c.outcome));
  const groups = $derived(columns.filter((c) => c.type === 'CATEGORY' && !c.outcome && c.distinct <= 100));
  const ordered = $derived(columns.filter((c) => c.input && (c.type === 'NUMBER' || c.type === 'DATE')));
  const members = $derived(candidates.filter((c) => c.status === 'done' && !c.reference));
  const list = $derived(Array.isArray(value) ? (value as (string | number)[]) : []);

  function flip(item: string | number) {
    const next = list.includes(item) ? list.filter((x) => x !== item) : [...list, item];
    change(next as SettingValue);
  }
</script>

{#if setting.type === 'columns' || setting.type === 'numbers' || setting.type === 'candidates'}
  <fieldset class="col-span-full">
    <legend class="quiet">{setting.label} – {setting.sentence}</legend>
    <div class="mt-1 flex max-h-24 flex-wrap gap-x-4 gap-y-1 overflow-y-auto">
      {#if setting.type !== 'candidates'}
        {#each setting.type === 'columns' ? groups : ordered as c (c.name)}
          <label
            ><Checkbox checked={list.includes(c.name)} onchange={() => flip(c.name)} />
            {c.name}</label
          >
        {/each}
      {:else}
        {#each members as c (c.id)}
          <label
            ><Checkbox checked={list.includes(c.id)} onchange={() => flip(c.id)} />
            {c.name}</label
          >
        {:else}
          <span class="quiet">No fitted candidate to blend yet.</span>
        {/each}
      {/if}
    </div>
  </fieldset>
{:else}
  <label class="setting" class:wrong={wrong !== null} title={setting.sentence}>
    <span class="quiet">{setting.label}</span>
    {#if setting.type === 'choice'}
      <Choice class="field" value={value as string} onpick={change}>
        {#each setting.choices as choice (choice.value)}<option value={choice.value}>{choice.words}</option
          >{/each}
      </Choice>
    {:else if setting.type === 'yesNo'}
      <Choice class="field" value={String(value)} onpick={(to) => change(to === 'true')}>
        {#each setting.choices as choice (choice.value)}<option value={choice.value}>{choice.words}</option
          >{/each}
      </Choice>
    {:else if setting.type === 'column'}
      <Choice class="field" value={value as string} onpick={change}>
        <option value="">choose a column</option>
        {#each numbers as c (c.name)}<option value={c.name}>{c.name}</option>{/each}
      </Choice>
    {:else if setting.mayBeFound && value === AS_NEEDED}
      <Button
        class="field text-right"
        type="button"
        title="Give a number instead"
        aria-label={`${setting.label}: as needed; give a number instead`}
        onclick={() => change(setting.low)}>as needed</Button
      >
    {:else}
      <Input
        class="field text-right"
        type="number"
        step={setting.type === 'whole' ? 1 : 'any'}
        min={setting.low}
        max={setting.high}
        value={value as number}
        aria-invalid={wrong !== null}
        oninput={(e: Event) => change((e.target as HTMLInputElement).valueAsNumber)}
      />
    {/if}
    {#if setting.mayBeFound && value !== AS_NEEDED}
      <Button class="chip justify-self-end col-start-2" type="button" onclick={() => change(AS_NEEDED)}
        >as needed</Button
      >
    {/if}
    <small class="sub">{wrong ? `give ${range(setting)}` : setting.sentence}</small>
  </label>
{/if}

<style>
  .setting {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 158px;
    align-items: center;
    column-gap: 8px;
    align-self: start;
  }
  .setting small {
    grid-column: 1 / -1;
  }
  .setting :global(.field) {
    width: 100%;
  }
  .wrong :global(.field) {
    border-color: var(--color-refusal);
  }
  .wrong small {
    color: var(--color-refusal);
  }
</style>
