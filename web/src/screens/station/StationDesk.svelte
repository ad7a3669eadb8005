<script lang="ts">
  import GradeSheet from '../../lib/grades/GradeSheet.svelte';
  import { keys, type Key } from '../../lib/keys/keys.svelte';
  import PainDialog from '../../lib/pain/PainDialog.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { keepPose } from '../../lib/pose/files';
  import { session } from '../../lib/session.svelte';
  import { hand } from '../../lib/shell/hand';
  import ScreeningTabs from '../../lib/shell/ScreeningTabs.svelte';
  import { GRADES } from '../../lib/words/judgement';
  import { say } from '../../lib/words/words';
  import Again from './Again.svelte';
  import Bar from './Bar.svelte';
  import CheckIn from './CheckIn.svelte';
  import Conditions from './Conditions.svelte';
  import Cue from './Cue.svelte';
  import type { Desk } from './desk.svelte';
  import FilmHere from './FilmHere.svelte';
  import { filmable } from './filming.svelte';
  import Flags from './Flags.svelte';
  import Head from './Head.svelte';
  import Knows from './Knows.svelte';
  import Look from './Look.svelte';
  import Moments from './Moments.svelte';
  import NextUp from './NextUp.svelte';
  import Performer from './Performer.svelte';
  import { testsOf } from './line.svelte';
  import { practiceOf } from './practice';
  import Queue from './Queue.svelte';
  import RetestAtHand from './RetestAtHand.svelte';
  import SetUp from './SetUp.svelte';
  import { swipe } from './swipe';
  import Teach from './Teach.svelte';
  import Tell from './Tell.svelte';
  import TestChoice from './TestChoice.svelte';
  import TestTabs from './TestTabs.svelte';
  import ViewTabs from './ViewTabs.svelte';

  let { desk, reload }: { desk: Desk; reload: () => void } = $props();
  let pain: PainDialog;
  let queue: Queue;
  let cue: Cue;
  let grades: GradeSheet;
  let film: FilmHere;
  /** Teaching is a mode of its own: nothing is marked in it. Helpers only look. */
  let teaching = $state(false);
  /** What the grades of what was touched last look like; else of everything in this test. */
  const showGrades = (whole = false) =>
    grades.open(whole ? null : (desk.focus?.criterion.id ?? null), desk.view === 'BACK');

  const mayTeach = $derived(
    session.me && !session.opened && !desk.stage ? () => void (teaching = true) : undefined,
  );

  const byEye = $derived(desk.criteria.filter((c) => !c.gauge));

  /** The large button: on from the moment at hand to whatever comes after it. */
  function main() {
    if (desk.stopped) desk.next();
    else if (hand.current && desk.moment === 'ready') desk.goTo('look');
    else if (hand.current && desk.moment === 'look' && desk.watches) desk.watching = false;
    else if (hand.current && desk.moment === 'look' && desk.nextTask) desk.step(1);
    else if (!desk.done) desk.closeView();
    else if (desk.retest) desk.back();
    else if (desk.nextTest) desk.show(desk.nextTest.id);
    else if (hand.current && desk.finished && !desk.round.looks?.length) desk.goTo('next');
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
    { keys: ['ArrowLeft'], label: m.key_moment_back(), does: () => desk.turn(-1) },
    { keys: ['ArrowRight'], label: m.key_moment_on(), does: () => desk.turn(1) },
    { keys: ['g'], label: m.grades_title(), does: () => showGrades() },
    ...(mayTeach
      ? [{ keys: ['t'], label: m.teach(), does: () => void (teaching = !teaching) }]
      : []),
    { keys: ['z'], label: m.undo(), does: () => desk.undo() },
    { keys: ['p'], label: m.pain_stop(), does: () => pain.open() },
    { keys: ['c'], label: m.station_cued(), does: () => cue.open() },
    { keys: ['n'], label: m.station_next(), does: () => desk.next() },
    { keys: ['q'], label: m.station_queue(), does: () => queue.open() },
  ]);
  $effect(() => keys.use(keyList));

  /** Where somebody may be filmed, the pose network is on the device before the network is gone. */
  const films = $derived(
    !desk.stage && testsOf(desk.station).some(filmable) && desk.station.queue.some((q) => q.film),
  );
  $effect(() => {
    if (films) void keepPose();
  });
</script>

