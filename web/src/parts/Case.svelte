<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { untrack, type Snippet } from 'svelte';
  import { count, gain, percent, rate as rareRate, some } from '../lib/format';
  import { raceWords } from '../lib/words';
  import { eventWords, saysEvent } from '../lib/decision';
  import { desk } from '../lib/desk.svelte';
  import { keys } from '../lib/keys';
  import { pins } from '../lib/pins.svelte';
  import { navigate, route } from '../lib/routes';
  import { session } from '../lib/session.svelte';
  import CutBar from './CutBar.svelte';
  import KeysHelp from './KeysHelp.svelte';
  import PinDialog from './PinDialog.svelte';

  let { children }: { children: Snippet } = $props();

  const id = $derived(Number(route.params.id));
  const brief = $derived(desk.brief?.id === id ? desk.brief : null);
  const at = $derived(route.pathname.split('/')[3] ?? '');
  const here = $derived(at === 'searches' ? 'candidates' : at);

  $effect(() => {
    const wanted = id;
    untrack(() => void load(wanted));
  });

  async function load(wanted: number) {
    await desk.open(wanted);
    void desk.fetchPins().catch(() => undefined);
    await desk.compare().then(
      () => desk.failures.over('comparison'),
      (e: Error) => desk.failures.say('comparison', e.message),
    );
  }

  function seen() {
    if (document.visibilityState === 'visible') void load(id);
  }

  const open = $derived(brief?.split?.parts.filter((p) => p.events !== null) ?? []);
  const rate = $derived(
    open.reduce((sum, p) => sum + (p.events ?? 0), 0) / open.reduce((sum, p) => sum + p.records, 0),
  );

  const unheld = $derived(brief?.split?.parts.some((p) => p.part === 'reserve' && p.records === 0) ?? false);

  const race = $derived(
    [...(desk.comparison?.candidates ?? []), ...(desk.comparison?.order.others ?? [])]
      .filter((c) => !c.reference)
      .map((c) => desk.lastAgainst(c)?.verdict ?? null),
  );

  const mostlyEvents = $derived(
    desk.comparison !== null && 2 * desk.comparison.part.events > desk.comparison.part.records,
  );

  const stages = $derived(
    brief === null
      ? []
      : [
          {
            path: '',
            name: 'Brief',
            fact: saysEvent(brief.decision.outcome) ? eventWords(brief.decision.outcome) : 'no outcome yet',
          },
          {
            path: 'data',
            name: 'Data',
            fact: brief.split
              ? `${count(brief.data.records)} · ${rareRate(rate)} % ${brief.decision.words.events}`
              : `${count(brief.data.records)} · not split`,
          },
          {
            path: 'candidates',
            name: 'Candidates',
            fact: brief.progress.candidates
              ? `${brief.progress.fitted} fitted${brief.progress.running ? ` · ${brief.progress.running} running` : ''}`
              : 'none yet',
          },
          {
            path: 'compare',
            name: 'Compare',
            fact: desk.row
              ? raceWords(race, mostlyEvents ? 'others' : brief.decision.words.events)
              : desk.comparison
                ? 'nothing to compare'
                : brief.split
                  ? '…'
                  : 'nothing to compare',
          },
          {
            path: 'threshold',
            name: 'Threshold',
            fact: desk.at
              ? `${percent(desk.at.depth)} % · ${gain(brief.decision.words.currency, desk.at.gain)}`
              : 'no cut yet',
          },
          {
            path: 'errors',
            name: 'Errors',
            fact: desk.at
              ? `${count(Math.round((desk.comparison?.part.events ?? 0) - desk.at.events))} missed`
              : 'no cut yet',
          },
          {
            path: 'sign-off',
            name: 'Sign-off',
            fact:
              (desk.openChecks ??
                (brief.progress.signOff ? `report ${brief.progress.signOff}` : 'no report yet')) +
              (desk.pins.length > 0 ? ` · ${desk.pins.length} pinned` : ''),
          },
          {
            path: 'in-service',
            name: 'In service',
            fact: brief.progress.version ? `version ${brief.progress.version}` : 'nothing yet',
          },
        ],
  );

  function go(path: string) {
    void navigate(`/briefs/${id}${path && `/${path}`}` as '/');
  }

  const cutShown = $derived(
    ['compare', 'threshold', 'errors', 'sign-off'].includes(here) && desk.row !== null,
  );
