import type { Names } from '../api/catalogue';
import type { Schemas } from '../api/client';
import { aidName, sized } from '../focus/parts';
import { m } from '../paraglide/messages';
import { sideWord } from './judgement';
import { integer, say, shortDay } from './words';

export type Part = Schemas['BlockWork']['part'];
export type Work = Schemas['BlockWork'];
export type Amount = Schemas['Amount'];

export const partWord: Record<Part, () => string> = {
  PREPARATION: m.part_preparation,
  MAIN: m.part_main,
  SECOND: m.part_second,
  SINGLE_LEG: m.part_single_leg,
  CLOSE: m.part_close,
};

type Unit = Schemas['ExerciseDose']['unit'];

const doseWord: Record<Unit, (dose: { sets: number; each: number }) => string> = {
  REPETITIONS: m.dose_repetitions,
  REPETITIONS_A_SIDE: m.dose_repetitions_side,
  SECONDS_A_SIDE: m.dose_seconds_side,
  BREATHS: m.dose_breaths,
};

/** A dose of an exercise, in its unit. */
export const doseOf = (dose: Amount, exercise: Schemas['Exercise'] | undefined): string =>
  doseWord[exercise?.dose.unit ?? 'REPETITIONS'](dose);

export const clashWord: Record<NonNullable<Schemas['SeasonSession']['clash']>, () => string> = {
  HOLIDAY: m.session_holiday,
  MATCH: m.session_match,
  DAY_BEFORE_MATCH: m.session_day_before,
};

type Because = Schemas['PromotionProposed']['because'];

/** Why somebody goes up, stays, goes down or is referred. */
export const becauseWord: Record<Because, () => string> = {
  OWNED_TWICE: m.because_owned_twice,
  MARKED_TWICE: m.because_marked_twice,
  NEW_PAIN: m.because_new_pain,
  STOPPED: m.because_stopped,
  TOO_FEW_LOOKS: m.because_too_few,
  NOT_OWNED: m.because_not_owned,
  SORE: m.because_sore,
  TOP_OF_LADDER: m.because_top,
  BOUND: m.because_bound,
};

const patternWord: Record<Schemas['LoadHistoryFlag']['pattern'], () => string> = {
  SQUAT: m.pattern_squat,
  LUNGE: m.pattern_lunge,
  BALANCE: m.pattern_balance,
  ANKLE: m.pattern_ankle,
};

/** Why a week of load is looked at twice. */
export function flagWord({ pattern, monday, sign, share }: Schemas['LoadHistoryFlag']): string {
  const week = { pattern: patternWord[pattern](), day: shortDay(monday) };
  return sign === 'RISE'
    ? m.load_rise({ ...week, percent: Math.round(100 * share) })
    : m.load_return(week);
}

/** Which side begins, which does more, and what the exercise stands for. */
export function sidesOf(work: Work, names: Names): string[] {
  return [
    ...(work.first ? [m.dose_first({ side: sideWord[work.first]() })] : []),
    ...(work.more ? [m.dose_more({ side: sideWord[work.more]() })] : []),
    ...(work.instead ? [m.dose_instead({ name: names.rung(work.instead) })] : []),
  ];
}

export const aidsOf = (work: Work, names: Names): string[] =>
  work.aids.map((aid) => aidName(names, aid) + sized(aid.size));

/** The kit of an exercise: the piece of the hall, or that none is left. */
export const kitOf = (work: Work, names: Names): string[] =>
  work.kit.map((kit) => {
    const name = names.item(kit.need.item);
    if (!kit.there) return m.kit_missing({ name });
    return kit.piece === undefined
      ? name + sized(kit.size)
      : m.kit_piece({ name, height: integer(kit.piece) });
  });

/** The cue of a week. */
export const cueOf = (prescription: Schemas['BlockPrescription'], week: number): string => {
  const cue = prescription.cues[week];
  return cue ? say(cue.words) : '';
};
