<script lang="ts">
  import 'uplot/dist/uPlot.min.css';
  import uPlot from 'uplot';
  import { m } from '../../lib/paraglide/messages';
  import { measureName } from '../../lib/words/motion';
  import { keyOf, type Bench } from './bench.svelte';

  let { bench }: { bench: Bench } = $props();

  let box = $state<HTMLDivElement>();
  let head = $state(0);
  let plot: uPlot | null = null;
  let area = $state({ left: 0, width: 0, top: 0, height: 0 });
  let chosen = $state<string[]>([]);
  const MOST = 3;
  const DASHES = [[], [8, 5], [2, 4]];

  const traces = $derived(bench.measured?.traces ?? []);
  const units = $derived(new Map(bench.measured?.measures.map((l) => [l.measure, l.unit])));
  const first = $derived(
    bench.clip?.plane === 'FRONT'
      ? ['KNEE_OFFSET LEFT', 'KNEE_OFFSET RIGHT', 'PELVIC_SHIFT ']
      : ['THIGH_ANGLE ', 'SHIN_ANGLE ', 'TRUNK_LEAN '],
  );
  const shown = $derived.by(() => {
    const wanted = chosen.filter((k) => traces.some((t) => keyOf(t.measure, t.side) === k));
    return wanted.length
      ? wanted
      : first.filter((k) => traces.some((t) => keyOf(t.measure, t.side) === k));
  });

  function toggle(key: string) {
    const now = shown.includes(key) ? shown.filter((k) => k !== key) : [...shown, key].slice(-MOST);
    chosen = now.length ? now : [key];
  }

  const ink = (name: string) =>
    getComputedStyle(document.documentElement).getPropertyValue(name).trim();

  /** Events of the repetitions as upright lines: the bottom in full, start and end dashed. */
  function events(u: uPlot) {
    const context = u.ctx;
    const rate = bench.clip?.rate ?? 1;
    context.save();
    context.strokeStyle = ink('--color-accent');
    context.lineWidth = 2 * devicePixelRatio;
    for (const { events: e } of bench.report?.repetitions ?? []) {
      for (const [frame, dash] of [
        [e.start, [4, 5]],
        [e.bottom, []],
        [e.end, [4, 5]],
      ] as [number, number[]][]) {
        const x = u.valToPos(frame / rate, 'x', true);
        context.setLineDash(dash.map((d) => d * devicePixelRatio));
        context.beginPath();
        context.moveTo(x, u.bbox.top);
        context.lineTo(x, u.bbox.top + u.bbox.height);
        context.stroke();
      }
    }
    context.restore();
  }

  $effect(() => {
    const clip = bench.clip;
    const holder = box;
    if (!holder || !clip) return;
    const lines = shown.flatMap((key) => traces.filter((t) => keyOf(t.measure, t.side) === key));
    const times = Array.from({ length: clip.frames }, (_, f) => f / clip.rate);
    const axis = {
      stroke: ink('--color-base-content'),
      grid: { stroke: ink('--color-base-300'), width: 1 },
      ticks: { stroke: ink('--color-base-300'), width: 1 },
      font: '13px "Atkinson Hyperlegible Next Variable"',
    };
    const colours = ['--color-base-content', '--line-knee', '--line-foot'];
    plot = new uPlot(
      {
        width: holder.clientWidth,
        height: 190,
        legend: { show: false },
        scales: { x: { time: false } },
        cursor: { drag: { x: false, y: false }, points: { show: false } },
        axes: [
          { ...axis, label: m.meas_seconds(), labelSize: 22, size: 34 },
          { ...axis, size: 46 },
        ],
        series: [
          {},
          ...lines.map((t, i) => ({
            label: measureName(t.measure, t.side),
            stroke: ink(colours[i % colours.length]!),
            width: 2,
            dash: DASHES[i % DASHES.length]!,
            spanGaps: false,
            points: { show: clip.frames === 1 },
          })),
        ],
        hooks: {
          draw: [events],
          setSize: [measure],
          ready: [measure],
        },
      },
      [times, ...lines.map((t) => t.values)],
      holder,
    );
    const resize = new ResizeObserver(() =>
      plot?.setSize({ width: holder.clientWidth, height: 190 }),
    );
    resize.observe(holder);
    return () => {
      resize.disconnect();
      plot?.destroy();
      plot = null;
    };
  });

  function measure(u: uPlot) {
    const ratio = devicePixelRatio;
    area = {
      left: u.bbox.left / ratio,
      width: u.bbox.width / ratio,
      top: u.bbox.top / ratio,
      height: u.bbox.height / ratio,
    };
  }

  /** The cursor is a line of its own: moving it draws nothing again. */
  $effect(() => {
    const last = Math.max(1, (bench.clip?.frames ?? 1) - 1);
    head = area.left + (area.width * bench.frame) / last;
  });

  function seek(event: PointerEvent) {
    if (!(event.buttons & 1) || !bench.clip) return;
    const left = box!.getBoundingClientRect().left + area.left;
    bench.playing = false;
    bench.to(((event.clientX - left) / area.width) * (bench.clip.frames - 1));
  }
</script>

<div
  class="relative mt-3"
  role="presentation"
  onpointerdown={seek}
  onpointermove={seek}
  data-testid="traces"
>
  <div bind:this={box}></div>
  <div
    class="head"
    style:transform="translateX({head}px)"
    style:top="{area.top}px"
    style:height="{area.height}px"
  ></div>
</div>
<details class="mt-1">
  <summary class="flex min-h-11 cursor-pointer flex-wrap items-center gap-x-4 gap-y-1 text-sm">
    {#each shown as key, i (key)}
      {@const t = traces.find((x) => keyOf(x.measure, x.side) === key)}
      {#if t}<span class="flex items-center gap-2">
          <svg width="34" height="8" aria-hidden="true"
            ><path
              d="M0 4H34"
              class="line{i}"
              stroke-width="2.5"
              stroke-dasharray={DASHES[i]!.join(' ') || undefined}
            /></svg
          >{measureName(t.measure, t.side)}</span
        >{/if}
    {/each}
    <span class="underline">{m.meas_other_traces()}</span>
  </summary>
  <div class="flex flex-wrap gap-2 py-2">
    {#each traces as t (keyOf(t.measure, t.side))}
      {@const key = keyOf(t.measure, t.side)}
      <button
        class={['btn min-h-11 btn-sm', shown.includes(key) ? 'btn-primary' : 'btn-soft-line']}
        aria-pressed={shown.includes(key)}
        title={units.get(t.measure)}
        onclick={() => toggle(key)}>{measureName(t.measure, t.side)}</button
      >
    {/each}
  </div>
</details>

<style>
  .head {
    position: absolute;
    left: 0;
    width: 2px;
    background: var(--color-error);
    pointer-events: none;
  }
  .line0 {
    stroke: var(--color-base-content);
  }
  .line1 {
    stroke: var(--line-knee);
  }
  .line2 {
    stroke: var(--line-foot);
  }
</style>
