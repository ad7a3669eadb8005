<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { given } from '../../lib/given';
  import Slider from '../../lib/motion/Slider.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { trouble } from '../../lib/words/trouble';
  import { decimal } from '../../lib/words/words';
  import Send from './Send.svelte';

  let { screening = '', athlete = '' }: { screening?: string; athlete?: string } = $props();

  type Device = Schemas['DeviceControllerDeviceRequest']['device'];
  let device = $state<Device>('SCALES');
  let csv = $state('');
  let said = $state.raw<Schemas['DeviceControllerDeviceResponse'] | null>(null);
  let about = $state<Schemas['MeasuringControllerAbout']>({});
  let trial = crypto.randomUUID();
  let error = $state.raw<unknown>(null);
  let share = $state(56);
  let kilograms = $state(60);
  let sway = $state(1.2);
  let seed = 1;

  async function read() {
    if (!csv) return;
    try {
      said = await ask(
        api.POST('/api/measuring/device', {
          body: given({
            device,
            csv,
            screening: about.screening,
            test: about.test,
            working: about.working,
            trial,
          }),
        }),
      );
      error = null;
    } catch (e) {
      error = e;
      said = null;
    }
  }

  async function take(file: File | undefined) {
    if (!file) return;
    csv = await file.text();
    trial = crypto.randomUUID();
    await read();
  }

  async function simulate() {
    try {
      const made = await ask(
        api.POST('/api/measuring/device/simulation', {
          body: { device, size: device === 'SCALES' ? share : sway, kilograms, seed: seed++ },
        }),
      );
      csv = made.csv;
      trial = crypto.randomUUID();
      await read();
    } catch (e) {
      error = e;
    }
  }

  function saveCsv() {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([csv], { type: 'text/csv' }));
    link.download = device === 'SCALES' ? 'scales.csv' : 'plate.csv';
    link.click();
    URL.revokeObjectURL(link.href);
  }

  function line(values: number[], height: number, most: number): string {
    return values
      .map(
        (v, i) =>
          `${i ? 'L' : 'M'}${((i / (values.length - 1)) * 600).toFixed(1)} ${(height - (v / most) * height).toFixed(1)}`,
      )
      .join('');
  }
  const loadMost = $derived(said ? Math.max(1, ...said.first, ...said.second) * 1.05 : 1);
  const swayMost = $derived(
    said ? Math.max(0.5, ...said.first.map(Math.abs), ...said.second.map(Math.abs)) * 1.1 : 1,
  );
  const suits = (test: Schemas['TestDefinition']) =>
    test.criteria.some((c) =>
      device === 'SCALES' ? c.gauge?.instrument === 'SCALE' : c.noted.includes('sway-velocity'),
    );
</script>

