<script lang="ts">
  import { push } from 'svelte-spa-router';
  import { m } from '../../lib/paraglide/messages';
  import { say } from '../../lib/words/words';
  import type { Desk } from './desk.svelte';

  let { desk, look }: { desk: Desk; look: string } = $props();
  const { screening, stations, at } = $derived(desk.station);

  const go = (id: string) => push(`/screening/${screening.id}/station${id ? `/${id}` : ''}`);
</script>

<!-- Another station of the hall, or all of them in one. -->
<select
  class={look}
  aria-label={m.station_which()}
  value={at?.id ?? ''}
  onchange={(e) => go(e.currentTarget.value)}
>
  <option value="">{m.station_all()}</option>
  {#each stations as s (s.id)}<option value={s.id}>{say(s.name)}</option>{/each}
</select>
