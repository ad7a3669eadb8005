<script lang="ts">
  import { api, ask } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { trouble } from '../../lib/words/trouble';

  let { code }: { code: string } = $props();
  let text = $state('');
  let sure = $state(false);
  let said = $state('');
  let error = $state.raw<unknown>(null);

  async function send(kind: 'CORRECTION' | 'ERASURE') {
    error = null;
    said = '';
    try {
      await ask(api.POST('/api/card/requests', { body: { code, kind, text } }));
      said = kind === 'ERASURE' ? m.card_asked_erase() : m.card_asked_correct();
      text = '';
      sure = false;
    } catch (e) {
      error = e;
    }
  }
</script>

<details class="floor-line mt-8 pt-2 print:hidden">
  <summary class="min-h-11 cursor-pointer py-2 font-bold">{m.card_wrong()}</summary>
  <p class="mt-1">{m.card_wrong_text()}</p>
  <form
    class="mt-3 grid gap-3"
    onsubmit={(e) => {
      e.preventDefault();
      void send('CORRECTION');
    }}
  >
    <label class="grid gap-1 font-bold"
      >{m.card_what()}<textarea
        class="textarea w-full font-normal"
        rows="3"
        maxlength="1000"
        required
        bind:value={text}></textarea></label
    >
    <button class="btn h-12 justify-self-start btn-primary">{m.card_ask_correct()}</button>
  </form>
  <div class="mt-5 border-t border-base-300 pt-3">
    <label class="flex min-h-12 items-center gap-3"
      ><input
        type="checkbox"
        class="checkbox checkbox-lg"
        bind:checked={sure}
      />{m.card_erase_sure()}</label
    >
    <button class="btn-soft-line btn h-12" disabled={!sure} onclick={() => send('ERASURE')}
      >{m.card_ask_erase()}</button
    >
  </div>
  <p role="status" class={said ? 'mt-4 border-l-4 border-success pl-3 font-bold' : 'sr-only'}>
    {said}
  </p>
  {#if error}<p class="mt-4 border-l-4 border-error pl-3 font-bold" role="alert">
      {trouble(error)}
    </p>{/if}
</details>
