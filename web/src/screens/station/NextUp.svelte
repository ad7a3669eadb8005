<script lang="ts">
  import Notch from '../../lib/notch/Notch.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { markAt, place } from '../../lib/record/book';
  import { sideWord, type Cell, type Side } from '../../lib/words/judgement';
  import { say } from '../../lib/words/words';
  import Again from './Again.svelte';
  import type { Desk } from './desk.svelte';

  let { desk }: { desk: Desk } = $props();

  /** What is not clean in the trial at hand, a line for each criterion. */
  const marked = $derived(
    desk.test.criteria.flatMap((criterion) => {
      const at = (side: Side | undefined): { side: Side | undefined; cell: Cell }[] => {
        const mark = markAt(desk.trial, place(criterion, side));
        const cell = mark.unclear ? 'NOT_ASSESSABLE' : (mark.grade ?? 'NONE');
        return cell === 'NONE' ? [] : [{ side: side ?? mark.side, cell }];
      };
      const spots = criterion.extent === 'SIDED' ? [...at('LEFT'), ...at('RIGHT')] : at(undefined);
      return spots.length ? [{ criterion, spots }] : [];
    }),
  );
  const after = $derived(desk.line.of(desk.line.after(desk.current)));
  const left = $derived(desk.tests.filter((t) => !desk.doneWith(t)));
</script>

<!-- What was written about this athlete, what is left, and who comes next. -->
<h2 class="text-xl">
  {desk.done ? m.station_done({ name: desk.athlete?.shortName ?? '' }) : say(desk.test.name)}
</h2>
<ul class="leading-tight" data-testid="written">
  {#each marked as { criterion, spots } (criterion.id)}
    <li class="flex items-center gap-3">
      <span class="flex-1">{say(criterion.name)}</span>
      {#each spots as { side, cell } (side)}
        <span class="flex items-center gap-1">{side ? sideWord[side]() : ''}<Notch {cell} /></span>
      {/each}
    </li>
  {:else}<li class="quiet">{desk.done ? m.next_clean() : m.next_nothing()}</li>{/each}
</ul>
{#if left.length}
  <p class="mt-2 leading-tight">
    {m.next_left({ tests: left.map((t) => say(t.name)).join(', ') })}
  </p>
{/if}
{#if desk.line.waiting === 0}<Again {desk} />{/if}
{#if after && after.id !== desk.current && desk.line.waiting > 0}
  <p class="sign mt-2 text-2xl">{m.next_who({ name: after.shortName })}</p>
{/if}
<p class="quiet mt-auto pt-2 text-xs leading-tight">{m.safety_line()}</p>
