import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { answer, answering, type Sent } from '../../../tests/answers';
import type { Schemas } from '../../lib/api/client';
import { session } from '../../lib/session.svelte';
import Today from './Today.svelte';

type View = Schemas['TodayControllerTodayView'];
const { screening } = answer<Schemas['BoardBoardView']>('board');
const due = (more: Partial<View['screenings'][number]> = {}) => ({
  screening,
  team: 'Roster',
  athletes: 4,
  done: 1,
  waiting: 2,
  stopped: 0,
  setAside: 0,
  unjudged: [],
  ...more,
});
const team = { id: 't', name: 'Roster', kind: 'CLASS', athletes: 4, incomplete: 0 };
const view = (more: object = {}): View => ({ screenings: [due()], teams: [team], ...more }) as View;

let sent: Sent[];
let steps: Partial<Schemas['FirstStepsSteps']>;
let requests: Schemas['RequestsRequestView'][];
async function shown(told: View, role: 'LEAD' | 'RATER' = 'LEAD') {
  session.me = { id: 'me', name: 'Momo', role, organisation: 'O' };
  sent = answering({ '/today': told, '/today/steps': steps, '/today/requests': requests });
  render(Today);
  await screen.findByRole('heading', { level: 1, name: 'Today' });
  await vi.waitFor(() => expect(screen.queryByText(/Loading/)).toBeNull());
  return userEvent.setup();
}
const way = (name: string) => screen.getByRole('link', { name }).getAttribute('href');

beforeEach(() => {
  session.me = null;
  steps = { begun: true };
  requests = [];
  localStorage.clear();
});

