<script lang="ts">
  import { ladders, Names, protocolOf, trialNames } from '../../lib/api/catalogue';
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import ScreeningTabs from '../../lib/shell/ScreeningTabs.svelte';
  import { aboutLook } from '../../lib/words/looks';
  import { day, decimal, integer } from '../../lib/words/words';

  let { params }: { params: { id: string } } = $props();
  type Queued = Schemas['LookAgainControllerQueuedLook'];

  const looks = Resource.at(
    () => params.id,
    async () => {
      const view = await ask(
        api.GET('/api/screenings/{id}/look-again', { params: { path: { id: params.id } } }),
      );
      const [protocol, all] = await Promise.all([protocolOf(view.screening), ladders()]);
      return { ...view, names: new Names(protocol, all), trial: trialNames(protocol) };
    },
  );
  type Shown = NonNullable<typeof looks.data>;

  function what(data: Shown, look: Queued['look']): string {
    const test = data.trial({ retest: false, id: look.test });
    switch (look.kind) {
      case 'FIRST_LOOK':
        return m.again_first({ test });
      case 'SECOND_LOOK':
        return m.again_second({ test });
      case 'RETEST':
        return m.again_retest({
          retest: data.trial({ retest: true, id: look.retest ?? '' }),
        });
      case 'SINCE_TRAINING':
        return m.again_since({ test });
      case 'TEST':
        return m.again_test({ test });
    }
  }

  function station({ athlete, look }: Queued): string {
    const query = new URLSearchParams({ athlete, test: look.test, look: look.kind });
    if (look.retest) query.set('retest', look.retest);
    return `#/screening/${params.id}/station?${query}`;
  }
</script>

<Page
  title={m.again_title()}
  above={looks.data ? `${looks.data.screening.name} · ${day(looks.data.screening.heldOn)}` : ''}
>
  <ScreeningTabs screening={params.id} at="again" />
  <Loaded resource={looks}>
    {#snippet children(data)}
      <p class="max-w-prose">{m.again_text()}</p>
      <ol class="mt-4 grid gap-x-10 lg:grid-cols-2">
        {#each data.looks as queued, i (`${queued.athlete} ${i}`)}
          {@const say = what(data, queued.look)}
          <li class="flex items-center gap-3 border-b border-base-300 py-2" data-testid="look">
            <span class="sign w-8 shrink-0 text-right text-2xl">{i + 1}</span>
            <span class="min-w-0 flex-1">
              <a
                class="font-bold hover:underline"
                href="#/screening/{params.id}/athlete/{queued.athlete}">{queued.name}</a
              >
              <span class="block"
                >{say} <span class="quiet">{aboutLook(queued.look, data.names)}</span></span
              >
              <span class="quiet block text-sm"
                >{m.again_seconds({ seconds: integer(queued.look.seconds) })} · {m.again_worth({
                  points: decimal(100 * queued.look.drop),
                })}</span
              >
            </span>
            <a
              class="btn-soft-line btn h-12 shrink-0"
              aria-label={m.again_open_for({ name: queued.name, what: say })}
              href={station(queued)}>{m.again_open()}</a
            >
          </li>
        {:else}<li>{m.again_none()}</li>{/each}
      </ol>
      {#if data.more}<p class="quiet mt-3">{m.again_more({ count: data.more })}</p>{/if}
    {/snippet}
  </Loaded>
</Page>
