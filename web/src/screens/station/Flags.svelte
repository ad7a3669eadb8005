<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import type { Desk } from './desk.svelte';

  let { desk, cue }: { desk: Desk; cue: () => void } = $props();
</script>

<!-- What keeps a trial apart from the others. -->
<div class="flex flex-wrap gap-x-5">
  <label class="flex min-h-12 items-center gap-2">
    <input
      type="checkbox"
      class="checkbox"
      checked={desk.trial.flags.has('CUED')}
      onclick={(e) => (e.preventDefault(), cue())}
    />{m.station_cued()}
  </label>
  <label class="flex min-h-12 items-center gap-2">
    <input
      type="checkbox"
      class="checkbox"
      checked={desk.trial.flags.has('REHEARSED')}
      onchange={() => desk.flag('REHEARSED')}
    />{m.station_rehearsed()}
  </label>
</div>
