<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Choice from '../Choice.svelte';
  import { untrack } from 'svelte';
  import type {
    BriefView as Brief,
    CandidateView as Candidate,
    ColumnView as Column,
    KindView as KindInfo,
  } from '../../api/schema';
  import type { Settings } from '../../lib/settings';
  import { post } from '../../lib/api';
  import { begun, fresh, refused } from '../../lib/candidates';
  import { capital } from '../../lib/format';
  import SettingField from './SettingField.svelte';

  interface Props {
    brief: Brief;
    kinds: KindInfo[];
    columns: Column[];
    candidates: Candidate[];
    /** the candidate to start from, or null */
    from: Candidate | null;
    made: () => void;
    close: () => void;
  }
  let { brief, kinds, columns, candidates, from, made, close }: Props = $props();

  const inputs = $derived(columns.filter((c) => c.input).map((c) => c.name));
  const names = $derived(candidates.map((c) => c.name));
  const scores = $derived(
    columns.filter((c) => c.type === 'NUMBER' && c.setup.role === 'SCORE').map((c) => c.name),
  );

  let kindName = $state(untrack(() => from?.kind ?? 'logistic'));
  const kind = $derived(kinds.find((k) => k.kind === kindName)!);
  let settings = $state<Settings>(
    untrack(() =>
      begun(
        kinds.find((k) => k.kind === kindName)!,
        from,
      ),
    ),
  );
  let name = $state(untrack(() => fresh(from?.name ?? 'Logistic regression', names)));
  let named = $state(untrack(() => from !== null));
  let chosen = $state<string[]>(
    untrack(() => {
      const own = from && kinds.find((k) => k.kind === from.kind)?.takesInputs;
      return own ? from.inputs.filter((c) => inputs.includes(c)) : inputs;
    }),
  );
  let extra = $state<string[]>([]);
  let refusal = $state<string | null>(null);
  let busy = $state(false);
  let all = $state(false);

  function choose(next: string) {
    kindName = next;
    const info = kinds.find((k) => k.kind === next)!;
    settings = begun(info, from);
    if (next === 'supplied' && !settings.column) settings.column = scores[0] ?? '';
    if (!named) name = fresh(capital(info.words.replace('reference: ', '')), names);
  }

  const wrong = $derived(kind.settings.some((s) => refused(s, settings[s.name]) !== null));
  const plain = (s: { name: string; type: string }) =>
    kind.settings.indexOf(s as never) < 6 || s.type === 'columns' || s.type === 'candidates';
  const shown = $derived(all ? kind.settings : kind.settings.filter(plain));
  const before = $derived(from && kind.takesInputs ? from.inputs : null);
  const added = $derived(before ? chosen.filter((c) => !before.includes(c)) : []);
  const removed = $derived(before ? before.filter((c) => !chosen.includes(c)) : []);
  const otherScores = $derived(
    kindName === 'supplied'
      ? columns.filter((c) => c.type === 'NUMBER' && !c.outcome && c.name !== settings.column)
      : [],
  );

  function flip(list: string[], item: string): string[] {
    return list.includes(item) ? list.filter((x) => x !== item) : [...list, item];
  }

  async function make(called: string, values: Settings) {
    const wanted = {
      name: called,
      kind: kindName,
      settings: values,
      inputs: kind.takesInputs ? chosen : null,
      basedOn: from?.id ?? null,
    };
    await post<Candidate>(`/candidates?brief=${brief.id}`, wanted);
  }

  async function fit(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    try {
      await make(name, settings);
      for (const column of kindName === 'supplied' ? extra : []) {
        await make(fresh(capital(column.replaceAll('_', ' ')), names), { ...settings, column });
      }
      made();
    } catch (e) {
      refusal = (e as Error).message;
    } finally {
      busy = false;
    }
  }
</script>

<form class="sheet mb-3 p-3" onsubmit={fit} aria-label="New candidate">
  <div class="flex flex-wrap items-end gap-4">
    <label class="quiet"
      >kind
      <Choice class="field block w-52" value={kindName} onpick={choose}>
        {#each kinds as k (k.kind)}<option value={k.kind}>{k.words}</option>{/each}
      </Choice>
    </label>
    <label class="quiet"
      >name
      <Input
        class="field block w-64!"
        bind:value={name}
        oninput={() => (named = true)}
        maxlength={200}
        required
      /></label
    >
    {#if from}<span class="quiet pb-1">begun from <b class="font-semibold">{from.name}</b></span>{/if}
    <span class="ml-auto flex gap-2">
      <Button class="action plain" type="button" onclick={close}>Leave it</Button>
      <Button class="action" type="submit" disabled={busy || wrong}>Fit</Button>
    </span>
  </div>
  {#if shown.length > 0}
    <div class="mt-3 grid grid-cols-3 gap-x-6 gap-y-2">
      {#each shown as setting (kindName + setting.name)}
        <SettingField
          {setting}
          value={settings[setting.name]}
          {columns}
          {candidates}
          change={(value) => (settings[setting.name] = value)}
        />
      {/each}
    </div>
    {#if shown.length < kind.settings.length || all}
      <Button class="chip mt-2" type="button" onclick={() => (all = !all)}
        >{all ? 'fewer settings' : `${kind.settings.length - shown.length} more settings`}</Button
      >
    {/if}
  {/if}
  {#if kindName === 'supplied' && otherScores.length > 0}
    <fieldset class="mt-3">
      <legend class="quiet">read in the same way, a candidate each</legend>
      <div class="mt-1 flex max-h-24 flex-wrap gap-x-4 gap-y-1 overflow-y-auto">
        {#each otherScores as c (c.name)}
          <label
            ><Checkbox checked={extra.includes(c.name)} onchange={() => (extra = flip(extra, c.name))} />
            {c.name}</label
          >
        {/each}
      </div>
    </fieldset>
  {/if}
  {#if kind.takesInputs}
    <fieldset class="mt-3">
      <legend class="quiet">
        {chosen.length} of {inputs.length} inputs
        <Button class="chip ml-2" type="button" onclick={() => (chosen = inputs)}>all</Button>
        <Button class="chip" type="button" onclick={() => (chosen = [])}>none</Button>
        {#if added.length || removed.length}
          <span class="ml-2"
            >against {from?.name}: {added
              .map((a) => `+ ${a}`)
              .concat(removed.map((r) => `− ${r}`))
              .join(', ')}</span
          >
        {/if}
      </legend>
      <div class="mt-1 flex max-h-32 flex-wrap gap-x-4 gap-y-1 overflow-y-auto">
        {#each inputs as input (input)}
          <label
            ><Checkbox checked={chosen.includes(input)} onchange={() => (chosen = flip(chosen, input))} />
            {input}</label
          >
        {/each}
      </div>
    </fieldset>
  {/if}
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
</form>
