<script lang="ts">
  import { onMount } from 'svelte';
  import { ladders, Names } from '../../lib/api/catalogue';
  import { Problem } from '../../lib/api/client';
  import { keptLadders } from '../../lib/outbox/ladders';
  import { keptSession, sessionKey } from '../../lib/outbox/kept';
  import { outbox } from '../../lib/outbox/outbox.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { stayAwake } from '../../lib/shell/awake';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { clashWord } from '../../lib/words/training';
  import { day } from '../../lib/words/words';
  import GroupSession from './GroupSession.svelte';
  import { SessionDesk } from './session.svelte';

  let { params }: { params: { block: string; session: string; group?: string } } = $props();
  const LOOK_EVERY = 15_000;

  /** From the server; without a network from what this device kept. */
  async function open() {
    const kept = await keptSession(sessionKey(params.block, params.session));
    try {
      const [view, known] = await Promise.all([
        SessionDesk.read(params.block, params.session),
        ladders(),
      ]);
      keptLadders.put(known);
      const desk = new SessionDesk(view, kept);
      await desk.keep();
      return { desk, names: new Names({ tests: [] }, known) };
    } catch (error) {
      const known = keptLadders.get();
      if (kept && known && error instanceof Problem && error.offline)
        return { desk: new SessionDesk(kept.view, kept), names: new Names({ tests: [] }, known) };
      throw error;
    }
  }
  const room = new Resource(open);

  async function refresh() {
    const view = await SessionDesk.read(params.block, params.session).catch(() => null);
    if (view) room.data?.desk.refresh(view);
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
  const desk = $derived(room.data?.desk);
  const above = $derived(
    desk
      ? `${day(desk.date.day)}, ${desk.date.hours.from.slice(0, 5)} · ${m.session_of({
          week: desk.date.week + 1,
          number: desk.view.session + 1,
          all: desk.view.plan.block.sessions.length,
        })}`
      : '',
  );
</script>

<Page title={m.session_title()} {above}>
  <Loaded resource={room}>
    {#snippet children({ desk, names })}
      {#if outbox.state === 'offline'}<p class="mb-2 border-l-4 border-accent pl-3" role="status">
          {m.session_offline()}
        </p>{/if}
      {#if desk.date.clash}<p class="mb-2 border-l-4 border-accent pl-3 font-bold" role="note">
          {clashWord[desk.date.clash]()}
        </p>{/if}
      <GroupSession {desk} {names} group={Number(params.group ?? 0)} />
    {/snippet}
  </Loaded>
</Page>
