<script lang="ts">
  import Notch from '../../lib/notch/Notch.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { hand } from '../../lib/shell/hand';
  import { cellWord, GRADES, phaseShort, phaseWord, sideWord } from '../../lib/words/judgement';
  import { say } from '../../lib/words/words';
  import { markAt, place } from '../../lib/record/book';
  import type { Desk } from './desk.svelte';
  import Knows from './Knows.svelte';

  let { desk, grades }: { desk: Desk; grades: () => void } = $props();

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
    ...(mark?.phase && { phase: mark.phase }),
  });
  const faulty = $derived(!!mark?.grade && mark.grade !== 'NONE');
  const worse = $derived(GRADES.slice(GRADES.indexOf(mark?.grade ?? 'NONE') + 1));
</script>

{#snippet variants(at: NonNullable<typeof spot>)}
  {#each at.criterion.variants as variant, i (variant.id)}
    {@const on = mark?.variant ? mark.variant === variant.id : i === 0}
    <button
      class={['variant', on && 'chosen']}
      aria-pressed={on}
      onclick={() =>
        mark?.grade &&
        desk.mark(at.criterion, at.side, mark.grade, { ...more, variant: variant.id })}
      >{say(variant.name)}</button
    >
  {/each}
{/snippet}

<!-- An optional second touch; the same again takes it back. -->
{#snippet phases(at: NonNullable<typeof spot>)}
  <div class="phases" role="group" aria-label={m.phase_when()}>
    {#each at.criterion.phases as phase (phase)}
      {@const on = mark?.phase === phase}
      <button
        class={['variant', on && 'chosen']}
        aria-pressed={on}
        aria-label={phaseWord[phase]()}
        onclick={() => {
          const { phase: before, ...rest } = more;
          if (mark?.grade)
            desk.mark(at.criterion, at.side, mark.grade, {
              ...rest,
              ...(before !== phase && { phase }),
            });
        }}>{phaseShort[phase]()}</button
      >
    {/each}
  </div>
{/snippet}

{#snippet pictures()}
  <button class="pictures" aria-label={m.grades_title()} onclick={grades}
    ><svg viewBox="0 0 40 24" aria-hidden="true"
      ><path d="M5 20l3-8-3-6M15 20l5-8-5-6M25 20l8-8-8-6" /><circle cx="5" cy="3" r="2" /><circle
        cx="15"
        cy="3"
        r="2"
      /><circle cx="25" cy="3" r="2" /></svg
    ></button
  >
{/snippet}

{#snippet worst(at: NonNullable<typeof spot>)}
  <select
    class="select min-h-12! w-28 min-w-0 flex-1 px-2 text-sm lg:flex-none"
    aria-label={m.station_worst()}
    value={mark?.worst ?? ''}
    onchange={(e) => {
      const worst = GRADES.find((g) => g === e.currentTarget.value);
      const { variant, phase } = more;
      if (mark?.grade)
        desk.mark(at.criterion, at.side, mark.grade, {
          ...(variant && { variant }),
          ...(phase && { phase }),
          ...(worst && { worst }),
        });
    }}
  >
    <option value="">{hand.current ? m.station_worst_all() : m.station_worst_same()}</option>
    {#each worse as grade (grade)}<option value={grade}>{cellWord[grade]()}</option>{/each}
  </select>
{/snippet}

<!-- What was touched last, with buttons large enough for a thumb; before that, what to know about this athlete. -->
{#if hand.current}
  <div class="touched" data-testid="touched">
    {#if spot && mark}
      <div role="group" aria-label={title} data-testid="focus-bar">
        <div class="head">
          <p class="sign text-lg leading-none">{title}</p>
          {#if faulty && spot.criterion.phases.length}{@render phases(spot)}{/if}
        </div>
        <div class="line">
          {#if faulty && spot.criterion.variants.length}{@render variants(spot)}
          {:else if spot.criterion.family === 'HEEL_LIFT' && desk.lost.length}
            <p class="flex-1" role="status">
              {m.knows_heels({ what: desk.lost.map((c) => say(c.name)).join(', ') })}
            </p>
          {:else}<p class="flex-1">{say(spot.criterion.question)}</p>{/if}
          {@render pictures()}
        </div>
        <div class="flex">
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
          {#if faulty && worse.length}{@render worst(spot)}{/if}
        </div>
      </div>
    {:else}
      <Knows {desk} />
      <p class="hint quiet">{m.touch_hint()}</p>
    {/if}
  </div>
{:else if spot && mark}
  <div class="flex items-center gap-4" role="group" aria-label={title} data-testid="focus-bar">
    <p class="sign text-lg leading-none">{title}</p>
    {@render pictures()}
    {#if faulty}
      <div class="flex flex-1 items-center gap-1 overflow-x-auto text-sm">
        {@render variants(spot)}
        {#if spot.criterion.phases.length}{@render phases(spot)}{/if}
        {#if worse.length}<span class="ml-auto shrink-0">{m.station_worst()}</span>
          {@render worst(spot)}{/if}
      </div>
    {/if}
  </div>
{/if}

<style>
  .touched {
    height: 9rem;
    overflow-y: auto;
  }
  .head {
    display: flex;
    height: 3rem;
    align-items: center;
    justify-content: space-between;
    gap: 0.5rem;
  }
  .phases {
    display: flex;
    flex: none;
  }
  .phases .variant {
    margin-right: -1px;
    min-width: 3rem;
    padding: 0 0.35rem;
    font-size: 0.8rem;
  }
  .touched > div {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
  }
  .line {
    display: flex;
    height: 3rem;
    align-items: center;
    gap: 0.25rem;
    overflow-x: auto;
    font-size: 0.9rem;
    line-height: 1.2;
  }
  .variant {
    min-height: 3rem;
    flex: 1 0 auto;
    padding: 0 0.6rem;
    border: 1px solid var(--color-base-300);
    hyphens: auto;
    touch-action: manipulation;
  }
  .variant.chosen {
    border: 2px solid var(--color-base-content);
    font-weight: 700;
  }
  .line .variant {
    flex: 1 1 0;
    min-width: 0;
    padding: 0 0.2rem;
    font-size: 0.8rem;
    line-height: 1;
  }
  /* Once there is something to know, that stands here alone. */
  :global([data-testid='knows']:has(p)) + .hint {
    display: none;
  }
  .pictures {
    display: grid;
    flex: none;
    place-items: center;
    width: 3rem;
    height: 3rem;
    border: 1px solid color-mix(in oklab, var(--color-base-content) 45%, transparent);
  }
  .pictures svg {
    width: 2.2rem;
    fill: none;
    stroke: currentColor;
    stroke-width: 2;
  }
  .grade {
    display: grid;
    place-items: center;
    width: 3rem;
    height: 3rem;
    margin-right: -1px;
    border: 1px solid color-mix(in oklab, var(--color-base-content) 45%, transparent);
    touch-action: manipulation;
  }
  .grade.on {
    background: var(--color-base-content);
    color: var(--color-base-100);
  }
</style>
