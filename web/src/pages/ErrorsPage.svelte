<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type {
    AddedColumn,
    CandidateView as Candidate,
    CellsView,
    FieldView,
    SelectionView,
    SpotsView,
  } from '../api/schema';
  import { get, post } from '../lib/api';
  import { fresh } from '../lib/candidates';
  import { desk } from '../lib/desk.svelte';
  import { asked, flipped, selectionLine, type Choice } from '../lib/errors';
  import { count, fixed } from '../lib/format';
  import { pins } from '../lib/pins.svelte';
  import { navigate } from '../lib/routes';
  import Added from '../parts/errors/Added.svelte';
  import Contributed from '../parts/errors/Contributed.svelte';
  import Field from '../parts/errors/Field.svelte';
  import Records from '../parts/errors/Records.svelte';
  import Rival from '../parts/errors/Rival.svelte';
  import Traits from '../parts/errors/Traits.svelte';
  import NothingYet from '../parts/NothingYet.svelte';

  const SHORTLY = 250;
  const MOST_SPOTS = 6;
  const brief = $derived(desk.brief!);
  const all = $derived(desk.comparison);
  const row = $derived(desk.row);
  const cut = $derived(desk.at?.records ?? 0);

  let field = $state.raw<FieldView | null>(null);
  let cells = $state.raw<CellsView | null>(null);
  let found = $state.raw<SelectionView | null>(null);
  let columns = $state.raw<AddedColumn[] | null>(null);
  let spots = $state.raw<SpotsView | null>(null);
  let choice = $state.raw<Choice>({ quick: 'missed' });
  let everySpot = $state(false);
  let refusal = $state<string | null>(null);

  const base = $derived(`/errors/${brief.id}`);
  const of = $derived(`candidate=${row?.id}`);
  const wanted = $derived(all ? asked(choice, all.part.records, cut) : []);
  const query = $derived(`${of}&${wanted.map((c) => `cell=${c}`).join('&')}`);

  /** Asks, and keeps the answer if nothing else was asked since. */
  function ask<T>(address: string, now: () => string, keep: (answer: T) => void) {
    get<T>(address).then(
      (answer) => {
        if (now() !== address) return;
        keep(answer);
        refusal = null;
      },
      (e: Error) => {
        if (now() === address) refusal = e.message;
      },
    );
  }

  const fieldAddress = $derived(row ? `${base}?${of}` : null);
  const cellsAddress = $derived(row ? `${base}/cells?${of}&records=${cut}` : null);
  const selectionAddress = $derived(row && wanted.length > 0 ? `${base}/selection?${query}` : null);
  $effect(() => {
    if (fieldAddress === null) return;
    [field, columns, spots] = [null, null, null];
    const ofRow = of;
    ask<FieldView>(
      fieldAddress,
      () => fieldAddress ?? '',
      (answer) => {
        field = answer;
        ask<AddedColumn[]>(
          `${base}/columns?${ofRow}`,
          () => `${base}/columns?${of}`,
          (c) => (columns = c),
        );
        ask<SpotsView>(
          `${base}/weak-spots?${ofRow}`,
          () => `${base}/weak-spots?${of}`,
          (s) => (spots = s),
        );
      },
    );
  });
  $effect(() => {
    const address = cellsAddress;
    cells = null;
    if (address === null) return;
    const soon = setTimeout(
      () =>
        ask<CellsView>(
          address,
          () => cellsAddress ?? '',
          (c) => (cells = c),
        ),
      SHORTLY,
    );
    return () => clearTimeout(soon);
  });
  $effect(() => {
    const address = selectionAddress;
    found = null;
    if (address === null) return;
    const soon = setTimeout(
      () =>
        ask<SelectionView>(
          address,
          () => selectionAddress ?? '',
          (s) => (found = s),
        ),
      SHORTLY,
    );
    return () => clearTimeout(soon);
  });

  const line = $derived(found ? selectionLine(brief, choice, found) : null);
  const shownColumns = $derived(found?.contributions.slice(0, 3).map((c) => c.column) ?? []);
  const others = $derived(field?.columns ?? []);
  const pinned = () => ({
    kind: 'SENTENCE' as const,
    chapter: 'risks' as const,
    title: `Where ${row?.name} fails`,
    reading: line ?? '',
    drawing: null,
    cells: null,
  });

  /** A candidate of the same kind and settings that reads one column more. */
  async function withColumn(column: string) {
    try {
      const known = await get<Candidate[]>(`/candidates?brief=${brief.id}`);
      const mine = known.find((c) => c.id === row!.id)!;
      const made = await post<Candidate>(`/candidates?brief=${brief.id}`, {
        name: fresh(
          `${mine.name} with ${column}`,
          known.map((c) => c.name),
        ),
        kind: mine.kind,
        settings: mine.settings,
        inputs: [...mine.inputs, column],
        basedOn: mine.id,
      });
      await navigate('/briefs/:id/candidates/:candidate', {
        params: { id: String(brief.id), candidate: String(made.id) },
      });
    } catch (e) {
      refusal = (e as Error).message;
    }
  }
