<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import { say } from '../../lib/words/words';
  import type { Desk } from './desk.svelte';

  let { desk }: { desk: Desk } = $props();
</script>

<select
  class="select h-12 w-full"
  aria-label={m.tests()}
  value={desk.test.id}
  onchange={(e) => desk.show(e.currentTarget.value)}
>
  {#each desk.tests as test (test.id)}<option value={test.id}
      >{say(test.name)}{desk.doneWith(test) ? ` · ${m.station_seen()}` : ''}</option
    >{/each}
</select>
