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
    const over = gauge.kinds.findLast((k) => part && of(part.id, k.id) > 0);
    if (over && told > next) put(over.id, of(part.id, over.id) - 1);
  }

  const of = (p: string, kind: string) => value(`${p}.${kind}`) ?? 0;
  const counted = $derived(part ? (value(part.id) ?? 0) : 0);
  const told = $derived(gauge.kinds.reduce((all, k) => all + (part ? of(part.id, k.id) : 0), 0));

  /** One more of a kind; once all are told, a further touch takes those of this kind back. */
  function tell(kind: string) {
    if (!part) return;
    put(kind, told < counted ? of(part.id, kind) + 1 : 0);
  }

  function put(kind: string, times: number) {
    if (part) desk.measure(criterion, undefined, `${part.id}.${kind}`, 1, times || null);
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
{#if part && gauge.kinds.length && counted > 0}
  <div class="mt-2" role="group" aria-labelledby="kinds">
    <p id="kinds" class="font-bold">
      {m.counter_kinds({ told: integer(told), all: integer(counted) })}
    </p>
    <div class="mt-1 grid grid-cols-3 gap-1">
      {#each gauge.kinds as kind (kind.id)}
        {@const times = of(part.id, kind.id)}
        <button
          class={['kind', times > 0 && 'chosen']}
          aria-label="{say(kind.name)}: {integer(times)}"
          onclick={() => tell(kind.id)}
          >{say(kind.name)}{#if times}<span class="sign text-xl">{integer(times)}</span
            >{/if}</button
        >
      {/each}
    </div>
  </div>
{/if}
<p class="sign mt-2 text-xl" role="status">{m.counter_sum({ sum: integer(sum) })}</p>

<style>
  .kind {
    display: flex;
    min-height: 3rem;
    align-items: center;
    justify-content: space-between;
    padding: 0 0.5rem;
    border: 1px solid color-mix(in oklab, var(--color-base-content) 45%, transparent);
    font-size: 0.85rem;
    line-height: 1.1;
    text-align: left;
    hyphens: auto;
    touch-action: manipulation;
  }
  .kind.chosen {
    border: 2px solid var(--color-base-content);
    font-weight: 700;
  }
</style>
