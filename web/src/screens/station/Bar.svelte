<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import { seen } from '../../lib/record/book';
  import { hand } from '../../lib/shell/hand';
  import { viewWord } from '../../lib/words/judgement';
  import { say } from '../../lib/words/words';
  import Comparison from './Comparison.svelte';
  import type { Desk } from './desk.svelte';
  import FocusBar from './FocusBar.svelte';
  import More from './More.svelte';
  import { practiceOf } from './practice';
  import Repetitions from './Repetitions.svelte';

  interface Props {
    desk: Desk;
    main: () => void;
    cue: () => void;
    /** Shows what grades look like; of the whole test, or of what was touched last. */
    grades: (whole?: boolean) => void;
    /** Begins teaching, for whoever may. */
    teach?: (() => void) | undefined;
    /** Films the athlete at hand, where a phone has a place for it. */
    film?: (() => void) | undefined;
  }
  let { desk, main, cue, grades, teach, film }: Props = $props();

  const byEye = $derived(desk.criteria.some((c) => !c.gauge));
  const looking = $derived(!desk.stopped && (!hand.current || desk.moment === 'look'));
  const touched = $derived(
    looking &&
      (hand.current ? byEye && !desk.task?.criterion && !desk.watches : !desk.retest || !desk.done),
  );
  /** Before anything was looked at there is time to practise, and nothing to undo. */
  const offered = $derived(
    hand.current && desk.moment === 'ready' && !desk.undoable && !desk.stage && byEye,
  );
  const compares = $derived(!hand.current && !desk.stopped && !!desk.retest && desk.done);

  /** Whether the large button goes on within a view, to the next measurement. */
  const stepping = $derived(hand.current && desk.moment === 'look' && !!desk.nextTask);

  /** Everybody was seen, and what is left to do stands above. */
  const ended = $derived(
    hand.current && desk.finished && desk.moment === 'next' && !desk.round.looks?.length,
  );

  /** What the large button does next. */
  const label = $derived.by(() => {
    if (desk.stopped) return m.station_next();
    if (hand.current && desk.moment === 'ready') return m.moment_ready_done();
    if (hand.current && looking && desk.watches) return m.practice_mark();
    if (stepping && desk.nextTask)
      return m.task_next({ name: say(desk.nextTask.criterion?.name ?? desk.test.name) });
    if (desk.done) {
      if (desk.retest) return m.retest_back();
      if (desk.finished && desk.round.looks?.length) return m.round_next();
      if (desk.finished && hand.current) return ended ? m.round_title() : m.moment_finish();
      return desk.nextTest
        ? m.station_next_test({ name: say(desk.nextTest.name) })
        : m.station_next();
    }
    return desk.views.length > 1
      ? m.station_close_view({ view: viewWord[desk.view]() })
      : m.station_close_test();
  });
</script>

<div class="bar">
  {#if compares}<Comparison {desk} />
  {:else if touched}<FocusBar {desk} grades={() => grades()} />{/if}
  <div class="flex items-center gap-2">
    {#if looking && hand.current && desk.task?.criterion && desk.previousTask}
      <button
        class="btn-soft-line btn h-14 w-12 px-0 text-2xl"
        aria-label={m.task_back()}
        onclick={() => desk.step(-1)}>‹</button
      >
    {:else if looking && desk.stage && hand.current}
      <button
        class="btn-soft-line btn h-14 px-3"
        disabled={desk.watches}
        onclick={() => (desk.watching = true)}>{m.practice_watch()}</button
      >
    {:else if looking && byEye && hand.current}<More
        {desk}
        {cue}
        grades={() => grades(true)}
        {teach}
        film={desk.mayFilm ? film : undefined}
      />
    {:else if looking && byEye && !desk.done}<Repetitions {desk} />{/if}
    {#if offered}<a class="btn-soft-line btn h-14 px-3" href={practiceOf(desk)}>{m.practice()}</a>
    {:else}<button
        class={['btn-soft-line btn h-14', hand.current ? 'w-14 px-0 text-2xl' : 'px-3']}
        disabled={!desk.undoable}
        aria-label={m.undo()}
        onclick={() => desk.undo()}>{hand.current ? '↶' : m.undo()}</button
      >{/if}
    <button
      class="btn h-14 min-w-0 flex-1 px-2 text-lg leading-tight whitespace-normal btn-primary"
      disabled={ended || (!desk.stopped && !desk.done && seen(desk.trial, desk.view))}
      data-testid="main"
      data-step={stepping ? 'on' : undefined}
      onclick={main}>{label}</button
    >
  </div>
  <p class="sr-only" role="status">
    {desk.done ? m.station_done({ name: desk.athlete?.shortName ?? '' }) : ''}
  </p>
</div>

<style>
  .bar {
    display: grid;
    gap: 0.5rem;
    padding: 0.5rem 0;
    border-top: 3px solid var(--color-base-content);
    background: var(--color-base-100);
  }
  @media (width >= 48rem) and (height >= 30rem) {
    .bar {
      position: sticky;
      bottom: 0;
      z-index: 10;
      margin-top: auto;
      padding-bottom: 0.75rem;
    }
  }
</style>
