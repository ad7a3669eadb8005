<script lang="ts">
  import { trialNames, type Names } from '../../lib/api/catalogue';
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { cellWord, linkWord, sideWord, standingWord } from '../../lib/words/judgement';
  import { decimal, integer } from '../../lib/words/words';
  import { faultsOf, lines, said, type Explanation } from './links';

  interface Props {
    report: Schemas['LinkReport'];
    protocol: Schemas['Protocol'];
    names: Names;
  }
  let { report, protocol, names }: Props = $props();
  let figures = $state(false);

  const trial = $derived(trialNames(protocol));
  const retestName = (id: string) => trial({ retest: true, id });
  const testName = (id: string) => trial({ retest: false, id });
  const told = (e: Explanation) => e.links.some((l) => l.trials.length);
  const ofSide = (e: Explanation) => (e.side ? sideWord[e.side]() : '');
  const hundred = (chance: number) => integer(100 * chance);
</script>

<section class="floor-line pt-3" data-testid="links">
  <h2>{m.links_title()}</h2>
  <p class="quiet text-sm">{m.links_never()}</p>
  {#if report.loadHistory}<p class="mt-2 border-l-4 border-error pl-2">
      {m.links_load_history()}
    </p>{/if}
  {#if !report.explanations.length}<p class="mt-1">{m.links_none()}</p>{/if}
  {#if report.first.length > 1}<p class="mt-1">
      {m.links_order({ order: report.first.map((l) => linkWord[l]()).join(' → ') })}
    </p>{/if}
  {#each faultsOf(report.explanations) as fault (`${fault.test} ${fault.criterion}`)}
    <div class="mt-4" data-testid="fault">
      <h3 class="font-bold">
        {names.criterion(fault.criterion)}:
        {fault.sides
          .map((e) => [ofSide(e), cellWord[e.grade]()].filter(Boolean).join(' '))
          .join(', ')}
        <span class="quiet font-normal">{testName(fault.test)}</span>
      </h3>
      {#each fault.alike as group, i (i)}
        {@const explanation = group[0]!}
        {#if fault.alike.length > 1}<h4 class="mt-2">{group.map(ofSide).join(', ')}</h4>{/if}
        {#if explanation.painFirst}<p class="mt-1 border-l-4 border-error pl-2 font-bold">
            {m.links_pain_first()}
          </p>{/if}
        {#if !told(explanation)}
          <p class="mt-1">
            {m.links_not_told({
              links: explanation.links.map((l) => linkWord[l.link]()).join(', '),
            })}
          </p>
        {:else}
          <ol class="mt-1">
            {#each explanation.links as link, nth (link.link)}
              <li
                class="grid grid-cols-[10rem_minmax(0,1fr)] gap-x-3 border-t border-base-300 py-1"
                data-link={link.link}
              >
                <span
                  ><span class={link.standing === 'UNLIKELY' ? '' : 'font-bold'}
                    >{linkWord[link.link]()}</span
                  ><span class="quiet block text-sm"
                    >{standingWord[link.standing]()}{#if figures}<br />{m.links_chance({
                        chance: hundred(link.chance),
                        prior: hundred(link.prior),
                      })}{/if}</span
                  ></span
                >
                <ul class="text-sm">
                  {#each lines(group, nth, (t) => said(t, retestName, testName), ofSide) as line, j (j)}
                    <li>
                      {line.text}
                      {#if figures}<span class="quiet"
                          >({m.links_ratio({
                            ratio: decimal(Math.max(line.ratio, 1 / line.ratio)),
                          })})</span
                        >{/if}
                    </li>
                  {:else}<li class="quiet">{m.links_no_trial()}</li>{/each}
                </ul>
              </li>
            {/each}
          </ol>
        {/if}
        {@const next = explanation.offers[0]}
        {#if next}
          <p class="mt-1 border-l-4 border-accent pl-2">
            {m.links_next({
              what: trial(next),
              seconds: integer(next.seconds),
            })}
          </p>
        {:else if told(explanation) && !explanation.painFirst}<p class="quiet mt-1 text-sm">
            {m.links_no_next()}
          </p>{/if}
      {/each}
    </div>
  {/each}
  {#if report.explanations.some(told)}
    <label class="mt-3 flex min-h-11 items-center gap-3 text-sm">
      <input type="checkbox" class="checkbox" bind:checked={figures} />{m.links_figures()}
    </label>
    {#if figures}<p class="quiet text-sm">{m.links_figures_text()}</p>{/if}
  {/if}
</section>
