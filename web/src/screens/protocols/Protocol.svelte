<script lang="ts">
  import { push } from 'svelte-spa-router';
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { roleWord } from '../../lib/words/judgement';
  import { trouble } from '../../lib/words/trouble';
  import { say, viewName } from '../../lib/words/words';
  import Moved from './Moved.svelte';
  import ThresholdField from './ThresholdField.svelte';

  let { params }: { params: { id: string; version: string } } = $props();
  type Protocol = Schemas['Protocol'];

  let draft = $state<Protocol | null>(null);
  let editing = $state(false);
  let screening = $state('');
  let moved = $state.raw<Schemas['SchoolControllerSchoolsView'] | null>(null);
  let asking = $state(false);
  let error = $state.raw<unknown>(null);

  const at = () => `${params.id} ${params.version}`;
  const loaded = Resource.at(at, async () => {
    const [protocol, battery, today] = await Promise.all([
      ask(
        api.GET('/api/protocols/{id}/{version}', {
          params: { path: { id: params.id, version: +params.version } },
        }),
      ),
      ask(api.GET('/api/battery')),
      ask(api.GET('/api/today')),
    ]);
    draft = structuredClone(protocol);
    screening =
      today.screenings.find((s) => s.screening.protocol === protocol.id)?.screening.id ??
      today.screenings[0]?.screening.id ??
      '';
    return { protocol, battery, screenings: today.screenings };
  });

  function changed() {
    moved = null;
    error = null;
  }

  function choose(question: Schemas['Question'], value: string) {
    const view = question.views.find((v) => v.value === value);
    if (!draft || !view) return;
    draft.policies[question.id] = structuredClone(view);
    changed();
  }

  function put(test: Schemas['TestDefinition'], here: boolean) {
    if (!draft) return;
    if (!here) draft.tests = draft.tests.filter((t) => t.id !== test.id);
    else draft.tests.push(structuredClone(test));
    changed();
  }

  async function preview() {
    if (!draft) return;
    asking = true;
    try {
      moved = await ask(
        api.POST('/api/protocols/preview', {
          body: { screening, protocol: $state.snapshot(draft) },
        }),
      );
      error = null;
    } catch (e) {
      error = e;
    } finally {
      asking = false;
    }
  }

  async function save() {
    if (!draft) return;
    try {
      const kept = await ask(api.POST('/api/protocols', { body: $state.snapshot(draft) }));
      editing = false;
      await push(`/protocols/${kept.id}/${kept.version}`);
    } catch (e) {
      error = e;
    }
  }
</script>

