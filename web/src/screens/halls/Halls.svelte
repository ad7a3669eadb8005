<script lang="ts">
  import { push } from 'svelte-spa-router';
  import { api, ask, type Schemas } from '../../lib/api/client';
  import HallMap from '../../lib/hall/HallMap.svelte';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { trouble } from '../../lib/words/trouble';

  const halls = new Resource(() => ask(api.GET('/api/halls')));
  let dialog = $state<HTMLDialogElement>();
  let name = $state('');
  let error = $state.raw<unknown>(null);

  const pieces = (hall: Schemas['Inventory']) => hall.pieces.reduce((sum, p) => sum + p.count, 0);

  async function add(event: SubmitEvent) {
    event.preventDefault();
    error = null;
    try {
      const made = await ask(
        api.POST('/api/halls', {
          body: {
            id: crypto.randomUUID(),
            name,
            inventory: { pieces: [], places: [], supervisors: [], spotter: false },
          },
        }),
      );
      await push(`/halls/${made.id}`);
    } catch (e) {
      error = e;
    }
  }
</script>

{#snippet actions()}
  <button class="btn btn-primary" onclick={() => dialog?.showModal()}>{m.halls_add()}</button>
{/snippet}

<Page title={m.halls_title()} {actions}>
  <p class="max-w-prose">{m.halls_text()}</p>
  <Loaded resource={halls}>
    {#snippet children(all)}
      <ul class="mt-5 grid gap-8 sm:grid-cols-2">
        {#each all as hall (hall.id)}
          <li>
            <a class="group block" href="#/halls/{hall.id}">
              <h2 class="group-hover:underline">{hall.name}</h2>
              <p class="quiet mb-2">
                {m.hall_summary({
                  places: hall.inventory.places.length,
                  pieces: pieces(hall.inventory),
                  people: hall.inventory.supervisors.length,
                })}
              </p>
              <HallMap places={hall.inventory.places} />
            </a>
          </li>
        {:else}<li>{m.halls_none()}</li>{/each}
      </ul>
    {/snippet}
  </Loaded>
</Page>

<dialog class="sheet" bind:this={dialog} aria-labelledby="new-hall">
  <h2 id="new-hall">{m.halls_add()}</h2>
  <form class="mt-3 grid gap-3" onsubmit={add}>
    <label class="grid gap-1 font-bold"
      >{m.hall_name()}<input
        class="input h-12 w-full"
        required
        maxlength="80"
        bind:value={name}
      /></label
    >
    {#if error}<p class="font-bold text-error" role="alert">{trouble(error)}</p>{/if}
    <div class="flex gap-2">
      <button class="btn btn-primary">{m.halls_add()}</button>
      <button type="button" class="btn btn-ghost" onclick={() => dialog?.close()}
        >{m.cancel()}</button
      >
    </div>
  </form>
</dialog>
