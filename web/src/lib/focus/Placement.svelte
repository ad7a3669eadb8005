<script lang="ts">
  import type { Names } from '../api/catalogue';
  import type { Schemas } from '../api/client';
  import { m } from '../paraglide/messages';
  import { noIndexWord, regionWord, sideWord } from '../words/judgement';
  import { integer, say } from '../words/words';
  import FocusLine from './FocusLine.svelte';
  import { aidName, sized } from './parts';

  interface Props {
    proposal: Schemas['Proposal'];
    names: Names;
    /** Whose placement it is, for the way to the exercise. */
    screening: string;
    athlete: string;
    /** What a trial is called that would tell more. */
    trial: (next: Schemas['LinkReportNextTrial']) => string;
  }
  let { proposal, names, screening, athlete, trial }: Props = $props();

  const to = (exercise: string) =>
    `#/exercise/${exercise}?screening=${screening}&athlete=${athlete}`;
  const hundredths = (chance: number) => integer(100 * chance);
  const chances = $derived(proposal.kind === 'placed' ? proposal.chances : []);
  const own = $derived(
    chances.find((c) => proposal.kind === 'placed' && c.focus === proposal.focus)?.chance ?? 0,
  );
  const other = $derived(
    chances.find((c) => proposal.kind === 'placed' && c.focus !== proposal.focus),
  );
</script>

{#if proposal.kind === 'open'}
  <p>{m.proposal_open({ reason: noIndexWord[proposal.reason]() })}</p>
{:else}
  <p class="text-lg font-bold">
    <FocusLine focus={proposal.focus} label={names.focus(proposal.focus)} />
  </p>
  <p class="quiet text-sm">{names.aim(proposal.focus)}</p>
  {#if proposal.lasting}
    <dl class="parts mt-3">
      <dt class="sign">{m.part_today()}</dt>
      <dd>
        {#each proposal.aids as given (given.aid)}
          {@const aid = names.aid(given.aid)}
          <p>
            <strong>{aidName(names, given)}{sized(given.size)}</strong>
            {#if aid}<span class="quiet block text-sm">{say(aid.text)}</span>{/if}
          </p>
        {:else}{m.part_no_aid()}{/each}
      </dd>
      <dt class="sign">{m.part_lasting()}</dt>
      <dd>
        <a class="exercise" href={to(proposal.lasting.exercise)}
          >{names.rung(proposal.lasting.exercise)}</a
        >{sized(proposal.lasting.size)}{#if proposal.side}, {m.part_first_side({
            side: sideWord[proposal.side](),
          })}{/if}
      </dd>
      <dt class="sign">{m.part_stands()}</dt>
      <dd>
        <ul>
          {#each proposal.rungs as stand (stand.ladder)}
            <li>
              {names.ladder(stand.ladder)}:
              <a class="exercise" href={to(stand.rung)}>{names.rung(stand.rung)}</a>
              {#if !stand.seen}<span class="quiet text-sm">({m.part_untested()})</span>{/if}
            </li>
          {/each}
        </ul>
      </dd>
      {#if proposal.pains.length}
        <dt class="sign">{m.part_pain()}</dt>
        <dd>
          {proposal.pains
            .map(
              (p) =>
                `${regionWord[p.region]()}${p.side ? ` ${sideWord[p.side]()}` : ''}, ${m.pain_of_ten({ value: p.intensity })}`,
            )
            .join('; ')}
        </dd>
      {/if}
    </dl>
    {#if !proposal.told}
      <p class="mt-3 border-l-4 border-accent pl-2">
        {m.not_told_yet()}
        {#if proposal.next}{m.links_next({
            what: trial(proposal.next),
            seconds: integer(proposal.next.seconds),
          })}{/if}
      </p>
    {/if}
    <p class="mt-2 text-sm">
      {#if proposal.borderline}<strong>{m.one_mark_decides()}</strong>{/if}
      {m.focus_chance({ chance: hundredths(own) })}
      {#if other && other.chance >= 0.05}{m.focus_chance_other({
          focus: names.focus(other.focus),
          chance: hundredths(other.chance),
        })}{/if}
    </p>
  {/if}
{/if}

<style>
  .parts {
    display: grid;
    grid-template-columns: minmax(5.5rem, max-content) 1fr;
    gap: 0.6rem 1rem;
    align-items: baseline;
  }
  .exercise {
    font-weight: 700;
    text-decoration: underline;
    text-underline-offset: 0.2em;
  }
</style>
