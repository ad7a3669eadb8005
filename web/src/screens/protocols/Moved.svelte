<script lang="ts">
  import { ladders, Names } from '../../lib/api/catalogue';
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { cellWord, sideWord } from '../../lib/words/judgement';
  import { decimal, say } from '../../lib/words/words';

  interface Props {
    view: Schemas['SchoolControllerSchoolsView'];
    protocol: Schemas['Protocol'];
  }
  let { view, protocol }: Props = $props();
  type Moved = Schemas['SchoolControllerMoved'];

  const stand = (s: Moved['one'], names: Names) =>
    [
      s.index === undefined ? m.no_index() : decimal(s.index),
      s.band === undefined ? '' : m.band({ number: s.band }),
      s.place ? names.place(s.place) : '',
    ]
      .filter(Boolean)
      .join(' · ');

  const only = (names: Schemas['SchoolControllerOnly'][]) =>
    names
      .map((o) => [o.test, o.criterion].flatMap((t) => (t ? [say(t)] : [])).join(': '))
      .join(', ');
</script>

{#await ladders() then all}
  {@const names = new Names(protocol, all)}
  <p class="font-bold" role="status" data-testid="moved">
    {m.moved_count({ moved: view.moved.length, all: view.athletes })}
  </p>
  {#if !view.athletes}<p>{m.moved_nothing_shared()}</p>{/if}
  {#each [[view.one, view.onlyOne], [view.other, view.onlyOther]] as const as [line, names], i (i)}
    {#if names.length}<p class="quiet mt-1 max-w-prose text-sm">
        {m.moved_only({ protocol: say(line.name), names: only(names) })}
      </p>{/if}
  {/each}
  {#if view.moved.length}
    <table class="mt-1 w-full text-left">
      <thead>
        <tr class="sign border-b-2 border-base-content"
          ><th class="py-1">{m.athlete()}</th><th>{m.moved_before()}</th><th>{m.moved_after()}</th
          ><th>{m.moved_why()}</th></tr
        >
      </thead>
      <tbody>
        {#each view.moved as moved (moved.athlete)}
          <tr class="border-b border-base-300 align-top">
            <th scope="row" class="py-1 pr-3 font-normal">{moved.name}</th>
            <td class="pr-3">{stand(moved.one, names)}</td>
            <td class="pr-3">{stand(moved.other, names)}</td>
            <td class="text-sm"
              >{moved.grades
                .map(
                  (g) =>
                    `${names.criterion(g.criterion)}${g.side ? ` ${sideWord[g.side]()}` : ''}: ${g.one ? cellWord[g.one]() : m.state_not_assessable()} → ${g.other ? cellWord[g.other]() : m.state_not_assessable()}`,
                )
                .join('; ') || m.moved_by_weight()}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
{/await}
