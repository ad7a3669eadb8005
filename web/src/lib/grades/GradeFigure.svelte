<script lang="ts">
  import { bottomOf, frameAt, sightOf } from '../motion/film';
  import FilmFigure from '../motion/FilmFigure.svelte';
  import { cellWord, type Grade } from '../words/judgement';
  import { AMOUNT, CLOSEUPS } from './closeups';
  import type { Picture, Pictures } from './pictures';

  interface Props {
    criterion: string;
    /** What the criterion is called. */
    name: string;
    grade: Grade;
    /** Of the simulated athlete; else the criterion is drawn from near. */
    pictures: Pictures | undefined;
    picture: Picture | undefined;
    /** Seen from behind. */
    behind: boolean;
    /** Seconds since it began to move; null while it stands still. */
    time: number | null;
  }
  let { criterion, name, grade, pictures, picture, behind, time }: Props = $props();

  /** Seconds of one movement there and back (house convention). */
  const ROUND = 2.5;
  const across = $derived(behind ? -1 : 1);

  const frame = $derived(
    picture ? (time === null ? bottomOf(picture.film) : frameAt(picture.film, time)) : 0,
  );
  /** What all grades cover, so that they stand on one scale: while they move, or at the bottom. */
  const sight = $derived(sightOf(pictures?.grades.map((g) => g.film) ?? [], across, time === null));
  const swing = $derived(time === null ? 1 : (1 - Math.cos((2 * Math.PI * time) / ROUND)) / 2);
  const strokes = $derived(CLOSEUPS[criterion]?.(AMOUNT[grade] * swing) ?? []);
  const points = (of: readonly (readonly [number, number])[]) =>
    of.map(([x, y]) => `${x},${y}`).join(' ');
</script>

{#if picture}
  <div class="film">
    <FilmFigure film={picture.film} {frame} {sight} {across} label="{name}: {cellWord[grade]()}" />
  </div>
{:else if strokes.length}
  <svg class="near" viewBox="0 0 100 100" role="img" aria-label="{name}: {cellWord[grade]()}">
    {#each strokes as stroke, i (i)}
      {#if stroke.closed}<polygon class={stroke.kind ?? 'body'} points={points(stroke.points)} />
      {:else}<polyline class={stroke.kind ?? 'body'} points={points(stroke.points)} />{/if}
    {/each}
  </svg>
{/if}

<style>
  .film {
    --film-height: 15rem;
  }
  .near {
    display: block;
    width: 100%;
    max-height: 15rem;
  }
  .near polygon,
  .near polyline {
    fill: none;
    stroke: var(--color-base-content);
    stroke-linecap: round;
    stroke-linejoin: round;
    stroke-width: 3;
  }
  .near .ground,
  .near .mark {
    stroke: var(--color-accent);
  }
  .near .mark {
    stroke-width: 4;
  }
  .near .other {
    stroke-width: 1.2;
    stroke-dasharray: 4 4;
  }
</style>
