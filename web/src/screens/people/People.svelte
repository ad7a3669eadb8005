<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import AccountRow from './AccountRow.svelte';
  import Roles from './Roles.svelte';
  import PasswordField from '../../lib/shell/PasswordField.svelte';
  import { trouble } from '../../lib/words/trouble';

  const accounts = new Resource(() => ask(api.GET('/api/accounts')));
  let dialog = $state<HTMLDialogElement>();
  let name = $state('');
  let login = $state('');
  let password = $state('');
  let role = $state<Schemas['AccountsAccountView']['role']>('RATER');
  let error = $state<unknown>(null);

  async function add(event: SubmitEvent) {
    event.preventDefault();
    error = null;
    try {
      await ask(api.POST('/api/accounts', { body: { name, login, password, role } }));
      name = login = password = '';
      dialog?.close();
      await accounts.load();
    } catch (e) {
      error = e;
    }
  }
</script>

{#snippet actions()}
  <button class="btn btn-primary" onclick={() => dialog?.showModal()}>{m.people_add()}</button>
  <a class="btn-soft-line btn" href="#/access">{m.access_title()}</a>
  <a class="btn-soft-line btn" href="#/retention">{m.retention_title()}</a>
{/snippet}

<Page title={m.nav_people()} {actions}>
  <p class="max-w-prose">{m.people_text()}</p>
  <Loaded resource={accounts}>
    {#snippet children(all)}
      <table class="floor-line mt-5 w-full max-w-3xl text-left">
        <thead>
          <tr class="sign"
            ><th class="py-2 pr-3">{m.name()}</th><th class="pr-3">{m.login()}</th><th class="pr-3"
              >{m.role()}</th
            ><th><span class="sr-only">{m.people_change()}</span></th></tr
          >
        </thead>
        <tbody>
          {#each all as account (account.id)}
            <AccountRow {account} changed={() => accounts.load()} />
          {/each}
        </tbody>
      </table>
    {/snippet}
  </Loaded>
</Page>

<dialog class="sheet" bind:this={dialog} aria-labelledby="new-account">
  <h2 id="new-account">{m.people_add()}</h2>
  <form class="mt-4 grid gap-4" onsubmit={add}>
    <label class="grid gap-1 font-bold"
      >{m.name()}<input class="input w-full" required maxlength="120" bind:value={name} /></label
    >
    <label class="grid gap-1 font-bold">
      {m.login()}<input
        class="input w-full"
        required
        maxlength="80"
        autocapitalize="none"
        autocomplete="off"
        bind:value={login}
      />
    </label>
    <PasswordField label={m.password()} bind:value={password} />
    <label class="grid gap-1 font-bold">
      {m.role()}
      <select class="select w-full" bind:value={role}>
        <Roles />
      </select>
    </label>
    {#if error}<p class="text-error" role="alert">{trouble(error)}</p>{/if}
    <div class="flex gap-2">
      <button class="btn btn-primary">{m.people_add()}</button>
      <button type="button" class="btn-soft-line btn" onclick={() => dialog?.close()}
        >{m.cancel()}</button
      >
    </div>
  </form>
</dialog>
