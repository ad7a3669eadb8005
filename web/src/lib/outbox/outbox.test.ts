import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { openDB } from 'idb';
import type { FactSent } from '../record/book';
import { Outbox } from './outbox.svelte';

function fact(id: string): FactSent {
  return {
    id,
    athlete: 'a',
    at: '2026-11-09T08:00:00Z',
    fact: { kind: 'attended', attendance: 'PRESENT' },
  };
}

type Reply = () => Response | Promise<Response>;
const ok: Reply = () => Response.json({ added: 1, known: 0 });
const down: Reply = () => Promise.reject(new TypeError('no network'));
const refuse: Reply = () =>
  Response.json({ code: 'unknown-athlete', detail: 'Not in this roster.' }, { status: 400 });
const signedOut: Reply = () => Response.json({ code: 'signed-out' }, { status: 401 });
const broken: Reply = () =>
  Response.json({ code: 'unexpected', incident: '471100' }, { status: 500 });
const busy: Reply = () => Response.json({ code: 'busy' }, { status: 503 });

let replies: Reply[];
let sent: string[][];
let authors: (string | undefined)[];

beforeEach(() => {
  replies = [];
  sent = [];
  authors = [];
  vi.stubGlobal('fetch', async (request: Request) => {
    const body = (await request.clone().json()) as { facts: FactSent[]; author?: string };
    sent.push(body.facts.map((f) => f.id));
    authors.push(body.author);
    return (replies.shift() ?? ok)();
  });
});

const ME = { id: 'me', name: 'Momo' };
const KIM = { id: 'kim', name: 'Kim' };
let boxes = 0;
let open: Outbox[] = [];
function box(name = `box-${boxes++}`, author: typeof ME | null = ME): Outbox {
  const outbox = new Outbox(name);
  outbox.signedIn(author);
  open.push(outbox);
  return outbox;
}
afterEach(async () => {
  vi.useRealTimers();
  await Promise.all(open.map((outbox) => outbox.stop()));
  open = [];
});
const UNDER = { protocol: 'p', version: 1 };
const empty = (outbox: Outbox) =>
  vi.waitFor(() => expect(outbox.waiting).toEqual([]), { timeout: 4000 });

