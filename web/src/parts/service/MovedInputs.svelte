<script lang="ts">
  import type { FollowBatchView as Batch, Stability } from '../../api/schema';
  import { count, fixed, percent, significant } from '../../lib/format';
  import TwinBars from '../data/TwinBars.svelte';

  /** The score and the inputs that moved most in a batch, then against now. */
  let { batch, far }: { batch: Batch; far: number } = $props();

  const SHOWN = 3;
  const effect = (s: Stability) =>
    s === batch.figures?.score ? undefined : batch.carried.find((c) => c.column === s.column);
  const signed = (value: number) => `${value > 0 ? '+' : ''}${fixed(value, 3)}`;
  const moved = (s: Stability) => s.psi > s.chanceHigh;
  /** further than chance moves any of all inputs */
  const alarming = (s: Stability) => s.psi > far && s.psi > (s.chanceOfMany ?? s.chanceHigh);
  const shown = $derived<Stability[]>(
    batch.figures ? [...batch.figures.inputs.filter(moved).slice(0, SHOWN), batch.figures.score] : [],
  );
</script>

<section class="sheet px-3 py-2" aria-label="Inputs that moved">
  <h2>
    Inputs that moved <span class="quiet font-normal"
      >grey as signed, blue on {batch.day} · stability beside what chance gives</span
    >
  </h2>
  <div class="mt-1 grid grid-cols-4 gap-3">
    {#each shown as s (s.column)}
      <div class="min-w-0">
        <b class="block truncate font-semibold" title={s.column}>{s.column}</b>
        <TwinBars stability={s} label="{s.column}, as signed and on {batch.day}" before="signed" />
        <span class="quiet text-[11px]" class:alarm={alarming(s)}
          >{alarming(s) ? '▲ far: ' : moved(s) ? 'a little: ' : ''}{significant(s.psi)} · chance up to {significant(
            s.chanceHigh,
          )}</span
        >
        {#if effect(s)}{@const e = effect(s)!}
          <span class="block text-[11px]"
            >were it as signed, {percent(e.asSigned)} % to act on, not {percent(e.now)} %{e.looked > 0 &&
            e.looked < (batch.figures?.records ?? 0)
              ? ` (of ${count(e.looked)})`
              : ''}{#if e.carries !== null && e.shift !== null}; carries {signed(e.carries)} of the mean score's
              shift of {signed(e.shift)}{/if}</span
          >
        {/if}
      </div>
    {/each}
  </div>
</section>
