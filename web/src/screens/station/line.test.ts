import { beforeEach, describe, expect, it, vi } from 'vitest';
import { keptStation } from '../../lib/outbox/kept';
import { outbox } from '../../lib/outbox/outbox.svelte';
import { json } from '../../../tests/answers';
import { station, STANDARD } from '../../../tests/protocol';
import { Desk } from './desk.svelte';

beforeEach(() => {
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')));
  vi.spyOn(outbox, 'put').mockImplementation(() => undefined);
});

describe('the line at a station', () => {
  it('knows the trial at once when the page is loaded again right after the first mark', async () => {
    const view = station(['Mira O.', 'Tom T.']);
    const desk = new Desk(view, null, 'a key');
    desk.mark(desk.criteria[0]!, 'LEFT', 'SLIGHT');
    const trial = desk.trial.id;
    await vi.waitFor(async () => expect(await keptStation('a key')).toBeTruthy());

    const again = new Desk(view, await keptStation('a key'), 'a key');
    expect(again.trial.id).toBe(trial);
  });

  it('goes round: after the last one who waits comes the first again', () => {
    const desk = new Desk(station(['Ada', 'Bo', 'Cem']));
    expect(desk.current).toBe('Ada');
    desk.next();
    desk.next();
    expect(desk.current).toBe('Cem');
    desk.next();
    expect(desk.current).toBe('Ada');
    expect(desk.line.waiting).toBe(3);
  });

  it.each([
    ['moves on to where the trial stands', false, 'look'],
    ['leaves whoever has turned back to the set-up there', true, 'ready'],
  ] as const)('when what others wrote arrives late, %s', async (_, turned, moment) => {
    let arrive: (answer: Response) => void = () => undefined;
    vi.stubGlobal('fetch', () => new Promise<Response>((done) => (arrive = done)));
    const view = station(['Ada']);
    view.queue[0]!.state = 'STARTED';
    const desk = new Desk(view);
    expect(desk.moment).toBe('ready');
    if (turned) {
      desk.turn(1);
      desk.turn(-1);
    }
    const fact = {
      kind: 'trialOpened',
      trial: 'theirs',
      test: 'overhead-squat',
      conditions: STANDARD,
    };
    await vi.waitFor(() => {
      arrive(
        json([{ id: 'f1', athlete: 'Ada', author: 'someone', at: '2026-12-01T08:00:00Z', fact }]),
      );
      expect(desk.trial.id).toBe('theirs');
    });
    expect(desk.moment).toBe(moment);
  });

  it('says so when the lead has changed the protocol, and keeps what it has', () => {
    const view = station(['Ada']);
    const desk = new Desk(view);
    desk.line.refresh({ ...view, screening: { ...view.screening, protocolVersion: 9 } });
    expect(desk.line.outdated).toBe(true);
    expect(desk.station.screening.protocolVersion).toBe(view.screening.protocolVersion);
  });
});
