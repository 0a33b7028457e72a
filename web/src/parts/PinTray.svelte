<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import { onMount } from 'svelte';
  import type { BriefView as Brief, PinView as Pin } from '../api/schema';
  import { patch, remove } from '../lib/api';
  import { desk } from '../lib/desk.svelte';
  import { percent } from '../lib/format';

  /** What was pinned for the report, as it stood then. */
  let { brief }: { brief: Brief } = $props();

  const CHAPTERS: Partial<Record<Pin['chapter'], string>> = {
    comparison: 'Comparison',
    threshold: 'Threshold and stakes',
  };
  let refusal = $state<string | null>(null);

  onMount(() => void desk.fetchPins().catch(failed));

  function failed(e: Error) {
    refusal = e.message;
  }

  async function note(pin: Pin, text: string) {
    try {
      await patch(`/pins/${pin.id}`, { note: text, seen: pin.note });
      refusal = null;
    } catch (e) {
      refusal = `“${text}” is not kept: ${(e as Error).message}`;
    }
    await desk.fetchPins().catch(failed);
  }

  async function drop(pin: Pin) {
    await remove(`/pins/${pin.id}`).then(() => desk.fetchPins(), failed);
  }

  const picture = (svg: string) => `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  const candidate = (pin: Pin) => (pin.candidateId == null ? null : desk.nameOf(pin.candidateId));
  const cut = (pin: Pin) =>
    pin.records === null || !desk.comparison
      ? ''
      : `, cut at ${percent(pin.records / desk.comparison.part.records)} %`;
</script>

<section aria-label="Pinned for the report">
  <div class="flex items-baseline gap-2">
    <h2>Pinned for the report</h2>
    <span class="quiet">{desk.pins.length || 'nothing yet'}</span>
  </div>
  {#if desk.pins.length === 0}
    <p class="quiet">
      On <a class="underline" href={`/briefs/${brief.id}/compare`}>Compare</a> and
      <a class="underline" href={`/briefs/${brief.id}/threshold`}>Threshold</a>, “pin” or the key “.” puts a
      chart, a table or a sentence here, with a note.
    </p>
  {/if}
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  {#each desk.pins as pin (pin.id)}
    <article class="sheet" data-pin={pin.kind}>
      <div class="flex items-baseline gap-2">
        <b>{pin.title}</b>
        <span class="quiet">{CHAPTERS[pin.chapter] ?? pin.chapter}</span>
        {#if desk.works}<Button class="chip ml-auto" onclick={() => void drop(pin)}>remove</Button>{/if}
      </div>
      {#if pin.drawing}<img src={picture(pin.drawing)} alt="{pin.title}: {pin.reading}" />{/if}
      {#if pin.cells}
        <div class="cells">
          <Table class="plain">
            <tbody>
              {#each pin.cells as line, i (i)}
                <tr>
                  {#each line as cell, k (k)}
                    {#if i === 0}<th>{cell}</th>{:else}<td>{cell}</td>{/if}
                  {/each}
                </tr>
              {/each}
            </tbody>
          </Table>
        </div>
      {/if}
      {#if pin.reading && !pin.drawing}<p class="reading">{pin.reading}</p>{/if}
      {#if desk.works}
        <Textarea
          class="field w-full"
          rows={2}
          maxlength={4000}
          aria-label="Note on {pin.title}"
          placeholder="What it should tell the reader"
          onchange={(e) => void note(pin, e.currentTarget.value)}
          value={pin.note}
        />
      {:else if pin.note}<p>{pin.note}</p>{/if}
      <p class="quiet">pinned by {pin.createdBy}{candidate(pin) ? ` on ${candidate(pin)}` : ''}{cut(pin)}</p>
    </article>
  {/each}
</section>

<style>
  article {
    padding: 8px 12px;
    margin-top: 8px;
  }
  img {
    width: 100%;
    max-width: 520px;
  }
  .cells {
    max-height: 180px;
    overflow: auto;
    font-size: 11.5px;
  }
</style>
