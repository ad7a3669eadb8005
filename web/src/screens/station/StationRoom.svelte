<script lang="ts">
  import { router } from 'svelte-spa-router';
  import { onMount } from 'svelte';
  import { picturesOf } from '../../lib/grades/pictures';
  import { api, ask, Problem } from '../../lib/api/client';
  import { keptStation, stationKey } from '../../lib/outbox/kept';
  import { outbox } from '../../lib/outbox/outbox.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { stayAwake } from '../../lib/shell/awake';
  import { hand } from '../../lib/shell/hand';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { Desk } from './desk.svelte';
  import StationDesk from './StationDesk.svelte';

  let { params }: { params: { id: string; station?: string } } = $props();
  const LOOK_EVERY = 15_000;

  /** From the server; without a network from what this device kept. */
  async function open(): Promise<Desk> {
    const key = stationKey(params.id, params.station);
    const kept = await keptStation(key);
    try {
      const desk = new Desk(await look(), kept, key);
      await begin(desk);
      void desk.line.prefetch();
      void prefetchPictures(desk);
      await desk.line.keepNow();
      return desk;
    } catch (error) {
      if (kept && error instanceof Problem && error.offline) return new Desk(kept.view, kept, key);
      throw error;
    }
  }

  /** The grade pictures of what is done here, one test after the other, so that nothing else waits for them. */
  async function prefetchPictures({ station }: Desk): Promise<void> {
    for (const test of station.tests)
      await picturesOf(station.screening, test).catch(() => undefined);
  }

  /** The look that the address asks for, as the list of looks has made it. */
  async function begin(desk: Desk): Promise<void> {
    const asked = new URLSearchParams(router.querystring ?? '');
    const athlete = asked.get('athlete');
    if (!athlete) return;
    await desk.begins({
      athlete,
      test: asked.get('test') ?? '',
      kind: asked.get('look') ?? '',
      retest: asked.get('retest') ?? undefined,
    });
  }

  function look() {
    const query = params.station ? { station: params.station } : {};
    return ask(
      api.GET('/api/screenings/{id}/station', { params: { path: { id: params.id }, query } }),
    );
  }

  const desk = new Resource(open);

  async function refresh() {
    const view = await look().catch(() => null);
    if (view) desk.data?.line.refresh(view);
  }

  onMount(() => {
    const timer = setInterval(() => void refresh(), LOOK_EVERY);
    const delivered = outbox.onDelivered(() => void refresh());
    const sleep = stayAwake();
    return () => {
      sleep();
      clearInterval(timer);
      delivered();
    };
  });

  $effect(() => {
    document.title = `${m.nav_station()} · ${m.brand()}`;
  });
</script>

<div
  class={[
    'mx-auto w-full max-w-[90rem] px-3 sm:px-6',
    hand.current && 'flex min-h-0 flex-1 flex-col overflow-y-auto',
  ]}
>
  <Loaded resource={desk}>
    {#snippet children(ready)}<StationDesk desk={ready} reload={() => desk.load()} />{/snippet}
  </Loaded>
</div>
