import type { Names } from '../../lib/api/catalogue';
import type { Schemas } from '../../lib/api/client';
import { m } from '../../lib/paraglide/messages';
import { LINES } from '../../lib/focus/focus';
import type { Offer } from './draft.svelte';

/** What a group is called: its focus, and its age where groups are formed by age. */
export function offerName(offer: Offer, names: Names): string {
  const years = offer.years ? `, ${yearsName(offer.years)}` : '';
  return names.focus(offer.focus) + years;
}

/** The rungs that a group trains, as a stretch. */
export function rungsName(offer: Offer, names: Names): string {
  const [first, last] = [offer.rungs[0], offer.rungs.at(-1)];
  return first === last ? names.rung(first) : `${names.rung(first)} – ${names.rung(last)}`;
}

function yearsName({ from, to }: Schemas['OfferYears']): string {
  return to === undefined ? m.form_group_ages_from({ from }) : m.form_group_ages({ from, to });
}

/** Where the rungs stand on their ladder, counted from 1. */
export function rungNumbers(offer: Offer, names: Names): string {
  const ladder = names.rungs(offer.focus).map((r) => r.id);
  const [from, to] = [offer.rungs[0], offer.rungs.at(-1)].map((r) => ladder.indexOf(r ?? '') + 1);
  return from === to
    ? m.form_rung_one({ from: from! })
    : m.form_rung_range({ from: from!, to: to! });
}

/** A short name for each group: the letter of its focus, with a number where there are several. */
export function groupCodes(offers: Offer[]): string[] {
  return offers.map((offer, g) => {
    const alike = offers.filter((o) => o.focus === offer.focus).length;
    const before = offers.slice(0, g).filter((o) => o.focus === offer.focus).length;
    return LINES[offer.focus].letter + (alike > 1 ? before + 1 : '');
  });
}
