<script lang="ts">
  import { cellWord } from '../../lib/words/judgement';
  import { day } from '../../lib/words/words';
  import type { Dot } from './course';

  interface Props {
    name: string;
    dots: Dot[];
    /** Days of the screenings, and where each stands from 0 to 1. */
    days: string[];
    places: number[];
  }
  let { name, dots, days, places }: Props = $props();

  const x = (dot: Dot) => 10 + 140 * (places[dot.screen] ?? 0);
  const y = (grades: number) => 52 - 15 * grades;
  const words = $derived(
    dots.map((d) => `${day(days[d.screen] ?? '')} ${cellWord[d.seen.grade]()}`).join('; '),
  );
  const line = $derived(
    dots
      .filter((d) => d.alike)
      .map((d, i) => `${i ? 'L' : 'M'}${x(d)} ${y(d.seen.value)}`)
      .join(''),
  );
</script>

<!-- A fault stands on the floor line and grows upward; the bar is its 90 % interval. -->
<svg class="h-14 w-40 max-w-full" viewBox="0 0 160 58" role="img" aria-label="{name}: {words}">
  {#each [0, 1, 2, 3] as grade (grade)}
    <path
      d="M2 {y(grade)}H158"
      stroke={grade ? 'var(--color-base-300)' : 'currentColor'}
      stroke-width="1"
    />
  {/each}
  <path d={line} fill="none" stroke="currentColor" stroke-width="1.5" opacity="0.6" />
  {#each dots as dot (dot.screen)}
    <path
      d="M{x(dot)} {y(dot.seen.low)}V{y(dot.seen.high)}"
      stroke="currentColor"
      stroke-width="7"
      opacity="0.22"
    />
    <rect
      x={x(dot) - 4}
      y={y(dot.seen.value) - 4}
      width="8"
      height="8"
      fill={dot.alike ? 'currentColor' : 'var(--color-base-100)'}
      stroke="currentColor"
      stroke-width="1.6"
    />
  {/each}
</svg>
