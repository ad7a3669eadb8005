<script lang="ts">
  import { onDestroy } from 'svelte';
  import { given } from '../../lib/given';
  import { m } from '../../lib/paraglide/messages';
  import { template, toMark } from '../../lib/motion/bones';
  import type { Clip } from '../../lib/motion/clip';
  import { ShippedPose } from '../../lib/pose/engine';
  import { acrossOf, clipOf, nearOf, planeOf, type Facing } from '../../lib/pose/found';
  import { framing, type Framing } from '../../lib/pose/framing';
  import { framingWord } from '../../lib/words/motion';
  import type { Bench, Picture } from './bench.svelte';
  import CameraPlace from './CameraPlace.svelte';
  import { footageOfDrawn, type Drawn } from './drawn';
  import { footageOf, look, openFilm, openStill, taken, type Footage } from './films';
  import { placeKept } from './place';

  interface Props {
    bench: Bench;
    /** A film that was just recorded. */
    recorded?: Blob | null;
    /** A film that was drawn, and which way somebody looks in it. */
    drawn?: { film: Drawn; facing: Facing } | null;
  }
  let { bench, recorded = null, drawn = null }: Props = $props();

  // svelte-ignore state_referenced_locally
  let facing = $state<Facing>(drawn?.facing ?? bench.facing);
  // svelte-ignore state_referenced_locally
  let stature = $state<number | undefined>(bench.about.stature);
  // svelte-ignore state_referenced_locally
  let rate = $state(drawn?.film.rate ?? 30);
  let picture = $state.raw<Exclude<Picture, { kind: 'none' }> | null>(null);
  let share = $state<number | null>(null);
  let starting = $state(false);
  let trouble = $state('');
  let framed = $state<Framing | null>(null);
  let stop = false;
  let engine: ShippedPose | null = null;
  onDestroy(() => {
    stop = true;
    engine?.close();
  });

  $effect(() => {
    if (recorded) void open(recorded);
    if (drawn) {
      facing = drawn.facing;
      picture = { kind: 'drawn', ...drawn.film };
    }
  });

  /** What is wrong with most of the pictures, if anything is. */
  function worst(seen: Framing[]): Framing | null {
    const wrong = seen.filter((s) => s !== 'good');
    const most = (['cut-off', 'too-close', 'tilted'] as const).find(
      (w) => wrong.filter((s) => s === w).length > seen.length / 3,
    );
    return most ?? null;
  }

  async function open(file: Blob) {
    framed = null;
    trouble = '';
    bench.clear();
    picture = null;
    try {
      if (file.type.startsWith('image/')) {
        const image = await openStill(file);
        picture = { kind: 'still', image, width: image.naturalWidth, height: image.naturalHeight };
      } else {
        const film = await openFilm(file);
        picture = { kind: 'film', film, width: film.videoWidth, height: film.videoHeight };
      }
    } catch {
      trouble = m.film_unreadable();
    }
  }

  function about() {
    bench.about = given({
      ...bench.about,
      ...placeKept(),
      stature,
      near: nearOf(facing),
      behind: facing === 'AWAY' || undefined,
    });
  }

  /** The pictures of a film; nothing of a still. */
  function footage(of: NonNullable<typeof picture>): Footage | null {
    return of.kind === 'film'
      ? footageOf(of.film, rate)
      : of.kind === 'drawn'
        ? footageOfDrawn(of)
        : null;
  }

  /** Lays an upright person into the picture, whose landmarks are then drawn to their places. */
  async function byHand() {
    if (!picture) return;
    about();
    const plane = planeOf(facing);
    const frames = footage(picture)?.frames ?? 1;
    const across = acrossOf(facing);
    const { width, height } = picture;
    const clip: Clip = {
      plane,
      rate,
      frames,
      paths: toMark(plane, nearOf(facing) ?? 'LEFT').map((landmark) => {
        const at = template(landmark, plane);
        const line = new Array<number>(frames).fill(across * at.x * width);
        return {
          landmark,
          x: plane === 'SIDE' ? line : [],
          y: plane === 'FRONT' ? line : [],
          z: new Array<number>(frames).fill(-at.y * height),
          confidence: new Array<number>(frames).fill(1),
        };
      }),
    };
    await bench.lay(clip, 'MARKED', picture, across);
  }

  async function find() {
    if (!picture) return;
    about();
    trouble = '';
    stop = false;
    starting = true;
    try {
      engine ??= new ShippedPose();
      await engine.start();
      starting = false;
      share = 0;
      const seen =
        picture.kind === 'still'
          ? [{ points: await engine.find(picture.image, 0) }]
          : await look(
              footage(picture)!,
              engine,
              (s) => (share = s),
              () => stop,
            );
      if (!seen) return;
      const { width, height } = picture;
      const { found, times } = taken(seen, rate);
      framed = worst(found.map((f) => framing(f, width, height)));
      if (!found.some((f) => f)) trouble = m.film_nobody();
      else
        await bench.lay(
          given({ ...clipOf(found, rate, picture, facing), times }),
          'POSE',
          picture,
          acrossOf(facing),
        );
    } catch {
      trouble = m.film_engine_failed();
      engine?.close();
      engine = null;
    } finally {
      starting = false;
      share = null;
    }
  }
