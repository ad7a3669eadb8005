import { beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../api/client';
import { outbox } from './outbox.svelte';
import { Films, type WaitingFilm } from './films.svelte';

type Reply = () => Response | Promise<Response>;
const down: Reply = () => Promise.reject(new TypeError('no network'));
const broken: Reply = () => Response.json({ code: 'unexpected' }, { status: 500 });
const forbidden: Reply = () => Response.json({ code: 'film-not-allowed' }, { status: 403 });
const measured = (...values: number[]): Reply => {
  return () =>
    Response.json({
      report: { findings: [] },
      facts: values.map((value, i) => ({
        kind: 'measured',
        trial: 't',
        criterion: 'depth',
        measure: 'thigh-angle',
        repetition: i + 1,
        value,
        confidence: 1,
        taken: { source: 'POSE', sem: 3 },
      })),
    });
};

let replies: Reply[];
let sent: { id: string; fact: { taken?: { source: string }; value?: number } }[];

beforeEach(() => {
  replies = [];
  sent = [];
  vi.stubGlobal('fetch', async (request: Request) => {
    if (request.url.endsWith('/measuring/film')) return replies.shift()!();
    if (request.method === 'GET') return Response.json([]);
    sent.push(...((await request.clone().json()) as { facts: typeof sent }).facts);
    return Response.json({ added: 1, known: 0 });
  });
  outbox.signedIn({ id: 'me', name: 'Momo' });
});

const film = (drawn = false): Omit<WaitingFilm, 'account'> => ({
  id: crypto.randomUUID(),
  at: '2026-11-09T08:00:00Z',
  film: { screening: 's', athlete: 'a', trial: 't' } as WaitingFilm['film'],
  test: { id: 'squat' } as Schemas['TestDefinition'],
  under: { protocol: 'p', version: 1 },
  lead: false,
  drawn,
});

async function empty(films: Films): Promise<void> {
  await vi.waitFor(() => expect(films.waiting).toEqual([]), { timeout: 4000 });
}

it('keeps a film without a network, and sends what was measured once there is one', async () => {
  const films = new Films();
  replies = [down];
  await films.put(film());
  await vi.waitFor(() => expect(replies).toEqual([]));
  expect(films.own).toHaveLength(1);

  const opened = new Films();
  replies = [measured(4, 6)];
  await vi.waitFor(() => expect(replies).toEqual([]), { timeout: 4000 });
  await empty(opened);
  await vi.waitFor(() => expect(sent.map((s) => s.fact.value)).toEqual([4, 6]));
  expect(sent.map((s) => s.fact.taken?.source)).toEqual(['POSE', 'POSE']);
});

it('gives the facts of a film the same ids each time', async () => {
  const films = new Films();
  const twice = film();
  for (let time = 0; time < 2; time++) {
    replies = [measured(4)];
    await films.put(twice);
    await empty(films);
  }
  await vi.waitFor(() => expect(sent).toHaveLength(2));
  expect(sent[0]!.id).toBe(sent[1]!.id);
  expect(sent[0]!.id).toMatch(
    /^[0-9a-f]{8}-[0-9a-f]{4}-8[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/,
  );
});

it('says of a drawn athlete that nobody was filmed', async () => {
  const films = new Films();
  replies = [measured(4)];
  await films.put(film(true));
  await vi.waitFor(() => expect(sent[0]?.fact.taken?.source).toBe('SIMULATED'));
  await empty(films);
});

it('keeps why nothing came of a film, and lets one that fails hold no other', async () => {
  const films = new Films();
  replies = [forbidden];
  await films.put(film());
  await vi.waitFor(() => expect(films.own[0]?.refused?.code).toBe('film-not-allowed'));
  replies = [measured()];
  await films.put(film());
  await vi.waitFor(() => expect(films.own[1]?.refused?.code).toBe('film-without-values'));
  replies = [broken];
  await films.put(film());
  await vi.waitFor(() => expect(replies).toEqual([]));
  expect(films.own[2]?.refused).toBeUndefined();
  replies = [broken, measured(9)];
  await films.put(film());
  await vi.waitFor(() => expect(sent.map((s) => s.fact.value)).toEqual([9]), { timeout: 4000 });
  for (const { id } of films.waiting) await films.discard(id);
});
