<script lang="ts">
  import { untrack } from 'svelte';
  import { ladders, Names, protocolOf } from '../../lib/api/catalogue';
  import { api, ask, Problem, type Schemas } from '../../lib/api/client';
  import { LINES } from '../../lib/focus/focus';
  import FocusLine from '../../lib/focus/FocusLine.svelte';
  import HallMap from '../../lib/hall/HallMap.svelte';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import ScreeningTabs from '../../lib/shell/ScreeningTabs.svelte';
  import WorkLine from '../../lib/training/WorkLine.svelte';
  import { kitName } from '../../lib/words/fit';
  import { cueOf, partWord } from '../../lib/words/training';
  import { trouble } from '../../lib/words/trouble';
  import { day, moment } from '../../lib/words/words';
  import { groupCodes, offerName } from '../forming/offers';
  import Calendar from './Calendar.svelte';
  import Promotions from './Promotions.svelte';
  import SeasonForm from './SeasonForm.svelte';

  let { params }: { params: { id: string } } = $props();
  const path = $derived({ id: params.id });
  const TRY_AFTER = 250;
  /** A block of this length, twice a week, is common practice (house convention). */
  const WEEKS = 5;

  let season = $state<Schemas['Season']>(usual());
  let plan = $state.raw<Schemas['BlocksBlockPlan'] | null>(null);
  let saved = $state.raw<Schemas['BlocksBlockView'] | null>(null);
  let changed = $state(false);
  let missing = $state(false);
  let error = $state.raw<unknown>(null);
  let working = $state(false);
  let week = $state(0);
  let trying: ReturnType<typeof setTimeout> | undefined;
  let run = 0;

  function usual(): Schemas['Season'] {
    const monday = new Date();
    monday.setDate(monday.getDate() + ((8 - monday.getDay()) % 7 || 7));
    const pad = (value: number) => String(value).padStart(2, '0');
    return {
      start: `${monday.getFullYear()}-${pad(monday.getMonth() + 1)}-${pad(monday.getDate())}`,
      weeks: WEEKS,
      slots: [
        { day: 'MONDAY', from: '08:00:00', to: '08:45:00' },
        { day: 'THURSDAY', from: '10:00:00', to: '10:45:00' },
      ],
      holidays: [],
      matches: [],
    };
  }

  const data = Resource.at(
    () => params.id,
    async () => {
      const [view, all, last] = await Promise.all([
        ask(api.GET('/api/screenings/{id}/groups', { params: { path } })),
        ladders(),
        ask(api.GET('/api/screenings/{id}/block', { params: { path } })),
      ]);
      const names = new Names(await protocolOf(view.screening), all);
      untrack(() => {
        saved = last.block ?? null;
        plan = saved?.plan ?? null;
        season = structuredClone(saved?.plan.season ?? usual());
        changed = missing = false;
        week = 0;
        if (!plan) void attempt();
      });
      const members = view.groups.flatMap((g) => g.members);
      return { view, names, nameOf: new Map(members.map((x) => [x.athlete, x.name])) };
    },
  );

  const codes = $derived(groupCodes((plan?.groups ?? []).map((g) => g.offer)));
  const athletesOf = (group: number) =>
    (plan?.block.athletes ?? []).filter((a) => a.group === group);
  const usualOrder = (order: string[]) =>
    order.join() === 'PREPARATION,MAIN,SECOND,SINGLE_LEG,CLOSE';
  /** The groups at each place of the hall. */
  const at = $derived.by(() => {
    const places: Record<string, { text: string; colour: string }[]> = {};
    (plan?.groups ?? []).forEach((group, g) => {
      if (group.place)
        (places[group.place] ??= []).push({
          text: codes[g] ?? '',
          colour: LINES[group.offer.focus].colour,
        });
    });
    return places;
  });

  /** The block follows every change at once; it is kept only when the lead says so. */
  function follow() {
    changed = true;
    clearTimeout(trying);
    trying = setTimeout(() => void attempt(), TRY_AFTER);
  }

  async function attempt() {
    const mine = ++run;
    working = true;
    try {
      const answer = await ask(
        api.POST('/api/screenings/{id}/block/plan', {
          params: { path },
          body: $state.snapshot(season),
        }),
      );
      if (mine !== run) return;
      plan = answer;
      changed = true;
      missing = false;
      error = null;
      week = Math.min(week, season.weeks - 1);
    } catch (e) {
      if (mine !== run) return;
      missing = e instanceof Problem && e.code === 'no-groups';
      error = missing ? null : e;
    } finally {
      if (mine === run) working = false;
    }
  }

  async function save() {
    clearTimeout(trying);
    run++;
    working = true;
    try {
      saved = await ask(
        api.POST('/api/screenings/{id}/block', {
          params: { path },
          body: { id: crypto.randomUUID(), season: $state.snapshot(season) },
        }),
      );
      plan = saved.plan;
      changed = false;
      error = null;
    } catch (e) {
      error = e;
    }
    working = false;
  }
</script>

<Page
  title={m.training_title()}
  above={data.data
    ? `${data.data.view.screening.name} · ${day(data.data.view.screening.heldOn)}`
    : ''}
  wide
