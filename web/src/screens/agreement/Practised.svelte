<script lang="ts">
  import type { Names } from '../../lib/api/catalogue';
  import { api, ask } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { strengthWord, tendencyWord } from '../../lib/words/judgement';
  import { hundredths, integer, moment } from '../../lib/words/words';

  let { screening, names }: { screening: string; names: Names } = $props();

  const raters = Resource.at(
    () => screening,
    () => ask(api.GET('/api/screenings/{id}/practice', { params: { path: { id: screening } } })),
  );
</script>

<!-- Who has practised at simulated athletes, and how their eyes hold. -->
<section class="floor-line mt-8 pt-3" data-testid="practised">
  <h2>{m.practice_raters()}</h2>
  <Loaded resource={raters}>
    {#snippet children(all)}
      {#if all.length}
        <p class="quiet max-w-prose text-sm">{m.practice_raters_text()}</p>
        <div class="overflow-x-auto">
          <table class="mt-2 w-full text-left">
            <thead>
              <tr class="sign border-b-2 border-base-content"
                ><th>{m.practice_rater()}</th><th class="text-right">{m.practice_times()}</th><th
                  class="pl-4">{m.practice_last()}</th
                ><th class="text-right">{m.practice_percent()}</th><th class="pl-4"
                  >{m.practice_kappa()}</th
                ><th class="text-right">{m.practice_own()}</th><th class="pl-4"
                  >{m.practice_column_watch()}</th
                ></tr
              >
            </thead>
            <tbody>
              {#each all as rater (rater.account)}
                {@const score = rater.score}
                <tr class="border-b border-base-300 align-baseline">
                  <th scope="row" class="py-1 font-bold">{rater.name}</th>
                  <td class="text-right tabular-nums">{integer(rater.practices)}</td>
                  <td class="pl-4">{moment(rater.last)}</td>
                  {#if score}
                    <td class="text-right tabular-nums">{integer(score.agreement.percent)} %</td>
                    <td class="pl-4"
                      >{#if score.strength && score.agreement.weighted}{hundredths(
                          score.agreement.weighted.value,
                        )}, {strengthWord[score.strength]()}{/if}</td
                    >
                    <td class="text-right tabular-nums">{hundredths(score.noise.own)}</td>
                    <td class="pl-4"
                      >{#if score.watch}{names.criterion(
                          score.watch.criterion,
                        )}{#if score.watch.tendency}: <span class="quiet"
                            >{tendencyWord[score.watch.tendency]()}</span
                          >{/if}{/if}</td
                    >
                  {/if}
                </tr>
              {/each}
            </tbody>
          </table>
        </div>
        {@const noise = all.find((r) => r.score)?.score?.noise}
        {#if noise}<p class="quiet mt-2 text-sm">
            {m.practice_protocol_noise({ value: hundredths(noise.protocol) })}
          </p>{/if}
      {:else}<p class="max-w-prose">{m.practice_raters_none()}</p>{/if}
    {/snippet}
  </Loaded>
</section>
