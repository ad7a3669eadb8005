<script lang="ts">
  import type { Names } from '../../lib/api/catalogue';
  import type { Schemas } from '../../lib/api/client';
  import { LINES } from '../../lib/focus/focus';
  import FocusLine from '../../lib/focus/FocusLine.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { partsWords } from '../../lib/words/fit';
  import { decimal } from '../../lib/words/words';
  import type { Group } from './draft.svelte';
  import { offerName, rungsName } from './offers';
  import type { Wishes } from './wishes';

  interface Props {
    group: Group;
    names: Names;
    wishes: Wishes;
    hall: Schemas['Inventory'] | undefined;
    open: boolean;
    /** Part of a name that is looked for. */
    search: string;
    nameOf: (athlete: string) => string;
    locked: (athlete: string) => boolean;
    show: (athlete: string) => void;
    said: (what: Pick<Group, 'place'> | Pick<Group, 'supervisor'>) => void;
  }
  let { group, names, wishes, hall, open, search, nameOf, locked, show, said }: Props = $props();

  const size = $derived(group.seats.length);
  const out = $derived(size > wishes.largest || size < wishes.smallest);
  const found = $derived(
    group.seats.filter((s) => nameOf(s.athlete).toLowerCase().includes(search.toLowerCase())),
  );
  const byRung = $derived(
    group.offer.rungs
      .map((rung) => ({ rung, seats: found.filter((s) => s.rung === rung) }))
      .filter((r) => r.seats.length),
  );
  const line = $derived(LINES[group.offer.focus]);
</script>

<details
  class="card-group"
  style:--line={line.colour}
  open={open || (search !== '' && found.length > 0)}
  data-testid="group"
>
  <summary>
    <span class="flex items-center justify-between gap-3">
      <strong class="sign text-xl"
        ><FocusLine focus={group.offer.focus} label={offerName(group.offer, names)} /></strong
      >
      <span class={['text-sm whitespace-nowrap', out && 'font-bold']}
        >{m.form_size({ size, smallest: wishes.smallest, largest: wishes.largest })}</span
      >
    </span>
    <!-- One stroke a seat: filled where somebody trains, a gap at the smallest size. -->
    <span class="seats" aria-hidden="true">
      {#each { length: Math.min(Math.max(size, wishes.largest), 60) }, seat}
        <i
          class={[
            seat < size && 'taken',
            seat >= wishes.largest && 'over',
            seat === wishes.smallest - 1 && 'least',
          ]}
        ></i>
      {/each}
    </span>
    <span class="quiet block text-sm">{rungsName(group.offer, names)}</span>
  </summary>
  {#if hall && (hall.places.length || hall.supervisors.length)}
    <div class="mt-2 flex flex-wrap gap-x-4 gap-y-1 text-sm">
      {#if hall.places.length}
        <label class="flex items-center gap-2"
          >{m.form_place()}<select
            class="select h-11 w-40"
            value={group.place ?? ''}
            onchange={(e) => said({ place: e.currentTarget.value })}
          >
            <option value="">{m.form_nobody()}</option>
            {#each hall.places as place, p (p)}<option value={place.name}>{place.name}</option
              >{/each}
          </select></label
        >
      {/if}
      {#if hall.supervisors.length}
        <label class="flex items-center gap-2"
          >{m.form_supervisor()}<select
            class="select h-11 w-40"
            value={group.supervisor ?? ''}
            onchange={(e) => said({ supervisor: e.currentTarget.value })}
          >
            <option value="">{m.form_nobody()}</option>
            {#each hall.supervisors as supervisor, s (s)}<option value={supervisor.role}
                >{supervisor.role}</option
              >{/each}
          </select></label
        >
      {/if}
    </div>
  {/if}
  {#each byRung as { rung, seats } (rung)}
    <p class="bar mt-2 text-sm">{names.rung(rung)}</p>
    <ul>
      {#each seats as seat (seat.athlete)}
        <li>
          <button
            class="flex min-h-11 w-full items-baseline justify-between gap-3 border-b border-base-300 py-1 text-left hover:bg-base-200"
            data-seat={seat.athlete}
            onclick={() => show(seat.athlete)}
          >
            <span
              >{nameOf(seat.athlete)}
              {#if locked(seat.athlete)}<span class="sign" title={m.locked()}
                  >▣<span class="sr-only">{m.locked()}</span></span
                >{/if}</span
            >
            {#if seat.cost !== undefined && seat.cost >= 0.05}<span class="quiet text-right text-sm"
                >{partsWords(seat.parts ?? [])}
                <strong>{decimal(seat.cost)}</strong></span
              >{/if}
          </button>
        </li>
      {/each}
    </ul>
  {/each}
</details>

<style>
  .card-group {
    border-top: 5px solid var(--line);
    padding-top: 0.4rem;
  }
  summary {
    display: block;
    cursor: pointer;
    min-height: 2.75rem;
  }
  .seats {
    display: flex;
    flex-wrap: wrap;
    gap: 2px;
    margin: 0.3rem 0;
  }
  i {
    width: 0.5rem;
    height: 1rem;
    border: 1px solid var(--color-base-content);
  }
  .taken {
    background: var(--line);
  }
  .over {
    border-style: dashed;
    border-width: 2px;
  }
  .least {
    margin-right: 0.5rem;
  }
  .bar {
    border-bottom: 3px solid var(--line);
  }
</style>
