<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { protocolOf } from '../../lib/api/catalogue';
  import { limits } from '../../lib/api/limits';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import ScreeningTabs from '../../lib/shell/ScreeningTabs.svelte';
  import { stationNamed } from '../../lib/words/stations';
  import { trouble } from '../../lib/words/trouble';
  import { integer, minutes, say } from '../../lib/words/words';
  import Lanes from './Lanes.svelte';
  import Passes from './Passes.svelte';

  let { params }: { params: { id: string } } = $props();
  const path = $derived({ id: params.id });
  const TRY_AFTER = 250;
  const inMinutes = (seconds: { minimum: number; maximum: number }) => ({
    minimum: Math.ceil(seconds.minimum / 60),
    maximum: Math.floor(seconds.maximum / 60),
  });

  type Hall = Schemas['HallSetup'];
  let hall = $state<Hall | null>(null);
  let plan = $state.raw<Schemas['PlanControllerPlanView'] | null>(null);
  let shown = $state<'flow' | 'rotation'>('flow');
  let error = $state.raw<unknown>(null);
  let working = $state(false);
  /** Nothing while it is being worked out. */
  let savings = $state.raw<Schemas['PlannerSaving'][] | null>(null);
  let saved = $state(true);
  let passes = $state<Passes>();
  let trying: ReturnType<typeof setTimeout> | undefined;
  let run = 0;

  const loaded = new Resource(async () => {
    const kept = await ask(api.GET('/api/screenings/{id}/plan', { params: { path } }));
    const station = await ask(api.GET('/api/screenings/{id}/station', { params: { path } }));
    hall = kept.hall;
    plan = kept;
    saved = true;
    void more(run);
    return { protocol: await protocolOf(station.screening), screening: station.screening };
  });

  const timetable = $derived(shown === 'rotation' && plan?.rotation ? plan.rotation : plan?.flow);
  const saves = $derived(plan?.rotation ? plan.rotation.finish - plan.flow.finish : 0);
  const stationName = (id: string) => stationNamed(hall?.stations ?? [], id);

  /** What is saved for certain, and what at most. */
  function savedBy({ least, most }: Schemas['PlannerSaving']): string {
    if (least === most) return `−${minutes(most)}`;
    return least === 0
      ? m.plan_saving_up_to({ time: minutes(most) })
      : m.plan_saving_range({ least: minutes(least), most: minutes(most) });
  }

  /** The timetable follows every number at once; it is kept only when the lead says so. */
  function changed() {
    saved = false;
    clearTimeout(trying);
    trying = setTimeout(() => void attempt(), TRY_AFTER);
  }

  /** What one more place or rater would save, once the timetable stands. */
  async function more(mine: number) {
    savings = null;
    const body = $state.snapshot(hall);
    if (!body) return;
    const told = await ask(
      api.POST('/api/screenings/{id}/plan/savings', { params: { path }, body }),
    ).catch(() => []);
    if (mine === run) savings = told;
  }

  async function attempt() {
    if (!hall) return;
    const mine = ++run;
    working = true;
    try {
      const tried = await ask(
        api.POST('/api/screenings/{id}/plan', { params: { path }, body: $state.snapshot(hall) }),
      );
      if (mine !== run) return;
      [plan, error] = [tried, null];
      void more(mine);
    } catch (e) {
      if (mine === run) error = e;
    } finally {
      if (mine === run) working = false;
    }
  }

  async function save() {
    if (!hall) return;
    try {
      await ask(
        api.PUT('/api/screenings/{id}/hall', { params: { path }, body: $state.snapshot(hall) }),
      );
      saved = true;
      error = null;
    } catch (e) {
      error = e;
    }
  }

  function add() {
    if (!hall) return;
    let number = hall.stations.length + 1;
    while (hall.stations.some((s) => s.id === `station-${number}`)) number++;
    hall.stations.push({
      id: `station-${number}`,
      name: {
        en: m.plan_station_name({ number }, { locale: 'en' }),
        de: m.plan_station_name({ number }, { locale: 'de' }),
      },
      tests: [],
      checkIn: !hall.stations.some((s) => s.checkIn),
      places: 1,
      seconds: 60,
    });
    changed();
  }

  function remove(id: string) {
    if (!hall) return;
    hall.stations = hall.stations.filter((s) => s.id !== id);
    hall.orders = hall.orders.filter((o) => o.before !== id && o.after !== id);
    changed();
  }

  /** A test stands at one station; putting it at another takes it away from the first. */
  function put(station: Hall['stations'][number], test: string, here: boolean) {
    if (!hall) return;
    for (const s of hall.stations) s.tests = s.tests.filter((t) => t !== test);
    if (here) station.tests.push(test);
    changed();
  }

  const doorFirst = $derived.by(() => {
    const door = hall?.stations.find((s) => s.checkIn);
    return !!door && !!hall?.orders.some((o) => o.before === door.id);
  });

  function order(first: boolean) {
    if (!hall) return;
    const door = hall.stations.find((s) => s.checkIn);
    hall.orders =
      first && door
        ? hall.stations
            .filter((s) => s.id !== door.id)
            .map((s) => ({ before: door.id, after: s.id }))
        : [];
    changed();
  }
