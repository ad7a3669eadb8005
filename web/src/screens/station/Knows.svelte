<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import { hand } from '../../lib/shell/hand';
  import { doubtWord, regionWord, sideWord } from '../../lib/words/judgement';
  import { feetAt, partNames, thighAt } from '../../lib/words/stance';
  import { say } from '../../lib/words/words';
  import type { Desk } from './desk.svelte';

  let { desk }: { desk: Desk } = $props();

  const door = $derived(desk.missedDoor);
  /** While a test is set up, what was seen in it tells nothing. */
  const before = $derived(hand.current && desk.moment === 'ready');
  const CHAIR = 'chair';
  /** Pain that was reported and does not stop. */
  const pains = $derived(
    desk.trial.pains.flatMap((p) =>
      p.fact.kind === 'painReported' && p.fact.report.intensity > 0 ? [p.fact.report] : [],
    ),
  );
  const depth = $derived(desk.athlete?.targets.depth);
  const feet = $derived(
    desk.athlete && desk.test.pattern === 'SQUAT' && !desk.done ? feetAt(desk.athlete.targets) : '',
  );
  const parts = $derived(partNames(desk.station.protocol));
  const deep = $derived(desk.criteria.some((c) => c.family === 'DEPTH' && !c.gauge));
  const chair = $derived(
    desk.done && desk.trial.flags.has('REHEARSED') && !desk.retest
      ? desk.offers.find((o) => o.retest.id === CHAIR && !o.done)?.retest
      : undefined,
  );
</script>

<!-- What the station knows, it says. -->
<div class="grid gap-1" data-testid="knows">
  {#if hand.current && desk.retest}
    <p data-testid="retest">
      {say(desk.retest.instruction)} <strong>{m.retest_one_change()}</strong>
    </p>
    {#each desk.doubts as doubt (doubt)}<p class="font-bold" role="alert">
        {doubtWord[doubt]()}
      </p>{/each}
  {/if}
  {#if door && !desk.retest && !before}<p>
      {m.knows_unasked()}
      <a
        class="inline-flex min-h-12 items-center font-bold underline"
        href="#/screening/{desk.station.screening.id}/station/{door.id}">{m.check_in()}</a
      >
    </p>{/if}
  {#if desk.second}<p>{m.second_look_text()}</p>{/if}
  {#each pains as pain, i (i)}
    <p>
      {m.knows_pain({
        where: `${regionWord[pain.region]()}${pain.side ? ` ${sideWord[pain.side]()}` : ''}`,
        value: m.pain_of_ten({ value: pain.intensity }),
      })}
    </p>
  {/each}
  {#if desk.differing.length && !before}
    <p>{m.knows_differ({ what: desk.differing.map((c) => say(c.name)).join(', ') })}</p>
  {/if}
  {#if desk.lost.length && !before}
    <p>{m.knows_heels({ what: desk.lost.map((c) => say(c.name)).join(', ') })}</p>
  {/if}
  {#if feet}<p>{m.targets_for({ name: desk.athlete?.shortName ?? '' })}: {feet}</p>{/if}
  {#if deep && depth !== undefined}
    <p>{m.targets_depth({ name: desk.athlete?.shortName ?? '', depth: thighAt(depth) })}</p>
  {/if}
  {#each ['left', 'right'] as const as side (side)}
    {#if deep && desk.athlete?.targets.hipEnds[side]}
      <p>{m.knows_hip_ends({ side: sideWord[side === 'left' ? 'LEFT' : 'RIGHT']() })}</p>
    {/if}
    {#if deep && desk.athlete?.targets.hipDirections[side].length}
      <p>
        {m.personal_hip({
          side: sideWord[side === 'left' ? 'LEFT' : 'RIGHT'](),
          directions: desk.athlete.targets.hipDirections[side]
            .map((d) => parts.get(d) ?? d)
            .join('; '),
        })}
      </p>
    {/if}
  {/each}
  {#if chair}
    <p>
      {m.knows_rehearsed()}
      <button class="btn-soft-line btn ml-1 min-h-12" onclick={() => desk.begin(chair)}
        >{say(chair.name)}</button
      >
    </p>
  {/if}
</div>

<style>
  p {
    border-left: 4px solid var(--color-accent);
    padding-left: 0.5rem;
    font-size: 0.95rem;
    line-height: 1.25;
  }
</style>
