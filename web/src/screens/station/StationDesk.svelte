<script lang="ts">
  import Figure from '../../lib/figure/Figure.svelte';
  import { hasSpots, type Spot } from '../../lib/figure/spots';
  import { push } from 'svelte-spa-router';
  import { keys, type Key } from '../../lib/keys/keys.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { session } from '../../lib/session.svelte';
  import ScreeningTabs from '../../lib/shell/ScreeningTabs.svelte';
  import { GRADES, viewWord, type Cell } from '../../lib/words/judgement';
  import { say } from '../../lib/words/words';
  import { markAt, place, seen } from '../../lib/record/book';
  import CheckIn from './CheckIn.svelte';
  import Comparison from './Comparison.svelte';
  import CriterionRow from './CriterionRow.svelte';
  import Cue from './Cue.svelte';
  import FocusBar from './FocusBar.svelte';
  import GaugeRow from './GaugeRow.svelte';
  import Knows from './Knows.svelte';
  import type { Desk } from './desk.svelte';
  import Pain from './Pain.svelte';
  import Queue from './Queue.svelte';
  import Repetitions from './Repetitions.svelte';
  import RetestAtHand from './RetestAtHand.svelte';
  import Retests from './Retests.svelte';
  import SetUp from './SetUp.svelte';

  let { desk, reload }: { desk: Desk; reload: () => void } = $props();
  let pain: Pain;
  let queue: Queue;
  let cue: Cue;

  const byEye = $derived(desk.criteria.filter((c) => !c.gauge));
  const drawn = $derived(!desk.door && hasSpots(desk.view, desk.test.pattern, byEye));
  /** The trial is over, and the next thing is another test here, the way back from a retest, or the next athlete. */
  const onward = $derived(desk.retest ? 'back' : desk.nextTest ? 'test' : 'athlete');

  const byId = $derived(new Map(desk.criteria.map((c) => [c.id, c])));
  const name = (id: string) => {
    const criterion = byId.get(id);
    return criterion ? say(criterion.name) : id;
  };

  function cell(spot: Spot): Cell | null {
    const criterion = byId.get(spot.criterion);
    if (!criterion) return null;
    const mark = markAt(desk.trial, place(criterion, spot.side));
    if (criterion.extent === 'DIRECTED' && mark.side !== spot.side)
      return mark.unclear ? 'NOT_ASSESSABLE' : 'NONE';
    return mark.unclear ? 'NOT_ASSESSABLE' : (mark.grade ?? 'NONE');
  }

  function tap(spot: Spot) {
    const criterion = byId.get(spot.criterion);
    if (criterion) desk.grow(criterion, spot.side);
  }

  function main() {
    if (desk.stopped) desk.next();
    else if (!desk.done) desk.closeView();
    else go();
  }

  function go() {
    if (desk.retest) desk.back();
    else if (desk.nextTest) desk.show(desk.nextTest.id);
    else desk.next();
  }

  /** A small letter marks the left or the whole, a capital the right; 0 to 3 set the grade of the last one. */
  const keyList = $derived.by<Key[]>(() => [
    { keys: ['Enter'], label: desk.done ? m.station_next() : m.key_close_view(), does: main },
    ...byEye.map((c) => ({
      keys: c.extent === 'WHOLE' ? [c.key] : [c.key, c.key.toUpperCase()],
      label: c.extent === 'WHOLE' ? say(c.name) : m.key_left_right({ name: say(c.name) }),
      does: (e: KeyboardEvent) =>
        desk.grow(c, c.extent === 'WHOLE' ? undefined : e.key === c.key ? 'LEFT' : 'RIGHT'),
    })),
    {
      keys: ['0', '1', '2', '3'],
      label: m.key_grade(),
      does: (e) =>
        desk.focus && desk.mark(desk.focus.criterion, desk.focus.side, GRADES[+e.key] ?? 'NONE'),
    },
    {
      keys: ['u'],
      label: m.station_unclear(),
      does: () => desk.focus && desk.unclear(desk.focus.criterion, desk.focus.side),
    },
    {
      keys: ['v'],
      label: m.key_view(),
      does: () =>
        (desk.view =
          desk.views[(desk.views.indexOf(desk.view) + 1) % desk.views.length] ?? desk.view),
    },
    { keys: ['z'], label: m.undo(), does: () => desk.undo() },
    { keys: ['p'], label: m.pain_stop(), does: () => pain.open() },
    { keys: ['c'], label: m.station_cued(), does: () => cue.open() },
    { keys: ['n'], label: m.station_next(), does: () => desk.next() },
    { keys: ['q'], label: m.station_queue(), does: () => queue.open() },
  ]);
  $effect(() => keys.use(keyList));

  function reason(policy: string): string {
    const held = desk.station.protocol.policies[policy];
    return held ? say(held.reason) : '';
  }
