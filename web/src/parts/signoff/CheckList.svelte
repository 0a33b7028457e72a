<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import type { CheckView, Paragraph } from '../../api/schema';
  import type { CheckName } from '../../lib/settings';
  import { inMonths } from '../../lib/format';
  import { Typed } from '../../lib/typed.svelte';

  interface Props {
    checks: CheckView[];
    policyVersion: number;
    /** shows where the evidence of a check stands */
    onlook?: (chapter: Paragraph) => void;
    /** accepts that a check fails; not given where nobody may */
    onwaive?: (check: CheckName, reason: string, until: string) => Promise<boolean>;
  }
  let { checks, policyVersion, onlook, onwaive }: Props = $props();

  let open = $state<CheckName | null>(null);
  let waiving = $state<CheckName | null>(null);
  const reason = new Typed(`waive ${location.pathname}`);
  let until = $state(inMonths(3));

  const failing = $derived(checks.filter((c) => !c.passes && c.waiver === null).length);
  const mark = (c: CheckView) => (c.passes ? '✓' : c.waiver ? '○' : '✕');
  const word = (c: CheckView) => (c.passes ? 'passes' : c.waiver ? 'waived' : 'fails');

  async function waive(event: SubmitEvent, check: CheckName) {
    event.preventDefault();
    if (await onwaive!(check, reason.value, until)) {
      waiving = null;
      reason.value = '';
    }
  }
</script>

<section aria-label="Checks">
  <div class="flex items-baseline gap-2">
    <h2>Checks</h2>
    <span class="quiet">{failing === 0 ? 'none open' : `${failing} of ${checks.length} open`}</span>
    <a class="quiet ml-auto underline" href="/policy">policy, version {policyVersion}</a>
  </div>
  <ul>
    {#each checks as check (check.check)}
      <li class={word(check)} data-check={check.check}>
        <Button
          class="checkline"
          aria-expanded={open === check.check}
          onclick={() => (open = open === check.check ? null : check.check)}
        >
          <i aria-hidden="true">{mark(check)}</i>
          <span>{check.title}</span>
          <b>{word(check)}</b>
        </Button>
        {#if open === check.check || waiving === check.check}
          <div class="said">
            <p>{check.words}</p>
            {#if check.waiver}<p class="quiet">{check.waiver}</p>{/if}
            {#if onlook}<Button class="chip" onclick={() => onlook(check.paragraph)}>the evidence</Button
              >{/if}
            {#if onwaive && !check.passes && waiving !== check.check}
              <Button class="chip" onclick={() => (waiving = check.check)}>waive …</Button>
            {/if}
            {#if waiving === check.check}
              <form class="mt-1 flex flex-col gap-1" onsubmit={(e) => void waive(e, check.check)}>
                <Textarea
                  class="field"
                  rows={2}
                  maxlength={4000}
                  required
                  aria-label="Reason to waive"
                  placeholder="why it may fail"
                  bind:value={reason.value}
                />
                <span class="flex items-center gap-2">
                  <label
                    >until <Input
                      class="field"
                      type="date"
                      required
                      aria-label="Waived until"
                      bind:value={until}
                    /></label
                  >
                  <Button class="action" type="submit">Waive</Button>
                  <Button class="chip" type="button" onclick={() => (waiving = null)}>not now</Button>
                </span>
              </form>
            {/if}
          </div>
        {/if}
      </li>
    {/each}
  </ul>
</section>

<style>
  ul {
    margin: 4px 0 0;
    padding: 0;
    list-style: none;
  }
  li {
    border-top: 1px solid var(--color-line);
  }
  i {
    width: 12px;
    font-style: normal;
    color: var(--color-spruce);
  }
  .fails i,
  .fails b {
    color: var(--color-refusal);
    font-weight: 600;
  }
  .waived i,
  .waived b {
    color: var(--color-alarm);
  }
  .said {
    padding: 0 0 5px 18px;
    font-size: 12px;
  }
</style>
