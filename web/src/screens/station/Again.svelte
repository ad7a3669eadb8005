<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import { hand } from '../../lib/shell/hand';
  import type { Desk } from './desk.svelte';

  let { desk }: { desk: Desk } = $props();
  const looks = $derived(desk.round.looks);
</script>

<!-- Everybody has been seen: what the minutes that are left are worth. -->
<section class="mt-3 border-2 border-accent p-3" aria-label={m.round_title()} data-testid="round">
  <h3 class="sign text-xl">{m.round_title()}</h3>
  {#if looks?.length}
    <p>{m.round_left({ count: looks.length })}</p>
    <!-- on a phone the large button below says so -->
    {#if !(hand.current && desk.finished)}<button
        class="btn mt-2 h-14 w-full btn-primary"
        onclick={() => desk.again()}>{m.round_next()}</button
      >{/if}
  {:else if looks}
    <p>{m.round_none()}</p>
  {:else}
    <p>{desk.round.failed ? m.round_offline() : m.round_text()}</p>
    <button class="btn-soft-line btn mt-2 h-14 w-full" onclick={() => desk.round.load()}
      >{m.round_ask()}</button
    >
  {/if}
</section>
