<script lang="ts">
  import { BONES, sideOf } from '../../lib/motion/bones';
  import { seen, spot, sure, type Landmark } from '../../lib/motion/clip';
  import { m } from '../../lib/paraglide/messages';
  import { landmarkName } from '../../lib/words/motion';
  import type { Bench } from './bench.svelte';

  let { bench }: { bench: Bench } = $props();

  let svg = $state<SVGSVGElement>();
  let under = $state<HTMLCanvasElement>();
  const LENS = 5;

  const sight = $derived(bench.sight!);
  const clip = $derived(bench.clip!);
  /** Size of a mark, so that it looks alike in pixels and in metres. */
  const unit = $derived(Math.max(sight.width, sight.height * 1.2) / 100);

  const points = $derived.by(() => {
    void bench.version;
    return clip.paths
      .filter((p) => seen(p, bench.frame))
      .map((p) => ({
        landmark: p.landmark,
        at: spot(clip, p, bench.frame, sight.across),
        sure: sure(p, bench.frame),
      }))
      .sort((a, b) => Number(sideOf(b.landmark) === far) - Number(sideOf(a.landmark) === far));
  });
  const bones = $derived.by(() => {
    const places = new Map(points.map((p) => [p.landmark, p]));
    return BONES.flatMap((b) => {
      const from = places.get(b.from);
      const to = places.get(b.to);
      return from && to ? [{ ...b, a: from.at, b: to.at, sure: from.sure && to.sure }] : [];
    });
  });
  const over = $derived(bench.picture.kind !== 'none');
  /** The side that is turned away, drawn faintly. */
  const far = $derived.by(() => {
    const near = clip.plane === 'SIDE' ? (bench.about.near ?? bench.report?.sides[0]) : undefined;
    return near === 'LEFT' ? 'RIGHT' : near === 'RIGHT' ? 'LEFT' : undefined;
  });
  const head = $derived.by(() => {
    const ears = points.filter((p) => p.landmark === 'LEFT_EAR' || p.landmark === 'RIGHT_EAR');
    if (!ears.length || over) return null;
    return {
      x: ears.reduce((sum, p) => sum + p.at.x, 0) / ears.length,
      y: ears.reduce((sum, p) => sum + p.at.y, 0) / ears.length,
    };
  });
  const lens = $derived(points.find((p) => p.landmark === bench.selected));

  $effect(() => {
    const picture = bench.picture;
    const frame = bench.frame;
    if (!under || picture.kind === 'none') return;
    const context = under.getContext('2d')!;
    if (picture.kind === 'still') {
      context.drawImage(picture.image, 0, 0, under.width, under.height);
      return;
    }
    if (picture.kind === 'drawn') {
      picture.draw(context, frame);
      return;
    }
    const canvas = under;
    const draw = () => context.drawImage(picture.film, 0, 0, canvas.width, canvas.height);
    picture.film.onseeked = draw;
    picture.film.currentTime = Math.min((frame + 0.5) / clip.rate, picture.film.duration);
    draw();
  });

  function place(event: PointerEvent) {
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(
      svg!.getScreenCTM()!.inverse(),
    );
    return { x: at.x, y: at.y };
  }

  function grab(event: PointerEvent, landmark: Landmark) {
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    bench.playing = false;
    bench.selected = landmark;
    bench.dragging = true;
  }

  function drag(event: PointerEvent, landmark: Landmark) {
    if (bench.dragging && bench.selected === landmark) bench.moveTo(landmark, place(event));
  }

  function drop() {
    if (!bench.dragging) return;
    bench.dragging = false;
    void bench.measure();
  }

  let settle: ReturnType<typeof setTimeout> | undefined;
  function key(event: KeyboardEvent, landmark: Landmark) {
    const by: Record<string, [number, number]> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
    };
    const step = by[event.key];
    if (!step) return;
    event.preventDefault();
    event.stopPropagation();
    const size = bench.step * (event.shiftKey ? 10 : 1);
    bench.nudge(landmark, step[0] * size, step[1] * size);
    clearTimeout(settle);
    settle = setTimeout(() => void bench.measure(), 400);
  }
</script>

