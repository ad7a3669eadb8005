<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import type { Schemas } from '../../lib/api/client';
  import { cellWord, GRADES, sideWord, type Side } from '../../lib/words/judgement';
  import { say } from '../../lib/words/words';
  import Notch from '../../lib/notch/Notch.svelte';
  import { markAt, place } from '../../lib/record/book';
  import type { Desk } from './desk.svelte';

  let { desk, criterion }: { desk: Desk; criterion: Schemas['Criterion'] } = $props();

  /** From the front the athlete's right is on the rater's left, and so are the buttons. */
  const sides = $derived<(Side | undefined)[]>(
    criterion.extent === 'WHOLE'
      ? [undefined]
      : desk.view === 'FRONT'
        ? ['RIGHT', 'LEFT']
        : ['LEFT', 'RIGHT'],
  );
  const faults = GRADES.slice(1);

  function marked(side: Side | undefined) {
    const mark = markAt(desk.trial, place(criterion, side));
    return criterion.extent === 'DIRECTED' && mark.side !== side
      ? { grade: null, unclear: mark.unclear }
      : mark;
  }
</script>

<li class="border-t border-base-300 py-1.5" data-criterion={criterion.id}>
  <div class="flex flex-wrap items-center justify-between gap-x-2">
    <p
      class="min-w-32 flex-1 font-bold max-sm:w-full max-sm:flex-none"
      title={say(criterion.question)}
    >
      {say(criterion.name)} <kbd class="kbd hidden kbd-xs lg:inline-flex">{criterion.key}</kbd>
    </p>
    <div class={['flex w-full gap-3 sm:w-auto', sides.length === 1 && 'ml-auto sm:w-auto']}>
      {#each sides as side (side)}
        {@const mark = marked(side)}
        <div
          role="group"
          aria-label="{say(criterion.name)} {side ? sideWord[side]() : ''}"
          class="flex flex-1 items-center sm:flex-none"
        >
          {#if side}<span class="sign w-4 text-lg" aria-hidden="true"
              >{side === 'LEFT' ? m.letter_left() : m.letter_right()}</span
            >{/if}
          {#each faults as grade (grade)}
            <button
              class={['grade', mark.grade === grade && 'on']}
              aria-pressed={mark.grade === grade}
              aria-label="{say(criterion.name)} {side ? sideWord[side]() : ''} {cellWord[grade]()}"
              onclick={() => desk.mark(criterion, side, mark.grade === grade ? 'NONE' : grade)}
              ><Notch cell={grade} /></button
            >
          {/each}
          <button
            class={['grade', mark.unclear && 'on']}
            aria-pressed={mark.unclear}
            aria-label="{say(criterion.name)} {side ? sideWord[side]() : ''} {m.station_unclear()}"
            onclick={() => desk.unclear(criterion, side)}><Notch cell="NOT_ASSESSABLE" /></button
          >
        </div>
      {/each}
    </div>
  </div>
</li>

<style>
  .grade {
    display: grid;
    place-items: center;
    flex: 1;
    min-width: 2.4rem;
    height: 3.5rem;
    border: 1px solid color-mix(in oklab, var(--color-base-content) 45%, transparent);
    margin-left: -1px;
    touch-action: manipulation;
  }
  @media (width >= 40rem) {
    .grade {
      flex: none;
      width: 2.75rem;
      height: 2.75rem;
    }
  }
  .grade.on {
    background: var(--color-base-content);
    color: var(--color-base-100);
  }
</style>
