<script lang="ts">
  import { router } from 'svelte-spa-router';
  import { keys } from '../keys/keys.svelte';
  import { m } from '../paraglide/messages';
  import { TOPICS, topicsFor } from './topics';

  let dialog: HTMLDialogElement;
  let search = $state('');
  let all = $state(false);
  const shown = $derived(all && !search.trim() ? TOPICS : topicsFor(router.location, search));

  export function open() {
    search = '';
    all = false;
    dialog.showModal();
  }
</script>

<!-- What this screen is for, in its own words; all of it is on the device. -->
<dialog class="sheet" bind:this={dialog} aria-labelledby="help-title">
  <div class="flex items-center justify-between gap-3">
    <h2 id="help-title">{m.help_title()}</h2>
    <button class="btn-soft-line btn h-12" onclick={() => dialog.close()}>{m.close()}</button>
  </div>
  <label class="mt-3 grid gap-1 font-bold"
    >{m.help_search()}<input class="input h-12 w-full" type="search" bind:value={search} /></label
  >
  <div role="status" class="sr-only">{m.help_found({ count: shown.length })}</div>
  {#each shown as topic (topic.title)}
    <section class="mt-4 border-t-2 border-base-content pt-2">
      <h3 class="text-lg font-bold">{topic.title()}</h3>
      <p class="max-w-prose whitespace-pre-line">{topic.text()}</p>
    </section>
  {:else}<p class="mt-4">{m.help_nothing()}</p>{/each}
  {#if !search.trim() && !all}<button
      class="btn-soft-line btn mt-4 h-12"
      onclick={() => (all = true)}>{m.help_all()}</button
    >{/if}
  <section class="mt-6 hidden border-t-2 border-base-content pt-2 sm:block">
    <h3 class="text-lg font-bold">{m.keys_title()}</h3>
    <dl class="mt-2 grid grid-cols-[auto_1fr] gap-x-4 gap-y-2">
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
  </section>
</dialog>
