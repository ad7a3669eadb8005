<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import type { Desk } from './desk.svelte';

  let { desk }: { desk: Desk } = $props();
</script>

<div class="flex items-center gap-1" role="group" aria-label={m.repetitions_seen()}>
  <span class="mr-1 hidden lg:inline">{m.repetitions_seen()}</span>
  <button
    class="btn-soft-line btn btn-square"
    aria-label={m.one_less()}
    disabled={desk.repetitions <= 1}
    onclick={() => desk.repetitions--}>−</button
  >
  <output class="sign w-7 text-center text-2xl">{desk.repetitions}</output>
  <button
    class="btn-soft-line btn btn-square"
    aria-label={m.one_more()}
    disabled={desk.repetitions >= 20}
    onclick={() => desk.repetitions++}>+</button
  >
</div>
