<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import { hand } from '../../lib/shell/hand';
  import { stateWord } from '../../lib/words/judgement';
  import type { Desk } from './desk.svelte';
  import StationChoice from './StationChoice.svelte';

  let { desk }: { desk: Desk } = $props();
  let dialog: HTMLDialogElement;

  export function open() {
    dialog.showModal();
  }

  const away = [
    ['ABSENT', m.state_absent],
    ['EXCUSED', m.state_excused],
    ['UNWELL', m.unwell],
  ] as const;

  function call(id: string) {
    desk.call(id);
    dialog.close();
  }

  function attend(attendance: (typeof away)[number][0] | 'PRESENT') {
    desk.attend(attendance);
    if (attendance !== 'PRESENT') desk.next();
    dialog.close();
  }
</script>

<dialog class="sheet" bind:this={dialog} aria-labelledby="queue-title">
  <h2 id="queue-title">{m.station_queue()}</h2>
  {#if desk.athlete}
    <div class="mt-3 flex flex-wrap items-center gap-2 border-y-2 border-base-content py-3">
      <strong class="mr-2">{desk.athlete.shortName}:</strong>
      {#each away as [attendance, word] (attendance)}
        <button class="btn-soft-line btn" onclick={() => attend(attendance)}>{word()}</button>
      {/each}
      {#if desk.trial.attendance && desk.trial.attendance !== 'PRESENT'}
        <button class="btn btn-primary" onclick={() => attend('PRESENT')}
          >{m.present_after_all()}</button
        >
      {/if}
    </div>
  {/if}
  {#if hand.current && desk.station.stations.length > 1}
    <StationChoice {desk} look="select mt-2 h-12 w-full" />
  {/if}
  <ul class="mt-2">
    {#each desk.line.athletes as queued (queued.id)}
      <li>
        <button
          class={[
            'flex min-h-12 w-full items-center justify-between gap-3 border-b border-base-300 px-2 text-left hover:bg-base-200',
            queued.id === desk.current && 'font-bold',
          ]}
          onclick={() => call(queued.id)}
        >
          <span>{queued.shortName}</span><span class="quiet text-sm"
            >{queued.tests.length || desk.door
              ? stateWord[queued.state]()
              : m.queue_not_asked()}</span
          >
        </button>
      </li>
    {/each}
  </ul>
  <form method="dialog" class="mt-4"><button class="btn-soft-line btn">{m.close()}</button></form>
</dialog>
