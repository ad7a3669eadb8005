import type { Schemas } from '../api/client';
import { Problem } from '../api/client';
import { m } from '../paraglide/messages';
import { getLocale } from '../paraglide/runtime';

/** Words of protocol data, in the language of the interface. */
export function say(text: Schemas['Text']): string {
  return text[getLocale()];
}

const dates = new Intl.DateTimeFormat(getLocale(), { dateStyle: 'medium' });
const moments = new Intl.DateTimeFormat(getLocale(), { dateStyle: 'medium', timeStyle: 'short' });
const one = new Intl.NumberFormat(getLocale(), {
  minimumFractionDigits: 1,
  maximumFractionDigits: 1,
});
const whole = new Intl.NumberFormat(getLocale(), { maximumFractionDigits: 0 });

/** A calendar day without a time zone, such as 2026-11-09. */
export function day(iso: string): string {
  return dates.format(new Date(`${iso}T12:00:00`));
}

export function moment(iso: string): string {
  return moments.format(new Date(iso));
}

/** Minutes and seconds, such as 12:05. */
export function minutes(seconds: number): string {
  return `${Math.floor(seconds / 60)}:${String(Math.round(seconds % 60)).padStart(2, '0')}`;
}

const times = new Intl.DateTimeFormat(getLocale(), { timeStyle: 'short' });

/** The time of day of a moment. */
export function clockTime(iso: string): string {
  return times.format(new Date(iso));
}

export function decimal(value: number): string {
  return one.format(value);
}

export function integer(value: number): string {
  return whole.format(value);
}

/** What to tell when a request was refused or did not arrive. */
export function trouble(error: unknown): string {
  if (error instanceof Problem) {
    if (error.offline) return m.trouble_offline();
    return known[error.code]?.() ?? (error.message || m.trouble_unexpected());
  }
  return m.trouble_unexpected();
}

const known: Record<string, () => string> = {
  'wrong-login': m.trouble_wrong_login,
  'too-many-logins': m.trouble_too_many_logins,
  'wrong-setup-code': m.trouble_wrong_setup_code,
  'password-length': m.trouble_password_length,
  'login-taken': m.trouble_login_taken,
  'signed-out': m.trouble_signed_out,
  forbidden: m.trouble_forbidden,
  'not-found': m.trouble_not_found,
  'changed-meanwhile': m.trouble_changed_meanwhile,
  'decided-meanwhile': m.trouble_decided_meanwhile,
  'roster-changed': m.trouble_roster_changed,
  'reason-missing': m.trouble_reason_missing,
  'team-exists': m.trouble_team_exists,
  'empty-file': m.trouble_empty_file,
  'not-a-table': m.trouble_not_a_table,
  'broken-spreadsheet': m.trouble_broken_spreadsheet,
  'broken-quotes': m.trouble_broken_quotes,
  'too-large': m.trouble_too_large,
  'too-many-rows': m.trouble_too_many_rows,
  'mapping-twice': m.trouble_mapping_twice,
  'already-imported': m.trouble_already_imported,
  'pass-closed': m.trouble_pass_closed,
  'pass-taken': m.trouble_pass_taken,
  'pass-ended': m.trouble_pass_ended,
  unexpected: m.trouble_unexpected,
};
