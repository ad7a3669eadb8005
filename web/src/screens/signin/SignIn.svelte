<script lang="ts">
  import { api, ask, Problem } from '../../lib/api/client';
  import Others from '../../lib/outbox/Others.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { session } from '../../lib/session.svelte';
  import { trouble } from '../../lib/words/trouble';
  import Gate from './Gate.svelte';

  let login = $state('');
  let password = $state('');
  /** Asked for once the password has turned out right. */
  let asksCode = $state(false);
  let code = $state('');
  let busy = $state(false);
  let waiting = $state(false);
  let error = $state<unknown>(null);

  const TRIES = 8;
  const AGAIN = 2000;

  async function signIn(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    error = null;
    try {
      await begin(TRIES);
      session.left();
      await session.load();
    } catch (e) {
      if (e instanceof Problem && e.code === 'code-needed') asksCode = true;
      else error = e;
    }
    busy = waiting = false;
  }

  /** Where many sign in at once, this one waits for its turn. */
  async function begin(tries: number): Promise<void> {
    try {
      await ask(api.POST('/api/session', { body: { login, password, ...(code && { code }) } }));
    } catch (e) {
      if (!(e instanceof Problem && e.code === 'busy') || tries === 0) throw e;
      waiting = true;
      await new Promise((wake) => setTimeout(wake, AGAIN));
      await begin(tries - 1);
    }
  }
</script>

<Gate title={m.sign_in()}>
  {#if session.setupNeeded}<p class="mb-4 border-l-4 border-accent pl-3">{m.setup_needed()}</p>{/if}
  {#if session.demo}
    <p class="mb-4 border-l-4 border-accent pl-3">
      {m.demo_login()}<br /><code>lead / hall-lines-and-wall-bars</code>
    </p>
  {/if}
  {#if session.leaving}<p class="mb-4 border-l-4 border-accent pl-3">{m.sign_out_later()}</p>{/if}
  <Others />
  <form onsubmit={signIn} class="mt-4 grid gap-4">
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
    {#if asksCode}
      <label class="grid gap-1 font-bold"
        >{m.factor_code()}
        <!-- svelte-ignore a11y_autofocus -->
        <input
          class="input w-full"
          autocomplete="one-time-code"
          autocapitalize="none"
          autofocus
          required
          maxlength="40"
          bind:value={code}
        />
        <span class="quiet text-sm font-normal">{m.factor_lost()}</span></label
      >
    {/if}
    {#if error}<p class="text-error" role="alert">{trouble(error)}</p>
    {:else if waiting}<p role="status">{m.sign_in_busy()}</p>{/if}
    <button class="btn btn-primary" disabled={busy}>{m.sign_in()}</button>
  </form>
</Gate>
