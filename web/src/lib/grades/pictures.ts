import { api, ask, type Schemas } from '../api/client';

export type Pictures = Schemas['PicturesControllerCriterionPictures'];
export type Picture = Schemas['PicturesControllerGradePicture'];

const STORE = 'rangordnung-grade-pictures';

/** Pictures belong to a version of a protocol, which never changes. */
function keyOf(
  { id, protocol, protocolVersion }: Schemas['ScreeningsScreeningView'],
  test: string,
) {
  return `/grade-films/${id}/${protocol}/${protocolVersion}/${test}`;
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