>
  <ScreeningTabs screening={params.id} at="training" />
  <Loaded resource={data}>
    {#snippet children({ names, nameOf })}
      <p class="max-w-prose">{m.training_text()}</p>
      {#if missing}
        <p class="mt-4">
          {m.training_no_groups()}
          <a class="btn ml-2 btn-primary" href="#/screening/{params.id}/forming">{m.form_go()}</a>
        </p>
      {:else}
        <div class="mt-4 grid gap-x-10 gap-y-6 lg:grid-cols-[20rem_minmax(0,1fr)]">
          <SeasonForm bind:season changed={follow} />
          <section aria-label={m.training_calendar()}>
            {#if error}<p class="mb-3 border-l-4 border-error pl-3 font-bold" role="alert">
                {trouble(error)}
              </p>{/if}
            <div class="flex flex-wrap items-center justify-between gap-3">
              <p role="status" data-testid="saved">
                {#if changed || !saved}{m.training_unsaved()}
                {:else}{m.training_saved({ author: saved.author, at: moment(saved.at) })}{/if}
              </p>
              <button
                class="btn h-12 btn-primary"
                disabled={working || !plan || (!changed && saved !== null && !saved.outdated)}
                onclick={save}>{m.training_save()}</button
              >
            </div>
            {#if saved?.outdated && !changed}<p
                class="mt-2 border-l-4 border-accent pl-3"
                role="note"
              >
                {m.training_outdated()}
              </p>{/if}
            {#if plan}
              {@const block = plan.block}
              <div class="mt-3">
                <Calendar {block} saved={changed ? undefined : saved?.id} />
              </div>
              {#if plan.out.length}
                <p class="mt-3 border-l-4 border-accent pl-3">
                  {m.training_out({
                    names: plan.out.map((a) => nameOf.get(a) ?? '').join(', '),
                  })}
                </p>
              {/if}
              <div class="mt-6 grid gap-x-8 gap-y-4 md:grid-cols-2">
                {#if plan.places.length}
                  <div>
                    <h2>{m.training_map()}</h2>
                    <div class="mt-2"><HallMap places={plan.places} {at} /></div>
                  </div>
                {/if}
                <div>
                  <h2>{m.training_kit()}</h2>
                  {#each block.orders as order, g (g)}
                    {#if !usualOrder(order)}
                      <p>
                        {m.training_order({
                          group: codes[g] ?? '',
                          parts: order.map((p) => partWord[p]()).join(', '),
                        })}
                      </p>
                    {/if}
                  {/each}
                  {#each block.shortages as shortage, s (s)}
                    <p class="border-l-4 border-accent pl-3">
                      {m.training_shortage({
                        turn: shortage.turn + 1,
                        name: kitName(shortage.item, shortage.span, names),
                        count: shortage.missing,
                        groups: shortage.groups.map((g) => codes[g]).join(', '),
                      })}
                    </p>
                  {:else}
                    <p>{plan.hall ? m.training_kit_fine() : m.training_kit_no_hall()}</p>
                  {/each}
                </div>
              </div>
              {#if saved}<Promotions
                  screening={params.id}
                  {names}
                  decided={() => void attempt()}
                />{/if}
              <div class="floor-line mt-8 flex flex-wrap items-center gap-3 pt-3">
                <h2>{m.training_who()}</h2>
                <label class="ml-auto flex items-center gap-2"
                  >{m.training_week_choose()}<select class="select h-11 w-24" bind:value={week}>
                    {#each { length: season.weeks }, w}<option value={w}>{w + 1}</option>{/each}
                  </select></label
                >
              </div>
              {#each plan.groups as group, g (g)}
                <details
                  class="group"
                  style:--line={LINES[group.offer.focus].colour}
                  data-testid="block-group"
                >
                  <summary class="flex flex-wrap items-center justify-between gap-3">
                    <strong class="sign text-xl"
                      ><FocusLine
                        focus={group.offer.focus}
                        label="{codes[g]}: {offerName(group.offer, names)}"
                      /></strong
                    >
                    <span class="quiet text-sm"
                      >{[m.athletes({ count: athletesOf(g).length }), group.place, group.supervisor]
                        .filter(Boolean)
                        .join(' · ')}</span
                    >
                  </summary>
                  <div class="people">
                    {#each athletesOf(g) as one (one.athlete)}
                      <article>
                        <h3>
                          <a
                            class="hover:underline"
                            href="#/screening/{params.id}/athlete/{one.athlete}"
                            >{nameOf.get(one.athlete) ?? ''}</a
                          >
                        </h3>
                        <p><span class="quiet">{m.session_cue()}:</span> {cueOf(one, week)}</p>
                        {#if one.sore}<p class="text-sm">{m.dose_sore()}</p>{/if}
                        {#each block.orders[g] ?? [] as part (part)}
                          {#each one.work.filter((w) => w.part === part) as work (work.part)}
                            <div class="mt-1"><WorkLine {work} {week} {names} /></div>
                          {/each}
                        {/each}
                      </article>
                    {/each}
                  </div>
                </details>
              {/each}
            {/if}
          </section>
        </div>
      {/if}
    {/snippet}
  </Loaded>
</Page>

<style>
  .group {
    margin-top: 1rem;
    border-top: 5px solid var(--line);
    padding-top: 0.4rem;
  }
  summary {
    min-height: 2.75rem;
    cursor: pointer;
  }
  .people {
    display: grid;
    gap: 1.25rem 2rem;
    grid-template-columns: repeat(auto-fill, minmax(min(18rem, 100%), 1fr));
  }
  article {
    border-top: 1px solid var(--color-base-300);
    padding-top: 0.4rem;
  }
</style>
