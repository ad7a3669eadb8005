<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { session } from '../../lib/session.svelte';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Manage from '../../lib/shell/Manage.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { day } from '../../lib/words/words';
  import BlockDue from './BlockDue.svelte';
  import LastBackup from './LastBackup.svelte';
  import NewScreening from './NewScreening.svelte';
  import Raters from './Raters.svelte';
  import Requests from './Requests.svelte';
  import Steps from './Steps.svelte';

  const today = new Resource(() => ask(api.GET('/api/today')));
  /** Blocks take longer to look at, so that they come after. */
  const training = new Resource(async () =>
    session.viewer ? [] : ask(api.GET('/api/today/training')),
  );
  const steps = new Resource(async () => (session.lead ? ask(api.GET('/api/today/steps')) : null));
  let planner = $state<NewScreening>();
  let raters = $state<Raters>();
  let manage = $state<Manage>();
  let managed = $state('');

  type Due = Schemas['DuesDue'];
  const next = (due: Due) =>
    `#/screening/${due.screening.id}/${session.viewer ? 'results' : due.waiting > 0 || !session.lead ? 'station' : 'groups'}`;
  const share = (due: Due) => (due.athletes ? due.done / due.athletes : 0);
</script>

{#snippet actions()}
  {#if session.lead && today.data?.teams.length}
    <button class="btn btn-primary" onclick={() => planner?.open()}
      >{m.today_new_screening()}</button
    >
  {/if}
{/snippet}

<Page title={m.nav_today()} above={day(new Date().toLocaleDateString('sv'))} {actions}>
  {#if session.lead}<Requests />{/if}
  <Loaded resource={today}>
    {#snippet children(data)}
      {#if steps.data}<Steps
          steps={steps.data}
          plan={() => planner?.open()}
          changed={() => void Promise.all([today.load(), steps.load()])}
        />{/if}
      {#if data.screenings.length === 0 && data.teams.some((t) => !t.archived)}
        <section class="floor-line max-w-prose pt-4">
          <h2>{m.today_none_title()}</h2>
          <p class="mt-2">
            {session.lead
              ? m.today_none_text()
              : session.viewer
                ? m.today_none_viewer()
                : m.today_none_rater()}
          </p>
        </section>
      {/if}
      <ul class="grid gap-6">
        {#each data.screenings as due (due.screening.id)}
          <li
            class="floor-line grid gap-x-8 gap-y-3 pt-3 md:grid-cols-[minmax(0,1fr)_12rem_24rem] md:items-center xl:grid-cols-[minmax(0,1fr)_14rem_31rem]"
          >
            <div>
              <h2>
                <a class="hover:underline" href={next(due)}>{due.team || due.screening.name}</a>
              </h2>
              <p class="quiet">{due.screening.name} · {day(due.screening.heldOn)}</p>
              {#if due.stopped}
                <p class="mt-1 border-l-4 border-error pl-2 text-sm font-bold">
                  {m.today_stopped({ count: due.stopped })}
                </p>
              {/if}
              {#if session.lead && due.setAside}
                <p class="mt-1 border-l-4 border-error pl-2 text-sm">
                  <a class="underline" href="#/screening/{due.screening.id}/results"
                    >{m.set_aside_title({ count: due.setAside })}</a
                  >
                </p>
              {/if}
              {#each (training.data ?? []).filter((t) => t.screening === due.screening.id) as block (block.block)}
                <BlockDue due={block} />
              {/each}
              {#each due.unjudged as incident (incident)}
                <p class="mt-1 border-l-4 border-error pl-2 text-sm">{m.unjudged({ incident })}</p>
              {/each}
            </div>
            <div>
              <svg
                class="h-5 w-full"
                viewBox="0 0 100 10"
                preserveAspectRatio="none"
                aria-hidden="true"
              >
                <path d="M0 5h100" stroke="var(--color-base-300)" stroke-width="6" />
                <path
                  d="M0 5h{100 * share(due)}"
                  stroke="var(--color-base-content)"
                  stroke-width="6"
                />
              </svg>
              <p class="text-sm">
                {m.today_progress({ done: due.done, all: due.athletes, waiting: due.waiting })}
              </p>
            </div>
            <div class="flex flex-wrap gap-2 md:justify-end">
              <a class="btn btn-primary" href={next(due)}>
                {session.viewer
                  ? m.nav_results()
                  : due.waiting > 0
                    ? due.done
                      ? m.today_go_on()
                      : m.today_begin()
                    : session.lead
                      ? m.nav_groups()
                      : m.nav_station()}
              </a>
              {#if session.lead}
                <a class="btn-soft-line btn" href="#/screening/{due.screening.id}/results"
                  >{m.nav_results()}</a
                >
                <button
                  class="btn-soft-line btn"
                  onclick={() => raters?.open(due.screening.id, due.screening.name)}
                  >{m.raters()}</button
                >
                <button
                  class="btn-soft-line btn"
                  aria-label="{m.manage_change()}: {due.screening.name}"
                  onclick={() => {
                    managed = due.screening.id;
                    manage?.open(due.screening.name, due.screening.heldOn);
                  }}>{m.manage_change()}</button
                >
              {/if}
            </div>
          </li>
        {/each}
      </ul>
      {#if session.lead}<p class="mt-6">
          <a class="inline-flex min-h-11 items-center underline" href="#/archive"
            >{m.archive_title()}</a
          >
        </p>{/if}
      {#if data.backup}<LastBackup backup={data.backup} />{/if}
      {#if session.lead}
        <NewScreening bind:this={planner} teams={data.teams.filter((t) => !t.archived)} />
        <Raters bind:this={raters} />
        <Manage
          bind:this={manage}
          title={m.manage_screening()}
          warning={m.manage_screening_warning()}
          save={async (name, heldOn) => {
            const path = { id: managed };
            await ask(
              api.PUT('/api/screenings/{id}', { params: { path }, body: { name, heldOn } }),
            );
            await today.load();
          }}
          archive={async () => {
            const path = { id: managed };
            await ask(
              api.PUT('/api/screenings/{id}/archived', {
                params: { path },
                body: { archived: true },
              }),
            );
            await today.load();
          }}
          remove={async () => {
            await ask(api.DELETE('/api/screenings/{id}', { params: { path: { id: managed } } }));
            await today.load();
          }}
        />
      {/if}
    {/snippet}
  </Loaded>
</Page>
