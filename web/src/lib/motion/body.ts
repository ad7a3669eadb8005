import type { Schemas } from '../api/client';

/** A simulated athlete as a camera sees it: across, toward the camera and up, in metres at the athlete's middle. */
export type Scene = Schemas['Scene'];
type Landmark = Scene['paths'][number]['landmark'];
type Side = 'LEFT' | 'RIGHT';

/** A place in the picture, in pixels, with what a metre is there, and how near it is. */
interface Place {
  x: number;
  y: number;
  metre: number;
  toward: number;
}

/** How somebody and a hall look. */
export interface Look {
  skin: string;
  hair: string;
  shirt: string;
  shorts: string;
  shoes: string;
  wall: string;
  floor: string;
  /** From where the light comes: -1 the picture's left, 1 its right. */
  light: number;
}

export const LOOKS: Look[] = [
  {
    skin: '#c58c68',
    hair: '#3b2a20',
    shirt: '#2f6f8f',
    shorts: '#26303a',
    shoes: '#e8e8e4',
    wall: '#d9d3c6',
    floor: '#b88a5a',
    light: -0.6,
  },
  {
    skin: '#8a5a3c',
    hair: '#17120f',
    shirt: '#d8d2c4',
    shorts: '#7a2f2f',
    shoes: '#2b2b30',
    wall: '#c3cdd2',
    floor: '#8f9b86',
    light: 0.5,
  },
  {
    skin: '#e2b596',
    hair: '#8a6a3c',
    shirt: '#5a6b3a',
    shorts: '#3a4258',
    shoes: '#c9c2b0',
    wall: '#b9b2a8',
    floor: '#a9784f',
    light: 0.1,
  },
];

/** Pixels of the picture. */
export const SIZE = { width: 720, height: 960 };
/** Share of the picture's height that the floor takes, below the feet, and metres that it shows (house convention). */
const BELOW = 0.1;
const METRES = 2.4;

/** Half the width of a body, in metres, where it is that of an average one (house convention). */
const HALF = {
  neck: 0.055,
  shoulder: 0.07,
  elbow: 0.042,
  wrist: 0.03,
  hand: 0.042,
  chest: 0.105,
  hip: 0.105,
  thigh: 0.088,
  knee: 0.057,
  calf: 0.06,
  ankle: 0.038,
  toe: 0.032,
  head: 0.078,
};

const mixed = (a: Place, b: Place, share: number): Place => ({
  x: a.x + (b.x - a.x) * share,
  y: a.y + (b.y - a.y) * share,
  metre: a.metre + (b.metre - a.metre) * share,
  toward: a.toward + (b.toward - a.toward) * share,
});

function shaded(colour: string, by: number): string {
  const parts = [1, 3, 5].map((i) => parseInt(colour.slice(i, i + 2), 16));
  const to = by < 0 ? 0 : 255;
  const mix = parts.map((p) => Math.round(p + (to - p) * Math.abs(by)));
  return `#${mix.map((p) => p.toString(16).padStart(2, '0')).join('')}`;
}

const SCALE = SIZE.height / METRES;
const FLOOR = SIZE.height * (1 - BELOW);

/** Where a landmark lies in the picture, as shares of it. */
export const shareOf = (path: Scene['paths'][number], frame: number) => ({
  x: 0.5 + (SCALE * path.across[frame]!) / SIZE.width,
  y: (FLOOR - SCALE * path.up[frame]!) / SIZE.height,
});

