<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { effectWord } from '../../lib/words/judgement';
  import { trouble } from '../../lib/words/trouble';
  import { quoted, say } from '../../lib/words/words';
  import type { Desk } from './desk.svelte';

  let { desk, leave }: { desk: Desk; leave: () => void } = $props();
  type Effect = Schemas['FactCueTried']['effect'];
  const EFFECTS: Effect[] = ['BETTER', 'SAME', 'WORSE'];

  let view = $state.raw<Schemas['TeachingControllerTeachingView'] | null>(null);
  let error = $state.raw<unknown>(null);
  let at = $state(0);
  let done = $state(0);

  const athlete = $derived(desk.current);
  const cue = $derived(view?.cues[at]);
  const repetitions = $derived(view?.repetitions.value ?? 0);
  const asks = $derived(!!cue && done >= repetitions);

  $effect(() => {
    const [who, test] = [athlete, desk.test.id];
    view = null;
    error = null;
    at = done = 0;
    if (!who) return;
    const path = { id: desk.station.screening.id, athlete: who };
    void ask(
      api.GET('/api/screenings/{id}/teaching/{athlete}', { params: { path, query: { test } } }),
    ).then(
      (answer) => who === desk.current && (view = answer),
      (e: unknown) => (error = e),
    );
  });

  /** What the cue did is kept; then the next one. */
  function tried(effect: Effect) {
    if (!cue) return;
    desk.taught({ exercise: cue.exercise, which: cue.which, effect });
    at += 1;
    done = 0;
  }
</script>

<!-- One cue for a few repetitions, then the next; nothing here is ranked. -->
<section class="teach" aria-label={m.teach()} data-testid="teach">
  {#if error}<p role="alert">{trouble(error)}</p>
  {:else if !view}<p role="status">{m.loading()}</p>
  {:else if cue}
    <p class="quiet">
      {m.teach_cue({ number: at + 1, count: view.cues.length })}{#if cue.before}
        · {m.teach_before({ effect: effectWord[cue.before]() })}{/if}
    </p>
    <p class="words sign">{quoted(say(cue.words))}</p>
    {#if asks}
      <p class="font-bold">{m.teach_effect()}</p>
      <div class="grid grid-cols-3 gap-2">
        {#each EFFECTS as effect (effect)}
          <button class="btn-soft-line btn h-20 text-lg" onclick={() => tried(effect)}
            >{effectWord[effect]()}</button
          >
        {/each}
      </div>
    {:else}
      <button class="repeat btn text-2xl btn-primary" onclick={() => done++}
        >{m.teach_repetition({ number: done + 1, count: repetitions })}</button
      >
    {/if}
  {:else}
    <p>{view.cues.length ? m.teach_done() : m.teach_none()}</p>
    <button class="btn h-16 text-lg btn-primary" onclick={() => desk.next()}
      >{m.station_next()}</button
    >
  {/if}
  <button class="btn-soft-line btn mt-auto h-12" onclick={leave}>{m.teach_leave()}</button>
</section>

<style>
  .teach {
    display: flex;
    flex: 1;
    flex-direction: column;
    gap: 0.75rem;
    padding-block: 0.5rem;
  }
  .words {
    font-size: 2.2rem;
    line-height: 1.15;
  }
  .repeat {
    flex: 1;
    min-height: 10rem;
    max-height: 24rem;
  }
</style>
