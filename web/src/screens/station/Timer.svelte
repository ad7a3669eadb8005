<script lang="ts">
  import { onDestroy } from 'svelte';
  import type { Schemas } from '../../lib/api/client';
  import { keys } from '../../lib/keys/keys.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { sideWord, type Side } from '../../lib/words/judgement';
  import { decimal, say } from '../../lib/words/words';
  import type { Desk } from './desk.svelte';
  import Sides from './Sides.svelte';
  import Pad from './Pad.svelte';
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
  let held = $state(false);

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

  function begin() {
    stopped = false;
    watch.start();
  }

  function stop() {
    stopped = watch.stop();
  }

  $effect(() =>
    keys.use(at && !stopped ? [{ keys: [' '], label: m.key_timer(), does: begin }] : []),
  );

  /** The longest hold of a side and the mean of its holds, where the protocol asks for both. */
  function figures(side: Side | undefined): { best: number; mean: number } | null {
    const held = attempts.flatMap((a) => desk.valueAt(criterion, side, part, a)?.value ?? []);
    if (!held.length || !gauge.figures.some((f) => f.kind === 'BEST_AND_MEAN')) return null;
    return { best: Math.max(...held), mean: held.reduce((a, b) => a + b, 0) / held.length };
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
    {@const figure = figures(side)}
    {#if figure}<p class="text-sm tabular-nums">
        {m.timer_figures({ best: decimal(figure.best), mean: decimal(figure.mean) })}
      </p>{/if}
  {/snippet}
</Sides>

{#if watch.running || held}<Pad {watch} label={m.timer_stop()} touch={stop} bind:held />{/if}
{#if at && !stopped}
  <button class="btn mt-2 h-40 w-full text-2xl btn-primary lg:h-20" onclick={begin}
    >{m.timer_start({ side: sideWord[at.side](), attempt: at.attempt })}</button
  >
{/if}
{#if stopped}
  <p class="mt-2 font-bold">
    <span class="sign text-3xl">{decimal(watch.seconds)} s</span>
    {m.timer_why()}
  </p>
  <div class="mt-1 grid grid-cols-2 gap-2">
    {#each gauge.endings.filter((e) => e.id !== 'cap') as ending (ending.id)}
      <button class="btn-soft-line btn h-auto min-h-14!" onclick={() => end(ending.id)}
        >{say(ending.name)}</button
      >
    {/each}
  </div>
{/if}
