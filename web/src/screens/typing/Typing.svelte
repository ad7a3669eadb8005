<script lang="ts">
  import { api, ask } from '../../lib/api/client';
  import { stationKey } from '../../lib/outbox/kept';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { say } from '../../lib/words/words';
  import { Desk } from '../station/desk.svelte';
  import { testsFor, testsOf } from '../station/line.svelte';
  import DoorRow from './DoorRow.svelte';
  import { columnsOf } from './sheet';
  import TypingRow from './TypingRow.svelte';

  let { params }: { params: { id: string; sheet?: string } } = $props();

  const DOOR = 'door';

  const loaded = Resource.at(
    () => params.id,
    async () => {
      const path = { id: params.id };
      const station = await ask(api.GET('/api/screenings/{id}/station', { params: { path } }));
      const desk = new Desk(station, null, stationKey(params.id, 'typing'));
      await desk.line.prefetch();
      return desk;
    },
  );

  let legend = $state('');
  let rows = $state<({ focus: () => void } | null)[]>([]);

  /** The nearest line that can be typed in. */
  function go(from: number, by: 1 | -1) {
    for (let at = from + by; at >= 0 && at < rows.length; at += by) {
      const before = document.activeElement;
      rows[at]?.focus();
      if (document.activeElement !== before) return;
    }
  }
</script>

{#snippet actions()}
  <a class="btn-soft-line btn" href="#/screening/{params.id}/papers">{m.nav_papers()}</a>
{/snippet}

<Page title={m.typing_title()} above={loaded.data?.station.screening.name ?? ''} {actions} wide>
  <p class="max-w-prose">{m.typing_text()}</p>
  <Loaded resource={loaded}>
    {#snippet children(desk)}
      {@const tests = testsOf(desk.station)}
      {@const test = tests.find((t) => t.id === params.sheet) ?? tests[0]}
      {@const door = params.sheet === DOOR || !test}
      <nav class="my-4 flex flex-wrap gap-2" aria-label={m.typing_sheets()}>
        <a
          class={['btn', door ? 'btn-neutral' : 'btn-soft-line']}
          aria-current={door ? 'page' : undefined}
          href="#/screening/{params.id}/typing/{DOOR}">{m.check_in()}</a
        >
        {#each tests as one (one.id)}
          <a
            class={['btn', !door && one === test ? 'btn-neutral' : 'btn-soft-line']}
            aria-current={!door && one === test ? 'page' : undefined}
            href="#/screening/{params.id}/typing/{one.id}">{say(one.name)}</a
          >
        {/each}
      </nav>
      {#if door || !test}
        <div class="overflow-x-auto">
          <table class="typing">
            <thead class="text-left text-xs">
              <tr
                ><th>{m.athlete()}</th><th>{m.check_in()}</th><th>{m.paper_door_pain()}</th><th
                  >{m.paper_door_injury()}</th
                ><th>{m.ask_lay_off()}</th><th>{m.ask_rise()}</th><th
                  >{m.clearance_not_cleared()}</th
                ><th>{m.consent_film()}</th><th>{m.consent_touch()}</th><th></th></tr
              >
            </thead>
            <tbody>
              {#each desk.line.athletes as athlete, i (athlete.id)}
                <DoorRow bind:this={rows[i]} {desk} {athlete} go={(by) => go(i, by)} />
              {/each}
            </tbody>
          </table>
        </div>
      {:else}
        {@const columns = columnsOf(test)}
        {@const asked = desk.line.athletes.filter((a) =>
          testsFor(desk.station, a).some((t) => t.id === test.id),
        )}
        {@const offered = new Set(
          desk.station.offers.filter((o) => o.test === test.id).flatMap((o) => o.retests),
        )}
        {@const retests = desk.station.protocol.retests.filter((r) => offered.has(r.id))}
        <p class="legend" aria-live="polite">{legend || m.typing_keys()}</p>
        <div class="overflow-x-auto">
          <table class="typing">
            <thead class="text-left text-xs">
              <tr>
                <th rowspan="2">{m.athlete()}</th>
                {#each test.criteria as criterion (criterion.id)}
                  <th colspan={columns.filter((c) => c.criterion === criterion).length}
                    >{say(criterion.name)}</th
                  >
                {/each}
                <th rowspan="2">{m.typing_cue()}</th><th rowspan="2">{m.retest()}</th><th
                  rowspan="2">{m.paper_station_then()}</th
                ><th rowspan="2">{m.paper_station_pain()}</th><th rowspan="2"></th>
              </tr>
              <tr
                >{#each columns as column, i (i)}<th class="text-center">{column.label}</th
                  >{/each}</tr
              >
            </thead>
            <tbody>
              {#each asked as athlete, i (`${test.id} ${athlete.id}`)}
                <TypingRow
                  bind:this={rows[i]}
                  {desk}
                  {test}
                  {athlete}
                  {columns}
                  {retests}
                  tell={(to) => (legend = to)}
                  go={(by) => go(i, by)}
                />
              {/each}
            </tbody>
          </table>
        </div>
      {/if}
    {/snippet}
  </Loaded>
</Page>

<style>
  .legend {
    position: sticky;
    top: 0;
    z-index: 2;
    min-height: 2.5rem;
    border-left: 4px solid var(--color-accent);
    background: var(--color-base-100);
    padding: 0.25rem 0.75rem;
  }
  .typing :global(tbody th) {
    position: sticky;
    left: 0;
    background: var(--color-base-100);
    padding-right: 0.75rem;
    text-align: left;
    white-space: nowrap;
  }
  .typing :global(tbody tr) {
    border-bottom: 1px solid var(--color-base-300);
  }
  .typing :global(tr:focus-within th) {
    box-shadow: inset 4px 0 var(--color-accent);
    padding-left: 0.6rem;
  }
  .typing :global(td) {
    padding: 1px;
  }
  .typing :global(input:not([type='checkbox'])),
  .typing :global(select) {
    width: 2.6rem;
    height: 2.75rem;
    border: 1px solid color-mix(in oklab, var(--color-base-content) 45%, transparent);
    background: var(--color-base-100);
    text-align: center;
    font-size: 1rem;
  }
  .typing :global(input.wide) {
    width: 3.6rem;
  }
  .typing :global(select),
  .typing :global(input.text) {
    width: 6rem;
    padding: 0 0.3rem;
    text-align: left;
  }
  .typing :global(input.wrong) {
    outline: 3px solid var(--color-error);
  }
  .typing :global(td.state) {
    min-width: 12rem;
    padding-left: 0.5rem;
    font-size: 0.875rem;
    line-height: 1.2;
  }
  thead th {
    padding: 0.25rem;
    vertical-align: bottom;
    font-weight: 400;
    line-height: 1.1;
    max-width: 6rem;
    overflow-wrap: anywhere;
  }
</style>
