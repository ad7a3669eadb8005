import { Problem, sendBytes, sendFile, type Schemas } from '../../lib/api/client';

export interface How {
  plane: string;
  facing: string;
  rate?: number;
  mapped: string[];
}

/** Sends a file of landmarks as it is, since it may be too long for anything else, and gets its clip. */
export function sendLandmarks(
  file: Blob,
  how: How,
): Promise<Schemas['MeasuringControllerFileRead']> {
  const query = new URLSearchParams({ plane: how.plane, facing: how.facing });
  if (how.rate) query.set('rate', String(how.rate));
  for (const line of how.mapped) query.append('mapped', line);
  return sendFile(`/api/measuring/file?${query}`, file);
}

export type Format = 'CSV' | 'TRC' | 'C3D' | 'COCO' | 'LANDMARKS_33';

/** Fetches a clip as a file and hands it to the browser's downloads. */
export async function download(clip: Schemas['Clip'], format: Format): Promise<void> {
  const response = await sendBytes(
    `/api/measuring/export?format=${format}`,
    JSON.stringify(clip),
    'application/json',
  ).catch(() => {
    throw new Problem(0, 'offline', '');
  });
  if (!response.ok) {
    const detail = (await response.json().catch(() => ({}))) as { code?: string; detail?: string };
    throw new Problem(
      response.status,
      detail.code ?? `http-${response.status}`,
      detail.detail ?? '',
    );
  }
  const link = document.createElement('a');
  link.href = URL.createObjectURL(await response.blob());
  link.download =
    /filename="([^"]+)"/.exec(response.headers.get('Content-Disposition') ?? '')?.[1] ??
    'landmarks';
  link.click();
  URL.revokeObjectURL(link.href);
}
