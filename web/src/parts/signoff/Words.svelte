<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import Choice from '../Choice.svelte';
  import type { DraftView as Draft, AuthorText, Paragraph } from '../../api/schema';
  import { desk } from '../../lib/desk.svelte';
  import type { Change } from '../../lib/signoff.svelte';
  import { count } from '../../lib/format';
  import Plan from './Plan.svelte';

  interface Props {
    draft: Draft;
    chosen: Paragraph | null;
    onchoose: (chapter: Paragraph) => void;
    onwrite: (change: Change) => Promise<boolean>;
  }
  let { draft, chosen, onchoose, onwrite }: Props = $props();

  const WITHOUT_WORDS: Paragraph[] = ['definitions', 'recipe'];
  const PROMPTS: Partial<Record<Paragraph, string>> = {
    decision: 'What will be done, by whom, and what it takes',
    why: 'Why this one, in your own words',
    risks: 'What could go wrong, and what you would do then',
    alarms: 'What was done about each alarm',
    reserve: 'What to make of the reserve',
  };
  const authorText = $derived(draft.authorText);
  const shown = $derived(draft.paragraphs.filter((p) => !WITHOUT_WORDS.includes(p.paragraph)));
  const own = $derived([...(desk.comparison?.candidates ?? []), ...(desk.comparison?.order.others ?? [])]);
  const today = $derived(own.find((c) => c.name === authorText.today));
  let field = $state<HTMLTextAreaElement>();

  const write = (change: (now: AuthorText) => Partial<AuthorText>) =>
    onwrite(({ authorText: now }) => ({ authorText: { ...now, ...change(now) } }));

  function say(chapter: Paragraph, text: string) {
    void write((now) => ({ words: { ...now.words, [chapter]: text } }));
  }

  function answer(index: number, text: string) {
    void onwrite(({ answers }) => ({ answers: { ...answers, [index]: text } }));
  }

  function insert(name: string) {
    if (!field || !chosen || name === '') return;
    const at = field.selectionStart;
    const text = `${field.value.slice(0, at)}{${name}}${field.value.slice(field.selectionEnd)}`;
    field.value = text;
    say(chosen, text);
  }
</script>

<div class="flex flex-col gap-3">
  {#if draft.remarks.length > 0}
    <section aria-label="Remarks to answer">
      <h2>Remarks to answer</h2>
      {#each draft.remarks as remark, i (i)}
        <div class="remark">
          <Button class="chip" onclick={() => onchoose(remark.paragraph)}>{remark.title}</Button>
          <q>{remark.words}</q> <span class="quiet">{remark.by}</span>
          <Textarea
            class="field mt-1 w-full"
            rows={2}
            maxlength={4000}
            aria-label="Answer on {remark.title}"
            placeholder="your answer"
            onchange={(e) => answer(i, e.currentTarget.value)}
            value={draft.answers[i] ?? ''}
          />
        </div>
      {/each}
    </section>
  {/if}
  <section class="grid gap-2" aria-label="When and against what">
    <label
      >From
      <Input
        class="field ml-1"
        type="date"
        aria-label="First day"
        value={authorText.startsOn ?? ''}
        onchange={(e) => {
          const startsOn = e.currentTarget.value || null;
          void write(() => ({ startsOn }));
        }}
      /></label
    >
    <label
      >Today's way
      <Choice
        class="field ml-1 max-w-44"
        aria-label="Today's way"
        value={authorText.today ?? ''}
        onpick={(to) => write(() => ({ today: to || null, todayRecords: null }))}
      >
        <option value="">not said</option>
        {#each own as row (row.id)}<option value={row.name}>{row.name}</option>{/each}
      </Choice></label
    >
    {#if authorText.today}
      <label
        >acting on
        <Input
          class="field mx-1 w-20!"
          type="number"
          min="0"
          max={desk.comparison?.part.records}
          aria-label="Acted on today"
          placeholder={count(desk.records)}
          value={authorText.todayRecords ?? ''}
          onchange={(e) => {
            const text = e.currentTarget.value;
            void write(() => ({ todayRecords: text === '' ? null : Number(text) }));
          }}
        />
        of {count(desk.comparison?.part.records ?? 0)} in validation
        {#if today && 'best' in today}<span class="quiet">(its best: {count(today.best.records)})</span
          >{/if}</label
      >
    {/if}
  </section>
  <section aria-label="Words by chapter">
    <h2>Your words, chapter by chapter</h2>
    <p class="quiet">Click a chapter of the page, or one here. Figures come by name and stay true.</p>
    <div class="mt-1 flex flex-wrap gap-1">
      {#each shown as p (p.paragraph)}
        <Button
          class={['chip', authorText.words[p.paragraph] && 'written']}
          aria-pressed={chosen === p.paragraph}
          onclick={() => onchoose(p.paragraph)}>{p.title}{authorText.words[p.paragraph] ? ' ·' : ''}</Button
        >
      {/each}
    </div>
    {#if chosen && !WITHOUT_WORDS.includes(chosen)}
      {#key chosen}
        <Textarea
          class="field mt-2 w-full"
          rows={6}
          maxlength={4000}
          bind:elementRef={field}
          aria-label="Words on {shown.find((p) => p.paragraph === chosen)?.title}"
          placeholder={PROMPTS[chosen] ?? 'What a reader should know here'}
          onchange={(e) => say(chosen!, e.currentTarget.value)}
          value={authorText.words[chosen] ?? ''}
        />
        <Choice
          class="field mt-1 w-full"
          aria-label="Insert a figure"
          value=""
          onpick={(to) => to && insert(to)}
        >
          <option value="">insert a figure …</option>
          {#each Object.entries(draft.figures) as [name, value] (name)}
            <option value={name}>{name}: {value}</option>
          {/each}
        </Choice>
      {/key}
    {/if}
  </section>
  <Plan {draft} {write} />
</div>

<style>
  .remark {
    margin-top: 6px;
    padding-left: 8px;
    border-left: 3px solid var(--color-cut);
  }
  q {
    font: italic 13px/1.4 var(--font-serif);
  }
</style>
