<script lang="ts">
  import type { Focus } from '../words/judgement';
  import { LINES } from './focus';

  let { focus, label }: { focus: Focus; label: string } = $props();
  const line = $derived(LINES[focus]);
</script>

<span class="inline-flex items-center gap-2">
  <span class="sign letter" style:color={line.colour} aria-hidden="true">{line.letter}</span>
  <svg class="h-2 w-14 shrink-0" viewBox="0 0 56 8" aria-hidden="true">
    <line
      x1="0"
      y1="4"
      x2="56"
      y2="4"
      stroke={line.colour}
      stroke-width="4"
      stroke-dasharray={line.dash || null}
    />
  </svg>
  <span>{label}</span>
</span>

<style>
  .letter {
    display: inline-grid;
    place-items: center;
    width: 1.6rem;
    height: 1.6rem;
    border: 2px solid currentColor;
    font-size: 1.1rem;
  }
</style>