describe('today', () => {
  it.each([
    [{}, 'A class or a team', 'Add a team or class', '#/roster'],
    [{ roster: 't' }, 'Who is on it', 'Import', '#/roster/t'],
    [
      { roster: 't', athletes: true, screening: 's' },
      'The hall',
      'Hall plan',
      '#/screening/s/plan',
    ],
    [
      { roster: 't', athletes: true, screening: 's', planned: true },
      'Helpers’ codes',
      'Helpers’ codes',
      '#/screening/s/plan',
    ],
  ])('leads a new lead with %o to “%s”, and says why', async (told, title, label, go) => {
    steps = told;
    await shown(view({ teams: [], screenings: [] }));
    const step = (await screen.findByText(title, { selector: '[aria-current] p' })).closest('li')!;
    expect(within(step).getByRole('link', { name: label })).toHaveAttribute('href', go);
    expect(step).toHaveTextContent(/\. /);
    expect(screen.queryByRole('button', { name: 'Plan a screening' })).toBeNull();
  });

  it('throws a practice class away, and leaves whoever knows the way alone', async () => {
    steps = { begun: true, practice: 'p', roster: 'p', athletes: true };
    const user = await shown(view());
    await user.click(await screen.findByRole('button', { name: 'Throw the practice class away' }));
    expect(sent.find((s) => s.method === 'DELETE')?.path).toBe('/api/practice-classes/p');
    expect(screen.queryByText('First steps')).toBeNull();
  });

  it('shows what a family asks for until it is dealt with', async () => {
    requests = [
      {
        id: 'r',
        athlete: 'a',
        name: 'Ada Grün',
        team: 't',
        kind: 'CORRECTION',
        text: 'Born in May.',
        at: '2026-11-09T08:00:00Z',
      },
    ];
    const user = await shown(view());
    const asked = await screen.findByText('Born in May.');
    expect(asked.closest('li')).toHaveTextContent('Ada Grün: asks for a correction');
    expect(way('Open the entry')).toBe('#/roster/t?athlete=a');
    await user.click(screen.getByRole('button', { name: 'Done' }));
    expect(sent.some((s) => s.path === '/api/requests/r/done')).toBe(true);
  });

  it('asks for a plan where there is a roster and no screening', async () => {
    await shown(view({ screenings: [] }));
    expect(await screen.findByText(/Plan one: choose the roster/)).toBeVisible();
    expect(screen.getByRole('button', { name: 'Plan a screening' })).toBeVisible();
  });

  it('tells a rater without an invitation whom to ask, and offers no planning', async () => {
    await shown(view({ screenings: [] }), 'RATER');
    expect(await screen.findByText(/Ask the lead/)).toBeVisible();
    expect(screen.queryByRole('button', { name: 'Plan a screening' })).toBeNull();
  });

  it.each([
    ['nobody was seen', due({ done: 0, waiting: 4 }), 'LEAD', 'Open the station', 'station'],
    ['some wait', due(), 'LEAD', 'Go on at the station', 'station'],
    ['all are done', due({ done: 4, waiting: 0 }), 'LEAD', 'Groups', 'groups'],
    ['all are done', due({ done: 4, waiting: 0 }), 'RATER', 'Station', 'station'],
  ] as const)('when %s shows the next step of %3$s first', async (_, one, role, name, to) => {
    await shown(view({ screenings: [one] }), role);
    expect(await screen.findByText(/of 4 done/)).toBeVisible();
    expect(way(name)).toBe(`#/screening/${screening.id}/${to}`);
    expect(screen.queryByRole('link', { name: 'Results' }) !== null).toBe(role === 'LEAD');
  });

  it('says what needs a lead: stopped for pain, damaged entries, an athlete that cannot be judged', async () => {
    const troubled = due({ stopped: 1, setAside: 2, unjudged: ['7f3a'] });
    await shown(view({ screenings: [troubled] }));
    expect(await screen.findByText('Stopped for pain: 1')).toBeVisible();
    expect(way('Could not be read: 2')).toContain('/results');
    expect(screen.getByText('Could not be judged (incident 7f3a)')).toBeVisible();
  });

  it.each([
    [{}, 'No backup yet', false],
    [{ last: { at: '2026-11-08T06:00:00Z', ok: true, reason: '' } }, 'Last backup:', false],
    [{ last: { at: '2026-11-05T06:00:00Z', ok: true, reason: '' } }, 'is 4 days old', true],
    [{ last: { at: '2026-11-09T06:00:00Z', ok: false, reason: 'disk full' } }, 'disk full', true],
  ])('shows the backup %j', async (backup, words, alarming) => {
    vi.setSystemTime('2026-11-09T12:00:00Z');
    await shown(view({ backup }));
    const line = await screen.findByTestId('backup');
    expect(line).toHaveTextContent(words);
    expect(line.className.includes('border-error')).toBe(alarming);
    vi.useRealTimers();
  });

  it('lets the lead say who may score, and keeps who was there', async () => {
    const raters = [
      { id: 'r1', name: 'Ines', login: 'ines', role: 'RATER' },
      { id: 'r2', name: 'Jon', login: 'jon', role: 'RATER' },
      { id: 'l', name: 'Momo', login: 'lead', role: 'LEAD' },
    ];
    session.me = { id: 'me', name: 'Momo', role: 'LEAD', organisation: 'O' };
    sent = answering({
      '/today': view(),
      '/accounts': raters,
      'GET /api/screenings/00000000-0000-0000-0000-000000000001/raters': { accounts: ['r1'] },
      'PUT /api/screenings/00000000-0000-0000-0000-000000000001/raters': {},
    });
    render(Today);
    const user = userEvent.setup();
    await user.click(await screen.findByRole('button', { name: 'Raters' }));
    const dialog = within(screen.getByRole('dialog', { name: 'Who may score: S' }));
    expect(await dialog.findByLabelText(/Ines/)).toBeChecked();
    expect(dialog.queryByLabelText(/Momo/)).toBeNull();
    await user.click(dialog.getByLabelText(/Jon/));
    await user.click(dialog.getByRole('button', { name: 'Save' }));
    await vi.waitFor(() => expect(sent.at(-1)!.body).toEqual({ accounts: ['r1', 'r2'] }));
  });
});
