import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Outbox, type FactSent } from './outbox.svelte';

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

let replies: Reply[];
let sent: string[][];

beforeEach(() => {
  replies = [];
  sent = [];
  vi.stubGlobal('fetch', async (request: Request) => {
    const body = (await request.clone().json()) as { facts: FactSent[] };
    sent.push(body.facts.map((f) => f.id));
    return (replies.shift() ?? ok)();
  });
});

let boxes = 0;
let open: Outbox[] = [];
function box(name = `box-${boxes++}`): Outbox {
  const outbox = new Outbox(name);
  open.push(outbox);
  return outbox;
}
afterEach(async () => {
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
    outbox.retryRefused();
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

  it('says when the device has no room, and goes on delivering', async () => {
    vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    const outbox = box();
    outbox.put('s', [fact('1')], UNDER);
    await vi.waitFor(() => expect(outbox.stored).toBe(false));
    await empty(outbox);
    expect(sent.at(-1)).toEqual(['1']);
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
