<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import type { Side } from '../../lib/words/judgement';
  import { say } from '../../lib/words/words';
  import type { Desk } from './desk.svelte';

  interface Props {
    desk: Desk;
    criterion: Schemas['Criterion'];
    gauge: Schemas['Gauge'];
    side: Side | undefined;
    label: string;
  }
  let { desk, criterion, gauge, side, label }: Props = $props();

  const attempts = $derived(Array.from({ length: gauge.attempts }, (_, i) => i + 1));
  const unit = $derived(
    gauge.unit === 'centimetres' ? 'cm' : gauge.unit === 'kilograms' ? 'kg' : gauge.unit,
  );

  function write(part: string, attempt: number, input: HTMLInputElement) {
    const value = input.value === '' ? null : input.valueAsNumber;
    if (value !== null && !(value >= 0 && value <= gauge.highest)) {
      input.setCustomValidity(m.gauge_range({ highest: gauge.highest, unit }));
      input.reportValidity();
      return;
    }
    input.setCustomValidity('');
    desk.measure(
      criterion,
      side,
      part,
      attempt,
      value,
      desk.valueAt(criterion, side, part, attempt)?.ending,
    );
  }
</script>

{#each gauge.parts as part (part.id)}
  <div class="flex flex-wrap items-center justify-between gap-2 py-1">
    <span class="min-w-28">{say(part.name)}</span>
    <span class="flex items-center gap-1">
      {#each attempts as attempt (attempt)}
        {@const kept = desk.valueAt(criterion, side, part.id, attempt)}
        <span class="grid">
          <input
            class="input h-12 w-20 text-right"
            type="number"
            inputmode="decimal"
            min="0"
            max={gauge.highest}
            step="0.1"
            aria-label="{label}, {say(part.name)}, {m.attempt({ number: attempt })}, {unit}"
            value={kept?.value ?? ''}
            onchange={(e) => write(part.id, attempt, e.currentTarget)}
          />
          {#if gauge.endings.length && kept}
            <select
              class="select h-11 w-20 px-1 text-xs"
              aria-label="{label}, {say(part.name)}, {m.attempt({ number: attempt })}: {m.counts()}"
              value={kept.ending ?? gauge.endings[0]?.id}
              onchange={(e) =>
                desk.measure(criterion, side, part.id, attempt, kept.value, e.currentTarget.value)}
            >
              {#each gauge.endings as ending (ending.id)}<option value={ending.id}
                  >{say(ending.name)}</option
                >{/each}
            </select>
          {/if}
        </span>
      {/each}
      <span class="quiet w-6">{unit}</span>
    </span>
  </div>
{/each}
