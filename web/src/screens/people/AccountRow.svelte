<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { session } from '../../lib/session.svelte';
  import { trouble } from '../../lib/words/trouble';
  import { moment } from '../../lib/words/words';
  import Roles from './Roles.svelte';
  import { roleWord, type Role } from './roles';

  interface Props {
    account: Schemas['AccountsAccountView'];
    changed: () => unknown;
  }
  let { account, changed }: Props = $props();

  let sheet: HTMLDialogElement;
  let link = $state.raw<Schemas['ResetsNewReset'] | null>(null);
  let sure = $state(false);
  let error = $state.raw<unknown>(null);
  const mine = $derived(session.me?.id === account.id);
  const path = $derived({ params: { path: { id: account.id } } });

  function open() {
    link = null;
    sure = false;
    error = null;
    sheet.showModal();
  }

  async function during(action: () => Promise<unknown>) {
    error = null;
    try {
      await action();
    } catch (e) {
      error = e;
    }
  }
  const reset = () =>
    during(async () => (link = await ask(api.POST('/api/accounts/{id}/reset', path))));
  /** Does something to the account; the list shows it. */
  const change = (action: () => Promise<unknown>) =>
    during(async () => {
      await action();
      sheet.close();
      await changed();
    });
  const disable = (disabled: boolean) =>
    change(() => ask(api.PUT('/api/accounts/{id}/disabled', { ...path, body: { disabled } })));
  const become = (role: Role) =>
    change(() => ask(api.PUT('/api/accounts/{id}/role', { ...path, body: { role } })));
  const removeFactor = () => change(() => ask(api.DELETE('/api/accounts/{id}/factor', path)));
  const remove = () => change(() => ask(api.DELETE('/api/accounts/{id}', path)));
</script>

<tr class="border-t border-base-300">
  <td class="py-2.5"
    >{account.name}{#if account.disabled}
      <span class="quiet">({m.people_disabled()})</span>{/if}</td
  >
  <td>{account.login}</td>
  <td>{roleWord[account.role]()}</td>
  <td class="text-right">
    {#if mine}<a class="inline-flex min-h-11 items-center underline" href="#/account"
        >{m.account_title()}</a
      >
    {:else if session.owner || account.role !== 'OWNER'}<button
        class="btn-soft-line btn"
        aria-label="{m.people_change()}: {account.name}"
        onclick={open}>{m.people_change()}</button
      >{/if}
    <dialog class="sheet text-left" bind:this={sheet} aria-labelledby="account-{account.id}">
      <h2 id="account-{account.id}">{account.name}</h2>
      {#if error}<p class="mt-3 text-error" role="alert">{trouble(error)}</p>{/if}
      <div class="mt-4 grid gap-3">
        {#if session.owner}
          <label class="grid gap-1 font-bold"
            >{m.role()}<select
              class="select h-12 w-full"
              value={account.role}
              onchange={(e) => become(e.currentTarget.value as Role)}><Roles /></select
            ></label
          >
        {/if}
        {#if link}
          <p>{m.people_reset_text({ until: moment(link.expiresAt) })}</p>
          <p class="border-2 border-base-content p-2 break-all" data-testid="reset-link">
            {location.origin}{location.pathname}#/reset/{link.code}
          </p>
        {:else if !account.disabled}
          <button class="btn-soft-line btn h-12" onclick={reset}>{m.people_reset()}</button>
        {/if}
        {#if account.factor}
          <button class="btn-soft-line btn h-12" onclick={removeFactor}
            >{m.people_factor_off()}</button
          >
        {/if}
        <button class="btn-soft-line btn h-12" onclick={() => disable(!account.disabled)}
          >{account.disabled ? m.people_enable() : m.people_disable()}</button
        >
        {#if sure}
          <p class="border-l-4 border-error pl-3">{m.people_delete_text()}</p>
          <button class="btn h-12 btn-error" onclick={remove}>{m.people_delete_sure()}</button>
        {:else}
          <button class="btn-soft-line btn h-12" onclick={() => (sure = true)}
            >{m.people_delete()}</button
          >
        {/if}
        <button class="btn-soft-line btn h-12" onclick={() => sheet.close()}>{m.close()}</button>
      </div>
    </dialog>
  </td>
</tr>
