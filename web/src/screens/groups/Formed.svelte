<script lang="ts">
  import type { Names } from '../../lib/api/catalogue';
  import { api, ask, type Schemas } from '../../lib/api/client';
  import FocusLine from '../../lib/focus/FocusLine.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { formLimitWord } from '../../lib/words/judgement';
  import { trouble } from '../../lib/words/trouble';
  import { decimal } from '../../lib/words/words';
  import { rungKey, type Member } from './board';

  interface Props {
    screening: string;
    names: Names;
    /** Everybody who stands somewhere. */
    members: Member[];
    decided: () => Promise<void>;
  }
  let { screening, names, members, decided }: Props = $props();

  /** What a hall usually has room for: a teacher runs four groups at once (house convention). */
  const hall = $state<Schemas['AssignmentHall']>({ groups: 4, smallest: 3, largest: 12 });
  let result = $state.raw<Schemas['AssignmentResult'] | null>(null);
  let error = $state.raw<unknown>(null);
  let working = $state(false);
  const path = $derived({ id: screening });

  const of = (athlete: string) => members.find((member) => member.athlete === athlete);
  const name = (athlete: string) => of(athlete)?.name ?? '';
  /** Who would stand elsewhere than now. */
  const moves = $derived(
    result?.kind === 'formed'
      ? result.groups.flatMap((group) =>
          group.seats.flatMap(({ athlete }) => {
            const member = of(athlete);
            const stays = member?.place && rungKey(member.place) === rungKey(group.place);
            return member && !stays ? [{ member, place: group.place }] : [];
          }),
        )
      : [],
  );

  async function work(event: SubmitEvent) {
    event.preventDefault();
    working = true;
    error = null;
    try {
      result = await ask(
        api.POST('/api/screenings/{id}/groups/formed', {
          params: { path },
          body: $state.snapshot(hall),
        }),
      );
    } catch (e) {
      error = e;
    } finally {
      working = false;
    }
  }

  /** Each move is a decision like any other; what was decided meanwhile stops it. */
  async function take() {
    working = true;
    error = null;
    try {
      for (const { member, place } of moves)
        await ask(
          api.POST('/api/screenings/{id}/decisions', {
            params: { path },
            body: {
              id: crypto.randomUUID(),
              athlete: member.athlete,
              kind: 'MOVE',
              place,
              reason: m.form_reason(),
              ...(member.last && { basedOn: member.last }),
            },
          }),
        );
    } catch (e) {
      error = e;
    } finally {
      await decided();
      working = false;
    }
  }
</script>

<section class="floor-line mt-6 pt-3" data-testid="formed">
  <h2>{m.form_title()}</h2>
  <p class="quiet max-w-prose">{m.form_text()}</p>
  <form class="mt-3 flex flex-wrap items-end gap-3" onsubmit={work}>
    {#each [['groups', m.form_groups(), 24], ['smallest', m.form_smallest(), 600], ['largest', m.form_largest(), 600]] as const as [field, label, most] (field)}
      <label class="grid gap-1"
        >{label}<input
          class="input h-12 w-24 text-right"
          type="number"
          required
          min="1"
          max={most}
          bind:value={hall[field]}
        /></label
      >
    {/each}
    <button class="btn h-12 btn-primary" disabled={working}>{m.form_work()}</button>
    <span class="quiet" role="status">{working ? m.form_working() : ''}</span>
  </form>
  {#if error}<p class="mt-2 border-l-4 border-error pl-3 font-bold" role="alert">
      {trouble(error)}
    </p>{/if}
  {#if result?.kind === 'impossible'}
    <p class="mt-3 border-l-4 border-accent pl-3" role="alert">{formLimitWord[result.because]()}</p>
  {:else if result}
    <p class="mt-3">
      <strong>{m.form_cost({ cost: decimal(result.cost) })}</strong>,
      {result.proven
        ? m.form_proven()
        : m.form_gap({ gap: decimal(result.cost - result.leastCost) })}.
      {#if result.out.length}{m.form_out({ names: result.out.map(name).join(', ') })}.{/if}
    </p>
    <div class="formed mt-3">
      {#each result.groups as group (rungKey(group.place))}
        <section>
          <h3>
            <FocusLine focus={group.place.focus} label={names.place(group.place)} />
          </h3>
          <p class="quiet text-sm">{m.athletes({ count: group.seats.length })}</p>
          <ul>
            {#each group.seats as seat (seat.athlete)}
              <li class="flex justify-between gap-3 border-b border-base-300 py-0.5">
                <span>{name(seat.athlete)}</span>
                {#if seat.cost >= 0.05}<span class="quiet text-sm"
                    >{m.form_costs({ cost: decimal(seat.cost) })}</span
                  >{/if}
              </li>
            {/each}
          </ul>
        </section>
      {/each}
    </div>
    {#if moves.length}
      <p class="mt-3">{m.form_take_text({ count: moves.length })}</p>
      <button class="btn-soft-line btn mt-1 h-12" disabled={working} onclick={take}
        >{m.form_take()}</button
      >
    {:else}<p class="mt-3">{m.form_same()}</p>{/if}
  {/if}
</section>

<style>
  .formed {
    display: grid;
    gap: 1.5rem;
    grid-template-columns: repeat(auto-fill, minmax(min(16rem, 100%), 1fr));
  }
</style>
