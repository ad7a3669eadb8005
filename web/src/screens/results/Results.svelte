<script lang="ts">
  import { protocolOf, ladders, Names } from '../../lib/api/catalogue';
  import { api, ask } from '../../lib/api/client';
  import Notch from '../../lib/notch/Notch.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { session } from '../../lib/session.svelte';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import SetAside from '../../lib/screening/SetAside.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import ScreeningTabs from '../../lib/shell/ScreeningTabs.svelte';
  import { faulty, ordered, type Order } from '../../lib/strip/order';
  import { cellWord, noIndexWord, type Cell } from '../../lib/words/judgement';
  import { day, decimal, integer, say } from '../../lib/words/words';

  let { params }: { params: { id: string } } = $props();
  const results = Resource.at(
    () => params.id,
    async () => {
      const strips = await ask(
        api.GET('/api/screenings/{id}/results', { params: { path: { id: params.id } } }),
      );
      const [protocol, all] = await Promise.all([protocolOf(strips.screening), ladders()]);
      return { ...strips, protocol, names: new Names(protocol, all) };
    },
  );

  const FIRST = 80;
  let order = $state<Order>('name');
  let search = $state('');
  let only = $state<'all' | 'faults' | 'open' | 'care'>('all');
  let shown = $state(FIRST);
  let sentinel = $state<HTMLElement>();

  const columns = $derived(results.data?.columns ?? []);
  const all = $derived(ordered(results.data?.strips ?? [], order));
  const found = $derived(
    all.filter(
      (s) =>
        s.name.toLowerCase().includes(search.trim().toLowerCase()) &&
        (only === 'all' ||
          (only === 'faults' &&
            faulty(
              s,
              columns.map((_, i) => i),
            )) ||
          (only === 'open' && s.index.kind === 'unknown') ||
          (only === 'care' && (s.pain || s.refer))),
    ),
  );

  $effect(() => {
    if (!sentinel) return;
    const observer = new IntersectionObserver((entries) => {
      if (entries.some((e) => e.isIntersecting)) shown += FIRST;
    });
    observer.observe(sentinel);
    return () => observer.disconnect();
  });

  const legend: Cell[] = [
    'NONE',
    'SLIGHT',
    'MARKED',
    'SEVERE',
    'NOT_ASSESSABLE',
    'STOPPED',
    'ABSENT',
    'EXCUSED',
    'NOT_TESTED',
  ];
  let test = $state('');
  const tests = $derived(
    results.data?.protocol.tests.filter((t) => columns.some((c) => c.test === t.id)) ?? [],
  );
  /** The columns that are shown, each with its place in a strip. */
  const visible = $derived(
    columns
      .map((column, place) => {
        const of = tests.find((t) => t.id === column.test);
        const criterion = of?.criteria.find((c) => c.id === column.criterion);
        const first = columns[place - 1]?.test !== column.test;
        return { place, of, criterion, first };
      })
      .filter((c) => !test || c.of?.id === test),
  );
</script>

<Page
  title={m.nav_results()}
  above={results.data
    ? `${results.data.screening.name} · ${day(results.data.screening.heldOn)}`
    : ''}
  wide
