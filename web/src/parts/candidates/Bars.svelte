<script lang="ts">
  import Table from 'flowbite-svelte/Table.svelte';
  import type { Weight } from '../../api/schema';
  import { significant } from '../../lib/format';
  import FirstOrAll from './FirstOrAll.svelte';

  interface Props {
    bars: Weight[];
    head: string;
    unit: string;
    /** as a share in percent */
    share?: boolean;
    most?: number;
  }
  let { bars, head, unit, share = false, most = 30 }: Props = $props();

  let all = $state(false);
  const sorted = $derived([...bars].sort((a, b) => Math.abs(b.value) - Math.abs(a.value)));
  const shown = $derived(all ? sorted : sorted.slice(0, most));
  const widest = $derived(Math.max(1e-12, ...bars.map((b) => Math.abs(b.value))));
  const signed = $derived(bars.some((b) => b.value < 0));
  const zero = $derived(signed ? 150 : 0);
  const long = (value: number) => (Math.abs(value) / widest) * (signed ? 148 : 298);
</script>

<Table class="plain">
  <thead
    ><tr
      ><th>{head}</th><th>{signed ? 'lowers the score · raises it' : 'as a bar'}</th><th class="n">{unit}</th
      ></tr
    ></thead
  >
  <tbody>
    {#each shown as bar (bar.name)}
      <tr>
        <td class="max-w-[230px] truncate" title={bar.name}>{bar.name}</td>
        <td>
          <svg width="300" height="14" aria-hidden="true">
            <rect
              x={bar.value < 0 ? zero - long(bar.value) : zero}
              y="2"
              width={long(bar.value)}
              height="10"
              fill={bar.value < 0 ? 'var(--color-other)' : 'var(--color-spruce)'}
            />
            {#if signed}<line x1={zero} x2={zero} y1="0" y2="14" stroke="var(--color-ink-2)" />{/if}
          </svg>
        </td>
        <td class="n">{share ? `${(100 * bar.value).toFixed(1)} %` : significant(bar.value)}</td>
      </tr>
    {/each}
  </tbody>
</Table>
<FirstOrAll bind:all of={sorted.length} {most} />
