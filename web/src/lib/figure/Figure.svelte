<script lang="ts">
  import { m } from '../paraglide/messages';
  import { cellWord, sideWord, viewWord, type Cell, type View } from '../words/judgement';
  import { spotsOf, type Pattern, type Spot } from './spots';

  interface Props {
    view: View;
    /** What the person does. */
    pattern?: Pattern;
    /** What a spot shows; null where the criterion is not part of the test. */
    cell: (spot: Spot) => Cell | null;
    name: (criterion: string) => string;
    tap?: (spot: Spot) => void;
  }
  let { view, pattern = 'SQUAT', cell, name, tap }: Props = $props();

  const spots = $derived(
    spotsOf(view, pattern)
      .map((spot) => ({ spot, cell: cell(spot) }))
      .filter((s) => s.cell !== null),
  );
  /** Whether there is something to mark beside the figure, at which the arrows point. */
  const aside = $derived(spots.some(({ spot }) => ['drift', 'rotation'].includes(spot.criterion)));
  /** Height of a line of a name, and how many letters it holds, so that names of neighbours do not meet. */
  const LINE = 9;
  const LETTERS = 12;
  function wrapped(words: string): string[] {
    const lines: string[] = [];
    for (const word of words.split(' ')) {
      const last = lines.at(-1);
      if (last !== undefined && last.length + 1 + word.length <= LETTERS)
        lines[lines.length - 1] = `${last} ${word}`;
      else lines.push(word);
    }
    return lines;
  }
  const strokes = (c: Cell) => ({ SLIGHT: 1, MARKED: 2, SEVERE: 3 })[c as string] ?? 0;
  const label = (spot: Spot, c: Cell) =>
    `${name(spot.criterion)}${spot.side ? ` ${sideWord[spot.side]()}` : ''}: ${cellWord[c]()}`;
</script>