</script>

<svelte:window
  onkeydown={(e) =>
    keys(
      e,
      desk,
      stages.map((s) => s.path),
      go,
      () => pins.offerHere(),
    )}
/>
<svelte:document onvisibilitychange={seen} />

<div class="desk" class:with-cut={cutShown}>
  <header>
    <a class="font-serif text-[16px] font-semibold" href="/">Outrider</a>
    <h1 class="question quiet">{brief?.decision.question ?? 'A brief'}</h1>
    {#if brief && brief.revision.number > 1}
      <span class="quiet whitespace-nowrap"
        >revision {brief.revision.number}, after
        <a class="underline" href={`/briefs/${brief.revision.previousId}`}
          >revision {brief.revision.number - 1}</a
        ></span
      >
    {/if}
    <span class="ml-auto flex items-center gap-3 whitespace-nowrap quiet">
      {#if brief && desk.comparison}
        <span
          >Validation · {count(desk.comparison.part.records)}
          {brief.decision.words.records}, {some(
            desk.comparison.part.events,
            brief.decision.words.events,
          )}{desk.comparison.part.weightColumn !== null
            ? `, weighed by ${desk.comparison.part.weightColumn}`
            : ''}</span
        >
        <span
          ><i class="seal" class:broken={!desk.comparison.part.sealed || unheld}></i>
          {unheld
            ? 'no reserve (final hold-out)'
            : 'reserve (final hold-out) ' + (desk.comparison.part.sealed ? 'sealed' : 'opened')}</span
        >
      {/if}
      <a class="chip" href={`/briefs/${id}/trail`}>audit trail</a>
      <span>{session.me?.name}</span>
      <Button class="chip" onclick={() => (desk.keysOpen = true)} aria-label="Keys">?</Button>
    </span>
  </header>
  <nav aria-label="Stages">
    {#each stages as stage, i (stage.path)}
      <a
        href={`/briefs/${id}${stage.path && `/${stage.path}`}`}
        class:on={here === stage.path}
        aria-current={here === stage.path ? 'page' : undefined}
      >
        <i>{i + 1}</i>
        <span>{stage.name}<small>{stage.fact}</small></span>
      </a>
    {/each}
  </nav>
  <main>
    {#if desk.failures.words}<p class="refusal" role="alert">{desk.failures.words}</p>{/if}
    {#if brief}{@render children()}{:else if !desk.failures.words}<p class="quiet">
        Opening the brief …
      </p>{/if}
  </main>
  {#if cutShown && brief}<CutBar {brief} />{/if}
</div>
<KeysHelp />
<PinDialog />

<style>
  .desk {
    height: 100vh;
    display: grid;
    grid-template: 48px minmax(0, 1fr) / 196px minmax(0, 1fr);
  }
  .desk.with-cut {
    grid-template-rows: 48px minmax(0, 1fr) 74px;
  }
  header {
    grid-column: 1 / 3;
    display: flex;
    align-items: center;
    gap: 18px;
    padding: 0 18px;
    border-bottom: 1px solid var(--color-rule);
  }
  nav {
    border-right: 1px solid var(--color-rule);
    padding: 10px 0;
    overflow-y: auto;
  }
  nav a {
    display: flex;
    gap: 10px;
    padding: 7px 14px 7px 16px;
    border-left: 3px solid transparent;
  }
  nav a:hover {
    background: var(--color-hover);
  }
  nav i {
    font: 12px var(--font-sans);
    color: var(--color-ink-2);
    width: 10px;
    padding-top: 1px;
  }
  nav small {
    display: block;
    color: var(--color-ink-2);
    font-size: 11px;
    line-height: 1.25;
    overflow-wrap: anywhere;
  }
  nav a.on {
    background: var(--color-sheet);
    border-left-color: var(--color-spruce);
    font-weight: 600;
  }
  nav a.on small {
    font-weight: 400;
  }
  main {
    /* what is hidden from sight but not from readers stays inside */
    position: relative;
    padding: 12px 18px;
    overflow: auto;
  }
  .seal {
    display: inline-block;
    width: 9px;
    height: 9px;
    transform: rotate(45deg) scale(0.85);
    background: var(--color-event);
    margin-right: 3px;
  }
  .seal.broken {
    background: transparent;
    border: 1.5px solid var(--color-event);
  }
</style>
