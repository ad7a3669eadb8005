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

  const FEW = 40;
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
      <ol class="mt-6">
        {#each data.bands as band (band.number)}
          {@const few = whole.includes(band.number) ? band.athletes : band.athletes.slice(0, FEW)}
          <li
            class="step"
            style:--step={band.number - 1}
            style:--of={data.bands.length}
            data-band={band.number}
          >
            <h2 class="flex items-baseline gap-3 px-3 pt-2">
              {m.band({ number: band.number })}
              <span class="quiet font-sans text-base font-normal"
                >{m.athletes({ count: band.athletes.length })}</span
              >
            </h2>
            <table class="w-full text-left">
              <thead class="sr-only">
                <tr
                  ><th>{m.name()}</th><th>{m.index()}</th><th>{m.interval()}</th><th
                    >{m.percentile()}</th
                  ></tr
                >
              </thead>
              <tbody>
                {#each few as athlete (athlete.athlete)}
                  <tr>
                    <th scope="row" class="w-56 px-3 py-0.5 font-normal">
                      <a
                        class="hover:underline"
                        href="#/screening/{params.id}/athlete/{athlete.athlete}">{athlete.name}</a
                      >
                    </th>
                    <td class="w-14 text-right font-bold">{decimal(athlete.index)}</td>
                    <td class="px-3">
                      <Interval value={athlete.index} low={athlete.low} high={athlete.high} />
                      <span class="sr-only">{integer(athlete.low)}–{integer(athlete.high)}</span>
                    </td>
                    <td class="quiet w-32 pr-3 text-right text-sm">
                      {#if athlete.percentile !== undefined}{m.percentile_of({
                          value: integer(athlete.percentile),
                        })}{/if}
                    </td>
                  </tr>
                {/each}
              </tbody>
            </table>
            {#if few.length < band.athletes.length}
              <button class="btn ml-1 btn-ghost" onclick={() => (whole = [...whole, band.number])}
                >{m.show_more({ count: band.athletes.length - few.length })}</button
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
                <span class="quiet">– {noIndexWord[athlete.reason]()}</span>
              </li>
            {/each}
          </ul>
        </section>
      {/if}
    {/snippet}
  </Loaded>
</Page>

<style>
  /* Each band is one step of the stair; the tread is as long as the band has room. */
  .step {
    --indent: calc(var(--step) * min(3.5rem, 24rem / max(var(--of), 1)));
    margin-left: var(--indent);
    padding-bottom: 0.75rem;
    border-top: 4px solid var(--color-base-content);
    border-left: 4px solid var(--color-base-content);
    background: var(--color-base-200);
  }
  @media (width < 48rem) {
    .step {
      --indent: 0;
    }
  }
</style>
