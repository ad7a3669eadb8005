<script lang="ts">
  import { api, ask } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { Desk } from './desk.svelte';
  import StationDesk from './StationDesk.svelte';

  let { params }: { params: { id: string } } = $props();
  const desk = new Resource(() =>
    ask(api.GET('/api/screenings/{id}/station', { params: { path: { id: params.id } } })).then(
      (s) => new Desk(s),
    ),
  );

  $effect(() => {
    document.title = `${m.nav_station()} · ${m.brand()}`;
  });
</script>

<div class="mx-auto w-full max-w-[90rem] px-3 sm:px-6">
  <Loaded resource={desk}>
    {#snippet children(ready)}<StationDesk desk={ready} />{/snippet}
  </Loaded>
</div>
