<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import { say } from '../../lib/words/words';
  import type { Desk } from './desk.svelte';

  let { desk }: { desk: Desk } = $props();
</script>

{#if desk.tests.length > 1 && !desk.retest}
  <nav class="mt-1 flex gap-1 overflow-x-auto" aria-label={m.tests()}>
    {#each desk.tests as test (test.id)}
      <button
        class={[
          'flex min-h-12 shrink-0 items-center gap-2 border px-3',
          test.id === desk.test.id ? 'border-2 border-base-content font-bold' : 'border-base-300',
        ]}
        aria-current={test.id === desk.test.id ? 'step' : undefined}
        onclick={() => desk.show(test.id)}
      >
        {say(test.name)}{#if desk.doneWith(test)}<span class="quiet text-sm"
            >{m.station_seen()}</span
          >{/if}
      </button>
    {/each}
  </nav>
{/if}
