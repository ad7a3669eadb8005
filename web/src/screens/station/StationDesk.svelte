<script lang="ts">
  import Figure from '../../lib/figure/Figure.svelte';
  import type { Spot } from '../../lib/figure/spots';
  import { keys, type Key } from '../../lib/keys/keys.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { session } from '../../lib/session.svelte';
  import ScreeningTabs from '../../lib/shell/ScreeningTabs.svelte';
  import { GRADES, viewWord, type Cell } from '../../lib/words/judgement';
  import { say } from '../../lib/words/words';
  import { markAt, place } from './book';
  import CriterionRow from './CriterionRow.svelte';
  import type { Desk } from './desk.svelte';
  import Pain from './Pain.svelte';
  import Queue from './Queue.svelte';
  import Repetitions from './Repetitions.svelte';
  import SetUp from './SetUp.svelte';

  let { desk }: { desk: Desk } = $props();
  let pain: Pain;
  let queue: Queue;

  const byId = $derived(new Map(desk.test.criteria.map((c) => [c.id, c])));
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
    if (desk.stopped || desk.done) desk.next();
    else desk.closeView();
  }

  /** A small letter marks the left or the whole, a capital the right; 0 to 3 set the grade of the last one. */
  const keyList = $derived.by<Key[]>(() => [
    { keys: ['Enter'], label: desk.done ? m.station_next() : m.key_close_view(), does: main },
    ...desk.criteria.map((c) => ({
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
    { keys: ['c'], label: m.station_cued(), does: () => desk.flag('CUED') },
    { keys: ['n'], label: m.station_next(), does: () => desk.next() },
    { keys: ['q'], label: m.station_queue(), does: () => queue.open() },
  ]);
  $effect(() => keys.use(keyList));
</script>

{#if session.lead}<div class="hidden pt-4 lg:block">
    <ScreeningTabs screening={desk.station.screening.id} at="station" />
  </div>{/if}

{#if !desk.athlete}
  <h1 class="pt-6">{m.nav_station()}</h1>
  <p class="mt-3 max-w-prose">{m.station_empty()}</p>
{:else}
  <div class="desk grid gap-x-8 pb-28 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.25fr)_17rem] lg:pb-6">
    <header
      class="flex flex-wrap items-end justify-between gap-x-3 gap-y-1 pt-2 lg:col-span-2 lg:pt-0"
    >
      <div class="min-w-0">
        <p class="quiet text-sm">
          {say(desk.test.name)} · {m.station_waiting({ count: desk.waiting })}
        </p>
        <h1 class="truncate text-4xl lg:text-5xl" data-testid="athlete">
          {desk.athlete.shortName}
        </h1>
      </div>
      <div class="flex gap-2">
        <button class="btn-soft-line btn" onclick={() => queue.open()}>{m.station_queue()}</button>
        <button class="btn h-14 btn-error" onclick={() => pain.open()}>{m.pain_stop()}</button>
      </div>
    </header>

    <aside class="order-last mt-6 lg:order-none lg:row-span-3 lg:mt-0">
      {#key desk.test.id}<SetUp {desk} />{/key}
    </aside>

    <div class="mt-2 flex lg:col-span-2" role="tablist" aria-label={m.station_view()}>
      {#each desk.views as view (view)}
        <button
          role="tab"
          aria-selected={desk.view === view}
          class={[
            'sign flex min-h-12 flex-1 items-center justify-center gap-2 border-b-4 text-lg',
            desk.view === view ? 'border-accent' : 'border-base-300',
          ]}
          onclick={() => (desk.view = view)}
        >
          {viewWord[view]()}
          {#if desk.trial.closed.has(view)}<span class="quiet text-base">{m.station_seen()}</span>
          {:else if desk.test.optionalViews.includes(view)}<span class="quiet text-base"
              >{m.optional()}</span
            >{/if}
        </button>
      {/each}
    </div>

    {#if desk.stopped}
      <div class="my-6 border-4 border-error p-5 lg:col-span-2" role="alert">
        <h2>{m.stopped_title()}</h2>
        <p class="mt-2 max-w-prose">{m.stopped_text()}</p>
      </div>
    {:else}
      <section
        class="mx-auto mt-1 w-full max-w-[18rem] lg:mt-4 lg:max-w-none"
        aria-label={m.station_figure()}
      >
        <div class="h-64 sm:h-80 lg:h-[27rem]"><Figure view={desk.view} {cell} {name} {tap} /></div>
      </section>
      <section class="lg:mt-4" aria-label={m.station_marks()}>
        <ul>
          {#each desk.criteria as criterion (criterion.id)}
            <CriterionRow {desk} {criterion} />
          {/each}
        </ul>
        {#if desk.criteria.some((c) => c.family === 'KNEE_LINE')}
          <p class="quiet mt-2 text-sm">
            {say(desk.station.protocol.policies.kneeReference.reason)}
          </p>
        {/if}
      </section>
    {/if}

    <div class="bar lg:col-span-2">
      {#if !desk.stopped}
        <div class="flex flex-wrap items-center gap-x-4 gap-y-1">
          <Repetitions {desk} />
          <label class="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              class="checkbox"
              checked={desk.trial.flags.has('CUED')}
              onchange={() => desk.flag('CUED')}
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
      {/if}
      <div class="flex gap-2">
        <button class="btn-soft-line btn h-14" disabled={!desk.undoable} onclick={() => desk.undo()}
          >{m.undo()}</button
        >
        {#if desk.stopped || desk.done}
          <button class="btn h-14 flex-1 text-lg btn-primary" onclick={() => desk.next()}
            >{m.station_next()}</button
          >
        {:else}
          <button
            class="btn h-14 flex-1 text-lg btn-primary"
            disabled={desk.trial.closed.has(desk.view)}
            onclick={() => desk.closeView()}
          >
            {m.station_close_view({ view: viewWord[desk.view]() })}
          </button>
        {/if}
      </div>
      <p class="sr-only" role="status">
        {desk.done ? m.station_done({ name: desk.athlete.shortName }) : ''}
      </p>
    </div>
  </div>
{/if}
<Pain bind:this={pain} {desk} />
<Queue bind:this={queue} {desk} />

<style>
  .bar {
    display: grid;
    gap: 0.5rem;
    position: sticky;
    bottom: 0;
    z-index: 10;
    margin-inline: -0.75rem;
    padding: 0.5rem 0.75rem 0.75rem;
    border-top: 3px solid var(--color-base-content);
    background: var(--color-base-100);
  }
  @media (width < 64rem) {
    .bar {
      position: fixed;
      inset-inline: 0;
      margin: 0;
    }
  }
</style>
