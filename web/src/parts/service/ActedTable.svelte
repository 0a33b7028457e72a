<script lang="ts">
  import Table from 'flowbite-svelte/Table.svelte';
  import type { ActedGroups, Group, Told } from '../../api/schema';
  import { count, counted, percent } from '../../lib/format';

  interface Props {
    groups: ActedGroups;
    day: string;
    events: string;
  }
  /** A batch by who was acted on: acting may change outcomes, so those left alone are told apart. */
  let { groups, day, events }: Props = $props();

  const rows = $derived(
    (
      [
        ['Acted on', groups.actedOn],
        ['Left alone', groups.leftAlone],
        ['of these held out', groups.control],
      ] as [string, Group | null][]
    ).filter((r): r is [string, Group] => r[1] !== null),
  );
  const between = (told: Told | null | undefined) =>
    told?.low == null || told.high == null ? '' : `${percent(told.low)} to ${percent(told.high)}`;
  const effect = $derived(groups.effect);
  const fewer = $derived((effect?.events.value ?? 0) < 0);
  const sure = $derived(
    effect !== null && ((effect.difference.high ?? 0) < 0 || (effect.difference.low ?? 0) > 0),
  );
  const whole = (value: number | null) => count(Math.abs(Math.round(value ?? 0)));
</script>

<section class="sheet px-3 py-2" aria-label="Acted on and left alone">
  <h2>
    Acted on and left alone <span class="quiet font-normal"
      >{day} · acting changes outcomes: the score is judged by those left alone</span
    >
  </h2>
  <Table class="plain mt-1">
    <thead
      ><tr
        ><th>Who</th><th class="n">Records</th><th class="n">Outcomes, %</th><th
          class="n first-letter:uppercase">{events}, %</th
        ><th class="n">Capture, %</th><th class="n">Precision, %</th></tr
      ></thead
    >
    <tbody>
      {#each rows as [name, group] (name)}
        <tr>
          <td>{name}</td>
          <td class="n">{count(group.records)}</td>
          <td class="n">{group.records === 0 ? '–' : percent(group.known / group.records)}</td>
          <td class="n"
            >{percent(group.rate?.value ?? null)}<small class="sub">{between(group.rate)}</small></td
          >
          <td class="n"
            >{percent(group.figures?.capture.value ?? null)}<small class="sub"
              >{between(group.figures?.capture)}</small
            ></td
          >
          <td class="n"
            >{percent(group.figures?.precision.value ?? null)}<small class="sub"
              >{between(group.figures?.precision)}</small
            ></td
          >
        </tr>
      {/each}
    </tbody>
  </Table>
  {#if groups.unsaid > 0}
    <p class="quiet my-1!">Of {counted(groups.unsaid, 'record')} nobody says whether they were acted on.</p>
  {/if}
  {#if effect}
    <p class="my-1!" data-effect>
      From the threshold on, acting changed the rate of {events} by {percent(effect.difference.value)} points ({percent(
        effect.difference.low,
      )} to {percent(effect.difference.high)}): about {whole(effect.events.value)}
      {events}
      {fewer ? 'fewer' : 'more'} among the {count(effect.acted)} acted on, against {count(effect.control)} held
      out{sure ? '.' : '; that may be chance.'}
    </p>
  {:else if groups.control === null}
    <p class="quiet my-1!">
      Without a group held out nobody can say what acting did. Mark its level at the column that says who was
      acted on.
    </p>
  {/if}
</section>
