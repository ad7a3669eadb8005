import { render, screen, waitFor, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { station, stationWith } from '../../../tests/protocol';
import { keys } from '../../lib/keys/keys.svelte';
import { outbox } from '../../lib/outbox/outbox.svelte';
import type { FactSent } from '../../lib/record/book';
import { Desk } from './desk.svelte';
import StationDesk from './StationDesk.svelte';

let written: FactSent[];
let desk: Desk;
const reload = vi.fn();

beforeEach(() => {
  written = [];
  vi.spyOn(outbox, 'of').mockReturnValue([]);
  vi.spyOn(outbox, 'put').mockImplementation((_, facts) => void written.push(...facts));
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')));
  desk = new Desk(station(['Amara L.', 'Bartosz Ż.']));
});

function opened() {
  render(StationDesk, { desk, reload });
  return userEvent.setup();
}
const press = (key: string) => {
  const event = new KeyboardEvent('keydown', { key });
  Object.defineProperty(event, 'target', { value: document.body });
  keys.handle(event);
};
const marks = () =>
  written.flatMap(({ fact }) =>
    fact.kind === 'marked' || fact.kind === 'couldNotTell'
      ? [`${fact.criterion} ${fact.side ?? ''} ${'grade' in fact ? fact.grade : '?'}`]
      : [],
  );
const main = () => screen.getByRole('button', { name: /: seen$|^Next athlete$/ });
const who = () => screen.getByTestId('athlete').textContent.trim();

describe('the station', () => {
  it('takes a clean athlete three touches and goes on to the next', async () => {
    const user = opened();
    for (let touch = 0; touch < 3; touch++) await user.click(main());
    expect(written.map((f) => f.fact.kind)).toEqual(['trialOpened', 'viewClosed', 'viewClosed']);
    expect(who()).toBe('Bartosz Ż.');
  });

  it('asks for the phase of a fault as a second touch, where the protocol asks', async () => {
    desk = new Desk(stationWith(['Amara L.'], 'overhead-squat'));
    const user = opened();
    const knee = () => screen.getByRole('button', { name: 'Knee line left slight' });
    const phase = () => screen.getByRole('button', { name: 'on the way up' });
    await user.click(knee());
    await user.click(phase());
    await user.click(screen.getByRole('button', { name: 'too far out' }));
    expect(phase()).toHaveAttribute('aria-pressed', 'true');
    await user.click(phase());
    const said = written.flatMap(({ fact }) =>
      fact.kind === 'marked' ? [[fact.grade, fact.phase, fact.variant]] : [],
    );
    expect(said).toEqual([
      ['SLIGHT', undefined, undefined],
      ['SLIGHT', 'ASCENT', undefined],
      ['SLIGHT', 'ASCENT', 'outward'],
      ['SLIGHT', undefined, 'outward'],
    ]);
    await user.click(screen.getByRole('button', { name: 'Arch left slight' }));
    expect(screen.queryByRole('group', { name: 'When does it show most?' })).toBeNull();
  });

  it('says where this athlete’s feet stand and how deep it goes, where the school asks for that', async () => {
    const [first, second] = desk.station.queue;
    desk.line.refresh({
      ...desk.station,
      queue: [
        {
          ...first!,
          targets: {
            heels: 34.2,
            turnOut: { left: 12, right: 8 },
            depth: 11.6,
            hipDirections: { left: ['outside-under'], right: [] },
            hipEnds: { left: true, right: false },
          },
        },
        second!,
      ],
    });
    const user = opened();
    expect(
      screen.getByText('For Amara L.: heels 34 cm apart, left foot 12° out, right foot 8° out'),
    ).toBeVisible();
    await user.click(screen.getByRole('tab', { name: /^Side/ }));
    expect(screen.getByText(/^Hip room ends just past a right angle, left/)).toBeVisible();
    expect(screen.getByText('Hip direction left: outside-under')).toBeVisible();
    expect(screen.getByText(/^Own depth of Amara L\.: 12° above parallel\./)).toBeVisible();
  });

  it('says what it knows: heels that void, and pain that is watched', async () => {
    const user = opened();
    const knows = screen.getByTestId('knows');
    expect(knows.textContent.trim()).toBe('');
    desk.pain({ region: 'KNEE', side: 'LEFT', intensity: 2, signs: [] });
    await user.click(screen.getByRole('tab', { name: /^Side/ }));
    press('h');
    press('2');
    await waitFor(() =>
      expect(knows).toHaveTextContent(/Heels up, so not judged in this trial: .*Depth.*/),
    );
    expect(knows).toHaveTextContent('Pain reported: Knee left, 2 of 10.');
  });

  it('takes two faults seven touches, each on the spot of the figure', async () => {
    const user = opened();
    const spot = (name: RegExp) =>
      within(screen.getByRole('region', { name: 'Mark on the figure' })).getByRole('button', {
        name,
      });
    await user.click(spot(/^Knee line left: none/));
    await user.click(spot(/^Knee line left: slight/));
    await user.click(main());
    await user.click(spot(/^Depth: none/));
    await user.click(spot(/^Depth: slight/));
    await user.click(main());
    await user.click(main());
    expect(marks()).toEqual([
      'knee-line LEFT SLIGHT',
      'knee-line LEFT MARKED',
      'depth  SLIGHT',
      'depth  MARKED',
    ]);
    expect(who()).toBe('Bartosz Ż.');
  });

  it('is run from the keyboard: a letter for the left, a capital for the right, digits, back', () => {
    opened();
    press('k');
    press('K');
    press('3');
    press('u');
    press('z');
    expect(marks()).toEqual([
      'knee-line LEFT SLIGHT',
      'knee-line RIGHT SLIGHT',
      'knee-line RIGHT SEVERE',
      'knee-line RIGHT ?',
    ]);
    expect(written.at(-1)!.fact.kind).toBe('withdrawn');
    press('v');
    expect(desk.view).toBe('SIDE');
  });

  it('leaves letters to a field that is typed in', () => {
    opened();
    const field = document.body.appendChild(document.createElement('input'));
    const event = new KeyboardEvent('keydown', { key: 'k' });
    Object.defineProperty(event, 'target', { value: field });
    keys.handle(event);
    field.remove();
    expect(marks()).toEqual([]);
  });

  it('asks which cue was given before it marks a trial as cued', async () => {
    const user = opened();
    await user.click(screen.getByLabelText('Extra cue given'));
    await user.click(screen.getByRole('button', { name: 'Knees out' }));
    expect(written.at(-1)!.fact).toMatchObject({
      kind: 'trialFlagged',
      flag: 'CUED',
      words: 'Knees out',
    });
    expect(screen.getByLabelText('Extra cue given')).toBeChecked();
  });

  it('calls whoever is chosen in the queue, and sends on whoever is away', async () => {
    const user = opened();
    await user.click(screen.getByRole('button', { name: 'Queue' }));
    await user.click(screen.getByRole('button', { name: /Bartosz/ }));
    expect(who()).toBe('Bartosz Ż.');
    await user.click(screen.getByRole('button', { name: 'Queue' }));
    await user.click(screen.getByRole('button', { name: 'absent' }));
    expect(written.at(-1)!.fact).toMatchObject({ kind: 'attended', attendance: 'ABSENT' });
    expect(who()).toBe('Amara L.');
  });

  it('shows nothing to mark once pain has stopped the trial', async () => {
    const user = opened();
    press('p');
    const sheet = within(screen.getByRole('dialog'));
    await user.click(sheet.getByLabelText('Knee'));
    await user.click(sheet.getByLabelText('right'));
    await user.click(sheet.getByLabelText('6'));
    await user.click(sheet.getByRole('button', { name: 'Stop and record' }));
    expect(screen.getByRole('alert')).toHaveTextContent('Stopped for pain');
    expect(screen.queryByRole('region', { name: 'Marks' })).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Next athlete' }));
    expect(who()).toBe('Bartosz Ż.');
  });

  it('says so when nobody is in the roster', () => {
    desk = new Desk(station([]));
    opened();
    expect(screen.getByText(/There is nobody in this roster/)).toBeVisible();
  });
});
