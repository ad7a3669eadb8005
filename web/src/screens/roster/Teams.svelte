<script lang="ts">
  import { push } from 'svelte-spa-router';
  import { api, ask } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { trouble } from '../../lib/words/trouble';
  import Transfer from './Transfer.svelte';

  const teams = new Resource(async () =>
    (await ask(api.GET('/api/teams'))).filter((t) => !t.archived),
  );
  let dialog = $state<HTMLDialogElement>();
  let name = $state('');
  let kind = $state<'CLASS' | 'TEAM'>('CLASS');
  let error = $state<unknown>(null);

  async function add(event: SubmitEvent) {
    event.preventDefault();
    error = null;
    try {
      const team = await ask(api.POST('/api/teams', { body: { name, kind } }));
      dialog?.close();
      await push(`/roster/${team.id}`);
    } catch (e) {
      error = e;
    }
  }
</script>

{#snippet actions()}
  <button class="btn btn-primary" onclick={() => dialog?.showModal()}>{m.team_add()}</button>
  <a class="btn-soft-line btn" href="#/archive">{m.archive_title()}</a>
{/snippet}

<Page title={m.nav_roster()} {actions}>
  <Loaded resource={teams}>
    {#snippet children(all)}
      <ul class="grid gap-5">
        {#each all as team (team.id)}
          <li class="floor-line flex flex-wrap items-center justify-between gap-3 pt-3">
            <div>
              <h2><a class="hover:underline" href="#/roster/{team.id}">{team.name}</a></h2>
              <p class="quiet">
                {team.kind === 'CLASS' ? m.kind_class() : m.kind_team()} · {m.athletes({
                  count: team.athletes,
                })}
                {#if team.incomplete}· {m.roster_incomplete({ count: team.incomplete })}{/if}
              </p>
            </div>
            <a class="btn-soft-line btn" href="#/roster/{team.id}">{m.open()}</a>
          </li>
        {:else}
          <li class="floor-line max-w-prose pt-4">
            <h2>{m.teams_none_title()}</h2>
            <p class="mt-2">{m.teams_none_text()}</p>
            <button class="btn mt-4 btn-primary" onclick={() => dialog?.showModal()}
              >{m.team_add()}</button
            >
          </li>
        {/each}
      </ul>
      <Transfer taken={() => void teams.load()} />
    {/snippet}
  </Loaded>
</Page>

<dialog class="sheet" bind:this={dialog} aria-labelledby="new-team">
  <h2 id="new-team">{m.team_add()}</h2>
  <form class="mt-4 grid gap-4" onsubmit={add}>
    <label class="grid gap-1 font-bold"
      >{m.name()}<input class="input w-full" required maxlength="120" bind:value={name} /></label
    >
    <fieldset class="flex gap-6">
      <legend class="mb-1 font-bold">{m.kind()}</legend>
      <label class="flex min-h-11 items-center gap-2"
        ><input type="radio" class="radio" value="CLASS" bind:group={kind} />{m.kind_class()}</label
      >
      <label class="flex min-h-11 items-center gap-2"
        ><input type="radio" class="radio" value="TEAM" bind:group={kind} />{m.kind_team()}</label
      >
    </fieldset>
    {#if error}<p class="text-error" role="alert">{trouble(error)}</p>{/if}
    <div class="flex gap-2">
      <button class="btn btn-primary">{m.team_add()}</button>
      <button type="button" class="btn-soft-line btn" onclick={() => dialog?.close()}
        >{m.cancel()}</button
      >
    </div>
  </form>
</dialog>
