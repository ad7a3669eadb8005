<script lang="ts">
  import { frameAt, sightOf } from '../../lib/motion/film';
  import FilmFigure from '../../lib/motion/FilmFigure.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { sideWord } from '../../lib/words/judgement';
  import type { Performance } from './desk.svelte';

  let { performances, behind }: { performances: Performance[]; behind: boolean } = $props();

  /** So many repetitions of one leg, then the other. */
  const REPETITIONS = 2;

  let moves = $state(!matchMedia('(prefers-reduced-motion: reduce)').matches);
  let time = $state(0);
  const across = $derived(behind ? -1 : 1);
  const films = $derived(performances.map((p) => p.film));
  const round = $derived(films[0] ? (REPETITIONS * films[0].frames) / films[0].rate : 1);
  const now = $derived(performances[Math.floor(time / round) % performances.length]);
  const sight = $derived(sightOf(films, across, false));

  $effect(() => {
    if (!moves) return;
    const began = performance.now() - time * 1000;
    let next = requestAnimationFrame(function tick(at) {
      time = Math.max(0, (at - began) / 1000);
      next = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(next);
  });
</script>

<!-- The simulated athlete, over and over, as five repetitions would be. -->
{#if now}
  <section class="performer" aria-label={m.practice_performer()}>
    <div class="film">
      <FilmFigure
        film={now.film}
        frame={frameAt(now.film, time)}
        {sight}
        {across}
        label={m.practice_performer()}
      />
    </div>
    <p class="flex items-center justify-between gap-2">
      <span class="sign">{now.side ? m.practice_leg({ side: sideWord[now.side]() }) : ''}</span>
      <button class="btn-soft-line btn h-12" aria-pressed={moves} onclick={() => (moves = !moves)}
        >{moves ? m.meas_pause() : m.meas_play()}</button
      >
    </p>
  </section>
{/if}

<style>
  .performer {
    display: grid;
    flex: 1;
    min-height: 0;
    grid-template-rows: minmax(0, 1fr) auto;
  }
  .film {
    position: relative;
  }
  .film :global(svg) {
    position: absolute;
    inset: 0;
    height: 100%;
  }
</style>
