<script lang="ts">
  import { films } from '../../lib/outbox/films.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { session } from '../../lib/session.svelte';
  import { sideWord } from '../../lib/words/judgement';
  import { measureById, reasonWord } from '../../lib/words/motion';
  import { trouble } from '../../lib/words/trouble';
  import { decimal } from '../../lib/words/words';
  import CameraForm from '../measuring/CameraForm.svelte';
  import Findings from '../measuring/Findings.svelte';
  import WorkingLeg from '../measuring/WorkingLeg.svelte';
  import type { Desk } from './desk.svelte';
  import { readOf, StationBench, unreadOf } from './filming.svelte';

  let { desk }: { desk: Desk } = $props();
  let dialog: HTMLDialogElement;
  let bench = $state.raw<StationBench | null>(null);
  let told = $state('');
  let full = $state(false);

  const facts = $derived(bench?.facts ?? []);
  const report = $derived(bench?.report ?? null);
  const repetitions = $derived(new Set(facts.map((f) => f.repetition)).size);

  export function open() {
    if (!desk.athlete) return;
    bench = new StationBench(desk.station.screening.id, desk.athlete.id, desk.test, desk.view);
    told = '';
    full = false;
    dialog.showModal();
  }

  function save() {
    desk.filmed(facts);
    told = m.send_done({ values: facts.length });
    bench?.clear();
  }

  async function keep() {
    const { clip } = bench ?? {};
    if (!bench || !clip) return;
    const { screening } = desk.station;
    full = !(await films.put({
      id: crypto.randomUUID(),
      at: new Date().toISOString(),
      film: bench.film($state.snapshot(clip), desk.opened()),
      test: $state.snapshot(desk.test),
      under: { protocol: screening.protocol, version: screening.protocolVersion },
      lead: session.lead,
      drawn: bench.drawn,
    }));
    if (full) return;
    told = m.film_kept();
    bench.error = null;
    bench.clear();
  }
</script>

<dialog
  class="sheet"
  bind:this={dialog}
  aria-labelledby="film-title"
  onclose={() => (bench = null)}
  data-testid="film-here"
>
  {#if bench}
    <h2 id="film-title">{m.film_here_title({ name: desk.athlete?.shortName ?? '' })}</h2>
    <p class="quiet mt-1 text-sm">{m.film_here_text()}</p>
    {#if bench.test.legs === 'EACH'}
      <div class="mt-3">
        <WorkingLeg
          bind:value={bench.about.working}
          changed={() => bench?.clip && void bench.measure()}
        />
      </div>
    {/if}
    <div class="mt-3"><CameraForm {bench} longest={10} /></div>
    {#if bench.asking}<p class="mt-3" role="status">{m.loading()}</p>{/if}
    {#if report}
      <div class="mt-3 grid gap-3" data-testid="filmed">
        <Findings findings={report.findings} />
        {#if !bench.refused && !report.repetitions.length}
          <p class="border-l-4 border-warning pl-3" role="alert">{m.meas_no_repetition()}</p>
        {/if}
        {#if facts.length}
          <table class="w-full text-left text-sm tabular-nums">
            <thead
              ><tr class="border-b border-base-content"
                ><th class="py-1">{m.meas_measure()}</th><th class="text-right"
                  >{m.film_here_repetitions()}</th
                ></tr
              ></thead
            >
            <tbody>
              {#each readOf(facts) as line (line.measure + (line.side ?? ''))}
                <tr class="border-b border-base-300 align-top"
                  ><td class="py-1 pr-3"
                    >{measureById(line.measure)}{line.side ? `, ${sideWord[line.side]()}` : ''}</td
                  ><td class="text-right">{line.values.map((v) => decimal(v)).join(' · ')}</td></tr
                >
              {/each}
            </tbody>
          </table>
        {/if}
        {#if unreadOf(report).length}
          <div class="text-sm" data-testid="unread">
            <p class="font-bold">{m.film_here_unread()}</p>
            <ul class="list-disc pl-5">
              {#each unreadOf(report) as [reason, count] (reason)}
                <li>{reasonWord[reason]()} ({m.film_here_measures({ count })})</li>
              {/each}
            </ul>
          </div>
        {/if}
        {#if facts.length}<button class="btn h-14 w-full btn-primary" onclick={save}
            >{m.send_button({ values: facts.length, repetitions })}</button
          >{/if}
      </div>
    {:else if bench.offline && bench.clip}
      <div class="mt-3 border-l-4 border-accent pl-3">
        <p>{m.film_here_offline()}</p>
        <button class="btn mt-2 h-14 w-full btn-primary" onclick={keep}>{m.film_here_keep()}</button
        >
        {#if full}<p class="mt-2 text-error" role="alert">{m.outbox_not_stored()}</p>{/if}
      </div>
    {:else if bench.error}<p class="mt-3 border-l-4 border-error pl-3" role="alert">
        {trouble(bench.error)}
      </p>{/if}
  {/if}
  {#if told}<p class="mt-3 font-bold" role="status">{told}</p>{/if}
  <form method="dialog" class="mt-4">
    <button class="btn-soft-line btn w-full">{m.close()}</button>
  </form>
</dialog>
