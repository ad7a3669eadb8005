<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import { hand } from '../../lib/shell/hand';
  import { aidWord } from '../../lib/words/judgement';
  import { decimal } from '../../lib/words/words';
  import ConditionsForm from './ConditionsForm.svelte';
  import type { Desk } from './desk.svelte';

  let { desk }: { desk: Desk } = $props();
  let dialog = $state<HTMLDialogElement>();

  const c = $derived(desk.conditions);
  /** What differs from the bare floor, in a few words. */
  const summary = $derived(
    [
      c.shoes ? m.shoes_on() : m.shoes_off(),
      ...(c.archAssisted ? [m.arch_assisted()] : []),
      ...(c.load.kilograms ? [`${decimal(c.load.kilograms)} kg`] : []),
      ...c.aids.map(
        (a) =>
          `${aidWord[a.kind]()}${a.heightCentimetres ? ` ${decimal(a.heightCentimetres)} cm` : ''}`,
      ),
    ].join(', '),
  );
</script>

<!-- What a trial is done under; it is carried from athlete to athlete. -->
{#if hand.current}
  <button
    class="btn-soft-line btn h-12 w-full justify-between gap-2"
    onclick={() => dialog?.showModal()}
    ><span>{m.conditions()}</span><span class="truncate font-normal">{summary}</span></button
  >
  <dialog class="sheet" bind:this={dialog} aria-label={m.conditions()}>
    <h2>{m.conditions()}</h2>
    <ConditionsForm {desk} />
    <form method="dialog" class="mt-4">
      <button class="btn w-full btn-primary">{m.close()}</button>
    </form>
  </dialog>
{:else}
  <details class="border-t-2 border-base-content pt-2">
    <summary class="sign min-h-11 cursor-pointer py-2 text-lg">{m.conditions()}</summary>
    <p class="quiet mb-1 text-sm">{summary}</p>
    <ConditionsForm {desk} />
  </details>
{/if}
