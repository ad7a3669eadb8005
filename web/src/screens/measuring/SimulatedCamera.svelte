<script lang="ts">
  import { api, ask } from '../../lib/api/client';
  import { drawBody, LOOKS, shareOf, SIZE, type Scene } from '../../lib/motion/body';
  import { m } from '../../lib/paraglide/messages';
  import { PLACES } from '../../lib/pose/found';
  import { framing, type Framing } from '../../lib/pose/framing';
  import { trouble } from '../../lib/words/trouble';
  import { framingWord } from '../../lib/words/motion';
  import type { Bench } from './bench.svelte';
  import { drawnOf, type Drawn } from './drawn';
  import FilmForm from './FilmForm.svelte';

  let { bench }: { bench: Bench } = $props();

  const STATURE = 170;
  /** From where it films: metres, and degrees beside square. */
  const PLACES_TO_STAND = {
    good: { distance: 3.2, yaw: 0 },
    beside: { distance: 3.2, yaw: 8 },
    far_beside: { distance: 3.2, yaw: 25 },
  };
  let plane = $state<'FRONT' | 'SIDE'>('SIDE');
  let stands = $state<keyof typeof PLACES_TO_STAND>('good');
  let canvas = $state<HTMLCanvasElement>();
  let seen = $state<Framing | null>(null);
  let recording = $state(false);
  let error = $state.raw<unknown>(null);
  let from = 0;
  let frame = 0;
  let scene = $state.raw<Scene | null>(null);
  let recorded = $state.raw<{ film: Drawn; facing: 'TOWARD' | 'LEFT' } | null>(null);

  async function film() {
    try {
      const filmed = await ask(
        api.POST('/api/measuring/simulation', {
          body: {
            exercise: 'SQUAT',
            stature: STATURE,
            ankle: 36,
            arms: 'FORWARD',
            working: 'LEFT',
            repetitions: 6,
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
            noise: 0,
            near: 'LEFT',
            seed: 7,
            stand: { height: 1, roll: 0, ...PLACES_TO_STAND[stands] },
          },
        }),
      );
      scene = filmed.scene ?? null;
      frame = 0;
    } catch (e) {
      error = e;
    }
  }

  $effect(() => {
    void [plane, stands];
    void film();
  });

  /** What is wrong with the picture, told from where the body truly is. */
  function judged(of: Scene, f: number): Framing {
    const points = Array.from({ length: 33 }, () => ({ x: 0, y: 0, visibility: 0 }));
    for (const [landmark, index] of PLACES) {
      const path = of.paths.find((p) => p.landmark === landmark);
      if (path) points[index] = { ...shareOf(path, f), visibility: 1 };
    }
    return framing(points, SIZE.width, SIZE.height);
  }

  function draw(of: Scene, f: number) {
    drawBody(canvas!.getContext('2d')!, of, f, LOOKS[0]!);
    seen = judged(of, f);
  }

  $effect(() => {
    const now = scene;
    if (!now || !canvas) return;
    const timer = setInterval(() => {
      frame = (frame + 1) % now.frames;
      draw(now, frame);
    }, 1000 / now.rate);
    return () => clearInterval(timer);
  });

  function record() {
    from = frame;
    recording = true;
    recorded = null;
    bench.clear();
  }

  function stop() {
    recording = false;
    if (!scene) return;
    const to = frame > from ? frame : scene.frames - 1;
    bench.about = { stature: STATURE };
    recorded = {
      film: drawnOf(scene, LOOKS[0]!, from, to),
      facing: plane === 'FRONT' ? 'TOWARD' : 'LEFT',
    };
  }
</script>

<div class="grid gap-3" data-testid="simulated-camera">
  <div class="flex flex-wrap gap-3">
    <select class="select w-40" bind:value={plane} aria-label={m.meas_seen_from()}>
      <option value="FRONT">{m.meas_front()}</option>
      <option value="SIDE">{m.meas_side()}</option>
    </select>
    <select class="select w-56" bind:value={stands} aria-label={m.camera_distance()}>
      <option value="good">{m.camera_three_metres()}</option>
      <option value="beside">{m.camera_beside()}</option>
      <option value="far_beside">{m.camera_far_beside()}</option>
    </select>
  </div>
  <canvas
    bind:this={canvas}
    width={SIZE.width}
    height={SIZE.height}
    class="mx-auto w-full max-w-sm bg-base-200"
    aria-label={m.camera_simulated()}
  ></canvas>
  <p class="min-h-11 border-l-4 border-accent pl-3" role="status">
    {seen ? framingWord[seen]() : m.camera_looking()}
  </p>
  {#if recording}
    <button class="btn btn-primary" onclick={stop}>{m.camera_stop()}</button>
  {:else}
    <button class="btn btn-primary" disabled={!scene} onclick={record}>{m.camera_record()}</button>
  {/if}
  {#if error}<p class="text-error" role="alert">{trouble(error)}</p>{/if}
  {#if recorded}<FilmForm {bench} drawn={recorded} />{/if}
</div>