describe('outbox', () => {
  it('shows a fact at once and forgets it once the server has it', async () => {
    const outbox = box();
    outbox.put('s', [fact('1')], UNDER);
    expect(outbox.of('s').map((f) => f.id)).toEqual(['1']);
    await empty(outbox);
    expect(sent).toEqual([['1']]);
  });

  it('keeps order and tries again after a lost network', async () => {
    replies = [down, down];
    const outbox = box();
    outbox.put('s', [fact('1')], UNDER);
    await vi.waitFor(() => expect(outbox.state).toBe('offline'));
    outbox.put('s', [fact('2'), fact('3')], UNDER);
    await empty(outbox);
    expect(sent.at(-1)).toEqual(['1', '2', '3']);
    expect(outbox.state).toBe('ok');
  });

  it('survives a reload', async () => {
    replies = [down, down, down];
    const before = box('kept');
    before.put('s', [fact('1'), fact('2')], UNDER);
    await vi.waitFor(() => expect(before.state).toBe('offline'));
    await before.stop();
    replies = [];
    const after = box('kept');
    await vi.waitFor(() => expect(sent.at(-1)).toEqual(['1', '2']));
    await empty(after);
  });

  it('lets one bad fact hold nobody up and shows it until the rater decides', async () => {
    replies = [refuse, ok, refuse, ok];
    const outbox = box();
    outbox.put('s', [fact('1'), fact('bad'), fact('3')], UNDER);
    await vi.waitFor(() => expect(outbox.refused.map((w) => w.fact.id)).toEqual(['bad']));
    await vi.waitFor(() => expect(outbox.pending).toBe(0));
    expect(outbox.refused[0]?.refused?.sentence).toBe('Not in this roster.');
    outbox.retry();
    await empty(outbox);
  });

  it('waits for a sign-in and loses nothing', async () => {
    replies = [signedOut];
    const outbox = box();
    outbox.put('s', [fact('1')], UNDER);
    await vi.waitFor(() => expect(outbox.state).toBe('signed-out'));
    expect(outbox.pending).toBe(1);
    outbox.nudge();
    await empty(outbox);
  });

  it('says when the device has no room, goes on delivering, and questions leaving until all is kept', async () => {
    vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    replies = [down, down];
    const outbox = box();
    outbox.put('s', [fact('1')], UNDER);
    await vi.waitFor(() => expect(outbox.state).toBe('offline'));
    expect(outbox.stored).toBe(false);
    const leave = () => !window.dispatchEvent(new Event('beforeunload', { cancelable: true }));
    expect(leave()).toBe(true);
    await empty(outbox);
    expect(sent.at(-1)).toEqual(['1']);
    expect(outbox.stored).toBe(true);
    expect(leave()).toBe(false);
  });

  it('looks for room again', async () => {
    const full = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    replies = Array<Reply>(20).fill(down);
    const outbox = box('room');
    outbox.put('s', [fact('1')], UNDER);
    await vi.waitFor(() => expect(outbox.stored).toBe(false));
    full.mockRestore();
    await vi.waitFor(() => expect(outbox.stored).toBe(true), { timeout: 5000 });
    await outbox.stop();
    const after = box('room');
    await vi.waitFor(() => expect(after.waiting.map((w) => w.id)).toEqual(['1']));
  });

  it('isolates what the server fails over, keeps it, and sends the rest', async () => {
    replies = [broken, ok, broken, ok];
    const outbox = box('failed');
    outbox.put('s', [fact('1'), fact('bad'), fact('3')], UNDER);
    await vi.waitFor(() => expect(outbox.failed.map((w) => w.id)).toEqual(['bad']));
    await vi.waitFor(() => expect(outbox.pending).toBe(0));
    expect(outbox.failed[0]?.failed?.incident).toBe('471100');
    expect(outbox.state).toBe('ok');
    outbox.put('s', [fact('4')], UNDER);
    await vi.waitFor(() => expect(sent.at(-1)).toEqual(['4']));
    await outbox.stop();
    const after = box('failed');
    await vi.waitFor(() => expect(after.failed.map((w) => w.id)).toEqual(['bad']));
    after.retry();
    await empty(after);
  });

  it('holds back what stands on a fact that the server did not take', async () => {
    replies = [broken, broken, ok];
    const opened: FactSent = {
      ...fact('opened'),
      fact: { kind: 'trialOpened', trial: 't', test: 'x', conditions: {} as never },
    };
    const view = { kind: 'viewClosed', trial: 't', view: 'FRONT', repetitions: 5 } as const;
    const outbox = box();
    outbox.put('s', [opened, fact('other')], UNDER);
    await vi.waitFor(() => expect(outbox.failed.map((w) => w.id)).toEqual(['opened']));
    outbox.put('s', [{ ...fact('closed'), fact: view }], UNDER);
    outbox.put('s', [{ ...fact('undo'), supersedes: 'opened' }], UNDER);
    await vi.waitFor(() => expect(outbox.stored).toBe(true));
    expect(sent.flat()).not.toContain('closed');
    outbox.retry();
    await empty(outbox);
    expect(sent.at(-1)).toEqual(['opened', 'closed', 'undo']);
  });

  it('waits for a busy server without calling it a lost network', async () => {
    replies = [busy];
    const outbox = box();
    outbox.put('s', [fact('1'), fact('2')], UNDER);
    await vi.waitFor(() => expect(outbox.state).toBe('trouble'));
    await empty(outbox);
    expect(sent).toEqual([
      ['1', '2'],
      ['1', '2'],
    ]);
  });

  it('sends nothing under another account, and names whose it is', async () => {
    replies = [signedOut];
    const outbox = box('shared');
    outbox.put('s', [fact('1')], UNDER);
    await vi.waitFor(() => expect(outbox.state).toBe('signed-out'));
    outbox.signedIn(null);
    outbox.signedIn(KIM);
    outbox.put('s', [fact('2')], UNDER);
    await vi.waitFor(() => expect(outbox.waiting.map((w) => w.id)).toEqual(['1']));
    expect(outbox.others).toEqual([{ name: 'Momo', count: 1 }]);
    expect(outbox.of('s')).toEqual([]);
    expect(authors.at(-1)).toBe('kim');
    outbox.signedIn(ME);
    await empty(outbox);
    expect([sent.at(-1), authors.at(-1)]).toEqual([['1'], 'me']);
  });

  it('is one queue for two pages: each sees the other’s, and nothing is sent twice', async () => {
    const locks = new Map<string, Promise<unknown>>();
    vi.stubGlobal('navigator', {
      locks: {
        request: (name: string, work: () => Promise<void>) => {
          const turn = (locks.get(name) ?? Promise.resolve()).then(work);
          locks.set(name, turn);
          return turn;
        },
      },
    });
    replies = [down, down];
    const [one, other] = [box('tabs'), box('tabs')];
    one.put('s', [fact('1')], UNDER);
    other.put('s', [fact('2')], UNDER);
    await vi.waitFor(() => expect(one.waiting).toHaveLength(2));
    await vi.waitFor(() => expect(other.waiting).toHaveLength(2));
    await empty(one);
    await empty(other);
    expect(sent.slice(2).flat().sort()).toEqual(['1', '2']);
  });

  it('takes over what an older version of the page has left', async () => {
    const before = await openDB('older', 1, {
      upgrade: (base) => void base.createObjectStore('waiting', { keyPath: 'key' }),
    });
    await before.put('waiting', { key: 7, screening: 's', under: UNDER, fact: fact('old') });
    before.close();
    const outbox = new Outbox('older', () => ME);
    open.push(outbox);
    await vi.waitFor(() => expect(outbox.waiting.map((w) => w.account)).toEqual(['me']));
    outbox.signedIn(ME);
    await empty(outbox);
    expect(sent).toEqual([['old']]);
  });

  it('sends what happened in a session to its block, and never mixes it with a screening', async () => {
    const outbox = box();
    const asked = vi.fn();
    const fetched = globalThis.fetch;
    vi.stubGlobal('fetch', (request: Request) => {
      asked(new URL(request.url).pathname);
      return fetched(request);
    });
    const told = {
      ...fact('b'),
      fact: { kind: 'attended', session: 0, attendance: 'PRESENT' },
    } as const;
    outbox.put('s', [fact('a')], UNDER);
    outbox.putTraining('s', 'block', [told]);
    expect([outbox.of('s').map((f) => f.id), outbox.ofBlock('block').map((f) => f.id)]).toEqual([
      ['a'],
      ['b'],
    ]);
    await empty(outbox);
    expect(asked.mock.calls.flat()).toEqual(['/api/screenings/s/facts', '/api/blocks/block/facts']);
    expect(sent).toEqual([['a'], ['b']]);
  });

  it('sends what was written under different protocol versions apart', async () => {
    replies = [down];
    const outbox = box();
    outbox.put('s', [fact('1')], UNDER);
    await vi.waitFor(() => expect(outbox.state).toBe('offline'));
    outbox.put('s', [fact('2')], { protocol: 'p', version: 2 });
    await empty(outbox);
    expect(sent.slice(-2)).toEqual([['1'], ['2']]);
  });
});
