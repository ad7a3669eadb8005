import { fireEvent, render, screen } from '@testing-library/svelte';
import { tick } from 'svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { stationWith } from '../../../tests/protocol';
import { outbox } from '../../lib/outbox/outbox.svelte';
import type { FactSent } from '../../lib/record/book';
import { Desk } from './desk.svelte';
import GaugeRow from './GaugeRow.svelte';

let written: FactSent[];
/** Milliseconds from the touch to the start. */
const COUNTDOWN = 3000;

beforeEach(() => {
  written = [];
  vi.spyOn(outbox, 'of').mockReturnValue([]);
  vi.spyOn(outbox, 'put').mockImplementation((_, facts) => void written.push(...facts));
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')));
});
afterEach(() => vi.restoreAllMocks());

function gauge(test: string, criterion: string): Desk {
  const desk = new Desk(stationWith(['Amara L.', 'Bartosz Ż.'], test));
  const found = desk.test.criteria.find((c) => c.id === criterion);
  if (!found?.gauge) throw new Error(`${criterion} has no gauge`);
  render(GaugeRow, { desk, criterion: found, gauge: found.gauge });
  return desk;
}

const measured = () => written.map((f) => f.fact).filter((f) => f.kind === 'measured');
const button = (name: RegExp | string) => screen.getByRole('button', { name });

