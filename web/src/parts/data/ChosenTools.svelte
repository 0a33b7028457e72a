<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import type { ColumnType, ColumnView as Column, Role } from '../../api/schema';
  import { ROLES, TYPES } from '../../lib/columns';
  import type { ColumnSheet } from '../../lib/columns.svelte';
  import Choice from '../Choice.svelte';

  interface Props {
    picked: Column[];
    sheet: ColumnSheet;
    typesFixed: boolean;
    setType: (type: ColumnType) => Promise<unknown>;
    none: () => void;
  }
  /** What can be settled of several columns at once. */
  let { picked, sheet, typesFixed, setType, none }: Props = $props();

  function days(field: HTMLInputElement) {
    const text = field.value.trim();
    field.setCustomValidity(/^\d*$/.test(text) ? '' : 'Give whole days, such as 30, or nothing.');
    if (!field.reportValidity()) return;
    void sheet.setKnown(picked, { knownAfterDays: text === '' ? null : Number(text) });
  }
</script>

<span class="ml-2 font-semibold">{picked.length} chosen:</span>
<Choice
  class="field"
  value=""
  aria-label="Role of those chosen"
  onpick={(to) => sheet.setRole(picked, to as Role)}
>
  <option value="" disabled>role …</option>
  {#each ROLES as [role, words] (role)}<option value={role}>{words}</option>{/each}
</Choice>
<Choice
  class="field"
  value=""
  aria-label="Type of those chosen"
  disabled={typesFixed}
  onpick={(to) => setType(to as ColumnType)}
>
  <option value="" disabled>type …</option>
  {#each TYPES as [type, words] (type)}<option value={type}>{words}</option>{/each}
</Choice>
<Input
  class="field w-32!"
  inputmode="numeric"
  placeholder="days until known"
  title="Days after the decision until they are known"
  aria-label="Days until those chosen are known"
  onchange={(e) => days(e.currentTarget)}
/>
<Input
  class="field w-28!"
  placeholder="from where"
  maxlength={80}
  aria-label="Where those chosen come from"
  onchange={(e) => void sheet.setKnown(picked, { knownWhere: e.currentTarget.value.trim() || null })}
/>
<Button class="chip" onclick={none}>none</Button>
