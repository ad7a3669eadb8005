<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import Comparison from './Comparison.svelte';
  import type { Desk } from './desk.svelte';
  import Retests from './Retests.svelte';

  let { desk }: { desk: Desk } = $props();
</script>

<!-- One change at a time, while the athlete still stands there; then what it did. -->
<div class="tell">
  {#if desk.retest}
    {#if desk.done}
      <h2 class="text-2xl">{m.retest_did()}</h2>
      <Comparison {desk} />
    {:else}
      <p>{m.retest_look_first()}</p>
    {/if}
  {:else}
    <Retests {desk} />
    {#if !desk.offers.length}<p>{desk.done ? m.tell_nothing() : m.tell_later()}</p>{/if}
    {#if desk.done && desk.seenByOther && !desk.second}
      <button class="btn-soft-line btn mt-3 min-h-12 w-full" onclick={() => desk.lookAgain()}
        >{m.second_look()}</button
      >
    {/if}
  {/if}
</div>

<style>
  /* beside the thumb */
  @media (width < 48rem), (height < 30rem) {
    .tell {
      display: flex;
      flex-direction: column;
      justify-content: flex-end;
      flex: 1;
    }
  }
</style>
