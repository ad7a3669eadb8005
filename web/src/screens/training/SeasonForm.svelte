<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { weekdays } from '../../lib/words/words';

  interface Props {
    season: Schemas['Season'];
    changed: () => void;
  }
  let { season = $bindable(), changed }: Props = $props();
  const ENDS = ['from', 'to'] as const;
  type End = (typeof ENDS)[number];
  const MOST_WEEKS = 12;
  const MOST_SLOTS = 7;

  /** A day that is given, else the present one stays. */
  function put(event: Event, set: (value: string) => void) {
    const { value } = event.currentTarget as HTMLInputElement;
    if (value) set(value);
    changed();
  }
</script>

{#snippet remove(label: string, does: () => void)}
  <button
    type="button"
    class="btn btn-square btn-ghost"
    aria-label={label}
    onclick={() => {
      does();
      changed();
    }}>×</button
  >
{/snippet}

{#snippet ends(
  type: 'time' | 'date',
  value: (end: End) => string,
  set: (end: End, value: string) => void,
)}
  {#each ENDS as end (end)}
    <input
      class="input h-12 w-full"
      {type}
      required
      aria-label={end === 'from' ? m.form_from() : m.form_to()}
      value={value(end)}
      onchange={(e) => put(e, (v) => set(end, v))}
    />
  {/each}
{/snippet}

<div class="grid content-start gap-4">
  <div class="grid grid-cols-2 gap-3">
    <label class="grid content-end gap-1"
      >{m.training_start()}<input
        class="input h-12 w-full"
        type="date"
        required
        value={season.start}
        onchange={(e) => put(e, (v) => (season.start = v))}
      /></label
    >
    <label class="grid content-end gap-1"
      >{m.training_weeks()}<input
        class="input h-12 w-full text-right"
        type="number"
        required
        min="1"
        max={MOST_WEEKS}
        value={season.weeks}
        onchange={(e) =>
          put(e, (v) => (season.weeks = Math.min(MOST_WEEKS, Math.max(1, Number(v)))))}
      /></label
    >
  </div>
  <fieldset class="grid gap-2 border-t-4 border-base-content pt-2">
    <legend class="sr-only">{m.training_slots()}</legend>
    <p class="font-bold">{m.training_slots()}</p>
    {#each season.slots as slot, s (s)}
      <div class="grid grid-cols-[1fr_1fr_auto] items-center gap-2">
        <select
          class="select col-span-full h-12 w-full"
          aria-label={m.form_day()}
          bind:value={slot.day}
          onchange={changed}
        >
          {#each weekdays as [day, name] (day)}<option value={day}>{name}</option>{/each}
        </select>
        {@render ends(
          'time',
          (end) => slot[end].slice(0, 5),
          (end, v) => (slot[end] = `${v}:00`),
        )}
        {#if season.slots.length > 1}
          {@render remove(m.training_remove(), () => season.slots.splice(s, 1))}
        {/if}
      </div>
    {/each}
    {#if season.slots.length < MOST_SLOTS}
      <button
        type="button"
        class="btn-soft-line btn h-12"
        onclick={() => {
          const free = weekdays.find(([day]) => season.slots.every((s) => s.day !== day));
          season.slots.push({ day: free?.[0] ?? 'MONDAY', from: '08:00:00', to: '08:45:00' });
          changed();
        }}>{m.training_add_slot()}</button
      >
    {/if}
  </fieldset>
  <fieldset class="grid gap-2 border-t-4 border-base-content pt-2">
    <legend class="sr-only">{m.training_holidays()}</legend>
    <p class="font-bold">{m.training_holidays()}</p>
    {#each season.holidays as holiday, h (h)}
      <div class="grid grid-cols-[1fr_1fr_auto] items-center gap-2">
        <input
          class="input col-span-2 h-12 w-full"
          required
          maxlength="60"
          aria-label={m.training_holiday_name()}
          value={holiday.name}
          onchange={(e) => put(e, (v) => (holiday.name = v))}
        />
        {@render remove(m.training_remove(), () => season.holidays.splice(h, 1))}
        {@render ends(
          'date',
          (end) => holiday[end],
          (end, v) => (holiday[end] = v),
        )}
      </div>
    {/each}
    <button
      type="button"
      class="btn-soft-line btn h-12"
      onclick={() => {
        season.holidays.push({
          name: m.training_holidays(),
          from: season.start,
          to: season.start,
        });
        changed();
      }}>{m.training_add_holiday()}</button
    >
  </fieldset>
  <fieldset class="grid gap-2 border-t-4 border-base-content pt-2">
    <legend class="sr-only">{m.training_matches()}</legend>
    <p class="font-bold">{m.training_matches()}</p>
    {#each season.matches as match, i (i)}
      <div class="flex items-center gap-2">
        <input
          class="input h-12 flex-1"
          type="date"
          required
          aria-label={m.training_matches()}
          value={match}
          onchange={(e) => put(e, (v) => (season.matches[i] = v))}
        />
        {@render remove(m.training_remove(), () => season.matches.splice(i, 1))}
      </div>
    {/each}
    <button
      type="button"
      class="btn-soft-line btn h-12"
      onclick={() => {
        season.matches.push(season.start);
        changed();
      }}>{m.training_add_match()}</button
    >
  </fieldset>
</div>
