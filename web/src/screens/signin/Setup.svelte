<script lang="ts">
  import { push } from 'svelte-spa-router';
  import { api, ask } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { session } from '../../lib/session.svelte';
  import { trouble } from '../../lib/words/trouble';
  import PasswordField from '../../lib/shell/PasswordField.svelte';
  import Gate from './Gate.svelte';

  let { params }: { params: { code: string } } = $props();
  let organisation = $state('');
  let name = $state('');
  let login = $state('');
  let password = $state('');
  let busy = $state(false);
  let error = $state<unknown>(null);

  async function setUp(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    error = null;
    try {
      await ask(
        api.POST('/api/setup', {
          body: { code: params.code, organisation, name, login, password },
        }),
      );
      await push('/');
      await session.load();
    } catch (e) {
      error = e;
    }
    busy = false;
  }
</script>

<Gate title={m.setup_title()}>
  <p class="mb-4">{m.setup_text()}</p>
  <form onsubmit={setUp} class="grid gap-4">
    <label class="grid gap-1 font-bold">
      {m.organisation()}
      <input class="input w-full" required maxlength="120" bind:value={organisation} />
    </label>
    <label class="grid gap-1 font-bold">
      {m.your_name()}
      <input class="input w-full" autocomplete="name" required maxlength="120" bind:value={name} />
    </label>
    <label class="grid gap-1 font-bold">
      {m.login()}
      <input
        class="input w-full"
        autocomplete="username"
        autocapitalize="none"
        required
        maxlength="80"
        bind:value={login}
      />
    </label>
    <PasswordField label={m.password()} bind:value={password} />
    {#if error}<p class="text-error" role="alert">{trouble(error)}</p>{/if}
    <button class="btn btn-primary" disabled={busy}>{m.setup_do()}</button>
  </form>
</Gate>
