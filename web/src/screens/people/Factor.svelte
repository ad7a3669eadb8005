<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import PasswordField from '../../lib/shell/PasswordField.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import Squares from '../../lib/shell/Squares.svelte';
  import { trouble } from '../../lib/words/trouble';

  const mine = new Resource(() => ask(api.GET('/api/account')));
  let password = $state('');
  let code = $state('');
  let key = $state.raw<Schemas['SecondFactorKey'] | null>(null);
  let recovery = $state.raw<string[]>([]);
  let busy = $state(false);
  let error = $state.raw<unknown>(null);

  const during = (action: () => Promise<unknown>) => async (event: SubmitEvent) => {
    event.preventDefault();
    busy = true;
    error = null;
    try {
      await action();
    } catch (e) {
      error = e;
    }
    busy = false;
  };

  const begin = during(async () => {
    key = await ask(api.POST('/api/account/factor', { body: { password } }));
    password = code = '';
  });
  const confirm = during(async () => {
    recovery = (await ask(api.PUT('/api/account/factor', { body: { code } }))).codes;
    key = null;
    await mine.load();
  });
  const off = during(async () => {
    await ask(api.POST('/api/account/factor/off', { body: { password } }));
    password = '';
    recovery = [];
    await mine.load();
  });
</script>

<section class="floor-line pt-3">
  <h2>{m.factor_title()}</h2>
  <Loaded resource={mine}>
    {#snippet children(data)}
      <p class="mt-2 max-w-prose">
        {data.factor ? m.factor_on({ count: data.recoveryCodes }) : m.factor_text()}
      </p>
      {#if recovery.length}
        <div class="mt-3 max-w-md border-2 border-base-content p-3" data-testid="recovery">
          <p class="font-bold">{m.factor_recovery()}</p>
          <ul class="mt-2 grid grid-cols-2 gap-x-4 font-mono text-sm">
            {#each recovery as one (one)}<li>{one}</li>{/each}
          </ul>
        </div>
      {/if}
      {#if key}
        <form class="mt-3 grid max-w-md gap-4" onsubmit={confirm}>
          <p>{m.factor_scan()}</p>
          <Squares rows={key.squares} label={m.factor_code_picture()} />
          <p class="text-sm">
            {m.factor_by_hand()} <code class="break-all" data-testid="key">{key.secret}</code>
          </p>
          <label class="grid gap-1 font-bold"
            >{m.factor_code()}<input
              class="input h-12 w-full"
              inputmode="numeric"
              autocomplete="one-time-code"
              required
              maxlength="40"
              bind:value={code}
            /></label
          >
          <button class="btn h-12 btn-primary" disabled={busy}>{m.factor_confirm()}</button>
        </form>
      {:else}
        <form class="mt-3 grid max-w-md gap-4" onsubmit={data.factor ? off : begin}>
          <PasswordField label={m.account_current()} present bind:value={password} />
          <button class="btn-soft-line btn h-12" disabled={busy}
            >{data.factor ? m.factor_turn_off() : m.factor_turn_on()}</button
          >
        </form>
      {/if}
      {#if error}<p class="mt-3 max-w-md font-bold text-error" role="alert">
          {trouble(error)}
        </p>{/if}
    {/snippet}
  </Loaded>
</section>
