<script lang="ts">
  import { m } from '../paraglide/messages';
  import { trouble } from '../words/trouble';

  interface Props {
    /** What is changed, in the words of a heading. */
    title: string;
    /** What would be gone for good. */
    warning: string;
    save: (name: string, date: string) => Promise<unknown>;
    /** Puts it away without losing anything. */
    archive: () => Promise<unknown>;
    remove: () => Promise<unknown>;
  }
  let { title, warning, save, archive, remove }: Props = $props();

  const id = $props.id();
  let dialog: HTMLDialogElement;
  let name = $state('');
  let typed = $state('');
  let before = $state('');
  /** Nothing where the thing has no day. */
  let date = $state<string | null>(null);
  let sure = $state(false);
  let error = $state.raw<unknown>(null);

  export function open(present: string, day: string | null = null) {
    name = before = present;
    date = day;
    typed = '';
    sure = false;
    error = null;
    dialog.showModal();
  }

  async function during(action: () => Promise<unknown>) {
    error = null;
    try {
      await action();
      dialog.close();
    } catch (e) {
      error = e;
    }
  }
  const keep = (event: SubmitEvent) => {
    event.preventDefault();
    void during(() => save(name, date ?? ''));
  };
</script>

<dialog class="sheet" bind:this={dialog} aria-labelledby={id}>
  <h2 {id}>{title}</h2>
  <form class="mt-4 grid gap-4" onsubmit={keep}>
    <label class="grid gap-1 font-bold"
      >{m.name()}<input
        class="input h-12 w-full"
        required
        maxlength="120"
        bind:value={name}
      /></label
    >
    {#if date !== null}<label class="grid gap-1 font-bold"
        >{m.date()}<input class="input h-12 w-full" type="date" required bind:value={date} /></label
      >{/if}
    {#if error}<p class="text-error" role="alert">{trouble(error)}</p>{/if}
    <div class="flex flex-wrap gap-2">
      <button class="btn h-12 btn-primary">{m.save()}</button>
      <button type="button" class="btn-soft-line btn h-12" onclick={() => dialog.close()}
        >{m.cancel()}</button
      >
    </div>
  </form>
  <div class="mt-6 border-t border-base-300 pt-4">
    <p class="mb-2">{m.archive_text()}</p>
    <button class="btn-soft-line btn mb-4 h-12" onclick={() => during(archive)}
      >{m.archive_do()}</button
    >
    {#if sure}
      <p class="border-l-4 border-error pl-3">{warning}</p>
      <label class="mt-3 grid gap-1"
        >{m.manage_type({ name: before })}<input
          class="input h-12 w-full"
          autocomplete="off"
          bind:value={typed}
        /></label
      >
      <button
        class="btn mt-3 h-12 btn-error"
        disabled={typed.trim() !== before}
        onclick={() => during(remove)}>{m.manage_sure()}</button
      >
    {:else}
      <button class="btn-soft-line btn h-12" onclick={() => (sure = true)}
        >{m.manage_delete()}</button
      >
    {/if}
  </div>
</dialog>
