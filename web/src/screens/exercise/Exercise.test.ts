import { render, screen } from '@testing-library/svelte';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { answer, answering } from '../../../tests/answers';
import { clip } from '../../../tests/clip';
import type { Schemas } from '../../lib/api/client';
import Exercise from './Exercise.svelte';

const router = vi.hoisted(() => ({ querystring: '' }));
vi.mock('svelte-spa-router', async (real) => ({ ...(await real<object>()), router }));

const result = answer<Schemas['ResultControllerAthleteResult']>('athlete');

const still = (landmark: 'LEFT_SHOULDER' | 'LEFT_WRIST', x: number, z: number) => ({
  landmark,
  x: [x, x, x],
  y: [],
  z: [z, z, z],
  confidence: [1, 1, 1],
});
const filmed = {
  ...clip(3),
  paths: [...clip(3).paths, still('LEFT_SHOULDER', 0, 1.2), still('LEFT_WRIST', 0.5, 1.2)],
};

function shown(id: string, more: Parameters<typeof answering>[0] = {}) {
  const sent = answering({
    '/measuring/simulation': { clip: filmed, bottom: {}, endsEarly: false },
    [`/results/${result.athlete}`]: result,
    ...more,
  });
  render(Exercise, { params: { id } });
  return sent;
}

afterEach(() => (router.querystring = ''));

describe('an exercise', () => {
  it('says how it is set up, cued, dosed and breathed, and stands on its ladder', async () => {
    const sent = shown('box-squat');
    expect(await screen.findByRole('heading', { level: 1, name: 'Box squat' })).toBeVisible();
    expect(screen.getByText('Sit back to the box and stand without rocking.')).toBeVisible();
    expect(screen.getByText('2–3 sets of 8–12 repetitions')).toBeVisible();
    expect(screen.getByText(/2.5 cm below the joint line/)).toBeVisible();
    expect(screen.getByText(/3 of 8 on the ladder Squat/)).toBeVisible();
    expect(screen.getByRole('link', { name: 'Supported sink' })).toHaveAttribute(
      'href',
      '#/exercise/supported-sink',
    );
    expect(await screen.findByRole('img', { name: /simulated athlete/ })).toBeVisible();
    expect(sent.find((s) => s.path.endsWith('/simulation'))!.body).toMatchObject({
      exercise: 'SQUAT',
      repetitions: 1,
    });
  });

  it('binds: a loaded rung names when it is not given', async () => {
    shown('front-squat');
    expect(await screen.findByText(/a marked main fault of the pattern/)).toBeVisible();
    expect(screen.getByText(/not said that they lift|lead has not said/)).toBeVisible();
  });

  it('knows whose it is, with the aid and the size of the kit', async () => {
    router.querystring = `screening=s&athlete=${result.athlete}`;
    const lasting = {
      ladder: 'ankle',
      exercise: 'ball-of-foot-on-step',
      size: { centimetres: 30, measured: true },
    };
    shown('ball-of-foot-on-step', {
      [`/results/${result.athlete}`]: { ...result, proposal: { ...result.proposal, lasting } },
    });
    expect(await screen.findByText(`For ${result.name}`)).toBeVisible();
    expect(screen.getByText('As the protocol says')).toBeVisible();
    expect(screen.getByRole('link', { name: result.name })).toHaveAttribute(
      'href',
      `#/screening/s/athlete/${result.athlete}`,
    );
  });

  it.each([
    ['box-squat', 'rect'],
    ['supported-sink', '.post'],
    ['goblet-squat', 'polyline'],
    ['bodyweight-squat', null],
  ])('draws the kit around the figure: %s', async (id, piece) => {
    shown(id);
    const figure = await screen.findByRole('img', { name: /simulated athlete/ });
    const found = ['rect', '.post', 'polyline'].filter((k) => figure.querySelector(k));
    expect(found).toEqual(piece ? [piece] : []);
  });

  it.each([
    [{ thigh: 12, by: 'OWN_CEILING' }, '12° above parallel and no further: there the tail tucks'],
    [{ thigh: -8, by: 'AIM' }, /^8° below parallel, as long as the back keeps its shape/],
    [{ thigh: 0, by: 'SCHOOL' }, 'parallel, as the protocol asks'],
    [{ by: 'SCHOOL' }, 'as far as the back keeps its shape'],
  ])('says how deep an athlete’s squats are trained', async (depth, words) => {
    router.querystring = `screening=s&athlete=${result.athlete}`;
    shown('bodyweight-squat', {
      [`/results/${result.athlete}`]: { ...result, proposal: { ...result.proposal, depth } },
    });
    expect(await screen.findByText(words)).toBeVisible();
  });

  it('says that it does not know an exercise', async () => {
    shown('handstand');
    expect(await screen.findByText('There is no such exercise.')).toBeVisible();
  });
});
