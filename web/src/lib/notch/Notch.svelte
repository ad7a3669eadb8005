<script lang="ts">
  import { cellWord, type Cell } from '../words/judgement';

  let { cell, label = '' }: { cell: Cell; label?: string } = $props();
  const strokes = $derived({ SLIGHT: 1, MARKED: 2, SEVERE: 3 }[cell as string] ?? 0);
  const word = $derived(`${label ? `${label}: ` : ''}${cellWord[cell]()}`);
</script>

<!-- A grade is a notch that grows; a state without a grade has a shape of its own. One ink. -->
<svg class="notch" viewBox="0 0 20 20" role="img" aria-label={word}>
  <title>{word}</title>
  {#if cell === 'NONE'}
    <circle cx="10" cy="10" r="2" fill="currentColor" />
  {:else if strokes}
    {#each Array.from({ length: strokes }, (_, i) => i) as i (i)}
      <path d="M{10 + (i - (strokes - 1) / 2) * 5.5} 3v14" stroke="currentColor" stroke-width="3" />
    {/each}
  {:else if cell === 'NOT_ASSESSABLE'}
    <rect x="3" y="3" width="14" height="14" fill="none" stroke="currentColor" stroke-width="1.6" />
  {:else if cell === 'STOPPED'}
    <path
      d="M2 8 8 2M2 14 14 2M2 20 20 2M8 20 20 8M14 20 20 14"
      stroke="currentColor"
      stroke-width="1.6"
    />
  {:else if cell === 'ABSENT'}
    <path d="M5 10h10" stroke="currentColor" stroke-width="1.6" stroke-dasharray="2 2" />
  {:else if cell === 'EXCUSED'}
    <path d="M4 15 10 6l6 9" fill="none" stroke="currentColor" stroke-width="1.6" />
  {/if}
</svg>

<style>
  .notch {
    display: inline-block;
    width: 1.15rem;
    height: 1.15rem;
    vertical-align: middle;
  }
</style>
