import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { answering, json } from '../../../tests/answers';
import Papers from './Papers.svelte';

/** An answer whose lines arrive one by one, when the test says so. */
function slowly() {
  let write: (line: object) => void = () => undefined;
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      write = (line) => controller.enqueue(new TextEncoder().encode(`${JSON.stringify(line)}\n`));
    },
  });
  return { response: new Response(body), write: (line: object) => write(line) };
}

const groups = { screening: { id: 's', name: 'Winter' }, groups: [], open: [] };
let saved: string[];

beforeEach(() => {
  saved = [];
  URL.createObjectURL = () => 'blob:paper';
  URL.revokeObjectURL = () => undefined;
  vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (
    this: HTMLAnchorElement,
  ) {
    saved.push(this.download);
  });
});

/** The page, with what the press answers to each request. */
function papers(press: (address: string, init?: RequestInit) => Promise<Response>) {
  answering({ 'GET /api/screenings/s/groups': groups });
  const others = globalThis.fetch;
  vi.stubGlobal('fetch', (asked: RequestInfo | URL, init?: RequestInit) =>
    typeof asked === 'string' && asked.includes('/progress')
      ? press(asked, init)
      : others(asked, init),
  );
  render(Papers, { params: { id: 's' } });
  return userEvent.setup();
}

describe('papers', () => {
  it('open for printing in the language and on the sheet that were chosen', async () => {
    const user = papers(() => Promise.reject(new TypeError('not asked')));
    const view = await screen.findByRole('link', { name: 'Print view: Wall list' });
    expect(view).toHaveAttribute('href', '/api/screenings/s/papers/wall-list?language=EN&size=A4');
    await user.selectOptions(screen.getByLabelText('Language'), 'DE');
    await user.selectOptions(screen.getByLabelText('Paper size'), 'LETTER');
    expect(view).toHaveAttribute(
      'href',
      '/api/screenings/s/papers/wall-list?language=DE&size=LETTER',
    );
    localStorage.clear();
  });

  it('come as PDF that says how far it is, and are saved once they are whole', async () => {
    const { response, write } = slowly();
    const user = papers(() => Promise.resolve(response));
    await user.click(await screen.findByRole('button', { name: 'PDF: Athlete cards' }));
    write({ done: 1, of: 3 });
    await vi.waitFor(() => expect(screen.getByRole('progressbar')).toHaveAttribute('value', '1'));
    expect(screen.getByRole('progressbar')).toHaveAttribute('max', '3');
    expect(saved).toEqual([]);
    write({ name: 'cards.zip', file: btoa('PK') });
    await vi.waitFor(() => expect(saved).toEqual(['cards.zip']));
    expect(screen.queryByRole('progressbar')).toBeNull();
  });

  it('can be stopped, and say why they could not be made', async () => {
    let signal: AbortSignal | undefined;
    const user = papers((_, init) => {
      signal = init?.signal ?? undefined;
      return new Promise((_done, fail) =>
        signal?.addEventListener('abort', () => fail(new DOMException('', 'AbortError'))),
      );
    });
    await user.click(await screen.findByRole('button', { name: 'PDF: Wall list' }));
    await user.click(screen.getByRole('button', { name: 'Cancel' }));
    expect(signal?.aborted).toBe(true);
    expect(await screen.findByRole('button', { name: 'PDF: Wall list' })).toBeEnabled();
    expect(screen.queryByRole('alert')).toBeNull();

    vi.stubGlobal('fetch', () => Promise.resolve(json({ code: 'busy', detail: 'Full.' }, 503)));
    await user.click(screen.getByRole('button', { name: 'PDF: Wall list' }));
    expect(await screen.findByRole('alert')).toBeVisible();
    expect(saved).toEqual([]);
  });
});
