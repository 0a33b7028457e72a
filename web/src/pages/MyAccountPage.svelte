<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import { onMount } from 'svelte';
  import type { SignInView as SignIn } from '../api/schema';
  import { get, remove } from '../lib/api';
  import { session } from '../lib/session.svelte';
  import Masthead from '../parts/Masthead.svelte';
  import OwnPassword from '../parts/OwnPassword.svelte';

  let signIns = $state.raw<SignIn[] | null>(null);
  let refusal = $state<string | null>(null);
  let changed = $state(false);

  const load = async () => (signIns = await get<SignIn[]>('/me/sign-ins'));
  onMount(() => void attempt(async () => undefined));

  async function attempt(work: () => Promise<unknown>) {
    try {
      await work();
      await load();
      refusal = null;
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  const when = (at: string) => at.slice(0, 16).replace('T', ' ');
  /** Browser and system, out of what it says of itself. */
  function told(agent: string): string {
    const browser = /(Firefox|Edg|Chrome|Safari)\/(\d+)/.exec(agent);
    const system = /(Windows|Mac OS X|Android|iPhone|Linux)/.exec(agent);
    return browser ? `${browser[1]} ${browser[2]}${system ? ` on ${system[1]}` : ''}` : agent || 'not said';
  }
</script>

<Masthead words="Your account" />
<main class="mx-auto max-w-3xl p-6">
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  <h2 class="title">Where you are signed in</h2>
  {#if signIns}
    <Table class="plain mt-2">
      <thead
        ><tr
          ><th>Since</th><th>Last used</th><th>From</th><th>With</th><th><span class="sr-only">End</span></th
          ></tr
        ></thead
      >
      <tbody>
        {#each signIns as s (s.id)}
          <tr>
            <td>{when(s.begunAt)}</td>
            <td>{when(s.usedAt)}</td>
            <td>{s.address}</td>
            <td title={s.agent}>{told(s.agent)}</td>
            <td
              >{#if s.here}<span class="quiet">here</span>{:else}<Button
                  class="chip"
                  onclick={() => attempt(() => remove(`/me/sign-ins/${s.id}`))}>end</Button
                >{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </Table>
    <p class="quiet mt-1">
      Times are UTC. One ends by itself when it has not been used for some hours, and at the latest half a day
      after it began.
    </p>
  {:else if !refusal}
    <p class="quiet">Loading …</p>
  {/if}
  <h2 class="title mt-6">Another password</h2>
  {#if session.me?.provided}
    <p class="mt-1">It is your provider's; change it there.</p>
  {:else}<div class="sheet mt-2 max-w-sm p-4">
      <OwnPassword
        done={() =>
          attempt(async () => {
            changed = true;
          })}
      />
    </div>{/if}
  {#if changed}<p class="quiet mt-1" role="status">Changed. You are signed out everywhere else.</p>{/if}
  <p class="mt-6"><Button class="chip" onclick={() => session.leave()}>sign out</Button></p>
</main>
