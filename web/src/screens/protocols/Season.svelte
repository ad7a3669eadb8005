<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { trouble } from '../../lib/words/trouble';
  import { day, dayAfter, say } from '../../lib/words/words';
  import Moved from './Moved.svelte';

  interface Props {
    protocol: Schemas['Protocol'];
    /** The last day of the season to begin with. */
    until: string;
  }
  let { protocol, until }: Props = $props();
  type Season = Schemas['SchoolControllerSeasonView'];

  /** Days of a season, to begin with (house convention). */
  const SEASON = 300;

  let to = $state(untrack(() => until));
  let from = $state(untrack(() => dayAfter(until, -SEASON)));
  let season = $state.raw<Season | null>(null);
  let error = $state.raw<unknown>(null);
  let working = $state(false);

  async function judge(event: SubmitEvent) {
    event.preventDefault();
    working = true;
    error = null;
    season = null;
    try {
      const query = { protocol: protocol.id, version: protocol.version, from, to };
      season = await ask(api.GET('/api/schools/season', { params: { query } }));
    } catch (e) {
      error = e;
    } finally {
      working = false;
    }
  }
  const sum = (of: (s: Season['screenings'][number]) => number) =>
    season?.screenings.reduce((all, s) => all + of(s), 0) ?? 0;
</script>

<section class="floor-line mt-8 pt-3" data-testid="season">
  <h2>{m.season_title()}</h2>
  <p class="max-w-prose">
    {m.season_text({
      protocol: `${say(protocol.name)}, ${m.version({ version: protocol.version })}`,
    })}
  </p>
  <form class="mt-3 flex flex-wrap items-end gap-4" onsubmit={judge}>
    <label class="grid"
      >{m.season_from()}<input
        class="input h-11"
        type="date"
        required
        max={to}
        bind:value={from}
      /></label
    >
    <label class="grid"
      >{m.season_to()}<input
        class="input h-11"
        type="date"
        required
        min={from}
        bind:value={to}
      /></label
    >
    <button class="btn h-11 btn-primary" disabled={working}
      >{working ? m.season_working() : m.season_judge()}</button
    >
  </form>
  {#if error}<p class="mt-3 border-l-4 border-error pl-3 font-bold" role="alert">
      {trouble(error)}
    </p>{/if}
  {#if season}
    <p class="mt-4 font-bold" role="status">
      {season.screenings.length
        ? m.season_moved({
            moved: sum((s) => s.compared.moved.length),
            all: sum((s) => s.compared.athletes),
            count: season.screenings.length,
          })
        : m.season_empty()}
    </p>
    {#each season.screenings as { screening, compared } (screening.id)}
      {@const share = compared.athletes ? compared.moved.length / compared.athletes : 0}
      <details class="border-b border-base-300">
        <summary
          class="grid min-h-12 cursor-pointer grid-cols-[1fr_4.5rem_8rem] items-center gap-3 py-2"
        >
          <span
            ><strong>{screening.name}</strong>
            <span class="quiet">{day(screening.heldOn)}</span></span
          >
          <span class="text-right"
            >{m.season_share({ moved: compared.moved.length, all: compared.athletes })}</span
          >
          <span class="block h-2 bg-base-300" aria-hidden="true"
            ><span class="block h-2 bg-base-content" style:width="{100 * share}%"></span></span
          >
        </summary>
        <div class="pb-4"><Moved view={compared} {protocol} /></div>
      </details>
    {/each}
  {/if}
</section>
