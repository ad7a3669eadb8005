import { readFileSync } from 'node:fs';
import { vi } from 'vitest';

/** What the server has answered about a small hall (AnswersTest). A station carries the protocol, which has a file of its own. */
export function answer<T>(name: string): T {
  const told = JSON.parse(readFileSync(`tests/answers/${name}.json`, 'utf8')) as T;
  return name === 'station' ? { ...told, protocol: answer('protocol') } : told;
}

/** A request as a screen has sent it. */
export interface Sent {
  method: string;
  path: string;
  query: URLSearchParams;
  body: unknown;
}

type Told = object | ((sent: Sent) => object | Response);

export function json(body: object, status = 200): Response {
  return new Response(JSON.stringify(body), {
    status,
    headers: { 'Content-Type': 'application/json' },
  });
}

/**
 * Answers what the screens ask by the end of its address, the longest that fits; what the small hall has answered is there
 * already.
 *
 * @returns what was sent, in order
 */
export function answering(more: Record<string, Told> = {}): Sent[] {
  const told: Record<string, Told> = {
    '/protocols/standard-floor/6': answer('protocol'),
    '/ladders': answer('ladders'),
    '/results': answer('results'),
    '/groups': answer('groups'),
    '/plan': answer('plan'),
    '/station': answer('station'),
    '/decisions': [],
    ...more,
  };
  const sent: Sent[] = [];
  vi.stubGlobal('fetch', async (asked: Request | string, init?: RequestInit) => {
    const request =
      asked instanceof Request ? asked : new Request(new URL(asked, location.href), init);
    const url = new URL(request.url);
    const text = request.method === 'GET' ? '' : await request.text();
    const one: Sent = {
      method: request.method,
      path: url.pathname,
      query: url.searchParams,
      body: text.startsWith('{') ? JSON.parse(text) : text,
    };
    sent.push(one);
    const fitting = Object.keys(told)
      .filter((end) => `${one.method} ${one.path}`.endsWith(end))
      .sort((a, b) => b.length - a.length)[0];
    if (fitting === undefined) return json({ code: 'not-found' }, 404);
    const answered = told[fitting]!;
    const said = typeof answered === 'function' ? (answered as (s: Sent) => object)(one) : answered;
    return said instanceof Response ? said : json(said);
  });
  return sent;
}
