<script lang="ts">
  import { untrack } from 'svelte';
  import { SvelteSet } from 'svelte/reactivity';
  import { push } from 'svelte-spa-router';
  import { ladders, Names, protocolOf } from '../../lib/api/catalogue';
  import { api, ask } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';

  import { trouble } from '../../lib/words/trouble';
  import { day, dayAfter, integer } from '../../lib/words/words';
  import AskedRow from './AskedRow.svelte';
  import { keyOf, minutesOf, perTest, type Athlete } from './plan';

  let { params }: { params: { id: string } } = $props();

  /** To begin with: one lesson's rest and two raters (house convention). */
  let minutes = $state(30);
  let raters = $state(2);
  let name = $state(m.follow_default_name());
  let heldOn = $state(new Date().toLocaleDateString('sv'));
  let saving = $state(false);
  let error = $state.raw<unknown>(null);

  const proposal = Resource.at(
    () => `${params.id} ${minutes} ${raters}`,
    async () => {
      const view = await ask(
        api.GET('/api/screenings/{id}/follow-up', {
          params: { path: { id: params.id }, query: { minutes, raters } },
        }),
      );
      const [protocol, all] = await Promise.all([protocolOf(view.screening), ladders()]);
      return { ...view, names: new Names(protocol, all) };
    },
  );

  /** Looks that will be asked for: to begin with those that fit. */
  const chosen = new SvelteSet<string>();
  $effect(() => {
    const asked = proposal.data?.asked ?? [];
    untrack(() => {
      chosen.clear();
      for (const athlete of asked)
        for (const { look, fits } of athlete.looks) if (fits) chosen.add(keyOf(athlete, look));
    });
  });

  const asked = $derived(proposal.data?.asked ?? []);
  const within = (athlete: Athlete) => athlete.looks.some(({ fits }) => fits);
  const parts = $derived([
    { title: null, athletes: asked.filter(within) },
    { title: m.follow_beyond(), athletes: asked.filter((a) => !within(a)) },
  ]);
  const taken = $derived(minutesOf(asked, chosen));
  const there = $derived(minutes * raters);

  async function plan(event: SubmitEvent) {
    event.preventDefault();
    saving = true;
    error = null;
    try {
      const body = {
        name,
        heldOn,
        asked: asked.flatMap((athlete) => {
          const tests = athlete.looks
            .filter(({ look }) => chosen.has(keyOf(athlete, look)))
            .map(({ look }) => look.test);
          return tests.length ? [{ athlete: athlete.athlete, tests: [...new Set(tests)] }] : [];
        }),
      };
      const made = await ask(
        api.POST('/api/screenings/{id}/follow-up', { params: { path: { id: params.id } }, body }),
      );
      await push(`/screening/${made.id}/plan`);
    } catch (e) {
      error = e;
    } finally {
      saving = false;
    }
  }
</script>

<Page
  title={m.follow_title()}
  above={proposal.data
    ? m.follow_after({
        name: proposal.data.screening.name,
        day: day(proposal.data.screening.heldOn),
      })
    : ''}
>
  <p class="max-w-prose">{m.follow_text()}</p>
  <form
    class="mt-4 flex flex-wrap items-end gap-4 border-y-2 border-base-content py-3"
    onsubmit={plan}
  >
    <label class="grid"
      >{m.follow_minutes()}<input
        class="input h-12 w-24 text-right"
        type="number"
        min="1"
        max="600"
        required
        value={minutes}
        onchange={(e) => {
          if (e.currentTarget.checkValidity()) minutes = e.currentTarget.valueAsNumber;
        }}
      /></label
    >
    <label class="grid"
      >{m.follow_raters()}<input
        class="input h-12 w-20 text-right"
        type="number"
        min="1"
        max="50"
        required
        value={raters}
        onchange={(e) => {
          if (e.currentTarget.checkValidity()) raters = e.currentTarget.valueAsNumber;
        }}
      /></label
    >
    <label class="grid flex-1"
      >{m.name()}<input
        class="input h-12 w-full min-w-40"
        maxlength="120"
        required
        bind:value={name}
      /></label
    >
    <label class="grid"
      >{m.date()}<input
        class="input h-12"
        type="date"
        required
        min={proposal.data ? dayAfter(proposal.data.screening.heldOn, 1) : undefined}
        bind:value={heldOn}
      /></label
    >
    <button class="btn h-12 btn-primary" disabled={saving || chosen.size === 0}
      >{m.follow_plan()}</button
    >
    {#if error}<p class="w-full border-l-4 border-error pl-3 font-bold" role="alert">
        {trouble(error)}
      </p>{/if}
  </form>
  <Loaded resource={proposal}>
    {#snippet children(data)}
      <div class="mt-4" role="status" data-testid="follow-sum">
        <p class="text-lg">
          <strong
            >{m.follow_sum({
              looks: integer(chosen.size),
              athletes: integer(
                asked.filter((a) => a.looks.some(({ look }) => chosen.has(keyOf(a, look)))).length,
              ),
            })}</strong
          >
          {m.follow_takes({ minutes: integer(taken), there: integer(there) })}
        </p>
        <div class="mt-1 h-3 max-w-xl bg-base-300" aria-hidden="true">
          <div
            class={['h-3', taken > there ? 'bg-error' : 'bg-base-content']}
            style:width="{Math.min(100, (100 * taken) / there)}%"
          ></div>
        </div>
        {#if taken > there}<p class="mt-1 font-bold">{m.follow_too_long()}</p>{/if}
        <p class="quiet mt-1">
          {perTest(asked, chosen)
            .map(({ test, looks }) => `${data.names.test(test)} ${integer(looks)}`)
            .join(' · ')}
        </p>
        <p class="mt-1">{m.follow_clear({ count: data.clear })}</p>
        {#if data.notCleared.length}<p class="mt-1 border-l-4 border-error pl-3">
            {m.follow_not_cleared({ names: data.notCleared.join(', ') })}
          </p>{/if}
      </div>
      {#each parts as part (part.title)}
        {#if part.athletes.length}
          {#if part.title}<h2 class="mt-8 border-t-4 border-accent pt-2">{part.title}</h2>{/if}
          <ol class="mt-3 grid gap-x-10 lg:grid-cols-2">
            {#each part.athletes as athlete (athlete.athlete)}
              <AskedRow
                {athlete}
                place={asked.indexOf(athlete) + 1}
                names={data.names}
                {chosen}
                screening={params.id}
              />
            {/each}
          </ol>
        {/if}
      {/each}
      {#if !asked.length}<p class="mt-6">{m.follow_nothing()}</p>{/if}
    {/snippet}
  </Loaded>
</Page>
