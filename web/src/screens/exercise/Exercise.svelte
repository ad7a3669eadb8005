<script lang="ts">
  import { router } from 'svelte-spa-router';
  import { ladders, Names, protocolOf } from '../../lib/api/catalogue';
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { aidName, sized } from '../../lib/focus/parts';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { familyWord, notForWord } from '../../lib/words/judgement';
  import { originOf } from '../../lib/words/origin';
  import { thighAt } from '../../lib/words/stance';
  import { say } from '../../lib/words/words';
  import ExerciseFigure from './ExerciseFigure.svelte';

  let { params }: { params: { id: string } } = $props();

  type Exercise = Schemas['Exercise'];
  const units: Record<Exercise['dose']['unit'], () => string> = {
    REPETITIONS: m.unit_repetitions,
    REPETITIONS_A_SIDE: m.unit_repetitions_side,
    SECONDS_A_SIDE: m.unit_seconds_side,
    BREATHS: m.unit_breaths,
  };

  const query = $derived(new URLSearchParams(router.querystring ?? ''));
  const screening = $derived(query.get('screening'));
  const athlete = $derived(query.get('athlete'));

  /** Views of the school that are said with every exercise. */
  const SAID = ['footWeight', 'gaze', 'breathing'];

  /** For whom, where the way came from a placement. */
  async function person() {
    if (!screening || !athlete) return null;
    const result = await ask(
      api.GET('/api/screenings/{id}/results/{athlete}', {
        params: { path: { id: screening, athlete } },
      }),
    );
    const protocol = await protocolOf(result.screening);
    return { result, protocol, proposal: result.proposal };
  }

  const exercise = Resource.at(
    () => `${params.id}?${router.querystring ?? ''}`,
    async () => {
      const [all, whom] = await Promise.all([ladders(), person()]);
      const names = new Names(whom?.protocol ?? { tests: [] }, all);
      return { all, whom, names, found: names.exercise(params.id) };
    },
  );

  const range = (from: number, to: number) => (from === to ? `${from}` : `${from}–${to}`);
  const dose = (d: Exercise['dose']) =>
    m.dose_line({
      sets: range(d.setsFrom, d.setsTo),
      amount: range(d.amountFrom, d.amountTo),
      unit: units[d.unit](),
    });

  /** Where the exercise stands on its ladders, with its neighbours. */
  const places = (all: Schemas['Ladders'], id: string) =>
    all.ladders.flatMap((ladder) => {
      const at = ladder.rungs.indexOf(id);
      return at < 0
        ? []
        : [{ ladder, at, easier: ladder.rungs[at - 1], harder: ladder.rungs[at + 1] }];
    });

  /** How deep this athlete's squats are trained. */
  function deep({ thigh, by }: Schemas['TrainingDepth']): string {
    if (thigh === undefined) return m.exercise_depth_shape();
    const depth = thighAt(thigh);
    if (by === 'OWN_CEILING') return m.exercise_depth_own({ depth });
    return by === 'AIM' ? m.exercise_depth_aim({ depth }) : m.exercise_depth_school({ depth });
  }

  const item = (all: Schemas['Ladders'], id: string) => {
    const found = all.items.find((i) => i.id === id);
    return found ? say(found.name) : id;
  };
  const to = (id: string) =>
    `#/exercise/${id}${screening && athlete ? `?screening=${screening}&athlete=${athlete}` : ''}`;
</script>

