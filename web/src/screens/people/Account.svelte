<script lang="ts">
  import { api, ask } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { session } from '../../lib/session.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { trouble } from '../../lib/words/trouble';
  import Factor from './Factor.svelte';
  import PasswordField from '../../lib/shell/PasswordField.svelte';

  let current = $state('');
  let next = $state('');
  let busy = $state(false);
  let error = $state.raw<unknown>(null);
  let said = $state('');

  async function during(action: () => Promise<unknown>, done: string) {
    busy = true;
    error = null;
    said = '';
    try {
      await action();
      said = done;
    } catch (e) {
      error = e;
    }
    busy = false;
  }

  const change = (event: SubmitEvent) => {
    event.preventDefault();
    void during(async () => {
      await ask(api.PUT('/api/account/password', { body: { current, next } }));
      current = next = '';
    }, m.account_changed());
  };
  const elsewhere = () =>
    during(() => ask(api.DELETE('/api/account/sessions')), m.account_signed_out());
</script>

<Page title={m.account_title()} above={session.me?.name ?? ''}>
  {#if error}<p class="mb-4 border-l-4 border-error pl-3 font-bold" role="alert">
      {trouble(error)}
    </p>{/if}
  {#if said}<p class="mb-4 border-l-4 border-accent pl-3" role="status">{said}</p>{/if}
  <div class="grid gap-x-10 gap-y-8 lg:grid-cols-2">
    <div class="grid content-start gap-8">
      <section class="floor-line pt-3">
        <h2>{m.account_password()}</h2>
        <form class="mt-3 grid max-w-md gap-4" onsubmit={change}>
          <PasswordField label={m.account_current()} present bind:value={current} />
          <PasswordField label={m.account_next()} bind:value={next} />
          <button class="btn h-12 btn-primary" disabled={busy}>{m.account_change()}</button>
        </form>
      </section>
      <section class="floor-line pt-3">
        <h2>{m.account_devices()}</h2>
        <p class="mt-2 max-w-prose">{m.account_devices_text()}</p>
        <button class="btn-soft-line btn mt-3 h-12" disabled={busy} onclick={elsewhere}
          >{m.account_sign_out()}</button
        >
      </section>
    </div>
    <Factor />
  </div>
</Page>
