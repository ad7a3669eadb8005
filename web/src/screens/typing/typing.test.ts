import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { answering } from '../../../tests/answers';
import { PROTOCOL, station, stationWith } from '../../../tests/protocol';
import { outbox } from '../../lib/outbox/outbox.svelte';
import type { FactSent } from '../../lib/record/book';
import { session } from '../../lib/session.svelte';
import { testOf } from '../station/line.svelte';
import { columnsOf, readCell, Unreadable } from './sheet';
import Typing from './Typing.svelte';

const test = (id: string) => PROTOCOL.tests.find((t) => t.id === id)!;
const column = (of: string, criterion: string) =>
  columnsOf(test(of)).find((c) => c.criterion.id === criterion)!;

let written: FactSent[];

beforeEach(() => {
  written = [];
  vi.spyOn(outbox, 'of').mockReturnValue([]);
  vi.spyOn(outbox, 'put').mockImplementation((_, facts) => void written.push(...facts));
});
afterEach(() => {
  session.me = null;
});

describe('a cell of a sheet', () => {
  it.each([
    ['overhead-squat', 'knee-line', '', { kind: 'empty' }],
    ['overhead-squat', 'knee-line', '2', { kind: 'grade', grade: 'MARKED' }],
    ['overhead-squat', 'knee-line', '|||', { kind: 'grade', grade: 'SEVERE' }],
    ['overhead-squat', 'knee-line', '0', { kind: 'grade', grade: 'NONE' }],
    ['overhead-squat', 'knee-line', ' 1B ', { kind: 'grade', grade: 'SLIGHT', variant: 1 }],
    ['overhead-squat', 'knee-line', '?', { kind: 'unclear' }],
    ['overhead-squat', 'drift', '2l', { kind: 'grade', grade: 'MARKED', toward: 'LEFT' }],
  ])('of %s, %s, “%s”', (of, criterion, text, cell) => {
    const at = column(of, criterion);
    const variant = 'variant' in cell ? at.criterion.variants[cell.variant]?.id : undefined;
    expect(readCell(at, text)).toEqual({ ...cell, ...(variant && { variant }) });
  });

  it.each([
    ['overhead-squat', 'knee-line', '4'],
    ['overhead-squat', 'knee-line', '2z'],
    ['overhead-squat', 'knee-line', '2l'],
    ['overhead-squat', 'knee-line', 'marked'],
    ['overhead-squat', 'drift', '2'],
  ])('of %s, %s, “%s”, is refused with what can stand there', (of, criterion, text) => {
    expect(() => readCell(column(of, criterion), text)).toThrow(Unreadable);
    expect(() => readCell(column(of, criterion), text)).toThrow('0 to 3');
  });

  it.each([
    ['12,5', { kind: 'value', value: 12.5 }],
    ['45b', { kind: 'value', value: 45, ending: 1 }],
  ])('of a measurement, “%s”, has a number and why it ended', (text, cell) => {
    const at = timed();
    const { ending, ...rest } = { ending: undefined, ...cell };
    const id = ending === undefined ? undefined : at.measured?.gauge.endings[ending]?.id;
    expect(readCell(at, text)).toEqual({ ...rest, ...(id && { ending: id }) });
  });

  it.each(['9999', '-1', 'x', '1z'])('of a measurement, “%s”, is refused', (text) => {
    expect(() => readCell(timed(), text)).toThrow(Unreadable);
  });
});

const timed = () =>
  columnsOf(testOf(stationWith([], 'timed-stance'), 'timed-stance')!).find((c) => c.measured)!;

