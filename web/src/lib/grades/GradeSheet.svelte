<script lang="ts">
  import type { Schemas } from '../api/client';
  import Notch from '../notch/Notch.svelte';
  import { m } from '../paraglide/messages';
  import { cellWord, GRADES } from '../words/judgement';
  import { decimal, say } from '../words/words';
  import { CLOSEUPS } from './closeups';
  import GradeFigure from './GradeFigure.svelte';
  import { picturesOf, type Pictures } from './pictures';

  interface Props {
    screening: Schemas['ScreeningsScreeningView'];
    test: Schemas['TestDefinition'];
  }
  let { screening, test }: Props = $props();

  let dialog: HTMLDialogElement;
  /** The criterion that was asked about; all of the test where none is. */
  let about = $state<string | null>(null);
  let behind = $state(false);
  let shown = $state(false);
  let all = $state.raw<Pictures[]>([]);
  let failed = $state(false);
  let moves = $state(!matchMedia('(prefers-reduced-motion: reduce)').matches);
  let time = $state(0);

  const criteria = $derived(
    test.criteria.filter((c) => !c.gauge && (about === null || c.id === about)),
  );
  const UNITS = $derived<Record<string, string>>({
    degrees: '°',
    centimetres: ' cm',
    'percent of foot length': ` ${m.unit_foot()}`,
    'percent of ankle distance': ` ${m.unit_ankles()}`,
  });

  /** One criterion of the test, or all of them; seen from behind where the rater stands there. */
  export function open(criterion: string | null, fromBehind = false) {
    about = criterion;
    behind = fromBehind;
    shown = true;
    dialog.showModal();
    failed = false;
    void picturesOf(screening, test.id).then(
      (pictures) => (all = pictures),
      () => (failed = true),
    );
  }

  $effect(() => {
    if (!shown || !moves) return;
    const began = performance.now();
    let next = requestAnimationFrame(function tick(now) {
      time = (now - began) / 1000;
      next = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(next);
  });
</script>

<!-- What none, slight, marked and severe look like under this protocol. -->
<dialog
  class="sheet grades"
  bind:this={dialog}
  aria-label={m.grades_title()}
  onclose={() => (shown = false)}
>
  <div class="flex items-center gap-2">
    <h2 class="flex-1">{m.grades_title()}</h2>
    <button class="btn-soft-line btn h-12" aria-pressed={moves} onclick={() => (moves = !moves)}
      >{moves ? m.meas_pause() : m.meas_play()}</button
    >
    <button class="btn h-12 btn-primary" onclick={() => dialog.close()}>{m.close()}</button>
  </div>
  {#if failed}<p class="mt-2" role="alert">{m.grades_offline()}</p>{/if}
  {#if shown}
    {#each criteria as criterion (criterion.id)}
      {@const pictures = all.find((p) => p.criterion === criterion.id)}
      {#if pictures || CLOSEUPS[criterion.id]}
        <section class="mt-3 border-t-2 border-base-content pt-2">
          <h3>{say(criterion.name)}</h3>
          <p class="quiet text-sm leading-tight">{say(criterion.question)}</p>
          <div class="four">
            {#each GRADES as grade (grade)}
              {@const picture = pictures?.grades.find((g) => g.grade === grade)}
              <figure>
                <GradeFigure
                  criterion={criterion.id}
                  name={say(criterion.name)}
                  {grade}
                  {pictures}
                  {picture}
                  {behind}
                  time={moves ? time : null}
                />
                <figcaption class="flex flex-wrap items-center justify-center gap-x-1 text-sm">
                  <Notch cell={grade} />{cellWord[grade]()}
                  {#if picture && pictures && grade !== 'NONE'}<span class="quiet"
                      >{decimal(picture.value)}{UNITS[pictures.unit] ?? ''}</span
                    >{/if}
                </figcaption>
              </figure>
            {/each}
          </div>
        </section>
      {/if}
    {/each}
  {/if}
</dialog>

<style>
  .grades {
    width: min(60rem, calc(100vw - 1rem));
  }
  .four {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 0.5rem;
  }
  @media (width >= 40rem) {
    .four {
      grid-template-columns: repeat(4, minmax(0, 1fr));
    }
  }
</style>
