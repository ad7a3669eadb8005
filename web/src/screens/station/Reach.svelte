<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import type { Side } from '../../lib/words/judgement';
  import { decimal, say } from '../../lib/words/words';
  import LegLength from './LegLength.svelte';
  import type { Desk } from './desk.svelte';

  interface Props {
    desk: Desk;
    criterion: Schemas['Criterion'];
    gauge: Schemas['Gauge'];
    side: Side | undefined;
    label: string;
  }
  let { desk, criterion, gauge, side, label }: Props = $props();

  /** Centimetres of one step (house convention). */
  const STEP = 0.5;
  /** Where the tape begins before anything is measured, as a share of its length (house convention). */
  const BEGIN = 0.4;
  /** Centimetres of tape to be seen on either side of the mark, and between figures. */
  const SEEN = 12;
  const FIGURES = 5;
  const attempts = $derived(Array.from({ length: gauge.attempts }, (_, i) => i + 1));
  const kept = (part: string, attempt: number) => desk.valueAt(criterion, side, part, attempt);

  let chosen = $state<{ part: string; attempt: number } | null>(null);
  const free = $derived.by(() => {
    for (const part of gauge.parts)
      for (const attempt of attempts)
        if (!kept(part.id, attempt)) return { part: part.id, attempt };
    return { part: gauge.parts[0]?.id ?? '', attempt: 1 };
  });
  const at = $derived(chosen ?? free);
  const held = $derived(kept(at.part, at.attempt));
  /** Where the tape stands: what was measured, else what was last measured in this direction. */
  const before = $derived(
    attempts.flatMap((a) => kept(at.part, a)?.value ?? []).at(-1) ?? gauge.highest * BEGIN,
  );
  let moved = $state<number | null>(null);
  const value = $derived(moved ?? held?.value ?? Math.round(before / STEP) * STEP);
  const ticks = $derived(
    Array.from({ length: 2 * SEEN + 1 }, (_, i) => Math.round(value) - SEEN + i).filter(
      (cm) => cm >= 0 && cm <= gauge.highest,
    ),
  );

  function go(to: { part: string; attempt: number }) {
    chosen = to;
    moved = null;
  }

  function move(by: number) {
    moved = Math.min(gauge.highest, Math.max(0, value + by));
  }

  /** Keeps the reach, with what spoiled it, and goes on to the next. */
  function keep(ending: string | undefined) {
    desk.measure(criterion, side, at.part, at.attempt, value, ending);
    chosen = moved = null;
  }

  /** The tape goes with the finger. */
  let from: { x: number; value: number } | null = null;
  const PIXELS = 14;
  function drag(e: PointerEvent) {
    if (!from) return;
    const cm = from.value - (e.clientX - from.x) / PIXELS;
    moved = Math.min(gauge.highest, Math.max(0, Math.round(cm / STEP) * STEP));
  }
</script>

<!-- Direction and attempt first, then the tape under the finger, then whether it counts. -->
{#if side}<LegLength {desk} {side} />{/if}
<table class="w-full table-fixed">
  <tbody>
    {#each gauge.parts as part (part.id)}
      <tr>
        <th class="w-2/5 pr-1 text-left text-sm leading-tight font-normal hyphens-auto"
          >{say(part.name)}</th
        >
        {#each attempts as attempt (attempt)}
          {@const reach = kept(part.id, attempt)}
          {@const void_ =
            reach?.ending && !gauge.endings.find((e) => e.id === reach.ending)?.counts}
          <td>
            <button
              class={[
                'h-12 w-full border tabular-nums',
                at.part === part.id && at.attempt === attempt
                  ? 'border-2 border-accent font-bold'
                  : 'border-base-content/50',
                void_ && 'line-through',
              ]}
              aria-label="{label}, {say(part.name)}, {m.attempt({ number: attempt })}{reach
                ? `: ${decimal(reach.value)} cm`
                : ''}"
              onclick={() => go({ part: part.id, attempt })}
              >{reach ? decimal(reach.value) : '·'}</button
            >
          </td>
        {/each}
      </tr>
    {/each}
  </tbody>
</table>
<div class="mt-2 flex items-stretch gap-1">
  <button
    class="btn-soft-line btn h-16 w-14 px-0 text-2xl"
    aria-label={m.tape_less()}
    onclick={() => move(-STEP)}>−</button
  >
  <div
    class="tape"
    role="slider"
    tabindex="0"
    aria-label="{label}, cm"
    aria-valuenow={value}
    aria-valuemin={0}
    aria-valuemax={gauge.highest}
    onpointerdown={(e) => {
      e.stopPropagation();
      e.currentTarget.setPointerCapture(e.pointerId);
      from = { x: e.clientX, value };
    }}
    onpointermove={drag}
    onpointerup={() => (from = null)}
    onpointercancel={() => (from = null)}
    onkeydown={(e) => {
      const by = { ArrowLeft: -STEP, ArrowRight: STEP, PageDown: -10, PageUp: 10 }[e.key];
      if (!by) return;
      e.preventDefault();
      e.stopPropagation();
      move(by);
    }}
  >
    <svg
      viewBox="{(value - SEEN) * 10} 0 {SEEN * 20} 64"
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      {#each ticks as cm (cm)}
        <path d="M{cm * 10} 64v{cm % FIGURES ? -14 : -24}" />
      {/each}
      <path class="mark" d="M{value * 10} 64v-64" />
    </svg>
    <output class="sign">{decimal(value)} cm</output>
  </div>
  <button
    class="btn-soft-line btn h-16 w-14 px-0 text-2xl"
    aria-label={m.tape_more()}
    onclick={() => move(STEP)}>+</button
  >
</div>
<div class="mt-2 grid grid-cols-2 gap-1">
  {#each gauge.endings as ending, i (ending.id)}
    <button
      class={[
        'btn h-12 px-1 text-sm leading-tight',
        i === 0 ? 'col-span-2 btn-primary' : 'btn-soft-line',
      ]}
      onclick={() => keep(ending.id)}
      >{i === 0 ? m.reach_keep({ value: decimal(value) }) : say(ending.name)}</button
    >
  {/each}
</div>

<style>
  .tape {
    position: relative;
    flex: 1;
    height: 4rem;
    overflow: hidden;
    border: 2px solid var(--color-base-content);
    background: var(--color-base-200);
    cursor: ew-resize;
    touch-action: none;
  }
  svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
  }
  path {
    stroke: var(--color-base-content);
    stroke-width: 1.5;
    vector-effect: non-scaling-stroke;
  }
  .mark {
    stroke: var(--color-accent);
    stroke-width: 3;
  }
  output {
    position: absolute;
    top: 0;
    left: 50%;
    padding: 0 0.25rem;
    background: var(--color-base-200);
    font-size: 1.5rem;
    line-height: 1.2;
    transform: translateX(-50%);
  }
</style>
