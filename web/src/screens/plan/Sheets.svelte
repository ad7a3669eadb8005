<script lang="ts">
  import { api, ask } from '../../lib/api/client';
  import { protocolOf } from '../../lib/api/catalogue';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { stationNamed } from '../../lib/words/stations';
  import { day, minutes, quoted, say } from '../../lib/words/words';

  let { params }: { params: { id: string } } = $props();
  const sheets = Resource.at(
    () => params.id,
    async () => {
      const path = { id: params.id };
      const [plan, station] = await Promise.all([
        ask(api.GET('/api/screenings/{id}/plan', { params: { path } })),
        ask(api.GET('/api/screenings/{id}/station', { params: { path } })),
      ]);
      return {
        plan,
        queue: station.queue,
        protocol: await protocolOf(station.screening),
        screening: station.screening,
      };
    },
  );

  const sided = (extent: string) =>
    extent === 'SIDED' ? [m.letter_left(), m.letter_right()] : [''];
</script>

{#snippet actions()}
  <a class="btn-soft-line btn" href="#/screening/{params.id}/plan">{m.nav_plan()}</a>
  <button class="btn btn-primary" onclick={() => print()}>{m.print()}</button>
{/snippet}

<!-- The paper fallback: the timetable, then a sheet a station with blank cells; typed in afterwards at the station. -->
<Page title={m.plan_print()} above={sheets.data?.screening.name ?? ''} {actions} wide>
  <p class="mb-4 max-w-prose print:hidden">{m.sheets_text()}</p>
  <Loaded resource={sheets}>
    {#snippet children({ plan, queue, protocol, screening })}
      {@const stations = plan.hall.stations}
      {@const wave = 1 + Math.max(...plan.flow.slots.map((s) => s.athlete))}
      {@const name = (id: string) => stationNamed(stations, id)}
      <section class="paper">
        <h2>{m.plan_timetable()} · {screening.name} · {day(screening.heldOn)}</h2>
        <table class="mt-2 w-full">
          <thead
            ><tr
              ><th>{m.athlete()}</th>{#each stations as s (s.id)}<th>{say(s.name)}</th>{/each}</tr
            ></thead
          >
          <tbody>
            {#each plan.athletes as athlete, i (i)}
              <tr>
                <th scope="row"
                  >{athlete}{plan.athletes.length > wave
                    ? ` · ${Math.floor(i / wave) + 1}`
                    : ''}</th
                >
                {#each stations as s (s.id)}
                  {@const slot = plan.flow.slots.find(
                    (x) => x.athlete === i % wave && x.station === s.id,
                  )}
                  <td class="tabular-nums">{slot ? minutes(slot.start) : ''}</td>
                {/each}
              </tr>
            {/each}
          </tbody>
        </table>
        <p class="mt-1 text-xs">{m.sheets_minutes()} {m.safety_line()}</p>
      </section>
      {#each stations as station (station.id)}
        {@const tests = protocol.tests.filter((t) => station.tests.includes(t.id))}
        <section class="paper">
          <h2>{name(station.id)} · {screening.name} · {day(screening.heldOn)}</h2>
          {#each tests as test (test.id)}
            <p class="text-sm">
              <strong>{say(test.name)}</strong>: {test.setUp.map((s) => say(s.text)).join(' ')}
              <em>{test.allowedWords.map((w) => quoted(say(w))).join(' ')}</em>
            </p>
          {/each}
          <p class="text-sm">{m.sheets_notch()}</p>
          <table class="mt-1 w-full">
            <thead>
              <tr>
                <th rowspan="2">{m.athlete()}</th>
                {#if station.checkIn}<th rowspan="2">{m.check_in()}</th>{/if}
                {#each tests as test (test.id)}{#each test.criteria as c (c.id)}
                    <th colspan={sided(c.extent).length * (c.gauge?.parts.length ?? 1)}
                      >{say(c.name)}</th
                    >
                  {/each}{/each}
                <th rowspan="2">{m.pain_stop()}</th>
              </tr>
              <tr>
                {#each tests as test (test.id)}{#each test.criteria as c (c.id)}{#each c.gauge?.parts ?? [{ id: '', name: null }] as part (part.id)}{#each sided(c.extent) as side (side)}
                        <th class="text-xs"
                          >{part.name && (c.gauge?.parts.length ?? 1) > 1 ? say(part.name) : ''}
                          {side}</th
                        >
                      {/each}{/each}{/each}{/each}
              </tr>
            </thead>
            <tbody>
              {#each queue as athlete (athlete.id)}
                <tr>
                  <th scope="row">{athlete.shortName}</th>
                  {#if station.checkIn}<td></td>{/if}
                  {#each tests as test (test.id)}{#each test.criteria as c (c.id)}{#each c.gauge?.parts ?? [{ id: '' }] as part (part.id)}{#each sided(c.extent) as side (side)}<td
                          ></td>{/each}{/each}{/each}{/each}
                  <td></td>
                </tr>
              {/each}
            </tbody>
          </table>
          <p class="mt-1 text-xs">{m.safety_line()}</p>
        </section>
      {/each}
    {/snippet}
  </Loaded>
</Page>

<style>
  .paper {
    margin-bottom: 2.5rem;
    overflow-x: auto;
  }
  .paper table {
    border-collapse: collapse;
  }
  .paper th,
  .paper td {
    border: 1px solid currentColor;
    padding: 0.15rem 0.35rem;
    text-align: left;
    font-size: 0.85rem;
    font-weight: 400;
    height: 1.6rem;
  }
  @media print {
    .paper {
      break-after: page;
      overflow: visible;
    }
    .paper th,
    .paper td {
      font-size: 7.5pt;
    }
  }
</style>
