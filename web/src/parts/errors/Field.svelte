<script lang="ts">
  import { desk } from '../../lib/desk.svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import type { BriefView as Brief, CellsView, ErrorBand, FieldView } from '../../api/schema';
  import { cellKey, QUICK, stretch, tallied, type Choice } from '../../lib/errors';
  import { count, money, score } from '../../lib/format';

  /** Score bands down, outcomes across, the cut a line through it; cells and bands are chosen by mouse and keys, stretches
   *  with Shift, and scores by their range. */
  interface Props {
    brief: Brief;
    field: FieldView;
    /** null while it is on its way */
    cells: CellsView | null;
    cut: number;
    choice: Choice;
    pick: (choice: Choice) => void;
    flip: (key: string) => void;
  }
  let { brief, field, cells, cut, choice, pick, flip }: Props = $props();

  const words = $derived(brief.decision.words);
  const acted = $derived(`${words.acting === 'ringing' ? 'rung' : 'acted on'} before`);
  const mostEvents = $derived(Math.max(1, ...field.bands.map((b) => b.events.records)));
  const mostOthers = $derived(Math.max(1, ...field.bands.map((b) => b.others.records)));
  /** share of a band's height that lies above the cut */
  const above = (band: ErrorBand) =>
    Math.max(0, Math.min(1, (cut - band.from) / Math.max(1e-9, band.to - band.from)));
  const at = $derived(field.bands.reduce((sum, band) => sum + above(band), 0) / field.bands.length);
  const chosen = (band: ErrorBand, event: boolean) =>
    'cells' in choice && choice.cells.includes(cellKey(band, event));

  function said(band: ErrorBand, event: boolean): string {
    const tally = event ? band.events : band.others;
    return (
      `Band ${band.band}, ${event ? words.events : `no ${words.events}`}: ${count(tally.records)}` +
      (tally.actedBefore > 0 ? `, ${count(tally.actedBefore)} of them ${acted}` : '')
    );
  }

  /** where a stretch begins that Shift extends */
  let anchor = $state.raw<[number, boolean] | null>(null);
  function choose(i: number, event: boolean, extend: boolean) {
    if (extend && anchor) return pick(stretch(field.bands, anchor, [i, event]));
    anchor = [i, event];
    flip(cellKey(field.bands[i]!, event));
  }
  const whole = (i: number) => pick(stretch(field.bands, [i, true], [i, false]));

  let from = $state('');
  let to = $state('');
  function between() {
    if (from === '' || to === '') return;
    const ends = [Number(from), Number(to)];
    if (ends.every(Number.isFinite)) pick({ scores: [Math.min(...ends), Math.max(...ends)] });
  }

  function move(event: KeyboardEvent) {
    const steps: Record<string, number> = { ArrowDown: 3, ArrowUp: -3, ArrowRight: 1, ArrowLeft: -1 };
    const step = steps[event.key];
    if (step === undefined) return;
    const all = [...(event.currentTarget as HTMLElement).querySelectorAll<HTMLElement>('button')];
    const here = all.indexOf(document.activeElement as HTMLElement);
    all[here + step]?.focus();
    event.preventDefault();
  }
</script>