</script>

{#if session.lead}<div class="hidden pt-4 lg:block">
    <ScreeningTabs screening={desk.station.screening.id} at="station" />
  </div>{/if}

{#if !desk.athlete}
  <h1 class="pt-6">{m.nav_station()}</h1>
  <p class="mt-3 max-w-prose">{m.station_empty()}</p>
{:else}
  <div class="grid gap-x-8 pb-48 lg:grid-cols-[minmax(0,1fr)_17rem] lg:pb-4">
    <div class="flex min-w-0 flex-col">
      <header class="flex items-end justify-between gap-x-3 pt-2 lg:pt-0">
        <div class="min-w-0 flex-1 hyphens-auto">
          <p class="quiet text-sm">
            {#if desk.station.stations.length > 1}
              <select
                class="-ml-1 min-h-9 bg-transparent font-bold underline"
                aria-label={m.station_which()}
                value={desk.station.at?.id ?? ''}
                onchange={(e) =>
                  push(
                    `/screening/${desk.station.screening.id}/station${e.currentTarget.value ? `/${e.currentTarget.value}` : ''}`,
                  )}
              >
                <option value="">{m.station_all()}</option>
                {#each desk.station.stations as s (s.id)}<option value={s.id}>{say(s.name)}</option
                  >{/each}
              </select>
            {:else}<strong>{say(desk.station.at?.name ?? desk.test.name)}</strong>{/if}
            <span class="whitespace-nowrap"
              >· {m.station_waiting({ count: desk.line.waiting })}</span
            >
          </p>
          <h1 class="truncate text-3xl sm:text-4xl lg:text-5xl" data-testid="athlete">
            {desk.athlete.shortName}
          </h1>
        </div>
        <div class="flex shrink-0 gap-2">
          <button class="btn-soft-line btn h-14 px-3" onclick={() => queue.open()}
            >{m.station_queue()}</button
          >
          <button
            class="btn h-14 max-w-28 px-3 leading-tight whitespace-normal btn-error sm:max-w-none"
            onclick={() => pain.open()}>{m.pain_stop()}</button
          >
        </div>
      </header>

      {#if desk.line.outdated}
        <p class="mt-2 border-2 border-accent p-3 font-bold" role="alert">
          {m.protocol_changed()}
          <button class="btn ml-2 btn-primary" onclick={reload}>{m.protocol_load()}</button>
        </p>
      {/if}
      {#if desk.door}
        {#if desk.stopped}<p class="mt-4 border-4 border-error p-4 font-bold" role="alert">
            {m.stopped_title()}
          </p>{/if}
        <CheckIn {desk} pain={() => pain.open()} />
      {:else}
        {#if desk.tests.length > 1 && !desk.retest}
          <nav class="mt-1 flex gap-1 overflow-x-auto" aria-label={m.tests()}>
            {#each desk.tests as test (test.id)}
              <button
                class={[
                  'flex min-h-12 shrink-0 items-center gap-2 border px-3',
                  test.id === desk.test.id
                    ? 'border-2 border-base-content font-bold'
                    : 'border-base-300',
                ]}
                aria-current={test.id === desk.test.id ? 'step' : undefined}
                onclick={() => desk.show(test.id)}
              >
                {say(test.name)}{#if desk.doneWith(test)}<span class="quiet text-sm"
                    >{m.station_seen()}</span
                  >{/if}
              </button>
            {/each}
          </nav>
        {/if}
        <RetestAtHand {desk} />
        {#if desk.views.length > 1}
          <div class="mt-1 flex" role="tablist" aria-label={m.station_view()}>
            {#each desk.views as view (view)}
              <button
                role="tab"
                aria-selected={desk.view === view}
                class={[
                  'sign flex min-h-14 flex-1 items-center justify-center gap-2 border-b-4 text-lg',
                  desk.view === view ? 'border-accent' : 'border-base-300',
                ]}
                onclick={() => (desk.view = view)}
              >
                {viewWord[view]()}
                {#if seen(desk.trial, view)}<span class="quiet text-base">{m.station_seen()}</span>
                {:else if desk.test.optionalViews.includes(view)}<span class="quiet text-base"
                    >{m.optional()}</span
                  >{/if}
              </button>
            {/each}
          </div>
        {/if}

        {#if !desk.stopped}<div class="mt-1"><Knows {desk} /></div>{/if}
        {#if desk.stopped}
          <div class="my-6 border-4 border-error p-5" role="alert">
            <h2>{m.stopped_title()}</h2>
            <p class="mt-2 max-w-prose">{m.stopped_text()}</p>
          </div>
        {:else}
          <div
            class={['gap-x-8 lg:mt-3', drawn && 'grid lg:grid-cols-[minmax(0,4fr)_minmax(0,7fr)]']}
          >
            {#if drawn}
              <section aria-label={m.station_figure()}>
                <div class="figure">
                  <Figure view={desk.view} pattern={desk.test.pattern} {cell} {name} {tap} />
                </div>
              </section>
            {/if}
            <section aria-label={m.station_marks()}>
              <ul>
                {#each desk.criteria as criterion (criterion.id)}
                  {#if criterion.gauge}<GaugeRow {desk} {criterion} gauge={criterion.gauge} />
                  {:else}<CriterionRow {desk} {criterion} />{/if}
                {/each}
              </ul>
              {#if byEye.some((c) => c.family === 'KNEE_LINE')}
                <p class="quiet mt-1 border-t border-base-300 pt-2 text-sm">
                  {reason('kneeReference')}
                </p>
              {/if}
              <Retests {desk} />
              {#if desk.done && desk.seenByOther && !desk.second && !desk.retest}
                <button class="btn-soft-line btn mt-3 min-h-12" onclick={() => desk.lookAgain()}
                  >{m.second_look()}</button
                >
              {/if}
              <div class="flex flex-wrap gap-x-5">
                <label class="flex min-h-11 items-center gap-2">
                  <input
                    type="checkbox"
                    class="checkbox"
                    checked={desk.trial.flags.has('CUED')}
                    onclick={(e) => (e.preventDefault(), cue.open())}
                  />{m.station_cued()}
                </label>
                <label class="flex min-h-11 items-center gap-2">
                  <input
                    type="checkbox"
                    class="checkbox"
                    checked={desk.trial.flags.has('REHEARSED')}
                    onchange={() => desk.flag('REHEARSED')}
                  />{m.station_rehearsed()}
                </label>
              </div>
            </section>
          </div>
        {/if}

        <div class="bar">
          {#if !desk.stopped && desk.retest && desk.done}<Comparison {desk} />
          {:else if !desk.stopped}<FocusBar {desk} />{/if}
          <div class="flex items-center gap-2">
            {#if !desk.stopped && !desk.done && byEye.length}<Repetitions {desk} />{/if}
            <button
              class="btn-soft-line btn h-14 px-3"
              disabled={!desk.undoable}
              onclick={() => desk.undo()}>{m.undo()}</button
            >
            {#if desk.stopped || desk.done}
              <button
                class="btn h-14 flex-1 text-lg btn-primary"
                onclick={() => (desk.stopped ? desk.next() : go())}
                >{desk.stopped || onward === 'athlete'
                  ? m.station_next()
                  : onward === 'back'
                    ? m.retest_back()
                    : m.station_next_test({
                        name: desk.nextTest ? say(desk.nextTest.name) : '',
                      })}</button
              >
            {:else}
              <button
                class="btn h-14 flex-1 px-2 text-lg btn-primary"
                disabled={seen(desk.trial, desk.view)}
                onclick={() => desk.closeView()}
              >
                {desk.views.length > 1
                  ? m.station_close_view({ view: viewWord[desk.view]() })
                  : m.station_close_test()}
              </button>
            {/if}
          </div>
          <p class="sr-only" role="status">
            {desk.done ? m.station_done({ name: desk.athlete.shortName }) : ''}
          </p>
        </div>
      {/if}
    </div>

    {#if !desk.door}<aside class="mt-6 lg:mt-0"><SetUp {desk} /></aside>{/if}
  </div>
{/if}
<Pain bind:this={pain} {desk} />
<Queue bind:this={queue} {desk} />
<Cue bind:this={cue} {desk} />

<style>
  /* On a phone the figure is the station: as large as the hand can reach. */
  .figure {
    height: calc(100dvh - 22.5rem);
    min-height: 20rem;
    max-height: 34rem;
  }
  .bar {
    display: grid;
    margin-top: auto;
    gap: 0.5rem;
    position: sticky;
    bottom: 0;
    z-index: 10;
    padding: 0.5rem 0 0.75rem;
    border-top: 3px solid var(--color-base-content);
    background: var(--color-base-100);
  }
  @media (width >= 64rem) {
    .figure {
      height: calc(100dvh - 27rem);
      min-height: 20rem;
    }
  }
  @media (width < 64rem) {
    .bar {
      position: fixed;
      inset-inline: 0;
      padding-inline: 0.75rem;
    }
  }
</style>