{#snippet actions()}
  <a class="btn-soft-line btn" href="#/protocols">{m.nav_protocols()}</a>
  {#if !editing}<button class="btn btn-primary" onclick={() => (editing = true)}
      >{m.protocol_edit()}</button
    >{/if}
{/snippet}

<Page
  title={draft ? say(draft.name) : m.protocol()}
  above={m.version({ version: params.version })}
  {actions}
  wide
>
  <Loaded resource={loaded}>
    {#snippet children({ battery, screenings })}
      {#if draft}
        <p class="max-w-prose">{say(draft.summary)}</p>
        {#if editing}
          <div class="sticky top-0 z-10 mt-3 border-2 border-accent bg-base-100 p-3">
            <div class="flex flex-wrap items-end gap-3">
              <label class="grid gap-1"
                >{m.protocol_copy_as()}<input
                  class="input h-11 w-64"
                  maxlength="60"
                  value={draft.name.en}
                  onchange={(e) => {
                    if (!draft || !e.currentTarget.value.trim()) return;
                    const name = e.currentTarget.value.trim();
                    draft.name = { en: name, de: name };
                    draft.id =
                      name
                        .toLowerCase()
                        .normalize('NFD')
                        .replace(/[^a-z0-9]+/g, '-')
                        .replace(/^[^a-z]+|-+$/g, '') || draft.id;
                    changed();
                  }}
                /></label
              >
              <label class="grid gap-1"
                >{m.protocol_try_on()}<select
                  class="select h-11 w-72"
                  bind:value={screening}
                  onchange={changed}
                  >{#each screenings as s (s.screening.id)}<option value={s.screening.id}
                      >{s.team}, {s.screening.name}</option
                    >{/each}</select
                ></label
              >
              <button class="btn-soft-line btn" disabled={!screening || asking} onclick={preview}
                >{m.protocol_preview()}</button
              >
              <button class="btn btn-primary" disabled={!!screening && !moved} onclick={save}
                >{m.protocol_save()}</button
              >
              <button
                class="btn-soft-line btn"
                onclick={() => {
                  editing = false;
                  changed();
                  void loaded.load();
                }}>{m.cancel()}</button
              >
            </div>
            <p class="quiet mt-1 text-sm">{m.protocol_save_text()}</p>
            {#if error}<p class="mt-2 border-l-4 border-error pl-2 font-bold" role="alert">
                {trouble(error)}
              </p>{/if}
            {#if moved}<div class="mt-2 max-h-72 overflow-y-auto">
                <Moved view={moved} protocol={draft} />
              </div>{/if}
          </div>
        {/if}

        <section class="floor-line mt-6 pt-3">
          <h2>{m.protocol_school()}</h2>
          <dl class="mt-2 grid gap-x-8 md:grid-cols-2">
            {#each battery.questions as question (question.id)}
              {@const stated = draft.policies[question.id]}
              <div class="grid grid-cols-[10rem_minmax(0,1fr)] gap-3 border-b border-base-300 py-2">
                <dt class="font-bold">{say(question.name)}</dt>
                <dd>
                  {#if editing}
                    <select
                      class="select h-11 w-full"
                      aria-label={say(question.name)}
                      value={stated?.value}
                      onchange={(e) => choose(question, e.currentTarget.value)}
                    >
                      {#each question.views as view (view.value)}<option value={view.value}
                          >{viewName(view)}</option
                        >{/each}
                    </select>
                  {:else}<strong>{stated ? viewName(stated) : ''}</strong>{/if}
                  {#if stated}<span class="quiet block text-sm">{say(stated.reason)}</span>{/if}
                  {#each ['target', 'tolerance'] as const as which (which)}
                    {@const threshold = stated?.[which]}
                    {#if threshold}<ThresholdField
                        label={which === 'target' ? m.target_value() : m.tolerance()}
                        {threshold}
                        {editing}
                        {changed}
                      />{/if}
                  {/each}
                </dd>
              </div>
            {/each}
          </dl>
        </section>

        {#if editing}
          <section class="floor-line mt-6 pt-3">
            <h2>{m.protocol_battery()}</h2>
            <div class="mt-2 grid sm:grid-cols-2 lg:grid-cols-3">
              {#each battery.tests as test (test.id)}
                <label class="flex min-h-10 items-center gap-2"
                  ><input
                    type="checkbox"
                    class="checkbox"
                    checked={draft.tests.some((t) => t.id === test.id)}
                    onchange={(e) => put(test, e.currentTarget.checked)}
                  />{say(test.name)}</label
                >
              {/each}
            </div>
          </section>
        {/if}

        {#each draft.tests as test (test.id)}
          <section class="floor-line mt-6 pt-3">
            <div class="flex flex-wrap items-center gap-4">
              <h2>{say(test.name)}</h2>
              {#if editing}
                <select
                  class="select h-11 w-56"
                  aria-label={m.protocol_role()}
                  bind:value={test.role}
                  onchange={changed}
                  >{#each Object.entries(roleWord) as [role, word] (role)}<option value={role}
                      >{word()}</option
                    >{/each}</select
                >
              {:else}<span class="quiet">{roleWord[test.role]()}</span>{/if}
              <ThresholdField label={m.weight()} threshold={test.weight} {editing} {changed} />
            </div>
            <table class="mt-2 w-full text-left">
              <thead>
                <tr class="sign border-b-2 border-base-content"
                  ><th class="py-1">{m.criterion()}</th><th>{m.weight()}</th><th>{m.measure()}</th
                  ><th>{m.tolerance()}</th><th>{m.limit()}</th><th>SEM</th></tr
                >
              </thead>
              <tbody>
                {#each test.criteria as criterion (criterion.id)}
                  {#each criterion.anchors.length ? criterion.anchors : [null] as anchor, i (i)}
                    <tr class="border-b border-base-300 align-top">
                      <th scope="row" class="py-1 pr-4 font-normal"
                        >{i === 0 ? say(criterion.name) : ''}</th
                      >
                      <td
                        >{#if i === 0}<ThresholdField
                            label="{say(criterion.name)}, {m.weight()}"
                            threshold={criterion.weight}
                            {editing}
                            {changed}
                            bare
                          />{/if}</td
                      >
                      {#if anchor}
                        <td>{anchor.measure}</td>
                        {#each [['tolerance', m.tolerance()], ['limit', m.limit()], ['sem', 'SEM']] as const as [which, label] (which)}
                          <td
                            ><ThresholdField
                              label="{say(criterion.name)}, {anchor.measure}, {label}"
                              threshold={anchor[which]}
                              {editing}
                              {changed}
                              bare
                            /></td
                          >
                        {/each}
                      {:else}<td class="quiet" colspan="4">{m.by_eye()}</td>{/if}
                    </tr>
                  {/each}
                {/each}
              </tbody>
            </table>
          </section>
        {/each}
      {/if}
    {/snippet}
  </Loaded>
</Page>
