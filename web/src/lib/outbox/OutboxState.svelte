<script lang="ts">
  import { untrack } from 'svelte';
  import { clock } from '../api/clock.svelte';
  import { m } from '../paraglide/messages';
  import { session } from '../session.svelte';
  import { refusal } from '../words/trouble';
  import Others from './Others.svelte';
  import { films } from './films.svelte';
  import { outbox, type Waiting } from './outbox.svelte';
  import WaitingFilms from './WaitingFilms.svelte';

  let dialog: HTMLDialogElement;
  let sure = $state(false);
  const count = $derived(outbox.pending);
  const online = () => navigator.onLine;
  const word = $derived(
    outbox.refused.length
      ? m.outbox_refused({ count: outbox.refused.length })
      : outbox.failed.length
        ? m.outbox_failed({ count: outbox.failed.length })
        : !outbox.loaded
          ? m.loading()
          : count === 0
            ? films.own.length
              ? m.films_waiting({ count: films.own.length })
              : m.outbox_saved()
            : waits(outbox.state),
  );
  const bad = $derived(
    outbox.refused.length > 0 ||
      outbox.failed.length > 0 ||
      (count > 0 && outbox.state !== 'ok') ||
      !outbox.stored ||
      outbox.crowded ||
      films.own.some((f) => f.refused) ||
      clock.wrong,
  );
  /** What the server has had and does not have: shown one by one. */
  const troubled = $derived([...outbox.refused, ...outbox.failed]);

  /** What waits of an account is measured once it is signed in. */
  $effect(() => {
    if (outbox.author) untrack(() => void films.deliver());
  });

  function waits(state: typeof outbox.state): string {
    return {
      ok: m.outbox_saving,
      offline: online() ? m.outbox_unreachable : m.outbox_offline,
      trouble: m.outbox_trouble,
      'signed-out': m.outbox_signed_out,
    }[state]({ count });
  }

  function why(w: Waiting): string {
    if (w.refused) return refusal(w.refused.code, w.refused.sentence, w.refused.details);
    return w.failed?.incident
      ? m.outbox_failed_incident({ incident: w.failed.incident })
      : m.outbox_failed_one();
  }

  /** What waits, as it would be sent; for whoever looks after the server. */
  function save() {
    const file = new Blob([JSON.stringify(outbox.own, null, 2)], { type: 'application/json' });
    const link = document.createElement('a');
    link.href = URL.createObjectURL(file);
    link.download = 'rangordnung-marks.json';
    link.click();
    URL.revokeObjectURL(link.href);
  }

  async function discard() {
    await outbox.discard(outbox.refused);
    sure = false;
  }
</script>

<button
  class={[
    'btn h-auto min-h-11 min-w-0 px-3 py-1 leading-tight whitespace-normal',
    bad ? 'btn-warning' : 'btn-ghost font-normal',
  ]}
  onclick={() => ((sure = false), dialog.showModal())}
  data-pending={outbox.loaded ? outbox.own.length : ''}
>
  {word}{#if clock.wrong}<span class="block text-xs">{m.clock_wrong_short()}</span
    >{/if}{#if !outbox.stored || outbox.crowded}<span class="block text-xs"
      >{m.storage_full_short()}</span
    >{/if}
</button>

<p class="sr-only" role="status">{bad ? word : ''}</p>

<dialog class="sheet" bind:this={dialog} aria-labelledby="outbox-title">
  <h2 id="outbox-title">{m.outbox_title()}</h2>
  <p class="mt-2">{m.outbox_explained()}</p>
  {#if clock.wrong}<p class="mt-2 font-bold">
      {m.clock_wrong({ minutes: Math.round(Math.abs(clock.offset) / 60_000) })}
    </p>{/if}
  {#if !outbox.stored}<p class="mt-2 font-bold" role="alert">{m.outbox_not_stored()}</p>{/if}
  <p class="mt-3 font-bold">{word}</p>
  {#if troubled.length}
    <p class="mt-2">{outbox.refused.length ? m.outbox_refused_text() : m.outbox_failed_text()}</p>
    <ul class="mt-2 list-disc pl-5" data-testid="troubled">
      {#each troubled as w (w.id)}<li>{why(w)}</li>{/each}
    </ul>
  {/if}
  <Others />
  <WaitingFilms />
  {#if sure}
    <p class="mt-4 font-bold" role="alert">
      {m.outbox_discard_sure({ count: outbox.refused.length })}
    </p>
    <div class="mt-2 flex flex-wrap gap-2">
      <button class="btn btn-error" onclick={discard}
        >{m.outbox_discard_yes({ count: outbox.refused.length })}</button
      >
      <button class="btn-soft-line btn" onclick={() => (sure = false)}>{m.keep()}</button>
    </div>
  {/if}
  <form method="dialog" class="mt-5 flex flex-wrap gap-2">
    {#if outbox.own.length || films.own.length}
      <button class="btn btn-primary" onclick={() => (outbox.retry(), void films.deliver())}
        >{m.outbox_try_now()}</button
      >
    {/if}
    {#if outbox.own.length}
      <button class="btn-soft-line btn" type="button" onclick={save}>{m.outbox_export()}</button>
    {/if}
    {#if outbox.refused.length && !sure}
      <button class="btn-soft-line btn" type="button" onclick={() => (sure = true)}
        >{m.outbox_discard({ count: outbox.refused.length })}</button
      >
    {/if}
    {#if outbox.state === 'signed-out' && outbox.pending}
      <button class="btn-soft-line btn" onclick={() => session.load()}>{m.sign_in()}</button>
    {/if}
    <button class="btn-soft-line btn">{m.close()}</button>
  </form>
</dialog>