<div class="stage" data-testid="stage">
  <svg
    bind:this={svg}
    viewBox="{sight.left} {sight.top} {sight.width} {sight.height}"
    role="group"
    aria-label={m.meas_stage()}
  >
    {#if bench.picture.kind !== 'none'}
      <foreignObject x="0" y="0" width={sight.width} height={sight.height}>
        <canvas bind:this={under} width={bench.picture.width} height={bench.picture.height}
        ></canvas>
      </foreignObject>
    {:else}
      <path
        class="floor"
        d="M{sight.left} 0H{sight.left + sight.width}"
        stroke-width={unit * 0.5}
      />
    {/if}
    {#if over}
      {#each bones as bone (bone.from + bone.to)}
        <line
          class="under"
          x1={bone.a.x}
          y1={bone.a.y}
          x2={bone.b.x}
          y2={bone.b.y}
          stroke-width={unit * 0.9}
        />
      {/each}
    {/if}
    {#each bones as bone (bone.from + bone.to)}
      <line
        class={['bone', over && 'over', bone.side === far && 'far', !bone.sure && 'unsure']}
        x1={bone.a.x}
        y1={bone.a.y}
        x2={bone.b.x}
        y2={bone.b.y}
        stroke-width={unit * (over ? 0.45 : bone.side === far || bone.thin ? 1 : 1.9)}
      />
    {/each}
    {#if head}
      <circle class="head" cx={head.x} cy={head.y} r={unit * 3.4} stroke-width={unit * 1.5} />
    {/if}
    {#each points as point (point.landmark)}
      <circle
        role="button"
        tabindex="0"
        aria-label={point.sure
          ? landmarkName(point.landmark)
          : `${landmarkName(point.landmark)}, ${m.meas_unsure()}`}
        data-landmark={point.landmark}
        class={[
          'mark',
          sideOf(point.landmark) === far && 'far',
          !point.sure && 'unsure',
          bench.selected === point.landmark && 'chosen',
        ]}
        cx={point.at.x}
        cy={point.at.y}
        r={unit * 1.15}
        stroke-width={unit * 0.45}
        onpointerdown={(e) => grab(e, point.landmark)}
        onpointermove={(e) => drag(e, point.landmark)}
        onpointerup={drop}
        onpointercancel={drop}
        onfocus={() => (bench.selected = point.landmark)}
        onkeydown={(e) => key(e, point.landmark)}
      />
    {/each}
  </svg>
  {#if lens}
    {@const half = { x: sight.width / (2 * LENS), y: (sight.width / (2 * LENS)) * 0.8 }}
    <figure class="lens">
      <svg
        viewBox="{lens.at.x - half.x} {lens.at.y - half.y} {2 * half.x} {2 * half.y}"
        aria-hidden="true"
      >
        {#if bench.picture.kind === 'still'}
          <image
            href={bench.picture.image.src}
            width={sight.width}
            height={sight.height}
            preserveAspectRatio="none"
          />
        {/if}
        {#each bones as bone (bone.from + bone.to)}
          <line
            class="bone"
            x1={bone.a.x}
            y1={bone.a.y}
            x2={bone.b.x}
            y2={bone.b.y}
            stroke-width={unit * 0.15}
          />
        {/each}
        <path
          class="hair"
          d="M{lens.at.x - half.x} {lens.at.y}h{2 * half.x}M{lens.at.x} {lens.at.y - half.y}v{2 *
            half.y}"
          stroke-width={unit * 0.08}
        />
        <circle
          class="ring"
          cx={lens.at.x}
          cy={lens.at.y}
          r={unit * 0.5}
          stroke-width={unit * 0.1}
        />
      </svg>
      <figcaption>
        {landmarkName(lens.landmark)}{#if sideOf(lens.landmark) && !lens.sure}, {m.meas_unsure()}{/if}
      </figcaption>
    </figure>
  {/if}
</div>

<style>
  .stage {
    position: relative;
    height: 24rem;
    background: var(--color-base-200);
    border: 1px solid var(--color-base-300);
  }
  svg {
    display: block;
    width: 100%;
    height: 100%;
    touch-action: none;
    user-select: none;
  }
  canvas {
    width: 100%;
    height: 100%;
  }
  .floor {
    stroke: var(--color-accent);
  }
  .bone {
    stroke: var(--color-base-content);
    stroke-linecap: round;
  }
  .under {
    stroke: #14202a;
    stroke-linecap: round;
  }
  .bone.over {
    stroke: #fff8e6;
  }
  .bone.far {
    opacity: 0.35;
  }
  .mark.far {
    opacity: 0.5;
  }
  .head {
    fill: none;
    stroke: var(--color-base-content);
  }
  .unsure {
    opacity: 0.35;
  }
  .mark {
    fill: var(--color-base-100);
    stroke: var(--color-primary);
    cursor: grab;
    outline: none;
  }
  .chosen,
  .mark:focus-visible {
    fill: var(--color-accent);
    stroke: var(--color-base-content);
  }
  .lens {
    position: absolute;
    top: 0.5rem;
    left: 0.5rem;
    width: 11rem;
    height: 10rem;
    display: flex;
    flex-direction: column;
    background: var(--color-base-100);
    border: 2px solid var(--color-base-content);
    pointer-events: none;
  }
  .lens svg {
    flex: 1;
    min-height: 0;
  }
  figcaption {
    padding: 0.15rem 0.4rem;
    font-size: 0.8rem;
    border-top: 1px solid var(--color-base-300);
  }
  .hair {
    stroke: var(--color-error);
  }
  .ring {
    fill: none;
    stroke: var(--color-error);
  }
</style>