<section class="sheet box" aria-label="Score bands and outcomes">
  <h2>
    Score bands and outcomes <span class="quiet font-normal"
      >{count(field.records)}
      {words.records} of validation{desk.comparison?.part.weightColumn
        ? ', each counted once, whatever its weight'
        : ''}</span
    >
  </h2>
  <div class="heads quiet">
    <span>band, score from</span><span class="text-right">{words.events} {count(field.events)}</span><span
      >no {words.events} {count(field.records - field.events)}</span
    >
  </div>
  <!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
  <div class="cells" role="group" aria-label="Cells" onkeydown={move}>
    {#each field.bands as band, i (band.band)}
      <div class="band">
        <Button
          class="errorcell label"
          aria-label="{band.band} {score(band.lowestScore)}, both outcomes of the band"
          aria-pressed={chosen(band, true) && chosen(band, false)}
          onclick={() => whole(i)}><b>{band.band}</b> {score(band.lowestScore)}</Button
        >
        {#each [true, false] as event (event)}
          {@const tally = event ? band.events : band.others}
          {@const wide = (100 * tally.records) / (event ? mostEvents : mostOthers)}
          <Button
            class="errorcell {event ? 'left' : 'right'}"
            aria-pressed={chosen(band, event)}
            aria-label={said(band, event)}
            title={said(band, event)}
            onclick={(e: MouseEvent) => choose(i, event, e.shiftKey)}
          >
            <i
              class={event ? 'event' : 'other'}
              style:width="{wide * 0.74}%"
              style:--above="{100 * above(band)}%"
              >{#if tally.actedBefore > 0}<em style:width="{(100 * tally.actedBefore) / tally.records}%"
                ></em>{/if}</i
            ><span>{count(tally.records)}</span>
          </Button>
        {/each}
      </div>
    {/each}
    <div class="cut" style:top="{100 * at}%" aria-hidden="true"></div>
  </div>
  <div class="quick" role="group" aria-label="Cells of the cut">
    {#each QUICK as [quick, name] (quick)}
      <Button
        class="quickcell"
        aria-pressed={'quick' in choice && choice.quick === quick}
        onclick={() => pick({ quick })}
        ><b>{cells ? count(cells[quick].records) : '…'}</b>
        {name}{#if cells && cells[quick].actedBefore > 0}<small
            >{tallied(cells[quick], acted).split(', ').slice(1).join(', ')}</small
          >{/if}{#if cells && cells[quick].value !== null}<small
            >{money(words.currency, cells[quick].value ?? 0)}</small
          >{/if}</Button
      >
    {/each}
  </div>
  <p class="quiet legend">
    or scores from <Input
      class="field w-20! text-right"
      aria-label="Scores from"
      inputmode="decimal"
      bind:value={from}
      onchange={between}
    />
    to
    <Input
      class="field w-20! text-right"
      aria-label="Scores to"
      inputmode="decimal"
      bind:value={to}
      onchange={between}
    />
  </p>
  {#if field.actedColumn}<p class="quiet legend">
      <span class="hatch"></span>
      {acted}, as {field.actedColumn} says: a call may have prevented what it warned of
    </p>{/if}
</section>

<style>
  .box {
    padding: 6px 12px 8px;
    display: flex;
    flex-direction: column;
    min-width: 0;
  }
  .heads,
  .band {
    display: grid;
    grid-template-columns: 96px 1fr 1fr;
    column-gap: 14px;
    align-items: center;
  }
  .heads {
    font-size: 11.5px;
    margin: 4px 0;
  }
  .cells {
    position: relative;
  }
  .band {
    height: 27px;
  }
  .cut {
    position: absolute;
    left: 0;
    right: 0;
    height: 2px;
    margin-top: -1px;
    background: var(--color-cut);
    pointer-events: none;
  }
  /* words stand before the cut's line, not struck through by it */
  .band :global(.errorcell.label),
  .band :global(.errorcell span) {
    position: relative;
    z-index: 1;
  }
  .band :global(.errorcell.label[aria-pressed='false']),
  .band :global(.errorcell[aria-pressed='false'] span) {
    background: var(--color-sheet);
    padding-inline: 3px;
  }
  .quick {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 4px 10px;
    margin-top: 8px;
  }
  .legend {
    margin: 6px 0 0;
    font-size: 11.5px;
  }
  .hatch {
    display: inline-block;
    width: 12px;
    height: 10px;
    background: repeating-linear-gradient(135deg, var(--color-ink-2) 0 1px, transparent 1px 4px);
    border: 1px solid var(--color-rule);
  }
  i {
    display: inline-block;
    position: relative;
    height: 17px;
    min-width: 1px;
  }
  i.event {
    background: linear-gradient(
      var(--color-event) var(--above),
      color-mix(in srgb, var(--color-event) 55%, white) var(--above)
    );
  }
  i.other {
    background: linear-gradient(
      color-mix(in srgb, var(--color-other) 85%, #777) var(--above),
      color-mix(in srgb, var(--color-other) 62%, white) var(--above)
    );
  }
  em {
    position: absolute;
    inset: 0 auto 0 0;
    background: repeating-linear-gradient(135deg, rgb(40 40 40 / 0.55) 0 1px, transparent 1px 4px);
  }
</style>
