<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { stationNamed } from '../../lib/words/stations';
  import { minutes, say } from '../../lib/words/words';

  interface Props {
    timetable: Schemas['PlanControllerTimetableView'];
    stations: Schemas['HallSetupStationSetup'][];
    athletes: string[];
  }
  let { timetable, stations, athletes }: Props = $props();

  const LANE = 26;
  const WIDTH = 1000;
  let chosen = $state<number | null>(null);

  const lanes = $derived(
    stations.flatMap((s) =>
      Array.from({ length: s.places }, (_, place) => ({ station: s, place })),
    ),
  );
  const scale = $derived(WIDTH / Math.max(1, timetable.finish));
  const row = (slot: Schemas['TimetableSlot']) =>
    lanes.findIndex((l) => l.station.id === slot.station && l.place === slot.place);
  const ticks = $derived(
    Array.from({ length: Math.floor(timetable.finish / 300) + 1 }, (_, i) => i * 300),
  );
  const shown = $derived(
    chosen === null
      ? []
      : timetable.slots.filter((s) => s.athlete === chosen).sort((a, b) => a.start - b.start),
  );
</script>

<!-- Each place is a lane of the hall floor, each block one athlete; a tapped one shows their whole way. -->
<div class="mt-4 grid grid-cols-[8rem_minmax(0,1fr)] gap-x-2">
  <ul>
    {#each lanes as lane (`${lane.station.id} ${lane.place}`)}
      <li class="flex items-center truncate text-sm" style:height="{LANE}px">
        {say(lane.station.name)}{lane.station.places > 1 ? ` ${lane.place + 1}` : ''}
      </li>
    {/each}
  </ul>
  <svg
    viewBox="0 0 {WIDTH} {lanes.length * LANE + 18}"
    preserveAspectRatio="none"
    class="w-full"
    style:height="{lanes.length * LANE + 18}px"
    role="group"
    aria-label={m.plan_timetable()}
  >
    {#each ticks as tick (tick)}
      <path d="M{tick * scale} 0V{lanes.length * LANE}" class="tick" />
    {/each}
    {#each timetable.slots as slot (`${slot.athlete} ${slot.station}`)}
      <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions (the list below the picture does the same by keyboard) -->
      <rect
        x={slot.start * scale + 0.8}
        y={row(slot) * LANE + 3}
        width={Math.max(1, (slot.end - slot.start) * scale - 1.6)}
        height={LANE - 6}
        class={['slot', chosen === slot.athlete && 'mine']}
        onclick={() => (chosen = chosen === slot.athlete ? null : slot.athlete)}
      />
    {/each}
  </svg>
</div>
<div class="relative ml-34 h-5 text-xs tabular-nums">
  {#each ticks as tick (tick)}
    <span class="absolute -translate-x-1/2" style:left="{(100 * tick) / timetable.finish}%"
      >{tick / 60}</span
    >
  {/each}
</div>
<label class="mt-2 flex flex-wrap items-center gap-2">
  {m.plan_way_of()}
  <select
    class="select h-11 w-56"
    value={chosen ?? ''}
    onchange={(e) => (chosen = e.currentTarget.value === '' ? null : +e.currentTarget.value)}
  >
    <option value="">{m.plan_nobody()}</option>
    {#each athletes as name, i (i)}<option value={i}>{name}</option>{/each}
  </select>
  <span
    >{shown
      .map((s) => `${minutes(s.start)} ${stationNamed(stations, s.station)}`)
      .join(' → ')}</span
  >
</label>

<style>
  .tick {
    stroke: var(--color-base-300);
    stroke-width: 1;
    vector-effect: non-scaling-stroke;
  }
  .slot {
    fill: color-mix(in oklab, var(--color-base-content) 30%, var(--color-base-100));
    cursor: pointer;
  }
  .mine {
    fill: var(--color-accent);
  }
</style>