/** Draws one frame: a hall with light from one side, and in it a body with limbs that have width. */
export function drawBody(
  context: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D,
  scene: Scene,
  frame: number,
  look: Look,
) {
  const at = (landmark: Landmark): Place => {
    const path = scene.paths.find((p) => p.landmark === landmark)!;
    const toward = path.toward[frame]!;
    const share = shareOf(path, frame);
    return {
      x: share.x * SIZE.width,
      y: share.y * SIZE.height,
      metre: SCALE * (scene.distance ? scene.distance / (scene.distance - toward) : 1),
      toward,
    };
  };
  const of = (point: string, side: Side) => at(`${side}_${point}` as Landmark);
  const middle = (point: string) => mixed(of(point, 'LEFT'), of(point, 'RIGHT'), 0.5);

  hall(context, look);

  /** A limb between two places, lit from one side. */
  function limb(a: Place, b: Place, ra: number, rb: number, colour: string) {
    const [wa, wb] = [ra * a.metre, rb * b.metre];
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const long = Math.hypot(dx, dy) || 1e-6;
    const [nx, ny] = [-dy / long, dx / long];
    const lit = context.createLinearGradient(
      a.x - Math.abs(wa) * Math.sign(look.light || 1),
      a.y,
      a.x + Math.abs(wa) * Math.sign(look.light || 1),
      a.y + wa * 0.4,
    );
    const strength = 0.1 + 0.22 * Math.abs(look.light);
    lit.addColorStop(0, shaded(colour, -strength));
    lit.addColorStop(0.65, colour);
    lit.addColorStop(1, shaded(colour, strength * 0.7));
    context.fillStyle = lit;
    context.beginPath();
    context.moveTo(a.x + nx * wa, a.y + ny * wa);
    context.lineTo(b.x + nx * wb, b.y + ny * wb);
    context.lineTo(b.x - nx * wb, b.y - ny * wb);
    context.lineTo(a.x - nx * wa, a.y - ny * wa);
    context.fill();
    for (const [end, radius] of [
      [a, wa],
      [b, wb],
    ] as const) {
      context.beginPath();
      context.arc(end.x, end.y, radius, 0, 7);
      context.fill();
    }
  }

  function leg(side: Side) {
    const [hip, knee, ankle] = [of('HIP', side), of('KNEE', side), of('ANKLE', side)];
    const [heel, toe] = [of('HEEL', side), of('SECOND_TOE', side)];
    const shin = () => {
      limb(knee, ankle, HALF.knee, HALF.ankle, look.skin);
      limb(
        mixed(knee, ankle, 0.18),
        mixed(knee, ankle, 0.5),
        HALF.calf,
        HALF.calf * 0.85,
        look.skin,
      );
    };
    const thigh = () => {
      limb(hip, knee, HALF.thigh, HALF.knee, look.skin);
      limb(hip, mixed(hip, knee, 0.62), HALF.thigh * 1.06, HALF.knee * 1.35, look.shorts);
      // seen along the thigh, what is bare of it lies before the shorts
      if (knee.toward > hip.toward)
        limb(mixed(hip, knee, 0.66), knee, HALF.knee * 1.2, HALF.knee, look.skin);
    };
    const pieces = [shin, () => shoe(ankle, heel, toe), thigh];
    if (knee.toward > hip.toward + 0.1) pieces.reverse();
    for (const draw of pieces) draw();
    if (scene.ahead.toward > 0.5) kneecap(knee, ankle);
  }

  /** What makes a knee be seen from the front: the cap, and the shade below it. */
  function kneecap(knee: Place, ankle: Place) {
    const below = mixed(knee, ankle, 0.12);
    limb(
      below,
      mixed(knee, ankle, 0.16),
      HALF.knee * 0.8,
      HALF.knee * 0.7,
      shaded(look.skin, -0.16),
    );
    limb(
      knee,
      mixed(knee, ankle, 0.05),
      HALF.knee * 0.72,
      HALF.knee * 0.62,
      shaded(look.skin, 0.1),
    );
  }

  /** Landmarks of heel and toes lie on the floor; a shoe stands around them. */
  function shoe(ankle: Place, heel: Place, toe: Place) {
    const raised = (p: Place, metres: number): Place => ({ ...p, y: p.y - metres * p.metre });
    const [back, front] = [raised(heel, 0.034), raised(toe, 0.028)];
    limb(mixed(ankle, back, 0.25), back, HALF.ankle * 1.1, 0.034, shaded(look.shoes, -0.12));
    limb(back, front, 0.036, HALF.toe, look.shoes);
    limb(mixed(ankle, front, 0.1), mixed(back, front, 0.75), HALF.ankle, 0.036, look.shoes);
  }

  function arm(side: Side) {
    const [shoulder, elbow, wrist] = [of('SHOULDER', side), of('ELBOW', side), of('WRIST', side)];
    const fingers = mixed(elbow, wrist, 1.3);
    const pieces = [
      () => {
        limb(shoulder, elbow, HALF.shoulder * 0.8, HALF.elbow, look.skin);
        limb(shoulder, mixed(shoulder, elbow, 0.55), HALF.shoulder, HALF.elbow * 1.4, look.shirt);
      },
      () => limb(elbow, wrist, HALF.elbow, HALF.wrist, look.skin),
      () => limb(wrist, fingers, HALF.hand * 0.85, HALF.hand * 0.8, shaded(look.skin, 0.05)),
    ];
    if (wrist.toward < shoulder.toward) pieces.reverse();
    for (const draw of pieces) draw();
  }

  function trunk() {
    const sides: Side[] = ['LEFT', 'RIGHT'];
    const hips = middle('HIP');
    const shoulders = middle('SHOULDER');
    for (const side of sides) limb(of('HIP', side), hips, HALF.hip * 0.95, HALF.hip, look.shorts);
    const around = [
      mixed(of('SHOULDER', 'LEFT'), hips, 0.06),
      mixed(of('SHOULDER', 'RIGHT'), hips, 0.06),
      mixed(of('HIP', 'RIGHT'), shoulders, 0.1),
      mixed(of('HIP', 'LEFT'), shoulders, 0.1),
    ];
    const lit = context.createLinearGradient(
      shoulders.x - look.light * 0.4 * shoulders.metre,
      0,
      shoulders.x + look.light * 0.4 * shoulders.metre,
      0,
    );
    lit.addColorStop(0, shaded(look.shirt, -0.2));
    lit.addColorStop(1, shaded(look.shirt, 0.15));
    context.fillStyle = context.strokeStyle = lit;
    context.lineJoin = 'round';
    context.lineWidth = 2 * HALF.chest * 0.9 * shoulders.metre;
    context.beginPath();
    for (const place of around) context.lineTo(place.x, place.y);
    context.closePath();
    context.fill();
    context.stroke();
    for (const side of sides)
      limb(of('SHOULDER', side), shoulders, HALF.shoulder, HALF.neck * 1.5, look.shirt);
    const ears = middle('EAR');
    limb(
      mixed(shoulders, ears, 0.1),
      mixed(shoulders, ears, 0.7),
      HALF.neck,
      HALF.neck * 0.9,
      shaded(look.skin, -0.12),
    );
  }

  function head() {
    const ears = middle('EAR');
    const size = HALF.head * ears.metre;
    const { across, toward } = scene.ahead;
    const x = (forward: number, aside: number) =>
      ears.x + size * (forward * across - aside * toward);
    const y = (up: number) => ears.y - size * up;
    const blob = (bx: number, by: number, rx: number, ry: number, colour: string) => {
      context.fillStyle = colour;
      context.beginPath();
      context.ellipse(bx, by, Math.max(0.5, rx), ry, 0, 0, 7);
      context.fill();
    };
    const broad = size * (0.92 + 0.16 * Math.abs(across));
    blob(x(-0.12, 0), y(0.32), broad * 1.06, size * 1.2, look.hair);
    blob(x(0.16, 0), y(-0.02), broad * 0.9, size * 1.22, look.skin);
    blob(x(0.2, 0), y(-0.72), broad * 0.62, size * 0.62, look.skin);
    blob(x(-0.14, 0), y(0.8), broad * 0.98, size * 0.55, look.hair);
    if (toward < -0.3) return blob(x(0, 0), y(0.2), broad, size * 1.15, look.hair);
    for (const aside of [-0.36, 0.36]) {
      const shown = toward + (aside < 0 ? 1 : -1) * -across * 0.35;
      if (shown < 0.1 && Math.abs(across) < 0.9) continue;
      if (Math.abs(across) >= 0.9 && aside > 0) continue;
      const ex = Math.abs(across) >= 0.9 ? x(0.78, 0) : x(0.3, aside);
      blob(ex, y(0.12), size * 0.17, size * 0.09, '#f4f1ec');
      blob(ex + across * size * 0.05, y(0.12), size * 0.075, size * 0.08, '#201a16');
      context.fillStyle = look.hair;
      context.fillRect(ex - size * 0.2, y(0.32), size * 0.4, size * 0.07);
    }
    blob(x(1.02, 0), y(-0.18), size * 0.12, size * 0.22, shaded(look.skin, -0.1));
    blob(x(0.84, 0), y(-0.58), size * (0.1 + 0.18 * Math.abs(toward)), size * 0.07, '#9c4f46');
    if (Math.abs(across) > 0.4)
      blob(x(-0.12, 0), y(-0.05), size * 0.17, size * 0.28, shaded(look.skin, -0.18));
    else
      for (const aside of [-1.02, 1.02])
        blob(x(0, aside), y(-0.05), size * 0.12, size * 0.26, shaded(look.skin, -0.12));
  }

  const parts: { toward: number; draw: () => void }[] = [
    { toward: (middle('HIP').toward + middle('SHOULDER').toward) / 2, draw: trunk },
    { toward: middle('EAR').toward + 0.02, draw: head },
    ...(['LEFT', 'RIGHT'] as const).flatMap((side) => [
      { toward: (of('KNEE', side).toward + of('ANKLE', side).toward) / 2, draw: () => leg(side) },
      { toward: of('WRIST', side).toward, draw: () => arm(side) },
    ]),
  ];
  for (const part of parts.sort((a, b) => a.toward - b.toward)) part.draw();
}

