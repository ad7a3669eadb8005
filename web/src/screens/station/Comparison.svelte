<script lang="ts">
  import Notch from '../../lib/notch/Notch.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { cellWord, sideWord } from '../../lib/words/judgement';
  import { say } from '../../lib/words/words';
  import type { Desk } from './desk.svelte';

  let { desk }: { desk: Desk } = $props();
</script>

<!-- What the retest did, at once and where the thumb is. -->
{#if desk.comparison.length}
  <ul class="max-h-48 overflow-y-auto" data-testid="comparison">
    {#each desk.comparison as c (`${c.criterion.id} ${c.side ?? ''}`)}
      <li class="flex flex-wrap items-center gap-2 py-1">
        <span class="min-w-36 font-bold"
          >{say(c.criterion.name)} {c.side ? sideWord[c.side]() : ''}</span
        >
        <span class="inline-flex items-center gap-1" aria-label={cellWord[c.before]()}
          ><Notch cell={c.before} /></span
        >
        <span aria-hidden="true">→</span>
        <span class="inline-flex items-center gap-1" aria-label={cellWord[c.now]()}
          ><Notch cell={c.now} /></span
        >
        <span>{c.beyond ? m.retest_beyond() : m.retest_noise()}</span>
      </li>
    {/each}
  </ul>
  <p class="quiet text-sm">
    {m.retest_noise_size({ grades: desk.station.noise.grades.toFixed(1) })}
  </p>
{/if}
