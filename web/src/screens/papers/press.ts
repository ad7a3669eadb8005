import { Problem } from '../../lib/api/client';

/** How many sheets of a file are set. */
export interface Far {
  done: number;
  of: number;
}

/** A file to be saved: a PDF, or a ZIP of several where one were too large. */
export interface Pressed {
  name: string;
  content: Blob;
}

/**
 * Fetches a file that tells how far it is while it is made.
 *
 * @param far hears of each sheet
 * @param signal ends the work, also on the server
 */
export async function pressed(
  address: string,
  far: (far: Far) => void,
  signal: AbortSignal,
): Promise<Pressed> {
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
      const said = JSON.parse(line) as Far | { name: string; file: string };
      if ('file' in said) {
        void reader.cancel();
        const content = new Blob([Uint8Array.from(atob(said.file), (c) => c.charCodeAt(0))]);
        return { name: said.name, content };
      }
      far(said);
    }
  }
}
