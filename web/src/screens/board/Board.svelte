<script lang="ts">
  import { onMount } from 'svelte';
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import { gathered } from '../../lib/shell/gathered';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import ScreeningTabs from '../../lib/shell/ScreeningTabs.svelte';
  import { regionWord, sideWord, stateWord } from '../../lib/words/judgement';
  import { clockTime, say } from '../../lib/words/words';
  import MinutesLeft from './MinutesLeft.svelte';

  let { params }: { params: { id: string } } = $props();
  const TOGETHER = 300;

  const board = new Resource(() =>
    ask(api.GET('/api/screenings/{id}/board', { params: { path: { id: params.id } } })),
  );
  let live = $state(false);

  type Line = Schemas['BoardLine'];
  let order = $state<'waiting' | 'name'>('waiting');
  const rank = { STARTED: 0, WAITING: 1, DONE: 3, STOPPED: 2, EXCUSED: 4, ABSENT: 5 };
  const last = (line: Line) => Math.min(...line.states.map((s) => rank[s]));
  const sorted = (lines: Line[]) =>
    order === 'name' ? lines : [...lines].sort((a, b) => last(a) - last(b));

  /** The server says that something has changed; several changes at once are read once. */
  onMount(() => {
    const source = new EventSource(`/api/screenings/${params.id}/live`);
    const look = gathered(board.load, TOGETHER);
    source.addEventListener('open', () => {
      live = true;
      look.ask();
    });
    source.addEventListener('changed', look.ask);
    source.onerror = () => (live = false);
    return () => {
      look.stop();
      source.close();
    };
  });
</script>

{#snippet actions()}
  <span
    class={['border px-3 py-2', live ? 'border-base-300' : 'border-2 border-accent font-bold']}
    role="status">{live ? m.board_live() : m.board_not_live()}</span
  >
  <button class="btn-soft-line btn" onclick={() => (order = order === 'name' ? 'waiting' : 'name')}
    >{order === 'name' ? m.board_by_waiting() : m.board_by_name()}</button
  >
{/snippet}

<Page title={m.nav_board()} above={board.data?.screening.name ?? ''} {actions} wide>
  <ScreeningTabs screening={params.id} at="board" />
  <Loaded resource={board}>
    {#snippet children(data)}
      {@const missing = data.lines.filter((l) => l.missing)}
      {#if data.stopped.length}
        <ul class="mb-4 grid gap-2" aria-label={m.board_stopped()}>
          {#each data.stopped as stop (stop.athlete)}
            <li class="border-4 border-error p-3 text-lg font-bold" data-testid="stopped">
              {stop.name}: {regionWord[stop.report.region]()}{stop.report.side
                ? ` ${sideWord[stop.report.side]()}`
                : ''}, {m.pain_of_ten({ value: stop.report.intensity })}. {m.board_look_after()}
            </li>
          {/each}
        </ul>
      {/if}
      <div class="mb-4 flex flex-wrap gap-x-10 gap-y-2">
        <p data-testid="visits">
          <span class="quiet block">{m.board_visits()}</span><span class="sign text-5xl"
            >{data.pace.visits}<span class="quiet text-3xl">{` / ${data.pace.of}`}</span></span
          >
        </p>
        {#if data.pace.started}
          <p>
            <span class="quiet block">{m.board_planned()}</span><span class="sign text-3xl"
              >{data.pace.planned}</span
            >
          </p>
        {/if}
        {#if data.pace.finish}
          <p>
            <span class="quiet block">{m.board_finish()}</span><span class="sign text-3xl"
              >{clockTime(data.pace.finish)}</span
            >
            {#if data.pace.plannedFinish}<span class="quiet"
                >{m.board_instead_of({ time: clockTime(data.pace.plannedFinish) })}</span
              >{/if}
          </p>
        {/if}
        {#if missing.length}
          <p class="max-w-xl">
            <span class="quiet block">{m.board_missing()}</span>{missing
              .map((l) => l.name)
              .join(', ')}
          </p>
        {/if}
      </div>
      <MinutesLeft screening={params.id} ends={data.pace.lessonEnds} />
      <div class="relative overflow-x-auto">
        <table class="w-full text-left">
          <thead>
            <tr class="border-b-2 border-base-content align-bottom">
              <th class="sign py-1 text-lg">{m.athlete()}</th>
              {#each data.columns as column (column.id)}
                <th class="sign px-2 py-1 text-xl"
                  >{say(column.name)}<span class="quiet block text-sm"
                    >{m.board_column({ done: column.done, waiting: column.waiting })}</span
                  ></th
                >
              {/each}
            </tr>
          </thead>
          <tbody>
            {#each sorted(data.lines) as line (line.athlete)}
              <tr class="border-b border-base-300">
                <th scope="row" class={['py-1.5 pr-4 font-normal', line.missing && 'quiet italic']}
                  >{line.name}</th
                >
                {#each line.states as state, i (i)}
                  <td class="px-2"
                    ><span class={['cell', state]} aria-hidden="true"></span>
                    <span class={state === 'DONE' ? 'quiet' : ''}>{stateWord[state]()}</span></td
                  >
                {/each}
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
    {/snippet}
  </Loaded>
</Page>

<style>
  /* A lane that fills: empty, half, full; crossed where nobody will run. */
  .cell {
    display: inline-block;
    width: 2.2rem;
    height: 0.7rem;
    margin-right: 0.4rem;
    border: 2px solid var(--color-base-content);
    vertical-align: baseline;
  }
  .STARTED {
    background: linear-gradient(90deg, var(--color-accent) 50%, transparent 50%);
  }
  .DONE {
    background: var(--color-base-content);
  }
  .STOPPED {
    border-color: var(--color-error);
    background: repeating-linear-gradient(-45deg, var(--color-error) 0 3px, transparent 3px 7px);
  }
  .ABSENT,
  .EXCUSED {
    border-style: dotted;
    opacity: 0.6;
  }
</style>
