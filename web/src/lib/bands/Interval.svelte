<script lang="ts">
  let { value, low, high }: { value: number; low: number; high: number } = $props();
</script>

<!-- The index with its interval on the common scale from 0 to 100. -->
<svg class="h-5 w-full" viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
  <path
    d="M0 5H100"
    stroke="var(--color-base-300)"
    stroke-width="1"
    vector-effect="non-scaling-stroke"
  />
  <path
    d="M{low} 5H{high}"
    stroke="currentColor"
    stroke-width="5"
    opacity="0.45"
    vector-effect="non-scaling-stroke"
  />
  <path
    d="M{value} 0V10"
    stroke="currentColor"
    stroke-width="4"
    vector-effect="non-scaling-stroke"
  />
</svg>
