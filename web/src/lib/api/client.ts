import createClient, { type Middleware } from 'openapi-fetch';
import { timed } from './clock.svelte';
import { megabytes } from './limits';
import { roomy } from './room.svelte';
import type { components, paths } from './schema';

export type Schemas = components['schemas'];

/** What the server says when it refuses: problem details with a stable code and a plain sentence. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    sentence: string,
    readonly details: Record<string, unknown> = {},
  ) {
    super(sentence);
  }

  /** Whether nothing reached the server, so that trying again may help. */
  get offline(): boolean {
    return this.status === 0 || this.status >= 502;
  }
}

const forgeryToken = () =>
  decodeURIComponent(/(?:^|; )XSRF-TOKEN=([^;]+)/.exec(document.cookie)?.[1] ?? '');

const token: Middleware = {
  onRequest({ request }) {
    const found = forgeryToken();
    if (found && request.method !== 'GET') request.headers.set('X-XSRF-TOKEN', found);
  },
};

export const api = createClient<paths>({ baseUrl: location.origin, fetch: (request) => fetch(request) });
api.use(token, timed, roomy);

type Answer<T> = { data?: T; error?: unknown; response: Response };

/** The data of an answer, or a Problem. */
export async function ask<T>(call: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await call;
  } catch {
    throw new Problem(0, 'offline', '');
  }
  if (answer.response.ok) return answer.data as T;
  const detail = (typeof answer.error === 'object' ? answer.error : {}) as Record<string, unknown>;
  throw new Problem(
    answer.response.status,
    typeof detail['code'] === 'string' ? detail['code'] : `http-${answer.response.status}`,
    typeof detail['detail'] === 'string' ? detail['detail'] : '',
    detail,
  );
}

/** Sends bytes as they are. */
export async function sendBytes(path: string, body: BodyInit, type: string): Promise<Response> {
  return fetch(path, {
    method: 'POST',
    body,
    headers: { 'Content-Type': type, 'X-XSRF-TOKEN': forgeryToken() },
  });
}

/** How large a file may be that is sent to an address. */
export function mostMegabytes(path: string): number {
  const starts = Object.entries(megabytes).filter(([start]) => path.startsWith(start));
  return starts.sort(([a], [b]) => b.length - a.length)[0]?.[1] ?? 1;
}

/** Sends a file as it lies on the disk, and gets what the server made of it. */
export async function sendFile<T>(path: string, file: Blob): Promise<T> {
  const most = mostMegabytes(path);
  if (file.size > most * 1024 * 1024)
    throw new Problem(413, 'too-large', '', { megabytes: most });
  return ask(
    sendBytes(path, file, 'application/octet-stream').then(async (response) => {
      const body: unknown = await response.json().catch(() => undefined);
      return response.ok ? { data: body as T, response } : { error: body, response };
    }),
  );
}

/** Refreshes the token against forged requests, which comes with the session's state. */
export function session(): Promise<Schemas['SessionControllerSessionState']> {
  return ask(api.GET('/api/session'));
}
