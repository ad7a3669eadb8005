<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { BONES } from '../../lib/motion/bones';
  import { path, sightOf, spot, type Clip } from '../../lib/motion/clip';
  import { m } from '../../lib/paraglide/messages';
  import { drawn } from './kit';

  let { figure, kit }: Pick<Schemas['Exercise'], 'figure' | 'kit'> = $props();

  type Asked = Schemas['MeasuringControllerSimulation'];
  /** What the simulated athlete does, and how deep its thigh goes, in degrees above parallel. */
  const does: Record<
    Schemas['Exercise']['figure'],
    { exercise: Asked['exercise']; depth: number }
  > = {
    STANDING: { exercise: 'SQUAT', depth: 78 },
    SQUAT: { exercise: 'SQUAT', depth: 0 },
    CHAIR: { exercise: 'SQUAT', depth: 8 },
    SPLIT: { exercise: 'SPLIT_SQUAT', depth: 10 },
    ONE_LEG: { exercise: 'SINGLE_LEG_STANCE', depth: 0 },
  };
  const still = { left: 0, right: 0 };
  const straight = { descent: 0, bottom: 0, ascent: 0 };

  let clip = $state.raw<Clip | null>(null);
  let frame = $state(0);
  let moves = $state(!matchMedia('(prefers-reduced-motion: reduce)').matches);

  $effect(() => {
    const asked = does[figure];
    void ask(
      api.POST('/api/measuring/simulation', {
        body: {
          ...asked,
          stature: 165,
          ankle: 40,
          arms: 'FORWARD',
          working: 'LEFT',
          repetitions: 1,
          tempo: { standing: 0.8, descent: 2, pause: 0.8, ascent: 1.6 },
          turnOut: 0,
          faults: {
            kneeIn: { left: straight, right: straight },
            heelRise: still,
            drift: 0,
            obliquity: 0,
            tuck: 0,
            tuckOnset: 15,
            trunk: 0,
            hipsFirst: 0,
            wobble: 0,
            armsFall: 0,
            turnsOut: 0,
          },
          plane: 'SIDE',
          rate: 30,
          noise: 0,
          near: 'LEFT',
          seed: 1,
        },
      }),
    ).then(
      (filmed) => {
        clip = filmed.clip;
        frame = deepest(filmed.clip);
      },
      () => (clip = null),
    );
  });

  /** The frame in which the hip is lowest: what stands there while nothing moves. */
  function deepest(of: Clip): number {
    const hip = path(of, 'LEFT_HIP')?.z ?? [];
    return hip.reduce((low, z, i) => (z < (hip[low] ?? 0) ? i : low), 0);
  }

  $effect(() => {
    if (!clip || !moves) return;
    const every = setInterval(() => (frame = (frame + 1) % (clip?.frames ?? 1)), 33);
    return () => clearInterval(every);
  });

  const sight = $derived(clip ? sightOf(clip) : null);
  const around = $derived(
    clip
      ? drawn(
          clip,
          kit.map((k) => k.item),
          figure,
          frame,
          deepest(clip),
        )
      : [],
  );
  const carries = $derived(around.some((piece) => piece.kind === 'carried'));
  const bones = $derived.by(() => {
    const of = clip;
    if (!of || !sight) return [];
    return BONES.flatMap((bone) => {
      const [from, to] = [path(of, bone.from), path(of, bone.to)];
      return from && to && bone.side && !(carries && /ELBOW|WRIST/.test(bone.to))
        ? [{ ...bone, a: spot(of, from, frame, 1), b: spot(of, to, frame, 1) }]
        : [];
    }).sort((a, b) => Number(a.side === 'LEFT') - Number(b.side === 'LEFT'));
  });
  const head = $derived.by(() => {
    const ear = clip && path(clip, 'LEFT_EAR');
    return clip && ear ? spot(clip, ear, frame, 1) : null;
  });
</script>

<figure>
  {#if sight}
    <svg
      viewBox="{sight.left} {sight.top} {sight.width} {sight.height}"
      role="img"
      aria-label={m.exercise_figure()}
    >
      <path class="floor" d="M{sight.left} 0H{sight.left + sight.width}" />
      {#each around as piece, i (i)}
        {#if piece.kind === 'seat'}<rect
            class="kit"
            x={piece.x}
            y={piece.y}
            width={piece.width}
            height={piece.height}
          />
        {:else if piece.kind === 'post'}<path class="kit post" d="M{piece.x} 0V{piece.top}" />{/if}
      {/each}
      {#each bones as bone (`${bone.from}${bone.to}`)}
        <line
          class={{ far: bone.side === 'RIGHT', thin: bone.thin }}
          x1={bone.a.x}
          y1={bone.a.y}
          x2={bone.b.x}
          y2={bone.b.y}
        />
      {/each}
      {#each around as piece, i (i)}
        {#if piece.kind === 'carried'}
          <circle class="kit" cx={piece.at.x} cy={piece.at.y} r={piece.radius} />
          <polyline
            points={[piece.shoulder, piece.elbow, piece.hand].map((p) => `${p.x},${p.y}`).join(' ')}
          />
        {/if}
      {/each}
      {#if head}<circle class="head" cx={head.x} cy={head.y} r={0.1} />{/if}
    </svg>
    <button class="btn mt-1 btn-ghost" aria-pressed={moves} onclick={() => (moves = !moves)}
      >{moves ? m.meas_pause() : m.meas_play()}</button
    >
  {/if}
</figure>

<style>
  svg {
    display: block;
    width: 100%;
    max-height: 22rem;
  }
  .floor {
    stroke: var(--color-accent);
    stroke-width: 0.02;
  }
  line,
  polyline {
    fill: none;
    stroke: var(--color-base-content);
    stroke-linecap: round;
    stroke-width: 0.045;
  }
  .kit {
    fill: var(--color-base-300);
    stroke: var(--color-accent);
    stroke-width: 0.015;
  }
  .post {
    stroke-width: 0.05;
  }
  .far {
    opacity: 0.35;
  }
  .thin {
    stroke-width: 0.02;
  }
  .head {
    fill: var(--color-base-100);
    stroke: var(--color-base-content);
    stroke-width: 0.04;
  }
</style>
