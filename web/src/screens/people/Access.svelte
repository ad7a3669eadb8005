<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { moment } from '../../lib/words/words';

  type Line = Schemas['AccessControllerAccess'];

  /** With an athlete in the address: only what was read and written of this one. */
  let { params = {} }: { params?: { athlete?: string | null } } = $props();

  let account = $state('');
  let day = $state('');
  let page = $state(0);

  const accounts = new Resource(() => ask(api.GET('/api/accounts')));
  const log = Resource.at(
    () => `${params.athlete} ${account} ${day} ${page}`,
    () =>
      ask(
        api.GET('/api/access', {
          params: {
            query: {
              page,
              ...(account && { account }),
              ...(day && { day }),
              ...(params.athlete && { athlete: params.athlete }),
            },
          },
        }),
      ),
  );

  const verb: Record<Line['verb'], () => string> = {
    READ: m.access_read,
    WRITTEN: m.access_written,
    DELETED: m.access_deleted,
  };
  const area: Record<Line['area'], () => string> = {
    ROSTER: m.access_roster,
    ATHLETE: m.athlete,
    IMPORT: m.access_import,
    STATION: m.nav_station,
    RESULTS: m.nav_results,
    RANKING: m.nav_ranking,
    GROUPS: m.nav_groups,
    TRAINING: m.nav_training,
    SCREENING: m.manage_screening,
  };
</script>

{#snippet actions()}
  <a class="btn-soft-line btn" href="#/people">{m.nav_people()}</a>
{/snippet}

<Page title={m.access_title()} above={m.nav_people()} {actions}>
  <p class="max-w-prose">{m.access_text()}</p>
  <div class="mt-4 flex flex-wrap items-end gap-4">
    <label class="grid"
      >{m.access_by()}<select
        class="select h-12 w-64"
        bind:value={account}
        onchange={() => (page = 0)}
      >
        <option value="">{m.access_everybody()}</option>
        {#each accounts.data ?? [] as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
      </select></label
    >
    <label class="grid"
      >{m.access_until()}<input
        class="input h-12"
        type="date"
        bind:value={day}
        onchange={() => (page = 0)}
      /></label
    >
  </div>
  <Loaded resource={log}>
    {#snippet children(data)}
      {#if params.athlete}
        <p class="mt-5 flex flex-wrap items-center gap-x-4 gap-y-2">
          <span
            >{m.access_only({
              name: data.lines.find((l) => l.athlete)?.athlete ?? m.access_one(),
            })}</span
          ><a class="btn-soft-line btn" href="#/access">{m.access_all()}</a>
        </p>
      {/if}
      <div class="overflow-x-auto">
        <table class="floor-line mt-5 w-full text-left">
          <thead>
            <tr class="sign"
              ><th class="py-2 pr-4">{m.access_when()}</th><th class="pr-4">{m.access_by()}</th><th
                class="pr-4">{m.access_what()}</th
              ><th>{m.access_of()}</th></tr
            >
          </thead>
          <tbody>
            {#each data.lines as line, i (i)}
              <tr class="border-t border-base-300 align-top">
                <td class="py-2 pr-4 whitespace-nowrap">{moment(line.at)}</td>
                <td class="pr-4">{line.account}</td>
                <td class="pr-4">{area[line.area]()}: {verb[line.verb]()}</td>
                <td>{[line.athlete, line.about].filter(Boolean).join(' · ')}</td>
              </tr>
            {:else}<tr><td class="py-3" colspan="4">{m.access_none()}</td></tr>{/each}
          </tbody>
        </table>
      </div>
      <div class="mt-4 flex gap-2">
        {#if page > 0}<button class="btn-soft-line btn h-12" onclick={() => (page -= 1)}
            >{m.access_newer()}</button
          >{/if}
        {#if data.more}<button class="btn-soft-line btn h-12" onclick={() => (page += 1)}
            >{m.access_older()}</button
          >{/if}
      </div>
    {/snippet}
  </Loaded>
</Page>
