<script lang="ts">
  import { untrack } from 'svelte';
  import { ladders, Names, protocolOf } from '../../lib/api/catalogue';
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import type { Key } from '../../lib/keys/keys.svelte';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import ScreeningTabs from '../../lib/shell/ScreeningTabs.svelte';
  import { kitName } from '../../lib/words/fit';
  import { formLimitWord } from '../../lib/words/judgement';
  import { trouble } from '../../lib/words/trouble';
  import { day, decimal, moment } from '../../lib/words/words';
  import { rungKey } from '../groups/board';
  import ChangeList from './ChangeList.svelte';
  import { Draft, settled, type Group, type Weighed } from './draft.svelte';
  import GroupCard from './GroupCard.svelte';
  import WeighTable from './WeighTable.svelte';
  import WhyThere from './WhyThere.svelte';
  import { usual, type Wishes } from './wishes';
  import WishForm from './WishForm.svelte';

  let { params }: { params: { id: string } } = $props();
  const path = $derived({ id: params.id });

  /** Above so many athletes the groups are folded at first. */
  const MANY = 60;
  const LAST_ROUND = 2;

  const draft = new Draft();
  let wishes = $state<Wishes>(structuredClone(usual));
  /** The limits that the groups on the screen were formed under. */
  let under = $state.raw<Wishes>(usual);
  let result = $state.raw<Schemas['AssignmentResult'] | null>(null);
  let changes = $state.raw<Schemas['ChangesChange'][] | null>(null);
  let error = $state.raw<unknown>(null);
  let looking = $state.raw<AbortController | null>(null);
  let saving = $state(false);
  let search = $state('');
  let shown = $state<'groups' | 'table'>('groups');
  let folded = $state(false);
  let weighed = $state.raw<ReadonlyMap<string, Weighed[]>>(new Map());
  let why = $state<WhyThere>();

  const data = Resource.at(
    () => params.id,
    async () => {
      const [view, all, halls, last] = await Promise.all([
        ask(api.GET('/api/screenings/{id}/groups', { params: { path } })),
        ladders(),
        ask(api.GET('/api/halls')),
        ask(api.GET('/api/screenings/{id}/formation', { params: { path } })),
      ]);
      const names = new Names(await protocolOf(view.screening), all);
      untrack(() => begin(last.formation, halls));
      folded = view.groups.reduce((sum, g) => sum + g.size, 0) > MANY;
      return { view, names, halls, last: last.formation };
    },
  );

  function begin(
    formation: Schemas['FormationsFormationView'] | undefined,
    halls: Schemas['TrainingHallsHallView'][],
  ) {
    const { hall, session, ...kept } = formation?.wishes ?? usual;
    const there = halls.some((h) => h.id === hall) ? hall : formation ? undefined : halls[0]?.id;
    wishes = structuredClone({
      ...kept,
      ...(there && { hall: there, ...(session && { session }) }),
    });
    under = $state.snapshot(wishes);
    result = null;
    changes = null;
    weighed = new Map();
    draft.kept(
      (formation?.groups ?? []).map(({ members, ...group }) => ({ ...group, seats: members })),
    );
  }

  const members = $derived(
    new Map((data.data?.view.groups ?? []).flatMap((g) => g.members.map((x) => [x.athlete, x]))),
  );
  const nameOf = (athlete: string) => members.get(athlete)?.name ?? '';
  const locked = (athlete: string) => members.get(athlete)?.decision?.kind === 'LOCK';
  const hall = $derived(data.data?.halls.find((h) => h.id === under.hall)?.inventory);
  const moves = $derived(
    draft.groups
      .flatMap((g) => g.seats.map((s) => ({ ...s, focus: g.offer.focus })))
      .filter(({ athlete, focus, rung }) => {
        const place = members.get(athlete)?.place;
        return !place || rungKey(place) !== rungKey({ focus, rung });
      }).length,
  );
  /** Kit of which more than half is in use. */
  const scarce = $derived(
    result?.kind === 'formed' ? result.kit.filter((use) => 2 * use.used > use.most) : [],
  );
  const gap = $derived(result?.kind === 'formed' ? result.cost - result.leastCost : 0);

  /** Looks in rounds, each longer than the one before: what was found stands, and looking on can be stopped. */
  async function work() {
    looking?.abort();
    const asked = (looking = new AbortController());
    const wanted = $state.snapshot(wishes);
    error = null;
    result = changes = null;
    try {
      for (let round = 0; round <= LAST_ROUND; round++) {
        const answer = await ask(
          api.POST('/api/screenings/{id}/groups/formed', {
            params: { path, query: { round } },
            body: wanted,
            signal: asked.signal,
          }),
        );
        if (asked !== looking) return;
        take(answer, wanted);
        if (answer.kind === 'impossible' ? answer.because !== 'UNKNOWN' : answer.proven) break;
      }
    } catch (e) {
      if (!asked.signal.aborted) error = e;
    }
    if (asked === looking) {
      looking = null;
      if (!error) void more(wanted);
    }
  }

  function take(answer: Schemas['AssignmentResult'], wanted: Wishes) {
    const found = answer.kind === 'formed';
    if (!found && result?.kind === 'formed') return;
    result = answer;
    if (!found) return;
    under = wanted;
    weighed = new Map();
    const inventory = data.data?.halls.find((h) => h.id === wanted.hall)?.inventory;
    const groups = answer.groups.map((g): Group => ({ offer: g.offer, seats: g.members }));
    draft.put(settled(groups, inventory));
    if (shown === 'table') void weighAll();
  }

  async function more(wanted: Wishes) {
    try {
      const answer = await ask(
        api.POST('/api/screenings/{id}/groups/changes', { params: { path }, body: wanted }),
      );
      if (!looking) changes = answer;
    } catch (e) {
      error = e;
    }
  }

  function stop() {
    looking?.abort();
    looking = null;
  }

  const weighing = (athletes: string[]) =>
    ask(
      api.POST('/api/screenings/{id}/groups/weighed', {
        params: { path },
        body: { athletes, offers: draft.groups.map((g) => g.offer), wishes: under },
      }),
    );
  const weigh = async (athlete: string) =>
    weighed.get(athlete) ?? (await weighing([athlete]))[0]?.offers ?? [];

  async function weighAll() {
    shown = 'table';
    try {
      const all = await weighing(draft.groups.flatMap((g) => g.seats.map((s) => s.athlete)));
      weighed = new Map(all.map((w) => [w.athlete, w.offers]));
    } catch (e) {
      error = e;
    }
  }

  async function save() {
    saving = true;
    error = null;
    try {
      await ask(
        api.POST('/api/screenings/{id}/formation', {
          params: { path },
          body: {
            id: crypto.randomUUID(),
            wishes: under,
            groups: draft.groups
              .filter((g) => g.seats.length)
              .map(({ offer, place, supervisor, seats }) => ({
                offer,
                ...(place && { place }),
                ...(supervisor && { supervisor }),
                members: seats.map(({ athlete, rung }) => ({ athlete, rung })),
              })),
            reason: m.form_reason(),
            ...(data.data?.view.latest && { basedOn: data.data.view.latest }),
          },
        }),
      );
      await data.load();
    } catch (e) {
      error = e;
    }
    saving = false;
  }

  function onkeydown(event: KeyboardEvent) {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
    if (
      event.target instanceof HTMLElement &&
      event.target.closest('input, textarea, dialog[open]')
    )
      return;
    event.preventDefault();
    if (event.shiftKey) draft.redo();
    else draft.undo();
  }
  const keyList: Key[] = [
    { keys: ['u'], label: m.form_undo(), does: draft.undo },
    { keys: ['r'], label: m.form_redo(), does: draft.redo },
  ];
