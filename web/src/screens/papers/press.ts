import { Problem } from '../../lib/api/client';

/** How many sheets of a file are set. */
export interface Far {
  done: number;
  of: number;
}

/**
 * Fetches a PDF that tells how far it is while it is made.
 *
 * @param far hears of each sheet
 * @param signal ends the work, also on the server
 */
export async function pressed(
  address: string,
  far: (far: Far) => void,
  signal: AbortSignal,
): Promise<Blob> {
  const response = await fetch(address, { signal }).catch((e: unknown) => {
    throw signal.aborted ? e : new Problem(0, 'offline', '');
  });
  if (!response.ok || !response.body) {
    const body = (await response.json().catch(() => ({}))) as { code?: string; detail?: string };
    throw new Problem(
      response.status,
      body.code ?? `http-${response.status}`,
      body.detail ?? '',
      body,
    );
  }
  let rest = '';
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) throw new Problem(0, 'offline', '');
    const lines = (rest + value).split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) {
      const said = JSON.parse(line) as Far | { pdf: string };
      if ('pdf' in said) {
        void reader.cancel();
        return new Blob([Uint8Array.from(atob(said.pdf), (c) => c.charCodeAt(0))], {
          type: 'application/pdf',
        });
      }
      far(said);
    }
  }
}
