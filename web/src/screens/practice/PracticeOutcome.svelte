<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import GradeSheet from '../../lib/grades/GradeSheet.svelte';
  import Notch from '../../lib/notch/Notch.svelte';
  import { m } from '../../lib/paraglide/messages';
  import {
    cellWord,
    sideWord,
    strengthWord,
    tendencyWord,
    viewWord,
  } from '../../lib/words/judgement';
  import { hundredths, integer, say } from '../../lib/words/words';
  import Performer from '../station/Performer.svelte';
  import type { Practice, PracticeResult } from './practice.svelte';

  interface Props {
    practice: Practice;
    result: PracticeResult;
    /** Address of the station. */
    back: string;
    again: () => void;
  }
  let { practice, result, back, again }: Props = $props();
  let grades: GradeSheet;
  let dialog: HTMLDialogElement;
  let shown = $state<string | null>(null);
  let view = $state<'FRONT' | 'SIDE'>('FRONT');

  const score = $derived(result.score);
  const athletes = $derived(
    practice.desk.line.athletes.map((athlete, i) => ({
      ...athlete,
      // what is right and clean needs no line
      lines: (result.compared[i] ?? []).filter((c) => c.first !== 'NONE' || c.second !== 'NONE'),
    })),
  );
  const criterion = (id: string) => {
    const found = practice.desk.test.criteria.find((c) => c.id === id);
    return found ? say(found.name) : id;
  };

  function show(athlete: string) {
    shown = athlete;
    dialog.showModal();
  }
</script>

{#snippet grade(g: Schemas['Comparison']['first'])}
  <span class="inline-flex items-center gap-2"><Notch cell={g} />{cellWord[g]()}</span>
{/snippet}

<div class="overflow-y-auto pb-6" data-testid="practice-outcome">
  {#if score}
    {@const found = score.faults - score.missed}
    <h1 class="pt-6">
      {found === score.faults
        ? m.practice_clean({ all: integer(score.faults) })
        : m.practice_faults({ seen: integer(found), all: integer(score.faults) })}
    </h1>
    <div class="grid max-w-prose gap-1 pt-2 text-lg">
      <p>
        {score.added ? m.practice_added({ count: score.added }) : m.practice_none_added()}
        {m.practice_same({
          right: integer(score.criteria.reduce((sum, c) => sum + c.right, 0)),
          looks: integer(score.looks),
        })}
      </p>
      {#if score.watch?.tendency}
        {@const watch = score.watch}
        <p class="mt-2 border-l-4 border-accent pl-3">
          <strong>{m.practice_watch_for({ criterion: criterion(watch.criterion) })}.</strong>
          {score.watch.tendency ? tendencyWord[score.watch.tendency]() : ''}
          <button
            class="btn-soft-line btn mt-1 flex h-12"
            onclick={() => grades.open(watch.criterion)}>{m.grades_title()}</button
          >
        </p>
      {/if}
      <p class="quiet mt-2 text-base">
        {#if score.strength && score.agreement.weighted}{m.practice_agreement({
            word: strengthWord[score.strength](),
            figure: m.agreement_range({
              value: hundredths(score.agreement.weighted.value),
              low: hundredths(score.agreement.weighted.low),
              high: hundredths(score.agreement.weighted.high),
            }),
          })}{/if}
        {m.practice_noise({
          own: hundredths(score.noise.own),
          protocol: hundredths(score.noise.protocol),
        })}
      </p>
    </div>
  {:else}<h1 class="pt-6">{m.practice_nothing_graded()}</h1>{/if}
  <div class="mt-4 flex max-w-prose flex-wrap gap-2">
    <button class="btn h-14 flex-1 btn-primary" onclick={again}>{m.practice_again()}</button>
    <a class="btn-soft-line btn h-14 flex-1" href={back}>{m.practice_leave()}</a>
  </div>
  <div class="athletes">
    {#each athletes as athlete (athlete.id)}
      <section class="floor-line pt-2">
        <div class="flex items-center justify-between gap-2">
          <h2 class="text-xl">{athlete.shortName}</h2>
          <button class="btn-soft-line btn h-12" onclick={() => show(athlete.id)}
            >{m.practice_show({ name: athlete.shortName })}</button
          >
        </div>
        {#if athlete.lines.length}
          <table class="w-full text-left">
            <thead>
              <tr class="quiet text-sm"
                ><th class="font-normal">{m.what()}</th><th class="font-normal"
                  >{m.practice_known()}</th
                ><th class="font-normal">{m.practice_set()}</th></tr
              >
            </thead>
            <tbody>
              {#each athlete.lines as line (`${line.criterion} ${line.side ?? ''}`)}
                <tr class={['border-t border-base-300', line.apart > 0 && 'font-bold']}>
                  <th scope="row" class="py-1 font-normal"
                    >{criterion(line.criterion)} {line.side ? sideWord[line.side]() : ''}</th
                  >
                  <td>{@render grade(line.first)}</td>
                  <td>{@render grade(line.second)}</td>
                </tr>
              {/each}
            </tbody>
          </table>
        {:else}<p class="quiet">{m.practice_right()}</p>{/if}
      </section>
    {/each}
  </div>
</div>
<dialog
  class="sheet"
  bind:this={dialog}
  onclose={() => (shown = null)}
  aria-label={m.practice_performer()}
>
  {#if shown}
    <div class="flex gap-2">
      {#each ['FRONT', 'SIDE'] as const as from (from)}
        <button
          class={['btn h-12 flex-1', view === from ? 'btn-primary' : 'btn-soft-line']}
          aria-pressed={view === from}
          onclick={() => (view = from)}>{viewWord[from]()}</button
        >
      {/each}
      <button class="btn-soft-line btn h-12" onclick={() => dialog.close()}>{m.close()}</button>
    </div>
    <div class="mt-2 grid h-96">
      <Performer performances={practice.performances(shown, view)} behind={false} />
    </div>
  {/if}
</dialog>
<GradeSheet
  bind:this={grades}
  screening={practice.desk.station.screening}
  test={practice.desk.test}
/>

<style>
  .athletes {
    display: grid;
    gap: 1.5rem 2rem;
    margin-top: 1.5rem;
    grid-template-columns: repeat(auto-fill, minmax(min(22rem, 100%), 1fr));
  }
</style>