</script>

{#snippet actions()}
  <a class="btn-soft-line btn" href="#/screening/{params.id}/papers">{m.plan_print()}</a>
  <button class="btn-soft-line btn" disabled={!passes} onclick={() => passes?.open()}
    >{m.passes()}</button
  >
  <button class="btn btn-primary" disabled={saved || !!error} onclick={save}
    >{saved ? m.plan_saved() : m.save()}</button
  >
{/snippet}

{#snippet number(
  label: string,
  value: number,
  set: (v: number) => void,
  { minimum: lowest, maximum: highest }: { minimum: number; maximum: number },
  unit = '',
)}
  <label class="flex items-center justify-between gap-3">
    {label}
    <span class="flex items-center gap-1">
      <input
        class="input h-11 w-20 text-right"
        type="number"
        min={lowest}
        max={highest}
        title={m.at_most({ most: integer(highest) })}
        {value}
        oninput={(e) => {
          const v = e.currentTarget.valueAsNumber;
          if (v >= lowest && v <= highest) {
            set(v);
            changed();
          }
        }}
      /><span class="w-8">{unit}</span></span
    >
  </label>
{/snippet}

<Page title={m.nav_plan()} above={loaded.data?.screening.name ?? ''} {actions} wide>
  <ScreeningTabs screening={params.id} at="plan" />
  <Loaded resource={loaded}>
    {#snippet children(data)}
      {#if hall}
        <div class="grid gap-x-10 gap-y-6 lg:grid-cols-[22rem_minmax(0,1fr)]">
          <section class="grid content-start gap-4" aria-label={m.plan_stations()}>
            {#each hall.stations as station (station.id)}
              <fieldset class="border-t-4 border-base-content pt-2">
                <legend class="sr-only">{say(station.name)}</legend>
                <div class="flex gap-2">
                  <input
                    class="input h-11 flex-1 font-bold"
                    aria-label={m.name()}
                    maxlength="60"
                    value={say(station.name)}
                    oninput={(e) => {
                      const name = e.currentTarget.value;
                      station.name = { en: name, de: name };
                      changed();
                    }}
                  />
                  <button
                    class="btn-soft-line btn btn-square"
                    aria-label={m.plan_remove({ name: say(station.name) })}
                    disabled={hall.stations.length === 1}
                    onclick={() => remove(station.id)}>×</button
                  >
                </div>
                <div class="mt-2 grid grid-cols-2 gap-x-4">
                  {@render number(
                    m.plan_places(),
                    station.places,
                    (v) => (station.places = v),
                    limits.HallSetupStationSetup.places,
                  )}
                  {@render number(
                    m.plan_each(),
                    station.seconds,
                    (v) => (station.seconds = v),
                    limits.HallSetupStationSetup.seconds,
                    's',
                  )}
                </div>
                <details class="mt-1">
                  <summary class="quiet min-h-9 cursor-pointer py-1 text-sm"
                    >{station.tests
                      .map((t) => data.protocol.tests.find((x) => x.id === t))
                      .map((t) => (t ? say(t.name) : ''))
                      .concat(station.checkIn ? [m.check_in()] : [])
                      .join(', ') || m.plan_nothing()}</summary
                  >
                  {#each data.protocol.tests.filter((t) => t.role !== 'RETEST') as test (test.id)}
                    <label class="flex min-h-9 items-center gap-2"
                      ><input
                        type="checkbox"
                        class="checkbox checkbox-sm"
                        checked={station.tests.includes(test.id)}
                        onchange={(e) => put(station, test.id, e.currentTarget.checked)}
                      />{say(test.name)}</label
                    >
                  {/each}
                  <label class="flex min-h-9 items-center gap-2"
                    ><input
                      type="checkbox"
                      class="checkbox checkbox-sm"
                      bind:checked={station.checkIn}
                      onchange={changed}
                    />{m.check_in()}</label
                  >
                </details>
              </fieldset>
            {/each}
            <button class="btn-soft-line btn" onclick={add}>{m.plan_add()}</button>
            <fieldset class="grid gap-2 border-t-4 border-base-content pt-3">
              <legend class="sr-only">{m.plan_hall()}</legend>
              {@render number(m.plan_waves(), hall.waves ?? 1, (v) => hall && (hall.waves = v), {
                minimum: 1,
                maximum: Math.max(1, plan?.athletes.length ?? 1),
              })}
              {@render number(
                m.plan_raters(),
                hall.raters,
                (v) => hall && (hall.raters = v),
                limits.HallSetup.raters,
              )}
              {@render number(
                m.plan_walking(),
                hall.walkingSeconds,
                (v) => hall && (hall.walkingSeconds = v),
                limits.HallSetup.walkingSeconds,
                's',
              )}
              {@render number(
                m.plan_set_up(),
                hall.setUpSeconds / 60,
                (v) => hall && (hall.setUpSeconds = v * 60),
                inMinutes(limits.HallSetup.setUpSeconds),
                'min',
              )}
              {@render number(
                m.plan_lesson(),
                hall.lessonSeconds / 60,
                (v) => hall && (hall.lessonSeconds = v * 60),
                inMinutes(limits.HallSetup.lessonSeconds),
                'min',
              )}
              <label class="flex items-center justify-between gap-3"
                >{m.plan_start()}<input
                  class="input h-11 w-32"
                  type="time"
                  value={hall.start?.slice(0, 5) ?? ''}
                  onchange={(e) => {
                    if (!hall) return;
                    if (e.currentTarget.value) hall.start = `${e.currentTarget.value}:00`;
                    else delete hall.start;
                    changed();
                  }}
                /></label
              >
              {#if hall.stations.some((s) => s.checkIn) && hall.stations.length > 1}
                <label class="flex min-h-11 items-center gap-2"
                  ><input
                    type="checkbox"
                    class="checkbox"
                    checked={doorFirst}
                    onchange={(e) => order(e.currentTarget.checked)}
                  />{m.plan_door_first()}</label
                >
              {/if}
            </fieldset>
          </section>

          <section aria-label={m.plan_timetable()}>
            {#if error}<p class="mb-3 border-l-4 border-error pl-3 font-bold" role="alert">
                {trouble(error)}
              </p>{/if}
            {#if plan && timetable}
              <p class="quiet h-6" role="status">{working ? m.plan_working() : ''}</p>
              <div class="flex flex-wrap items-end gap-x-10 gap-y-2">
                <p data-testid="finish">
                  <span class="quiet block">{m.plan_finish()}</span><span class="sign text-5xl"
                    >{minutes(timetable.finish)}</span
                  >
                </p>
                <p>
                  <span class="quiet block">{m.plan_bound()}</span><span class="sign text-3xl"
                    >{minutes(timetable.lowerBound)}</span
                  >
                  <span class="text-sm"
                    >{timetable.proven
                      ? m.plan_proven()
                      : m.plan_gap({
                          time: minutes(timetable.finish - timetable.lowerBound),
                        })}</span
                  >
                </p>
                <p>
                  <span class="quiet block">{m.plan_lessons()}</span><span class="sign text-3xl"
                    >{plan.lessons}</span
                  >
                </p>
                <p>
                  <span class="quiet block">{m.plan_longest_wait()}</span><span
                    class="sign text-3xl">{minutes(timetable.waiting)}</span
                  >
                </p>
                <p>
                  <span class="quiet block">{m.plan_bottleneck()}</span><span class="sign text-3xl"
                    >{stationName(plan.bottleneck)}</span
                  >
                </p>
              </div>
              <div class="mt-4 flex flex-wrap items-center gap-2">
                {#each ['flow', 'rotation'] as const as kind (kind)}
                  <button
                    class={['btn', shown === kind ? 'btn-neutral' : 'btn-soft-line']}
                    aria-pressed={shown === kind}
                    disabled={kind === 'rotation' && !plan.rotation}
                    onclick={() => (shown = kind)}
                    >{kind === 'flow' ? m.plan_flow() : m.plan_rotation()}</button
                  >
                {/each}
                <span
                  >{plan.rotation
                    ? saves > 0
                      ? m.plan_flow_saves({ time: minutes(saves) })
                      : m.plan_flow_same()
                    : m.plan_no_rotation()}</span
                >
              </div>
              <Lanes {timetable} stations={hall.stations} athletes={plan.athletes} />
              <h2 class="mt-6">{m.plan_more()}</h2>
              {#if !savings}<p class="quiet" role="status">{m.plan_more_working()}</p>
              {:else if savings.length}
                <ul class="mt-1">
                  {#each savings as saving (saving.station ?? '')}
                    <li class="border-b border-base-300 py-1">
                      {saving.station
                        ? m.plan_more_place({ name: stationName(saving.station) })
                        : m.plan_more_rater()}:
                      <strong>{savedBy(saving)}</strong>
                    </li>
                  {/each}
                </ul>
              {:else}<p>{m.plan_more_none()}</p>{/if}
            {/if}
          </section>
        </div>
        <Passes bind:this={passes} screening={params.id} stations={hall.stations} {saved} />
      {/if}
    {/snippet}
  </Loaded>
</Page>
