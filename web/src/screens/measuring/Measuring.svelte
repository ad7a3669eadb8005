<script lang="ts">
  import { router } from 'svelte-spa-router';
  import Pause from '@lucide/svelte/icons/pause';
  import Play from '@lucide/svelte/icons/play';
  import type { Schemas } from '../../lib/api/client';
  import { given } from '../../lib/given';
  import { m } from '../../lib/paraglide/messages';
  import Page from '../../lib/shell/Page.svelte';
  import { trouble } from '../../lib/words/trouble';
  import { decimal } from '../../lib/words/words';
  import { Bench } from './bench.svelte';
  import CameraForm from './CameraForm.svelte';
  import DeviceForm from './DeviceForm.svelte';
  import Does from './Does.svelte';
  import FileForm from './FileForm.svelte';
  import FilmForm from './FilmForm.svelte';
  import Findings from './Findings.svelte';
  import { download, type Format } from './files';
  import Origins from './Origins.svelte';
  import RepetitionTable from './RepetitionTable.svelte';
  import Send from './Send.svelte';
  import SimulationForm from './SimulationForm.svelte';
  import Stage from './Stage.svelte';
  import Traces from './Traces.svelte';

  const asked = new URLSearchParams(router.querystring ?? '');
  const bench = new Bench();
  type From = 'simulation' | 'file' | 'film' | 'camera' | 'device';
  const sources: [From, () => string][] = [
    ['simulation', m.meas_from_simulation],
    ['file', m.meas_from_file],
    ['film', m.meas_from_film],
    ['camera', m.meas_from_camera],
    ['device', m.meas_from_device],
  ];
  let from = $state<From>((asked.get('from') as From | null) ?? 'simulation');
  let format = $state<Format>('CSV');
  let trying = $state.raw<unknown>(null);

  const clip = $derived(bench.clip);
  const formats = $derived<Format[]>(
    clip?.plane === 'SPACE' ? ['CSV', 'TRC', 'C3D'] : ['CSV', 'TRC', 'C3D', 'COCO', 'LANDMARKS_33'],
  );
  const formatWord: Record<Format, string> = {
    CSV: 'CSV',
    TRC: 'TRC',
    C3D: 'C3D',
    COCO: m.format_coco(),
    LANDMARKS_33: m.format_33(),
  };

  $effect(() => (bench.playing ? bench.play() : undefined));

  function change(next: From) {
    from = next;
    bench.clear();
    bench.about = given({ ...bench.about, pattern: undefined, working: undefined });
  }

  const MEASURED = new Set(['SQUAT', 'LUNGE', 'BALANCE']);
  const suits = (test: Schemas['TestDefinition']) =>
    MEASURED.has(test.pattern) && test.criteria.some((c) => c.anchors.length && !c.gauge);

  async function save() {
    try {
      await download(clip!, format);
      trying = null;
    } catch (e) {
      trying = e;
    }
  }

  const keyList = $derived([
    { keys: [' '], label: m.meas_key_play(), does: () => (bench.playing = !bench.playing) },
    { keys: ['ArrowLeft', ','], label: m.meas_key_back(), does: () => bench.to(bench.frame - 1) },
    { keys: ['ArrowRight', '.'], label: m.meas_key_on(), does: () => bench.to(bench.frame + 1) },
    {
      keys: ['b'],
      label: m.meas_key_bottom(),
      does: () => {
        const bottoms = bench.report?.repetitions.map((r) => r.events.bottom) ?? [];
        bench.to(bottoms.find((b) => b > bench.frame) ?? bottoms[0] ?? 0);
      },
    },
  ]);
</script>

