import type { Schemas } from '../api/client';
import { sideOf } from '../motion/bones';
import type { Landmark, Side } from '../motion/clip';
import { m } from '../paraglide/messages';
import type { Framing } from '../pose/framing';
import { sideWord } from './judgement';

type Measure = Schemas['MeasuringControllerTrace']['measure'];
type Reason = Schemas['MeasurementNotAssessable']['reason'];
type Point =
  | 'HEAD'
  | 'LOW_BACK'
  | 'EAR'
  | 'SHOULDER'
  | 'ELBOW'
  | 'WRIST'
  | 'HIP'
  | 'HIP_CREASE'
  | 'FRONT_HIP_BONE'
  | 'REAR_HIP_BONE'
  | 'KNEE'
  | 'ANKLE'
  | 'HEEL'
  | 'SECOND_TOE'
  | 'BIG_TOE'
  | 'LITTLE_TOE';

export const measureWord: Record<Measure, () => string> = {
  FPPA: m.measure_fppa,
  KNEE_OFFSET: m.measure_knee_offset,
  KNEE_SEPARATION: m.measure_knee_separation,
  HIP_ABDUCTION: m.measure_hip_abduction,
  TURN_OUT: m.measure_turn_out,
  TURN_OUT_CHANGE: m.measure_turn_out_change,
  FOOT_TO_THIGH: m.measure_foot_to_thigh,
  STANCE_WIDTH: m.measure_stance_width,
  STANCE_OVER_HIPS: m.measure_stance_over_hips,
  STANCE_OVER_SHOULDERS: m.measure_stance_over_shoulders,
  PELVIC_SHIFT: m.measure_pelvic_shift,
  PELVIC_OBLIQUITY: m.measure_pelvic_obliquity,
  KNEE_WOBBLE: m.measure_knee_wobble,
  THIGH_ANGLE: m.measure_thigh_angle,
  DEPTH_OFFSET: m.measure_depth_offset,
  SHIN_ANGLE: m.measure_shin_angle,
  TRUNK_LEAN: m.measure_trunk_lean,
  TRUNK_MINUS_SHIN: m.measure_trunk_minus_shin,
  HEEL_RISE: m.measure_heel_rise,
  HEEL_UP_SHARE: m.measure_heel_up_share,
  KNEE_PAST_TOE: m.measure_knee_past_toe,
  HIP_FLEXION: m.measure_hip_flexion,
  TUCK_ONSET: m.measure_tuck_onset,
  TUCK_BEFORE_TARGET: m.measure_tuck_before_target,
  HIPS_FIRST: m.measure_hips_first,
  INITIATION: m.measure_initiation,
  ARM_LINE: m.measure_arm_line,
  HEAD_FORWARD: m.measure_head_forward,
  LOAD_OVER_FOOT: m.measure_load_over_foot,
  FRONT_LEG_SHARE: m.measure_front_leg_share,
  REAR_KNEE_HEIGHT: m.measure_rear_knee_height,
  TEMPO_DESCENT: m.measure_tempo_descent,
  TEMPO_PAUSE: m.measure_tempo_pause,
  TEMPO_ASCENT: m.measure_tempo_ascent,
};

/** How a unit is written behind a number; ratios have none. */
const UNITS: Record<string, string> = {
  degrees: '°',
  centimetres: 'cm',
  seconds: 's',
  percent: '%',
  'percent of foot length': '%',
  'percent of ankle distance': '%',
};

export const unitSign = (unit: string): string => UNITS[unit] ?? '';

const ids = Object.fromEntries(
  Object.entries(measureWord).map(([measure, word]) => [
    measure.toLowerCase().replaceAll('_', '-'),
    word,
  ]),
);
const OTHER_IDS: Record<string, () => string> = {
  'knee-to-foot-offset': m.measure_knee_offset,
  'knee-separation-ratio': m.measure_knee_separation,
  'foot-to-thigh-mismatch': m.measure_foot_to_thigh,
  'hips-first-rise': m.measure_hips_first,
  'sway-velocity': m.measure_sway_velocity,
  'sway-area': m.measure_sway_area,
};

/** The name of a measure by the id that protocols and facts know. */
export const measureById = (id: string): string => (OTHER_IDS[id] ?? ids[id])?.() ?? id;

export function measureName(measure: Measure, side?: Side): string {
  return side ? `${measureWord[measure]()}, ${sideWord[side]()}` : measureWord[measure]();
}

export const framingWord: Record<Framing, () => string> = {
  nobody: m.framing_nobody,
  'cut-off': m.framing_cut_off,
  'too-close': m.framing_too_close,
  tilted: m.framing_tilted,
  good: m.framing_good,
};

export const reasonWord: Record<Reason, () => string> = {
  LANDMARK_MISSING: m.meas_why_missing,
  LANDMARK_LOST: m.meas_why_lost,
  NO_SCALE: m.meas_why_scale,
  NO_FOOT_LENGTH: m.meas_why_foot,
  POINTS_AT_CAMERA: m.meas_why_camera,
  NO_STANDING: m.meas_why_standing,
  NO_RATE: m.meas_why_rate,
  TOO_FEW_FRAMES: m.meas_why_frames,
  TOO_NOISY: m.meas_why_noisy,
  NOT_REACHED: m.meas_why_not_reached,
};

export const sourceWord: Record<Schemas['CriterionResultTold']['source'], () => string> = {
  BY_HAND: m.source_hand,
  SCALES: m.source_scales,
  PLATE: m.source_plate,
  LANDMARK_FILE: m.source_file,
  MARKED: m.source_marked,
  POSE: m.source_pose,
  SIMULATED: m.source_simulated,
};

const pointWord: Record<Point, () => string> = {
  HEAD: m.point_head,
  LOW_BACK: m.point_low_back,
  EAR: m.point_ear,
  SHOULDER: m.point_shoulder,
  ELBOW: m.point_elbow,
  WRIST: m.point_wrist,
  HIP: m.point_hip,
  HIP_CREASE: m.point_hip_crease,
  FRONT_HIP_BONE: m.point_front_hip_bone,
  REAR_HIP_BONE: m.point_rear_hip_bone,
  KNEE: m.point_knee,
  ANKLE: m.point_ankle,
  HEEL: m.point_heel,
  SECOND_TOE: m.point_second_toe,
  BIG_TOE: m.point_big_toe,
  LITTLE_TOE: m.point_little_toe,
};

export function landmarkName(landmark: Landmark): string {
  const side = sideOf(landmark);
  const point = pointWord[landmark.replace(/^(LEFT|RIGHT)_/, '') as Point]();
  return side ? `${point}, ${sideWord[side]()}` : point;
}

/** All landmarks, from the head down, for choosing. */
export const LANDMARKS: Landmark[] = (Object.keys(pointWord) as Point[]).flatMap((p) =>
  p === 'HEAD' || p === 'LOW_BACK' ? [p] : ([`LEFT_${p}`, `RIGHT_${p}`] as Landmark[]),
);
