<script lang="ts">
  let { rows, label }: { rows: string[]; label: string } = $props();
  const path = $derived(
    rows
      .flatMap((row, y) =>
        [...row].map((square, x) => (square === '1' ? `M${x} ${y}h1v1h-1z` : '')),
      )
      .join(''),
  );
</script>

<!-- A code for a phone's camera: always dark on white, whatever the theme. -->
<svg
  viewBox="0 0 {rows.length} {rows.length}"
  class="w-full max-w-80 bg-white"
  role="img"
  aria-label={label}
  shape-rendering="crispEdges"><path d={path} fill="#000" /></svg
>
