import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Clip } from '../../lib/motion/clip';
import { Bench } from './bench.svelte';
import Stage from './Stage.svelte';

const frames = 30;
const fill = (v: number) => new Array<number>(frames).fill(v);
const clip = (): Clip => ({
  plane: 'SIDE',
  rate: 30,
  frames,
  metresPerUnit: 1,
  paths: [
    { landmark: 'LEFT_KNEE', x: fill(0.1), y: [], z: fill(0.5), confidence: fill(0.9) },
    { landmark: 'LEFT_HIP', x: fill(-0.2), y: [], z: fill(0.9), confidence: fill(0.9) },
    { landmark: 'LEFT_ANKLE', x: fill(0), y: [], z: fill(0.1), confidence: fill(0.3) },
  ],
});

let bench: Bench;
beforeEach(async () => {
  vi.stubGlobal('fetch', () => new Promise(() => undefined));
  bench = new Bench();
  void bench.lay(clip(), 'LANDMARK_FILE');
  render(Stage, { bench });
  await screen.findByTestId('stage');
});

const knee = () => screen.getByRole('button', { name: /knee/i });

describe('the stage', () => {
  it('shows every landmark by name, and says of which it is not sure', () => {
    expect(knee()).toBeInTheDocument();
    expect(screen.getByRole('button', { name: /hip/i })).toBeInTheDocument();
    expect(screen.getByRole('button', { name: /ankle.*unsure/i })).toBeInTheDocument();
  });

  it('moves a chosen landmark by the arrow keys, ten times as far with shift', async () => {
    const before = bench.clip!.paths[0]!.x[bench.frame]!;
    await fireEvent.focus(knee());
    await fireEvent.keyDown(knee(), { key: 'ArrowRight' });
    const one = bench.clip!.paths[0]!.x[bench.frame]! - before;
    expect(Math.abs(one)).toBeGreaterThan(0);
    await fireEvent.keyDown(knee(), { key: 'ArrowRight', shiftKey: true });
    const eleven = bench.clip!.paths[0]!.x[bench.frame]! - before;
    expect(eleven / one).toBeCloseTo(11, 5);
    expect(bench.moved).toBeGreaterThan(0);
  });

  it('leaves the clip alone on any other key', async () => {
    await fireEvent.keyDown(knee(), { key: 'x' });
    expect(bench.moved).toBe(0);
  });
});
