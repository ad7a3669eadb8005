import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { answer } from '../../../tests/answers';
import { Names } from '../../lib/api/catalogue';
import { outbox, type TrainingSent } from '../../lib/outbox/outbox.svelte';
import GroupSession from './GroupSession.svelte';
import { SessionDesk, type Athlete, type View } from './session.svelte';

const names = new Names({ tests: [] }, answer('ladders'));
const PARTS = ['PREPARATION', 'MAIN', 'SECOND', 'SINGLE_LEG', 'CLOSE'] as const;
const cue = (en: string) => ({ exercise: 'box-squat', which: 0, words: { en, de: en } });

function athlete(name: string, more: Partial<Athlete> = {}): Athlete {
  return {
    name,
    record: { pains: [] },
    prescription: {
      athlete: name,
      group: 0,
      own: 'MAIN',
      sore: false,
      pains: [],
      cues: [cue('Sit back'), cue('Spread the floor')],
      work: PARTS.map((part) => ({
        part,
        exercise: part === 'MAIN' ? 'goblet-squat' : 'tripod-stand',
        byWeek: [
          { sets: 2, each: 8 },
          { sets: 2, each: 9 },
        ],
        aids: [],
        kit: part === 'MAIN' ? [{ need: { item: 'WEIGHT' }, there: false }] : [],
      })),
    },
    ...more,
  };
}

const view = (...athletes: Athlete[]): View => {
  const hours = { day: 'MONDAY', from: '08:00:00', to: '08:45:00' } as const;
  const sessions = [0, 1].map((week) => ({ week, day: `2026-12-0${week + 1}`, hours }));
  return {
    block: 'b',
    session: 1,
    doseWeek: 1,
    screening: { id: 's' } as View['screening'],
    athletes,
    minutes: { PREPARATION: 8, MAIN: 12, SECOND: 10, SINGLE_LEG: 8, CLOSE: 4 },
    stopsFrom: 4,
    stoppingSigns: ['NEW_OR_SHARP'],
    plan: {
      season: { start: '2026-12-01', weeks: 2, slots: [hours], holidays: [], matches: [] },
      places: [],
      out: [],
      groups: [{ offer: { focus: 'LOAD', rungs: ['goblet-squat'] }, place: 'Stage' }],
      block: {
        sessions,
        retest: sessions[0]!,
        athletes: [],
        orders: [['PREPARATION', 'SECOND', 'MAIN', 'SINGLE_LEG', 'CLOSE']],
        shortages: [],
      },
    },
  };
};

const sent: TrainingSent[] = [];
beforeEach(() => {
  sent.length = 0;
  vi.spyOn(outbox, 'putTraining').mockImplementation((_s, _b, facts) => void sent.push(...facts));
});

function shown(...athletes: Athlete[]) {
  const desk = new SessionDesk(view(...athletes), null);
  render(GroupSession, { desk, names, group: 0 });
  return { desk, user: userEvent.setup() };
}
const told = (who: string) => sent.filter((s) => s.athlete === who).map((s) => s.fact);
const press = (user: ReturnType<typeof userEvent.setup>, name: string) =>
  user.click(screen.getByRole('button', { name }));

describe('a session in the hall', () => {
  it('takes attendance and the dose of the week with two taps, and back again', async () => {
    const { user } = shown(athlete('Ada'), athlete('Bo'));
    expect(screen.getAllByText('Spread the floor')).toHaveLength(2);
    expect(screen.getByText('8:18')).toBeVisible();
    await press(user, 'Ada: here');
    await press(user, 'Ada: done');
    expect(told('Ada')).toMatchObject([
      { kind: 'attended', session: 1, attendance: 'PRESENT' },
      { kind: 'trained', session: 1, done: PARTS.map((part) => ({ part, sets: 2, each: 9 })) },
    ]);
    expect(screen.getByText('1 here, 1 done, of 2')).toBeVisible();
    await press(user, 'Ada: done');
    expect(told('Ada').at(-1)).toMatchObject({ kind: 'trained', done: [] });
    await press(user, 'All here');
    expect(told('Bo')).toMatchObject([{ attendance: 'PRESENT' }]);
  });

  it('of whoever trained says that they were there, and keeps what was done otherwise', async () => {
    const { user } = shown(athlete('Ada'));
    await user.click(screen.getByRole('button', { name: /Ada.*Spread the floor/ }));
    const sheet = within(screen.getByRole('dialog', { name: 'Ada', hidden: true }));
    expect(sheet.getByText('Weight: none left')).toBeInTheDocument();
    const kilograms = sheet.getByLabelText('kg');
    await user.type(kilograms, '8');
    await user.click(sheet.getByRole('button', { name: /slight/, hidden: true }));
    await user.click(sheet.getByRole('button', { name: 'Save what was done', hidden: true }));
    expect(told('Ada')).toMatchObject([
      { kind: 'attended', attendance: 'PRESENT' },
      {
        kind: 'trained',
        look: 'SLIGHT',
        done: PARTS.map((part) => (part === 'MAIN' ? { kilograms: 8 } : { part })),
      },
    ]);
    expect(screen.getByRole('button', { name: 'Ada: done' })).toHaveTextContent('done, changed');
  });

  it('stops whom pain stops, and lets nobody train who is held back', async () => {
    const { desk } = shown(athlete('Ada'), athlete('Bo', { held: '2026-11-30' }));
    expect(screen.getByRole('button', { name: 'Bo: done' })).toBeDisabled();
    expect(screen.getByText(/Held back since/)).toBeVisible();
    desk.hurts(desk.ofGroup(0)[0]!, { region: 'KNEE', intensity: 3, signs: [] });
    expect(desk.trains(desk.ofGroup(0)[0]!)).toBe(true);
    desk.hurts(desk.ofGroup(0)[0]!, { region: 'KNEE', intensity: 4, signs: [] });
    expect(await screen.findByText('Stopped for pain today')).toBeVisible();
    expect(screen.getByRole('button', { name: 'Ada: done' })).toBeDisabled();
  });

  it('shows what was told here until the server knows it', () => {
    vi.spyOn(outbox, 'ofBlock').mockReturnValueOnce([
      {
        id: 'w',
        athlete: 'Ada',
        at: '2026-12-02T08:00:00Z',
        fact: { kind: 'attended', session: 1, attendance: 'ABSENT' },
      },
    ]);
    const desk = new SessionDesk(view(athlete('Ada')), null);
    expect(desk.record(desk.ofGroup(0)[0]!).attendance).toBe('ABSENT');
    desk.refresh(view(athlete('Ada', { record: { attendance: 'PRESENT', pains: [] } })));
    expect(desk.record(desk.ofGroup(0)[0]!).attendance).toBe('PRESENT');
  });
});
