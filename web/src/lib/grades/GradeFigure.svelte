<script lang="ts">
  import { BONES } from '../motion/bones';
  import { cellWord, type Grade } from '../words/judgement';
  import { CLOSEUPS } from './closeups';
  import { bottomOf, sightOf, type Picture, type Pictures } from './pictures';

  interface Props {
    criterion: string;
    grade: Grade;
    /** Of the simulated athlete; else the criterion is drawn from near. */
    pictures: Pictures | undefined;
    picture: Picture | undefined;
    /** Seen from behind. */
    behind: boolean;
    /** Seconds since it began to move; null while it stands still. */
    time: number | null;
  }
  let { criterion, grade, pictures, picture, behind, time }: Props = $props();

  /** How far from clean each grade is drawn, and seconds of one movement there and back (house convention). */
  const AMOUNT: Record<Grade, number> = { NONE: 0, SLIGHT: 0.33, MARKED: 0.66, SEVERE: 1 };
  const ROUND = 2.5;
  const across = $derived(behind ? -1 : 1);

  const at = (landmark: string) => picture?.paths.find((p) => p.landmark === landmark);
  const bottom = $derived(picture ? bottomOf(picture) : 0);
  const frame = $derived(
    picture && time !== null ? Math.floor(time * picture.rate) % picture.frames : bottom,
  );
  const bones = $derived(
    BONES.flatMap((bone) => {
      const [from, to] = [at(bone.from), at(bone.to)];
      if (!from || !to || (pictures?.plane === 'SIDE' && !bone.side)) return [];
      const end = (p: typeof from) => ({
        x: across * (p.across[frame] ?? 0),
        y: -(p.up[frame] ?? 0),
      });
      return [{ ...bone, a: end(from), b: end(to) }];
    }),
  );
  const head = $derived.by(() => {
    const ears = [at('LEFT_EAR'), at('RIGHT_EAR')].flatMap((e) => e ?? []);
    if (!ears.length) return null;
    const mean = (of: 'across' | 'up') =>
      ears.reduce((sum, e) => sum + (e[of][frame] ?? 0), 0) / ears.length;
    return { x: across * mean('across'), y: -mean('up') };
  });
  /** What all grades cover, so that they stand on one scale: while they move, or at the bottom. */
  const sight = $derived(sightOf(pictures?.grades ?? [], across, time === null));
  const swing = $derived(time === null ? 1 : (1 - Math.cos((2 * Math.PI * time) / ROUND)) / 2);
  const strokes = $derived(CLOSEUPS[criterion]?.(AMOUNT[grade] * swing) ?? []);
  const points = (of: readonly (readonly [number, number])[]) =>
    of.map(([x, y]) => `${x},${y}`).join(' ');
</script>

{#if picture}
  <svg
    viewBox="{sight.left} {sight.top} {sight.width} {sight.height}"
    role="img"
    aria-label={cellWord[grade]()}
  >
    <path class="floor" d="M{sight.left} 20h{sight.width}" />
    {#each bones as bone (`${bone.from}${bone.to}`)}
      <line
        class={{ far: pictures?.plane === 'SIDE' && bone.side === 'RIGHT', thin: bone.thin }}
        x1={bone.a.x}
        y1={bone.a.y}
        x2={bone.b.x}
        y2={bone.b.y}
      />
    {/each}
    {#if head}<circle class="head" cx={head.x} cy={head.y - 30} r="100" />{/if}
  </svg>
{:else if strokes.length}
  <svg class="near" viewBox="0 0 100 100" role="img" aria-label={cellWord[grade]()}>
    {#each strokes as stroke, i (i)}
      {#if stroke.closed}<polygon class={stroke.kind ?? 'body'} points={points(stroke.points)} />
      {:else}<polyline class={stroke.kind ?? 'body'} points={points(stroke.points)} />{/if}
    {/each}
  </svg>
{/if}

<style>
  svg {
    display: block;
    width: 100%;
    max-height: 15rem;
  }
  .floor {
    stroke: var(--color-accent);
    stroke-width: 20;
  }
  line {
    stroke: var(--color-base-content);
    stroke-linecap: round;
    stroke-width: 45;
  }
  .far {
    opacity: 0.35;
  }
  .thin {
    stroke-width: 20;
  }
  .head {
    fill: var(--color-base-100);
    stroke: var(--color-base-content);
    stroke-width: 40;
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