>
  <ScreeningTabs screening={params.id} at="results" />
  <Loaded resource={results}>
    {#snippet children(data)}
      {#if session.lead}<SetAside
          screening={params.id}
          entries={data.setAside}
          changed={results.load}
        />{/if}
      <div class="flex flex-wrap items-end gap-x-5 gap-y-3">
        <label class="grid gap-1 text-sm font-bold"
          >{m.search()}<input class="input" type="search" bind:value={search} /></label
        >
        <label class="grid gap-1 text-sm font-bold">
          {m.show()}
          <select class="select" bind:value={only}>
            <option value="all">{m.show_all()}</option>
            <option value="faults">{m.show_faults()}</option>
            <option value="open">{m.show_open()}</option>
            <option value="care">{m.show_care()}</option>
          </select>
        </label>
        {#if tests.length > 1}
          <label class="grid gap-1 text-sm font-bold">
            {m.test()}
            <select class="select" bind:value={test}>
              <option value="">{m.all_tests()}</option>
              {#each tests as t (t.id)}<option value={t.id}>{say(t.name)}</option>{/each}
            </select>
          </label>
        {/if}
        {#if session.lead}
          <a class="btn-soft-line btn" href="#/screening/{params.id}/next">{m.follow_link()}</a>
          <a class="btn-soft-line btn" href="#/screening/{params.id}/schools"
            >{m.compare_schools()}</a
          >
        {/if}
        <p class="pb-2" role="status">
          {m.found({ count: found.length, all: data.strips.length })}
        </p>
        <ul class="ml-auto flex flex-wrap gap-x-4 gap-y-1 pb-2 text-sm" aria-label={m.legend()}>
          {#each legend as cell (cell)}
            <li class="flex items-center gap-1.5">
              <span class="border border-base-300 px-0.5" aria-hidden="true"><Notch {cell} /></span
              >{cellWord[cell]()}
            </li>
          {/each}
        </ul>
      </div>
      <div class="scroller mt-4 overflow-auto" role="region" aria-label={m.nav_results()}>
        <table class="w-full border-separate border-spacing-0 text-left">
          <thead>
            <tr>
              <th class="sticky-name" aria-sort={order === 'name' ? 'ascending' : undefined}>
                <button class="sign min-h-11 text-lg" onclick={() => (order = 'name')}
                  >{m.name()}{order === 'name' ? ' ↓' : ''}</button
                >
              </th>
              <th aria-sort={order === 'index' ? 'ascending' : undefined}>
                <button class="sign min-h-11 text-lg" onclick={() => (order = 'index')}
                  >{m.index()}{order === 'index' ? ' ↓' : ''}</button
                >
              </th>
              {#each visible as { place, of, criterion, first } (place)}
                <th
                  class={['text-center', first && 'begins']}
                  aria-sort={order === place ? 'descending' : undefined}
                >
                  {#if first && tests.length > 1}<span
                      class="quiet block text-left text-xs font-normal"
                      >{of ? say(of.name) : ''}</span
                    >{/if}
                  <button
                    class="sign min-h-11 w-full px-1 leading-tight"
                    onclick={() => (order = place)}
                  >
                    {criterion ? say(criterion.name) : ''}{order === place ? ' ↓' : ''}
                    {#if criterion?.extent === 'SIDED'}<span
                        class="quiet block text-sm"
                        aria-hidden="true">{m.letter_left()} {m.letter_right()}</span
                      >{/if}
                  </button>
                </th>
              {/each}
            </tr>
          </thead>
          <tbody>
            {#each found.slice(0, shown) as strip (strip.athlete)}
              <tr data-athlete={strip.athlete}>
                <th class="sticky-name font-normal" scope="row">
                  <a
                    class="block py-1.5 font-bold hover:underline"
                    href="#/screening/{params.id}/athlete/{strip.athlete}">{strip.name}</a
                  >
                  {#if strip.incident}<span class="care"
                      >{m.unjudged({ incident: strip.incident })}</span
                    >{/if}
                  {#if strip.refer}<span class="care">{m.refer_short()}</span>
                  {:else if strip.pain}<span class="care">{m.pain_told()}</span>{/if}
                  {#if strip.flagged}<span class="quiet text-sm">{m.flagged()}</span>{/if}
                </th>
                <td class="pr-3 whitespace-nowrap">
                  {#if strip.index.kind === 'known'}
                    <strong>{decimal(strip.index.value)}</strong>
                    <span class="quiet text-sm"
                      >{integer(strip.index.low)}–{integer(strip.index.high)}</span
                    >
                  {:else}
                    <span class="quiet text-sm">{noIndexWord[strip.index.reason]()}</span>
                  {/if}
                </td>
                {#each visible as { place, criterion, first } (place)}
                  {@const cells = strip.cells[place]}
                  {@const label = criterion ? say(criterion.name) : ''}
                  <td class={['text-center whitespace-nowrap', first && 'begins']}>
                    {#if cells && criterion?.extent === 'SIDED'}
                      <Notch cell={cells.left} label={`${label} ${m.side_left()}`} /><Notch
                        cell={cells.right}
                        label={`${label} ${m.side_right()}`}
                      />
                    {:else if cells}
                      <Notch cell={cells.left} {label} />
                    {/if}
                  </td>
                {/each}
              </tr>
            {:else}
              <tr><td colspan={visible.length + 2} class="py-8">{m.results_none()}</td></tr>
            {/each}
          </tbody>
        </table>
        {#if found.length > shown}<div bind:this={sentinel} class="h-10"></div>{/if}
      </div>
    {/snippet}
  </Loaded>
</Page>

<style>
  .scroller {
    max-height: calc(100dvh - 9rem);
    border-top: 3px solid var(--color-base-content);
  }
  thead th {
    position: sticky;
    top: 0;
    z-index: 2;
    background: var(--color-base-200);
    border-bottom: 2px solid var(--color-base-content);
    vertical-align: bottom;
  }
  tbody th,
  tbody td {
    border-bottom: 1px solid var(--color-base-300);
  }
  .begins {
    border-left: 3px solid var(--color-base-content);
  }
  .sticky-name {
    position: sticky;
    left: 0;
    z-index: 1;
    padding-right: 0.75rem;
    background: var(--color-base-100);
    min-width: 11rem;
  }
  thead .sticky-name {
    z-index: 3;
    background: var(--color-base-200);
  }
  .care {
    border-left: 4px solid var(--color-error);
    padding-left: 0.4rem;
    font-size: 0.875rem;
    font-weight: 700;
  }
</style>
