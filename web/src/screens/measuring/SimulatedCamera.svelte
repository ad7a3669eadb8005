<script lang="ts">
  import { api, ask } from '../../lib/api/client';
  import { drawBody, shareOf, SIZE, type Scene } from '../../lib/motion/body';
  import { m } from '../../lib/paraglide/messages';
  import { PLACES, planeOf } from '../../lib/pose/found';
  import { framing, type Framing } from '../../lib/pose/framing';
  import { trouble } from '../../lib/words/trouble';
  import { framingWord } from '../../lib/words/motion';
  import type { Bench } from './bench.svelte';
  import { drawnOf, type Drawn } from './drawn';
  import FilmForm from './FilmForm.svelte';
  import { INVENTED } from './invented';

  let { bench }: { bench: Bench } = $props();

  /** From where it films: metres, and degrees beside square. */
  const PLACES_TO_STAND = {
    good: { distance: 3.2, yaw: 0 },
    beside: { distance: 3.2, yaw: 8 },
    far_beside: { distance: 3.2, yaw: 25 },
  };
  // svelte-ignore state_referenced_locally
  let plane = $state<'FRONT' | 'SIDE'>(planeOf(bench.facing));
  let stands = $state<keyof typeof PLACES_TO_STAND>('good');
  let which = $state(0);
  const who = $derived(INVENTED[which]!);
  let canvas = $state<HTMLCanvasElement>();
  let seen = $state<Framing | null>(null);
  let recording = $state(false);
  let error = $state.raw<unknown>(null);
  let frame = 0;
  let began = performance.now();
  let scene = $state.raw<Scene | null>(null);
  let recorded = $state.raw<{ film: Drawn; facing: 'TOWARD' | 'LEFT' } | null>(null);

  async function film() {
    try {
      const filmed = await ask(
        api.POST('/api/measuring/simulation', {
          body: {
            exercise: 'SQUAT',
            working: 'LEFT',
            repetitions: 6,
            tempo: { standing: 1.2, descent: 1.6, pause: 0.8, ascent: 1.2 },
            turnOut: 0,
            ...who.body,
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
      began = performance.now();
    } catch (e) {
      error = e;
    }
  }

  $effect(() => {
    void [plane, stands, who];
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
    drawBody(canvas!.getContext('2d')!, of, f, who.look);
    seen = judged(of, f);
  }

  $effect(() => {
    const now = scene;
    if (!now || !canvas) return;
    // the film goes by the clock, however busy the machine is
    const timer = setInterval(() => {
      const at = Math.round(((performance.now() - began) / 1000) * now.rate);
      if (recording && at >= now.frames) return stop();
      frame = at % now.frames;
      draw(now, frame);
    }, 1000 / now.rate);
    return () => clearInterval(timer);
  });

  /** The athlete begins when the recording does. */
  function record() {
    frame = 0;
    began = performance.now();
    recording = true;
    recorded = null;
    bench.clear();
  }

  function stop() {
    recording = false;
    if (!scene) return;
    bench.about = { ...bench.about, stature: who.body.stature };
    recorded = {
      film: drawnOf(scene, who.look, frame),
      facing: plane === 'FRONT' ? 'TOWARD' : 'LEFT',
    };
  }
</script>

<div class="grid gap-3" data-testid="simulated-camera">
  <div class="flex flex-wrap gap-3">
    <select class="select w-40" bind:value={which} aria-label={m.athlete()}>
      {#each INVENTED.keys() as i (i)}<option value={i}
          >{m.camera_athlete({ number: i + 1 })}</option
        >{/each}
    </select>
    <select class="select w-40" bind:value={plane} aria-label={m.meas_seen_from()}>
      <option value="FRONT">{m.meas_front()}</option>
      <option value="SIDE">{m.meas_side()}</option>
    </select>
    <select class="select w-72" bind:value={stands} aria-label={m.camera_distance()}>
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
