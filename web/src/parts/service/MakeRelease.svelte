<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import { onMount } from 'svelte';
  import type {
    ReleaseView as Release,
    ReportHead as Head,
    ReportView as Report,
    Unknown,
  } from '../../api/schema';
  import { get, post } from '../../lib/api';
  import { Typed } from '../../lib/typed.svelte';

  interface Props {
    /** that was approved */
    report: Head;
    /** the version that it would take the place of */
    before?: Release;
    first?: boolean;
    done: () => Promise<void>;
  }
  /** Puts an approved report into service. */
  let { report, before, first = false, done }: Props = $props();

  /** null as long as nobody has said whether there is one */
  let condition = $state<string | null>(null);
  const met = $derived(new Typed(`met ${report.id}`));
  let unknown = $state<Unknown>('REFUSED');
  let busy = $state(false);
  let refusal = $state<string | null>(null);

  onMount(async () => {
    try {
      const whole = await get<Report>(`/reports/${report.id}`);
      condition = whole.acts.filter((a) => a.act === 'approved').at(-1)?.condition ?? '';
    } catch (e) {
      refusal = (e as Error).message;
    }
  });

  async function make() {
    busy = true;
    try {
      await post(`/releases?report=${report.id}`, { met: met.value, unknown });
      met.value = '';
      await done();
      refusal = null;
    } catch (e) {
      refusal = (e as Error).message;
    } finally {
      busy = false;
    }
  }
</script>

<section class="sheet p-3" aria-label="Put into service">
  <h2>Put report {report.id} into service</h2>
  <p class="quiet mt-1">
    {report.words}
    {#if before}It takes the place of version {before.release.version}, which decides no more from then on.{/if}
  </p>
  {#if condition}
    <label class="mt-2 block"
      >The condition: <b>{condition}</b>
      <Textarea
        class="field w-full"
        rows={2}
        maxlength={4000}
        aria-label="How the condition is met"
        placeholder="how it is met; your name stands beside it"
        bind:value={met.value}
      /></label
    >
  {/if}
  <fieldset class="mt-2">
    <legend>A level or a column that training did not have</legend>
    {#each [['REFUSED', 'is refused, by record and field'], ['MISSING', 'is scored as missing, and counted']] as const as [value, words] (value)}
      <Button class="chip mr-1" aria-pressed={unknown === value} onclick={() => (unknown = value)}
        >{words}</Button
      >
    {/each}
  </fieldset>
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  <Button
    class="action mt-2"
    disabled={busy || condition === null || (condition !== '' && met.value.trim() === '')}
    onclick={() => void make()}>{first ? 'Put into service' : 'Put into service as the next version'}</Button
  >
</section>
