<script lang="ts">
  import { STANCES, type Part } from './stances';
  import type { Pattern } from './spots';

  let { pattern, steps, at }: { pattern: Pattern; steps: string[]; at: number } = $props();

  const stance = $derived(STANCES[pattern]);
  const R = 11;
  /** Steps about one part stand side by side. */
  const dots = $derived(
    steps.map((part, i) => {
      const [x, y] = stance.parts[part as Part] ?? stance.parts.feet;
      const before = steps.slice(0, i).filter((p) => p === part).length;
      const all = steps.filter((p) => p === part).length;
      return { x: x + (before - (all - 1) / 2) * 2 * R, y };
    }),
  );
</script>

<!-- Where on the body each step of the set-up is, numbered from the feet up. -->
<svg viewBox="0 8 100 292" class="h-full w-full" aria-hidden="true">
  <path class="floor" d="M0 290H100" />
  <g class="body">
    <circle cx={stance.head[0]} cy={stance.head[1]} r="16" />
    <path d={stance.lines} />
  </g>
  {#each dots as { x, y }, i (i)}
    <circle class={['dot', i === at && 'on']} cx={x} cy={y} r={R} />
    <text class={[i === at && 'on']} {x} y={y + 5}>{i + 1}</text>
  {/each}
</svg>

<style>
  .body {
    fill: none;
    stroke: var(--color-base-content);
    stroke-width: 5;
    stroke-linejoin: round;
    stroke-linecap: round;
    opacity: 0.55;
  }
  .floor {
    stroke: var(--color-accent);
    stroke-width: 4;
  }
  .dot {
    fill: var(--color-base-100);
    stroke: var(--color-base-content);
    stroke-width: 1.6;
  }
  .dot.on {
    fill: var(--color-base-content);
  }
  text {
    font: 600 15px var(--font-sign);
    text-anchor: middle;
    fill: var(--color-base-content);
  }
  text.on {
    fill: var(--color-base-100);
  }
</style>
