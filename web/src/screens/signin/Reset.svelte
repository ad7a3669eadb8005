<script lang="ts">
  import { push } from 'svelte-spa-router';
  import { api, ask } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { session } from '../../lib/session.svelte';
  import { trouble } from '../../lib/words/trouble';
  import PasswordField from '../../lib/shell/PasswordField.svelte';
  import Gate from './Gate.svelte';

  let { params }: { params: { code: string } } = $props();
  let password = $state('');
  let busy = $state(false);
  let error = $state.raw<unknown>(null);

  async function choose(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    error = null;
    try {
      await ask(api.POST('/api/reset', { body: { code: params.code, password } }));
      await push('/');
      await session.load();
    } catch (e) {
      error = e;
    }
    busy = false;
  }
</script>

<Gate title={m.reset_title()}>
  <p class="mb-4">{m.reset_text()}</p>
  <form onsubmit={choose} class="grid gap-4">
    <PasswordField label={m.account_next()} bind:value={password} />
    {#if error}<p class="text-error" role="alert">{trouble(error)}</p>{/if}
    <button class="btn h-12 btn-primary" disabled={busy}>{m.reset_do()}</button>
  </form>
</Gate>
