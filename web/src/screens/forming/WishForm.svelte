<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { weekdays } from '../../lib/words/words';
  import Wish from './Wish.svelte';
  import { agesOf, type Wishes } from './wishes';

  interface Props {
    wishes: Wishes;
    halls: Schemas['TrainingHallsHallView'][];
    athletes: { id: string; name: string }[];
    busy: boolean;
    work: () => void;
  }
  let { wishes = $bindable(), halls, athletes, busy, work }: Props = $props();

  const MOST_GROUPS = 24;
  const MOST_ATHLETES = 600;
  const MOST_RUNGS = 12;

  let ages = $state('');
  $effect(() => {
    if (agesOf(ages)?.join() !== wishes.ages.join()) ages = wishes.ages.join(', ');
  });
  const hall = $derived(halls.find((h) => h.id === wishes.hall)?.inventory);

  function inHall(id: string) {
    if (id) wishes.hall = id;
    else delete wishes.hall;
    delete wishes.session;
  }

  function at(day: string, from: string, to: string) {
    if (day && from && to)
      wishes.session = { day: day as Schemas['InventoryHours']['day'], from, to };
    else delete wishes.session;
  }
</script>

<form
  class="grid gap-3"
  onsubmit={(e) => {
    e.preventDefault();
    work();
  }}
>
  <div class="grid grid-cols-2 gap-3">
    {#each [['groups', m.form_groups(), MOST_GROUPS], ['rungs', m.form_rungs(), MOST_RUNGS], ['smallest', m.form_smallest(), MOST_ATHLETES], ['largest', m.form_largest(), MOST_ATHLETES]] as const as [field, label, most] (field)}
      <label class="grid content-end gap-1"
        >{label}<input
          class="input h-12 w-full text-right"
          type="number"
          required
          min="1"
          max={most}
          bind:value={wishes[field]}
        /></label
      >
    {/each}
  </div>
  <label class="grid gap-1"
    >{m.form_hall()}<select
      class="select h-12 w-full"
      value={wishes.hall ?? ''}
      onchange={(e) => inHall(e.currentTarget.value)}
    >
      <option value="">{m.form_any_hall()}</option>
      {#each halls as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
    </select></label
  >
  {#if hall?.supervisors.length}
    <div class="grid grid-cols-[1fr_auto_auto] gap-2">
      <label class="grid gap-1"
        >{m.form_day()}<select
          class="select h-12 w-full"
          value={wishes.session?.day ?? ''}
          onchange={(e) =>
            at(
              e.currentTarget.value,
              wishes.session?.from ?? '08:00:00',
              wishes.session?.to ?? '09:00:00',
            )}
        >
          <option value="">{m.form_any_time()}</option>
          {#each weekdays as [day, name] (day)}<option value={day}>{name}</option>{/each}
        </select></label
      >
      {#if wishes.session}
        {@const session = wishes.session}
        <label class="grid gap-1"
          >{m.form_from()}<input
            class="input h-12 w-28"
            type="time"
            required
            value={session.from.slice(0, 5)}
            onchange={(e) => at(session.day, `${e.currentTarget.value}:00`, session.to)}
          /></label
        >
        <label class="grid gap-1"
          >{m.form_to()}<input
            class="input h-12 w-28"
            type="time"
            required
            value={session.to.slice(0, 5)}
            onchange={(e) => at(session.day, session.from, `${e.currentTarget.value}:00`)}
          /></label
        >
      {/if}
    </div>
  {/if}
  <details>
    <summary class="min-h-11 cursor-pointer py-2">{m.form_more()}</summary>
    <div class="grid gap-4 pb-2">
      <label class="grid gap-1"
        >{m.form_ages()}<input
          class="input h-12 w-full"
          inputmode="numeric"
          placeholder="13, 16"
          aria-invalid={agesOf(ages) === null}
          bind:value={ages}
          oninput={() => (wishes.ages = agesOf(ages) ?? wishes.ages)}
        /><span class="quiet text-sm">{m.form_ages_hint()}</span></label
      >
      <Wish label={m.form_together()} bind:wishes={wishes.together} {athletes} />
      <Wish label={m.form_apart()} bind:wishes={wishes.apart} {athletes} />
    </div>
  </details>
  <button class="btn h-12 btn-primary" disabled={busy}>{m.form_work()}</button>
</form>
