<script lang="ts">
  import type { Side } from '../../lib/words/judgement';

  interface Props {
    label: string;
    side: Side;
    /** Degrees outward. */
    value: number | undefined;
    choose: (degrees: number) => void;
  }
  let { label, side, value, choose }: Props = $props();

  const HALF_HOUR = 15;
  const hands = Array.from({ length: 7 }, (_, i) => i * HALF_HOUR);
  const out = $derived(side === 'LEFT' ? -1 : 1);
  const at = (degrees: number, radius: number) => ({
    x: 120 + out * radius * Math.sin((degrees * Math.PI) / 180),
    y: 128 - radius * Math.cos((degrees * Math.PI) / 180),
  });
  /** On a clock an hour is 30 degrees; the left foot turns toward 11, the right one toward 1. */
  const hour = (degrees: number) => {
    const hours = degrees / 30;
    const whole = Math.floor(hours);
    const shown = side === 'LEFT' ? 12 - Math.ceil(hours) : whole === 0 ? 12 : whole;
    return `${shown === 0 ? 12 : shown}${hours % 1 ? ':30' : ''}`;
  };
</script>

<!-- Feet read like the hands of a clock. -->
<svg viewBox="0 0 240 150" class="w-full max-w-72" role="group" aria-label={label}>
  <path d="M120 128V30" class="stroke-current opacity-40" stroke-width="2" stroke-dasharray="5 5" />
  {#if value !== undefined}
    {@const tip = at(value, 92)}
    <path
      d="M120 128L{tip.x} {tip.y}"
      class="stroke-current"
      stroke-width="9"
      stroke-linecap="round"
    />
  {/if}
  {#each hands as degrees (degrees)}
    {@const spot = at(degrees, 104)}
    <g
      role="button"
      tabindex="0"
      class="hand"
      aria-label="{label}: {degrees}°"
      aria-pressed={value === degrees}
      onclick={() => choose(degrees)}
      onkeydown={(e) =>
        (e.key === 'Enter' || e.key === ' ') && (e.preventDefault(), choose(degrees))}
    >
      <circle cx={spot.x} cy={spot.y} r="17" class={value === degrees ? 'on' : 'off'} />
      <text x={spot.x} y={spot.y + 5} text-anchor="middle" class={value === degrees ? 'ink-on' : ''}
        >{hour(degrees)}</text
      >
    </g>
  {/each}
  <text x="120" y="146" text-anchor="middle">{value === undefined ? '·' : `${value}°`}</text>
</svg>

<style>
  text {
    font: 600 13px var(--font-sign);
    fill: var(--color-base-content);
  }
  .off {
    fill: var(--color-base-100);
    stroke: var(--color-base-content);
  }
  .on {
    fill: var(--color-base-content);
  }
  .ink-on {
    fill: var(--color-base-100);
  }
  .hand {
    cursor: pointer;
    outline: none;
  }
  .hand:focus-visible circle {
    stroke: var(--color-accent);
    stroke-width: 4;
  }
</style>
