<script lang="ts">
  import { api, ask } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { trouble } from '../../lib/words/trouble';
  import { day } from '../../lib/words/words';

  const archive = new Resource(async () => {
    const [teams, screenings] = await Promise.all([
      ask(api.GET('/api/teams')),
      ask(api.GET('/api/screenings/archived')),
    ]);
    const names = new Map(teams.map((t) => [t.id, t.name]));
    return { teams: teams.filter((t) => t.archived), screenings, names };
  });
  let error = $state.raw<unknown>(null);

  async function back(action: () => Promise<unknown>) {
    error = null;
    try {
      await action();
      await archive.load();
    } catch (e) {
      error = e;
    }
  }
  const body = { archived: false };
  const team = (id: string) =>
    back(() => ask(api.PUT('/api/teams/{id}/archived', { params: { path: { id } }, body })));
  const screening = (id: string) =>
    back(() => ask(api.PUT('/api/screenings/{id}/archived', { params: { path: { id } }, body })));
</script>

{#snippet line(href: string, name: string, about: string, restore: () => unknown)}
  <li class="flex flex-wrap items-center justify-between gap-3 border-t border-base-300 py-2">
    <p>
      <a class="font-bold hover:underline" {href}>{name}</a>
      <span class="quiet">{about}</span>
    </p>
    <button class="btn-soft-line btn" aria-label="{m.archive_back()}: {name}" onclick={restore}
      >{m.archive_back()}</button
    >
  </li>
{/snippet}

<Page title={m.archive_title()}>
  <p class="max-w-prose">{m.archive_text()}</p>
  {#if error}<p class="mt-4 text-error" role="alert">{trouble(error)}</p>{/if}
  <Loaded resource={archive}>
    {#snippet children(data)}
      <div class="mt-5 grid gap-x-10 gap-y-8 lg:grid-cols-2">
        <section class="floor-line pt-3">
          <h2>{m.nav_roster()}</h2>
          <ul class="mt-2">
            {#each data.teams as one (one.id)}{@render line(
                `#/roster/${one.id}`,
                one.name,
                m.athletes({ count: one.athletes }),
                () => team(one.id),
              )}{:else}<li>{m.archive_none()}</li>{/each}
          </ul>
        </section>
        <section class="floor-line pt-3">
          <h2>{m.archive_screenings()}</h2>
          <ul class="mt-2">
            {#each data.screenings as one (one.id)}{@render line(
                `#/screening/${one.id}/results`,
                one.name,
                `${data.names.get(one.team) ?? ''} · ${day(one.heldOn)}`,
                () => screening(one.id),
              )}{:else}<li>{m.archive_none()}</li>{/each}
          </ul>
        </section>
      </div>
    {/snippet}
  </Loaded>
</Page>
