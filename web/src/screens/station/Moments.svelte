<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import { seen } from '../../lib/record/book';
  import { viewWord } from '../../lib/words/judgement';
  import type { Desk, Place } from './desk.svelte';

  let { desk }: { desk: Desk } = $props();

  const word = {
    ready: m.moment_ready,
    look: m.moment_look,
    tell: m.moment_tell,
    next: m.moment_next,
  };
  const name = ({ moment, view }: Place) =>
    view && desk.views.length > 1 ? viewWord[view]() : word[moment]();
  const open = $derived(desk.offers.some((o) => !o.done));
</script>

<!-- The moments of one athlete in their order, at the lower edge where the thumb is. -->
<div class="flex" role="tablist" aria-label={m.moments()} data-testid="moments">
  {#each desk.places as place (`${place.moment} ${place.view ?? ''}`)}
    {@const here = desk.at(place)}
    <button
      role="tab"
      aria-selected={here}
      class={['moment', here && 'here']}
      onclick={() => desk.move(place)}
      >{name(place)}{#if place.view && seen(desk.trial, place.view)}<span
          role="img"
          aria-label={m.station_seen()}>✓</span
        >{/if}{#if place.moment === 'tell' && open}<span class="open"></span>{/if}</button
    >
  {/each}
</div>

<style>
  .moment {
    flex: 1 1 auto;
    height: 3rem;
    min-width: 3rem;
    border-top: 4px solid var(--color-base-300);
    font: 600 1.05rem/1.1 var(--font-sign);
    touch-action: manipulation;
  }
  .here {
    border-top-color: var(--color-accent);
    background: var(--color-base-200);
  }
  .open {
    display: inline-block;
    width: 0.5rem;
    height: 0.5rem;
    margin-left: 0.2rem;
    border-radius: 50%;
    background: var(--color-accent);
  }
</style>
