<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import Interval from '../../lib/bands/Interval.svelte';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import ScreeningTabs from '../../lib/shell/ScreeningTabs.svelte';
  import { noIndexWord } from '../../lib/words/judgement';
  import { day, decimal, hundredths, integer } from '../../lib/words/words';

  let { params }: { params: { id: string } } = $props();
  type View = Schemas['ResultControllerRankingView'];
  type Group = View['groups'][number];
  type Athlete = Group['athletes'][number];

  const ranking = Resource.at(
    () => params.id,
    () => ask(api.GET('/api/screenings/{id}/ranking', { params: { path: { id: params.id } } })),
  );
  const all = $derived(ranking.data?.groups.flatMap((g) => g.athletes) ?? []);
  /** A long ranking shows the beginning of each band, so that the whole stair stays in sight. */
  const few = $derived(all.length > 60 ? 12 : 60);
  /** The scale of all intervals begins at the ten below the lowest. */
  const from = $derived(10 * Math.floor(Math.min(90, ...all.map((a) => a.low)) / 10));
  const attention = $derived(all.filter((a) => a.attention));
  const untold = $derived(
    (ranking.data?.groups ?? []).filter((g) => !g.band || g.between).flatMap((g) => g.athletes),
  );
  let whole = $state<string[]>([]);

  const key = (g: Group) => `${g.band ?? 0}${g.between ? '-' : ''}`;
  const title = (g: Group) =>
    !g.band
      ? m.ranking_no_order()
      : g.between
        ? m.ranking_between({ upper: g.band, lower: g.band + 1 })
        : m.band({ number: g.band });
  const places = (a: Athlete) =>
    a.from === a.to ? integer(a.from) : `${integer(a.from)} – ${integer(a.to)}`;
</script>

{#snippet names(athletes: Athlete[])}
  {#each athletes.slice(0, 40) as athlete, i (athlete.athlete)}{i ? ', ' : ''}<a
      class="hover:underline"
      href="#/screening/{params.id}/athlete/{athlete.athlete}">{athlete.name}</a
    >{/each}{#if athletes.length > 40}{m.ranking_and_more({ count: athletes.length - 40 })}{/if}
{/snippet}

<Page
  title={m.nav_ranking()}
  above={ranking.data
    ? `${ranking.data.screening.name} · ${day(ranking.data.screening.heldOn)}`
    : ''}
>
  <ScreeningTabs screening={params.id} at="ranking" />
  <Loaded resource={ranking}>
    {#snippet children(data)}
      {#if !all.length}<p class="mt-6">{m.ranking_none()}</p>
      {:else}
        <p class="max-w-prose text-lg" data-testid="told">
          <strong
            >{data.bands > 1
              ? m.ranking_told({ bands: data.bands })
              : data.bands === 1
                ? m.ranking_one()
                : m.ranking_untold()}</strong
          >
        </p>
        <p class="quiet max-w-prose">
          {m.ranking_reliability({ value: hundredths(data.reliability) })}
          {m.ranking_second_look({ value: hundredths(data.secondLook) })}
          {m.ranking_text()}
        </p>
        <div class="mt-5 grid gap-x-10 gap-y-4 sm:grid-cols-2">
          <section class="border-t-4 border-error pt-2" data-testid="attention">
            <h2 class="text-xl">
              {m.ranking_attention()} <span class="quiet">{attention.length}</span>
            </h2>
            <p class="quiet text-sm">{m.ranking_attention_text()}</p>
            <p class="mt-1">{@render names(attention)}</p>
          </section>
          <section class="border-t-4 border-accent pt-2" data-testid="untold">
            <h2 class="text-xl">
              {m.ranking_not_told()} <span class="quiet">{untold.length}</span>
            </h2>
            <p class="quiet text-sm">{m.ranking_not_told_text()}</p>
            {#if data.bands > 1}<p class="mt-1">{@render names(untold)}</p>{/if}
          </section>
        </div>
        <ol class="mt-6">
          {#each data.groups as group (key(group))}
            {@const shown = whole.includes(key(group))
              ? group.athletes
              : group.athletes.slice(0, few)}
            <li class={['step', group.between && 'between']} data-band={key(group)}>
              <h2 class="flex items-baseline gap-3 px-3 pt-2">
                <span class="inline-block first-letter:uppercase">{title(group)}</span>
                <span class="quiet font-sans text-base font-normal"
                  >{m.athletes({ count: group.athletes.length })}</span
                >
              </h2>
              <table class="w-full table-fixed text-left">
                <colgroup
                  ><col class="sm:w-64" /><col class="w-20" /><col
                    class="hidden sm:table-column"
                  /><col class="w-24 sm:w-32" /></colgroup
                >
                <thead class="quiet text-sm">
                  <tr
                    ><th class="px-3 font-normal">{m.name()}</th><th class="text-right font-normal"
                      >{m.index_seen()}</th
                    ><th class="hidden px-3 font-normal sm:table-cell"
                      >{m.index_true({ from: integer(from), to: '100' })}</th
                    ><th class="pr-3 text-right font-normal">{m.places()}</th></tr
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
                      <td class="hidden px-3 sm:table-cell">
                        <Interval low={athlete.low} high={athlete.high} {from} edges={data.edges} />
                        <span class="sr-only">{integer(athlete.low)}–{integer(athlete.high)}</span>
                      </td>
                      <td class="quiet pr-3 text-right text-sm tabular-nums">{places(athlete)}</td>
                    </tr>
                  {/each}
                </tbody>
              </table>
              {#if shown.length < group.athletes.length}
                <button class="btn ml-1 btn-ghost" onclick={() => (whole = [...whole, key(group)])}
                  >{m.show_more({ count: group.athletes.length - shown.length })}</button
                >
              {/if}
            </li>
          {/each}
        </ol>
        <p class="quiet mt-3 max-w-prose text-sm">{m.ranking_how()}</p>
      {/if}
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
  .step {
    padding-bottom: 0.75rem;
    border-top: 4px solid var(--color-base-content);
    border-left: 4px solid var(--color-base-content);
    background: var(--color-base-200);
  }
  /* Whoever stands between two bands stands across their edge. */
  .between {
    border-top: 4px dashed var(--color-accent);
    background: var(--color-base-100);
  }
</style>
