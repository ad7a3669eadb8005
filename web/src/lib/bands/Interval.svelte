<script lang="ts">
  interface Props {
    low: number;
    high: number;
    /** A mark in it, where there is one. */
    value?: number;
    /** Ends of the scale. */
    from?: number;
    to?: number;
    /** Edges of bands on the scale. */
    edges?: number[];
  }
  let { low, high, value, from = 0, to = 100, edges = [] }: Props = $props();
  const at = (v: number) => (100 * (v - from)) / (to - from);
</script>

<!-- An interval on a scale that all of its kind share. -->
<svg class="h-5 w-full" viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
  <path
    d="M0 5H100"
    stroke="var(--color-base-300)"
    stroke-width="1"
    vector-effect="non-scaling-stroke"
  />
  <path
    d="M{at(low)} 5H{at(high)}"
    stroke="currentColor"
    stroke-width="5"
    opacity="0.45"
    vector-effect="non-scaling-stroke"
  />
  {#each edges as edge (edge)}
    <path
      d="M{at(edge)} 0V10"
      stroke="var(--color-accent)"
      stroke-width="2"
      vector-effect="non-scaling-stroke"
    />
  {/each}
  {#if value !== undefined}
    <path
      d="M{at(value)} 0V10"
      stroke="currentColor"
      stroke-width="4"
      vector-effect="non-scaling-stroke"
    />
  {/if}
</svg>
