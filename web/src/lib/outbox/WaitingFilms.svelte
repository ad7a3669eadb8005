<script lang="ts">
  import { m } from '../paraglide/messages';
  import { findingWord, type Finding } from '../words/finding';
  import { refusal } from '../words/trouble';
  import { say } from '../words/words';
  import { films, type WaitingFilm } from './films.svelte';

  /** Why nothing came of a film. */
  function why({ refused }: WaitingFilm): string {
    if (!refused) return m.film_waits();
    if (refused.code !== 'film-without-values')
      return refusal(refused.code, refused.sentence, refused.details);
    const stops = (refused.details['findings'] as Finding[]).find((f) => f.outcome === 'REFUSED');
    return stops ? findingWord(stops) : m.meas_no_repetition();
  }
</script>

{#if films.own.length}
  <ul class="mt-3 grid gap-2" data-testid="waiting-films">
    {#each films.own as film (film.id)}
      <li class={['border-l-4 pl-3', film.refused ? 'border-error' : 'border-accent']}>
        <p class="font-bold">
          {say(film.test.name)},
          {new Date(film.at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })}
        </p>
        <p class="text-sm">{why(film)}</p>
        {#if film.refused}<button
            class="btn-soft-line btn mt-1"
            type="button"
            onclick={() => films.discard(film.id)}>{m.film_discard()}</button
          >{/if}
      </li>
    {/each}
  </ul>
{/if}
