<script lang="ts">
  import { clock } from '../api/clock.svelte';
  import { m } from '../paraglide/messages';
  import { session } from '../session.svelte';
  import { outbox } from './outbox.svelte';

  let dialog: HTMLDialogElement;
  const word = $derived(
    outbox.refused.length
      ? m.outbox_refused({ count: outbox.refused.length })
      : !outbox.loaded
        ? m.loading()
        : outbox.pending === 0
          ? m.outbox_saved()
          : outbox.state === 'signed-out'
            ? m.outbox_signed_out({ count: outbox.pending })
            : outbox.state === 'offline'
              ? m.outbox_offline({ count: outbox.pending })
              : m.outbox_saving({ count: outbox.pending }),
  );
  const bad = $derived(
    outbox.refused.length > 0 ||
      (outbox.pending > 0 && outbox.state !== 'ok') ||
      !outbox.stored ||
      clock.wrong,
  );
</script>

<button
  class={['btn px-3', bad ? 'btn-warning' : 'btn-ghost font-normal']}
  onclick={() => dialog.showModal()}
  data-pending={outbox.loaded ? outbox.pending : ''}
>
  {word}{#if clock.wrong}<span class="block text-xs">{m.clock_wrong_short()}</span
    >{/if}{#if !outbox.stored}<span class="block text-xs">{m.storage_full_short()}</span>{/if}
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
  {#if outbox.refused.length}
    <ul class="mt-2 list-disc pl-5">
      {#each outbox.refused as w (w.key)}<li>{w.refused?.sentence || w.refused?.code}</li>{/each}
    </ul>
  {/if}
  <form method="dialog" class="mt-5 flex flex-wrap gap-2">
    {#if outbox.waiting.length}
      <button class="btn btn-primary" onclick={() => outbox.retryRefused()}
        >{m.outbox_try_now()}</button
      >
    {/if}
    {#if outbox.refused.length}
      <button class="btn-soft-line btn" onclick={() => outbox.giveUpRefused()}
        >{m.outbox_give_up()}</button
      >
    {/if}
    {#if outbox.state === 'signed-out' && outbox.pending}
      <button class="btn-soft-line btn" onclick={() => session.load()}>{m.sign_in()}</button>
    {/if}
    <button class="btn-soft-line btn">{m.close()}</button>
  </form>
</dialog>
