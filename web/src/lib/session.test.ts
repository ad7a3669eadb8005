import { beforeEach, describe, expect, it, vi } from 'vitest';

const ME = { id: 'me', name: 'Momo', role: 'LEAD', organisation: 'O' };

let reachable: boolean;
let signedIn: boolean;
let ended: number;

beforeEach(() => {
  vi.resetModules();
  localStorage.clear();
  [reachable, signedIn, ended] = [true, true, 0];
  vi.stubGlobal('fetch', (request: Request) => {
    if (!reachable) return Promise.reject(new TypeError('no network'));
    if (request.method === 'DELETE') {
      signedIn = false;
      ended++;
      return Promise.resolve(new Response(null, { status: 204 }));
    }
    return Promise.resolve(
      Response.json({ setupNeeded: false, demo: false, ...(signedIn && { me: ME }) }),
    );
  });
});

async function opened() {
  const { session } = await import('./session.svelte');
  await session.load();
  return session;
}

describe('session', () => {
  it('goes on without a network as whoever was here last', async () => {
    await opened();
    vi.resetModules();
    reachable = false;
    expect((await opened()).me?.name).toBe('Momo');
  });

  it('signs out without a network, and the session ends when the network is back', async () => {
    const session = await opened();
    reachable = false;
    await session.leave();
    expect([session.me, session.leaving, ended]).toEqual([null, true, 0]);

    vi.resetModules();
    const later = await opened();
    expect(later.me).toBeNull();
    reachable = true;
    globalThis.dispatchEvent(new Event('online'));
    await vi.waitFor(() => expect(ended).toBeGreaterThan(0));
    await vi.waitFor(() => expect(later.leaving).toBe(false));
    expect(later.me).toBeNull();
  });

  it('ends nothing of a session that has begun since', async () => {
    const session = await opened();
    reachable = false;
    await session.leave();
    reachable = true;
    session.left();
    await session.load();
    expect([session.me?.name, ended]).toEqual(['Momo', 0]);
  });
});
