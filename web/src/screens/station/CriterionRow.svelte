<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import type { Schemas } from '../../lib/api/client';
  import { cellWord, GRADES, sideWord, type Side } from '../../lib/words/judgement';
  import { say } from '../../lib/words/words';
  import Notch from '../../lib/notch/Notch.svelte';
  import { markAt, place } from './book';
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
  const focused = $derived(desk.focus?.criterion.id === criterion.id);
  const faults = GRADES.slice(1);

  function marked(side: Side | undefined) {
    const mark = markAt(desk.trial, place(criterion, side));
    return criterion.extent === 'DIRECTED' && mark.side !== side
      ? { grade: null, unclear: mark.unclear }
      : mark;
  }
  const focusMark = $derived(
    desk.focus ? markAt(desk.trial, place(criterion, desk.focus.side)) : null,
  );
  const canVary = $derived(focused && !!focusMark?.grade && focusMark.grade !== 'NONE');

  function vary(variant: string) {
    if (focusMark?.grade)
      desk.mark(criterion, desk.focus?.side, focusMark.grade, {
        variant,
        ...(focusMark.worst && { worst: focusMark.worst }),
      });
  }
  function worst(value: string) {
    if (focusMark?.grade) {
      const grade = GRADES.find((g) => g === value);
      desk.mark(criterion, desk.focus?.side, focusMark.grade, {
        ...(focusMark.variant && { variant: focusMark.variant }),
        ...(grade && { worst: grade }),
      });
    }
  }
</script>

<li class="border-t border-base-300 py-1.5" data-criterion={criterion.id}>
  <div class="flex flex-wrap items-center justify-between gap-x-2">
    <p class="min-w-32 flex-1 font-bold" title={say(criterion.question)}>
      {say(criterion.name)} <kbd class="kbd hidden kbd-xs lg:inline-flex">{criterion.key}</kbd>
    </p>
    <div class={['flex gap-3', sides.length === 1 && 'ml-auto']}>
      {#each sides as side (side)}
        {@const mark = marked(side)}
        <div
          role="group"
          aria-label="{say(criterion.name)} {side ? sideWord[side]() : ''}"
          class="flex items-center"
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
  {#if canVary}
    <div class="mt-1 flex flex-wrap items-center gap-2 pb-1 text-sm">
      {#each criterion.variants as variant, i (variant.id)}
        {@const on = focusMark?.variant ? focusMark.variant === variant.id : i === 0}
        <button
          class={['min-h-11 border px-3', on ? 'border-2 font-bold' : 'border-base-300']}
          aria-pressed={on}
          onclick={() => vary(variant.id)}
        >
          {say(variant.name)}
        </button>
      {/each}
      <label class="ml-auto flex items-center gap-2">
        {m.station_worst()}
        <select
          class="select w-28 select-sm"
          value={focusMark?.worst ?? ''}
          onchange={(e) => worst(e.currentTarget.value)}
        >
          <option value="">{m.station_worst_same()}</option>
          {#each faults.filter((g) => GRADES.indexOf(g) > GRADES.indexOf(focusMark?.grade ?? 'NONE')) as grade (grade)}
            <option value={grade}>{cellWord[grade]()}</option>
          {/each}
        </select>
      </label>
    </div>
  {/if}
</li>

<style>
  .grade {
    display: grid;
    place-items: center;
    width: 2.65rem;
    height: 3.5rem;
    border: 1px solid color-mix(in oklab, var(--color-base-content) 45%, transparent);
    margin-left: -1px;
    touch-action: manipulation;
  }
  .grade.on {
    background: var(--color-base-content);
    color: var(--color-base-100);
  }
</style>
