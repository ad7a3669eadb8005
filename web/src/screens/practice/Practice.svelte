<script lang="ts">
  import { router } from 'svelte-spa-router';
  import { api, ask } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { stayAwake } from '../../lib/shell/awake';
  import { hand } from '../../lib/shell/hand';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { trouble } from '../../lib/words/trouble';
  import { say } from '../../lib/words/words';
  import { testOf, type Station } from '../station/line.svelte';
  import StationDesk from '../station/StationDesk.svelte';
  import { begin, type Practice } from './practice.svelte';
  import PracticeOutcome from './PracticeOutcome.svelte';

  let { params }: { params: { id: string; station?: string } } = $props();

  interface Room {
    station: Station;
    tests: string[];
    practice: Practice | null;
  }

  const named = (number: number) => m.practice_athlete({ number });

  /** The test that was asked for, if it can be practised; else the first of this station, else of all. */
  async function open(): Promise<Room> {
    const query = params.station ? { station: params.station } : {};
    const path = { id: params.id };
    const [station, all] = await Promise.all([
      ask(api.GET('/api/screenings/{id}/station', { params: { path, query } })),
      ask(api.GET('/api/screenings/{id}/practice/tests', { params: { path } })),
    ]);
    const here = all.filter((test) => station.tests.includes(test));
    const tests = here.length ? here : all;
    const asked = new URLSearchParams(router.querystring ?? '').get('test') ?? '';
    const test = tests.includes(asked) ? asked : tests[0];
    return { station, tests, practice: test ? await begin(station, test, named) : null };
  }

  const room = new Resource(open);
  const back = $derived(
    `#/screening/${params.id}/station${params.station ? `/${params.station}` : ''}`,
  );
  let started = $state(false);
  let failed = $state.raw<unknown>(null);

  /** Other athletes, of this test or another one. */
  async function anew(test: string) {
    const data = room.data;
    if (!data) return;
    failed = null;
    try {
      const practice = await begin(data.station, test, named);
      room.data = { ...data, practice };
    } catch (error) {
      failed = error;
    }
  }

  $effect(() => {
    document.title = `${m.practice()} · ${m.brand()}`;
  });
  $effect(() => stayAwake());
</script>

<div
  class={[
    'mx-auto w-full max-w-[90rem] px-3 sm:px-6',
    hand.current && 'flex min-h-0 flex-1 flex-col overflow-y-auto',
  ]}
>
  <Loaded resource={room}>
    {#snippet children({ station, tests, practice })}
      {#if !practice}
        <h1 class="pt-6">{m.practice()}</h1>
        <p class="mt-3 max-w-prose">{m.practice_nothing()}</p>
        <a class="btn mt-4 h-14 self-start btn-primary" href={back}>{m.practice_leave()}</a>
      {:else if practice.result}
        <PracticeOutcome
          {practice}
          result={practice.result}
          {back}
          again={() => anew(practice.drill.test)}
        />
      {:else if !started}
        <h1 class="pt-6">{m.practice_title()}</h1>
        <div class="grid max-w-prose gap-3 pt-3 text-lg">
          <p>{m.practice_text()}</p>
          <p>{m.practice_steps()}</p>
          <p class="quiet text-base">{m.practice_kept()}</p>
          {#if tests.length > 1}
            <label class="grid gap-1"
              >{m.practice_test()}<select
                class="select h-12 w-full"
                value={practice.drill.test}
                onchange={(e) => anew(e.currentTarget.value)}
                >{#each tests as id (id)}{@const test = testOf(station, id)}<option value={id}
                    >{test ? say(test.name) : id}</option
                  >{/each}</select
              ></label
            >
          {/if}
          <button class="btn h-14 text-lg btn-primary" onclick={() => (started = true)}
            >{m.practice_begin()}</button
          >
          <a class="btn-soft-line btn h-12" href={back}>{m.practice_leave()}</a>
        </div>
      {:else if practice.seen}
        <h1 class="pt-6">{m.practice_seen()}</h1>
        <div class="grid max-w-prose gap-3 pt-3">
          <button
            class="btn h-14 text-lg btn-primary"
            disabled={practice.sending}
            onclick={() => practice.finish()}>{m.practice_finish()}</button
          >
          <button class="btn-soft-line btn h-12" onclick={() => practice.desk.undo()}
            >{m.practice_back()}</button
          >
          {#if practice.error}<p class="border-l-4 border-error pl-3 font-bold" role="alert">
              {trouble(practice.error)}
            </p>{/if}
        </div>
      {:else}
        <StationDesk desk={practice.desk} reload={() => room.load()} />
      {/if}
      {#if failed}<p class="mt-3 border-l-4 border-error pl-3 font-bold" role="alert">
          {trouble(failed)}
        </p>{/if}
    {/snippet}
  </Loaded>
</div>
