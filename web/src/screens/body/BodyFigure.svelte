<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';

  interface Props {
    said: Schemas['BodyModelControllerBodyResponse'];
    arms: Schemas['BodyModelControllerBodyRequest']['arms'];
    place: Schemas['BodyModelControllerBodyRequest']['place'];
    /** Centimetres under the heels. */
    plate: number;
    title?: string;
  }
  let { said, arms, place, plate, title = '' }: Props = $props();

  type Posture = Schemas['BodyModelPose'];
  const rad = (degrees: number) => (degrees * Math.PI) / 180;

  /** Joints of a posture in centimetres; the ankle stands over the origin, up is negative. */
  function joints(p: Posture) {
    const b = said.build;
    const ankle = { x: 0, y: -100 * b.ankleHeight - plate * 0.7 };
    const knee = {
      x: ankle.x + 100 * b.shank * Math.sin(rad(p.shin)),
      y: ankle.y - 100 * b.shank * Math.cos(rad(p.shin)),
    };
    const hip = {
      x: knee.x - 100 * b.thigh * Math.cos(rad(p.thigh)),
      y: knee.y - 100 * b.thigh * Math.sin(rad(p.thigh)),
    };
    const shoulder = {
      x: hip.x + 100 * b.trunk * Math.sin(rad(p.trunk)),
      y: hip.y - 100 * b.trunk * Math.cos(rad(p.trunk)),
    };
    const reach = 100 * (b.upperArm + b.forearm + b.hand);
    const angle =
      place === 'IN_FRONT' || arms === 'FORWARD' ? 90 : arms === 'OVERHEAD' ? p.trunk : 180;
    const hand = {
      x: shoulder.x + reach * Math.sin(rad(angle)),
      y: shoulder.y - reach * Math.cos(rad(angle)),
    };
    const head = { x: shoulder.x + 4, y: shoulder.y - 22 };
    return { ankle, knee, hip, shoulder, hand, head };
  }

  const answer = $derived(said.decides === 'LEFT' ? said.answers.left : said.answers.right);
  let step = $state(1);
  const posture = $derived(
    said.descent[Math.min(said.descent.length - 1, Math.round(step * (said.descent.length - 1)))] ??
      answer.deepest,
  );
  const at = $derived(joints(posture));
  const foot = $derived(100 * said.build.foot);
  const load = $derived.by(() => {
    const along = (share: number, forward: number) => ({
      x: at.hip.x + (at.shoulder.x - at.hip.x) * share + forward * Math.cos(rad(posture.trunk)),
      y: at.hip.y + (at.shoulder.y - at.hip.y) * share + forward * Math.sin(rad(posture.trunk)),
    });
    switch (place) {
      case 'BACK_HIGH':
        return along(1, -4);
      case 'BACK_LOW':
        return along(0.9, -7);
      case 'FRONT':
        return along(0.96, 10);
      case 'GOBLET':
        return along(0.85, 18);
      case 'IN_FRONT':
        return at.hand;
      default:
        return null;
    }
  });
  const line = (...points: { x: number; y: number }[]) =>
    points.map((p, i) => `${i ? 'L' : 'M'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('');
</script>

<figure>
  {#if title}<figcaption class="font-bold">{title}</figcaption>{/if}
  <svg viewBox="-90 -215 190 225" role="img" aria-label={m.body_figure()}>
    <path class="floor" d="M-90 0H100" />
    <path class="middle" d="M{0.25 * foot} 0V-205" />
    <path
      class="ghost"
      d={line(
        joints(said.descent[0] ?? posture).ankle,
        joints(said.descent[0] ?? posture).knee,
        joints(said.descent[0] ?? posture).hip,
        joints(said.descent[0] ?? posture).shoulder,
      )}
    />
    {#if plate}<rect
        class="plate"
        x={-0.25 * foot - 2}
        y={-plate}
        width={0.4 * foot}
        height={plate}
      />{/if}
    <path
      class="body"
      d={line(
        { x: -0.25 * foot, y: -plate - 2 },
        { x: 0.5 * foot, y: -2 },
        { x: 0.75 * foot, y: -2 },
      )}
    />
    <path
      class="body"
      d={line({ x: -0.25 * foot, y: -plate - 2 }, at.ankle, { x: 0.55 * foot, y: -3 })}
    />
    <path class="body" d={line(at.ankle, at.knee, at.hip, at.shoulder)} />
    <path class="body arm" d={line(at.shoulder, at.hand)} />
    <circle class="head" cx={at.head.x} cy={at.head.y} r="10" />
    {#if answer.limit === 'ANKLE'}<circle class="stop" cx={at.ankle.x} cy={at.ankle.y} r="11" />
    {:else if answer.limit === 'HIP'}<circle class="stop" cx={at.hip.x} cy={at.hip.y} r="13" />{/if}
    {#if load}<circle class="load" cx={load.x} cy={load.y} r="8" />{/if}
  </svg>
  <input
    class="line w-full"
    type="range"
    min="0"
    max="1"
    step="0.02"
    bind:value={step}
    aria-label={m.body_descend()}
  />
</figure>

<style>
  .line {
    height: 2.75rem;
    accent-color: var(--color-primary);
  }
  svg {
    display: block;
    width: 100%;
    height: 24rem;
    background: var(--color-base-200);
    border: 1px solid var(--color-base-300);
  }
  .floor {
    stroke: var(--color-accent);
    stroke-width: 2.5;
  }
  .middle {
    stroke: var(--color-base-content);
    stroke-width: 0.6;
    stroke-dasharray: 3 4;
    opacity: 0.7;
  }
  .body {
    fill: none;
    stroke: var(--color-base-content);
    stroke-width: 5.5;
    stroke-linejoin: round;
    stroke-linecap: round;
  }
  .arm {
    stroke-width: 3.5;
  }
  .ghost {
    fill: none;
    stroke: var(--color-base-300);
    stroke-width: 4;
    stroke-linejoin: round;
  }
  .head {
    fill: none;
    stroke: var(--color-base-content);
    stroke-width: 4;
  }
  .plate {
    fill: var(--color-secondary);
  }
  .stop {
    fill: none;
    stroke: var(--color-error);
    stroke-width: 3;
    stroke-dasharray: 5 3;
  }
  .load {
    fill: var(--color-base-100);
    stroke: var(--color-base-content);
    stroke-width: 4;
  }
</style>