describe('measuring by hand', () => {
  it('stops the watch by itself at the cap and says so, and goes on to the other leg', async () => {
    let now = 0;
    let frame: FrameRequestCallback = () => undefined;
    vi.spyOn(performance, 'now').mockImplementation(() => now);
    vi.stubGlobal('requestAnimationFrame', (next: FrameRequestCallback) => ((frame = next), 1));
    vi.stubGlobal('cancelAnimationFrame', () => undefined);
    gauge('timed-stance', 'eyes-open');
    await fireEvent.click(button('Start: left, 1'));
    now = COUNTDOWN + 44_900;
    frame(now);
    expect(measured()).toEqual([]);
    now = COUNTDOWN + 46_000;
    frame(now);
    expect(measured()).toMatchObject([{ side: 'LEFT', repetition: 1, value: 45, ending: 'cap' }]);
    expect(await screen.findByRole('button', { name: 'Start: right, 1' })).toBeTruthy();
  });

  it('asks why a hold ended before it is kept', async () => {
    let now = 0;
    vi.spyOn(performance, 'now').mockImplementation(() => now);
    let frame: FrameRequestCallback = () => undefined;
    vi.stubGlobal('requestAnimationFrame', (next: FrameRequestCallback) => ((frame = next), 1));
    vi.stubGlobal('cancelAnimationFrame', () => undefined);
    gauge('timed-stance', 'eyes-closed');
    await fireEvent.click(button('Start: left, 1'));
    await fireEvent.pointerDown(button('Call off'));
    expect(screen.queryByText(/Why did it end/)).toBeNull();
    await fireEvent.click(button('Start: left, 1'));
    now = COUNTDOWN + 7340;
    frame(now);
    await tick();
    await fireEvent.pointerDown(button('Stop'));
    expect(measured()).toEqual([]);
    await fireEvent.click(button('eyes opened'));
    expect(measured()).toMatchObject([{ value: 7.3, ending: 'eyes' }]);
    expect(screen.getByText('best 7.3 s, mean 7.3 s')).toBeVisible();
  });

  it.each([
    ['12.5', [12.5]],
    ['-1', []],
    ['31', []],
  ])('takes a distance of %s cm only where it can be', async (typed, kept) => {
    gauge('wall-test', 'wall');
    const input = screen.getByLabelText(/left, toe to wall, attempt 1/);
    await fireEvent.change(input, { target: { value: typed } });
    expect(measured().map((f) => f.value)).toEqual(kept);
  });

  it('corrects a distance and takes an emptied one back', async () => {
    gauge('wall-test', 'wall');
    const input = screen.getByLabelText(/left, toe to wall, attempt 1/);
    await fireEvent.change(input, { target: { value: '9' } });
    await fireEvent.change(input, { target: { value: '10' } });
    await fireEvent.change(input, { target: { value: '' } });
    const [, first, second, back] = written;
    expect(second?.supersedes).toBe(first?.id);
    expect(back).toMatchObject({ supersedes: second?.id, fact: { kind: 'removed' } });
  });

  it('keeps the pass mark beside the distance', async () => {
    gauge('wall-test', 'wall');
    await fireEvent.click(button('Ankle at the wall left: Not yet'));
    await fireEvent.click(button('Ankle at the wall right: Yes'));
    expect(written.map((f) => f.fact).filter((f) => f.kind === 'marked')).toMatchObject([
      { side: 'LEFT', grade: 'SLIGHT' },
      { side: 'RIGHT', grade: 'NONE' },
    ]);
  });

  it('says which reaches do not count, and needs the leg', async () => {
    const desk = gauge('reach', 'reach');
    await fireEvent.change(screen.getAllByLabelText(/Leg length/)[0] as HTMLElement, {
      target: { value: '88' },
    });
    expect(desk.leg('LEFT')).toBe(88);
    await fireEvent.change(screen.getByLabelText(/Reach left, forward, attempt 1, cm/), {
      target: { value: '60' },
    });
    await fireEvent.change(screen.getByLabelText(/Reach left, forward, attempt 1: whether/), {
      target: { value: 'foot' },
    });
    expect(measured().at(-1)).toMatchObject({ measure: 'anterior', value: 60, ending: 'foot' });
  });

  it('counts errors one by one, never below none and never above ten', async () => {
    gauge('error-count', 'errors');
    await fireEvent.click(button('one less'));
    for (let i = 0; i < 12; i++) await fireEvent.click(button('Error + 1'));
    expect(measured().map((f) => f.value)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 10, 10]);
    expect(screen.getByRole('status').textContent).toContain('10');
  });

  it('tells errors apart afterwards, never more than were counted', async () => {
    gauge('error-count', 'errors');
    const kind = (name: string) => fireEvent.click(screen.getByRole('button', { name }));
    expect(screen.queryByText(/What were they/)).toBeNull();
    for (let i = 0; i < 2; i++) await fireEvent.click(button('Error + 1'));
    await kind('hands off: 0');
    await kind('hands off: 1');
    expect(screen.getByText('What were they? 2 of 2 told')).toBeVisible();
    await kind('hands off: 2');
    await kind('step or fall: 0');
    await kind('eyes open: 0');
    await fireEvent.click(button('one less'));
    expect(measured().filter((f) => f.measure.includes('.'))).toMatchObject([
      { measure: 'double-firm.hands', value: 1 },
      { measure: 'double-firm.hands', value: 2 },
      { measure: 'double-firm.step', value: 1 },
      { measure: 'double-firm.eyes', value: 1 },
    ]);
    expect(screen.getByText('What were they? 1 of 1 told')).toBeVisible();
  });

  it('reads a foot like the hand of a clock: 11 and 1 o’clock are 30 degrees each', async () => {
    gauge('personal-set-up', 'leg-fall');
    await fireEvent.click(screen.getByLabelText('Feet at rest left: 30°'));
    await fireEvent.click(screen.getByLabelText('Feet at rest right: 30°'));
    expect(measured()).toMatchObject([
      { side: 'LEFT', value: 30 },
      { side: 'RIGHT', value: 30 },
    ]);
    expect(screen.getByLabelText('Feet at rest left: 30°').textContent.trim()).toBe('11');
    expect(screen.getByLabelText('Feet at rest right: 30°').textContent.trim()).toBe('1');
  });

  it('has nine squares a side for the hugged knee, and a square goes round its answers', async () => {
    gauge('personal-set-up', 'knee-hug');
    const squares = screen.getAllByRole('button');
    expect(squares).toHaveLength(18);
    for (let i = 0; i < 4; i++) await fireEvent.click(squares[0] as HTMLElement);
    expect(measured().map((f) => f.value)).toEqual([2, 1, 0]);
    expect(written.at(-1)?.fact.kind).toBe('removed');
  });
});
