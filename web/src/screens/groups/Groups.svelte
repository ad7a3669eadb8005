<script lang="ts">
  import { ladders, Names, protocolOf, trialNames } from '../../lib/api/catalogue';
  import { api, ask } from '../../lib/api/client';
  import { LINES } from '../../lib/focus/focus';
  import FocusLine from '../../lib/focus/FocusLine.svelte';
  import type { Key } from '../../lib/keys/keys.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { session } from '../../lib/session.svelte';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import ScreeningTabs from '../../lib/shell/ScreeningTabs.svelte';
  import { noIndexWord } from '../../lib/words/judgement';
  import { day, say } from '../../lib/words/words';
  import { rungsOf, type Member, type Place } from './board';
  import FlowChart from './FlowChart.svelte';
  import MemberSheet from './MemberSheet.svelte';
  import RungZone from './RungZone.svelte';

  let { params }: { params: { id: string } } = $props();
  const groups = Resource.at(
    () => params.id,
    async () => {
      const view = await ask(
        api.GET('/api/screenings/{id}/groups', { params: { path: { id: params.id } } }),
      );
      const [protocol, all] = await Promise.all([protocolOf(view.screening), ladders()]);
      return {
        ...view,
        ladders: all,
        names: new Names(protocol, all),
        trial: trialNames(protocol),
      };
    },
  );
  let sheet = $state<MemberSheet>();
  let version = $state(0);

  /** The focuses that can hold somebody. */
  const columns = $derived(
    (groups.data?.groups ?? []).filter((g) => g.size || groups.data?.names.rungs(g.focus).length),
  );

  let scroller = $state<HTMLElement>();
  let width = $state(0);
  /** How many columns lie outside on the right. */
  let beyond = $state(0);
  function look() {
    const at = scroller?.getBoundingClientRect();
    beyond = at
      ? [...scroller!.querySelectorAll('section')].filter(
          (s) => s.getBoundingClientRect().right > at.right + 1,
        ).length
      : 0;
  }
  $effect(() => {
    void [width, columns.length];
    look();
  });

  function show(member: Member, to?: Place) {
    sheet?.open(member, to);
  }

  async function decided() {
    await groups.load();
    version++;
  }

  function focused(): Member | undefined {
    const id = document.activeElement?.closest<HTMLElement>('[data-tag]')?.dataset['tag'];
    return groups.data?.groups.flatMap((g) => g.members).find((x) => x.athlete === id);
  }
  const withFocused = (does: (member: Member) => void) => () => {
    const member = focused();
    if (member) does(member);
  };
  const keyList: Key[] = session.viewer
    ? []
    : [
        { keys: ['m'], label: m.key_move(), does: withFocused((member) => sheet?.open(member)) },
        {
          keys: ['l'],
          label: m.key_lock(),
          does: withFocused((member) => void sheet?.lock(member)),
        },
      ];
</script>

<Page
  title={m.nav_groups()}
  above={groups.data ? `${groups.data.screening.name} · ${day(groups.data.screening.heldOn)}` : ''}
  wide
  {keyList}
>
  <ScreeningTabs screening={params.id} at="groups" />
  <Loaded resource={groups}>
    {#snippet children(data)}
      <div class="flex flex-wrap items-end justify-between gap-3">
        {#if session.lead}<p class="max-w-prose">{m.groups_text()}</p>{/if}
        {#if session.lead}<a class="btn h-12 btn-primary" href="#/screening/{params.id}/forming"
            >{m.form_go()}</a
          >{/if}
      </div>
      {#if beyond}<p class="mt-3 text-right" role="note">
          {m.groups_scroll({ count: beyond })} →
        </p>{/if}
      <div
        class="mt-2 overflow-x-auto pb-4"
        bind:this={scroller}
        bind:clientWidth={width}
        onscroll={look}
      >
        <div class="board grid gap-x-3" style:--columns={columns.length}>
          {#each columns as group (group.focus)}
            <section class="wall" aria-labelledby="focus-{group.focus}" data-focus={group.focus}>
              <h2 id="focus-{group.focus}" class="flex items-end text-xl">
                <span><FocusLine focus={group.focus} label={data.names.focus(group.focus)} /></span>
              </h2>
              <p class="quiet mb-2 text-sm">{m.athletes({ count: group.size })}</p>
              <ol class="bars" style:--line={LINES[group.focus].colour}>
                {#each rungsOf( group.focus, data.names
                    .rungs(group.focus)
                    .map((r) => r.id), group.members ) as rung (rung.key)}
                  <RungZone {rung} name={data.names.rung(rung.place.rung)} {version} {show} />
                {/each}
              </ol>
            </section>
          {/each}
        </div>
      </div>
      {#if data.open.length}
        <section class="floor-line mt-4 pt-3">
          <h2>{m.groups_open()}</h2>
          <p class="quiet">{m.groups_open_text()}</p>
          <ul class="mt-2 flex flex-wrap gap-2">
            {#each data.open as member (member.athlete)}
              <li>
                <button
                  class="btn-soft-line btn font-normal"
                  data-tag={member.athlete}
                  onclick={() => show(member)}
                >
                  {member.name}
                  <span class="quiet"
                    >{member.incident
                      ? m.unjudged({ incident: member.incident })
                      : member.unread
                        ? m.unread_pain()
                        : member.proposal.kind === 'open'
                          ? noIndexWord[member.proposal.reason]()
                          : ''}</span
                  >
                </button>
              </li>
            {/each}
          </ul>
        </section>
      {/if}
      <FlowChart
        screening={params.id}
        names={data.names}
        focuses={data.ladders.focuses.map((f) => f.focus)}
      />
      <MemberSheet
        bind:this={sheet}
        screening={params.id}
        names={data.names}
        focuses={data.ladders.focuses.map((f) => ({ focus: f.focus, name: say(f.name) }))}
        trial={data.trial}
        {decided}
        cancelled={() => version++}
      />
    {/snippet}
  </Loaded>
</Page>

<style>
  .board {
    grid-template-columns: repeat(var(--columns), minmax(11.25rem, 1fr));
  }
  /* headings share one row, so that all bars begin at one height */
  .wall {
    display: grid;
    grid-row: span 3;
    grid-template-rows: subgrid;
    align-content: start;
  }
  .bars {
    border-inline: 6px solid var(--line);
  }
</style>
