import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { answer } from '../../../tests/answers';
import { Names } from '../../lib/api/catalogue';
import type { Schemas } from '../../lib/api/client';
import Links from './Links.svelte';
import { faultsOf, type Explanation } from './links';

type Report = Schemas['LinkReport'];
const protocol = answer<Schemas['Protocol']>('protocol');
const names = new Names(protocol, answer('ladders'));

const retest = (now: 'NONE' | 'SLIGHT' | 'MARKED', words: 'FOR' | 'LITTLE') => ({
  source: { kind: 'byRetest', retest: 'heels-up', before: 'MARKED', now } as const,
  ratio: 3.36,
  words,
  trials: ['t'],
  doubtful: false,
});
const heels = (side: 'LEFT' | 'RIGHT', more: Partial<Explanation> = {}): Explanation => ({
  test: 'overhead-squat',
  criterion: 'heels',
  side,
  grade: 'MARKED',
  kind: 'heel-lift',
  seen: { none: 0, slight: 0.16, marked: 0.68, severe: 0.16 },
  painFirst: false,
  offers: [],
  links: [
    {
      link: 'ANKLE',
      prior: 0.5,
      chance: 0.77,
      standing: 'LIKELY',
      trials: [retest('NONE', 'FOR')],
    },
    { link: 'COORDINATION', prior: 0.2, chance: 0.2, standing: 'OPEN', trials: [] },
  ],
  ...more,
});
const WALL = { retest: false, id: 'wall-test', bits: 0.4, seconds: 90 };

function shown(explanations: Explanation[], more: Partial<Report> = {}) {
  const report: Report = {
    outcomes: [],
    explanations,
    first: ['ANKLE'],
    loadHistory: false,
    ...more,
  };
  render(Links, { report, protocol, names });
  return userEvent.setup();
}
const line = (link: string) => document.querySelector<HTMLElement>(`[data-link="${link}"]`)!;

describe('what may limit the movement', () => {
  it('says it in words, with the trials that speak, and names both sides once', () => {
    shown([heels('LEFT', { offers: [WALL] }), heels('RIGHT', { offers: [WALL], grade: 'SLIGHT' })]);
    const fault = within(screen.getByTestId('fault'));
    expect(fault.getByRole('heading', { level: 3 })).toHaveTextContent(/left marked, right slight/);
    expect(line('ANKLE')).toHaveTextContent(/ankle\s*likely/);
    expect(line('ANKLE')).toHaveTextContent('Heels up: two grades better; speaks for it');
    expect(line('COORDINATION')).toHaveTextContent('no trial says anything of it yet');
    expect(screen.getByText(/What would tell most now: Ankle wall test, about 90 s/)).toBeVisible();
    expect(screen.queryByText(/in 100/)).toBeNull();
  });

  it('tells the sides apart where they lead to something else', () => {
    shown([heels('LEFT'), heels('RIGHT', { offers: [WALL] })]);
    expect(screen.getAllByRole('heading', { level: 4 }).map((h) => h.textContent)).toEqual([
      'left',
      'right',
    ]);
  });

  it('shows the figures on request', async () => {
    const user = shown([heels('LEFT')]);
    await user.click(screen.getByLabelText('Show the figures'));
    expect(line('ANKLE')).toHaveTextContent('77 in 100 (before any trial 50)');
    expect(line('ANKLE')).toHaveTextContent('(3.4 to 1)');
    expect(screen.getByText(/independent of each other/)).toBeVisible();
  });

  it('calls nothing likely before a trial', () => {
    const untold = heels('LEFT').links.map((l) => ({ ...l, trials: [] }));
    shown([heels('LEFT', { links: untold })]);
    expect(
      screen.getByText('Not told apart yet. It may come from: ankle, coordination.'),
    ).toBeVisible();
    expect(screen.queryByText('likely')).toBeNull();
    expect(screen.queryByLabelText('Show the figures')).toBeNull();
  });

  it('puts pain and load before form, and then offers no trial', () => {
    shown([heels('LEFT', { painFirst: true })], {
      loadHistory: true,
    });
    expect(screen.getByText(/Pain or an old injury comes first/)).toBeVisible();
    expect(screen.getByText(/cut the load first/)).toBeVisible();
    expect(screen.queryByText(/What would tell most/)).toBeNull();
    expect(screen.queryByText(/No further trial/)).toBeNull();
  });

  it('says so where nothing needs an explanation', () => {
    shown([], { first: [] });
    expect(screen.getByText('No fault that needs an explanation.')).toBeVisible();
  });
});

describe('the sides of a fault', () => {
  const wall = (side: 'LEFT' | 'RIGHT', value: number) =>
    heels(side, {
      links: [
        {
          ...heels(side).links[0]!,
          trials: [
            {
              source: { kind: 'byValue', of: 'WALL_DISTANCE', value, need: 12.7 },
              ratio: 20,
              words: 'CLEARLY_FOR',
              trials: [],
              doubtful: false,
            },
          ],
        },
      ],
    });

  it('name a value that differs under each side, in one line', () => {
    shown([wall('LEFT', 7), wall('RIGHT', 7.5)]);
    expect(line('ANKLE')).toHaveTextContent(
      /left: Wall test: 7\.0 cm.*; right: Wall test: 7\.5 cm/,
    );
    expect(screen.queryByRole('heading', { level: 4 })).toBeNull();
  });

  it('are one where their words are the same, whatever the figures', () => {
    const other = heels('RIGHT');
    other.links[0]!.chance = 0.79;
    expect(faultsOf([heels('LEFT'), other])[0]!.alike).toHaveLength(1);
    expect(faultsOf([heels('LEFT'), { ...other, criterion: 'arch' }])).toHaveLength(2);
  });
});
