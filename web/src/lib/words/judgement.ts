import type { Schemas } from '../api/client';
import { m } from '../paraglide/messages';

export type Grade = Schemas['FindingGraded']['grade'];
export type Cell = Schemas['SidedResultControllerCell']['left'];
export type Side = 'LEFT' | 'RIGHT';
export type View = Schemas['FactViewClosed']['view'];
export type Phase = Schemas['Criterion']['phases'][number];
export type Focus = Schemas['ProposalPlace']['focus'];

export const GRADES: Grade[] = ['NONE', 'SLIGHT', 'MARKED', 'SEVERE'];

export const cellWord: Record<Cell, () => string> = {
  NONE: m.grade_none,
  SLIGHT: m.grade_slight,
  MARKED: m.grade_marked,
  SEVERE: m.grade_severe,
  NOT_ASSESSABLE: m.state_not_assessable,
  NOT_TESTED: m.state_not_tested,
  ABSENT: m.state_absent,
  EXCUSED: m.state_excused,
  STOPPED: m.state_stopped,
};

/** The part of a repetition in which a fault shows most. */
export const phaseWord: Record<Phase, () => string> = {
  LANDING: m.phase_landing,
  DESCENT: m.phase_descent,
  BOTTOM: m.phase_bottom,
  ASCENT: m.phase_ascent,
};

export const phaseShort: Record<Phase, () => string> = {
  LANDING: m.phase_short_landing,
  DESCENT: m.phase_short_descent,
  BOTTOM: m.phase_short_bottom,
  ASCENT: m.phase_short_ascent,
};

export const sideWord: Record<Side, () => string> = { LEFT: m.side_left, RIGHT: m.side_right };
export const viewWord: Record<View, () => string> = {
  FRONT: m.view_front,
  SIDE: m.view_side,
  BACK: m.view_back,
};

export const noIndexWord: Record<Schemas['MovementIndexUnknown']['reason'], () => string> = {
  NOT_TESTED: m.no_index_not_tested,
  ABSENT: m.no_index_absent,
  EXCUSED: m.no_index_excused,
  STOPPED: m.no_index_stopped,
  FLAGGED_TRIALS: m.no_index_flagged_trials,
  TOO_INCOMPLETE: m.no_index_too_incomplete,
  MAIN_FAULT_UNSEEN: m.no_index_main_unseen,
};

export const reasonWord: Record<Schemas['FindingNotAssessable']['reason'], () => string> = {
  HEELS_UP: m.unclear_heels_up,
  CUED: m.unclear_cued,
  REHEARSED: m.unclear_rehearsed,
  MISSING_VIEW: m.unclear_missing_view,
  LOW_CONFIDENCE: m.unclear_low_confidence,
  RATER_COULD_NOT_TELL: m.unclear_rater,
  PARTIAL_ON_PURPOSE: m.unclear_on_purpose,
  PARTS_MISSING: m.unclear_parts,
  LEG_LENGTH_MISSING: m.unclear_leg,
  PERSONAL_TARGET_MISSING: m.unclear_own_depth,
};

export const ruleWord: Record<Schemas['Origin']['rule'], () => string> = {
  GRADE_BY_EYE: m.rule_grade_by_eye,
  MEASURED_AGAINST_ANCHORS: m.rule_measured,
  MEASURED_SEEN_OR_NOT: m.rule_measured_seen,
  CLEAN_IN_CLOSED_VIEW: m.rule_clean,
  NOTED_NOT_JUDGED: m.rule_noted,
  INWARD_KNEE_TOLERATED: m.rule_tolerated,
  HEELS_UP_VOIDS: m.rule_heels_up,
  TRIAL_FLAGGED: m.rule_flagged,
  VIEW_MISSING: m.rule_view_missing,
  CONFIDENCE_TOO_LOW: m.rule_confidence,
  RATER_COULD_NOT_TELL: m.rule_rater,
  PARTIAL_ON_PURPOSE: m.rule_on_purpose,
  PARTS_MISSING: m.rule_parts,
  LEG_LENGTH_MISSING: m.rule_leg,
  PERSONAL_TARGET_MISSING: m.rule_own_depth,
  PAIN_STOPS: m.rule_pain,
  CHECK_IN: m.rule_check_in,
  NO_TRIAL: m.rule_no_trial,
};

export const depthWord: Record<
  NonNullable<Schemas['ResultControllerTestView']['depth']>,
  () => string
