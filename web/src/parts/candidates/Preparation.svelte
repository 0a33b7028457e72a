<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import type { BriefView as Brief, Prepared, RecordView } from '../../api/schema';
  import { get } from '../../lib/api';
  import { count, score, significant } from '../../lib/format';

  /** How each column becomes inputs, with one record's values before and after, and what each column adds to its score. */
  interface Props {
    brief: Brief;
    candidateId: number;
    scoreName: string;
    /** whether inputs are standardised after this */
    scaled: boolean;
  }
  let { brief, candidateId, scoreName, scaled }: Props = $props();

  let steps = $state.raw<Prepared[] | null>(null);
  let record = $state.raw<RecordView | null>(null);
  let number = $state(1);
  let hovered = $state<string | null>(null);
  let refusal = $state<string | null>(null);

  $effect(() => {
    get<Prepared[]>(`/candidates/${candidateId}/preparation`).then(
      (found) => (steps = found),
      (e: Error) => (refusal = e.message),
    );
  });

  async function look(event?: SubmitEvent) {
    event?.preventDefault();
    try {
      record = await get<RecordView>(`/candidates/${candidateId}/records/${number}`);
      refusal = null;
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  const LINE = 19;
  const GAP = 7;
  interface Block {
    step: Prepared;
    y: number;
    height: number;
  }
  const blocks = $derived.by(() => {
    let y = 22;
    return (steps ?? []).map((step): Block => {
      const height = Math.max(1, step.inputs.length) * LINE;
      const block = { step, y, height };
      y += height + GAP;
      return block;
    });
  });
  const height = $derived((blocks.at(-1)?.y ?? 0) + (blocks.at(-1)?.height ?? 0) + 6);
  const mine = $derived(new Map((record?.columns ?? []).map((c) => [c.column, c])));
  const widest = $derived(Math.max(1e-12, ...(record?.columns ?? []).map((c) => Math.abs(c.adds))));
  const cut = (text: string, most: number) => (text.length > most ? `${text.slice(0, most - 1)}…` : text);
  const shown = $derived(steps?.find((s) => s.column === hovered) ?? null);
  const asIs = $derived(steps !== null && steps.every((s) => s.rule === null));
</script>

<section aria-label="How columns became inputs">
  <div class="mb-1 flex flex-wrap items-center gap-3">
    <h2>How columns became inputs</h2>
    <span class="quiet"
      >learnt on training alone{scaled
        ? '; inputs are then standardised, mean 0 and deviation 1 in training'
        : ''}</span
    >
    {#if brief.right !== 'READ'}<form class="ml-auto flex items-center gap-2" onsubmit={look}>
        <label class="quiet"
          >record <Input
            class="field w-24! text-right"
            type="number"
            min="1"
            max={brief.data.records}
            bind:value={number}
          /></label
        >
        <Button class="action plain" type="submit">Show its values</Button>
      </form>{/if}
  </div>
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  {#if record}
    <p class="reading">
      Record {count(record.record)} ({record.part}) scores {score(record.score)}, against {score(
        record.average,
      )} on average:
      {#each [...record.columns]
        .sort((a, b) => Math.abs(b.adds) - Math.abs(a.adds))
        .slice(0, 3) as c, i (c.column)}{i ? ', ' : ''}{c.column}
        {c.adds >= 0 ? 'adds' : 'takes'}
        {significant(Math.abs(c.adds))}{/each}.
    </p>
  {/if}
  {#if steps === null}
    <p class="quiet">Reading the preparation …</p>
  {:else}
    <div class="sheet overflow-x-auto p-2">
      <svg width="980" {height} role="img" aria-label="columns on the left, inputs on the right">
        <text x="4" y="11">column</text>
        {#if record}<text x="300" y="11" text-anchor="end">value</text>{/if}
        <text x="440" y="11">{asIs ? '' : 'inputs'}</text>
        {#if record}
          {#if !asIs}<text x="760" y="11" text-anchor="end">value</text>{/if}
          <text x="974" y="11" text-anchor="end">adds to the {scoreName}</text>
        {/if}
        {#each blocks as { step, y, height: tall } (step.column)}
          {@const at = mine.get(step.column)}
          {@const on = hovered === null || hovered === step.column}
          <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
          <g
            role="group"
            tabindex="0"
            aria-label="{step.column}: {step.rule ?? 'read as it is'}"
            opacity={on ? 1 : 0.35}
            onmouseenter={() => (hovered = step.column)}
            onmouseleave={() => (hovered = null)}
            onfocus={() => (hovered = step.column)}
            onblur={() => (hovered = null)}
          >
            <rect x="0" {y} width="980" height={tall} fill="transparent" />
            <text x="4" y={y + tall / 2 + 4} class="name">{cut(step.column, 26)}</text>
            {#if at}<text x="300" y={y + tall / 2 + 4} text-anchor="end" class="value"
                >{cut(at.before ?? 'missing', 16)}</text
              >{/if}
            {#if step.inputs.length === 0}
              <line x1="310" x2="430" y1={y + tall / 2} y2={y + tall / 2} class="flow" />
              <text x="440" y={y + tall / 2 + 4}>{step.rule === null ? 'as it is' : 'no input'}</text>
            {:else}
              <circle cx="350" cy={y + tall / 2} r="4" fill="var(--color-spruce)" />
              <line x1="310" x2="350" y1={y + tall / 2} y2={y + tall / 2} class="flow" />
              {#each step.inputs as input, i (input)}
                <path
                  d="M350 {y + tall / 2}C390 {y + tall / 2} 390 {y + i * LINE + LINE / 2} 430 {y +
                    i * LINE +
                    LINE / 2}"
                  class="flow"
                />
                <text x="440" y={y + i * LINE + LINE / 2 + 4}>{cut(input, 36)}</text>
                {#if at}
                  <text x="760" y={y + i * LINE + LINE / 2 + 4} text-anchor="end" class="value"
                    >{significant(at.inputs.find((v) => v.name === input)?.value ?? null)}</text
                  >
                {/if}
              {/each}
            {/if}
            {#if at}
              <rect
                x={at.adds < 0 ? 866 - (44 * Math.abs(at.adds)) / widest : 866}
                y={y + tall / 2 - 5}
                width={(44 * Math.abs(at.adds)) / widest}
                height="10"
                fill={at.adds < 0 ? 'var(--color-other)' : 'var(--color-event)'}
              />
              <line
                x1="866"
                x2="866"
                y1={y + tall / 2 - 8}
                y2={y + tall / 2 + 8}
                stroke="var(--color-ink-2)"
              />
              <text x="974" y={y + tall / 2 + 4} text-anchor="end" class="value"
                >{at.adds > 0 ? '+' : ''}{significant(at.adds)}</text
              >
            {/if}
          </g>
        {/each}
      </svg>
    </div>
    <p class="reading">
      {#if shown}
        <b>{shown.column}</b> ({shown.type}): {shown.rule ??
          'read as it is; missing values go where they fit better'}.
      {:else if asIs}
        This kind reads columns as they are: no filling, scaling or encoding.
      {:else}
        Point at a column to read its rule.{record
          ? ` On the right, what each column adds to the ${scoreName}, against the average (Shapley values).`
          : ''}
      {/if}
    </p>
  {/if}
</section>

<style>
  text {
    font-size: 11.5px;
    fill: var(--color-ink-2);
  }
  .name {
    fill: var(--color-ink);
    font-weight: 500;
  }
  .value {
    fill: var(--color-ink);
  }
  .flow {
    fill: none;
    stroke: var(--color-other);
    stroke-width: 1.2;
  }
</style>
