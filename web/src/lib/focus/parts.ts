import type { Names } from '../api/catalogue';
import type { Schemas } from '../api/client';
import { m } from '../paraglide/messages';
import { sideWord } from '../words/judgement';
import { decimal, say } from '../words/words';

/** How large a piece of kit is for an athlete, after a comma; nothing where that is not known. */
export function sized(size: Schemas['ProposalSize'] | undefined): string {
  if (!size) return '';
  const centimetres = { size: decimal(size.centimetres) };
  return `, ${size.measured ? m.part_size(centimetres) : m.part_average(centimetres)}`;
}

/** What an aid is called, with the sides that it is given on. */
export function aidName(names: Names, given: Schemas['ProposalGivenAid']): string {
  const aid = names.aid(given.aid);
  const sides = given.sides.map((s) => sideWord[s]()).join(', ');
  return `${aid ? say(aid.name) : given.aid}${sides ? ` (${sides})` : ''}`;
}
