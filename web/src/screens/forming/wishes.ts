import type { Schemas } from '../../lib/api/client';

export type Wishes = Schemas['FormationsWishes'];

/** What a hall usually has room for: a teacher runs four groups at once, two rungs side by side (house convention). */
export const usual: Wishes = {
  groups: 4,
  smallest: 3,
  largest: 12,
  rungs: 2,
  together: [],
  apart: [],
  ages: [],
};

/** The ages in a text such as “13, 16”, ascending; nothing where a word is no age. */
export function agesOf(text: string): number[] | null {
  const words = text.split(/[,;\s]+/).filter(Boolean);
  const ages = words.map(Number);
  const fine = ages.every(
    (age, i) => Number.isInteger(age) && age >= 1 && age <= 120 && (i === 0 || age > ages[i - 1]!),
  );
  return fine ? ages : null;
}

/** The wishes with one limit changed as a change proposes; nothing where the hall itself would have to change. */
export function changed(wishes: Wishes, change: Schemas['ChangesChange']): Wishes | null {
  switch (change.limit.kind) {
    case 'groups':
      return { ...wishes, groups: wishes.groups + change.by };
    case 'largest':
      return { ...wishes, largest: wishes.largest + change.by };
    case 'smallest':
      return { ...wishes, smallest: wishes.smallest - change.by };
    default:
      return null;
  }
}
