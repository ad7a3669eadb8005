<script lang="ts">
  import { onDestroy } from 'svelte';
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { integer, say } from '../../lib/words/words';
  import type { Desk } from './desk.svelte';
  import Pad from './Pad.svelte';
  import { give, TAKEN } from './signal';
  import { Stopwatch } from './stopwatch.svelte';

  interface Props {
    desk: Desk;
    criterion: Schemas['Criterion'];
    gauge: Schemas['Gauge'];
  }
  let { desk, criterion, gauge }: Props = $props();

  const value = (part: string) => desk.valueAt(criterion, undefined, part, 1)?.value;
  const open = $derived(gauge.parts.find((p) => value(p.id) === undefined));
  let chosen = $state<string | null>(null);
  let held = $state(false);
  const part = $derived(gauge.parts.find((p) => p.id === chosen) ?? open);
  const sum = $derived(gauge.parts.reduce((all, p) => all + (value(p.id) ?? 0), 0));

  const watch = new Stopwatch(
    // the cap belongs to the test, which does not change while this is shown
    (() => gauge.cap?.value ?? 20)(),
    () => undefined,
  );
  onDestroy(() => watch.stop());

  function count(by: number) {
    if (!part) return;
    chosen = part.id;
    const next = Math.min(gauge.highest, Math.max(0, (value(part.id) ?? 0) + by));
    desk.measure(criterion, undefined, part.id, 1, next);
  }

  /** Starting counts nothing yet, so that a clean stance is kept as none. */
  function start() {
    count(0);
    watch.start();
  }
</script>

<div class="grid grid-cols-2 gap-1 sm:grid-cols-3">
  {#each gauge.parts as p (p.id)}
    <button
      class={[
        'flex min-h-14 items-center justify-between border px-3 text-left',
        p.id === part?.id ? 'border-2 border-accent font-bold' : 'border-base-content/50',
      ]}
      disabled={watch.running}
      onclick={() => (chosen = p.id)}
    >
      {say(p.name)}<span class="sign text-2xl">{value(p.id) ?? '·'}</span>
    </button>
  {/each}
</div>
{#if part}
  <div class="mt-2 flex items-stretch gap-2">
    <button
      class="btn-soft-line btn h-20 w-16 text-2xl"
      aria-label={m.one_less()}
      onclick={() => count(-1)}>−</button
    >
    <button class="btn h-20 flex-1 text-2xl btn-primary" onclick={() => count(1)}
      >{m.counter_error()}</button
    >
    <button class="btn-soft-line btn h-20 w-28 text-xl" onclick={start}
      >{m.counter_start({ seconds: integer(watch.cap) })}</button
    >
  </div>
  {#if watch.running || held}<Pad
      bind:held
      {watch}
      label={m.counter_error()}
      count={value(part.id) ?? 0}
      touch={() => (give(TAKEN), count(1))}
    />{/if}
{/if}
<p class="sign mt-2 text-xl" role="status">{m.counter_sum({ sum: integer(sum) })}</p>
