<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import { hand } from '../../lib/shell/hand';
  import { say } from '../../lib/words/words';
  import type { Desk } from './desk.svelte';
  import StationChoice from './StationChoice.svelte';

  let { desk, queue, pain }: { desk: Desk; queue: () => void; pain: () => void } = $props();
</script>

<header class="flex items-end justify-between gap-x-2 pt-1 lg:pt-0">
  <div class="min-w-0 flex-1">
    <p class="quiet flex items-baseline gap-1 text-sm whitespace-nowrap">
      {#if desk.station.stations.length > 1 && !hand.current}
        <StationChoice {desk} look="-ml-1 min-h-9 bg-transparent font-bold underline" />
      {:else}<strong class="truncate"
          >{desk.door
            ? m.check_in()
            : desk.retest
              ? `${m.retest()}: ${say(desk.retest.name)}`
              : say(desk.test.name)}</strong
        >{/if}
      <span>· {m.station_waiting({ count: desk.line.waiting })}</span>
    </p>
    <h1 class="truncate text-2xl sm:text-4xl lg:text-5xl" data-testid="athlete">
      {desk.athlete?.shortName}
    </h1>
  </div>
  <div class="flex shrink-0 gap-2">
    <button class="btn-soft-line btn h-12 px-3 lg:h-14" onclick={queue}>{m.station_queue()}</button>
    {#if !desk.stage}<button
        class="btn h-12 max-w-28 px-3 leading-tight whitespace-normal btn-error sm:max-w-none lg:h-14"
        onclick={pain}>{m.pain_stop()}</button
      >{/if}
  </div>
</header>