describe('a sheet', () => {
  const marked = () =>
    written.flatMap(({ fact, athlete }) =>
      fact.kind === 'marked' ? [[athlete, fact.criterion, fact.side, fact.grade]] : [],
    );
  const kinds = (athlete: string) =>
    written.filter((f) => f.athlete === athlete).map((f) => f.fact.kind);

  async function typing() {
    answering({ '/station': station(['Amara L.', 'Bartosz Ż.', 'Cem']), '/books': [] });
    render(Typing, { params: { id: 'screening' } });
    await screen.findByRole('row', { name: /Amara L\./ });
    const user = userEvent.setup();
    screen.getByRole('textbox', { name: 'Amara L.: Knee line L' }).focus();
    return user;
  }

  it('is typed line by line with the keyboard alone', async () => {
    const user = await typing();
    await user.keyboard('2 1{Enter}');
    expect(document.activeElement).toHaveAccessibleName('Bartosz Ż.: Knee line L');
    expect(marked()).toEqual([
      ['Amara L.', 'knee-line', 'LEFT', 'MARKED'],
      ['Amara L.', 'knee-line', 'RIGHT', 'SLIGHT'],
    ]);
    expect(kinds('Amara L.').filter((k) => k === 'viewClosed')).toHaveLength(2);
    await user.keyboard('{Enter}');
    expect(kinds('Bartosz Ż.')).toEqual(['trialOpened', 'viewClosed', 'viewClosed']);
    expect(kinds('Cem')).toEqual([]);
    expect(screen.getByRole('row', { name: /Amara L\./ })).toHaveTextContent('Kept. Faults: 2');
  });

  it('is corrected by typing a line once more, and writes what differs', async () => {
    const user = await typing();
    await user.keyboard('2{Enter}{ArrowUp}');
    written = [];
    await user.keyboard('1{Enter}');
    expect(written.map((f) => f.fact.kind)).toEqual(['marked']);
    expect(written[0]?.supersedes).toBeTruthy();
    written = [];
    await user.keyboard('{ArrowUp}{Enter}');
    expect(written).toEqual([]);
  });

  it('keeps nothing of a line that cannot be read, and says what can stand there', async () => {
    const user = await typing();
    await user.keyboard('7{Enter}');
    expect(written).toEqual([]);
    expect(document.activeElement).toHaveAccessibleName('Amara L.: Knee line L');
    expect(document.activeElement).toBeInvalid();
    expect(screen.getByRole('row', { name: /Amara L\./ })).toHaveTextContent('0 to 3');
  });

  it('has a cue, a retest and pain beside the grades', async () => {
    const user = await typing();
    await user.keyboard('3');
    await user.type(screen.getByRole('textbox', { name: 'Amara L.: Cue given' }), 'Knees out!');
    await user.selectOptions(screen.getByLabelText('Amara L.: Retest'), 'heels-up');
    await user.type(screen.getByLabelText('Amara L.: Grade in the retest'), '1');
    await user.selectOptions(screen.getByLabelText('Amara L.: Where?'), 'KNEE');
    await user.type(screen.getByLabelText('Amara L.: Pain, of 10'), '2{Enter}');
    const facts = written.map((f) => f.fact);
    expect(facts.find((f) => f.kind === 'trialFlagged')).toMatchObject({ words: 'Knees out!' });
    const opened = facts.filter((f) => f.kind === 'trialOpened');
    expect(opened[1]?.retest).toEqual({ retest: 'heels-up', baseline: opened[0]?.trial });
    expect(opened[1]?.conditions.aids).toMatchObject([{ kind: 'HEEL_PLATE' }]);
    expect(marked()).toEqual([
      ['Amara L.', 'knee-line', 'LEFT', 'SEVERE'],
      ['Amara L.', 'knee-line', 'LEFT', 'SLIGHT'],
    ]);
    expect(facts.at(-1)).toMatchObject({ kind: 'painReported', report: { intensity: 2 } });
  });

  it('says that a retest explains nothing where its fault was not marked, and keeps nothing', async () => {
    const user = await typing();
    await user.selectOptions(screen.getByLabelText('Amara L.: Retest'), 'heels-up');
    await user.type(screen.getByLabelText('Amara L.: Grade in the retest'), '0{Enter}');
    expect(written).toEqual([]);
    expect(screen.getByRole('row', { name: /Amara L\./ })).toHaveTextContent(
      'Nothing in this line is a fault',
    );
  });

  it('of the door says who is there, and needs that said', async () => {
    session.me = { role: 'LEAD' } as typeof session.me;
    answering({ '/station': station(['Amara L.', 'Cem']), '/books': [] });
    render(Typing, { params: { id: 'screening', sheet: 'door' } });
    const user = userEvent.setup();
    const here = await screen.findByLabelText('Amara L.: Check-in');
    here.focus();
    await user.keyboard('{Enter}');
    expect(screen.getByRole('row', { name: /Amara L\./ })).toHaveTextContent('Say first');
    await user.selectOptions(here, 'PRESENT');
    await user.click(screen.getByLabelText('Amara L.: Filming'));
    await user.keyboard('{Enter}');
    expect(written.map((f) => f.fact)).toMatchObject([
      { kind: 'asked', cleared: true, film: true, touch: false, yes: [] },
      { kind: 'attended', attendance: 'PRESENT' },
    ]);
    expect(document.activeElement).toHaveAccessibleName('Cem: Check-in');
  });
});
