<script lang="ts">
  import type { Names } from '../../lib/api/catalogue';
  import { LINES } from '../../lib/focus/focus';
  import { m } from '../../lib/paraglide/messages';
  import { impossibleWord, partsWords } from '../../lib/words/fit';
  import { decimal } from '../../lib/words/words';
  import type { Draft, Weighed } from './draft.svelte';
  import { groupCodes, offerName, rungNumbers, rungsName } from './offers';

  interface Props {
    names: Names;
    draft: Draft;
    /** Of each athlete, what each group would be. */
    weighed: ReadonlyMap<string, Weighed[]>;
    search: string;
    nameOf: (athlete: string) => string;
  }
  let { names, draft, weighed, search, nameOf }: Props = $props();

  const codes = $derived(groupCodes(draft.groups.map((g) => g.offer)));
  const rows = $derived(
    draft.groups
      .flatMap((group, g) => group.seats.map((s) => ({ athlete: s.athlete, here: g })))
      .map((row) => ({ ...row, name: nameOf(row.athlete) }))
      .filter((row) => row.name.toLowerCase().includes(search.toLowerCase()))
      .toSorted((a, b) => a.name.localeCompare(b.name)),
  );
</script>

<!-- Groups as columns, athletes as rows: the place each has is filled, the others say what they would cost. -->
<div class="mt-3 overflow-x-auto">
  <table class="text-right">
    <thead>
      <tr>
        <th class="name">{m.form_athlete()}</th>
        {#each draft.groups as group, g (g)}
          <th
            style:border-bottom="4px solid {LINES[group.offer.focus].colour}"
            title="{offerName(group.offer, names)}: {rungsName(group.offer, names)}"
            ><span class="sign text-lg">{codes[g]}</span><span
              class="quiet block text-xs font-normal">{rungNumbers(group.offer, names)}</span
            ><span class="block text-sm font-normal">{group.seats.length}</span></th
          >
        {/each}
      </tr>
    </thead>
    <tbody>
      {#each rows as row (row.athlete)}
        <tr class="border-b border-base-300">
          <th class="name" scope="row">{row.name}</th>
          {#each weighed.get(row.athlete) ?? [] as fit, g (g)}
            <td>
              {#if g === row.here}
                <strong class="here" style:background={LINES[draft.groups[g]!.offer.focus].colour}
                  >{fit.kind === 'possible' ? decimal(fit.cost) : '·'}</strong
                >
              {:else if fit.kind === 'possible'}
                <button
                  class="min-h-9 min-w-12 hover:bg-base-200"
                  title={partsWords(fit.parts)}
                  aria-label="{row.name}, {m.form_move_here()}: {offerName(
                    draft.groups[g]!.offer,
                    names,
                  )}, {m.form_would_be({ cost: decimal(fit.cost) })}"
                  onclick={() => draft.move(row.athlete, g, fit)}>{decimal(fit.cost)}</button
                >
              {:else}<span class="quiet" title={impossibleWord(fit.why, names)}
                  >–<span class="sr-only">{impossibleWord(fit.why, names)}</span></span
                >{/if}
            </td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
</div>

<style>
  thead th {
    position: sticky;
    top: 0;
    padding: 0.25rem 0.6rem;
    background: var(--color-base-100);
    vertical-align: bottom;
    min-width: 4.5rem;
  }
  .name {
    position: sticky;
    left: 0;
    z-index: 1;
    padding-right: 1rem;
    background: var(--color-base-100);
    font-weight: normal;
    text-align: left;
    white-space: nowrap;
  }
  td {
    padding: 0 0.6rem;
    font-variant-numeric: tabular-nums;
  }
  .here {
    display: inline-block;
    min-width: 3rem;
    padding: 0.25rem 0.4rem;
    color: var(--color-base-100);
  }
</style>
