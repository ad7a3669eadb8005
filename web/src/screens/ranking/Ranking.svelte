<script lang="ts">
  import { api, ask } from '../../lib/api/client';
  import Interval from '../../lib/bands/Interval.svelte';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import ScreeningTabs from '../../lib/shell/ScreeningTabs.svelte';
  import { noIndexWord } from '../../lib/words/judgement';
  import { day, decimal, integer } from '../../lib/words/words';

  let { params }: { params: { id: string } } = $props();
  const ranking = new Resource(() =>
    ask(api.GET('/api/screenings/{id}/ranking', { params: { path: { id: params.id } } })),
  );

  /** A long ranking shows the beginning of each band, so that the whole stair stays in sight. */
  const few = $derived(
    (ranking.data?.bands ?? []).reduce((sum, b) => sum + b.athletes.length, 0) > 60 ? 12 : 60,
  );
  const tallest = $derived(
    Math.max(1, ...(ranking.data?.bands ?? []).map((b) => b.athletes.length)),
  );
  let whole = $state<number[]>([]);
</script>

<Page
  title={m.nav_ranking()}
  above={ranking.data
    ? `${ranking.data.screening.name} · ${day(ranking.data.screening.heldOn)}`
    : ''}
>
  <ScreeningTabs screening={params.id} at="ranking" />
  <Loaded resource={ranking}>
    {#snippet children(data)}
      <p class="max-w-prose">
        {m.ranking_text()}
        {#if data.typicalDifference}<strong
            >{m.ranking_difference({ points: decimal(data.typicalDifference) })}</strong
          >{/if}
      </p>
      {#if data.bands.length === 0}<p class="mt-6">{m.ranking_none()}</p>{/if}
      {#if data.bands.length > 1}
        <ol class="mt-5 flex max-w-3xl items-start" aria-label={m.ranking_stair()}>
          {#each data.bands as band (band.number)}
            {@const values = band.athletes.map((a) => a.index)}
            <li class="stair flex-1" style:--step={band.number - 1}>
              <strong class="sign text-lg">{band.number}</strong>
              <span class="block text-sm leading-tight"
                >{m.athletes({ count: band.athletes.length })}</span
              >
              <span class="quiet block text-sm leading-tight"
                >{decimal(Math.max(...values))} – {decimal(Math.min(...values))}</span
              >
              <span class="load" style:--share={band.athletes.length / tallest} aria-hidden="true"
              ></span>
            </li>
          {/each}
        </ol>
      {/if}
      <ol class="mt-6">
        {#each data.bands as band (band.number)}
          {@const shown = whole.includes(band.number) ? band.athletes : band.athletes.slice(0, few)}
          <li class="step" data-band={band.number}>
            <h2 class="flex items-baseline gap-3 px-3 pt-2">
              <span class="inline-block first-letter:uppercase"
                >{m.band({ number: band.number })}</span
              >
              <span class="quiet font-sans text-base font-normal"
                >{m.athletes({ count: band.athletes.length })}</span
              >
            </h2>
            <table class="w-full table-fixed text-left">
              <colgroup
                ><col class="w-40 sm:w-64" /><col class="w-16" /><col /><col
                  class="w-0 sm:w-36"
                /></colgroup
              >
              <thead class="sr-only">
                <tr
                  ><th>{m.name()}</th><th>{m.index()}</th><th>{m.interval()}</th><th
                    >{m.percentile()}</th
                  ></tr
                >
              </thead>
              <tbody>
                {#each shown as athlete (athlete.athlete)}
                  <tr>
                    <th scope="row" class="px-3 py-0.5 font-normal">
                      <a
                        class="hover:underline"
                        href="#/screening/{params.id}/athlete/{athlete.athlete}">{athlete.name}</a
                      >
                    </th>
                    <td class="text-right font-bold">{decimal(athlete.index)}</td>
                    <td class="px-3">
                      <Interval value={athlete.index} low={athlete.low} high={athlete.high} />
                      <span class="sr-only">{integer(athlete.low)}–{integer(athlete.high)}</span>
                    </td>
                    <td class="quiet hidden pr-3 text-right text-sm sm:table-cell">
                      {#if athlete.percentile !== undefined}{m.percentile_of({
                          value: integer(athlete.percentile),
                        })}{/if}
                    </td>
                  </tr>
                {/each}
              </tbody>
            </table>
            {#if shown.length < band.athletes.length}
              <button class="btn ml-1 btn-ghost" onclick={() => (whole = [...whole, band.number])}
                >{m.show_more({ count: band.athletes.length - shown.length })}</button
              >
            {/if}
          </li>
        {/each}
      </ol>
      {#if data.unranked.length}
        <section class="floor-line mt-8 pt-3">
          <h2>{m.unranked()}</h2>
          <p class="quiet">{m.unranked_text()}</p>
          <ul class="mt-3 gap-x-8 sm:columns-2">
            {#each data.unranked as athlete (athlete.athlete)}
              <li class="py-0.5">
                <a class="hover:underline" href="#/screening/{params.id}/athlete/{athlete.athlete}"
                  >{athlete.name}</a
                >
                <span class="quiet"
                  >– {athlete.incident
                    ? m.unjudged({ incident: athlete.incident })
                    : noIndexWord[athlete.reason]()}</span
                >
              </li>
            {/each}
          </ul>
        </section>
      {/if}
    {/snippet}
  </Loaded>
</Page>

<style>
  .stair {
    margin-top: calc(var(--step) * 0.9rem);
    padding: 0.35rem 0.6rem 0.5rem;
    border-top: 4px solid var(--color-base-content);
    border-left: 4px solid var(--color-base-content);
  }
  .load {
    display: block;
    height: 0.4rem;
    width: calc(100% * var(--share));
    min-width: 2px;
    margin-top: 0.3rem;
    background: var(--color-base-content);
  }

  /* All bands stand on one axis, so that their intervals can be compared. */
  .step {
    padding-bottom: 0.75rem;
    border-top: 4px solid var(--color-base-content);
    border-left: 4px solid var(--color-base-content);
    background: var(--color-base-200);
  }
</style>
