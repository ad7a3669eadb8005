<script lang="ts">
  import { ladders, Names, protocolOf } from '../../lib/api/catalogue';
  import { api, ask, type Schemas } from '../../lib/api/client';
  import Notch from '../../lib/notch/Notch.svelte';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import ScreeningTabs from '../../lib/shell/ScreeningTabs.svelte';
  import { cellWord, sideWord, strengthWord } from '../../lib/words/judgement';
  import { decimal, hundredths, integer, quoted, say } from '../../lib/words/words';
  import Settle from './Settle.svelte';

  let { params }: { params: { id: string } } = $props();
  let settle = $state<Settle>();

  const agreement = Resource.at(
    () => params.id,
    async () => {
      const path = { id: params.id };
      const [view, hall] = await Promise.all([
        ask(api.GET('/api/screenings/{id}/agreement', { params: { path } })),
        ask(api.GET('/api/screenings/{id}/board', { params: { path } })),
      ]);
      const [protocol, all] = await Promise.all([protocolOf(hall.screening), ladders()]);
      return { ...view, screening: hall.screening, protocol, names: new Names(protocol, all) };
    },
  );

  type Pairing = Schemas['AgreementControllerPairing'];
  const differing = (p: Pairing) => p.comparisons.filter((c) => c.apart > 0);
  const kappa = (k: Schemas['AgreementControllerWorded'] | undefined) =>
    k ? `${hundredths(k.value)} (${strengthWord[k.strength]()})` : m.agreement_no_kappa();
</script>

<Page title={m.raters()} above={agreement.data?.screening.name ?? ''} wide>
  <ScreeningTabs screening={params.id} at="raters" />
  <Loaded resource={agreement}>
    {#snippet children(data)}
      {#if !data.all}
        <p class="max-w-prose">{m.agreement_none()}</p>
      {:else}
        <div class="grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,7fr)_minmax(0,5fr)]">
          <section class="floor-line pt-3">
            <h2>{m.agreement_differences()}</h2>
            <ul class="mt-2 grid gap-4">
              {#each data.pairings as pairing (`${pairing.athlete} ${pairing.test}`)}
                {@const apart = differing(pairing)}
                {@const test = data.protocol.tests.find((t) => t.id === pairing.test)}
                <li class="border-b border-base-300 pb-3" data-testid="pairing">
                  <p class="flex flex-wrap items-baseline justify-between gap-2">
                    <span
                      ><a
                        class="text-lg font-bold hover:underline"
                        href="#/screening/{params.id}/athlete/{pairing.athlete}">{pairing.name}</a
                      >
                      <span class="quiet">{test ? say(test.name) : pairing.test}</span></span
                    >
                    {#if apart.length && !pairing.settled}<button
                        class="btn-soft-line btn"
                        onclick={() => settle?.open(pairing)}>{m.settle()}</button
                      >{/if}
                  </p>
                  {#if apart.length === 0}<p class="quiet">{m.agreement_same()}</p>
                  {:else}
                    <table class="mt-1 w-full text-left">
                      <thead>
                        <tr class="quiet text-sm"
                          ><th class="font-normal">{m.what()}</th><th class="font-normal"
                            >{pairing.counting.name}</th
                          ><th class="font-normal">{pairing.other.name}</th></tr
                        >
                      </thead>
                      <tbody>
                        {#each apart as c (`${c.criterion} ${c.side ?? ''}`)}
                          <tr>
                            <th class="py-0.5 font-normal" scope="row"
                              >{data.names.criterion(c.criterion)}
                              {c.side ? sideWord[c.side]() : ''}</th
                            >
                            {#each [c.first, c.second] as grade, i (i)}<td
                                ><span class="inline-flex items-center gap-2"
                                  ><Notch cell={grade} />{cellWord[grade]()}</span
                                ></td
                              >{/each}
                          </tr>
                        {/each}
                      </tbody>
                    </table>
                  {/if}
                  {#if pairing.settled}<p class="mt-1 border-l-4 border-base-content pl-2">
                      {m.settled({
                        name:
                          pairing.settled.trial === pairing.counting.trial
                            ? pairing.counting.name
                            : pairing.other.name,
                        author: pairing.settled.author,
                      })}
                      {quoted(pairing.settled.reason)}
                    </p>{/if}
                </li>
              {/each}
            </ul>
          </section>
          <section class="floor-line pt-3">
            <h2>{m.agreement_numbers()}</h2>
            <p class="mt-1">
              {m.agreement_all({
                pairs: data.all.pairs,
                percent: integer(data.all.percent),
              })}
              {m.agreement_weighted()}: <strong>{kappa(data.all.weighted)}</strong>.
            </p>
            <table class="mt-3 w-full text-left">
              <thead>
                <tr class="sign border-b-2 border-base-content"
                  ><th>{m.what()}</th><th class="text-right">{m.agreement_pairs()}</th><th
                    class="text-right">%</th
                  ><th class="pl-4">{m.agreement_weighted()}</th></tr
                >
              </thead>
              <tbody>
                {#each data.grades as row (row.criterion)}
                  <tr class="border-b border-base-300">
                    <th scope="row" class="py-1 font-normal"
                      >{data.names.criterion(row.criterion ?? '')}</th
                    >
                    <td class="text-right tabular-nums">{row.pairs}</td>
                    <td class="text-right tabular-nums">{integer(row.percent)}</td>
                    <td class="pl-4">{kappa(row.weighted)}</td>
                  </tr>
                {/each}
              </tbody>
            </table>
            {#each data.values as row (row.criterion)}
              <p class="mt-2">
                {data.names.criterion(row.criterion)}:
                {#if row.agreement !== undefined}ICC(2,1) {hundredths(row.agreement)}, ICC(3,1)
                  {hundredths(row.consistency ?? 0)}.{/if}
                {#if row.limits}{m.agreement_limits({
                    bias: decimal(row.limits.bias),
                    low: decimal(row.limits.low),
                    high: decimal(row.limits.high),
                  })}{/if}
              </p>
            {/each}
            <p class="quiet mt-3 text-sm">{m.agreement_convention()}</p>
          </section>
        </div>
        <Settle bind:this={settle} screening={params.id} done={() => agreement.load()} />
      {/if}
    {/snippet}
  </Loaded>
</Page>
