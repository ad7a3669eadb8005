<script lang="ts">
  import type { Schemas } from '../api/client';
  import { m } from '../paraglide/messages';
  import { regionWord, sideWord, signWord, type Side } from '../words/judgement';
  import { stops } from '../record/book';

  interface Props {
    name: string;
    /** Pain that stops, of 10, and signs that always do. */
    from: number;
    signs: string[];
    report: (report: Schemas['PainReport']) => void;
  }
  let { name, from, signs: stopping, report: tell }: Props = $props();
  type Report = Schemas['PainReport'];
  let dialog: HTMLDialogElement;
  let region = $state<Report['region'] | null>(null);
  let side = $state<Side | ''>('');
  let intensity = $state<number | null>(null);
  let signs = $state<Report['signs']>([]);

  export function open() {
    region = intensity = null;
    side = '';
    signs = [];
    dialog.showModal();
  }

  const report = $derived<Report | null>(
    region && intensity !== null ? { region, ...(side && { side }), intensity, signs } : null,
  );
  const stopped = $derived(report ? stops(report, from, stopping) : false);

  function save() {
    if (!report) return;
    tell($state.snapshot(report));
    dialog.close();
  }
</script>

<dialog class="sheet" bind:this={dialog} aria-labelledby="pain-title">
  <h2 id="pain-title">{m.pain_title({ name })}</h2>
  <p class="mt-1">{m.pain_text()}</p>
  <fieldset class="mt-4">
    <legend class="font-bold">{m.pain_where()}</legend>
    <div class="mt-1 flex flex-wrap gap-2">
      {#each Object.entries(regionWord) as [value, word] (value)}
        <label class={['btn', region === value ? 'btn-neutral' : 'btn-soft-line']}>
          <input type="radio" name="region" class="sr-only" {value} bind:group={region} />{word()}
        </label>
      {/each}
    </div>
    <div class="mt-2 flex gap-2">
      {#each ['LEFT', 'RIGHT'] as const as value (value)}
        <label class={['btn', side === value ? 'btn-neutral' : 'btn-soft-line']}>
          <input type="radio" name="side" class="sr-only" {value} bind:group={side} />{sideWord[
            value
          ]()}
        </label>
      {/each}
    </div>
  </fieldset>
  <fieldset class="mt-4">
    <legend class="font-bold">{m.pain_how_much()}</legend>
    <div class="mt-1 grid grid-cols-6 gap-1 sm:grid-cols-11">
      {#each Array.from({ length: 11 }, (_, i) => i) as value (value)}
        <label class={['btn px-0', intensity === value ? 'btn-neutral' : 'btn-soft-line']}>
          <input
            type="radio"
            name="intensity"
            class="sr-only"
            {value}
            bind:group={intensity}
          />{value}
        </label>
      {/each}
    </div>
  </fieldset>
  <fieldset class="mt-4">
    <legend class="font-bold">{m.pain_signs()}</legend>
    <div class="mt-1 grid sm:grid-cols-2">
      {#each Object.entries(signWord) as [value, word] (value)}
        <label class="flex min-h-11 items-center gap-2"
          ><input type="checkbox" class="checkbox" {value} bind:group={signs} />{word()}</label
        >
      {/each}
    </div>
  </fieldset>
  <p class="mt-3 min-h-12 border-l-4 border-error pl-3 font-bold" role="status">
    {#if report}{stopped ? m.pain_will_stop() : m.pain_may_go_on()}{:else}{m.pain_incomplete()}{/if}
  </p>
  <div class="mt-3 flex gap-2">
    <button class="btn h-14 flex-1 btn-error" disabled={!report} onclick={save}
      >{stopped ? m.pain_stop_do() : m.pain_record()}</button
    >
    <button class="btn-soft-line btn h-14" onclick={() => dialog.close()}>{m.cancel()}</button>
  </div>
</dialog>
