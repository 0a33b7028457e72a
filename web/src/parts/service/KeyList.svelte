<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import type { BriefView as Brief, ScoreKeyMade as Made, ScoreKeyView as Key } from '../../api/schema';
  import { post } from '../../lib/api';
  import { desk } from '../../lib/desk.svelte';
  import { count, when } from '../../lib/format';

  interface Props {
    brief: Brief;
    keys: Key[];
    changed: () => Promise<void>;
  }
  /** Who may ask the endpoint. A key is shown once. */
  let { brief, keys, changed }: Props = $props();

  let name = $state('');
  let made = $state.raw<Made | null>(null);
  let refusal = $state<string | null>(null);
  const held = $derived(keys.filter((k) => k.revokedAt === null));
  const revoked = $derived(keys.length - held.length);

  async function attempt(work: () => Promise<void>) {
    try {
      await work();
      refusal = null;
      await changed();
    } catch (e) {
      refusal = (e as Error).message;
    }
  }

  const make = () =>
    attempt(async () => {
      made = await post<Made>(`/score-keys?brief=${brief.id}`, { name, perMinute: null });
      name = '';
    });
  const revoke = (key: Key) =>
    attempt(async () => {
      await post(`/score-keys/${key.id}/revoke`);
      if (made?.view.id === key.id) made = null;
    });
</script>

<section class="sheet px-3 py-2" aria-label="Keys of the endpoint">
  <h2>
    Keys <span class="quiet font-normal"
      >one for each program that asks{revoked ? ` · ${revoked} revoked` : ''}</span
    >
  </h2>
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  {#if made}
    <p class="mt-1 border-l-3 border-l-(--color-cut) pl-2" role="status">
      The key of <b>{made.view.name}</b>, shown this once:
      <code class="block break-all text-[12px]" data-key>{made.secret}</code>
      <Button class="chip" onclick={() => void navigator.clipboard.writeText(made!.secret)}>copy</Button>
      <Button class="chip" onclick={() => (made = null)}>I have it</Button>
    </p>
  {/if}
  {#if held.length === 0 && !made}<p class="quiet mt-1">None yet: nobody can ask.</p>{/if}
  <ul class="m-0 mt-1 list-none p-0">
    {#each held as k (k.id)}
      <li class="flex items-center gap-2 py-0.5">
        <b>{k.name}</b>
        <code class="quiet text-[11px]">{k.begins}…</code>
        <span class="quiet"
          >{count(k.perMinute)} requests a minute · {k.usedAt
            ? `last used ${when(k.usedAt)}`
            : 'never used'}</span
        >
        {#if desk.works}<Button class="chip ml-auto" onclick={() => void revoke(k)}>revoke</Button>{/if}
      </li>
    {/each}
  </ul>
  {#if desk.works}
    <form
      class="mt-1 flex items-center gap-2"
      onsubmit={(e) => {
        e.preventDefault();
        void make();
      }}
    >
      <Input
        class="field"
        required
        maxlength={80}
        aria-label="Who will use the key"
        placeholder="who will use it"
        bind:value={name}
      />
      <Button class="chip" type="submit">new key</Button>
    </form>
  {/if}
</section>