{#snippet actions()}
  {#if screening && athlete}
    <a class="btn-soft-line btn" href="#/screening/{screening}/athlete/{athlete}"
      >{exercise.data?.whom?.result.name ?? m.athlete()}</a
    >
    <a class="btn-soft-line btn" href="#/screening/{screening}/groups">{m.nav_groups()}</a>
  {/if}
{/snippet}

<Page
  title={exercise.data?.found ? say(exercise.data.found.name) : m.exercise()}
  above={exercise.data?.whom ? m.exercise_of({ name: exercise.data.whom.result.name }) : ''}
  {actions}
>
  <Loaded resource={exercise}>
    {#snippet children({ all, whom, names, found })}
      {#if !found}
        <p>{m.exercise_unknown()}</p>
      {:else}
        {@const placed = whom?.proposal.kind === 'placed' ? whom.proposal : undefined}
        {@const own = placed?.lasting?.exercise === found.id ? placed.lasting : undefined}
        <div class="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
          <ExerciseFigure figure={found.figure} kit={found.kit} />
          <div class="grid content-start gap-5">
            <section>
              <h2 class="quiet sign">{m.exercise_cue()}</h2>
              <p class="sign text-3xl">{say(found.cue)}</p>
              {#if found.alternatives.length}
                <p class="quiet mt-1 text-sm">{m.exercise_instead()}:</p>
                <ul class="ml-5 list-disc">
                  {#each found.alternatives as other (other.en)}<li>{say(other)}</li>{/each}
                </ul>
              {/if}
            </section>
            <section class="floor-line pt-3">
              <h2>{m.exercise_set_up()}</h2>
              <ol class="mt-1 ml-5 list-decimal">
                {#each found.setUp as line (line.en)}<li>{say(line)}</li>{/each}
              </ol>
            </section>
            <dl class="facts floor-line pt-3">
              <dt class="sign">{m.exercise_dose()}</dt>
              <dd>{dose(found.dose)}</dd>
              {#if placed?.depth && places(all, found.id).some((p) => p.ladder.id === 'squat')}
                <dt class="sign">{m.exercise_depth()}</dt>
                <dd>{deep(placed.depth)}</dd>
              {/if}
              <dt class="sign">{m.exercise_breathing()}</dt>
              <dd>{say(found.breathing)}</dd>
              <dt class="sign">{m.exercise_kit()}</dt>
              <dd>
                {#each found.kit as kit (kit.item)}
                  <p>
                    <strong>{item(all, kit.item)}{kit.size ? sized(own?.size) : ''}</strong>: {say(
                      kit.dimension,
                    )} <span class="quiet text-sm">({originOf(kit)})</span>
                  </p>
                {:else}{m.exercise_no_kit()}{/each}
              </dd>
              {#if own && placed?.aids.length}
                <dt class="sign">{m.part_today()}</dt>
                <dd>
                  {#each placed.aids as given (given.aid)}
                    {@const aid = names.aid(given.aid)}
                    {#if aid}<p>
                        <strong>{aidName(names, given)}</strong>: {say(aid.text)}
                      </p>{/if}
                  {/each}
                </dd>
              {/if}
              <dt class="sign">{m.exercise_for()}</dt>
              <dd>{found.helps.map((f) => familyWord[f]()).join(', ')}</dd>
              {#if found.notFor.length}
                <dt class="sign">{m.exercise_not_for()}</dt>
                <dd>{found.notFor.map((c) => notForWord[c]()).join('; ')}</dd>
              {/if}
              {#each places(all, found.id) as place (place.ladder.id)}
                <dt class="sign">{say(place.ladder.name)}</dt>
                <dd>
                  {m.exercise_ladder({
                    position: place.at + 1,
                    count: place.ladder.rungs.length,
                    ladder: say(place.ladder.name),
                  })}.
                  {#if place.easier}{m.exercise_easier()}:
                    <a class="underline" href={to(place.easier)}>{names.rung(place.easier)}</a
                    >.{/if}
                  {#if place.harder}{m.exercise_harder()}:
                    <a class="underline" href={to(place.harder)}>{names.rung(place.harder)}</a
                    >.{/if}
                </dd>
              {/each}
            </dl>
            {#if whom && SAID.some((policy) => whom.protocol.policies[policy]?.name)}
              <section class="text-sm">
                <h2 class="sign">{m.exercise_school()}</h2>
                {#each SAID as policy (policy)}
                  {@const view = whom.protocol.policies[policy]}
                  {#if view?.name}<p>{view.setUp ? say(view.setUp) : say(view.reason)}</p>{/if}
                {/each}
              </section>
            {/if}
            <p class="border-l-4 border-error pl-3">{m.exercise_caution()}</p>
            <p class="quiet text-sm">{m.exercise_source({ label: originOf(found) })}</p>
          </div>
        </div>
      {/if}
    {/snippet}
  </Loaded>
</Page>

<style>
  .facts {
    display: grid;
    grid-template-columns: minmax(6rem, max-content) 1fr;
    gap: 0.6rem 1rem;
    align-items: baseline;
  }
</style>
