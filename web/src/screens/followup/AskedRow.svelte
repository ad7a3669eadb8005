<script lang="ts">
  import type { SvelteSet } from 'svelte/reactivity';
  import type { Names } from '../../lib/api/catalogue';
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { aboutLook } from '../../lib/words/looks';
  import { integer } from '../../lib/words/words';
  import { keyOf, type Athlete } from './plan';

  interface Props {
    athlete: Athlete;
    place: number;
    names: Names;
    chosen: SvelteSet<string>;

    screening: string;
  }
  let { athlete, place, names, chosen, screening }: Props = $props();

  const wholeWord = {
    NEVER_SEEN: m.follow_never_seen,
    HELD_BACK: m.follow_held_back,
  };
  function toggle(key: string) {
    if (!chosen.delete(key)) chosen.add(key);
  }
  const kind = (look: Schemas['LookAgainLook']) =>
    look.kind === 'SINCE_TRAINING' ? m.follow_since() : m.follow_open();
</script>

<li class="flex gap-3 border-b border-base-300 py-2" data-testid="asked">
  <span class="sign w-8 shrink-0 text-right text-2xl">{place}</span>
  <div class="min-w-0 flex-1">
    <a class="font-bold hover:underline" href="#/screening/{screening}/athlete/{athlete.athlete}"
      >{athlete.name}</a
    >
    {#if athlete.whole}<span class="quiet block text-sm">{wholeWord[athlete.whole]()}</span>{/if}
    {#each athlete.looks as { look } (keyOf(athlete, look))}
      {@const key = keyOf(athlete, look)}
      <label class="flex min-h-11 items-center gap-3">
        <input
          class="checkbox"
          type="checkbox"
          checked={chosen.has(key)}
          onchange={() => toggle(key)}
        />
        <span class="flex-1 leading-tight"
          >{names.test(look.test)}
          {#if !athlete.whole}<span class="quiet block text-sm"
              >{kind(look)} {aboutLook(look, names)}</span
            >{/if}</span
        >
        <span class="quiet text-sm">{m.again_seconds({ seconds: integer(look.seconds) })}</span>
      </label>
    {/each}
  </div>
</li>
