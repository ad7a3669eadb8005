import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { clip } from '../../../tests/clip';
import { Bench } from './bench.svelte';
import Stage from './Stage.svelte';

let bench: Bench;
beforeEach(async () => {
  vi.stubGlobal('fetch', () => new Promise(() => undefined));
  bench = new Bench();
  const still = clip(30);
  still.paths.push({
    ...still.paths[0]!,
    landmark: 'LEFT_ANKLE',
    confidence: still.paths[0]!.confidence.map(() => 0.3),
  });
  void bench.lay(still, 'LANDMARK_FILE');
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
