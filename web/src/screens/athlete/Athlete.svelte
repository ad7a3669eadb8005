<script lang="ts">
  import { onMount } from 'svelte';
  import { ladders, Names, protocolOf, trialNames } from '../../lib/api/catalogue';
  import { api, ask, type Schemas } from '../../lib/api/client';
  import Interval from '../../lib/bands/Interval.svelte';
  import Figure from '../../lib/figure/Figure.svelte';
  import { hasSpots, type Spot } from '../../lib/figure/spots';
  import Placement from '../../lib/focus/Placement.svelte';
  import Reasons from '../../lib/focus/Reasons.svelte';
  import { outbox } from '../../lib/outbox/outbox.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { session } from '../../lib/session.svelte';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import SetAside from '../../lib/screening/SetAside.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import {
    clearanceWord,
    depthWord,
    noIndexWord,
    regionWord,
    sideWord,
    cellWord,
    signWord,
    verdictWord,
    type Cell,
  } from '../../lib/words/judgement';
  import { originOf } from '../../lib/words/origin';
  import { day, decimal, integer, moment, quoted, say } from '../../lib/words/words';
  import Courses from './Courses.svelte';
  import FindingCell from './FindingCell.svelte';
  import Links from './Links.svelte';
  import OwnLink from './OwnLink.svelte';
  import Personal from './Personal.svelte';
  import Stance from './Stance.svelte';
  import TriedCues from './TriedCues.svelte';
  import ToldLines from './ToldLines.svelte';
  import ReadingLines from './ReadingLines.svelte';

  let { params }: { params: { id: string; athlete: string } } = $props();
  const at = () => `${params.id} ${params.athlete}`;
  const athlete = Resource.at(at, async () => {
    const path = { id: params.id, athlete: params.athlete };
    const [result, decisions] = await Promise.all([
      ask(api.GET('/api/screenings/{id}/results/{athlete}', { params: { path } })),
      session.lead
        ? ask(
            api.GET('/api/screenings/{id}/decisions', {
              params: { path: { id: params.id }, query: { athlete: params.athlete } },
            }),
          )
        : [],
    ]);
    const [protocol, all] = await Promise.all([protocolOf(result.screening), ladders()]);
    return { ...result, decisions, protocol, names: new Names(protocol, all) };
  });

  /** Keeps a stance that was chosen, and shows what follows from it once it has arrived. */
  function choose(chosen: Omit<Schemas['FactStanceChosen'], 'kind'>) {
    const screening = athlete.data?.screening;
    if (!screening) return;
    outbox.put(
      params.id,
      [
        {
          id: crypto.randomUUID(),
          athlete: params.athlete,
          at: new Date().toISOString(),
          fact: { kind: 'stanceChosen', ...chosen },
        },
      ],
      { protocol: screening.protocol, version: screening.protocolVersion },
    );
  }
  let ownLink = $state<OwnLink>();
  onMount(() => outbox.onDelivered(() => void athlete.load()));

  /** Points to either side that a change of the index is drawn on (house convention). */
  const CHANGE = 50;

  type Test = Schemas['ResultControllerTestView'];

  function cellOf(finding: Schemas['Finding']): Cell {
    switch (finding.kind) {
      case 'graded':
        return finding.grade;
      case 'notAssessable':
        return 'NOT_ASSESSABLE';
      case 'notTested':
        return 'NOT_TESTED';
      case 'stopped':
        return 'STOPPED';
      case 'absent':
        return 'ABSENT';
      case 'excused':
        return 'EXCUSED';
    }
  }

  /** Views of a test in which something can be drawn. */
  const drawnViews = (of: Schemas['TestDefinition'] | undefined) =>
    of?.requiredViews.filter((view) => hasSpots(view, of.pattern, of.criteria)) ?? [];

  const spotCell = (test: Test) => (spot: Spot) => {
    const c = test.criteria.find((x) => x.criterion === spot.criterion);
    if (!c) return null;
    const cell = cellOf(spot.side === 'RIGHT' ? c.findings.right : c.findings.left);
    const turned = c.direction !== undefined && spot.side !== c.direction;
    return turned || !['SLIGHT', 'MARKED', 'SEVERE'].includes(cell) ? 'NONE' : cell;
  };
</script>

