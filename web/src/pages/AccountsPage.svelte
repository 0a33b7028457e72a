<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import { onMount } from 'svelte';
  import type { AccountView as Account } from '../api/schema';
  import { get, patch, post } from '../lib/api';
  import BriefOwners from '../parts/BriefOwners.svelte';
  import Masthead from '../parts/Masthead.svelte';
  import Tick from '../parts/Tick.svelte';

  const ROLES = [
    ['analyst', 'brings data, fits, writes and submits'],
    ['approver', 'decides on reports of others'],
    ['reader', 'reads what they are let in to'],
    ['administrator', 'makes accounts, settles the policy'],
  ] as const;
  let accounts = $state.raw<Account[] | null>(null);
  let refusal = $state<string | null>(null);
  let name = $state('');
  let password = $state('');
  let roles = $state<string[]>(['analyst']);

  onMount(() => void attempt(async () => undefined));

  async function attempt(work: () => Promise<unknown>) {
    try {
      await work();
      refusal = null;
    } catch (e) {
      refusal = (e as Error).message;
    }
    accounts = await get<Account[]>('/accounts').catch((e: Error) => {
      refusal = e.message;
      return accounts;
    });
  }

  const toggled = (all: string[], role: string) =>
    all.includes(role) ? all.filter((r) => r !== role) : [...all, role];
  const change = (account: Account, body: unknown) => attempt(() => patch(`/accounts/${account.id}`, body));

  /** A password that was refused stays, to be mended. */
  async function renew(account: Account, field: HTMLInputElement) {
    await change(account, { password: field.value });
    if (refusal === null) field.value = '';
  }

  async function make(event: SubmitEvent) {
    event.preventDefault();
    await attempt(() => post('/accounts', { name, roles, password }));
    if (refusal === null) name = password = '';
  }
</script>

<Masthead words="Accounts: who may do what" />
<main class="mx-auto max-w-4xl p-6">
  {#if refusal}<p class="refusal" role="alert">{refusal}</p>{/if}
  {#if accounts}
    <Table class="plain">
      <thead><tr><th>Account</th><th>Roles</th><th>Signs in</th><th>New password</th></tr></thead>
      <tbody>
        {#each accounts as account (account.id)}
          <tr>
            <td class="font-semibold">{account.name}</td>
            <td>
              {#each ROLES as [role, meaning] (role)}
                <Button
                  class="chip mr-1"
                  title={meaning}
                  aria-pressed={account.roles.includes(role)}
                  onclick={() => void change(account, { roles: toggled(account.roles, role) })}>{role}</Button
                >
              {/each}
            </td>
            <td>
              <label
                ><Tick
                  aria-label="{account.name} may sign in"
                  checked={account.active}
                  onpick={(active) => change(account, { active })}
                />
                {account.active ? 'yes' : 'no'}</label
              >
            </td>
            <td>
              <Input
                class="field w-36!"
                type="password"
                autocomplete="new-password"
                aria-label="New password of {account.name}"
                onchange={(e) => void renew(account, e.currentTarget)}
              />
            </td>
          </tr>
        {/each}
      </tbody>
    </Table>
    <form class="sheet mt-6 flex flex-wrap items-end gap-3 p-4" onsubmit={make}>
      <label
        >Name<br /><Input
          class="field"
          required
          maxlength={80}
          bind:value={name}
          aria-label="Name of the account"
        /></label
      >
      <label
        >Password<br /><Input
          class="field"
          type="password"
          required
          minlength={12}
          autocomplete="new-password"
          bind:value={password}
          aria-label="Password of the account"
        /></label
      >
      <span>
        {#each ROLES as [role, meaning] (role)}
          <Button
            class="chip mr-1"
            type="button"
            title={meaning}
            aria-pressed={roles.includes(role)}
            onclick={() => (roles = toggled(roles, role))}>{role}</Button
          >
        {/each}
      </span>
      <Button class="action" type="submit">Make the account</Button>
    </form>
    <BriefOwners
      analysts={accounts.filter((a) => a.active && a.roles.includes('analyst')).map((a) => a.name)}
    />
    <p class="quiet mt-2">
      Whoever shaped what a report proposes never approves it, whatever their roles. A password that you give
      is changed at the first sign-in. Accounts are not deleted, because the audit trail names them.
    </p>
  {:else if !refusal}
    <p class="quiet">Loading the accounts …</p>
  {/if}
</main>
