import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Clip } from '../../lib/motion/clip';
import { clip } from '../../../tests/clip';
import { Bench, type Measure } from './bench.svelte';

interface Sent {
  clip: Clip;
  about: object;
}
let asked: { body: Sent; answer: (value: number) => void }[];

/** What the server would say of a clip: one trace with a value in every frame, a heel, and a bottom in the middle. */
function said(sent: Clip, value: number) {
  const trace = (measure: Measure, v: number) => ({
    measure,
    side: measure === 'HEEL_RISE' ? 'LEFT' : undefined,
    values: new Array<number>(sent.frames).fill(v),
  });
  return {
    report: {
      plane: 'SIDE',
      rate: 30,
      frames: sent.frames,
      incomplete: 0,
      metresPerUnit: 0.5,
      scaleFromBody: false,
      sides: ['LEFT'],
      landmarks: [],
      still: sent.frames === 1,
      repetitions: [
        {
          events: { number: 1, start: 1, bottomFrom: 4, bottom: 5, bottomTo: 6, end: 9 },
          measurements: [],
        },
      ],
    },
    measures: [],
    traces: [trace('THIGH_ANGLE', value), trace('HEEL_RISE', 1)],
    facts: [],
  };
}

beforeEach(() => {
  asked = [];
  vi.stubGlobal('fetch', async (request: Request) => {
    if (!request.url.endsWith('/api/measuring/report')) throw new TypeError('not asked here');
    const body = (await request.json()) as Sent;
    return new Promise<Response>((done) =>
      asked.push({
        body,
        answer: (value) =>
          done(
            new Response(JSON.stringify(said(body.clip, value)), {
              headers: { 'Content-Type': 'application/json' },
            }),
          ),
      }),
    );
  });
});

const until = (count: number) => vi.waitFor(() => expect(asked).toHaveLength(count));

async function laid(source: 'SIMULATED' | 'MARKED' = 'SIMULATED'): Promise<Bench> {
  const bench = new Bench();
  const laying = bench.lay(clip(11), source);
  await until(1);
  asked[0]!.answer(20);
  await laying;
  return bench;
}

describe('a clip on the bench', () => {
  it('is measured, and the cursor goes to the first lowest point', async () => {
    const bench = await laid();
    expect(bench.frame).toBe(5);
    expect(bench.now('THIGH_ANGLE')).toBe(20);
    expect(bench.now('HEEL_RISE', 'LEFT')).toBe(1);
    expect(bench.now('SHIN_ANGLE')).toBeNull();
  });

  it('never lets an older answer replace a newer one', async () => {
    const bench = await laid();
    const first = bench.measure();
    const second = bench.measure();
    await until(3);
    asked[2]!.answer(42);
    await second;
    asked[1]!.answer(7);
    await first;
    expect(bench.now('THIGH_ANGLE')).toBe(42);
    expect(bench.asking).toBe(false);
  });

  it('asks for the frame at hand while a landmark moves, one question at a time, and what needs standing waits', async () => {
    const bench = await laid();
    bench.dragging = true;
    bench.moveTo('LEFT_KNEE', { x: 0.3, y: -0.6 });
    await until(2);
    bench.moveTo('LEFT_KNEE', { x: 0.35, y: -0.6 });
    bench.moveTo('LEFT_KNEE', { x: 0.4, y: -0.6 });
    expect(asked).toHaveLength(2);
    const one = asked[1]!.body.clip;
    expect(one.frames).toBe(1);
    expect(one.metresPerUnit).toBe(0.5);
    expect(one.paths[0]!.x[0]).toBeCloseTo(0.3);
    asked[1]!.answer(33);
    await vi.waitFor(() => expect(bench.now('THIGH_ANGLE')).toBe(33));
    expect(bench.now('HEEL_RISE', 'LEFT')).toBeNull();
    await until(3);
    expect(asked[2]!.body.clip.paths[0]!.x[0]).toBeCloseTo(0.4);
    asked[2]!.answer(35);
    bench.dragging = false;
    const measuring = bench.measure();
    await until(4);
    expect(asked[3]!.body.clip.frames).toBe(11);
    asked[3]!.answer(36);
    await measuring;
    expect(bench.now('THIGH_ANGLE')).toBe(36);
    expect(bench.moved).toBe(3);
  });

  it('keeps the frames in which a landmark was marked by hand', async () => {
    const bench = await laid('MARKED');
    bench.to(2);
    bench.nudge('LEFT_KNEE', 0.1, 0);
    bench.to(8);
    bench.nudge('LEFT_KNEE', 0.2, 0);
    expect(bench.keysOf('LEFT_KNEE')).toEqual([2, 8]);
    const x = bench.clip!.paths[0]!.x;
    expect(x[0]).toBeCloseTo(0.2);
    expect(x[5]).toBeCloseTo(0.3);
    expect(x[10]).toBeCloseTo(0.4);
  });

  it('keeps the cursor within the clip', async () => {
    const bench = await laid();
    bench.to(99);
    expect(bench.frame).toBe(10);
    bench.to(-3);
    expect(bench.frame).toBe(0);
  });
});