<div class="grid gap-6 lg:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]" data-testid="device">
  <div class="min-w-0">
    <div class="picture">
      {#if said && device === 'SCALES'}
        <svg viewBox="-40 -10 660 300" role="img" aria-label={m.device_chart()}>
          <path class="axis" d="M0 0V280H600" />
          <path class="line" d={line(said.first, 280, loadMost)} />
          <path class="line second" d={line(said.second, 280, loadMost)} />
          <text x="-6" y="10" text-anchor="end">{decimal(loadMost)}</text>
          <text x="-6" y="284" text-anchor="end">kg</text>
        </svg>
      {:else if said}
        <svg
          viewBox="{-swayMost} {-swayMost} {2 * swayMost} {2 * swayMost}"
          role="img"
          aria-label={m.device_chart()}
        >
          <path class="axis" d="M{-swayMost} 0H{swayMost}M0 {-swayMost}V{swayMost}" />
          <path
            class="line"
            d={said.first
              .map(
                (x, i) =>
                  `${i ? 'L' : 'M'}${(-(said!.second[i] ?? 0)).toFixed(3)} ${(-x).toFixed(3)}`,
              )
              .join('')}
          />
        </svg>
      {:else}
        <p class="max-w-prose p-8 text-center">{m.device_empty()}</p>
      {/if}
    </div>
    {#if said}
      <dl class="mt-3 grid grid-cols-2 gap-x-6 gap-y-1 sm:grid-cols-4">
        {#if said.scales}
          <div>
            <dt>{m.device_first()}</dt>
            <dd>{decimal(said.scales.first)} kg</dd>
          </div>
          <div>
            <dt>{m.device_second()}</dt>
            <dd>{decimal(said.scales.second)} kg</dd>
          </div>
          <div>
            <dt>{m.device_share()}</dt>
            <dd>{decimal(said.scales.share)} %</dd>
          </div>
          <div>
            <dt>{m.device_steady()}</dt>
            <dd>{decimal(said.scales.seconds)} s</dd>
          </div>
        {:else if said.plate}
          <div>
            <dt>{m.device_path()}</dt>
            <dd>{decimal(said.plate.pathLength)} cm</dd>
          </div>
          <div>
            <dt>{m.measure_sway_velocity()}</dt>
            <dd>{decimal(said.plate.velocity)} cm/s</dd>
          </div>
          <div>
            <dt>{m.measure_sway_area()}</dt>
            <dd>{decimal(said.plate.ellipseArea)} cm²</dd>
          </div>
          <div>
            <dt>{m.device_time()}</dt>
            <dd>{decimal(said.plate.seconds)} s</dd>
          </div>
        {/if}
      </dl>
      <button class="btn-soft-line btn mt-3" onclick={saveCsv}>{m.device_save()}</button>
    {/if}
  </div>
  <div class="grid content-start gap-5">
    <label class="grid gap-1 text-sm font-bold"
      >{m.device_which()}
      <select
        class="select"
        bind:value={device}
        onchange={() => {
          said = null;
          csv = '';
          about = given({ ...about, test: undefined });
        }}
      >
        <option value="SCALES">{m.device_scales()}</option>
        <option value="PLATE">{m.device_plate()}</option>
      </select>
    </label>
    <label class="grid gap-1 text-sm font-bold"
      >{m.device_file()}
      <input
        class="file-input w-full"
        type="file"
        accept=".csv,.txt"
        onchange={(e) => void take(e.currentTarget.files?.[0])}
      />
      <span class="quiet font-normal"
        >{device === 'SCALES' ? m.device_scales_columns() : m.device_plate_columns()}</span
      >
    </label>
    <fieldset class="grid gap-3 border border-base-300 p-3">
      <legend class="px-1 text-sm font-bold">{m.device_stand_in()}</legend>
      {#if device === 'SCALES'}
        <Slider label={m.device_share()} unit="%" min={0} max={100} step={1} bind:value={share} />
        <Slider
          label={m.device_mass()}
          unit="kg"
          min={20}
          max={150}
          step={1}
          bind:value={kilograms}
        />
      {:else}
        <Slider label={m.device_sway()} unit="cm" min={0.2} max={5} step={0.1} bind:value={sway} />
      {/if}
      <button class="btn-soft-line btn" onclick={simulate}>{m.device_simulate()}</button>
    </fieldset>
    {#if error}<p class="border-l-4 border-error pl-3" role="alert">{trouble(error)}</p>{/if}
    {#if said}
      <Send
        bind:about
        facts={said.facts}
        changed={() => void read()}
        {screening}
        {athlete}
        {suits}
      />
    {/if}
  </div>
</div>

<style>
  .picture {
    display: grid;
    place-items: center;
    height: 24rem;
    background: var(--color-base-200);
    border: 1px solid var(--color-base-300);
  }
  svg {
    width: 100%;
    height: 24rem;
    padding: 1rem;
  }
  path {
    vector-effect: non-scaling-stroke;
  }
  .axis {
    fill: none;
    stroke: var(--color-base-300);
  }
  .line {
    fill: none;
    stroke: var(--color-base-content);
    stroke-width: 2;
  }
  .second {
    stroke-dasharray: 8 5;
  }
  text {
    font-size: 14px;
    fill: var(--color-base-content);
  }
  dt {
    font-size: 0.85rem;
  }
  dd {
    font: 600 1.5rem var(--font-sign);
  }
</style>
