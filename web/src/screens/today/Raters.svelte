<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { trouble } from '../../lib/words/trouble';

  let dialog: HTMLDialogElement;
  let screening = $state('');
  let title = $state('');
  let raters = $state<Schemas['AccountsAccountView'][]>([]);
  let invited = $state<string[]>([]);
  let error = $state<unknown>(null);

  export function open(id: string, name: string) {
    screening = id;
    title = name;
    error = null;
    dialog.showModal();
    void load();
  }

  async function load() {
    try {
      const [accounts, present] = await Promise.all([
        ask(api.GET('/api/accounts')),
        ask(api.GET('/api/screenings/{id}/raters', { params: { path: { id: screening } } })),
      ]);
      raters = accounts.filter((a) => a.role === 'RATER');
      invited = present.accounts;
    } catch (e) {
      error = e;
    }
  }

  async function save(event: SubmitEvent) {
    event.preventDefault();
    try {
      await ask(
        api.PUT('/api/screenings/{id}/raters', {
          params: { path: { id: screening } },
          body: { accounts: invited },
        }),
      );
      dialog.close();
    } catch (e) {
      error = e;
    }
  }
</script>

<dialog class="sheet" bind:this={dialog} aria-labelledby="raters-title">
  <h2 id="raters-title">{m.raters_of({ name: title })}</h2>
  <p class="mt-2">{m.raters_text()}</p>
  <form class="mt-4 grid gap-2" onsubmit={save}>
    {#each raters as rater (rater.id)}
      <label class="flex min-h-11 items-center gap-3">
        <input type="checkbox" class="checkbox" value={rater.id} bind:group={invited} />{rater.name}
        <span class="quiet">({rater.login})</span>
      </label>
    {:else}
      <p>
        {m.raters_none()}
        <a class="link" href="#/people" onclick={() => dialog.close()}>{m.nav_people()}</a>
      </p>
    {/each}
    {#if error}<p class="text-error" role="alert">{trouble(error)}</p>{/if}
    <div class="mt-3 flex gap-2">
      <button class="btn btn-primary">{m.save()}</button>
      <button type="button" class="btn-soft-line btn" onclick={() => dialog.close()}
        >{m.cancel()}</button
      >
    </div>
  </form>
</dialog>