</script>

<svelte:window {onkeydown} />

<Page
  title={m.form_title()}
  above={data.data
    ? `${data.data.view.screening.name} · ${day(data.data.view.screening.heldOn)}`
    : ''}
  wide
  {keyList}
>
  <ScreeningTabs screening={params.id} at="groups" />
  <Loaded resource={data}>
    {#snippet children({ view, names, halls, last })}
      <p class="max-w-prose">{m.form_intro()}</p>
      <div class="mt-4 grid gap-x-10 gap-y-6 lg:grid-cols-[20rem_minmax(0,1fr)]">
        <section class="grid content-start gap-4">
          <WishForm
            bind:wishes
            {halls}
            athletes={[...members.values()].map((x) => ({ id: x.athlete, name: x.name }))}
            busy={looking !== null}
            work={() => void work()}
          />
          {#if result && !looking}
            <ChangeList
              {changes}
              {names}
              now={result.kind === 'formed' ? result.cost : null}
              {wishes}
              attempt={(other) => {
                wishes = other;
                void work();
              }}
            />
          {/if}
        </section>

        <section aria-label={m.form_view_groups()}>
          {#if error}<p class="mb-3 border-l-4 border-error pl-3 font-bold" role="alert">
              {trouble(error)}
            </p>{/if}
          <div role="status" class="min-h-6">
            {#if looking}
              <span
                >{result?.kind === 'formed'
                  ? m.form_looking({ gap: decimal(gap) })
                  : m.form_working()}</span
              >
              <button class="btn ml-2 btn-ghost" onclick={stop}>{m.form_stop()}</button>
            {/if}
          </div>
          {#if result?.kind === 'impossible'}
            <p class="border-l-4 border-accent pl-3" role="alert">
              {result.because === 'NO_PLACE_FOR_SOMEBODY'
                ? m.form_nowhere({ names: result.who.map(nameOf).join(', ') })
                : formLimitWord[result.because]()}
            </p>
          {:else if result}
            <p>
              <strong>{m.form_cost({ cost: decimal(draft.cost) })}</strong
              >{#if !draft.canRedo && Math.abs(draft.cost - result.cost) < 0.001},
                {result.proven ? m.form_proven() : m.form_gap({ gap: decimal(gap) })}{/if}.
              <span class="quiet">{m.form_costs_text()}</span>
            </p>
            {#if result.out.length}
              <details>
                <summary class="min-h-9 cursor-pointer py-1"
                  >{m.form_out({ count: result.out.length })}</summary
                >
                <p>{result.out.map(nameOf).join(', ')}</p>
              </details>
            {/if}
            {#if scarce.length}
              <h2 class="mt-2 text-lg">{m.form_kit()}</h2>
              <ul class="flex flex-wrap gap-x-6">
                {#each scarce as use, k (k)}
                  <li class={use.used === use.most ? 'font-bold' : ''}>
                    {kitName(use.kit.item, use.kit.span, names)}:
                    {m.form_kit_used({ used: use.used, most: use.most })}
                  </li>
                {/each}
              </ul>
            {/if}
          {/if}
          {#if view.open.length}
            <p class="quiet">{m.form_open({ count: view.open.length })}</p>
          {/if}

          {#if draft.groups.length}
            <div class="mt-3 flex flex-wrap items-center gap-2">
              {#each [['groups', m.form_view_groups()], ['table', m.form_view_table()]] as const as [kind, label] (kind)}
                <button
                  class={['btn', shown === kind ? 'btn-neutral' : 'btn-soft-line']}
                  aria-pressed={shown === kind}
                  onclick={() => (kind === 'table' ? void weighAll() : (shown = 'groups'))}
                  >{label}</button
                >
              {/each}
              <input
                class="input h-11 w-48"
                type="search"
                placeholder={m.form_search()}
                aria-label={m.form_search()}
                bind:value={search}
              />
              {#if shown === 'groups'}
                <button class="btn btn-ghost" onclick={() => (folded = !folded)}
                  >{folded ? m.form_unfold() : m.form_fold()}</button
                >
              {/if}
              <span class="ml-auto flex flex-wrap gap-2">
                <button class="btn-soft-line btn" disabled={!draft.canUndo} onclick={draft.undo}
                  >{m.form_undo()}</button
                >
                <button class="btn-soft-line btn" disabled={!draft.canRedo} onclick={draft.redo}
                  >{m.form_redo()}</button
                >
                <button
                  class="btn btn-primary"
                  disabled={saving || looking !== null || !draft.changed}
                  onclick={save}>{m.form_save()}</button
                >
              </span>
            </div>
            <p class="mt-2 text-right" role="status" data-testid="saved">
              {#if draft.changed}{m.form_unsaved()}
                {#if moves}{m.form_moves({ count: moves })}{/if}
              {:else if last}{m.form_saved({ author: last.author, at: moment(last.at) })}.
                <a
                  class="inline-flex min-h-9 items-center underline"
                  href="#/screening/{params.id}/training">{m.form_to_training()}</a
                >{/if}
            </p>
            {#if shown === 'table'}
              <WeighTable {names} {draft} {weighed} {search} {nameOf} />
            {:else}
              <div class="groups mt-3">
                {#each draft.groups as group, g (g)}
                  <GroupCard
                    {group}
                    {names}
                    wishes={under}
                    {hall}
                    open={!folded}
                    {search}
                    {nameOf}
                    {locked}
                    show={(athlete) => {
                      const member = members.get(athlete);
                      if (member) why?.open(member);
                    }}
                    said={(what) => draft.say(g, what)}
                  />
                {/each}
              </div>
            {/if}
          {:else if !result && !looking}<p class="quiet">{m.form_none()}</p>{/if}
        </section>
      </div>
      <WhyThere bind:this={why} screening={params.id} {names} {draft} wishes={under} {weigh} />
    {/snippet}
  </Loaded>
</Page>

<style>
  .groups {
    display: grid;
    gap: 1.5rem 2rem;
    grid-template-columns: repeat(auto-fill, minmax(min(20rem, 100%), 1fr));
    align-items: start;
  }
</style>
