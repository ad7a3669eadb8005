import { render, screen } from '@testing-library/svelte';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { answer, answering } from '../../../tests/answers';
import { clip } from '../../../tests/clip';
import type { Schemas } from '../../lib/api/client';
import Exercise from './Exercise.svelte';

const router = vi.hoisted(() => ({ querystring: '' }));
vi.mock('svelte-spa-router', async (real) => ({ ...(await real<object>()), router }));

const result = answer<Schemas['ResultControllerAthleteResult']>('athlete');

function shown(id: string, more: Parameters<typeof answering>[0] = {}) {
  const sent = answering({
    '/measuring/simulation': { clip: clip(3), bottom: {}, endsEarly: false },
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

  it('says that it does not know an exercise', async () => {
    shown('handstand');
    expect(await screen.findByText('There is no such exercise.')).toBeVisible();
  });
});
