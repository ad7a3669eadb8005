<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import { decimal } from '../../lib/words/words';
  import type { Stopwatch } from './stopwatch.svelte';

  interface Props {
    watch: Stopwatch;
    /** What it says to do once it runs. */
    label: string;
    /** What a touch anywhere below does once it runs; before that it calls off. */
    touch: () => void;
    /** What is counted so far, where something is. */
    count?: number;
    /** A finger is still down: the pad stays, or its touch would reach what lies beneath. */
    held: boolean;
  }
  let { watch, label, touch, count, held = $bindable() }: Props = $props();
  let pad: HTMLButtonElement;

  const KEYS = [' ', 'Enter'];
  const press = () => (watch.before ? void watch.stop() : touch());

  // a key stops it too, wherever the focus was
  $effect(() => {
    pad.focus({ preventScroll: true });
  });
  function onkeydown(e: KeyboardEvent) {
    if (!KEYS.includes(e.key) || e.repeat) return;
    e.preventDefault();
    e.stopPropagation();
    press();
  }
</script>

<!-- While it runs, everything below is one button, so that the eyes stay on the athlete. -->
<div class="pad" role="timer" aria-live="off">
  <output class="sign"
    >{watch.before ? watch.before : count === undefined ? decimal(watch.seconds) : count}</output
  >
  {#if count !== undefined && !watch.before}<p class="sign text-3xl">
      {decimal(watch.seconds)} s
    </p>{/if}
  <button
    bind:this={pad}
    class="sign"
    onpointerdown={(e) => {
      e.preventDefault();
      held = true;
      press();
    }}
    onclick={() => (held = false)}
    onpointercancel={() => (held = false)}
    {onkeydown}>{watch.before ? m.timer_call_off() : label}</button
  >
</div>

<style>
  .pad {
    position: fixed;
    inset: 0;
    z-index: 30;
    display: flex;
    flex-direction: column;
    align-items: center;
    padding: 0.75rem;
    background: var(--color-base-100);
  }
  output {
    display: grid;
    flex: 1;
    place-items: center;
    font-size: min(34vw, 28vh);
    line-height: 1;
  }
  button {
    width: 100%;
    height: 55%;
    border: 4px solid var(--color-base-content);
    background: var(--color-error);
    color: var(--color-error-content);
    font-size: 2.5rem;
    touch-action: manipulation;
  }
</style>
