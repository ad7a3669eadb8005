<script lang="ts">
  import { push, router } from 'svelte-spa-router';
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Manage from '../../lib/shell/Manage.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { clearanceWord, sideWord } from '../../lib/words/judgement';
  import { day, decimal } from '../../lib/words/words';
  import AthleteDialog from './AthleteDialog.svelte';
  import Import from './Import.svelte';

  let { params }: { params: { team: string } } = $props();
  const team = Resource.at(
    () => params.team,
    () => ask(api.GET('/api/teams/{id}', { params: { path: { id: params.team } } })),
  );
  let athlete = $state<AthleteDialog>();
  let manage = $state<Manage>();
  let importing = $state(false);
  let search = $state('');
  let said = $state('');

  type AthleteView = Schemas['RostersAthleteView'];
  const full = (a: AthleteView) => `${a.record.givenName} ${a.record.familyName}`;
  const found = $derived(
    (team.data?.athletes ?? []).filter((a) =>
      full(a).toLowerCase().includes(search.trim().toLowerCase()),
    ),
  );

  /** The entry that the address asks for, once the roster is there. */
  let asked = new URLSearchParams(router.querystring ?? '').get('athlete');
  $effect(() => {
    const entry = team.data?.athletes.find((a) => a.id === asked);
    if (!entry) return;
    asked = null;
    athlete?.open(params.team, entry);
  });

  async function imported(words: string) {
    importing = false;
    said = words;
    await team.load();
  }
</script>

{#snippet actions()}
  <button class="btn btn-primary" onclick={() => (importing = !importing)} aria-expanded={importing}
    >{m.import_open()}</button
  >
  <button class="btn-soft-line btn" onclick={() => athlete?.open(params.team)}
    >{m.athlete_add()}</button
  >
  {#if team.data}{@const line = team.data.team}
    <button class="btn-soft-line btn" onclick={() => manage?.open(line.name)}
      >{m.manage_change()}</button
    >{/if}
  <a class="btn-soft-line btn" href="/api/teams/{params.team}/roster.csv" download>CSV</a>
  <a class="btn-soft-line btn" href="/api/teams/{params.team}/roster.xlsx" download>XLSX</a>
  <a
    class="btn-soft-line btn"
    href="/api/teams/{params.team}/transfer"
    download
    title={m.transfer_text()}
    aria-label="{m.transfer_title()} (JSON)">JSON</a
  >
{/snippet}

<Page title={team.data?.team.name ?? m.nav_roster()} above={m.nav_roster()} {actions}>
  <p role="status" class={said ? 'mb-4 border-l-4 border-success pl-3' : 'sr-only'}>{said}</p>
  <Loaded resource={team}>
    {#snippet children(data)}
      {#if importing || data.athletes.length === 0}
        <Import
          team={params.team}
          done={imported}
          cancel={data.athletes.length ? () => (importing = false) : undefined}
        />
      {/if}
      {#if data.athletes.length}
        <div class="floor-line mt-2 flex flex-wrap items-center justify-between gap-3 py-3">
          <p>
            {m.athletes({ count: data.team.athletes })}{#if data.team.incomplete}, {m.roster_incomplete(
                { count: data.team.incomplete },
              )}{/if}
          </p>
          <label class="flex items-center gap-2"
            >{m.search()}<input class="input" type="search" bind:value={search} /></label
          >
        </div>
        <div class="relative overflow-x-auto">
          <table class="w-full min-w-[54rem] text-left">
            <thead>
              <tr class="sign text-lg">
                <th class="py-2 pr-3">{m.name()}</th>
                <th class="pr-3">{m.birth_date()}</th>
                <th class="pr-3 text-right">{m.height()}</th>
                <th class="pr-3 text-right">{m.mass()}</th>
                <th class="pr-3 text-right">{m.leg_length()}</th>
                <th class="pr-3">{m.sport()}</th>
                <th class="pr-3">{m.side_preference()}</th>
                <th class="pr-3">{m.clearance()}</th>
                <th><span class="sr-only">{m.edit()}</span></th>
              </tr>
            </thead>
            <tbody>
              {#each found as a (a.id)}
                {@const r = a.record}
                <tr class="border-t border-base-300">
                  <td class="py-1.5 pr-3 font-bold">{full(a)}</td>
                  <td class="pr-3"
                    >{#if r.birthDate}{day(r.birthDate)}{:else}<span class="missing"
                        >{m.missing()}</span
                      >{/if}</td
                  >
                  <td class="pr-3 text-right"
                    >{#if r.heightCm}{decimal(r.heightCm)} cm{:else}<span class="missing"
                        >{m.missing()}</span
                      >{/if}</td
                  >
                  <td class="pr-3 text-right">{r.massKg ? `${decimal(r.massKg)} kg` : '–'}</td>
                  <td class="pr-3 text-right"
                    >{r.legLengthCm ? `${decimal(r.legLengthCm)} cm` : '–'}</td
                  >
                  <td class="pr-3">{r.sport ?? '–'}</td>
                  <td class="pr-3">{r.sidePreference ? sideWord[r.sidePreference]() : '–'}</td>
                  <td class={['pr-3', r.clearance === 'NOT_CLEARED' && 'font-bold']}
                    >{clearanceWord[r.clearance]()}</td
                  >
                  <td>
                    <button
                      class="btn btn-ghost"
                      onclick={() => athlete?.open(params.team, a)}
                      aria-label={`${m.edit()}: ${full(a)}`}>{m.edit()}</button
                    >
                  </td>
                </tr>
              {:else}
                <tr><td colspan="9" class="py-6">{m.search_none({ text: search })}</td></tr>
              {/each}
            </tbody>
          </table>
        </div>
      {/if}
      <AthleteDialog bind:this={athlete} saved={team.load} />
    {/snippet}
  </Loaded>
</Page>

<Manage
  bind:this={manage}
  title={m.manage_team()}
  warning={m.manage_team_warning()}
  save={async (name) => {
    const kind = team.data?.team.kind ?? 'CLASS';
    await ask(
      api.PUT('/api/teams/{id}', { params: { path: { id: params.team } }, body: { name, kind } }),
    );
    await team.load();
  }}
  archive={async () => {
    const path = { id: params.team };
    await ask(api.PUT('/api/teams/{id}/archived', { params: { path }, body: { archived: true } }));
    await push('/roster');
  }}
  remove={async () => {
    await ask(api.DELETE('/api/teams/{id}', { params: { path: { id: params.team } } }));
    await push('/roster');
  }}
/>

<style>
  .missing {
    border-bottom: 2px dotted var(--color-warning);
    color: var(--color-warning);
  }
</style>