</script>

<div class="grid gap-3" data-testid="film">
  {#if !recorded && !drawn}
    <p class="quiet text-sm">{m.film_lead()}</p>
    <label class="grid gap-1 text-sm font-bold"
      >{m.film_choose()}
      <input
        class="file-input w-full"
        type="file"
        accept="image/*,video/*"
        onchange={(e) => e.currentTarget.files?.[0] && void open(e.currentTarget.files[0])}
      />
    </label>
  {/if}
  <div class="grid grid-cols-2 gap-3">
    <label class="grid gap-1 text-sm font-bold"
      >{m.meas_facing()}
      <select class="select" bind:value={facing}>
        <option value="TOWARD">{m.facing_toward()}</option>
        <option value="AWAY">{m.facing_away()}</option>
        <option value="RIGHT">{m.facing_right()}</option>
        <option value="LEFT">{m.facing_left()}</option>
      </select>
    </label>
    {#if !bench.atStation}
      <label class="grid gap-1 text-sm font-bold"
        >{m.film_stature()}
        <input class="input" type="number" min="80" max="250" bind:value={stature} />
      </label>
    {/if}
    <CameraPlace {bench} />
    {#if picture?.kind === 'film'}
      <label class="grid gap-1 text-sm font-bold"
        >{m.file_rate()}
        <input class="input" type="number" min="5" max="240" bind:value={rate} />
      </label>
    {/if}
  </div>
  {#if picture}
    <div class="flex flex-wrap gap-3">
      <button class="btn btn-primary" disabled={share !== null || starting} onclick={find}
        >{m.film_find()}</button
      >
      {#if !bench.atStation}<button
          class="btn-soft-line btn"
          disabled={share !== null || starting}
          onclick={byHand}>{m.film_by_hand()}</button
        >{/if}
    </div>
    {#if !bench.atStation}<p class="quiet text-sm">{m.film_by_hand_hint()}</p>{/if}
  {/if}
  {#if starting}
    <p class="flex items-center gap-2" role="status">
      <span class="loading loading-sm loading-bars" aria-hidden="true"></span>{m.film_starting()}
    </p>
  {:else if share !== null}
    <div class="flex items-center gap-3" role="status">
      <progress class="progress flex-1" value={share} max="1"></progress>
      {Math.round(100 * share)}&nbsp;%
      <button class="btn-soft-line btn" onclick={() => (stop = true)}>{m.film_cancel()}</button>
    </div>
  {/if}
  {#if framed}
    <p class="border-l-4 border-warning pl-3" role="status">{framingWord[framed]()}</p>
  {/if}
  {#if trouble}<p class="border-l-4 border-error pl-3" role="alert">{trouble}</p>{/if}
  <p class="quiet text-sm">{m.film_stays()}</p>
</div>
