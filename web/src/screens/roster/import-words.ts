import { quoted } from '../../lib/words/words';
import type { Schemas } from '../../lib/api/client';
import { m } from '../../lib/paraglide/messages';

type Column = Schemas['RosterImportsMappedColumn']['column'];

export const columnWord: Record<Column, () => string> = {
  GIVEN_NAME: m.given_name,
  FAMILY_NAME: m.family_name,
  FULL_NAME: m.full_name,
  BIRTH_DATE: m.birth_date,
  HEIGHT_CM: m.height,
  MASS_KG: m.mass,
  LEG_LENGTH_CM: m.leg_length,
  SPORT: m.sport,
  SIDE_PREFERENCE: m.side_preference,
  EXPERIENCE: m.experience,
  AIM: m.aim,
  CLEARANCE: m.clearance,
  IGNORED: m.column_ignored,
};

export const actionWord: Record<Schemas['ImportPlanRow']['action'], () => string> = {
  NEW: m.action_new,
  UPDATE: m.action_update,
  UNCHANGED: m.action_unchanged,
  PROBLEM: m.action_problem,
};

const problems: Record<string, () => string> = {
  'name-missing': m.problem_name_missing,
  'twice-in-file': m.problem_twice_in_file,
  'several-in-roster': m.problem_several_in_roster,
  'date-unreadable': m.problem_date_unreadable,
  'date-impossible': m.problem_date_impossible,
  'date-out-of-range': m.problem_date_out_of_range,
  'number-unreadable': m.problem_number_unreadable,
  'number-out-of-range': m.problem_number_out_of_range,
  'side-unreadable': m.problem_side_unreadable,
  'experience-unreadable': m.problem_experience_unreadable,
  'aim-unreadable': m.problem_aim_unreadable,
  'clearance-unreadable': m.problem_clearance_unreadable,
  'text-too-long': m.problem_text_too_long,
  'text-unusable': m.problem_text_unusable,
};

/** Which column, what stands there, and what is wrong with it. */
export function problemWord(problem: Schemas['ImportPlanRowProblem']): string {
  const why = problems[problem.code]?.() ?? problem.code;
  return problem.text ? `${columnWord[problem.column]()} ${quoted(problem.text)}: ${why}` : why;
}
