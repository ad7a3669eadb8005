<script lang="ts">
  import { given } from '../../lib/given';
  import { m } from '../../lib/paraglide/messages';
  import type { Bench } from './bench.svelte';
  import { placeKept, keepPlace } from './place';

  let { bench }: { bench: Bench } = $props();

  const kept = placeKept();
  let distance = $state<number | undefined>(kept.distance);
  let height = $state<number | undefined>(kept.height);

  function say() {
    const place = given({ distance: distance ?? undefined, height: height ?? undefined });
    keepPlace(place);
    bench.about = given({ ...bench.about, distance: undefined, height: undefined, ...place });
    void bench.measure();
  }
</script>

<label class="grid gap-1 text-sm font-bold"
  >{m.camera_place_distance()}
  <input
    class="input w-full"
    type="number"
    min="1.5"
    max="20"
    step="0.1"
    placeholder="3.5"
    bind:value={distance}
    onchange={say}
  />
</label>
<label class="grid gap-1 text-sm font-bold"
  >{m.camera_place_height()}
  <input
    class="input w-full"
    type="number"
    min="0"
    max="3"
    step="0.1"
    placeholder="1.0"
    bind:value={height}
    onchange={say}
  />
</label>
