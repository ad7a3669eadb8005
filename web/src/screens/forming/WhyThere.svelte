<script lang="ts">
  import type { Names } from '../../lib/api/catalogue';
  import FocusLine from '../../lib/focus/FocusLine.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { impossibleWord, partsWords } from '../../lib/words/fit';
  import { trouble } from '../../lib/words/trouble';
  import { decimal } from '../../lib/words/words';
  import type { Member } from '../groups/board';
  import type { Draft, Weighed } from './draft.svelte';
  import { offerName } from './offers';
  import type { Wishes } from './wishes';

  interface Props {
    screening: string;
    names: Names;
    draft: Draft;
    wishes: Wishes;
    weigh: (athlete: string) => Promise<Weighed[]>;
  }
  let { screening, names, draft, wishes, weigh }: Props = $props();

  let dialog: HTMLDialogElement;
  let member = $state.raw<Member | null>(null);
  let weighed = $state.raw<Weighed[] | null>(null);
  let error = $state.raw<unknown>(null);

  export function open(whom: Member) {
    member = whom;
    weighed = null;
    error = null;
    dialog.showModal();
    weigh(whom.athlete).then(
      (answer) => (weighed = answer),
      (e: unknown) => (error = e),
    );
  }

  const here = $derived(member ? draft.of(member.athlete) : -1);
  const proposed = $derived(
    member?.proposal.kind === 'placed'
      ? names.place({
          focus: member.proposal.focus,
          ...(member.proposal.rung && { rung: member.proposal.rung }),
        })
      : '',
  );
</script>

<dialog class="sheet" bind:this={dialog} aria-labelledby="why-title">
  {#if member}
    {@const whom = member}
    <h2 id="why-title">
      <a class="hover:underline" href="#/screening/{screening}/athlete/{whom.athlete}"
        >{whom.name}</a
      >
    </h2>
    <p>{m.proposed()}: {proposed}</p>
    <h3 class="mt-4">{m.form_why()}</h3>
    {#if error}<p class="font-bold text-error" role="alert">{trouble(error)}</p>{/if}
    <ul class="mt-2">
      {#each draft.groups as group, g (g)}
        {@const fit = weighed?.[g]}
        {@const full = group.seats.length >= wishes.largest}
        <li class="grid grid-cols-[1fr_auto] items-center gap-3 border-t border-base-300 py-2">
          <div>
            <strong
              ><FocusLine focus={group.offer.focus} label={offerName(group.offer, names)} /></strong
            >
            <p class="text-sm">
              {#if fit?.kind === 'possible'}
                {names.rung(fit.rung)}:
                {fit.cost < 0.05
                  ? m.form_fits()
                  : (g === here ? m.form_does_cost : m.form_would_be)({
                      cost: decimal(fit.cost),
                    })}{#if fit.parts.length && fit.cost >= 0.05}, {partsWords(
                    fit.parts,
                  )}{/if}{#if full && g !== here}; {m.form_full()}{/if}
              {:else if fit}{impossibleWord(fit.why, names)}{/if}
            </p>
          </div>
          {#if g === here}<span class="quiet">{m.form_here()}</span>
          {:else if fit?.kind === 'possible'}
            <button
              class="btn-soft-line btn"
              onclick={() => {
                draft.move(whom.athlete, g, fit);
                dialog.close();
              }}>{m.form_move_here()}</button
            >
          {/if}
        </li>
      {/each}
    </ul>
    <button class="btn mt-4 btn-ghost" onclick={() => dialog.close()}>{m.close()}</button>
  {/if}
</dialog>
