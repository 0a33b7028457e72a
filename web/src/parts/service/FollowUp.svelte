<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { onMount } from 'svelte';
  import type {
    Begun,
    BriefView as Brief,
    DatasetView as Dataset,
    FollowBatchView as Batch,
    FollowView as View,
    ReleaseView as Release,
    Watched,
  } from '../../api/schema';
  import { get, post } from '../../lib/api';
  import { desk } from '../../lib/desk.svelte';
  import { bringSecond } from '../../lib/arrive';
  import { count, percent } from '../../lib/format';
  import { poll } from '../../lib/poll';
  import { navigate } from '../../lib/routes';
  import ActedTable from './ActedTable.svelte';
  import BatchLine from './BatchLine.svelte';
  import BatchTable from './BatchTable.svelte';
  import FollowReports from './FollowReports.svelte';
  import MovedInputs from './MovedInputs.svelte';
  import NoticeList from './NoticeList.svelte';
  import PlanTable from './PlanTable.svelte';
  import SegmentTable from './SegmentTable.svelte';

  interface Props {
    brief: Brief;
    release: Release;
  }
  /** Whether the release is still what was signed: batches on one time line, inputs that moved, and a sentence. */
  let { brief, release }: Props = $props();

  let view = $state.raw<View | null>(null);
  let datasets = $state.raw<Dataset[]>([]);
  let refusal = $state<string | null>(null);

  const THOUSAND = 1000;
  const batches = $derived(view?.batches ?? []);
  const own = $derived(batches.filter((b) => b.version === release.release.version && b.figures !== null));
  const last = $derived(own.at(-1) ?? null);
  /** the newest batch of which enough outcomes have arrived */
  const judged = $derived(
    own.filter((b) => b.figures?.figures != null && !b.figures.early && !b.few).at(-1) ?? null,
  );
  const kind = $derived(view?.advice?.kind);
  const signed = $derived(release.release.figures);
  const limit = (measure: Watched, scale = 1) => {
    const at = view?.plan.find((line) => line.watch.rule?.measure === measure)?.watch.rule?.at;
    return at === undefined ? null : at * scale;
  };
  const currency = $derived(brief.decision.words.currency);

  onMount(() => {
    void attempt(async () => undefined);
    return poll(
      () => void attempt(async () => undefined),
      () => batches.some((b) => b.status === 'waiting' || b.status === 'running'),
    );
  });

  async function attempt(work: () => Promise<unknown>): Promise<boolean> {
    try {
      await work();
      view = await get<View>(`/follow?brief=${brief.id}`);
      if (desk.works) datasets = await get<Dataset[]>('/datasets');
      refusal = null;
      return true;
    } catch (e) {
      refusal = (e as Error).message;
      return false;
    }
  }

  const bring = (dataset: string, day: string) =>
    attempt(() => post(`/follow?brief=${brief.id}&dataset=${dataset}`, { day: day || null, version: null }));
  const nextBrief = () =>
    attempt(async () => {
      const begun = await post<Begun>(`/follow/${judged!.id}/next-brief`);
      await navigate('/briefs/:id', { params: { id: String(begun.briefId) } });
    });
  const recalibrate = () =>
    attempt(async () => {
      const begun = await post<Begun>(`/follow/${judged!.id}/recalibrate`);
      await navigate('/briefs/:id/candidates', { params: { id: String(begun.briefId) } });
    });
  const outcomes = (batch: Batch, dataset: string) =>
    attempt(() => post(`/follow/${batch.id}/outcomes?dataset=${dataset}`));

  /** A file that is brought here, read as it looks; its number, or null where it could not be read. */
  async function arrived(file: File, told: (words: string) => void): Promise<number | null> {
    let dataset: number | null = null;
    const done = await attempt(async () => (dataset = await bringSecond(file, told)));
    return done ? dataset : null;
  }
</script>

{#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
{#if view === null && refusal === null}<p class="quiet">Opening the batches …</p>{/if}
{#if view?.advice}
  <p class="reading my-0!" class:alarm={view.advice.kind !== 'CARRY_ON'} data-advice={view.advice.kind}>
    {view.advice.words}
    {#if desk.works && judged}
      <Button class={kind === 'NEW_BRIEF' ? 'action' : 'chip'} onclick={nextBrief}
        >begin the next brief on the batch of {judged.day}</Button
      >
      <Button class={kind === 'RECALIBRATE' ? 'action' : 'chip'} onclick={recalibrate}
        >recalibrate on it</Button
      >
    {/if}
  </p>
{/if}
{#if view}<NoticeList notices={view.notices} changed={() => attempt(async () => undefined)} />{/if}
{#if own.length > 0}
  <BatchLine
    title="Capture at the signed cut"
    unit="%"
    batches={own}
    signed={signed.figures.capture}
    limit={limit('CAPTURE')}
    of={(b) => b.figures?.figures?.capture ?? null}
    show={(v) => percent(v)}
  />
  <BatchLine
    title="Gain over acting on nobody, a 1,000 {brief.decision.words.records}"
    unit={currency}
    batches={own}
    signed={signed.figures.gain}
    limit={limit('GAIN', 1 / THOUSAND)}
    of={(b) => b.figures?.figures?.gain ?? null}
    show={(v) => count(Math.round(1000 * v))}
  />
{/if}
{#if view}<PlanTable plan={view.plan} />{/if}
{#if last?.groups}
  <ActedTable groups={last.groups} day={last.day} events={brief.decision.words.events} />
{/if}
{#if last && last.segments.length > 0}<SegmentTable segments={last.segments} day={last.day} />{/if}
{#if last && view}<MovedInputs batch={last} far={view.far} />{/if}
<FollowReports {brief} batches={own} />
<BatchTable {batches} {datasets} {bring} {outcomes} {arrived} />
