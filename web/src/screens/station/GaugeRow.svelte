<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import type { Side } from '../../lib/words/judgement';
  import { decimal, say } from '../../lib/words/words';
  import { markAt, place } from '../../lib/record/book';
  import Clock from './Clock.svelte';
  import Counter from './Counter.svelte';
  import type { Desk } from './desk.svelte';
  import LegLength from './LegLength.svelte';
  import { hand } from '../../lib/shell/hand';
  import Reach from './Reach.svelte';
  import Sides from './Sides.svelte';
  import Tape from './Tape.svelte';
  import Timer from './Timer.svelte';

  interface Props {
    desk: Desk;
    criterion: Schemas['Criterion'];
    gauge: Schemas['Gauge'];
    /** The one side that is shown; else both. */
    only?: Side | undefined;
  }
  let { desk, criterion, gauge, only }: Props = $props();

  /** One leg at a time and with what spoils a reach: the tape is drawn, and the set-up has said the rest. */
  const reach = $derived(only !== undefined && gauge.endings.length > 0);

  /** Choices grow from tap to tap, as notches do. */
  function turn(side: 'LEFT' | 'RIGHT' | undefined, part: string) {
    const now = desk.valueAt(criterion, side, part, 1)?.value;
    const at = gauge.choices.findIndex((c) => c.value === now);
    const next = gauge.choices[at + 1];
    desk.measure(criterion, side, part, 1, next ? next.value : null);
  }
</script>

<li
  class={['border-t border-base-300', hand.current ? 'py-1' : 'py-3']}
  data-criterion={criterion.id}
>
  <h3 class="text-lg font-bold">{say(criterion.name)}</h3>
  {#if !reach}<p class="quiet mb-2 text-sm">{say(criterion.question)}</p>{/if}
  {#if gauge.practice && !reach}<p class="mb-2 text-sm">
      {m.gauge_practice({ practice: gauge.practice, attempts: gauge.attempts })}
    </p>{/if}

  {#if gauge.instrument === 'TIMER'}
    <Timer {desk} {criterion} {gauge} />
  {:else if gauge.instrument === 'COUNTER'}
    <Counter {desk} {criterion} {gauge} />
  {:else if gauge.instrument === 'TAPE' || gauge.instrument === 'SCALE'}
    {#if gauge.passMark}
      {@const pass = gauge.passMark}
      <p class="mt-1 font-bold">{say(pass.question)}</p>
      <Sides {criterion} {only}>
        {#snippet children(side, label)}
          {@const mark = markAt(desk.trial, place(criterion, side))}
          <div class="flex gap-2">
            <button
              class={['btn h-14 flex-1', mark.grade === 'NONE' ? 'btn-neutral' : 'btn-soft-line']}
              aria-pressed={mark.grade === 'NONE'}
              aria-label="{label}: {m.yes()}"
              onclick={() => desk.mark(criterion, side, 'NONE')}>{m.yes()}</button
            >
            <button
              class={[
                'btn h-14 flex-1',
                mark.grade === pass.missed ? 'btn-neutral' : 'btn-soft-line',
              ]}
              aria-pressed={mark.grade === pass.missed}
              aria-label="{label}: {m.not_yet()}"
              onclick={() => desk.mark(criterion, side, pass.missed)}>{m.not_yet()}</button
            >
          </div>
        {/snippet}
      </Sides>
    {/if}
    {#if gauge.combine === 'PERCENT_OF_LEG_LENGTH' && !reach}
      <Sides {criterion} {only}>
        {#snippet children(side)}{#if side}<LegLength {desk} {side} />{/if}{/snippet}
      </Sides>
    {/if}
    <Sides {criterion} {only}>
      {#snippet children(side, label)}
        {#if reach}<Reach {desk} {criterion} {gauge} {side} {label} />
        {:else}<Tape {desk} {criterion} {gauge} {side} {label} />{/if}
      {/snippet}
    </Sides>
  {:else if gauge.instrument === 'CLOCK'}
    <Sides {criterion} {only}>
      {#snippet children(side, label)}
        <Clock
          {label}
          side={side ?? 'RIGHT'}
          value={desk.valueAt(criterion, side, gauge.parts[0]?.id ?? '', 1)?.value}
          choose={(degrees) => desk.measure(criterion, side, gauge.parts[0]?.id ?? '', 1, degrees)}
        />
      {/snippet}
    </Sides>
  {:else if gauge.instrument === 'GRID'}
    <p class="quiet mb-2 text-sm">{m.grid_help()}</p>
    <Sides {criterion} {only}>
      {#snippet children(side, label)}
        <div class="grid grid-cols-3 gap-1">
          {#each gauge.parts as part (part.id)}
            {@const value = desk.valueAt(criterion, side, part.id, 1)?.value}
            {@const choice = gauge.choices.find((c) => c.value === value)}
            <button
              class={[
                'min-h-20 border p-1 text-sm leading-tight',
                choice
                  ? 'border-2 border-base-content font-bold'
                  : 'border-dashed border-base-content/60',
              ]}
              aria-label="{label}, {say(part.name)}: {choice ? say(choice.name) : m.not_tried()}"
              onclick={() => turn(side, part.id)}
            >
              <span class="quiet block font-normal">{say(part.name)}</span>
              {choice ? say(choice.name) : '·'}
            </button>
          {/each}
        </div>
      {/snippet}
    </Sides>
  {:else}
    <Sides {criterion} {only}>
      {#snippet children(side, label)}
        {#each gauge.parts as part (part.id)}
          {@const value = desk.valueAt(criterion, side, part.id, 1)?.value}
          <div class="flex flex-wrap gap-2">
            {#each gauge.choices as choice (choice.id)}
              <button
                class={['btn h-12', value === choice.value ? 'btn-neutral' : 'btn-soft-line']}
                aria-pressed={value === choice.value}
                aria-label="{label}: {say(choice.name)}"
                onclick={() =>
                  desk.measure(
                    criterion,
                    side,
                    part.id,
                    1,
                    value === choice.value ? null : choice.value,
                  )}>{say(choice.name)}</button
              >
            {/each}
          </div>
        {/each}
      {/snippet}
    </Sides>
  {/if}
  {#if gauge.cap && gauge.instrument === 'TIMER'}<p class="quiet mt-2 text-sm">
      {m.gauge_cap({ seconds: decimal(gauge.cap.value) })}
      {gauge.cap.source ?? m.label_hc()}
    </p>{/if}
</li>
