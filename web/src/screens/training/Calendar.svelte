<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { clashWord } from '../../lib/words/training';
  import { shortDay } from '../../lib/words/words';

  interface Props {
    block: Schemas['Block'];
    /** The saved block; without one no session can be opened. */
    saved: string | undefined;
  }
  let { block, saved }: Props = $props();

  const weeks = $derived(
    Array.from({ length: (block.sessions.at(-1)?.week ?? -1) + 1 }, (_, week) =>
      block.sessions
        .map((session, number) => ({ ...session, number }))
        .filter((session) => session.week === week),
    ),
  );
  const falls = (session: Schemas['SeasonSession']) =>
    session.clash === 'HOLIDAY' || session.clash === 'MATCH';
</script>

<!-- One floor line a week, a box for each session; what falls out is crossed. -->
<ol class="calendar" aria-label={m.training_calendar()}>
  {#each weeks as sessions, week (week)}
    <li>
      <span class="sign quiet">{m.training_week({ week: week + 1 })}</span>
      {#each sessions as session (session.number)}
        {#if saved && !falls(session)}
          <a
            class="box hover:bg-base-200"
            href="#/block/{saved}/session/{session.number}"
            aria-label="{m.training_open_session({ number: session.number + 1 })}, {shortDay(
              session.day,
            )}"
            title={session.clash ? clashWord[session.clash]() : ''}
            >{shortDay(session.day)}{#if session.clash}<span class="sign"> ½</span>{/if}</a
          >
        {:else}
          <span
            class={['box', falls(session) && 'falls']}
            title={session.clash ? clashWord[session.clash]() : ''}
            >{shortDay(session.day)}{#if session.clash}<span class="sr-only"
                >, {clashWord[session.clash]()}</span
              >{/if}</span
          >
        {/if}
      {/each}
    </li>
  {/each}
  <li>
    <span class="sign quiet">{m.training_retest()}</span>
    <span class="box retest">{shortDay(block.retest.day)}</span>
  </li>
</ol>

<style>
  .calendar {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(8.5rem, 1fr));
    gap: 0.75rem;
  }
  li {
    display: grid;
    align-content: start;
    gap: 0.3rem;
    border-top: 3px solid var(--color-base-content);
    padding-top: 0.2rem;
  }
  .box {
    display: flex;
    align-items: center;
    min-height: 2.75rem;
    padding: 0 0.6rem;
    border: 1px solid var(--color-base-content);
  }
  .falls {
    border-style: dashed;
    text-decoration: line-through;
  }
  .retest {
    border-width: 3px;
    font-weight: 700;
  }
</style>
