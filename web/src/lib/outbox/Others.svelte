<script lang="ts">
  import { m } from '../paraglide/messages';
  import { outbox } from './outbox.svelte';
</script>

<!-- What others made on this device and the server does not have: it waits for them and is sent under nobody else. -->
{#if outbox.others.length}
  <div class="mt-3 border-l-4 border-accent pl-3" data-testid="others-wait">
    {#each outbox.others as other (other.name)}
      <p class="font-bold">{m.outbox_others({ count: other.count, name: other.name || '?' })}</p>
    {/each}
    <p class="text-sm">{m.outbox_others_text()} {m.outbox_others_helper()}</p>
  </div>
{/if}
