<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import type { Desk } from './desk.svelte';
  import Flags from './Flags.svelte';
  import { practiceOf } from './practice';
  import Repetitions from './Repetitions.svelte';

  interface Props {
    desk: Desk;
    cue: () => void;
    grades: () => void;
    teach?: (() => void) | undefined;
    film?: (() => void) | undefined;
  }
  let { desk, cue, grades, teach, film }: Props = $props();
  let dialog: HTMLDialogElement;
</script>

<!-- What is seldom needed while looking, one touch away. -->
<button
  class="btn-soft-line btn h-14 w-12 px-0 text-2xl"
  aria-label={m.more()}
  onclick={() => dialog.showModal()}>⋯</button
>
<dialog class="sheet" bind:this={dialog} aria-label={m.more()}>
  <p class="sign text-xl">{m.repetitions_seen()}</p>
  <Repetitions {desk} />
  <button
    class="btn-soft-line btn mt-3 h-12 w-full"
    onclick={() => {
      dialog.close();
      grades();
    }}>{m.grades_all()}</button
  >
  {#if film}<button
      class="btn-soft-line btn mt-2 h-12 w-full"
      onclick={() => {
        dialog.close();
        film();
      }}>{m.film_here()}</button
    >{/if}
  {#if teach}<button
      class="btn-soft-line btn mt-2 h-12 w-full"
      onclick={() => {
        dialog.close();
        teach();
      }}>{m.teach()}</button
    >{/if}
  <a class="btn-soft-line btn mt-2 h-12 w-full" href={practiceOf(desk)}>{m.practice()}</a>
  <div class="mt-3"><Flags {desk} cue={() => (dialog.close(), cue())} /></div>
  <form method="dialog" class="mt-4">
    <button class="btn w-full btn-primary">{m.close()}</button>
  </form>
</dialog>
