<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import { seen } from '../../lib/record/book';
  import { viewWord } from '../../lib/words/judgement';
  import type { Desk } from './desk.svelte';

  let { desk }: { desk: Desk } = $props();
</script>

{#if desk.views.length > 1}
  <div class="mt-1 flex" role="tablist" aria-label={m.station_view()}>
    {#each desk.views as view (view)}
      <button
        role="tab"
        aria-selected={desk.view === view}
        class={[
          'sign flex min-h-14 flex-1 items-center justify-center gap-2 border-b-4 text-lg',
          desk.view === view ? 'border-accent' : 'border-base-300',
        ]}
        onclick={() => (desk.view = view)}
      >
        {viewWord[view]()}
        {#if seen(desk.trial, view)}<span class="quiet text-base">{m.station_seen()}</span>
        {:else if desk.test.optionalViews.includes(view)}<span class="quiet text-base"
            >{m.optional()}</span
          >{/if}
      </button>
    {/each}
  </div>
{/if}
