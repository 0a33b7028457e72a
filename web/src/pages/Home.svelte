<script lang="ts">
  import { onMount } from 'svelte';
  import type { Brief, Dataset } from '../api/types';
  import { get, post, Refusal, upload } from '../lib/api';
  import { count, percent } from '../lib/format';
  import { navigate } from '../lib/routes';
  import { session } from '../lib/session.svelte';

  let briefs = $state.raw<Brief[] | null>(null);
  let datasets = $state.raw<Dataset[]>([]);
  let refusal = $state<string | null>(null);
  let sending = $state<{ name: string; share: number; stop: () => void } | null>(null);

  onMount(async () => {
    try {
      [briefs, datasets] = await Promise.all([get<Brief[]>('/briefs'), get<Dataset[]>('/datasets')]);
    } catch (e) {
      refusal = (e as Error).message;
    }
  });

  function rate(brief: Brief): string {
    const open = brief.split?.parts.filter((p) => p.events !== null) ?? [];
    const records = open.reduce((sum, p) => sum + p.records, 0);
    const events = open.reduce((sum, p) => sum + (p.events ?? 0), 0);
    return records ? `${percent(events / records)} %` : '–';
  }

  function stage(brief: Brief): string {
    if (brief.signOff) return 'Sign-off';
    if (brief.fitted > 0) return 'Compare';
    if (brief.split) return 'Candidates';
    return brief.outcome ? 'Data' : 'Brief';
  }

  async function start(datasetId: number) {
    const brief = await post<Brief>('/briefs', { datasetId });
    await navigate('/briefs/:id', { params: { id: String(brief.id) } });
  }

  async function bring(files: FileList | null) {
    const file = files?.[0];
    if (!file) return;
    refusal = null;
    const sent = upload<Dataset>(file, (share) => {
      if (sending) sending = { ...sending, share };
    });
    sending = { name: file.name, share: 0, stop: sent.stop };
    try {
      await start((await sent.done).id);
    } catch (e) {
      refusal = e instanceof Refusal ? `${file.name}: ${e.message}` : String(e);
    } finally {
      sending = null;
    }
  }
</script>

<header class="flex h-12 items-center gap-4 border-b px-[18px]">
  <b class="font-serif text-[16px] font-semibold">Outrider</b>
  <span class="font-serif text-[14px] italic quiet">Briefs: one decision about one outcome each</span>
  <span class="ml-auto quiet">{session.me?.name} · {session.me?.role}</span>
  <button class="chip" onclick={() => session.leave()}>sign out</button>
</header>

<main class="mx-auto max-w-5xl p-6">
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  {#if briefs === null}
    <p class="quiet">Loading the briefs …</p>
  {:else if briefs.length === 0}
    <p class="reading">
      There is no brief yet. Bring a file to begin with; the first line names its columns.
    </p>
  {:else}
    <table class="plain">
      <thead>
        <tr>
          <th>Brief</th><th>Outcome</th><th class="n">Records</th><th class="n">Event rate</th>
          <th class="n">Candidates</th><th>Stage reached</th><th>Sign-off</th>
        </tr>
      </thead>
      <tbody>
        {#each briefs as brief (brief.id)}
          <tr>
            <td class="max-w-xs">
              <a class="font-semibold hover:underline" href={`/briefs/${brief.id}`}>{brief.name}</a>
              <small class="sub">{brief.question}</small>
            </td>
            <td>{brief.outcome ?? '–'}<small class="sub">{brief.eventLevels.join(', ')}</small></td>
            <td class="n">{count(brief.records)}</td>
            <td class="n">{rate(brief)}</td>
            <td class="n">{brief.fitted}</td>
            <td>{stage(brief)}</td>
            <td>{brief.signOff ?? 'not issued'}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}

  {#if session.analyst}
    <section class="sheet mt-6 p-4">
      <h2>A new brief</h2>
      {#if sending}
        <div class="mt-2 flex items-center gap-3">
          <progress class="w-64" value={sending.share} max="1"></progress>
          <span>{sending.share < 1 ? `sending ${sending.name}` : `reading ${sending.name}`}</span>
          <button class="action plain" onclick={() => sending?.stop()}>Stop</button>
        </div>
      {:else}
        <div class="mt-2 flex flex-wrap items-center gap-3">
          <label class="action cursor-pointer">
            Bring a CSV file
            <input
              class="sr-only"
              type="file"
              accept=".csv,.gz"
              onchange={(e) => bring(e.currentTarget.files)}
            />
          </label>
          <span class="quiet">comma separated, UTF-8, first line the column names; plain or gzip</span>
        </div>
        {#if datasets.length > 0}
          <p class="mt-3 quiet">
            or begin again on a file that is here:
            {#each datasets.slice(0, 6) as dataset (dataset.id)}
              <button class="chip ml-1" onclick={() => start(dataset.id)}>
                {dataset.name} · {count(dataset.records)}
              </button>
            {/each}
          </p>
        {/if}
      {/if}
    </section>
  {/if}
</main>
