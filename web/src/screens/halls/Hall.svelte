<script lang="ts">
  import { push } from 'svelte-spa-router';
  import { ladders } from '../../lib/api/catalogue';
  import { api, ask, type Schemas } from '../../lib/api/client';
  import HallMap from '../../lib/hall/HallMap.svelte';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { trouble } from '../../lib/words/trouble';
  import { say, weekdays } from '../../lib/words/words';
  import Shelf from './Shelf.svelte';

  let { params }: { params: { id: string } } = $props();
  /** Kit whose height, or whose mass, matters. */
  const HIGH = ['BOX', 'STEP', 'HEEL_PLATE', 'CHAIR'];
  const HEAVY = ['WEIGHT', 'RACK', 'BALL'];
  const LARGEST = 300;
  const MOST = 500;
  const MOST_GROUPS = 24;
  const MOST_ATHLETES = 600;

  let hall = $state<Schemas['TrainingHallsHallView'] | null>(null);
  let saved = $state(false);
  let error = $state.raw<unknown>(null);
  let leaving = $state<HTMLDialogElement>();

  const loaded = Resource.at(
    () => params.id,
    async () => {
      const [found, known] = await Promise.all([
        ask(api.GET('/api/halls/{id}', { params: { path: { id: params.id } } })),
        ladders(),
      ]);
      hall = found;
      return known.items.filter((i) => i.sharedBy);
    },
  );
  const inventory = $derived(hall?.inventory);

  /** One kind of kit a line, in the order in which they were added. */
  const kinds = $derived([...new Set(inventory?.pieces.map((p) => p.item))]);

  function piece(item: string) {
    inventory?.pieces.push({ item, count: 1 });
    saved = false;
  }

  function place() {
    const number = (inventory?.places.length ?? 0) + 1;
    inventory?.places.push({
      name: m.hall_place_named({ number }),
      x: ((number - 1) % 4) / 4 + 0.125,
      y: (Math.floor((number - 1) / 4) % 3) / 3 + 0.17,
    });
    saved = false;
  }

  function supervisor() {
    inventory?.supervisors.push({ role: '', groups: 2, athletes: 24, hours: [] });
    saved = false;
  }

  async function save(event: SubmitEvent) {
    event.preventDefault();
    if (!hall) return;
    error = null;
    try {
      const { id, version, name, inventory } = $state.snapshot(hall);
      hall = await ask(
        api.PUT('/api/halls/{id}', {
          params: { path: { id } },
          body: { version, name, inventory },
        }),
      );
      saved = true;
    } catch (e) {
      error = e;
    }
  }

  async function remove() {
    try {
      await ask(api.DELETE('/api/halls/{id}', { params: { path: { id: params.id } } }));
      await push('/halls');
    } catch (e) {
      leaving?.close();
      error = e;
    }
  }
</script>

{#snippet number(
  label: string,
  value: number | undefined,
  put: (value: number | undefined) => void,
  bounds: { min: number; max: number; step?: string; required?: boolean },
)}
  <input
    class="input h-11 w-24 text-right"
    type="number"
    aria-label={label}
    min={bounds.min}
    max={bounds.max}
    step={bounds.step ?? '1'}
    required={bounds.required}
    value={value ?? ''}
    oninput={(e) => {
      const given = e.currentTarget.valueAsNumber;
      put(Number.isNaN(given) ? undefined : given);
      saved = false;
    }}
  />
{/snippet}

