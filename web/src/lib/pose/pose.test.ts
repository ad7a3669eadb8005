import { describe, expect, it, vi } from 'vitest';
import { path, spot } from '../motion/clip';
import { ShippedPose, type PosePoint } from './engine';
import { acrossOf, clipOf, nearOf } from './found';
import { framing } from './framing';

/** Somebody who stands upright in the middle, as shares of the picture. */
function standing(change: (p: PosePoint[]) => void = () => undefined): PosePoint[] {
  const points = Array.from({ length: 33 }, () => ({ x: 0.5, y: 0.5, visibility: 0.9 }));
  const put = (index: number, y: number, apart: number) => {
    points[index] = { x: 0.5 + apart, y, visibility: 0.9 };
    points[index + 1] = { x: 0.5 - apart, y, visibility: 0.9 };
  };
  put(7, 0.14, 0.02);
  put(11, 0.25, 0.06);
  put(13, 0.38, 0.07);
  put(15, 0.5, 0.07);
  put(23, 0.52, 0.04);
  put(25, 0.69, 0.04);
  put(27, 0.86, 0.04);
  put(29, 0.88, 0.04);
  put(31, 0.88, 0.05);
  change(points);
  return points;
}

describe('framing', () => {
  it.each<[string, PosePoint[] | null, ReturnType<typeof framing>]>([
    ['nobody there', null, 'nobody'],
    ['hardly anything sure', standing((p) => p.forEach((q) => (q.visibility = 0.2))), 'nobody'],
    ['well in view', standing(), 'good'],
    ['feet outside', standing((p) => [31, 32].forEach((i) => (p[i]!.y = 1.02))), 'cut-off'],
    [
      'ankles not seen',
      standing((p) => [27, 28].forEach((i) => (p[i]!.visibility = 0.3))),
      'cut-off',
    ],
    [
      'very near',
      standing(
        (p) => ([7, 8].forEach((i) => (p[i]!.y = 0.03)), [31, 32].forEach((i) => (p[i]!.y = 0.97))),
      ),
      'too-close',
    ],
    ['leaning picture', standing((p) => p.forEach((q) => (q.x += (q.y - 0.5) * 0.3))), 'tilted'],
  ])('%s', (_, points, says) => {
    expect(framing(points, 720, 960)).toBe(says);
  });

  it('does not call a squat tilted, whose knees are bent', () => {
    const squat = standing((p) => {
      for (const i of [23, 24]) p[i]!.y = 0.72;
      for (const i of [25, 26]) p[i]!.x += 0.15;
      for (const i of [7, 8, 11, 12]) {
        p[i]!.y += 0.2;
        p[i]!.x += 0.1;
      }
    });
    expect(framing(squat, 720, 960)).toBe('good');
  });
});

describe('what a network found', () => {
  it.each([
    ['TOWARD', 'FRONT', 1, undefined],
    ['AWAY', 'FRONT', -1, undefined],
    ['RIGHT', 'SIDE', 1, 'RIGHT'],
    ['LEFT', 'SIDE', -1, 'LEFT'],
  ] as const)(
    'becomes a clip in pixels that lies on its picture (%s)',
    (facing, plane, across, near) => {
      const clip = clipOf([standing(), null], 30, { width: 1000, height: 500 }, facing);
      expect(clip.plane).toBe(plane);
      expect(acrossOf(facing)).toBe(across);
      expect(nearOf(facing)).toBe(near);
      const knee = path(clip, 'LEFT_KNEE')!;
      expect(spot(clip, knee, 0, across)).toEqual({ x: 540, y: 345 });
      expect(knee.confidence).toEqual([0.9, 0]);
    },
  );
});

describe('the network in its worker', () => {
  class FakeWorker {
    static last: FakeWorker;
    onmessage: ((e: { data: unknown }) => void) | null = null;
    onerror: ((e: { message: string }) => void) | null = null;
    sent: { type: string; id: number; time?: number }[] = [];
    ended = false;
    constructor(readonly address: string) {
      FakeWorker.last = this;
    }
    postMessage(message: { type: string; id: number }) {
      this.sent.push(message);
    }
    terminate() {
      this.ended = true;
    }
  }

  it('answers each picture by its number, and fails what waits when it breaks or is closed', async () => {
    vi.stubGlobal('Worker', FakeWorker);
    vi.stubGlobal('createImageBitmap', () => Promise.resolve({ close: () => undefined }));
    const engine = new ShippedPose();
    const worker = FakeWorker.last;
    expect(worker.address).toBe('/vendor/pose/worker.js');
    const started = engine.start();
    worker.onmessage?.({ data: { id: 1, ready: true } });
    await started;
    const [first, second] = [engine.find(new Blob(), 0), engine.find(new Blob(), 33)];
    await vi.waitFor(() => expect(worker.sent).toHaveLength(3));
    expect(worker.sent[1]!.time).toBeGreaterThan(0);
    worker.onmessage?.({ data: { id: worker.sent[2]!.id, landmarks: null } });
    worker.onmessage?.({ data: { id: worker.sent[1]!.id, landmarks: standing() } });
    expect(await second).toBeNull();
    expect(await first).toHaveLength(33);
    const broken = engine.reset();
    worker.onmessage?.({ data: { id: worker.sent[3]!.id, error: 'no memory' } });
    await expect(broken).rejects.toThrow('no memory');
    const waiting = engine.reset();
    engine.close();
    await expect(waiting).rejects.toThrow('closed');
    expect(worker.ended).toBe(true);
  });
});
