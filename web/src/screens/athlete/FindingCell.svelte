<script lang="ts">
  import type { Names } from '../../lib/api/catalogue';
  import type { Schemas } from '../../lib/api/client';
  import Notch from '../../lib/notch/Notch.svelte';
  import { m } from '../../lib/paraglide/messages';
  import {
    cellWord,
    phaseWord,
    reasonWord,
    ruleWord,
    verdictWord,
    type Cell,
  } from '../../lib/words/judgement';
  import { originOf } from '../../lib/words/origin';
  import { decimal } from '../../lib/words/words';

  interface Props {
    finding: Schemas['Finding'];
    cell: Cell;
    change: Schemas['Change'] | undefined;
    names: Names;
    criterion: string;
  }
  let { finding, cell, change, names, criterion }: Props = $props();

  /** How a fault shows, and in which phase most. */
  const how = $derived(
    finding.kind === 'graded'
      ? [
          names.variant(criterion, finding.variant),
          finding.phase ? phaseWord[finding.phase]() : '',
        ].filter((word) => word)
      : [],
  );
</script>

<details class="py-1">
  <summary class="flex min-h-9 cursor-pointer items-center gap-2">
    <span aria-hidden="true"><Notch {cell} /></span>
    <span
      >{[
        finding.kind === 'notAssessable' ? reasonWord[finding.reason]() : cellWord[cell](),
        ...how,
      ].join(', ')}</span
    >
    {#if change && (change.verdict === 'IMPROVED' || change.verdict === 'WORSE')}<strong
        class="text-sm">{verdictWord[change.verdict]()}</strong
      >{/if}
  </summary>
  <div class="quiet pb-2 pl-7 text-sm">
    <p>{ruleWord[finding.origin.rule]()}</p>
    {#if finding.kind === 'graded' && finding.worst !== finding.grade}<p>
        {m.worst_single({ grade: cellWord[finding.worst]() })}
      </p>{/if}
    {#if finding.kind === 'notAssessable' && finding.seen}<p>
        {m.seen_not_read({ grade: cellWord[finding.seen.grade]() })}
      </p>{/if}
    {#each finding.origin.thresholds as t, i (i)}<p>{t.value} {t.unit}: {originOf(t)}</p>{/each}
    {#if change}<p>
        {m.change_grades({
          verdict: verdictWord[change.verdict](),
          low: decimal(3 * change.low),
          high: decimal(3 * change.high),
          mdc: decimal(3 * change.detectable),
        })}
      </p>{/if}
    {#if finding.origin.trial}<p>{m.trial()} {finding.origin.trial.slice(0, 8)}</p>{/if}
  </div>
</details>
