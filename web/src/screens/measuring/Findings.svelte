<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import { findingWord, type Finding } from '../../lib/words/finding';

  let { findings }: { findings: Finding[] } = $props();

  const mark = { REFUSED: 'border-error', WIDENED: 'border-warning', CORRECTED: 'border-accent' };
  /** What stops everything first; how far away the camera stood, which is always told, last. */
  const order = (f: Finding) => (f.outcome === 'REFUSED' ? 0 : f.kind === 'PERSPECTIVE' ? 2 : 1);
  const shown = $derived([...findings].sort((a, b) => order(a) - order(b)));
</script>

{#if shown.length}
  <ul class="grid gap-2" aria-label={m.meas_found_title()} data-testid="findings">
    {#each shown as finding (finding.kind)}
      <li
        class={[
          'max-w-prose border-l-4 pl-3',
          finding.kind === 'PERSPECTIVE' ? 'quiet border-base-300 text-sm' : mark[finding.outcome],
        ]}
        role={finding.outcome === 'REFUSED' ? 'alert' : undefined}
      >
        {findingWord(finding)}
      </li>
    {/each}
  </ul>
{/if}
