<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { sideWord } from '../../lib/words/judgement';
  import { measureById, sourceWord } from '../../lib/words/motion';
  import { decimal } from '../../lib/words/words';

  let { told }: { told: Schemas['CriterionResultTold'][] } = $props();
</script>

{#if told.length}
  <details class="quiet text-sm">
    <summary class="flex min-h-11 cursor-pointer items-center underline"
      >{m.told_title({ count: told.length })}</summary
    >
    <ul>
      {#each told as t (t.measure + (t.side ?? ''))}
        <li>
          {measureById(t.measure)}{t.side ? `, ${sideWord[t.side]()}` : ''}: {decimal(t.value)}
          ({m.told_of({ count: t.repetitions, source: sourceWord[t.source]() })})
        </li>
      {/each}
    </ul>
  </details>
{/if}
