<script lang="ts">
  import { m } from '../paraglide/messages';
  import { keys } from './keys.svelte';

  let dialog: HTMLDialogElement;

  export function open() {
    dialog.showModal();
  }
</script>

<dialog class="sheet" bind:this={dialog} aria-labelledby="keys-title">
  <h2 id="keys-title">{m.keys_title()}</h2>
  <dl class="mt-4 grid grid-cols-[auto_1fr] gap-x-4 gap-y-2">
    {#each keys.list as key, i (i)}
      <dt>
        {#each key.keys as k (k)}<kbd class="mr-1 kbd kbd-sm">{k === ' ' ? m.key_space() : k}</kbd
          >{/each}
      </dt>
      <dd>{key.label}</dd>
    {/each}
    <dt><kbd class="kbd kbd-sm">?</kbd></dt>
    <dd>{m.keys_this_sheet()}</dd>
    <dt><kbd class="kbd kbd-sm">Esc</kbd></dt>
    <dd>{m.keys_close()}</dd>
  </dl>
  <form method="dialog" class="mt-5"><button class="btn-soft-line btn">{m.close()}</button></form>
</dialog>
