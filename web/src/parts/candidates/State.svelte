<script lang="ts">
  import { percent } from '../../lib/format';
  import { timeLeft } from '../../lib/candidates';
  import Done from '../Done.svelte';

  interface Props {
    status: string;
    progress: number;
    step: string | null;
    message: string | null;
    secondsLeft?: number | null;
    done?: string;
  }
  let { status, progress, step, message, secondsLeft = null, done = 'fitted' }: Props = $props();
</script>

{#if status === 'running'}
  <span class="flex min-w-48 flex-wrap items-center gap-x-2">
    <Done class="w-20" share={progress} of="fitting" />
    {percent(progress)} %
    <small class="sub">{[step ?? 'starting', timeLeft(secondsLeft)].filter(Boolean).join(' · ')}</small>
  </span>
{:else if status === 'waiting'}<span class="quiet block min-w-48"
    >waiting{#if step ?? message}<small class="sub">{step ?? message}</small>{/if}</span
  >
{:else if status === 'failed'}<span class="alarm">▲ failed: {message}</span>
{:else if status === 'stopped'}<span class="alarm">▲ stopped</span>
{:else}{done}{/if}