{#snippet mark(spot: Spot, c: Cell)}
  {@const n = strokes(c)}
  <circle class={['spot', n && 'full']} cx={spot.x} cy={spot.y} r="17" />
  {#if n}
    {#each Array.from({ length: n }, (_, i) => i) as i (i)}
      <path class="stroke" d="M{spot.x + (i - (n - 1) / 2) * 8} {spot.y - 9}v18" />
    {/each}
  {:else if c === 'NOT_ASSESSABLE'}
    <rect class="hollow" x={spot.x - 7} y={spot.y - 7} width="14" height="14" />
  {:else}
    <circle class="dot" cx={spot.x} cy={spot.y} r="2.6" />
  {/if}
{/snippet}

<svg
  class="figure"
  viewBox="0 26 240 304"
  role="group"
  aria-label={m.figure({ view: viewWord[view]() })}
>
  <path class="floor" d="M8 316H232" />
  <g class="body">
    {#if pattern === 'BALANCE'}
      <circle cx="120" cy="52" r="19" />
      <path d="M92 92h56l-6 74H98z" />
      <path d="M92 92 78 138l22 22M148 92l14 46-22 22" />
      <path d="M110 170v136M132 168l22 52-20 44" />
      <path d="M102 312h26l-18-16zM134 264l22 10" />
    {:else if pattern === 'LUNGE' && view === 'SIDE'}
      <circle cx="122" cy="52" r="19" />
      <path d="M112 84 106 168" />
      <path d="M106 168 182 190 172 290M106 168 84 262 28 282" />
      <path d="M110 96 138 128l-26 18" />
      <path d="M172 290l-12 22h54l-22-14zM28 282l-6 28 20-4" />
    {:else if pattern === 'LUNGE'}
      <circle cx="120" cy="52" r="19" />
      <path d="M92 92h56l-6 74H98z" />
      <path d="M92 92 74 138l24 18M148 92l18 46-24 18" />
      <path d="M102 170 84 226 92 292M138 170l18 56-8 66" />
      <path d="M92 292 74 312h30l-4-22zM148 292l18 20h-30l4-22z" />
    {:else if view === 'SIDE'}
      <circle cx="134" cy="92" r="19" />
      <path d="M112 126 66 204 142 226 104 288" />
      <path d="M112 126 172 46" />
      <path d="M104 288 84 310h62l-24-15z" />
    {:else}
      <circle cx="120" cy="66" r="19" />
      <path d="M90 104 78 38M150 104 162 38" />
      <path d="M90 104h60L143 178H97z" />
      <path d="M101 182 62 222 84 288M139 182 178 222 156 288" />
      <path d="M84 288 66 312h30l-4-22zM156 288 174 312h-30l4-22z" />
    {/if}
  </g>
  {#if view !== 'SIDE'}
    <text class="letter" x="12" y="60">{view === 'FRONT' ? m.letter_right() : m.letter_left()}</text
    >
    <text class="letter" x="212" y="60"
      >{view === 'FRONT' ? m.letter_left() : m.letter_right()}</text
    >
    {#if tap && aside}<path
        class="arrow"
        d="M46 172h-2m-36 0l8-6m-8 6l8 6M194 172h2m36 0l-8-6m8 6l-8 6"
      />{/if}
  {:else if tap && pattern === 'SQUAT'}
    <text class="letter small" x="46" y="328">{m.letter_left()}</text>
    <text class="letter small" x="94" y="328">{m.letter_right()}</text>
  {/if}
  {#if tap}
    {#each spots as { spot } (`${spot.criterion}${spot.side ?? ''}`)}
      {#if spot.name}
        {@const lines = wrapped(name(spot.criterion))}
        {@const up = spot.name.y < spot.y ? lines.length - 1 : 0}
        <text class="name" aria-hidden="true" x={spot.name.x} y={spot.name.y - up * LINE}>
          {#each lines as line, i (i)}<tspan x={spot.name.x} dy={i ? LINE : 0}>{line}</tspan>{/each}
        </text>
      {/if}
    {/each}
  {/if}
  {#each spots as { spot, cell: c } (`${spot.criterion}${spot.side ?? ''}`)}
    {#if tap}
      <g
        role="button"
        tabindex="0"
        class="tap"
        data-spot="{spot.criterion} {spot.side ?? ''}"
        aria-label={label(spot, c!)}
        onclick={() => tap(spot)}
        onkeydown={(e) =>
          (e.key === 'Enter' || e.key === ' ') &&
          (e.preventDefault(), e.stopPropagation(), tap(spot))}
      >
        <circle class="reach" cx={spot.x} cy={spot.y} r="21.4" />
        {@render mark(spot, c!)}
      </g>
    {:else if c !== 'NONE'}
      <g role="img" aria-label={label(spot, c!)}>{@render mark(spot, c!)}</g>
    {/if}
  {/each}
</svg>

<style>
  .figure {
    display: block;
    width: 100%;
    height: 100%;
    touch-action: manipulation;
    user-select: none;
  }
  .body {
    fill: none;
    stroke: var(--color-base-content);
    stroke-width: 7;
    stroke-linejoin: round;
    stroke-linecap: round;
    opacity: 0.8;
  }
  .floor {
    stroke: var(--color-accent);
    stroke-width: 4;
  }
  .arrow {
    fill: none;
    stroke: var(--color-base-content);
    stroke-width: 2;
    opacity: 0.7;
  }
  .letter {
    font: 600 22px var(--font-sign);
    fill: var(--color-base-content);
  }
  .name {
    font: 600 9px var(--font-sans, inherit);
    text-anchor: middle;
    fill: var(--color-base-content);
    stroke: var(--color-base-100);
    stroke-width: 3;
    stroke-linejoin: round;
    paint-order: stroke;
    pointer-events: none;
  }
  /* Where the figure is small, the rows beside it carry the names. */
  @media (width >= 64rem) and (height < 60rem) {
    .name {
      display: none;
    }
  }
  .letter.small {
    font-size: 14px;
  }
  .reach {
    fill: transparent;
  }
  .spot {
    fill: var(--color-base-100);
    stroke: var(--color-base-content);
    stroke-width: 1.6;
    stroke-dasharray: 3 3;
  }
  .full {
    fill: var(--color-base-content);
    stroke-dasharray: none;
  }
  .stroke {
    stroke: var(--color-base-100);
    stroke-width: 4.5;
  }
  .dot {
    fill: var(--color-base-content);
  }
  .hollow {
    fill: none;
    stroke: var(--color-base-content);
    stroke-width: 2;
  }
  .tap {
    cursor: pointer;
    outline: none;
  }
  .tap:focus-visible .spot {
    stroke: var(--color-accent);
    stroke-width: 5;
    stroke-dasharray: none;
  }
</style>
