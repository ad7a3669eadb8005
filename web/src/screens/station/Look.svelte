<script lang="ts">
  import Figure from '../../lib/figure/Figure.svelte';
  import { spotsOf, type Spot } from '../../lib/figure/spots';
  import { m } from '../../lib/paraglide/messages';
  import { markAt, place } from '../../lib/record/book';
  import { hand } from '../../lib/shell/hand';
  import type { Cell } from '../../lib/words/judgement';
  import { say } from '../../lib/words/words';
  import CriterionRow from './CriterionRow.svelte';
  import type { Desk } from './desk.svelte';
  import GaugeRow from './GaugeRow.svelte';
  import Performer from './Performer.svelte';

  let { desk }: { desk: Desk } = $props();

  const byId = $derived(new Map(desk.criteria.map((c) => [c.id, c])));
  const drawn = $derived(
    new Set(
      spotsOf(desk.view, desk.test.pattern)
        .map((s) => s.criterion)
        .filter((id) => byId.has(id)),
    ),
  );
  /** On a phone one task at a time; on a larger screen everything. */
  const task = $derived(hand.current ? desk.task : undefined);
  const figure = $derived(drawn.size > 0 && !task?.criterion);
  const rows = $derived(
    task
      ? task.criterion
        ? [task.criterion]
        : desk.criteria.filter((c) => !c.gauge && !drawn.has(c.id))
      : desk.criteria,
  );
  const knees = $derived(
    desk.criteria.some((c) => c.family === 'KNEE_LINE' && !c.gauge) && !hand.current,
  );

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
</script>

<div class={['look', figure && rows.length > 0 && 'both']}>
  {#if hand.current && desk.watches}
    <Performer performances={desk.performances} behind={desk.view === 'BACK'} />
  {:else if figure}
    <section class="figure" aria-label={m.station_figure()}>
      <Figure view={desk.view} pattern={desk.test.pattern} {cell} {name} {tap} />
    </section>
  {/if}
  {#if rows.length && !(hand.current && desk.watches)}
    <section aria-label={m.station_marks()}>
      <ul>
        {#each rows as criterion (criterion.id)}
          {#if criterion.gauge}<GaugeRow
              {desk}
              {criterion}
              gauge={criterion.gauge}
              only={task?.side}
            />
          {:else}<CriterionRow {desk} {criterion} />{/if}
        {/each}
      </ul>
      {#if knees}
        <p class="quiet mt-1 border-t border-base-300 pt-2 text-sm">
          {say(desk.station.protocol.policies['kneeReference']?.reason ?? { en: '', de: '' })}
        </p>
      {/if}
    </section>
  {/if}
</div>

<style>
  .figure {
    height: calc(100dvh - 27rem);
    min-height: 20rem;
    max-height: 34rem;
  }
  @media (width >= 64rem) and (height >= 30rem) {
    .both {
      display: grid;
      column-gap: 2rem;
      grid-template-columns: minmax(0, 4fr) minmax(0, 7fr);
    }
  }
  /* On a phone the figure is the station: as large as the hand can reach. */
  @media (width < 48rem), (height < 30rem) {
    .look {
      display: flex;
      flex: 1;
      flex-direction: column;
      min-height: 0;
    }
    .figure {
      flex: 1;
      height: auto;
      min-height: 0;
      max-height: none;
    }
  }
</style>
