<script lang="ts">
  import type { Names } from '../../lib/api/catalogue';
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import {
    cellWord,
    linkRuleWord,
    linkWord,
    outcomeWord,
    sideWord,
    standingWord,
  } from '../../lib/words/judgement';
  import { hundredths, say } from '../../lib/words/words';

  interface Props {
    report: Schemas['LinkReport'];
    protocol: Schemas['Protocol'];
    names: Names;
  }
  let { report, protocol, names }: Props = $props();

  const retestName = (id: string) => {
    const found = protocol.retests.find((r) => r.id === id);
    return found ? say(found.name) : id;
  };
  const testName = (id: string) => {
    const found = protocol.tests.find((t) => t.id === id);
    return found ? say(found.name) : id;
  };

  function words(e: Schemas['LinkReportEvidence']): string {
    const source = e.source;
    const said =
      source.kind === 'byRetest'
        ? m.evidence_retest({
            retest: retestName(source.retest),
            verdict: outcomeWord[source.verdict](),
            size: hundredths(e.size ?? 0),
            noise: hundredths(e.detectable ?? 0),
          })
        : linkRuleWord[source.rule]();
    return `${said}${e.side ? `, ${sideWord[e.side]()}` : ''}${e.doubtful ? ` (${m.evidence_doubtful()})` : ''}`;
  }
</script>

<section class="floor-line pt-3" data-testid="links">
  <h2>{m.links_title()}</h2>
  <p class="quiet text-sm">{m.links_never()}</p>
  {#if !report.explanations.length}<p class="mt-1">{m.links_none()}</p>{/if}
  {#if report.treated.length > 1}<p class="mt-1">
      {m.links_order({ order: report.treated.map((l) => linkWord[l]()).join(' → ') })}
    </p>{/if}
  {#each report.explanations as explanation (`${explanation.test} ${explanation.criterion} ${explanation.side ?? ''}`)}
    <div class="mt-4">
      <h3 class="font-bold">
        {names.criterion(explanation.criterion)}
        {explanation.side ? sideWord[explanation.side]() : ''}, {cellWord[explanation.grade]()}
        <span class="quiet font-normal">{testName(explanation.test)}</span>
      </h3>
      <ol class="mt-1">
        {#each explanation.links as link (link.link)}
          <li
            class={[
              'grid grid-cols-[10rem_minmax(0,1fr)] gap-x-3 border-t border-base-300 py-1',
              link.standing,
            ]}
          >
            <span
              ><strong>{linkWord[link.link]()}</strong><span class="quiet block text-sm"
                >{standingWord[link.standing]()}</span
              ></span
            >
            <ul class="text-sm">
              {#each link.evidence as e, i (i)}
                <li>
                  <span aria-label={e.weight > 0 ? m.links_for() : m.links_against()}
                    >{e.weight > 0 ? '+' : '−'}{Math.abs(e.weight)}</span
                  >
                  {words(e)}
                </li>
              {/each}
            </ul>
          </li>
        {/each}
      </ol>
      {#if explanation.separates}
        <p class="border-l-4 border-accent pl-2">
          {m.links_separate({
            one: linkWord[explanation.separates.one](),
            other: linkWord[explanation.separates.other](),
            what: explanation.separates.retest
              ? retestName(explanation.separates.id)
              : testName(explanation.separates.id),
          })}
        </p>
      {/if}
    </div>
  {/each}
</section>

<style>
  .AGAINST {
    opacity: 0.75;
  }
  .AGAINST strong {
    font-weight: 400;
    text-decoration: line-through;
  }
</style>
