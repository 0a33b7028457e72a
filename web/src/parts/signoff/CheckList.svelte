<script lang="ts">
  import type { CheckView, Paragraph } from '../../api/schema';
  import type { CheckName } from '../../lib/settings';
  import { inMonths } from '../../lib/format';

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
  let reason = $state('');
  let until = $state(inMonths(3));

  const failing = $derived(checks.filter((c) => !c.passes && c.waiver === null).length);
  const mark = (c: CheckView) => (c.passes ? '✓' : c.waiver ? '○' : '✕');
  const word = (c: CheckView) => (c.passes ? 'passes' : c.waiver ? 'waived' : 'fails');

  async function waive(event: SubmitEvent, check: CheckName) {
    event.preventDefault();
    if (await onwaive!(check, reason, until)) {
      waiving = null;
      reason = '';
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
        <button
          class="line"
          aria-expanded={open === check.check}
          onclick={() => (open = open === check.check ? null : check.check)}
        >
          <i aria-hidden="true">{mark(check)}</i>
          <span>{check.title}</span>
          <b>{word(check)}</b>
        </button>
        {#if open === check.check || waiving === check.check}
          <div class="said">
            <p>{check.words}</p>
            {#if check.waiver}<p class="quiet">{check.waiver}</p>{/if}
            {#if onlook}<button class="chip" onclick={() => onlook(check.paragraph)}>the evidence</button
              >{/if}
            {#if onwaive && !check.passes && waiving !== check.check}
              <button class="chip" onclick={() => (waiving = check.check)}>waive …</button>
            {/if}
            {#if waiving === check.check}
              <form class="mt-1 flex flex-col gap-1" onsubmit={(e) => void waive(e, check.check)}>
                <textarea
                  class="field"
                  rows="2"
                  maxlength="4000"
                  required
                  aria-label="Reason to waive"
                  placeholder="why it may fail"
                  bind:value={reason}></textarea>
                <span class="flex items-center gap-2">
                  <label
                    >until <input
                      class="field"
                      type="date"
                      required
                      aria-label="Waived until"
                      bind:value={until}
                    /></label
                  >
                  <button class="action" type="submit">Waive</button>
                  <button class="chip" type="button" onclick={() => (waiving = null)}>not now</button>
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
    border-top: 1px solid #ece8dd;
  }
  .line {
    display: flex;
    width: 100%;
    gap: 6px;
    padding: 2px 0;
    text-align: left;
    cursor: pointer;
    font-size: 12px;
    line-height: 1.45;
  }
  .line:hover span {
    text-decoration: underline;
  }
  i {
    width: 12px;
    font-style: normal;
    color: var(--color-spruce);
  }
  .line b {
    margin-left: auto;
    font-weight: 500;
    color: var(--color-ink-2);
  }
  .fails i,
  .fails .line b {
    color: #a12f12;
    font-weight: 600;
  }
  .waived i,
  .waived .line b {
    color: var(--color-alarm);
  }
  .said {
    padding: 0 0 5px 18px;
    font-size: 12px;
  }
</style>