{#snippet found(c: Test['criteria'][number], side: 'left' | 'right', names: Names)}
  <FindingCell
    finding={c.findings[side]}
    cell={cellOf(c.findings[side])}
    change={c.changes[side]}
    {names}
    criterion={c.criterion}
  />
  {#if c.byEye[side]}<p class="mt-1 border-l-4 border-accent pl-2 text-sm" data-testid="by-eye">
      {m.by_eye_otherwise({ grade: cellWord[c.byEye[side]]() })}
    </p>{/if}
  {#if c.readings[side]}<ReadingLines
      reading={c.readings[side]}
      gauge={names.gauge(c.criterion)}
    />{/if}
{/snippet}

{#snippet actions()}
  {#if session.lead}
    <a class="btn-soft-line btn" href="#/measuring?screening={params.id}&athlete={params.athlete}"
      >{m.meas_this()}</a
    >
    <a class="btn-soft-line btn" href="#/body?screening={params.id}&athlete={params.athlete}"
      >{m.body_this()}</a
    >
    <button class="btn-soft-line btn" onclick={() => ownLink?.open()}>{m.own_link_open()}</button>
  {/if}
  <a class="btn-soft-line btn" href="#/screening/{params.id}/results">{m.nav_results()}</a>
  <a class="btn-soft-line btn" href="#/screening/{params.id}/groups">{m.nav_groups()}</a>
{/snippet}

<Page
  title={athlete.data?.name ?? m.athlete()}
  above={athlete.data
    ? `${athlete.data.screening.name} · ${day(athlete.data.screening.heldOn)}`
    : ''}
  {actions}
>
  <Loaded resource={athlete}>
    {#snippet children(data)}
      {#if session.lead}<SetAside
          screening={params.id}
          entries={data.setAside}
          changed={athlete.load}
        />{/if}
      {#if data.incident}
        <div class="mb-5 border-4 border-error p-4" role="note">
          <p class="font-bold">{m.unjudged({ incident: data.incident })}</p>
          <p>{m.unjudged_text()}</p>
        </div>
      {/if}
      {#if data.refer || data.stopped}
        <div class="mb-5 border-4 border-error p-4" role="note">
          {#if data.stopped}<p class="font-bold">{m.stopped_title()}</p>{/if}
          {#if data.refer}<p class="font-bold">{m.refer_text()}</p>{/if}
        </div>
      {/if}
      {#if data.pains.length}
        <ul class="mb-5 border-l-4 border-error pl-3">
          {#each data.pains as pain, i (i)}
            <li>
              {m.pain_told()}: {regionWord[pain.region]()}{pain.side
                ? ` ${sideWord[pain.side]()}`
                : ''}, {m.pain_of_ten({ value: pain.intensity })}{#if pain.signs.length}, {pain.signs
                  .map((s) => signWord[s]())
                  .join(', ')}{/if}
            </li>
          {/each}
        </ul>
      {/if}
      {#if data.clearance === 'NOT_CLEARED'}<p class="mb-5 border-l-4 border-error pl-3 font-bold">
          {clearanceWord.NOT_CLEARED()}
        </p>{/if}

      <div class="grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,7fr)_minmax(0,5fr)]">
        <div class="grid content-start gap-8">
          {#each data.tests as test (test.test)}
            {@const definition = data.protocol.tests.find((t) => t.id === test.test)}
            <section class="floor-line pt-3">
              <h2>{definition ? say(definition.name) : test.test}</h2>
              <p class="mt-1">
                {#if test.depth}{m.depth_status()}: <strong>{depthWord[test.depth]()}</strong>.
                {/if}
                {#if test.worseSide}{m.worse_side({ side: sideWord[test.worseSide]() })}{/if}
                {#if test.voided && data.protocol.policies.heelLift}<span
                    class="mt-1 block border-l-4 border-accent pl-2"
                    >{say(data.protocol.policies.heelLift.reason)}</span
                  >{/if}
                {#if test.flags.length}<span class="mt-1 block border-l-4 border-accent pl-2"
                    >{m.flagged_text()}</span
                  >{/if}
              </p>
              <div class="mt-3 grid max-w-xl grid-cols-2 gap-4">
                {#each drawnViews(definition) as view (view)}
                  <div class="h-56">
                    <Figure
                      {view}
                      pattern={definition?.pattern ?? 'SQUAT'}
                      cell={spotCell(test)}
                      name={data.names.criterion}
                    />
                  </div>
                {/each}
              </div>
              <table class="mt-4 w-full text-left">
                <thead>
                  <tr class="sign border-b-2 border-base-content text-lg"
                    ><th class="py-1">{m.what()}</th><th>{m.side_left()}</th><th
                      >{m.side_right()}</th
                    ></tr
                  >
                </thead>
                <tbody>
                  {#each test.criteria as c (c.criterion)}
                    <tr class="border-b border-base-300 align-top">
                      <th scope="row" class="py-2 pr-3 font-normal">
                        {data.names.criterion(c.criterion)}{#if c.direction}
                          <strong>{m.toward({ side: sideWord[c.direction]() })}</strong>{/if}
                        <ToldLines told={c.told} />
                      </th>
                      {#if definition?.criteria.find((x) => x.id === c.criterion)?.extent === 'SIDED'}
                        <td class="pr-2">{@render found(c, 'left', data.names)}</td>
                        <td>{@render found(c, 'right', data.names)}</td>
                      {:else}
                        <td colspan="2">{@render found(c, 'left', data.names)}</td>
                      {/if}
                    </tr>
                  {/each}
                </tbody>
              </table>
            </section>
          {/each}
          <Courses
            courses={data.courses}
            history={data.history}
            protocol={data.protocol}
            names={data.names}
          />
        </div>

        <div class="grid content-start gap-8">
          <section class="floor-line pt-3">
            <h2 class="mb-2">{m.proposed()}</h2>
            <Placement
              proposal={data.proposal}
              names={data.names}
              screening={params.id}
              athlete={params.athlete}
              trial={trialNames(data.protocol)}
            />
            <details class="mt-2">
              <summary class="min-h-11 cursor-pointer py-2 underline">{m.why()}</summary>
              <Reasons proposal={data.proposal} names={data.names} />
            </details>
          </section>
          <section class="floor-line pt-3">
            <h2>{m.index()}</h2>
            {#if data.index.kind === 'known'}
              <p class="sign mt-1 text-5xl">{decimal(data.index.value)}</p>
              <Interval value={data.index.value} low={data.index.low} high={data.index.high} />
              <p class="text-sm">
                {m.index_interval({ low: integer(data.index.low), high: integer(data.index.high) })}
                {m.index_complete({ share: integer(100 * data.index.completeness) })}
              </p>
              <details class="mt-2 text-sm">
                <summary class="min-h-11 cursor-pointer py-2 underline">{m.where_from()}</summary>
                <p>{m.index_rule()}</p>
                <ul class="ml-5 list-disc">
                  {#each data.index.thresholds as t, i (i)}
                    <li>
                      {t.value}
                      {t.unit}: {originOf(t)}
                    </li>
                  {/each}
                </ul>
              </details>
            {:else}
              <p class="mt-1">{m.index_none({ reason: noIndexWord[data.index.reason]() })}</p>
              <p class="quiet text-sm">
                {m.index_complete({ share: integer(100 * data.index.completeness) })}
              </p>
            {/if}
            {#if data.change}
              <p class="mt-2 font-bold">
                {m.change_index({
                  points: decimal(data.change.difference),
                  verdict: verdictWord[data.change.verdict](),
                  low: decimal(data.change.low),
                  high: decimal(data.change.high),
                  mdc: decimal(data.change.detectable),
                })}
              </p>
              <Interval
                value={data.change.difference}
                low={Math.max(-CHANGE, data.change.low)}
                high={Math.min(CHANGE, data.change.high)}
                from={-CHANGE}
                to={CHANGE}
                edges={[0]}
              />
            {/if}
            {#if data.history.length > 1}
              <ol class="mt-3 text-sm">
                {#each data.history as point (point.screening)}
                  <li class="grid grid-cols-[7rem_3.5rem_1fr] items-center gap-2">
                    <a
                      class="inline-flex min-h-9 items-center underline"
                      href="#/screening/{point.screening}/athlete/{params.athlete}"
                      >{day(point.heldOn)}</a
                    >
                    {#if point.index.kind === 'known'}
                      <strong class="text-right">{decimal(point.index.value)}</strong>
                      <Interval
                        value={point.index.value}
                        low={point.index.low}
                        high={point.index.high}
                      />
                    {:else}<span class="col-span-2">{noIndexWord[point.index.reason]()}</span>{/if}
                  </li>
                {/each}
              </ol>
            {/if}
          </section>
          <Links report={data.links} protocol={data.protocol} names={data.names} />
          <Personal personal={data.personal} protocol={data.protocol} />
          <Stance personal={data.personal} stance={data.stance} box={data.rearFootBox} {choose} />
          <TriedCues screening={params.id} athlete={params.athlete} />
          {#if data.decisions.length}
            <section class="floor-line pt-3">
              <h2>{m.decisions()}</h2>
              <ul class="mt-2 grid gap-2">
                {#each data.decisions as decision (decision.id)}
                  <li>
                    <strong>
                      {decision.kind === 'MOVE' && decision.place
                        ? m.decision_move({ place: data.names.place(decision.place) })
                        : decision.kind === 'LOCK' && decision.place
                          ? m.decision_lock({ place: data.names.place(decision.place) })
                          : m.decision_release()}
                    </strong>
                    {#if decision.reason}<span class="block">{quoted(decision.reason)}</span>{/if}
                    {#if decision.cleared}<span class="block"
                        >{m.decision_cleared({
                          by: decision.cleared.by,
                          day: day(decision.cleared.on),
                        })}</span
                      >{/if}
                    <span class="quiet block text-sm">{decision.author}, {moment(decision.at)}</span
                    >
                  </li>
                {/each}
              </ul>
            </section>
          {/if}
        </div>
      </div>
    {/snippet}
  </Loaded>
</Page>
{#if session.lead}<OwnLink
    bind:this={ownLink}
    screening={params.id}
    athlete={params.athlete}
    name={athlete.data?.name ?? ''}
  />{/if}
