import { describe, expect, it } from 'vitest';
import { FOLLOW, frameOf, mark, move, path, sightOf, spot, type Clip, type Landmark } from './clip';

function clip(frames: number, plane: Clip['plane'] = 'SIDE'): Clip {
  const one = (landmark: Landmark, across: number, up: number) => ({
    landmark,
    x: plane === 'FRONT' ? [] : new Array<number>(frames).fill(across),
    y: plane === 'SIDE' ? [] : new Array<number>(frames).fill(across),
    z: new Array<number>(frames).fill(up),
    confidence: new Array<number>(frames).fill(0.9),
  });
  return {
    plane,
    rate: 30,
    frames,
    paths: [one('LEFT_KNEE', 0.2, 0.5), one('LEFT_ANKLE', 0, 0.1)],
  };
}

describe('a clip on the stage', () => {
  it.each([
    ['SIDE', 1],
    ['SIDE', -1],
    ['FRONT', 1],
    ['FRONT', -1],
  ] as const)('moves a landmark to where it is dropped (%s, %d)', (plane, across) => {
    const c = clip(31, plane);
    move(c, 'LEFT_KNEE', 15, { x: 0.4, y: -0.7 }, across);
    const at = spot(c, path(c, 'LEFT_KNEE')!, 15, across);
    expect(at.x).toBeCloseTo(0.4);
    expect(at.y).toBeCloseTo(-0.7);
    expect(path(c, 'LEFT_KNEE')!.confidence[15]).toBe(1);
    expect(spot(c, path(c, 'LEFT_ANKLE')!, 15, across).y).toBeCloseTo(-0.1);
  });

  it('lets neighbouring frames follow, less the further away they are', () => {
    const c = clip(61);
    move(c, 'LEFT_KNEE', 30, { x: 0.2, y: -0.8 }, 1);
    const z = path(c, 'LEFT_KNEE')!.z;
    const reach = Math.round(FOLLOW * c.rate);
    for (let f = 30; f < 30 + reach; f++) expect(z[f]!).toBeGreaterThan(z[f + 1]!);
    expect(z[30 + reach + 1]).toBe(0.5);
    expect(z[30 - reach - 1]).toBe(0.5);
  });

  it('moves a landmark that is marked in some frames evenly between them', () => {
    const c = clip(21);
    mark(
      c,
      'LEFT_KNEE',
      new Map([
        [5, { x: 0, y: -1 }],
        [15, { x: 1, y: -2 }],
      ]),
      1,
    );
    const p = path(c, 'LEFT_KNEE')!;
    expect([p.x[0], p.x[5], p.x[10], p.x[15], p.x[20]]).toEqual([0, 0, 0.5, 1, 1]);
    expect([p.z[0], p.z[10], p.z[20]]).toEqual([1, 1.5, 2]);
  });

  it('is wholly in sight, with a margin', () => {
    const c = clip(3);
    c.paths[0]!.confidence[1] = 0;
    c.paths[0]!.x[1] = 99; // not seen there, so it does not count
    const sight = sightOf(c);
    expect(sight.left).toBeLessThan(0);
    expect(sight.left + sight.width).toBeGreaterThan(0.2);
    expect(sight.left + sight.width).toBeLessThan(1);
    expect(sight.top).toBeLessThan(-0.5);
  });

  it('gives one frame with the scale of the whole', () => {
    const c = clip(4);
    c.paths[0]!.x[2] = 0.33;
    const one = frameOf(c, 2, 0.01);
    expect(one).toMatchObject({ frames: 1, metresPerUnit: 0.01, plane: 'SIDE' });
    expect(one.paths[0]).toMatchObject({ x: [0.33], y: [], z: [0.5] });
    expect('metresPerUnit' in frameOf(c, 0, undefined)).toBe(false);
  });
});
