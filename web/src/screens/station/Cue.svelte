<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import type { Desk } from './desk.svelte';

  let { desk }: { desk: Desk } = $props();
  let dialog: HTMLDialogElement;
  let words = $state('');

  /** Asks what was said; a trial that is marked as cued already is unmarked at once. */
  export function open() {
    if (desk.trial.flags.has('CUED')) desk.flag('CUED');
    else {
      words = '';
      dialog.showModal();
    }
  }

  const usual = [m.cue_knees, m.cue_chest, m.cue_heels, m.cue_deeper, m.cue_slower];

  function give(said: string) {
    desk.flag('CUED', said.trim());
    dialog.close();
  }
</script>

<dialog class="sheet" bind:this={dialog} aria-labelledby="cue-title">
  <h2 id="cue-title">{m.cue_title()}</h2>
  <p class="mt-1">{m.cue_text()}</p>
  <div class="mt-3 grid gap-2 sm:grid-cols-2">
    {#each usual as word, i (i)}
      <button class="btn-soft-line btn min-h-14" onclick={() => give(word())}>{word()}</button>
    {/each}
  </div>
  <form
    class="mt-3 flex gap-2"
    onsubmit={(e) => {
      e.preventDefault();
      give(words);
    }}
  >
    <input
      class="input h-14 flex-1"
      maxlength="200"
      aria-label={m.cue_words()}
      placeholder={m.cue_words()}
      bind:value={words}
    />
    <button class="btn h-14 btn-primary">{m.save()}</button>
    <button type="button" class="btn-soft-line btn h-14" onclick={() => dialog.close()}
      >{m.cancel()}</button
    >
  </form>
</dialog>