function hall(context: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D, look: Look) {
  const { width, height } = SIZE;
  const floor = FLOOR;
  const horizon = floor - height * 0.17;
  const wall = context.createLinearGradient(
    look.light < 0 ? 0 : width,
    0,
    look.light < 0 ? width : 0,
    horizon,
  );
  wall.addColorStop(0, shaded(look.wall, 0.2));
  wall.addColorStop(1, shaded(look.wall, -0.25));
  context.fillStyle = wall;
  context.fillRect(0, 0, width, height);
  context.fillStyle = shaded(look.wall, -0.14);
  for (let y = horizon - 40; y > height * 0.12; y -= 46)
    context.fillRect(width * 0.06, y, width * 0.2, 7);
  for (const x of [0.06, 0.25])
    context.fillRect(width * x, height * 0.1, 9, horizon - height * 0.1);
  const ground = context.createLinearGradient(0, horizon, 0, height);
  ground.addColorStop(0, shaded(look.floor, -0.22));
  ground.addColorStop(1, shaded(look.floor, 0.12));
  context.fillStyle = ground;
  context.fillRect(0, horizon, width, height - horizon);
  context.fillStyle = 'rgb(255 255 255 / 0.5)';
  context.fillRect(0, floor + 34, width, 6);
  const shadow = context.createRadialGradient(width / 2, floor, 10, width / 2, floor, 150);
  shadow.addColorStop(0, 'rgb(0 0 0 / 0.35)');
  shadow.addColorStop(1, 'rgb(0 0 0 / 0)');
  context.save();
  context.translate(0, floor * 0.75);
  context.scale(1, 0.25);
  context.fillStyle = shadow;
  context.fillRect(width / 2 - 160, floor - 160, 320, 320);
  context.restore();
}
