<script lang="ts">
  import type { Names } from '../api/catalogue';
  import type { Schemas } from '../api/client';
  import { m } from '../paraglide/messages';
  import { day } from '../words/words';
  import { aimWord, boundWord, cellWord, linkWord, phaseWord, sideWord } from '../words/judgement';

  let { proposal, names }: { proposal: Schemas['Proposal']; names: Names } = $props();

  type Reason = Schemas['Reason'];

  function words(reason: Reason): string {
    switch (reason.kind) {
      case 'faultSeen': {
        const variant = names.variant(reason.criterion, reason.variant);
        const where = reason.side ? ` ${sideWord[reason.side]()}` : '';
        return m.reason_fault({
          what: `${names.criterion(reason.criterion)}${where}`,
          grade: [
            cellWord[reason.grade](),
            ...(variant ? [variant] : []),
            ...(reason.phase ? [phaseWord[reason.phase]()] : []),
          ].join(', '),
        });
      }
      case 'painStopped':
        return m.reason_pain();
      case 'trainingStopped':
        return m.reason_training_stopped({ day: day(reason.day) });
      case 'notCleared':
        return m.reason_not_cleared();
      case 'refer':
        return m.reason_refer();
      case 'loadHistory':
        return m.reason_load_history();
      case 'noFault':
        return m.reason_no_fault();
      case 'leads':
        return m.reason_leads({ aim: aimWord[reason.aim](), ladder: names.ladder(reason.ladder) });
      case 'firstInOrder':
        return reason.standing.length > 1
          ? m.reason_first({
              focus: names.focus(reason.first),
              all: reason.standing.map(names.focus).join(', '),
              link: linkWord[reason.link](),
            })
          : m.reason_only({ focus: names.focus(reason.first), link: linkWord[reason.link]() });
      case 'sidesDiffer':
        return m.reason_sides({
          what: names.criterion(reason.criterion),
          side: sideWord[reason.weaker](),
        });
      case 'notTold':
        return m.reason_not_told();
      case 'keptUntilSeen':
        return m.reason_kept({
          focus: names.focus(reason.focus),
          what: reason.criteria.map(names.criterion).join(', '),
        });
      case 'carriedOver':
        return m.reason_carried({ tests: reason.tests.map(names.test).join(', ') });
      case 'rungByGrade':
        return m.reason_rung_grade({
          grade: cellWord[reason.grade](),
          rung: names.rung(reason.rung),
        });
      case 'untested':
        return m.reason_untested({ rung: names.rung(reason.rung) });
      case 'sore':
        return m.reason_sore({ to: names.rung(reason.to) });
      case 'ownedTwice':
        return m.reason_owned_twice({ from: names.rung(reason.from), to: names.rung(reason.to) });
      case 'oneStepUp':
        return m.reason_one_step({
          from: names.rung(reason.from),
          wanted: names.rung(reason.wanted),
          to: names.rung(reason.to),
        });
      case 'heldOnce':
        return m.reason_held({ at: names.rung(reason.at) });
      case 'bound':
        return m.reason_bound({
          from: names.rung(reason.from),
          to: names.rung(reason.to),
          why: boundWord[reason.why](),
        });
      case 'downAfterTwice':
        return m.reason_down({ from: names.rung(reason.from), to: names.rung(reason.to) });
    }
  }

  function change(mover: Schemas['ProposalMover']): string {
    return mover.changes
      .map((c) =>
        m.mover_change({
          what: `${names.criterion(c.criterion)}${c.side ? ` ${sideWord[c.side]()}` : ''}`,
          from: cellWord[c.from](),
          to: cellWord[c.to](),
        }),
      )
      .join('; ');
  }
</script>

{#if proposal.kind === 'placed'}
  <h4 class="sign mt-3">{m.why()}</h4>
  <ol class="ml-5 list-decimal">
    {#each proposal.reasons as reason, i (i)}<li>{words(reason)}</li>{/each}
  </ol>
  {#each proposal.rungs.filter((r) => r.seen) as stand (stand.ladder)}
    <p class="mt-1 text-sm">
      <span class="sign">{names.ladder(stand.ladder)}.</span>
      {stand.reasons.map(words).join(' ')}
    </p>
  {/each}
  {#if proposal.second}
    <h4 class="sign mt-3">{m.second_best()}</h4>
    <p>{names.place(proposal.second)}</p>
  {/if}
  {#if proposal.movers.length}
    <h4 class="sign mt-3">{m.what_would_move()}</h4>
    <ul class="ml-5 list-disc">
      {#each proposal.movers.slice(0, 5) as mover, i (i)}<li>
          {change(mover)} → <strong>{names.place(mover.leadsTo)}</strong>
        </li>{/each}
    </ul>
  {/if}
{/if}
