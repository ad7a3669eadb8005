<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { say } from '../../lib/words/words';
  import type { Desk } from './desk.svelte';

  let { desk }: { desk: Desk } = $props();
  const SHOWN = 3;
  let all = $state(false);
  let asking = $state.raw<Schemas['Retest'] | null>(null);
  const offers = $derived(desk.offers);
  const shown = $derived(all ? offers : offers.slice(0, SHOWN));

  function begin(retest: Schemas['Retest'], experienced: boolean) {
    if (experienced && asking?.id !== retest.id) asking = retest;
    else {
      asking = null;
      desk.begin(retest);
    }
  }
</script>

{#if offers.length}
  <section class="mt-3 border-2 border-accent p-3" aria-label={m.retests()} data-testid="retests">
    <h3 class="sign text-xl">{m.retests_while_here()}</h3>
    <div class="mt-2 grid gap-2 lg:grid-cols-3">
      {#each shown as { retest, experienced, done } (retest.id)}
        <button
          class={['btn-soft-line btn h-auto min-h-14 flex-col gap-0 py-2', done && 'opacity-70']}
          onclick={() => begin(retest, experienced)}
        >
          <span class="font-bold">{say(retest.name)}</span>
          <span class="text-sm font-normal">{done ? m.retest_done() : say(retest.instruction)}</span
          >
        </button>
      {/each}
    </div>
    {#if asking}<p class="mt-2 border-l-4 border-error pl-2" role="alert">
        {m.retest_experienced({ name: say(asking.name) })}
      </p>{/if}
    {#if offers.length > SHOWN}
      <button class="mt-2 h-12 w-full underline" onclick={() => (all = !all)}
        >{all ? m.show_less() : m.retests_more({ count: offers.length - SHOWN })}</button
      >
    {/if}
  </section>
{/if}
