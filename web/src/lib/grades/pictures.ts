import { api, ask, type Schemas } from '../api/client';

export type Pictures = Schemas['PicturesControllerCriterionPictures'];
export type Picture = Schemas['PicturesControllerGradePicture'];

const STORE = 'rangordnung-grade-pictures';

/** Pictures belong to a version of a protocol, which never changes. */
function keyOf(
  { id, protocol, protocolVersion }: Schemas['ScreeningsScreeningView'],
  test: string,
) {
  return `/grade-pictures/${id}/${protocol}/${protocolVersion}/${test}`;
}

const store = () => (typeof caches === 'undefined' ? null : caches.open(STORE).catch(() => null));

/** The pictures of a test, from this device if it has them; without a network and without having them, none. */
export async function picturesOf(
  screening: Schemas['ScreeningsScreeningView'],
  test: string,
): Promise<Pictures[]> {
  const key = keyOf(screening, test);
  const kept = await store();
  const found = await kept?.match(key);
  if (found) return (await found.json()) as Pictures[];
  const path = { id: screening.id, test };
  const pictures = await ask(api.GET('/api/screenings/{id}/pictures/{test}', { params: { path } }));
  await kept?.put(key, new Response(JSON.stringify(pictures))).catch(() => undefined);
  return pictures;
}

/** The frame in which the hip is lowest, shown while nothing moves. */
export function bottomOf(picture: Picture): number {
  const up = picture.paths.find((p) => p.landmark === 'LEFT_HIP')?.up ?? [];
  return up.reduce((low, z, i) => (z < (up[low] ?? 0) ? i : low), 0);
}

/** Millimetres around the figure, for its head and its line. */
const MARGIN = 120;

/** What pictures cover together, in millimetres, with the floor at 0. */
export function sightOf(pictures: Picture[], across: 1 | -1, still: boolean) {
  let [left, right, top] = [0, 0, 0];
  for (const picture of pictures) {
    const frames = still
      ? [bottomOf(picture)]
      : Array.from({ length: picture.frames }, (_, f) => f);
    for (const path of picture.paths)
      for (const f of frames) {
        const x = across * (path.across[f] ?? 0);
        [left, right] = [Math.min(left, x), Math.max(right, x)];
        top = Math.min(top, -(path.up[f] ?? 0));
      }
  }
  return {
    left: left - MARGIN,
    top: top - MARGIN,
    width: right - left + 2 * MARGIN,
    height: MARGIN - top + MARGIN / 2,
  };
}