<Page title={hall?.name ?? m.halls_title()} above={m.halls_title()}>
  <Loaded resource={loaded}>
    {#snippet children(items)}
      {#if hall && inventory}
        {@const shown = hall}
        <form class="grid gap-8" onsubmit={save}>
          <label class="grid max-w-md gap-1 font-bold"
            >{m.hall_name()}<input
              class="input h-12 w-full"
              required
              maxlength="80"
              bind:value={shown.name}
              oninput={() => (saved = false)}
            /></label
          >

          <section class="floor-line pt-3">
            <h2>{m.hall_kit()}</h2>
            <p class="quiet max-w-prose">{m.hall_kit_text()}</p>
            {#each kinds as kind (kind)}
              {@const item = items.find((i) => i.id === kind)}
              {@const own = inventory.pieces.filter((p) => p.item === kind)}
              <div class="kind" data-testid="kind">
                <div>
                  <h3>{item ? say(item.name) : kind}</h3>
                  <p class="quiet text-sm">
                    {m.hall_serves({
                      count: own.reduce((n, p) => n + p.count, 0) * (item?.sharedBy?.value ?? 1),
                    })}
                  </p>
                </div>
                <div class="grid gap-2">
                  {#each inventory.pieces as one, p (p)}
                    {#if one.item === kind}
                      <div class="flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
                        <span class="flex items-center gap-2"
                          >{m.hall_count()}
                          {@render number(m.hall_count(), one.count, (v) => (one.count = v ?? 1), {
                            min: 1,
                            max: MOST,
                            required: true,
                          })}</span
                        >
                        {#if HIGH.includes(kind)}<span class="flex items-center gap-2"
                            >{m.hall_height()}
                            {@render number(
                              m.hall_height(),
                              one.centimetres,
                              (v) =>
                                v === undefined ? delete one.centimetres : (one.centimetres = v),
                              { min: 0.5, max: LARGEST, step: 'any' },
                            )}</span
                          >{/if}
                        {#if HEAVY.includes(kind)}
                          <span class="flex items-center gap-2"
                            >{m.hall_mass()}
                            {@render number(
                              m.hall_mass(),
                              one.kilograms,
                              (v) => (v === undefined ? delete one.kilograms : (one.kilograms = v)),
                              { min: 0.1, max: LARGEST, step: 'any' },
                            )}</span
                          >
                        {/if}
                        <button
                          type="button"
                          class="btn btn-square btn-ghost"
                          aria-label={m.hall_remove({ name: item ? say(item.name) : kind })}
                          onclick={() => {
                            inventory.pieces.splice(p, 1);
                            saved = false;
                          }}>×</button
                        >
                      </div>
                    {/if}
                  {/each}
                </div>
                <Shelf pieces={own} />
              </div>
            {/each}
            <select
              class="select mt-3 h-12 w-60"
              aria-label={m.hall_add_piece()}
              value=""
              onchange={(e) => {
                if (e.currentTarget.value) piece(e.currentTarget.value);
                e.currentTarget.value = '';
              }}
            >
              <option value="">{m.hall_add_piece()}</option>
              {#each items as item (item.id)}<option value={item.id}>{say(item.name)}</option
                >{/each}
            </select>
            <label class="mt-3 flex min-h-11 items-center gap-2"
              ><input
                type="checkbox"
                class="checkbox"
                bind:checked={inventory.spotter}
                onchange={() => (saved = false)}
              />{m.hall_spotter()}</label
            >
          </section>

          <section class="floor-line pt-3">
            <h2>{m.hall_places()}</h2>
            <p class="quiet max-w-prose">{m.hall_places_text()}</p>
            <div class="mt-2 grid gap-6 md:grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)]">
              <HallMap
                places={inventory.places}
                moved={(p, x, y) => {
                  const moved = inventory.places[p];
                  if (moved) [moved.x, moved.y] = [x, y];
                  saved = false;
                }}
              />
              <div class="grid content-start gap-2">
                {#each inventory.places as one, p (p)}
                  <div class="flex items-center gap-2">
                    <span class="sign w-6 text-right text-lg">{p + 1}</span>
                    <input
                      class="input h-11 flex-1"
                      required
                      maxlength="60"
                      aria-label={m.hall_place_named({ number: p + 1 })}
                      bind:value={one.name}
                      oninput={() => (saved = false)}
                    />
                    <button
                      type="button"
                      class="btn btn-square btn-ghost"
                      aria-label={m.hall_remove({ name: one.name })}
                      onclick={() => {
                        inventory.places.splice(p, 1);
                        saved = false;
                      }}>×</button
                    >
                  </div>
                {/each}
                <button type="button" class="btn-soft-line btn h-12" onclick={place}
                  >{m.hall_add_place()}</button
                >
              </div>
            </div>
          </section>

          <section class="floor-line pt-3">
            <h2>{m.hall_supervisors()}</h2>
            <p class="quiet max-w-prose">{m.hall_supervisors_text()}</p>
            {#each inventory.supervisors as one, s (s)}
              <fieldset class="mt-3 grid gap-2 border-t border-base-300 pt-2">
                <legend class="sr-only">{one.role}</legend>
                <div class="flex flex-wrap items-end gap-3">
                  <label class="grid gap-1 text-sm"
                    >{m.hall_role()}<input
                      class="input h-11 w-56"
                      required
                      maxlength="60"
                      bind:value={one.role}
                      oninput={() => (saved = false)}
                    /></label
                  >
                  <span class="grid gap-1 text-sm"
                    >{m.hall_groups()}
                    {@render number(m.hall_groups(), one.groups, (v) => (one.groups = v ?? 1), {
                      min: 1,
                      max: MOST_GROUPS,
                      required: true,
                    })}</span
                  >
                  <span class="grid gap-1 text-sm"
                    >{m.hall_athletes()}
                    {@render number(
                      m.hall_athletes(),
                      one.athletes,
                      (v) => (one.athletes = v ?? 1),
                      { min: 1, max: MOST_ATHLETES, required: true },
                    )}</span
                  >
                  <button
                    type="button"
                    class="btn-soft-line btn h-11"
                    onclick={() => {
                      one.hours.push({ day: 'MONDAY', from: '08:00:00', to: '09:30:00' });
                      saved = false;
                    }}>{m.hall_add_hours()}</button
                  >
                  <button
                    type="button"
                    class="btn btn-square btn-ghost"
                    aria-label={m.hall_remove({ name: one.role })}
                    onclick={() => {
                      inventory.supervisors.splice(s, 1);
                      saved = false;
                    }}>×</button
                  >
                </div>
                {#each one.hours as hours, h (h)}
                  <div class="flex flex-wrap items-center gap-2">
                    <select
                      class="select h-11 w-40"
                      aria-label={m.form_day()}
                      bind:value={hours.day}
                      onchange={() => (saved = false)}
                    >
                      {#each weekdays as [day, name] (day)}<option value={day}>{name}</option
                        >{/each}
                    </select>
                    {#each ['from', 'to'] as const as end (end)}
                      <input
                        class="input h-11 w-28"
                        type="time"
                        required
                        aria-label={end === 'from' ? m.form_from() : m.form_to()}
                        value={hours[end].slice(0, 5)}
                        onchange={(e) => {
                          if (e.currentTarget.value) hours[end] = `${e.currentTarget.value}:00`;
                          saved = false;
                        }}
                      />
                    {/each}
                    <button
                      type="button"
                      class="btn btn-square btn-ghost"
                      aria-label={m.hall_remove({ name: m.hall_hours() })}
                      onclick={() => {
                        one.hours.splice(h, 1);
                        saved = false;
                      }}>×</button
                    >
                  </div>
                {/each}
              </fieldset>
            {/each}
            <button type="button" class="btn-soft-line btn mt-3 h-12" onclick={supervisor}
              >{m.hall_add_supervisor()}</button
            >
          </section>

          <div class="sticky bottom-0 flex flex-wrap items-center gap-3 bg-base-100 py-3">
            <button class="btn h-12 btn-primary">{m.save()}</button>
            <span role="status">{saved ? m.hall_saved() : ''}</span>
            {#if error}<span class="font-bold text-error" role="alert">{trouble(error)}</span>{/if}
            <button
              type="button"
              class="btn ml-auto h-12 btn-ghost"
              onclick={() => leaving?.showModal()}>{m.hall_delete()}</button
            >
          </div>
        </form>
        <dialog class="sheet" bind:this={leaving} aria-labelledby="delete-hall">
          <p id="delete-hall">{m.hall_delete_text({ name: shown.name })}</p>
          <div class="mt-4 flex gap-2">
            <button class="btn btn-primary" onclick={remove}>{m.hall_delete()}</button>
            <button class="btn btn-ghost" onclick={() => leaving?.close()}>{m.cancel()}</button>
          </div>
        </dialog>
      {/if}
    {/snippet}
  </Loaded>
</Page>

<style>
  .kind {
    display: grid;
    gap: 0.5rem 1.5rem;
    align-items: start;
    padding: 0.6rem 0;
    border-bottom: 1px solid var(--color-base-300);
  }
  @media (width >= 56rem) {
    .kind {
      grid-template-columns: 11rem minmax(0, 1fr) auto;
    }
  }
</style>