<Page title={m.meas_title()} {keyList} wide>
  <div class="mb-4 flex flex-wrap gap-2" role="radiogroup" aria-label={m.meas_from()}>
    {#each sources as [value, word] (value)}
      <button
        role="radio"
        aria-checked={from === value}
        class={['btn', from === value ? 'btn-primary' : 'btn-soft-line']}
        onclick={() => change(value)}>{word()}</button
      >
    {/each}
  </div>
  {#if from === 'device'}
    <DeviceForm screening={asked.get('screening') ?? ''} athlete={asked.get('athlete') ?? ''} />
  {:else}
    <div class="grid gap-6 lg:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]">
      <div class="min-w-0">
        {#if clip && bench.sight}
          <Stage {bench} />
          {#if clip.frames > 1}
            <div class="mt-2 flex items-center gap-3">
              <button
                class="btn-soft-line btn btn-square"
                aria-label={bench.playing ? m.meas_pause() : m.meas_play()}
                onclick={() => (bench.playing = !bench.playing)}
              >
                {#if bench.playing}<Pause />{:else}<Play />{/if}
              </button>
              <input
                class="line flex-1"
                type="range"
                min="0"
                max={clip.frames - 1}
                value={bench.frame}
                aria-label={m.meas_frame()}
                oninput={(e) => ((bench.playing = false), bench.to(e.currentTarget.valueAsNumber))}
              />
              <span class="w-32 text-right text-sm tabular-nums" data-testid="time"
                >{decimal(bench.seconds)} s · {bench.frame + 1}/{clip.frames}</span
              >
            </div>
            <Traces {bench} />
          {/if}
          <p class="quiet mt-2 text-sm">
            {m.meas_drag_hint()}
            {#if bench.moved}<strong>{m.meas_moved({ count: bench.moved })}</strong>{/if}
          </p>
        {:else}
          <div class="empty">
            <p class="max-w-prose">{m.meas_empty()}</p>
          </div>
        {/if}
      </div>
      <div class="grid min-w-0 content-start gap-6">
        {#if from !== 'simulation'}<Does {bench} />{/if}
        {#if from === 'simulation'}<SimulationForm {bench} />
        {:else if from === 'file'}<FileForm {bench} />
        {:else if from === 'film'}<FilmForm {bench} />
        {:else}<CameraForm {bench} />{/if}
        {#if bench.error}<p class="border-l-4 border-error pl-3" role="alert">
            {trouble(bench.error)}
          </p>{/if}
        {#if bench.report}<Findings findings={bench.report.findings} />{/if}
      </div>
    </div>
    {#if bench.report && !bench.refused}
      <div class="mt-6 grid gap-6 lg:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]">
        <section class="floor-line min-w-0 pt-3" aria-busy={bench.asking}>
          <h2>{m.meas_repetitions()}</h2>
          <p class="quiet text-sm">
            {#if !bench.report.repetitions.length && !bench.refused}{m.meas_no_repetition()}{/if}
            {#if bench.report.incomplete}{m.meas_incomplete({
                count: bench.report.incomplete,
              })}{/if}
            {#if bench.report.scaleFromBody}{m.meas_scale_from_body()}{/if}
            {#if !bench.report.metresPerUnit}{m.meas_no_scale()}{/if}
          </p>
          <RepetitionTable {bench} />
        </section>
        <div class="grid content-start gap-6">
          <Send
            bind:about={bench.about}
            facts={bench.facts}
            changed={() => void bench.measure()}
            screening={asked.get('screening') ?? ''}
            athlete={asked.get('athlete') ?? ''}
            {suits}
          />
          <Origins />
          <section class="floor-line pt-3">
            <h2>{m.meas_save_title()}</h2>
            <div class="mt-2 flex flex-wrap gap-3">
              <select class="select w-48" bind:value={format} aria-label={m.meas_save_format()}>
                {#each formats as f (f)}<option value={f}>{formatWord[f]}</option>{/each}
              </select>
              <button class="btn-soft-line btn" onclick={save}>{m.meas_save()}</button>
            </div>
            {#if trying}<p class="mt-2 text-error" role="alert">{trouble(trying)}</p>{/if}
          </section>
        </div>
      </div>
    {/if}
  {/if}
</Page>

<style>
  .line {
    height: 2.75rem;
    accent-color: var(--color-primary);
  }
  .empty {
    display: grid;
    place-items: center;
    min-height: 24rem;
    padding: 2rem;
    background: var(--color-base-200);
    border: 1px dashed var(--color-base-300);
    text-align: center;
  }
</style>
