import type { Schemas } from '../api/client';
import { m } from '../paraglide/messages';
import { decimal } from './words';

export type Finding = Schemas['ClipFinding'];

type Amounts = { amount: string; unsure: string };

const whole = (value: number) => String(Math.abs(Math.round(value)));

const refused: Record<Finding['kind'], (told: Amounts) => string> = {
  SIDES_REVERSED: m.meas_found_reversed,
  SIDES_SWAPPED: m.meas_found_swapped_refused,
  WRONG_VIEW: m.meas_found_view,
  LOOKS_BACK: m.meas_found_back,
  YAW: m.meas_found_yaw_refused,
  ROLL: m.meas_found_roll_refused,
  PERSPECTIVE: m.meas_found_distance,
  FEW_FRAMES: m.meas_found_frames,
  RATE_ASSUMED: m.meas_found_rate,
  RATE_UNEVEN: m.meas_found_uneven_refused,
};

const corrected: Partial<Record<Finding['kind'], (told: Amounts) => string>> = {
  SIDES_SWAPPED: m.meas_found_swapped,
  YAW: m.meas_found_yaw,
  ROLL: m.meas_found_roll,
  PERSPECTIVE: m.meas_found_distance_known,
  RATE_UNEVEN: m.meas_found_uneven,
};

const widened: Partial<Record<Finding['kind'], (told: Amounts) => string>> = {
  YAW: m.meas_found_yaw_wide,
  ROLL: m.meas_found_roll_wide,
};

/** What is not as it should be in a clip, and what to do. */
export function findingWord(finding: Finding): string {
  const told = {
    amount: finding.kind === 'PERSPECTIVE' ? decimal(finding.amount) : whole(finding.amount),
    unsure: whole(finding.unsure),
  };
  if (finding.kind === 'YAW' && finding.outcome === 'WIDENED' && finding.amount === 0)
    return m.meas_found_yaw_unknown(told);
  const words =
    finding.outcome === 'CORRECTED' ? corrected : finding.outcome === 'WIDENED' ? widened : refused;
  return (words[finding.kind] ?? refused[finding.kind])(told);
}