> = {
  PARALLEL_REACHED: m.depth_parallel,
  BELOW_PARALLEL: m.depth_below,
  ABOVE_PARALLEL: m.depth_above,
  PERSONAL_CEILING_REACHED: m.depth_ceiling,
  ENDED_BY_TUCK: m.depth_tuck,
  ENDED_BY_HEEL_LIFT: m.depth_heels,
  LIMITED_BY_PAIN: m.depth_pain,
  PARTIAL_ON_PURPOSE: m.depth_on_purpose,
  NOT_ASSESSABLE: m.depth_unclear,
};

export const verdictWord: Record<Schemas['Change']['verdict'], () => string> = {
  IMPROVED: m.change_improved,
  WORSE: m.change_worse,
  SAME: m.change_same,
  CANNOT_TELL: m.change_cannot_tell,
};

type Contraindication = Schemas['Exercise']['notFor'][number];

/** Why an exercise was not given. */
export const boundWord: Record<Contraindication, () => string> = {
  TUCK: m.bound_tuck,
  MARKED_FAULT: m.bound_marked,
  NO_SPOTTER: m.bound_spotter,
  NOT_LIFTING: m.bound_lifting,
  OTHER_AIM: m.bound_aim,
  BEGINNER: m.bound_beginner,
  BANDS_NOT_USED: m.bound_bands,
};

/** When an exercise must not be given. */
export const notForWord: Record<Contraindication, () => string> = {
  TUCK: m.not_tuck,
  MARKED_FAULT: m.not_marked,
  NO_SPOTTER: m.not_spotter,
  NOT_LIFTING: m.not_lifting,
  OTHER_AIM: m.not_aim,
  BEGINNER: m.not_beginner,
  BANDS_NOT_USED: m.not_bands,
};

export const familyWord: Record<Schemas['Exercise']['helps'][number], () => string> = {
  KNEE_LINE: m.family_knee,
  HEEL_LIFT: m.family_heel,
  DEPTH: m.family_depth,
  SHIFT: m.family_shift,
  TRUNK_AND_LOW_BACK: m.family_trunk,
  ARCH_AND_FOOT: m.family_arch,
  FRONT_LEG_LOAD: m.family_front,
  TIMING: m.family_timing,
  BALANCE: m.family_balance,
  ANKLE: m.family_ankle,
  ARMS_AND_HEAD: m.family_arms,
  SET_UP: m.family_set_up,
};

export const experienceWord: Record<'NEW' | 'TRAINED' | 'LIFTS', () => string> = {
  NEW: m.experience_new,
  TRAINED: m.experience_trained,
  LIFTS: m.experience_lifts,
};

export const aimWord: Record<'GENERAL' | 'FIELD_SPORT' | 'LIFTING', () => string> = {
  GENERAL: m.aim_general,
  FIELD_SPORT: m.aim_field,
  LIFTING: m.aim_lifting,
};

export const linkWord: Record<Schemas['LinkReportRankedLink']['link'], () => string> = {
  PAIN: m.link_pain,
  LOAD_HISTORY: m.link_load_history,
  FOOT: m.link_foot,
  ANKLE: m.link_ankle,
  PROPORTIONS: m.link_proportions,
  ABDUCTORS: m.link_abductors,
  COORDINATION: m.link_coordination,
  ASYMMETRY: m.link_asymmetry,
  HIP_ROOM: m.link_room,
  TRUNK: m.link_trunk,
  STEP_LENGTH: m.link_step_length,
  TURN_OUT_AND_STANCE: m.link_stance,
  STRENGTH_OR_CONFIDENCE: m.link_strength,
};

export const armsWord: Record<Schemas['Conditions']['arms'], () => string> = {
  AS_IN_TEST: m.arms_as_in_test,
  OVERHEAD: m.arms_overhead,
  FORWARD: m.arms_forward,
  WAIST: m.arms_waist,
  CROSSED: m.arms_crossed,
  HANGING: m.arms_hanging,
  RUNNING: m.arms_running,
  LOAD: m.arms_load,
};

export const aidWord: Record<Schemas['ConditionsAid']['kind'], () => string> = {
  HEEL_PLATE: m.aid_heel_plate,
  HEELED_SHOE: m.aid_heeled_shoe,
  INNER_HEEL_WEDGE: m.aid_inner_heel,
  INNER_FOREFOOT_WEDGE: m.aid_inner_forefoot,
  HANDHOLD: m.aid_handhold,
  CHAIR: m.aid_chair,
  LIGHT_BAND: m.aid_band,
  TARGET: m.aid_target,
  BAND_INTO_SHIFT: m.aid_into_shift,
  PLATE_UNDER_FOOT: m.aid_plate_foot,
  FRONT_FOOT_BOX: m.aid_front_box,
  REAR_FOOT_BOX: m.aid_rear_box,
  FOAM: m.aid_foam,
};

