import type { Schemas } from '../../lib/api/client';
import type { Focus } from '../../lib/words/judgement';

export type Member = Schemas['GroupsMember'];
export type Place = Schemas['ProposalPlace'];

/** A tag on a rung, as dragging wants it. */
export interface Tag {
  id: string;
  member: Member;
}

/** One rung of a focus with those who stand on it; a focus without a ladder has one unnamed rung. */
export interface Rung {
  key: string;
  place: Place;
  tags: Tag[];
}

export const rungKey = (place: Place) => `${place.focus}/${place.rung ?? ''}`;

/** The rungs of a focus from hard to easy, as wall bars hang, with their tags by name. */
export function rungsOf(focus: Focus, rungs: string[], members: Member[]): Rung[] {
  const places: Place[] = rungs.length
    ? rungs.toReversed().map((rung) => ({ focus, rung }))
    : [{ focus }];
  return places.map((place) => ({
    key: rungKey(place),
    place,
    tags: members
      .filter((m) => m.place && rungKey(m.place) === rungKey(place))
      .map((member) => ({ id: member.athlete, member })),
  }));
}