</script>

{#if !all || !row || !desk.at}
  <NothingYet {brief} {all} />
{:else}
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  <div class="errors">
    {#if field}
      <Field
        {brief}
        {field}
        {cells}
        {cut}
        {choice}
        pick={(next) => (choice = next)}
        flip={(key) => (choice = flipped(choice, key))}
      />
    {:else}<p class="sheet quiet p-3">Counting {brief.decision.words.records} by score and outcome …</p>{/if}
    <div class="panels">
      <section class="sheet panel" aria-label="What they share">
        <h2>
          What they share {#if found}<span class="quiet font-normal"
              >against the other {count(found.others)} of the same outcome; ratio of shares, 95 % interval</span
            >{/if}
        </h2>
        {#if found && found.traits.length > 0}<Traits
            traits={found.traits}
            data={`/briefs/${brief.id}/data`}
          />
        {:else if found?.others === 0}<p class="quiet">
            Nobody else of the same outcome is there to compare with.
          </p>
        {:else if found}<p class="quiet">
            Nothing beyond chance, among {count(found.tested)} groups that were tried.
          </p>
        {:else}<p class="quiet">{wanted.length === 0 ? 'Nobody is there.' : 'Comparing …'}</p>{/if}
      </section>
      <section class="sheet panel" aria-label="Why they scored so">
        <h2>
          Why they scored so {#if found && found.explained > 0}<span class="quiet font-normal"
              >mean contribution to the score, of {found.explained} of them{found.sampled
                ? ', sampled'
                : ', exact'}</span
            >{/if}
        </h2>
        {#if found && found.contributions.length > 0}<Contributed bars={found.contributions} />
        {:else if found}<p class="quiet">
            {row.name} came with the file: what made its scores is not known here.
          </p>{/if}
      </section>
      <section class="sheet panel" aria-label="Not in the model yet">
        <h2>
          Not in the model yet <span class="quiet font-normal"
            >what each would add to the AUC, on training out of fold; 95 % interval</span
          >
        </h2>
        {#if columns}<Added
            {columns}
            words={brief.decision.words}
            data={`/briefs/${brief.id}/data`}
            same={desk.works && !row.reference ? withColumn : null}
          />
        {:else}<p class="quiet">Trying each column …</p>{/if}
      </section>
    </div>
  </div>
  <div class="min-h-[46px]" {@attach pins.pinnable(pinned)}>
    {#if line}<p class="reading" data-reading-line>
        {line}
        <Button class="chip" title="Pin to the report ( . )" onclick={() => pins.offer(pinned())}>pin</Button>
      </p>{/if}
  </div>
  {#if wanted.length > 0 && !desk.seesRecords}
    <p class="quiet mt-2">The records themselves are seen by members who are analysts or approvers.</p>
  {:else if wanted.length > 0}
    <Records
      {brief}
      candidate={{ id: row.id, name: row.name, supplied: row.kind === 'supplied' || row.reference }}
      {query}
      {cut}
      columns={shownColumns}
      {others}
    />
  {/if}
  <section class="mt-4" aria-label="Weak spots">
    <h2>
      Weak spots <span class="quiet font-normal"
        >groups whose promise is not kept, found on one half of validation and confirmed on the other; figures
        of the other half</span
      >
    </h2>
    {#if spots === null}<p class="quiet">Searching …</p>
    {:else if spots.without}<p class="quiet">{spots.without}</p>
    {:else if spots.spots.length === 0}<p class="reading">
        In no group of one or two conditions does {row.name} promise otherwise than what came, beyond chance.
      </p>
    {:else}
      <ul class="spots">
        {#each everySpot ? spots.spots : spots.spots.slice(0, MOST_SPOTS) as s (s.words)}
          <li>
            <b>{s.words}</b>: {fixed(s.promised, 0)}
            {brief.decision.words.events} promised, {count(s.observed)} seen among {count(s.records)} (z {fixed(
              s.z,
              1,
            )}); {fixed(s.observed / s.promised, 2)} times, 95 % interval {fixed(s.low, 2)} to {fixed(
              s.high,
              2,
            )}
          </li>
        {/each}
      </ul>
      {#if spots.spots.length > MOST_SPOTS}<Button class="chip mt-1" onclick={() => (everySpot = !everySpot)}
          >{everySpot ? 'fewer' : `${spots.spots.length - MOST_SPOTS} more`}</Button
        >{/if}
    {/if}
  </section>
  <section class="sheet mt-4 p-3" aria-label="Two candidates">
    <Rival {brief} {all} {row} {cut} />
  </section>
{/if}

<style>
  .errors {
    display: grid;
    grid-template-columns: 436px minmax(0, 1fr);
    gap: 14px;
    align-items: stretch;
  }
  .panels {
    display: flex;
    flex-direction: column;
    gap: 10px;
    min-width: 0;
  }
  .panel {
    padding: 6px 12px 8px;
    flex: 1 0 auto;
  }
  .spots {
    margin: 3px 0 0;
    padding: 0;
    list-style: none;
    line-height: 1.7;
  }
</style>
