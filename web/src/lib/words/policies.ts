import type { Schemas } from '../api/client';
import { m } from '../paraglide/messages';

export const policyWord: Record<keyof Schemas['Policies'], () => string> = {
  turnOut: m.policy_turn_out,
  stanceWidth: m.policy_stance_width,
  depthTarget: m.policy_depth_target,
  kneeReference: m.policy_knee_reference,
  heelLift: m.policy_heel_lift,
  trunk: m.policy_trunk,
  overheadKnee: m.policy_overhead_knee,
  bands: m.policy_bands,
  kneePastToe: m.policy_knee_past_toe,
  descentStart: m.policy_descent_start,
  heelPlates: m.policy_heel_plates,
  soreKnee: m.policy_sore_knee,
  footWeight: m.policy_foot_weight,
  gaze: m.policy_gaze,
  breathing: m.policy_breathing,
  pause: m.policy_pause,
};

type Value = {
  [P in keyof Schemas['Policies']]: Schemas['Policies'][P]['value'];
}[keyof Schemas['Policies']];

const values: Record<Value, () => string> = {
  PARALLEL: m.value_parallel,
  FIXED: m.value_fixed,
  RANGE: m.value_range,
  MATCH_ABDUCTION: m.value_match_abduction,
  PERSONAL: m.value_personal,
  HIP_JOINT: m.value_hip_joint,
  SHOULDER: m.value_shoulder,
  BELOW_PARALLEL: m.value_below_parallel,
  KNEE_HEIGHT: m.value_knee_height,
  PERSONAL_CEILING: m.value_personal_ceiling,
  SECOND_THIRD_TOE: m.value_second_toe,
  BIG_TOE: m.value_big_toe,
  BIG_TOE_OUTER_BORDER: m.value_big_toe_border,
  FOOT_AXIS: m.value_foot_axis,
  HIP_ANKLE_LINE: m.value_hip_ankle,
  VOID_AND_CHAIR: m.value_void_chair,
  VOID_AND_HEELS_UP: m.value_void_heels_up,
  GRADE_ONLY: m.value_grade_only,
  PARALLEL_TO_SHIN: m.value_to_shin,
  UPRIGHT: m.value_upright,
  TOLERATE_ONE_GRADE: m.value_tolerate,
  STRICT: m.value_strict,
  BANDS: m.value_bands,
  CUE_ONLY_EXPERIENCED: m.value_cue_only,
  NO_BANDS: m.value_no_bands,
  NO_CONCERN: m.value_no_concern,
  SHOWN: m.value_shown,
  LIMITED_IN_PAIN: m.value_limited_in_pain,
  HIPS_FIRST: m.value_hips_first,
  TOGETHER: m.value_together,
  IGNORE: m.value_ignore,
  KEEP: m.value_keep,
  WEAN: m.value_wean,
  RAISE_FRONT_FOOT: m.value_raise_front,
  LIMIT_KNEE_TRAVEL: m.value_limit_travel,
  LENGTHEN_STANCE: m.value_lengthen,
  CUT_LOAD: m.value_cut_load,
  HEELS: m.value_heels,
  MIDFOOT_TOWARD_HEEL: m.value_midfoot_heel,
  MIDFOOT: m.value_midfoot,
  EQUAL_TRIPOD: m.value_tripod,
  AHEAD: m.value_ahead,
  HALF_METRE_AHEAD: m.value_half_metre,
  THREE_METRES_AHEAD: m.value_three_metres,
  IN_DOWN_OUT_UP: m.value_in_down,
  BRACE_WHEN_HEAVY: m.value_brace,
  OUT_BEFORE_DESCENT: m.value_out_before,
  FLUID: m.value_fluid,
  PAUSE_TO_SEE: m.value_pause,
};

export function valueWord(value: Value): string {
  return values[value]();
}