{#snippet outdated()}
  {#if desk.line.outdated}
    <p class="mt-2 border-2 border-accent p-3 font-bold" role="alert">
      {m.protocol_changed()}
      <button class="btn ml-2 btn-primary" onclick={reload}>{m.protocol_load()}</button>
    </p>
  {/if}
{/snippet}

{#snippet head()}
  <Head {desk} queue={() => queue.open()} pain={() => pain.open()} />
  {@render outdated()}
{/snippet}

{#snippet stoppedHere()}
  <div class="my-4 border-4 border-error p-4" role="alert">
    <h2>{m.stopped_title()}</h2>
    <p class="mt-2 max-w-prose">{m.stopped_text()}</p>
  </div>
{/snippet}

{#snippet door()}
  {#if desk.stopped}{@render stoppedHere()}{/if}
  <CheckIn {desk} pain={() => pain.open()} />
{/snippet}

{#if session.lead && !desk.stage}<div class="hidden pt-4 lg:block">
    <ScreeningTabs screening={desk.station.screening.id} at="station" />
  </div>{/if}

{#if !desk.athlete}
  <h1 class="pt-6">{m.nav_station()}</h1>
  <p class="mt-3 max-w-prose">{m.station_empty()}</p>
{:else if hand.current}
  <!-- One moment at a time, each whole on one screen. -->
  <div class="hand" use:swipe={(by) => desk.turn(by)}>
    <div class="top">{@render head()}</div>
    {#if desk.door || desk.unasked}
      <div class="stage">{@render door()}</div>
    {:else}
      {#if desk.tests.length > 1 && !desk.retest && (desk.moment === 'ready' || desk.moment === 'next')}
        <div class="choice"><TestChoice {desk} /></div>
      {/if}
      <div class="stage" data-testid="stage">
        {#if desk.stopped}{@render stoppedHere()}
        {:else if teaching}<Teach {desk} leave={() => (teaching = false)} />
        {:else if desk.moment === 'ready'}
          {#if desk.retest}<RetestAtHand {desk} /><Conditions {desk} />
          {:else}<Knows {desk} /><SetUp {desk} />{/if}
        {:else if desk.moment === 'look'}<Look {desk} />
        {:else if desk.moment === 'tell'}<Tell {desk} />
        {:else}<NextUp {desk} />{/if}
      </div>
      {#if !teaching || desk.stopped}<div class="below">
          <Bar
            {desk}
            {main}
            cue={() => cue.open()}
            grades={showGrades}
            teach={mayTeach}
            film={() => film.open()}
          />
          <Moments {desk} />
        </div>{/if}
    {/if}
  </div>
{:else}
  <!-- On a larger screen the moments stand side by side. -->
  <div class="grid gap-x-8 pb-4 md:grid-cols-[minmax(0,1fr)_17rem]">
    <div class="flex min-w-0 flex-col">
      {@render head()}
      {#if desk.door || desk.unasked}{@render door()}
      {:else}
        <TestTabs {desk} />
        <ViewTabs {desk} />
        <RetestAtHand {desk} />
        {#if desk.stopped}{@render stoppedHere()}
        {:else if teaching}<Teach {desk} leave={() => (teaching = false)} />
        {:else}
          <div class="mt-1"><Knows {desk} /></div>
          <div class="lg:mt-3"><Look {desk} /></div>
          {#if !desk.stage}<Tell {desk} />{/if}
          {#if desk.done && !desk.retest && desk.line.waiting === 0}<Again {desk} />{/if}
          {#if !desk.stage}<Flags {desk} cue={() => cue.open()} />{/if}
          {#if byEye.length}<button
              class="min-h-11 self-start underline"
              onclick={() => showGrades(true)}>{m.grades_all()}</button
            >{/if}
          {#if desk.mayFilm}<button
              class="min-h-11 self-start underline"
              onclick={() => film.open()}>{m.film_here()}</button
            >{/if}
          {#if mayTeach}<button class="min-h-11 self-start underline" onclick={mayTeach}
              >{m.teach()}</button
            >{/if}
          {#if byEye.length && !desk.stage}<a
              class="flex min-h-11 items-center self-start underline"
              href={practiceOf(desk)}>{m.practice()}</a
            >{/if}
        {/if}
        {#if !teaching || desk.stopped}<Bar
            {desk}
            {main}
            cue={() => cue.open()}
            grades={showGrades}
          />{/if}
      {/if}
    </div>
    {#if !desk.door && !desk.unasked}<aside class="pt-2">
        {#if desk.performances.length}<div class="mb-4 grid h-96">
            <Performer performances={desk.performances} behind={desk.view === 'BACK'} />
          </div>{/if}
        <SetUp {desk} />
      </aside>{/if}
  </div>
{/if}
<PainDialog
  bind:this={pain}
  name={desk.athlete?.shortName ?? ''}
  from={desk.station.protocol.rules.painStopsFrom.value}
  signs={desk.station.stoppingSigns}
  report={(report) => desk.pain(report)}
/>
<Queue bind:this={queue} {desk} />
<Cue bind:this={cue} {desk} />
<FilmHere bind:this={film} {desk} />
<GradeSheet bind:this={grades} screening={desk.station.screening} test={desk.test} />

<style>
  .hand {
    display: flex;
    flex: 1;
    flex-direction: column;
    min-height: 0;
    touch-action: pan-y;
  }
  .stage {
    display: flex;
    flex: 1;
    flex-direction: column;
    min-height: 0;
    overflow-y: auto;
  }
  @media (orientation: landscape) {
    .hand {
      display: grid;
      column-gap: 0.75rem;
      grid-template: auto auto 1fr / minmax(0, 1fr) minmax(0, 1fr);
      grid-template-areas: 'stage top' 'stage choice' 'stage below';
    }
    .stage {
      grid-area: stage;
    }
    .top {
      grid-area: top;
    }
    .choice {
      grid-area: choice;
    }
    .below {
      grid-area: below;
      align-self: end;
    }
  }
</style>
