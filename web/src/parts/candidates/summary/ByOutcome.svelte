<script lang="ts">
  import Table from 'flowbite-svelte/Table.svelte';
  import { value } from '../../../lib/columns';
  import { percent, significant } from '../../../lib/format';
  import type { PartProps } from './parts';
  import { nth } from '../../../lib/nth';

  let { part, around }: PartProps<'byOutcome'> = $props();

  const shown = (date: boolean, at: number) => (date ? value('DATE', Math.round(at)) : significant(at));
</script>

<section aria-label="What each column says">
  <h2 class="mb-1">What each column says, by outcome</h2>
  <Table class="plain">
    <thead><tr><th>Column</th><th>Others</th><th>{around.brief.decision.words.events}</th></tr></thead>
    <tbody>
      {#each part.columns as said (said.column)}
        <tr>
          <td
            >{said.column}{#if said.within}
              <small
                class="quiet block"
                title="Its tails are heavy: a lower value counts as the first of these, a higher one as the second"
                >counted from {shown(said.date, nth(said.within, 0))} to {shown(
                  said.date,
                  nth(said.within, 1),
                )}</small
              >{/if}</td
          >
          {#each [0, 1] as side (side)}
            <td>
              {#if said.mean && said.deviation}
                mean {shown(said.date, nth(said.mean, side))}, deviation {significant(
                  nth(said.deviation, side),
                )}{said.date ? ' days' : ''}
              {:else if said.share && said.levels}
                {said.levels
                  .slice(0, 4)
                  .map((level, i) => `${level} ${percent(nth(nth(said.share!, side), i))} %`)
                  .join(', ')}{said.levels.length > 4 ? ' …' : ''}
              {/if}
            </td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </Table>
</section>
