<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { day, shortDay } from '../../lib/words/words';

  /** What is due of a block: the next session, the retest, and what waits for the lead. */
  let { due }: { due: Schemas['TrainingDuesTrainingDue'] } = $props();
  const now = new Date().toLocaleDateString('sv');
  const training = $derived(`#/screening/${due.screening}/training`);
</script>

<ul class="mt-1 text-sm" data-testid="block-due">
  {#if due.next}
    {@const next = due.next}
    <li>
      <a class="due" href="#/block/{due.block}/session/{next.session}"
        >{next.day === now
          ? m.today_session({ time: next.from.slice(0, 5) })
          : m.today_next_session({ day: shortDay(next.day), time: next.from.slice(0, 5) })}</a
      >
    </li>
  {/if}
  <li>
    {due.retest < now
      ? m.today_retest_due({ day: day(due.retest) })
      : m.today_retest({ day: day(due.retest) })}
    <a class="due" href="#/screening/{due.screening}/next">{m.today_short()}</a>
  </li>
  {#if due.referrals}
    <li class="border-l-4 border-error pl-2 font-bold">
      <a class="due" href={training}>{m.today_referrals({ count: due.referrals })}</a>
    </li>
  {/if}
  {#if due.promotions}
    <li>
      <a class="due" href={training}>{m.today_promotions({ count: due.promotions })}</a>
    </li>
  {/if}
  {#if due.missing}
    <li><a class="due" href={training}>{m.today_kit({ count: due.missing })}</a></li>
  {/if}
</ul>

<style>
  .due {
    display: inline-flex;
    align-items: center;
    min-height: 2.25rem;
    text-decoration: underline;
  }
</style>
