<script lang="ts">
  import { api, ask } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { getLocale } from '../../lib/paraglide/runtime';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import ScreeningTabs from '../../lib/shell/ScreeningTabs.svelte';
  import { trouble } from '../../lib/words/trouble';
  import { pressed, type Far } from './press';

  let { params }: { params: { id: string } } = $props();

  const groups = Resource.at(
    () => params.id,
    () => ask(api.GET('/api/screenings/{id}/groups', { params: { path: { id: params.id } } })),
  );

  const SHEET = 'paper-sheet';
  let language = $state(getLocale().toUpperCase());
  let sheet = $state(localStorage.getItem(SHEET) ?? 'A4');
  $effect(() => localStorage.setItem(SHEET, sheet));

  const sections = [
    {
      title: m.papers_hall,
      papers: [
        { paper: 'consents', name: m.paper_consents, text: m.paper_consents_text },
        { paper: 'stations', name: m.paper_stations, text: m.paper_stations_text },
        { paper: 'blanks', name: m.paper_blanks, text: m.paper_blanks_text },
        { paper: 'grades', name: m.grades_title, text: m.paper_grades_text },
      ],
    },
    {
      title: m.papers_athletes,
      papers: [
        { paper: 'wall-list', name: m.paper_wall_list, text: m.paper_wall_list_text },
        { paper: 'cards', name: m.paper_cards, text: m.paper_cards_text },
        { paper: 'letters', name: m.paper_letters, text: m.paper_letters_text },
      ],
    },
    {
      title: m.papers_leads,
      papers: [
        { paper: 'sessions', name: m.paper_sessions, text: m.paper_sessions_text },
        { paper: 'report', name: m.paper_report, text: m.paper_report_text },
      ],
    },
  ];

  const tables = [
    { table: 'RESULTS', name: m.nav_results },
    { table: 'GROUPS', name: m.nav_groups },
    { table: 'BLOCK', name: m.nav_training },
    { table: 'HISTORY', name: m.table_history },
  ];

  const address = (paper: string, form = '') =>
    `/api/screenings/${params.id}/papers/${paper}${form}?${new URLSearchParams({ language, size: sheet })}`;

  let working = $state('');
  let far = $state<Far | null>(null);
  let error = $state.raw<unknown>(null);
  let stop: AbortController | null = null;

  async function pdf(paper: string) {
    stop = new AbortController();
    working = paper;
    far = null;
    error = null;
    try {
      const file = await pressed(address(paper, '/progress'), (f) => (far = f), stop.signal);
      const link = document.createElement('a');
      link.href = URL.createObjectURL(file.content);
      link.download = file.name;
      link.click();
      setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
    } catch (e) {
      if (!stop.signal.aborted) error = e;
    }
    working = '';
  }
</script>

<Page title={m.nav_papers()} above={groups.data?.screening.name ?? ''}>
  <ScreeningTabs screening={params.id} at="papers" />
  <p class="max-w-prose">{m.papers_text()}</p>
  <div class="mt-4 flex flex-wrap gap-4">
    <label class="grid gap-1 font-bold"
      >{m.language()}<select class="select h-12 w-44" bind:value={language}>
        <option value="EN">English</option>
        <option value="DE">Deutsch</option>
      </select></label
    >
    <label class="grid gap-1 font-bold"
      >{m.papers_sheet()}<select class="select h-12 w-44" bind:value={sheet}>
        <option value="A4">A4</option>
        <option value="LETTER">Letter</option>
      </select></label
    >
  </div>
  {#if error}<p class="mt-4 max-w-prose border-l-4 border-error pl-3 font-bold" role="alert">
      {trouble(error)}
    </p>{/if}
  <Loaded resource={groups}>
    {#each sections as section (section.title)}
      <section class="floor-line mt-6 pt-3">
        <h2>{section.title()}</h2>
        <ul>
          {#each section.papers as { paper, name, text } (paper)}
            <li
              class="flex flex-wrap items-center justify-between gap-x-8 gap-y-3 border-b border-base-300 py-4"
            >
              <div class="max-w-prose flex-1 basis-80">
                <h3 class="text-lg font-bold">{name()}</h3>
                <p class="quiet">{text()}</p>
              </div>
              {#if working === paper}
                <div class="flex items-center gap-3" role="status">
                  <progress
                    class="progress w-40"
                    value={far ? far.done : undefined}
                    max={far?.of ?? 1}
                    aria-label={m.papers_working()}
                  ></progress>
                  <button class="btn-soft-line btn h-12" onclick={() => stop?.abort()}
                    >{m.cancel()}</button
                  >
                </div>
              {:else}
                <div class="flex gap-2">
                  <a
                    class="btn-soft-line btn h-12"
                    href={address(paper)}
                    target="_blank"
                    rel="noopener"
                    aria-label="{m.papers_view()}: {name()}">{m.papers_view()}</a
                  >
                  <button
                    class="btn h-12 btn-primary"
                    disabled={!!working}
                    aria-label="PDF: {name()}"
                    onclick={() => pdf(paper)}>PDF</button
                  >
                </div>
              {/if}
            </li>
          {/each}
        </ul>
        {#if section.title === m.papers_hall}<p class="mt-4">
            <a class="btn-soft-line btn h-12" href="#/screening/{params.id}/typing"
              >{m.typing_title()}</a
            >
          </p>{/if}
      </section>
    {/each}
    <section class="floor-line mt-6 pt-3">
      <h2>{m.files_tables()}</h2>
      <p class="quiet">{m.files_tables_text()}</p>
      <ul>
        {#each tables as { table, name } (table)}
          <li
            class="flex flex-wrap items-center justify-between gap-x-8 gap-y-3 border-b border-base-300 py-3"
          >
            <h3 class="text-lg font-bold">{name()}</h3>
            <div class="flex gap-2">
              {#each ['CSV', 'XLSX'] as as (as)}
                <a
                  class="btn-soft-line btn h-12"
                  href="/api/screenings/{params.id}/tables/{table}?{new URLSearchParams({
                    as,
                    language,
                  })}"
                  download
                  aria-label="{as}: {name()}">{as}</a
                >
              {/each}
            </div>
          </li>
        {/each}
        <li
          class="flex flex-wrap items-center justify-between gap-x-8 gap-y-3 border-b border-base-300 py-3"
        >
          <div class="max-w-prose flex-1 basis-80">
            <h3 class="text-lg font-bold">{m.files_calendar()}</h3>
            <p class="quiet">{m.files_calendar_text()}</p>
          </div>
          <a
            class="btn-soft-line btn h-12"
            href="/api/screenings/{params.id}/calendar?language={language}"
            download>iCalendar</a
          >
        </li>
      </ul>
    </section>
  </Loaded>
</Page>
