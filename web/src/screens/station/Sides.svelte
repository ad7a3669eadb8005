<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { sideWord, type Side } from '../../lib/words/judgement';
  import { say } from '../../lib/words/words';

  interface Props {
    criterion: Schemas['Criterion'];
    /** The one side that is shown; else both. */
    only?: Side | undefined;
    children: Snippet<[Side | undefined, string]>;
  }
  let { criterion, only, children }: Props = $props();
  const sides = $derived<(Side | undefined)[]>(
    only ? [only] : criterion.extent === 'SIDED' ? ['LEFT', 'RIGHT'] : [undefined],
  );
</script>

<!-- What is measured on each side stands in two columns, the athlete's left first. -->
<div class={['grid gap-x-6 gap-y-2', sides.length > 1 && 'sm:grid-cols-2']}>
  {#each sides as side (side)}
    {@const label = `${say(criterion.name)}${side ? ` ${sideWord[side]()}` : ''}`}
    <div role="group" aria-label={label}>
      {#if side}<p class="sign text-lg">
          {side === 'LEFT' ? m.letter_left() : m.letter_right()}
          <span class="quiet text-base">{sideWord[side]()}</span>
        </p>{/if}
      {@render children(side, label)}
    </div>
  {/each}
</div>
