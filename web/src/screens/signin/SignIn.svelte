<script lang="ts">
  import { api, ask } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { session } from '../../lib/session.svelte';
  import { trouble } from '../../lib/words/words';
  import Gate from './Gate.svelte';

  let login = $state('');
  let password = $state('');
  let busy = $state(false);
  let error = $state<unknown>(null);

  async function signIn(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    error = null;
    try {
      await ask(api.POST('/api/session', { body: { login, password } }));
      await session.load();
    } catch (e) {
      error = e;
    }
    busy = false;
  }
</script>

<Gate title={m.sign_in()}>
  {#if session.setupNeeded}<p class="mb-4 border-l-4 border-accent pl-3">{m.setup_needed()}</p>{/if}
  {#if session.demo}
    <p class="mb-4 border-l-4 border-accent pl-3">
      {m.demo_login()}<br /><code>lead / hall-lines-and-wall-bars</code>
    </p>
  {/if}
  <form onsubmit={signIn} class="grid gap-4">
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
    <label class="grid gap-1 font-bold">
      {m.password()}
      <input
        class="input w-full"
        type="password"
        autocomplete="current-password"
        required
        maxlength="200"
        bind:value={password}
      />
    </label>
    {#if error}<p class="text-error" role="alert">{trouble(error)}</p>{/if}
    <button class="btn btn-primary" disabled={busy}>{m.sign_in()}</button>
  </form>
</Gate>
