<script lang="ts">
  import { push } from 'svelte-spa-router';
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
  import { trouble } from '../../lib/words/trouble';
  import Practised from './Practised.svelte';
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
  type Figure = { value: number; low: number; high: number };
  const ranged = (f: Figure, words = hundredths) =>
    m.agreement_range({ value: words(f.value), low: words(f.low), high: words(f.high) });
  const kappa = (k: Schemas['AgreementControllerWorded'] | undefined) =>
    k ? `${ranged(k)}, ${strengthWord[k.strength]()}` : m.agreement_no_kappa();

  let error = $state<unknown>(null);
  /** A protocol with the house's own noise, as its next version. */
  async function take(protocol: Schemas['Protocol'], own: number) {
    error = null;
    try {
      const { gradedMarkSem } = protocol.rules;
      const kept = await ask(
        api.POST('/api/protocols', {
          body: {
            ...protocol,
            rules: {
              ...protocol.rules,
              gradedMarkSem: { ...gradedMarkSem, value: Math.round(100 * own) / 100, label: 'HC' },
            },
          },
        }),
      );
      await push(`/protocols/${kept.id}/${kept.version}`);
    } catch (e) {
      error = e;
    }
  }
</script>

{#snippet figures(noise: Schemas['HouseNoise'])}
  <td class="text-right tabular-nums">{noise.looks}</td>
  <td class="text-right tabular-nums">{hundredths(noise.protocol)}</td>
  <td class="text-right tabular-nums">{hundredths(noise.own)}</td>
{/snippet}

<Page title={m.raters()} above={agreement.data?.screening.name ?? ''} wide>
  <ScreeningTabs screening={params.id} at="raters" />
  <Loaded resource={agreement}>
    {#snippet children(data)}
      {#if !data.raters.length}
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
            {#each data.raters as pair (`${pair.first} ${pair.second}`)}
              <h3 class="mt-3">{m.agreement_two({ first: pair.first, second: pair.second })}</h3>
              <p class="mt-1">
                {m.agreement_mean({ pairs: pair.all.pairs, percent: integer(pair.all.percent) })}
                {#if pair.all.enough}{m.agreement_weighted()}:
                  <strong>{kappa(pair.all.weighted)}</strong>.
                {:else}<strong>{m.agreement_few({ pairs: pair.all.pairs })}</strong>{/if}
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
                  {#each pair.grades as row (row.criterion)}
                    <tr class="border-b border-base-300">
                      <th scope="row" class="py-1 font-normal"
                        >{data.names.criterion(row.criterion)}</th
                      >
                      <td class="text-right tabular-nums">{row.pairs}</td>
                      <td class="pl-3 text-right tabular-nums">{integer(row.percent)}</td>
                      <td class="pl-4"
                        >{row.enough ? kappa(row.weighted) : m.agreement_few_here()}</td
                      >
                    </tr>
                  {/each}
                </tbody>
              </table>
              {#each pair.values as row (row.criterion)}
                <p class="mt-2">
                  {data.names.criterion(row.criterion)}:
                  {#if row.agreement && row.consistency}ICC(2,1) {ranged(row.agreement)}, ICC(3,1)
                    {ranged(row.consistency)}.{/if}
                  {#if row.limits}{m.agreement_limits({
                      bias: ranged(row.limits.bias, decimal),
                      low: ranged(row.limits.low, decimal),
                      high: ranged(row.limits.high, decimal),
                    })}{/if}
                </p>
              {/each}
            {/each}
            <p class="quiet mt-3 text-sm">{m.agreement_convention()}</p>
            {#if data.noise}
              {@const noise = data.noise}
              <h2 class="mt-6">{m.noise_title()}</h2>
              <p class="quiet text-sm">{m.noise_text()}</p>
              <table class="mt-2 w-full text-left" data-testid="noise">
                <thead>
                  <tr class="sign border-b-2 border-base-content"
                    ><th>{m.what()}</th><th class="text-right">{m.noise_looks()}</th><th
                      class="text-right">{m.noise_protocol()}</th
                    ><th class="text-right">{m.noise_own()}</th></tr
                  >
                </thead>
                <tbody>
                  {#each data.noises as row (row.criterion)}
                    <tr class="border-b border-base-300">
                      <th scope="row" class="py-1 font-normal"
                        >{data.names.criterion(row.criterion)}</th
                      >
                      {@render figures(row.noise)}
                    </tr>
                  {/each}
                  <tr class="font-bold">
                    <th scope="row" class="py-1">{m.noise_all()}</th>
                    {@render figures(noise)}
                  </tr>
                </tbody>
              </table>
              <p class="mt-2 text-sm">{m.noise_take_text({ own: hundredths(noise.own) })}</p>
              <button class="btn-soft-line btn mt-1" onclick={() => take(data.protocol, noise.own)}
                >{m.noise_take()}</button
              >
              {#if error}<p class="text-error" role="alert">{trouble(error)}</p>{/if}
            {/if}
          </section>
        </div>
        <Settle bind:this={settle} screening={params.id} done={() => agreement.load()} />
      {/if}
      <Practised screening={params.id} names={data.names} />
    {/snippet}
  </Loaded>
</Page>
