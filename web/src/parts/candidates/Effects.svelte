<script lang="ts">
  import Table from 'flowbite-svelte/Table.svelte';
  import type { BriefView as Brief, Effect } from '../../api/schema';
  import { fixed, money } from '../../lib/format';
  import { VERDICTS } from '../../lib/words';

  /** What a change did to each figure, with its interval and verdict. */
  interface Props {
    brief: Brief;
    effects: Effect[];
    /** AUC and net value only */
    short?: boolean;
    inline?: boolean;
  }
  let { brief, effects, short = false, inline = false }: Props = $props();

  const NAMES: Record<string, string> = {
    auc: 'AUC',
    capture: 'capture',
    precision: 'precision',
    netValue: 'net value',
  };
  const signed = (text: string, value: number) => (value > 0 && !text.startsWith('+') ? `+${text}` : text);

  function shown(effect: Effect, value: number): string {
    if (effect.term === 'netValue')
      return signed(money(brief.decision.words.currency, value), Math.round(value));
    if (effect.term === 'auc') return signed(fixed(value, 3), value);
    return signed(fixed(100 * value, 1), value) + ' pts';
  }
</script>

{#if short}
  {@const auc = effects.find((e) => e.term === 'auc')}
  {@const net = effects.find((e) => e.term === 'netValue')}
  {#each [auc, net] as e (e?.term)}
    {#if e}
      <span class="whitespace-nowrap" class:block={!inline} class:mr-3={inline}
        >{e.term === 'netValue' ? 'net' : NAMES[e.term]}
        {shown(e, e.difference)} <small class="quiet">{VERDICTS[e.verdict]}</small></span
      >
    {/if}
  {/each}
{:else}
  <Table class="plain">
    <thead
      ><tr
        ><th>Against it</th><th class="n">Difference</th><th class="n">95 % interval</th><th>Verdict</th></tr
      ></thead
    >
    <tbody>
      {#each effects as e (e.term)}
        <tr>
          <td>{NAMES[e.term]}</td>
          <td class="n">{shown(e, e.difference)}</td>
          <td class="n quiet"
            >{e.low === null || e.high === null ? '–' : `${shown(e, e.low)} … ${shown(e, e.high)}`}</td
          >
          <td class:font-semibold={e.verdict === 'AHEAD' || e.verdict === 'BEHIND'}>{VERDICTS[e.verdict]}</td>
        </tr>
      {/each}
    </tbody>
  </Table>
{/if}
