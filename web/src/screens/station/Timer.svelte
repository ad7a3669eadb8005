<script lang="ts">
  import { onDestroy } from 'svelte';
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { sideWord, type Side } from '../../lib/words/judgement';
  import { decimal, say } from '../../lib/words/words';
  import type { Desk } from './desk.svelte';
  import Sides from './Sides.svelte';
  import { Stopwatch } from './stopwatch.svelte';

  interface Props {
    desk: Desk;
    criterion: Schemas['Criterion'];
    gauge: Schemas['Gauge'];
  }
  let { desk, criterion, gauge }: Props = $props();

  const part = $derived(gauge.parts[0]?.id ?? '');
  const attempts = $derived(Array.from({ length: gauge.attempts }, (_, i) => i + 1));
  const full = $derived(gauge.endings.find((e) => e.id === 'cap'));
  let chosen = $state<{ side: Side; attempt: number } | null>(null);
  /** The watch was stopped, and why is not said yet. */
  let stopped = $state(false);

  const watch = new Stopwatch(
    // the cap belongs to the test, which does not change while this is shown
    (() => gauge.cap?.value ?? 60)(),
    () => end(full?.id),
  );
  onDestroy(() => watch.stop());

  const free = $derived.by(() => {
    for (const attempt of attempts)
      for (const side of ['LEFT', 'RIGHT'] as const)
        if (!desk.valueAt(criterion, side, part, attempt)) return { side, attempt };
    return null;
  });
  const at = $derived(chosen ?? free);

  function end(ending: string | undefined) {
    if (!at) return;
    desk.measure(criterion, at.side, part, at.attempt, Math.round(watch.seconds * 10) / 10, ending);
    stopped = false;
    chosen = null;
  }

  function press() {
    if (watch.running) {
      watch.stop();
      stopped = true;
    } else {
      stopped = false;
      watch.start();
    }
  }
</script>

<Sides {criterion}>
  {#snippet children(side, label)}
    <div class="flex gap-1">
      {#each attempts as attempt (attempt)}
        {@const held = side && desk.valueAt(criterion, side, part, attempt)}
        <button
          class={[
            'min-h-14 flex-1 border text-center tabular-nums',
            at?.side === side && at?.attempt === attempt
              ? 'border-2 border-accent font-bold'
              : 'border-base-content/50',
          ]}
          disabled={watch.running}
          aria-label="{label}, {m.attempt({ number: attempt })}{held
            ? `: ${decimal(held.value)} s`
            : ''}"
          onclick={() => (chosen = side ? { side, attempt } : null)}
          >{held ? decimal(held.value) : attempt}</button
        >
      {/each}
    </div>
  {/snippet}
</Sides>

{#if at}
  <div class="mt-2 flex items-stretch gap-2">
    <button
      class={['btn h-16 flex-1 text-xl', watch.running ? 'btn-error' : 'btn-primary']}
      onclick={press}
      >{watch.running
        ? m.timer_stop()
        : m.timer_start({ side: sideWord[at.side](), attempt: at.attempt })}</button
    >
    <output class="sign grid w-28 place-items-center border-2 border-base-content text-4xl"
      >{decimal(watch.seconds)}</output
    >
  </div>
{/if}
{#if stopped}
  <p class="mt-2 font-bold">{m.timer_why()}</p>
  <div class="mt-1 grid grid-cols-2 gap-2">
    {#each gauge.endings.filter((e) => e.id !== 'cap') as ending (ending.id)}
      <button class="btn-soft-line btn min-h-14" onclick={() => end(ending.id)}
        >{say(ending.name)}</button
      >
    {/each}
  </div>
{/if}
