<script lang="ts">
  import type { Names } from '../../lib/api/catalogue';
  import type { Schemas } from '../../lib/api/client';
  import Notch from '../../lib/notch/Notch.svelte';
  import PainDialog from '../../lib/pain/PainDialog.svelte';
  import { m } from '../../lib/paraglide/messages';
  import WorkLine from '../../lib/training/WorkLine.svelte';
  import { cellWord, regionWord, sideWord } from '../../lib/words/judgement';
  import { cueOf, type Part } from '../../lib/words/training';
  import { day } from '../../lib/words/words';
  import type { Athlete, SessionDesk } from './session.svelte';

  interface Props {
    desk: SessionDesk;
    names: Names;
    /** The parts as this group does them. */
    order: Part[];
  }
  let { desk, names, order }: Props = $props();
  type Done = Schemas['TrainingFactDone'];
  type Grade = NonNullable<Schemas['SessionRecord']['look']>;
  const GRADES: Grade[] = ['NONE', 'SLIGHT', 'MARKED', 'SEVERE'];
  const MOST_SETS = 20;
  const MOST_EACH = 600;
  const HEAVIEST = 400;

  let dialog: HTMLDialogElement;
  let pain: PainDialog;
  let athlete = $state.raw<Athlete | null>(null);
  let done = $state<Done[]>([]);
  let look = $state<Grade | undefined>();

  export function open(whom: Athlete) {
    athlete = whom;
    const record = desk.record(whom);
    done = structuredClone(record.done?.length ? record.done : desk.planned(whom));
    look = record.look;
    dialog.showModal();
  }

  const works = $derived(
    order.flatMap((part) => athlete?.prescription.work.filter((w) => w.part === part) ?? []),
  );
  const weighted = (part: Part) =>
    works.some(
      (w) =>
        w.part === part && w.kit.some((k) => k.need.item === 'WEIGHT' || k.need.item === 'RACK'),
    );
  const pains = $derived(
    athlete ? [...athlete.prescription.pains, ...desk.record(athlete).pains] : [],
  );

  function save() {
    if (athlete) desk.did(athlete, $state.snapshot(done), look);
    dialog.close();
  }
</script>

<dialog class="sheet" bind:this={dialog} aria-labelledby="athlete-title">
  {#if athlete}
    {@const whom = athlete}
    <h2 id="athlete-title">{whom.name}</h2>
    {#if whom.held}<p class="mt-2 border-l-4 border-error pl-3 font-bold">
        {m.session_held({ day: day(whom.held) })}
      </p>{/if}
    {#each pains as report, p (p)}
      <p class="border-l-4 border-accent pl-3">
        {regionWord[report.region]()}{report.side ? `, ${sideWord[report.side]()}` : ''}:
        {m.session_pain_word({ intensity: report.intensity })}
      </p>
    {/each}
    {#if whom.prescription.sore}<p class="border-l-4 border-accent pl-3">{m.dose_sore()}</p>{/if}
    <p class="mt-3">
      <span class="quiet">{m.session_cue()}</span><br /><strong class="text-xl"
        >{cueOf(whom.prescription, desk.date.week)}</strong
      >
    </p>
    {#each works as work (work.part)}
      {@const own = done.find((d) => d.part === work.part)}
      <div class="mt-3 border-t border-base-300 pt-2">
        <WorkLine {work} week={desk.view.doseWeek} {names} />
        {#if own && desk.trains(whom)}
          <div class="mt-1 flex flex-wrap items-center gap-3 text-sm">
            <label class="flex items-center gap-1"
              >{m.session_set()}<input
                class="input h-12 w-16 text-right"
                type="number"
                min="0"
                max={MOST_SETS}
                bind:value={own.sets}
              /></label
            >
            <label class="flex items-center gap-1"
              >{m.session_each()}<input
                class="input h-12 w-20 text-right"
                type="number"
                min="0"
                max={MOST_EACH}
                bind:value={own.each}
              /></label
            >
            {#if weighted(work.part)}
              <label class="flex items-center gap-1"
                >{m.session_kilograms()}<input
                  class="input h-12 w-20 text-right"
                  type="number"
                  min="0"
                  max={HEAVIEST}
                  step="any"
                  bind:value={own.kilograms}
                /></label
              >
            {/if}
          </div>
        {/if}
      </div>
    {/each}
    {#if desk.trains(whom)}
      <fieldset class="mt-4">
        <legend class="font-bold">{m.session_look()}</legend>
        <div class="mt-1 grid grid-cols-4 gap-1">
          {#each GRADES as grade (grade)}
            <button
              class={['btn h-14', look === grade ? 'btn-neutral' : 'btn-soft-line']}
              aria-pressed={look === grade}
              onclick={() => (look = look === grade ? undefined : grade)}
              ><Notch cell={grade} />
              {cellWord[grade]()}</button
            >
          {/each}
        </div>
      </fieldset>
    {/if}
    <div class="mt-4 flex flex-wrap gap-2">
      {#if desk.trains(whom)}<button class="btn h-14 flex-1 btn-primary" onclick={save}
          >{m.session_save()}</button
        >{/if}
      <button class="btn h-14 btn-error" onclick={() => pain.open()}>{m.session_pain()}</button>
      <button class="btn-soft-line btn h-14" onclick={() => dialog.close()}>{m.close()}</button>
    </div>
  {/if}
</dialog>
<PainDialog
  bind:this={pain}
  name={athlete?.name ?? ''}
  from={desk.view.stopsFrom}
  signs={desk.view.stoppingSigns}
  report={(report) => {
    if (athlete) desk.hurts(athlete, report);
  }}
/>
