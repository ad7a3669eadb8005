import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { PROTOCOL, STANDARD, station } from '../../../tests/protocol';
import { outbox } from '../../lib/outbox/outbox.svelte';
import { session } from '../../lib/session.svelte';
import { markAt, place, type FactSent, type Known } from '../../lib/record/book';
import { Desk } from './desk.svelte';

const criterion = (id: string) => PROTOCOL.tests[0]!.criteria.find((c) => c.id === id)!;

let written: FactSent[];
let desk: Desk;

beforeEach(() => {
  written = [];
  vi.spyOn(outbox, 'of').mockReturnValue([]);
  vi.spyOn(outbox, 'put').mockImplementation((_, facts) => void written.push(...facts));
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')));
  desk = new Desk(station(['Amara L.', 'Bartosz Ż.', 'Carlotta Ø.']));
});
afterEach(() => {
  vi.restoreAllMocks();
  session.me = null;
});

const kinds = () => written.map((f) => f.fact.kind);
const grade = (id: string, side?: 'LEFT' | 'RIGHT') =>
  markAt(desk.trial, place(criterion(id), side)).grade;

describe('the desk at a station', () => {
  it('asks in a short screening only for what was planned, and lets the rater look at more', () => {
    const view = station(['Amara L.', 'Bartosz Ż.']);
    view.tests = PROTOCOL.tests.map((t) => t.id);
    view.queue[0]!.tests = ['overhead-squat'];
    view.queue[1]!.tests = [];
    const desk = new Desk(view);
    expect(desk.tests.map((t) => t.id)).toEqual(['overhead-squat']);
    desk.call('Bartosz Ż.');
    expect(desk.tests).toHaveLength(view.tests.length);
  });

  it('takes three steps for a clean athlete and says that both views were seen', () => {
    desk.closeView();
    desk.closeView();
    expect(desk.done).toBe(true);
    desk.next();
    expect(kinds()).toEqual(['trialOpened', 'viewClosed', 'viewClosed']);
    expect(written.map((f) => ('view' in f.fact ? f.fact.view : '')).slice(1)).toEqual([
      'FRONT',
      'SIDE',
    ]);
    expect(desk.athlete?.shortName).toBe('Bartosz Ż.');
    expect(desk.line.waiting).toBe(2);
  });

  it('goes from moment to moment by itself: set up once, look, retest where one would tell more, next', () => {
    expect(desk.moment).toBe('ready');
    desk.goTo('look');
    desk.closeView();
    desk.closeView();
    expect(desk.moment).toBe('next');
    desk.undo();
    expect([desk.moment, desk.view]).toEqual(['look', 'SIDE']);
    desk.closeView();
    desk.next();
    expect(desk.moment).toBe('look');
    desk.mark(criterion('knee-line'), 'LEFT', 'MARKED');
    desk.closeView();
    desk.closeView();
    expect(desk.moment).toBe('tell');
    desk.begin(desk.offers[0]!.retest);
    expect(desk.moment).toBe('look');
    desk.closeView();
    desk.closeView();
    expect(desk.moment).toBe('tell');
    desk.back();
    expect(desk.moment).toBe('next');
    desk.pain({ region: 'KNEE', intensity: 8, signs: [] });
    desk.move({ moment: 'ready' });
    desk.turn(1);
    expect(desk.moment).toBe('ready');
  });

  it('says where two raters saw something so differently that it is more than noise', () => {
    const at = '2026-11-09T08:00:00Z';
    const look = (by: string, grade: 'NONE' | 'SLIGHT' | 'SEVERE') =>
      [
        { kind: 'trialOpened', trial: by, test: 'overhead-squat', conditions: STANDARD },
        { kind: 'marked', trial: by, criterion: 'arch', side: 'LEFT', grade },
        { kind: 'viewClosed', trial: by, view: 'FRONT', repetitions: 5 },
        { kind: 'viewClosed', trial: by, view: 'SIDE', repetitions: 5 },
      ].map((fact, i) => ({ id: `${by}${i}`, athlete: 'Amara L.', at, author: by, fact }) as Known);
    const differing = (...looks: Known[][]) => {
      const view = station(['Amara L.']);
      const book = { 'Amara L.': looks.flat() };
      return new Desk(view, { key: '', view, books: book, at: 0 }).differing.map((c) => c.id);
    };
    expect(differing(look('one', 'SEVERE'))).toEqual([]);
    expect(differing(look('one', 'SLIGHT'), look('two', 'NONE'))).toEqual([]);
    expect(differing(look('one', 'SEVERE'), look('two', 'NONE'))).toEqual(['arch']);
  });

  it('lets a notch grow with each tap and go after severe', () => {
    const seen = [1, 2, 3, 4, 5].map(() => {
      desk.grow(criterion('arch'), 'LEFT');
      return grade('arch', 'LEFT');
    });
    expect(seen).toEqual(['SLIGHT', 'MARKED', 'SEVERE', 'NONE', 'SLIGHT']);
    expect(written.at(-1)?.supersedes).toBe(written.at(-2)?.id);
  });

  it('takes back step by step, through corrections and views, and keeps the trial', () => {
    desk.grow(criterion('knee-line'), 'RIGHT');
    desk.grow(criterion('knee-line'), 'RIGHT');
    desk.closeView();
    expect(desk.view).toBe('SIDE');
    desk.undo();
    expect(desk.view).toBe('FRONT');
    desk.undo();
    expect(grade('knee-line', 'RIGHT')).toBe('SLIGHT');
    desk.undo();
    expect(grade('knee-line', 'RIGHT')).toBeNull();
    expect(desk.undoable).toBe(false);
    desk.undo();
    expect(kinds().filter((k) => k === 'withdrawn')).toHaveLength(3);
  });

  it('turns a directed mark to the other side as slight, and clears it without a side', () => {
    desk.mark(criterion('drift'), 'LEFT', 'SEVERE');
    desk.grow(criterion('drift'), 'RIGHT');
    expect(markAt(desk.trial, 'drift')).toMatchObject({ grade: 'SLIGHT', side: 'RIGHT' });
    desk.mark(criterion('drift'), 'RIGHT', 'NONE');
    expect(written.at(-1)?.fact).not.toHaveProperty('side');
  });

  it('keeps the way of showing when the notch grows', () => {
    desk.mark(criterion('knee-line'), 'LEFT', 'SLIGHT', { variant: 'wobble' });
    desk.grow(criterion('knee-line'), 'LEFT');
    expect(markAt(desk.trial, 'knee-line LEFT')).toMatchObject({
      grade: 'MARKED',
      variant: 'wobble',
    });
  });

  it('writes nothing more once pain has stopped the screen', () => {
    desk.pain({ region: 'KNEE', intensity: 6, signs: [] });
    const before = written.length;
    desk.grow(criterion('arch'), 'LEFT');
    desk.closeView();
    expect(written).toHaveLength(before);
    expect(desk.stopped).toBe(true);
    expect(desk.line.athletes[0]?.state).toBe('STOPPED');
  });

  it('goes on after pain that is known and stable', () => {
    desk.pain({ region: 'BACK', intensity: 2, signs: [] });
    desk.closeView();
    expect(desk.stopped).toBe(false);
    expect(kinds()).toEqual(['painReported', 'trialOpened', 'viewClosed']);
  });

  it('corrects the conditions of an open trial and carries none to the next athlete', () => {
    desk.change({ archAssisted: true });
    desk.closeView();
    desk.change({ archAssisted: false });
    const trials = written.map((f) => f.fact).filter((f) => f.kind === 'trialOpened');
    expect(trials.map((f) => f.conditions.archAssisted)).toEqual([true, false]);
    expect(trials[0]?.trial).toBe(trials[1]?.trial);
    desk.change({ archAssisted: true });
    desk.next();
    expect(desk.conditions.archAssisted).toBe(false);
  });

  it('carries shoes to the next athlete', () => {
    desk.change({ shoes: true });
    desk.closeView();
    desk.next();
    expect(desk.conditions.shoes).toBe(true);
  });

  it('offers the retests of what was marked, begins one in one step, and says what it did', () => {
    expect(desk.offers).toEqual([]);
    desk.mark(criterion('arch'), 'LEFT', 'SLIGHT');
    expect(desk.offers).toEqual([]);
    desk.mark(criterion('knee-line'), 'LEFT', 'MARKED');
    const baseline = desk.trial.id;
    desk.begin(desk.offers[0]!.retest);
    desk.closeView();
    const opened = written.map((f) => f.fact).findLast((f) => f.kind === 'trialOpened');
    expect(opened).toMatchObject({
      retest: { retest: 'heels-up', baseline },
      conditions: { aids: [{ kind: 'HEEL_PLATE', heightCentimetres: 2 }], shoes: false },
    });
    expect(desk.comparison.map((c) => [c.criterion.id, c.before, c.now, c.beyond])).toEqual([
      ['knee-line', 'MARKED', 'NONE', true],
      ['arch', 'SLIGHT', 'NONE', false],
    ]);
    desk.back();
    expect(desk.trial.id).toBe(baseline);
    expect(desk.offers[0]?.done).toBe(true);
    expect(desk.doneWith(desk.test)).toBe(false);
  });

  it('lets a second look see only its own marks', () => {
    desk.mark(criterion('arch'), 'LEFT', 'SEVERE');
    desk.closeView();
    desk.closeView();
    const first = desk.trial.id;
    desk.line.station = { ...desk.station, mine: 'second rater' };
    expect(desk.seenByOther).toBe(true);
    desk.lookAgain();
    expect(grade('arch', 'LEFT')).toBeNull();
    desk.mark(criterion('arch'), 'LEFT', 'SLIGHT');
    expect(desk.trial.id).not.toBe(first);
    expect(grade('arch', 'LEFT')).toBe('SLIGHT');
  });

  it('leaves what others wrote alone: what is written last counts, and only a lead corrects it', () => {
    session.me = { id: 'r', name: 'Rater', role: 'RATER', organisation: 'Hall' };
    desk.mark(criterion('arch'), 'LEFT', 'SEVERE');
    desk.flag('CUED');
    const leads = written.at(-2)!.id;
    desk.line.station = { ...desk.station, mine: 'second rater' };
    desk.mark(criterion('arch'), 'LEFT', 'SLIGHT');
    expect(written.at(-1)).not.toHaveProperty('supersedes');
    expect(grade('arch', 'LEFT')).toBe('SLIGHT');
    const before = written.length;
    desk.flag('CUED');
    expect(written).toHaveLength(before);
    desk.undo();
    expect(grade('arch', 'LEFT')).toBe('SEVERE');

    session.me = { id: 'l', name: 'Lead', role: 'LEAD', organisation: 'Hall' };
    desk.mark(criterion('arch'), 'LEFT', 'NONE');
    expect(written.at(-1)?.supersedes).toBe(leads);
  });

  it('begins a look that was asked for elsewhere: an athlete, a test, a retest of what was seen', async () => {
    desk.mark(criterion('knee-line'), 'LEFT', 'MARKED');
    desk.closeView();
    desk.closeView();
    const [first, other] = desk.line.athletes;
    const test = desk.test.id;
    const retest = desk.offers[0]!.retest.id;
    const asked = { athlete: first!.id, test, retest: undefined };
    await desk.begins({ ...asked, athlete: other!.id, kind: 'FIRST_LOOK' });
    expect(desk.athlete?.id).toBe(other!.id);
    await desk.begins({ ...asked, kind: 'RETEST', retest });
    expect(desk.athlete?.id).toBe(first!.id);
    expect(desk.retest?.id).toBe(retest);
    await desk.begins({ ...asked, kind: 'SECOND_LOOK' });
    expect(desk.second).toBe(true);
    await desk.begins({ ...asked, athlete: 'nobody', kind: 'SECOND_LOOK' });
    expect(desk.athlete?.id).toBe(first!.id);
  });

  it('says when the protocol has changed meanwhile and keeps working under its own', () => {
    const now = station(['Amara L.']);
    desk.line.refresh({ ...now, screening: { ...now.screening, protocolVersion: 2 } });
    expect(desk.line.outdated).toBe(true);
    desk.closeView();
    expect(vi.mocked(outbox.put).mock.lastCall?.[2]).toEqual({
      protocol: 'standard-floor',
      version: 1,
    });
  });

  it('flags and unflags a trial, and skips who is not there', () => {
    desk.flag('CUED');
    expect(desk.trial.flags.has('CUED')).toBe(true);
    desk.flag('CUED');
    expect(desk.trial.flags.has('CUED')).toBe(false);
    desk.next();
    desk.attend('ABSENT');
    desk.next();
    expect(desk.athlete?.shortName).toBe('Carlotta Ø.');
    desk.next();
    expect(desk.athlete?.shortName).toBe('Amara L.');
  });

  it('shows what waits in the outbox of an earlier visit', () => {
    desk.mark(criterion('arch'), 'LEFT', 'MARKED');
    vi.spyOn(outbox, 'of').mockReturnValue([...written]);
    const again = new Desk(station(['Amara L.', 'Bartosz Ż.']));
    expect(again.athlete?.shortName).toBe('Amara L.');
    expect(markAt(again.trial, 'arch LEFT').grade).toBe('MARKED');
  });
});
