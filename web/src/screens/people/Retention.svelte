<script lang="ts">
  import { api, ask } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { session } from '../../lib/session.svelte';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { trouble } from '../../lib/words/trouble';
  import { day } from '../../lib/words/words';

  const CHOICES = [3, 6, 12, 18, 24, 36, 60];

  const present = new Resource(() => ask(api.GET('/api/retention')));
  /** What is looked at before it is chosen; 0 keeps everything. */
  let chosen = $state<number | null>(null);
  const months = $derived(chosen ?? present.data?.months ?? 0);
  const seen = Resource.at(
    () => `${months}`,
    () => ask(api.GET('/api/retention', { params: { query: months ? { months } : {} } })),
  );
  const other = $derived(months !== (present.data?.months ?? 0));
  let sure = $state(false);
  let busy = $state(false);
  let error = $state.raw<unknown>(null);
  let said = $state('');

  async function keep() {
    busy = true;
    error = null;
    try {
      const done = await ask(api.PUT('/api/retention', { body: { months } }));
      said = m.retention_done({
        screenings: done.screenings.length,
        athletes: done.athletes.length,
      });
      chosen = null;
      sure = false;
      await Promise.all([present.load(), seen.load()]);
    } catch (e) {
      error = e;
    }
    busy = false;
  }
</script>

<Page title={m.retention_title()} above={m.nav_people()}>
  <p class="max-w-prose">{m.retention_text()}</p>
  {#if said}<p class="mt-4 border-l-4 border-accent pl-3" role="status">{said}</p>{/if}
  {#if error}<p class="mt-4 border-l-4 border-error pl-3 font-bold" role="alert">
      {trouble(error)}
    </p>{/if}
  <Loaded resource={present}>
    <label class="mt-5 grid max-w-sm gap-1 font-bold"
      >{m.retention_keep()}<select
        class="select h-12 w-full"
        value={months}
        onchange={(e) => {
          chosen = Number(e.currentTarget.value);
          sure = false;
          said = '';
        }}
      >
        <option value={0}>{m.retention_always()}</option>
        {#each CHOICES as choice (choice)}<option value={choice}
            >{m.retention_months({ count: choice })}</option
          >{/each}
      </select></label
    >
    {#if months}
      <Loaded resource={seen}>
        {#snippet children(old)}
          <h2 class="mt-6">{m.retention_erases()}</h2>
          <p class="quiet">
            {m.retention_before({ day: old.before ? day(old.before) : '' })}
          </p>
          {#if old.screenings.length || old.athletes.length}
            <div class="mt-3 grid gap-x-10 gap-y-4 lg:grid-cols-2">
              <section class="floor-line pt-3">
                <h3>{m.retention_screenings({ count: old.screenings.length })}</h3>
                <ul class="mt-1">
                  {#each old.screenings as one (one.id)}<li>
                      {one.name} · {one.team} · {day(one.heldOn)}
                    </li>{/each}
                </ul>
              </section>
              <section class="floor-line pt-3">
                <h3>{m.athletes({ count: old.athletes.length })}</h3>
                <ul class="mt-1">
                  {#each old.athletes as one (one.id)}<li>{one.name} · {one.team}</li>{/each}
                </ul>
              </section>
            </div>
          {:else}<p class="mt-2">{m.retention_nothing()}</p>{/if}
        {/snippet}
      </Loaded>
    {/if}
    {#if session.owner && other}
      {#if sure}
        <p class="mt-5 max-w-prose border-l-4 border-error pl-3">{m.retention_warning()}</p>
        <button class="btn mt-3 h-12 btn-error" disabled={busy} onclick={keep}
          >{m.retention_sure()}</button
        >
      {:else}
        <button
          class="btn mt-5 h-12 btn-primary"
          disabled={busy}
          onclick={() => (months ? (sure = true) : keep())}>{m.save()}</button
        >
      {/if}
    {:else if !session.owner}<p class="quiet mt-4">{m.retention_owner()}</p>{/if}
  </Loaded>
</Page>
