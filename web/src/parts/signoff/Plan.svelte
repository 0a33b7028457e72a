<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import type {
    AuthorText,
    DraftView as Draft,
    Every,
    WatchLimit,
    Side,
    Watch,
    Watched,
  } from '../../api/schema';
  import { desk } from '../../lib/desk.svelte';
  import Choice from '../Choice.svelte';

  interface Props {
    draft: Draft;
    write: (change: (now: AuthorText) => Partial<AuthorText>) => Promise<boolean>;
  }
  /** What is watched once the candidate decides. Typed lines are watched by the program, others by people alone. */
  let { draft, write }: Props = $props();

  const currency = $derived(desk.brief?.decision.words.currency ?? '');
  const lines = $derived(draft.authorText.monitoring);
  const SIDES: [Side, string][] = [
    ['AT_LEAST', 'at least'],
    ['AT_MOST', 'at most'],
  ];
  const EVERY: [Every, string][] = [
    ['WEEK', 'weekly'],
    ['MONTH', 'monthly'],
    ['QUARTER', 'quarterly'],
    ['HALF_YEAR', 'twice a year'],
    ['YEAR', 'yearly'],
  ];
  const FREE: [keyof Omit<Watch, 'who' | 'rule'>, string, string][] = [
    ['what', 'What is watched', 'what'],
    ['limit', 'Limit', 'limit'],
    ['every', 'How often', 'how often'],
  ];
  const USUAL: Watched[] = ['SCORE_STABILITY', 'CAPTURE', 'GAIN'];
  const PERCENT = 100;

  const entry = (measure: Watched) => draft.watchable.find((w) => w.measure === measure);
  const scale = (rule: WatchLimit) => (entry(rule.measure)?.unit === 'SHARE' ? PERCENT : 1);
  const unit = (rule: WatchLimit) => {
    const kind = entry(rule.measure)?.unit;
    return kind === 'SHARE' ? '%' : kind === 'MONEY' ? currency : '';
  };
  const shown = (rule: WatchLimit) => Number((rule.at * scale(rule)).toPrecision(6));
  const blank = (rule: WatchLimit | null): Watch => ({ what: '', limit: '', every: '', who: '', rule });
  const begun = (measure: Watched): WatchLimit =>
    entry(measure)?.usual ?? { measure, side: 'AT_LEAST', at: 0, every: 'QUARTER' };

  const change = (index: number, next: (line: Watch) => Watch) =>
    write((now) => ({ monitoring: now.monitoring.map((w, i) => (i === index ? next(w) : w)) }));

  const rule = (index: number, part: Partial<WatchLimit>) =>
    change(index, (w) => (w.rule ? { ...w, rule: { ...w.rule, ...part } } : w));

  function add() {
    const taken = lines.map((w) => w.rule?.measure);
    const next = draft.watchable.find((w) => w.usual && !taken.includes(w.measure)) ?? draft.watchable[0];
    void write((now) => ({ monitoring: [...now.monitoring, blank(next ? begun(next.measure) : null)] }));
  }
</script>

<section aria-label="Monitoring plan">
  <h2>Monitoring plan</h2>
  <p class="quiet">
    Later batches are held against it. Whoever a line names is told when its limit is crossed or a batch is
    overdue; where the name is no account, the owner of the brief.
  </p>
  {#each lines as line, i (i)}
    <div class="line">
      <span class="col-span-2">
        <Choice
          class="field w-full"
          aria-label="Measure, line {i + 1}"
          value={line.rule?.measure ?? ''}
          onpick={(to) => change(i, (w) => ({ ...w, rule: to === '' ? null : begun(to as Watched) }))}
        >
          {#each draft.watchable as w (w.measure)}<option value={w.measure}>{w.words}</option>{/each}
          <option value="">something else, in words: only people look at it</option>
        </Choice>
      </span>
      {#if line.rule}
        {@const limit = line.rule}
        <Choice
          class="field w-full"
          aria-label="Side of the limit, line {i + 1}"
          value={limit.side}
          onpick={(to) => rule(i, { side: to as Side })}
        >
          {#each SIDES as [key, words] (key)}<option value={key}>{words}</option>{/each}
        </Choice>
        <span class="flex min-w-0 items-center gap-1">
          <Input
            class="field w-full! min-w-0"
            type="number"
            step="any"
            aria-label="Limit, line {i + 1}"
            value={shown(limit)}
            onchange={(e) => {
              const at = e.currentTarget.valueAsNumber / scale(limit);
              if (Number.isFinite(at)) rule(i, { at });
            }}
          />
          {unit(limit)}
        </span>
        <Choice
          class="field w-full"
          aria-label="How often, line {i + 1}"
          value={limit.every}
          onpick={(to) => rule(i, { every: to as Every })}
        >
          {#each EVERY as [key, words] (key)}<option value={key}>{words}</option>{/each}
        </Choice>
      {:else}
        {#each FREE as [field, name, hint] (field)}
          <Input
            class="field"
            aria-label="{name}, line {i + 1}"
            placeholder={hint}
            maxlength={200}
            value={line[field]}
            onchange={(e) => {
              const said = e.currentTarget.value;
              change(i, (w) => ({ ...w, [field]: said }));
            }}
          />
        {/each}
      {/if}
      <Input
        class="field"
        aria-label="By whom, line {i + 1}"
        placeholder="by whom"
        maxlength={200}
        value={line.who}
        onchange={(e) => {
          const who = e.currentTarget.value;
          change(i, (w) => ({ ...w, who }));
        }}
      />
      <Button
        class="chip justify-self-start"
        aria-label="Drop line {i + 1}"
        onclick={() => void write((now) => ({ monitoring: now.monitoring.filter((_, k) => k !== i) }))}
        >drop</Button
      >
    </div>
  {/each}
  <span class="mt-1 flex gap-1">
    <Button class="chip" onclick={add}>add a line</Button>
    {#if lines.length === 0}
      <Button
        class="chip"
        onclick={() =>
          void write(() => ({
            monitoring: USUAL.filter((m) => entry(m)?.usual).map((m) => blank(begun(m))),
          }))}>begin with three usual ones</Button
      >
    {/if}
  </span>
</section>

<style>
  .line {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 3px;
    margin-top: 6px;
    padding-top: 6px;
    border-top: 1px solid var(--color-line);
  }
</style>
