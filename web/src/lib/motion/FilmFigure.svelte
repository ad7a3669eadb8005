<script lang="ts">
  import { BONES } from './bones';
  import type { Film, Sight } from './film';

  interface Props {
    film: Film;
    frame: number;
    sight: Sight;
    /** Minus where it is seen from behind. */
    across: 1 | -1;
    label: string;
  }
  let { film, frame, sight, across, label }: Props = $props();

  const at = (landmark: string) => film.paths.find((p) => p.landmark === landmark);
  const bones = $derived(
    BONES.flatMap((bone) => {
      const [from, to] = [at(bone.from), at(bone.to)];
      if (!from || !to || (film.plane === 'SIDE' && !bone.side)) return [];
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
</script>

<!-- The simulated athlete at one moment. -->
<svg viewBox="{sight.left} {sight.top} {sight.width} {sight.height}" role="img" aria-label={label}>
  <path class="floor" d="M{sight.left} 20h{sight.width}" />
  {#each bones as bone (`${bone.from}${bone.to}`)}
    <line
      class={{ far: film.plane === 'SIDE' && bone.side === 'RIGHT', thin: bone.thin }}
      x1={bone.a.x}
      y1={bone.a.y}
      x2={bone.b.x}
      y2={bone.b.y}
    />
  {/each}
  {#if head}<circle class="head" cx={head.x} cy={head.y - 30} r="100" />{/if}
</svg>

<style>
  svg {
    display: block;
    width: 100%;
    max-height: var(--film-height, 100%);
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
</style>
