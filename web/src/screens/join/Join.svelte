<script lang="ts">
  import { onMount } from 'svelte';
  import { replace } from 'svelte-spa-router';
  import { api, ask, session as token } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { forget, session } from '../../lib/session.svelte';
  import { trouble } from '../../lib/words/trouble';

  let { params }: { params: { code: string } } = $props();
  let failed = $state<unknown>(null);

  onMount(open);

  /** Opens the station of the code; the phone then belongs to it until the pass ends. */
  async function open() {
    failed = null;
    try {
      await token();
      await ask(api.POST('/api/join', { body: { code: params.code } }));
      session.left();
      await forget();
      await session.load();
      const at = session.opened;
      if (at) await replace(`/screening/${at.screening}/station/${at.station}`);
    } catch (error) {
      failed = error;
    }
  }
</script>

<main class="mx-auto max-w-prose p-6">
  <h1>{m.brand()}</h1>
  {#if failed}
    <p class="mt-4 border-4 border-error p-4 font-bold" role="alert">{trouble(failed)}</p>
    <button class="btn mt-4 h-14 btn-primary" onclick={open}>{m.try_again()}</button>
  {:else}<p class="mt-4" role="status">{m.join_opening()}</p>{/if}
</main>
