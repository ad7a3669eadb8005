<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { trouble } from '../../lib/words/trouble';

  let { screening, done }: { screening: string; done: () => void } = $props();
  let dialog: HTMLDialogElement;
  let pairing = $state.raw<Schemas['AgreementControllerPairing'] | null>(null);
  let trial = $state('');
  let reason = $state('');
  let error = $state.raw<unknown>(null);

  export function open(of: Schemas['AgreementControllerPairing']) {
    pairing = of;
    trial = of.counting.trial;
    reason = '';
    error = null;
    dialog.showModal();
  }

  async function save(event: SubmitEvent) {
    event.preventDefault();
    if (!pairing) return;
    try {
      await ask(
        api.POST('/api/screenings/{id}/settlements', {
          params: { path: { id: screening } },
          body: {
            id: crypto.randomUUID(),
            athlete: pairing.athlete,
            test: pairing.test,
            trial,
            reason,
          },
        }),
      );
      dialog.close();
      done();
    } catch (e) {
      error = e;
    }
  }
</script>

<dialog class="sheet" bind:this={dialog} aria-labelledby="settle-title">
  {#if pairing}
    <h2 id="settle-title">{m.settle_title({ name: pairing.name })}</h2>
    <p class="mt-1">{m.settle_text()}</p>
    <form class="mt-3 grid gap-3" onsubmit={save}>
      {#each [pairing.counting, pairing.other] as rated (rated.trial)}
        <label class="flex min-h-12 items-center gap-3 border border-base-300 px-3"
          ><input type="radio" class="radio" bind:group={trial} value={rated.trial} />{m.settle_use(
            {
              name: rated.name,
            },
          )}</label
        >
      {/each}
      <label class="grid gap-1"
        >{m.reason()}<input
          class="input w-full"
          required
          maxlength="500"
          bind:value={reason}
        /></label
      >
      {#if error}<p class="text-error" role="alert">{trouble(error)}</p>{/if}
      <div class="flex gap-2">
        <button class="btn btn-primary">{m.settle()}</button>
        <button type="button" class="btn-soft-line btn" onclick={() => dialog.close()}
          >{m.cancel()}</button
        >
      </div>
    </form>
  {/if}
</dialog>
