<script lang="ts">
  import { api, ask } from '../../lib/api/client';
  import { BONES } from '../../lib/motion/bones';
  import { path, sightOf, spot, type Clip, type Sight } from '../../lib/motion/clip';
  import { given } from '../../lib/given';
  import { m } from '../../lib/paraglide/messages';
  import { PLACES } from '../../lib/pose/found';
  import { framing, type Framing } from '../../lib/pose/framing';
  import { trouble } from '../../lib/words/trouble';
  import { framingWord } from '../../lib/words/motion';
  import type { Bench } from './bench.svelte';

  let { bench }: { bench: Bench } = $props();

  const SIZE = { width: 640, height: 480 };
  let plane = $state<'FRONT' | 'SIDE'>('SIDE');
  let distance = $state<'good' | 'close'>('good');
  let canvas = $state<HTMLCanvasElement>();
  let seen = $state<Framing | null>(null);
  let recording = $state(false);
  let error = $state.raw<unknown>(null);
  let from = 0;
  let frame = 0;
  let clip = $state.raw<Clip | null>(null);
  let sight: Sight | null = null;

  async function film() {
    try {
      const filmed = await ask(
        api.POST('/api/measuring/simulation', {
          body: {
            exercise: 'SQUAT',
            stature: 170,
            ankle: 36,
            arms: 'FORWARD',
            working: 'LEFT',
            repetitions: 20,
            tempo: { standing: 1.2, descent: 1.6, pause: 0.8, ascent: 1.2 },
            depth: 4,
            turnOut: 0,
            faults: {
              kneeIn: {
                left: { descent: 4, bottom: 12, ascent: 8 },
                right: { descent: 6, bottom: 22, ascent: 15 },
              },
              heelRise: { left: 0.4, right: 0.8 },
              drift: 4,
              obliquity: 1,
              tuck: 0,
              tuckOnset: 20,
              trunk: 3,
              hipsFirst: 4,
              wobble: 2,
              armsFall: 0,
              turnsOut: 0,
            },
            plane,
            rate: 30,
            noise: 1,
            near: 'LEFT',
            seed: 7,
          },
        }),
      );
      clip = filmed.clip;
      sight = sightOf(filmed.clip);
      frame = 0;
    } catch (e) {
      error = e;
    }
  }

  $effect(() => {
    void plane;
    void film();
  });

  /** Where a landmark lies in the picture of this camera, as shares of it. */
  function shares(c: Clip, f: number) {
    const s = sight!;
    const zoom = distance === 'good' ? 0.8 : 1.25;
    const scale = (zoom * SIZE.height) / s.height;
    return (x: number, y: number) => ({
      x: 0.5 + ((x - s.left - s.width / 2) * scale) / SIZE.width,
      y: 0.5 + ((y - s.top - s.height / 2) * scale) / SIZE.height,
      f,
    });
  }

  function draw(c: Clip, f: number) {
    const context = canvas!.getContext('2d')!;
    const style = getComputedStyle(canvas!);
    context.fillStyle = style.backgroundColor;
    context.fillRect(0, 0, SIZE.width, SIZE.height);
    context.strokeStyle = style.color;
    context.lineWidth = 6;
    context.lineCap = 'round';
    const to = shares(c, f);
    for (const bone of BONES) {
      const [a, b] = [path(c, bone.from), path(c, bone.to)];
      if (!a || !b) continue;
      const [p, q] = [spot(c, a, f, 1), spot(c, b, f, 1)].map(({ x, y }) => to(x, y));
      context.beginPath();
      context.moveTo(p!.x * SIZE.width, p!.y * SIZE.height);
      context.lineTo(q!.x * SIZE.width, q!.y * SIZE.height);
      context.stroke();
    }
    const points = Array.from({ length: 33 }, () => ({ x: 0, y: 0, visibility: 0 }));
    for (const [landmark, index] of PLACES) {
      const p = path(c, landmark);
      if (!p) continue;
      const at = spot(c, p, f, 1);
      points[index] = { ...to(at.x, at.y), visibility: p.confidence[f] ?? 0 };
    }
    seen = framing(points, SIZE.width, SIZE.height);
  }

  $effect(() => {
    const c = clip;
    if (!c || !canvas) return;
    void distance;
    const timer = setInterval(() => {
      frame = (frame + 1) % c.frames;
      draw(c, frame);
    }, 1000 / c.rate);
    return () => clearInterval(timer);
  });

  function record() {
    from = frame;
    recording = true;
  }

  async function stop() {
    recording = false;
    const c = clip;
    if (!c) return;
    const to = frame > from ? frame : c.frames - 1;
    const part = (values: number[]) => values.slice(from, to + 1);
    bench.about = given({ ...bench.about, stature: 170, working: undefined, near: undefined });
    await bench.lay(
      {
        ...c,
        frames: to - from + 1,
        paths: c.paths.map((p) => ({
          landmark: p.landmark,
          x: part(p.x),
          y: part(p.y),
          z: part(p.z),
          confidence: part(p.confidence),
        })),
      },
      'SIMULATED',
    );
  }
</script>

<div class="grid gap-3" data-testid="simulated-camera">
  <div class="flex flex-wrap gap-3">
    <select class="select w-40" bind:value={plane} aria-label={m.meas_seen_from()}>
      <option value="FRONT">{m.meas_front()}</option>
      <option value="SIDE">{m.meas_side()}</option>
    </select>
    <select class="select w-48" bind:value={distance} aria-label={m.camera_distance()}>
      <option value="good">{m.camera_three_metres()}</option>
      <option value="close">{m.camera_one_metre()}</option>
    </select>
  </div>
  <canvas
    bind:this={canvas}
    width={SIZE.width}
    height={SIZE.height}
    class="w-full bg-base-200 text-base-content"
    aria-label={m.camera_simulated()}
  ></canvas>
  <p class="min-h-11 border-l-4 border-accent pl-3" role="status">
    {seen ? framingWord[seen]() : m.camera_looking()}
  </p>
  {#if recording}
    <button class="btn btn-primary" onclick={stop}>{m.camera_stop()}</button>
  {:else}
    <button class="btn btn-primary" disabled={!clip} onclick={record}>{m.camera_record()}</button>
  {/if}
  {#if error}<p class="text-error" role="alert">{trouble(error)}</p>{/if}
</div>
