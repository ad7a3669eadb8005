<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import Squares from '../../lib/shell/Squares.svelte';
  import { trouble } from '../../lib/words/trouble';
  import { moment } from '../../lib/words/words';

  interface Props {
    screening: string;
    athlete: string;
    name: string;
  }
  let { screening, athlete, name }: Props = $props();

  let dialog: HTMLDialogElement;
  let all = $state.raw<Schemas['CardLinksLinkView'][]>([]);
  let made = $state.raw<Schemas['CardLinksNewLink'] | null>(null);
  let days = $state(7);
  let error = $state.raw<unknown>(null);
  const path = $derived({ id: screening });

  export function open() {
    made = null;
    dialog.showModal();
    void tried(load);
  }

  async function tried(work: () => Promise<void>) {
    error = null;
    try {
      await work();
    } catch (e) {
      error = e;
    }
  }

  async function load() {
    all = await ask(
      api.GET('/api/screenings/{id}/card-links', { params: { path, query: { athlete } } }),
    );
  }

  async function make() {
    made = await ask(
      api.POST('/api/screenings/{id}/card-links', { params: { path }, body: { athlete, days } }),
    );
    await load();
  }

  async function revoke(link: string) {
    await ask(
      api.DELETE('/api/screenings/{id}/card-links/{link}', {
        params: { path: { id: screening, link } },
      }),
    );
    if (made?.id === link) made = null;
    await load();
  }
</script>

<dialog class="sheet" bind:this={dialog} aria-labelledby="own-link-title">
  <h2 id="own-link-title">{m.own_link({ name })}</h2>
  <p class="mt-1 max-w-prose">{m.own_link_text()}</p>
  {#if error}<p class="mt-2 border-l-4 border-error pl-3 font-bold" role="alert">
      {trouble(error)}
    </p>{/if}
  {#if made}
    <div class="mt-4 grid items-center gap-6 sm:grid-cols-[16rem_1fr]" data-testid="own-link">
      <Squares rows={made.code} label={m.own_link_code({ name })} />
      <div>
        <p class="quiet">{m.passes_until({ time: moment(made.expiresAt) })}</p>
        <p class="mt-2 text-sm break-all select-all" data-testid="own-link-address">
          {made.address}
        </p>
        <p class="quiet mt-1 text-sm">{m.own_link_once()}</p>
      </div>
    </div>
  {/if}
  <form
    class="mt-4 flex flex-wrap items-end gap-3"
    onsubmit={(e) => {
      e.preventDefault();
      void tried(make);
    }}
  >
    <label class="grid gap-1 font-bold"
      >{m.own_link_days()}<input
        class="input h-12 w-28 text-right"
        type="number"
        min="1"
        max="14"
        required
        bind:value={days}
      /></label
    >
    <button class="btn h-12 btn-primary">{m.own_link_make()}</button>
  </form>
  {#if all.length}
    <ul class="mt-4 border-t-2 border-base-content">
      {#each all as link (link.id)}
        <li class="flex flex-wrap items-center justify-between gap-3 border-b border-base-300 py-1">
          <span
            >{m.passes_until({ time: moment(link.expiresAt) })}
            <span class="quiet"
              >{!link.opens
                ? m.passes_closed()
                : link.opened
                  ? m.own_link_opened({ time: moment(link.opened) })
                  : m.passes_waiting()}</span
            ></span
          >
          {#if link.opens}<button
              class="btn-soft-line btn"
              onclick={() => tried(() => revoke(link.id))}>{m.passes_revoke()}</button
            >{/if}
        </li>
      {/each}
    </ul>
  {/if}
  <button class="btn-soft-line btn mt-4" onclick={() => dialog.close()}>{m.close()}</button>
</dialog>
