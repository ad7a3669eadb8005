import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { gathered } from './gathered';

beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());

/** Work that takes a while, and when each run of it began. */
function working(milliseconds: number) {
  const begun: number[] = [];
  const work = async () => {
    begun.push(Date.now());
    await new Promise((done) => setTimeout(done, milliseconds));
  };
  return { begun, work };
}

test('at twenty changes a second the work runs at least once a second and never twice at once', async () => {
  const { begun, work } = working(200);
  const look = gathered(work, 300);
  const start = Date.now();
  for (let i = 0; i < 15 * 20; i++) {
    look.ask();
    await vi.advanceTimersByTimeAsync(50);
  }
  await vi.advanceTimersByTimeAsync(1000);
  const gaps = begun.map((at, i) => at - (begun[i - 1] ?? start));
  expect(Math.max(...gaps)).toBeLessThanOrEqual(1000);
  expect(Math.min(...gaps)).toBeGreaterThanOrEqual(300);
});

test('what changes while the work runs is looked at afterwards, and a failed run does not end it', async () => {
  let runs = 0;
  const look = gathered(() => {
    runs++;
    return runs === 1 ? Promise.reject(new Error('no network')) : Promise.resolve();
  }, 300);
  look.ask();
  await vi.advanceTimersByTimeAsync(299);
  expect(runs).toBe(0);
  await vi.advanceTimersByTimeAsync(1);
  look.ask();
  await vi.advanceTimersByTimeAsync(300);
  expect(runs).toBe(2);
  look.ask();
  look.stop();
  await vi.advanceTimersByTimeAsync(1000);
  expect(runs).toBe(2);
});
