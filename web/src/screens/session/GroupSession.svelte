<script lang="ts">
  import type { Names } from '../../lib/api/catalogue';
  import { LINES } from '../../lib/focus/focus';
  import { m } from '../../lib/paraglide/messages';
  import { cueOf, partWord, type Part } from '../../lib/words/training';
  import { day } from '../../lib/words/words';
  import { groupCodes, offerName } from '../forming/offers';
  import AthleteSheet from './AthleteSheet.svelte';
  import type { Athlete, SessionDesk } from './session.svelte';

  interface Props {
    desk: SessionDesk;
    names: Names;
    group: number;
  }
  let { desk, names, group }: Props = $props();
  let sheet = $state<AthleteSheet>();

  const plan = $derived(desk.view.plan);
  const codes = $derived(groupCodes(plan.groups.map((g) => g.offer)));
  const at = $derived(Math.min(group, plan.groups.length - 1));
  const here = $derived(plan.groups[at]!);
  const line = $derived(LINES[here.offer.focus]);
  const athletes = $derived(desk.ofGroup(at));
  const unmarked = $derived(
    athletes.filter((a) => !a.held && desk.record(a).attendance === undefined),
  );
  const count = $derived({
    here: athletes.filter((a) => desk.record(a).attendance === 'PRESENT').length,
    done: athletes.filter((a) => desk.record(a).done?.length).length,
    all: athletes.length,
  });

  /** When each part begins, in the order of this group. */
  const times = $derived.by(() => {
    const [hours = 0, minutes = 0] = desk.date.hours.from.split(':').map(Number);
    let now = hours * 60 + minutes;
    return (plan.block.orders[at] ?? []).map((part: Part) => {
      const begins = now;
      now += desk.view.minutes[part] ?? 0;
      return { part, at: `${Math.floor(begins / 60)}:${String(begins % 60).padStart(2, '0')}` };
    });
  });

  function attend(athlete: Athlete) {
    const now = desk.record(athlete).attendance;
    desk.attend([athlete], now === 'PRESENT' ? 'ABSENT' : 'PRESENT');
  }

  function done(athlete: Athlete) {
    const before = desk.record(athlete).done?.length;
    desk.did(athlete, before ? [] : desk.planned(athlete));
  }

  const changed = (athlete: Athlete) =>
    JSON.stringify(desk.record(athlete).done) !== JSON.stringify(desk.planned(athlete));
</script>

<nav class="-mx-1 flex gap-1 overflow-x-auto pb-2" aria-label={m.session_groups()}>
  {#each plan.groups as one, g (g)}
    <a
      class={['sign btn h-12 min-w-12 text-lg', g === at ? 'btn-neutral' : 'btn-soft-line']}
      href="#/block/{desk.view.block}/session/{desk.view.session}/{g}"
      aria-current={g === at ? 'page' : undefined}
      aria-label={offerName(one.offer, names)}>{codes[g]}</a
    >
  {/each}
</nav>
<section style:--line={line.colour} data-testid="group-session">
  <header class="flex flex-wrap items-baseline justify-between gap-x-4">
    <h2>{offerName(here.offer, names)}</h2>
    <p class="quiet">{[here.place, here.supervisor].filter(Boolean).join(' · ')}</p>
  </header>
  <ol class="times" aria-label={m.session_plan()}>
    {#each times as { part, at: begins } (part)}
      <li><span class="quiet">{begins}</span> {partWord[part]()}</li>
    {/each}
  </ol>
  <div class="mt-3 flex items-center justify-between gap-3">
    <p role="status">{m.session_count(count)}</p>
    <button
      class="btn-soft-line btn h-12"
      disabled={!unmarked.length}
      onclick={() => desk.attend(unmarked, 'PRESENT')}>{m.session_all_here()}</button
    >
  </div>
  <ul class="mt-2">
    {#each athletes as athlete (athlete.prescription.athlete)}
      {@const record = desk.record(athlete)}
      {@const trains = desk.trains(athlete)}
      <li class="row" data-athlete={athlete.name}>
        <button
          class={['tap btn', record.attendance === 'PRESENT' ? 'btn-neutral' : 'btn-soft-line']}
          aria-pressed={record.attendance === 'PRESENT'}
          aria-label="{athlete.name}: {m.session_here()}"
          disabled={!!athlete.held}
          onclick={() => attend(athlete)}
          >{record.attendance === 'PRESENT'
            ? m.session_here()
            : record.attendance === 'ABSENT'
              ? m.session_absent()
              : m.session_mark()}</button
        >
        <button class="who" onclick={() => sheet?.open(athlete)}>
          <strong>{athlete.name}</strong>
          {#if athlete.prescription.pains.length || record.pains.length}<span
              class="sign"
              title={m.sore_sign()}>+<span class="sr-only">{m.sore_sign()}</span></span
            >{/if}
          <span class="block text-sm">
            {athlete.held
              ? m.session_held({ day: day(athlete.held) })
              : desk.stopped(athlete)
                ? m.session_stopped()
                : cueOf(athlete.prescription, desk.date.week)}
          </span>
        </button>
        <button
          class={['tap btn', record.done?.length ? 'btn-neutral' : 'btn-soft-line']}
          aria-pressed={!!record.done?.length}
          aria-label="{athlete.name}: {m.session_done()}"
          disabled={!trains}
          onclick={() => done(athlete)}
          >{record.done?.length
            ? changed(athlete)
              ? m.session_changed()
              : m.session_done()
            : m.session_mark_done()}</button
        >
      </li>
    {:else}<li>{m.session_nobody()}</li>{/each}
  </ul>
</section>
<AthleteSheet bind:this={sheet} {desk} {names} order={plan.block.orders[at] ?? []} />

<style>
  section {
    border-top: 5px solid var(--line);
    padding-top: 0.4rem;
  }
  .times {
    display: flex;
    flex-wrap: wrap;
    gap: 0 1rem;
    font-size: 0.9rem;
  }
  .row {
    display: grid;
    grid-template-columns: 5.2rem minmax(0, 1fr) 5.8rem;
    align-items: center;
    gap: 0.5rem;
    border-bottom: 1px solid var(--color-base-300);
    padding: 0.35rem 0;
  }
  .tap {
    min-height: 3.5rem;
    height: auto;
    padding: 0.25rem;
    line-height: 1.15;
    white-space: normal;
  }
  .who {
    min-height: 3.5rem;
    text-align: left;
    line-height: 1.25;
    overflow-wrap: anywhere;
  }
</style>
