<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { protocolOf } from '../../lib/api/catalogue';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import ScreeningTabs from '../../lib/shell/ScreeningTabs.svelte';
  import { trouble } from '../../lib/words/trouble';
  import { say, viewName } from '../../lib/words/words';
  import Moved from './Moved.svelte';
  import Season from './Season.svelte';

  let { params }: { params: { id: string } } = $props();
  type Line = Schemas['ProtocolsProtocolLine'];
  const key = (p: { id: string; version: number }) => `${p.id}/${p.version}`;

  let other = $state('');
  let result = $state.raw<{
    view: Schemas['SchoolControllerSchoolsView'];
    protocol: Schemas['Protocol'];
  } | null>(null);
  let error = $state.raw<unknown>(null);
  let adopted = $state(false);

  const loaded = Resource.at(
    () => params.id,
    async () => {
      const [station, all, battery] = await Promise.all([
        ask(api.GET('/api/screenings/{id}/board', { params: { path: { id: params.id } } })),
        ask(api.GET('/api/protocols')),
        ask(api.GET('/api/battery')),
      ]);
      return {
        screening: station.screening,
        all,
        questions: battery.questions,
        mine: await protocolOf(station.screening),
      };
    },
  );

  async function compare(all: Line[]) {
    const line = all.find((p) => key(p) === other);
    if (!line) return;
    error = null;
    adopted = false;
    try {
      const query = { protocol: line.id, version: line.version };
      const [view, protocol] = await Promise.all([
        ask(
          api.GET('/api/screenings/{id}/schools', { params: { path: { id: params.id }, query } }),
        ),
        ask(
          api.GET('/api/protocols/{id}/{version}', {
            params: { path: { id: line.id, version: line.version } },
          }),
        ),
      ]);
      result = { view, protocol };
    } catch (e) {
      error = e;
    }
  }

  async function adopt() {
    if (!result) return;
    try {
      await ask(
        api.PUT('/api/screenings/{id}/protocol', {
          params: { path: { id: params.id } },
          body: { protocol: result.protocol.id, version: result.protocol.version },
        }),
      );
      adopted = true;
      await loaded.load();
    } catch (e) {
      error = e;
    }
  }
</script>

<Page title={m.schools_title()} above={loaded.data?.screening.name ?? ''} wide>
  <ScreeningTabs screening={params.id} at="results" />
  <Loaded resource={loaded}>
    {#snippet children({ screening, all, questions, mine })}
      <p class="max-w-prose">{m.schools_text()}</p>
      <label class="mt-4 flex flex-wrap items-center gap-3">
        <strong>{say(mine.name)}, {m.version({ version: mine.version })}</strong>
        {m.schools_against()}
        <select class="select h-11 w-80" bind:value={other} onchange={() => compare(all)}>
          <option value="" disabled>{m.schools_choose()}</option>
          {#each all.filter((p) => p.id !== screening.protocol || p.version !== screening.protocolVersion) as p (key(p))}
            <option value={key(p)}>{say(p.name)}, {m.version({ version: p.version })}</option>
          {/each}
        </select>
      </label>
      {#if error}<p class="mt-3 border-l-4 border-error pl-3 font-bold" role="alert">
          {trouble(error)}
        </p>{/if}
      {#if result}
        {@const theirs = result.protocol}
        <div class="mt-6 grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,5fr)_minmax(0,7fr)]">
          <section class="floor-line pt-3">
            <h2>{m.schools_differ()}</h2>
            <table class="mt-2 w-full text-left">
              <tbody>
                {#each questions.filter((q) => mine.policies[q.id]?.value !== theirs.policies[q.id]?.value) as question (question.id)}
                  {@const ours = mine.policies[question.id]}
                  {@const held = theirs.policies[question.id]}
                  <tr class="border-b border-base-300 align-top">
                    <th scope="row" class="py-1 pr-3 font-normal">{say(question.name)}</th>
                    <td class="pr-3">{ours ? viewName(ours) : ''}</td>
                    <td
                      >{#if held}{viewName(held)}<span class="quiet block text-sm"
                          >{say(held.reason)}</span
                        >{/if}</td
                    >
                  </tr>
                {/each}
              </tbody>
            </table>
          </section>
          <section class="floor-line pt-3">
            <h2>{m.schools_who()}</h2>
            <Moved view={result.view} protocol={theirs} />
            <button class="btn-soft-line btn mt-4" onclick={adopt}>{m.schools_adopt()}</button>
            {#if adopted}<p class="mt-1" role="status">{m.schools_adopted()}</p>{/if}
          </section>
        </div>
        {#key `${theirs.id}/${theirs.version}`}<Season
            protocol={theirs}
            until={screening.heldOn}
          />{/key}
      {/if}
    {/snippet}
  </Loaded>
</Page>