export const regionWord: Record<Schemas['PainReport']['region'], () => string> = {
  FOOT_OR_ANKLE: m.region_foot,
  BELOW_KNEECAP: m.region_below_kneecap,
  KNEE: m.region_knee,
  ABOVE_KNEECAP: m.region_above_kneecap,
  HIP_OR_GROIN: m.region_hip,
  BACK: m.region_back,
  SHOULDER_OR_NECK: m.region_shoulder,
  ELSEWHERE: m.region_elsewhere,
};

export const signWord: Record<Schemas['PainReport']['signs'][number], () => string> = {
  NEW_OR_SHARP: m.sign_new,
  GIVING_WAY: m.sign_giving_way,
  NUMBNESS: m.sign_numbness,
  DIZZINESS: m.sign_dizziness,
  CHEST_PAIN: m.sign_chest,
  UNWELL: m.sign_unwell,
  SWELLING: m.sign_swelling,
  AT_REST_OR_NIGHT: m.sign_rest,
  BEYOND_TWO_WEEKS: m.sign_weeks,
};

export const stateWord: Record<Schemas['StationQueued']['state'], () => string> = {
  WAITING: m.queue_waiting,
  STARTED: m.queue_started,
  DONE: m.queue_done,
  STOPPED: m.queue_stopped,
  ABSENT: m.state_absent,
  EXCUSED: m.state_excused,
};

export const roleWord: Record<Schemas['TestDefinition']['role'], () => string> = {
  SCREEN: m.role_screen,
  SET_UP: m.role_set_up,
  RETEST: m.role_retest,
};

export const strengthWord: Record<Schemas['AgreementControllerWorded']['strength'], () => string> =
  {
    POOR: m.strength_poor,
    SLIGHT: m.strength_slight,
    FAIR: m.strength_fair,
    MODERATE: m.strength_moderate,
    SUBSTANTIAL: m.strength_substantial,
    ALMOST_PERFECT: m.strength_perfect,
  };

/** Which limit is in the way of groups. */
export const formLimitWord: Record<Schemas['AssignmentImpossible']['because'], () => string> = {
  TOO_FEW_SEATS: m.form_too_few_seats,
  TOO_FEW_SUPERVISORS: m.form_too_few_supervisors,
  NO_PLACE_FOR_SOMEBODY: m.form_no_place_for_somebody,
  LIMITS_TOGETHER: m.form_limits_together,
  UNKNOWN: m.form_unknown,
};

/** Which way a rater errs. */
export const tendencyWord: Record<
  NonNullable<Schemas['PracticeScoreOfCriterion']['tendency']>,
  () => string
> = {
  OVERLOOKED: m.practice_overlooked,
  SEEN_TOO_OFTEN: m.practice_seen_too_often,
  TOO_MILD: m.practice_too_mild,
  TOO_STRICT: m.practice_too_strict,
};

export const standingWord: Record<Schemas['LinkReportRankedLink']['standing'], () => string> = {
  LIKELY: m.standing_likely,
  LEADING: m.standing_leading,
  OPEN: m.standing_open,
  UNLIKELY: m.standing_unlikely,
};

/** How loudly a trial speaks of a link. */
export const loudWord: Record<Schemas['LinkReportSaid']['words'], () => string> = {
  CLEARLY_FOR: m.loud_clearly_for,
  FOR: m.loud_for,
  LITTLE: m.loud_little,
  AGAINST: m.loud_against,
  CLEARLY_AGAINST: m.loud_clearly_against,
};

export const clearanceWord: Record<Schemas['AthleteRecord']['clearance'], () => string> = {
  NOT_ASKED: m.clearance_not_asked,
  CLEARED: m.clearance_cleared,
  NOT_CLEARED: m.clearance_not_cleared,
};

export const doubtWord: Record<Schemas['Outcome']['doubts'][number], () => string> = {
  TWO_CHANGES: m.doubt_two_changes,
  NOT_CHANGED: m.doubt_not_changed,
  ONE_SIDE_TREATED: m.doubt_side_treated,
  FLAGGED: m.doubt_flagged,
};

/** What a cue did. */
export const effectWord: Record<Schemas['FactCueTried']['effect'], () => string> = {
  BETTER: m.effect_better,
  SAME: m.effect_same,
  WORSE: m.effect_worse,
};
