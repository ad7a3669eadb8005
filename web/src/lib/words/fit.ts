import type { Names } from '../api/catalogue';
import type { Schemas } from '../api/client';
import { m } from '../paraglide/messages';
import { boundWord } from './judgement';
import { decimal, integer } from './words';

type Because = Schemas['FitImpossible']['because'];

/** What a part of a cost is for. */
export const partWord: Record<Schemas['FitPart']['why'], (rungs: number) => string> = {
  UNSURE_FOCUS: () => m.fit_unsure(),
  SECOND_FOCUS: () => m.fit_second(),
  SAME_LADDER: () => m.fit_same_ladder(),
  OTHER_FOCUS: () => m.fit_other(),
  TOO_EASY: (count) => m.fit_easy({ count }),
  TOO_HARD: (count) => m.fit_hard({ count }),
  MOVED: () => m.fit_moved(),
};

/** What a place costs, part by part. */
export const partsWords = (parts: Schemas['FitPart'][]): string =>
  parts.map((p) => partWord[p.why](p.rungs)).join(', ');

const plain: Record<Exclude<Because, 'CONTRAINDICATED' | 'NO_KIT'>, () => string> = {
  STOPPED_TODAY: m.fit_stopped,
  TOO_HARD: m.fit_too_hard,
  NO_SUCH_RUNG: m.fit_no_rung,
  OTHER_AGE: m.fit_other_age,
  LOCKED: m.fit_locked,
  NOT_CLEARED: m.fit_not_cleared,
};

/** Why a place cannot be had. */
export function impossibleWord(fit: Omit<Schemas['FitImpossible'], 'kind'>, names: Names): string {
  if (fit.because === 'CONTRAINDICATED')
    return m.fit_not_for({ why: fit.against ? boundWord[fit.against]() : '' });
  if (fit.because === 'NO_KIT')
    return m.fit_no_kit({ name: fit.need ? kitName(fit.need.item, fit.need.span, names) : '' });
  return plain[fit.because]();
}

/** Kit with the heights that will do. */
export function kitName(item: string, span: Schemas['NeedSpan'] | undefined, names: Names): string {
  const name = names.item(item);
  if (!span) return name;
  const [from, to] = [heights(span.from), heights(span.to)];
  return from === to ? m.kit_height({ name, from }) : m.kit_heights({ name, from, to });
}

const heights = (centimetres: number) =>
  Number.isInteger(centimetres) ? integer(centimetres) : decimal(centimetres);
