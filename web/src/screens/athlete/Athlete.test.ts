import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { answer, answering } from '../../../tests/answers';
import type { Schemas } from '../../lib/api/client';
import { outbox } from '../../lib/outbox/outbox.svelte';
import Athlete from './Athlete.svelte';

type Result = Schemas['ResultControllerAthleteResult'];
const result = answer<Result>('athlete');
const params = { id: result.screening.id, athlete: result.athlete };

async function shown(more: Partial<Result> = {}) {
  answering({ [`/results/${params.athlete}`]: { ...result, ...more } });
  render(Athlete, { params });
  await screen.findByRole('heading', { level: 1, name: 'Ada Grün' });
}

describe('an athlete’s page', () => {
  it('says what was seen, that the heels have voided the rest, and why there is no index', async () => {
    await shown();
    expect(screen.getByText(/too little could be judged/)).toBeVisible();
    expect(screen.getByText('ended by heel lift')).toBeVisible();
    expect(screen.getByText(/Worse side: left\./)).toBeVisible();
    const heels = screen.getAllByRole('row', { name: /^Heel lift/ })[0]!;
    expect(heels).toHaveTextContent('marked, on the way up');
    const knee = screen.getAllByRole('row', { name: /^Knee line/ })[0]!;
    expect(knee).toHaveTextContent('not assessable: heels up');
  });

  it('proposes a place with its reasons, and names what would tell the links apart', async () => {
    await shown();
    expect(screen.getByRole('heading', { name: 'What may limit the movement' })).toBeVisible();
    expect(screen.getAllByText(/What would tell most now: /)[0]).toBeVisible();
    expect(screen.getAllByText(/foot/)[0]).toBeVisible();
    expect(screen.getByText('Never a diagnosis; evidence from this screen only.')).toBeVisible();
  });

  it('tells the own depth, hip room and the stance to begin with', async () => {
    await shown({
      stance: { heels: 0.31, turnOut: { left: 12, right: 8.4 }, split: 0.74, splitSore: 0.86 },
      personal: {
        ...result.personal,
        tests: [{ test: 'personal-set-up', criterion: 'rock-back', readings: {} }],
        turnOut: { left: 12 },
        depthCeiling: -12,
        hipRoomEnds: { left: true, right: false },
      },
    });
    expect(screen.getByText(/^31 cm apart/)).toHaveTextContent(/\(from the lengths/);
    expect(screen.getByText(/^left foot 12° out/)).toHaveTextContent(
      /\(found by the set-up tests\)/,
    );
    expect(screen.getByText(/^right foot 8° out/)).toHaveTextContent(/\(from the lengths\)/);
    expect(screen.getByText('Own depth: 12° below parallel; there the tail tucks.')).toBeVisible();
    expect(screen.getByText('Knee to armpit, left: ends just past a right angle.')).toBeVisible();
    expect(screen.getByText('Knee to armpit, right: reaches it.')).toBeVisible();
  });

  it('draws each criterion and side over the dates, and compares only what was done alike', async () => {
    const seen = (grade: Schemas['CourseSeen']['grade'], value: number) => ({
      grade,
      value,
      low: Math.max(0, value - 0.8),
      high: Math.min(3, value + 0.8),
    });
    const course = (criterion: string, over: Partial<Schemas['Course']>): Schemas['Course'] => ({
      test: 'overhead-squat',
      criterion,
      sided: true,
      points: [
        { screen: 0, alike: true, grades: { left: seen('SEVERE', 3), right: seen('NONE', 0) } },
        { screen: 1, alike: true, grades: { left: seen('SLIGHT', 1) } },
      ],
      changes: {
        left: { difference: -0.67, detectable: 0.46, low: -1, high: -0.3, verdict: 'IMPROVED' },
      },
      ...over,
    });
    const none = { left: seen('NONE', 0), right: seen('NONE', 0) };
    const index = result.index;
    await shown({
      history: ['2026-09-14', '2026-11-09'].map((heldOn, i) => ({
        screening: String(i),
        name: 'S',
        heldOn,
        index,
      })),
      courses: [
        course('knee-line', {}),
        course('arch', {
          points: [0, 1].map((screen) => ({ screen, alike: true, grades: none })),
          changes: {},
        }),
      ],
    });
    const courses = screen.getByTestId('courses');
    expect(
      screen.getByRole('img', { name: /^Knee line left: .*2026 severe; .*2026 slight$/ }),
    ).toBeVisible();
    expect(courses).toHaveTextContent(/left\s+improved/);
    expect(courses).toHaveTextContent(/right\s+nothing alike to compare with/);
    expect(courses).toHaveTextContent('Nothing seen each time: Arch');
  });

  it('keeps a stance that was chosen; a field left empty is computed again', async () => {
    const put = vi.spyOn(outbox, 'put').mockReturnValue(undefined);
    const user = userEvent.setup();
    await shown({
      stance: { heels: 0.31, turnOut: { left: 4, right: 4 }, split: 0.74, splitSore: 0.86 },
      personal: { ...result.personal, chosen: { kind: 'stanceChosen', heels: 31, turnOut: {} } },
    });
    await user.click(screen.getByRole('button', { name: 'Change the stance' }));
    const heels = screen.getByRole('spinbutton', { name: /^Heels/ });
    expect(heels).toHaveValue(31);
    await user.clear(heels);
    await user.type(screen.getByRole('spinbutton', { name: /^Right foot out/ }), '14.5');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    expect(put.mock.calls[0]?.[1][0]?.fact).toEqual({
      kind: 'stanceChosen',
      turnOut: { right: 14.5 },
    });
  });

  it('tells a change with its interval, and what cannot be told', async () => {
    await shown({
      change: { difference: 3.1, detectable: 12, low: -7, high: 13, verdict: 'CANNOT_TELL' },
    });
    expect(
      screen.getByText(
        /3.1 points since the screening before: cannot tell \(90 % interval -7.0 to 13.0/,
      ),
    ).toBeVisible();
  });

  it('puts pain before everything else', async () => {
    await shown({
      stopped: true,
      refer: true,
      pains: [{ region: 'KNEE', side: 'RIGHT', intensity: 6, signs: ['SWELLING'] }],
    });
    expect(screen.getByText('See a clinician before training this pattern.')).toBeVisible();
    expect(screen.getByText(/6 of 10/)).toBeVisible();
    expect(screen.getByText(/swelling/)).toBeVisible();
  });

  it('shows an incident instead of a result that could not be made', async () => {
    await shown({ incident: 'K7' });
    expect(screen.getByRole('note')).toHaveTextContent('Could not be judged (incident K7)');
  });
});
