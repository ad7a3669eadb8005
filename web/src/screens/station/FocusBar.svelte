<script lang="ts">
  import Notch from '../../lib/notch/Notch.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { cellWord, GRADES, sideWord } from '../../lib/words/judgement';
  import { say } from '../../lib/words/words';
  import { markAt, place } from '../../lib/record/book';
  import type { Desk } from './desk.svelte';

  let { desk }: { desk: Desk } = $props();

  const spot = $derived(
    desk.focus && desk.criteria.includes(desk.focus.criterion) ? desk.focus : null,
  );
  const mark = $derived(spot ? markAt(desk.trial, place(spot.criterion, spot.side)) : null);
  const title = $derived(
    spot ? `${say(spot.criterion.name)}${spot.side ? ` ${sideWord[spot.side]()}` : ''}` : '',
  );
  const more = $derived({
    ...(mark?.variant && { variant: mark.variant }),
    ...(mark?.worst && { worst: mark.worst }),
  });
  const faulty = $derived(!!mark?.grade && mark.grade !== 'NONE');
  const worse = $derived(GRADES.slice(GRADES.indexOf(mark?.grade ?? 'NONE') + 1));
</script>

<!-- What was touched last, with buttons large enough for a thumb. -->
{#if spot && mark}
  <div
    class="grid gap-1 lg:flex lg:items-center lg:gap-4"
    role="group"
    aria-label={title}
    data-testid="focus-bar"
  >
    <div class="flex items-center gap-2">
      <p class="sign flex-1 text-lg leading-none">{title}</p>
      <div class="flex lg:hidden">
        {#each GRADES as grade (grade)}
          <button
            class={['grade', mark.grade === grade && 'on']}
            aria-pressed={mark.grade === grade}
            aria-label="{title}: {cellWord[grade]()}"
            onclick={() =>
              desk.mark(spot.criterion, spot.side, grade, grade === 'NONE' ? {} : more)}
            ><Notch cell={grade} /></button
          >
        {/each}
        <button
          class={['grade', mark.unclear && 'on']}
          aria-pressed={mark.unclear}
          aria-label="{title}: {m.station_unclear()}"
          onclick={() => desk.unclear(spot.criterion, spot.side)}
          ><Notch cell="NOT_ASSESSABLE" /></button
        >
      </div>
    </div>
    {#if faulty}
      <div class="flex flex-1 items-center gap-1 overflow-x-auto text-sm">
        {#each spot.criterion.variants as variant, i (variant.id)}
          {@const on = mark.variant ? mark.variant === variant.id : i === 0}
          <button
            class={[
              'min-h-11 shrink-0 border px-2.5',
              on ? 'border-2 font-bold' : 'border-base-300',
            ]}
            aria-pressed={on}
            onclick={() =>
              mark.grade &&
              desk.mark(spot.criterion, spot.side, mark.grade, { ...more, variant: variant.id })}
            >{say(variant.name)}</button
          >
        {/each}
        {#if worse.length}
          <label class="ml-auto flex shrink-0 items-center gap-1">
            {m.station_worst()}
            <select
              class="select min-h-11 w-28"
              value={mark.worst ?? ''}
              onchange={(e) => {
                const worst = GRADES.find((g) => g === e.currentTarget.value);
                const { variant } = more;
                if (mark.grade)
                  desk.mark(spot.criterion, spot.side, mark.grade, {
                    ...(variant && { variant }),
                    ...(worst && { worst }),
                  });
              }}
            >
              <option value="">{m.station_worst_same()}</option>
              {#each worse as grade (grade)}<option value={grade}>{cellWord[grade]()}</option
                >{/each}
            </select>
          </label>
        {/if}
      </div>
    {/if}
  </div>
{/if}

<style>
  .grade {
    display: grid;
    place-items: center;
    width: 3.5rem;
    height: 3.5rem;
    margin-left: -1px;
    border: 1px solid color-mix(in oklab, var(--color-base-content) 45%, transparent);
    touch-action: manipulation;
  }
  .grade.on {
    background: var(--color-base-content);
    color: var(--color-base-100);
  }
  @media (width < 26rem) {
    .grade {
      width: 3.1rem;
    }
  }
</style>
