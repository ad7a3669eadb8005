import { Problem, type Schemas } from '../api/client';
import { m } from '../paraglide/messages';
import { integer } from './words';

type Words = (said: Said) => string;

/** What a refusal says beside its code. */
class Said {
  constructor(
    readonly sentence: string,
    readonly details: Record<string, unknown>,
  ) {}

  text(name: string): string {
    const value = this.details[name];
    return typeof value === 'number' ? integer(value) : typeof value === 'string' ? value : '?';
  }

  get highest(): string {
    const unit = this.text('unit');
    return `${this.text('high')} ${{ degrees: '°', percent: '%' }[unit] ?? unit}`.trim();
  }

  /** Where in a file, in the words of the language; names of its own keys stay as they are. */
  get place(): string {
    return this.text('place').replace(
      /end of file|parameter section|\b(line|column|frames?|byte|header|parameter|mapping|annotations)\b/g,
      (word) => places[word]?.() ?? word,
    );
  }

  get field(): string {
    const name = typeof this.details['field'] === 'string' ? this.details['field'] : '';
    return fields[name]?.() ?? name;
  }
}

/** Fields of requests by the names that they have on the screen. */
const fields: Record<string, () => string> = {
  givenName: m.given_name,
  familyName: m.family_name,
  birthDate: m.birth_date,
  heightCm: m.height,
  massKg: m.mass,
  legLengthCm: m.leg_length,
  sport: m.sport,
  name: m.name,
  login: m.login,
  password: m.password,
  places: m.plan_places,
  raters: m.raters,
  reason: m.reason,
};

const places: Record<string, () => string> = {
  line: m.place_line,
  column: m.place_column,
  frame: m.place_frame,
  frames: m.place_frames,
  byte: m.place_byte,
  header: m.place_header,
  'end of file': m.place_end,
  'parameter section': m.place_section,
  parameter: m.place_parameter,
  mapping: m.place_mapping,
  annotations: m.place_annotations,
};

/** What to tell when a request was refused or did not arrive. */
export function trouble(error: unknown): string {
  if (!(error instanceof Problem)) return m.trouble_unexpected();
  if (error.offline && !(error.code in known)) return m.trouble_offline();
  return refusal(error.code, error.message, error.details);
}

/** The words of a refusal that was kept. */
export function refusal(code: string, sentence: string, details: Record<string, unknown>): string {
  const words = known[code as Schemas['ProblemCode']] as Words | undefined;
  return words?.(new Said(sentence, details)) ?? (sentence || m.trouble_unexpected());
}

const never: Partial<Record<Schemas['FitImpossible']['because'], () => string>> = {
  STOPPED_TODAY: m.trouble_move_stopped,
  TOO_HARD: m.trouble_move_too_hard,
  NO_SUCH_RUNG: m.trouble_move_no_such_rung,
  CONTRAINDICATED: m.trouble_move_not_for,
};

/** Every code that the server has; one without words does not compile. */
const known: Record<Schemas['ProblemCode'], Words> = {
  missing: (s) => m.trouble_missing({ field: s.field }),
  'out-of-range': (s) =>
    m.trouble_out_of_range({ field: s.field, low: s.text('low'), high: s.highest }),
  'text-unusable': (s) => m.trouble_text_unusable({ field: s.field }),
  contradiction: (s) => m.trouble_contradiction({ detail: s.sentence }),
  invalid: (s) => m.trouble_invalid({ field: s.field }),
  unreadable: m.trouble_unreadable,
  'too-large': (s) => m.trouble_too_large({ megabytes: s.text('megabytes') }),
  'length-required': m.trouble_length_required,
  'too-slow': m.trouble_too_slow,
  'empty-file': m.trouble_empty_file,
  'not-a-table': m.trouble_not_a_table,
  'broken-quotes': m.trouble_broken_quotes,
  'broken-spreadsheet': m.trouble_broken_spreadsheet,
  'file-broken': (s) => m.trouble_file_broken({ place: s.place }),
  'file-cut-off': (s) => m.trouble_file_cut_off({ place: s.place }),
  'file-header': (s) => m.trouble_file_header({ place: s.place }),
  'file-names': (s) => m.trouble_file_names({ place: s.place }),
  'file-points': (s) => m.trouble_file_points({ place: s.place }),
  'file-not-number': (s) => m.trouble_file_not_number({ place: s.place }),
  'file-value': (s) => m.trouble_file_value({ place: s.place }),
  'file-rate': m.trouble_file_rate,
  'file-times': (s) => m.trouble_file_times({ place: s.place }),
  'file-without-frames': m.trouble_file_without_frames,
  'file-too-long': (s) => m.trouble_file_too_long({ place: s.place }),
  'unknown-format': m.trouble_unknown_format,
  'no-picture': m.trouble_no_picture,
  'too-many-rows': (s) => m.trouble_too_many_rows({ most: s.text('most') }),
  'too-many-columns': (s) =>
    m.trouble_too_many_columns({ row: s.text('row'), most: s.text('most') }),
  'too-many-cells': (s) => m.trouble_too_many_cells({ most: s.text('most') }),
  'cell-too-long': (s) => m.trouble_cell_too_long({ row: s.text('row'), most: s.text('most') }),
  'not-found': m.trouble_not_found,
  'bad-address': m.trouble_bad_address,
  'no-such-address': m.trouble_not_found,
  'wrong-method': m.trouble_wrong_method,
  'wrong-type': m.trouble_wrong_type,
  'signed-out': m.trouble_signed_out,
  forbidden: m.trouble_forbidden,
  'wrong-login': m.trouble_wrong_login,
  'too-many-logins': m.trouble_too_many_logins,
  'wrong-setup-code': m.trouble_wrong_setup_code,
  'already-set-up': m.trouble_already_set_up,
  'login-taken': m.trouble_login_taken,
  'password-length': m.trouble_password_length,
  'password-common': m.trouble_password_common,
  'wrong-role': m.trouble_wrong_role,
  'other-account': m.trouble_other_account,
  'pass-closed': m.trouble_pass_closed,
  'pass-taken': m.trouble_pass_taken,
  'pass-ended': m.trouble_pass_ended,
  'outside-pass': m.trouble_outside_pass,
  'leads-only': m.trouble_leads_only,
  'unknown-account': m.trouble_unknown_account,
  'wrong-password': m.trouble_wrong_password,
  'reset-ended': m.trouble_reset_ended,
  'account-disabled': m.trouble_account_disabled,
  'last-owner': m.trouble_last_owner,
  'owners-only': m.trouble_owners_only,
  'code-needed': m.trouble_code_needed,
  'wrong-code': m.trouble_wrong_code,
  'factor-exists': m.trouble_factor_exists,
  'factor-missing': m.trouble_factor_missing,
  'own-account': m.trouble_own_account,
  followed: m.trouble_followed,
  'no-room': (s) => m.trouble_no_room({ megabytes: s.text('megabytes') }),
  busy: m.trouble_busy,
  'database-away': m.trouble_database_away,
  unexpected: (s) =>
    s.details['incident'] === undefined
      ? m.trouble_unexpected()
      : m.trouble_incident({ incident: s.text('incident') }),
  'too-many-facts': m.trouble_too_many_facts,
  'unknown-athlete': m.trouble_unknown_athlete,
  'fact-id-reused': m.trouble_fact_id_reused,
  'nothing-withdrawn': m.trouble_nothing_withdrawn,
  'unknown-fact': m.trouble_unknown_fact,
  'side-mismatch': m.trouble_side_mismatch,
  'impossible-value': m.trouble_impossible_value,
  'unknown-test': (s) => m.trouble_unknown_test({ named: s.text('named') }),
  'unknown-retest': (s) => m.trouble_unknown_retest({ named: s.text('named') }),
  'unknown-criterion': (s) => m.trouble_unknown_criterion({ named: s.text('named') }),
  'unknown-phase': (s) => m.trouble_unknown_phase({ named: s.text('named') }),
  'unknown-variant': (s) => m.trouble_unknown_variant({ named: s.text('named') }),
  'unknown-measure': (s) => m.trouble_unknown_measure({ named: s.text('named') }),
  'unknown-ending': (s) => m.trouble_unknown_ending({ named: s.text('named') }),
  'clip-too-long': m.trouble_clip_too_long,
  'uneven-clip': m.trouble_uneven_clip,
  'broken-body': m.trouble_broken_body,
  'working-leg-missing': m.trouble_working_leg_missing,
  'no-reading': (s) => m.trouble_no_reading({ detail: s.sentence }),
  'team-exists': m.trouble_team_exists,
  'changed-meanwhile': m.trouble_changed_meanwhile,
  'mapping-size': m.trouble_mapping_size,
  'mapping-twice': m.trouble_mapping_twice,
  'roster-changed': m.trouble_roster_changed,
  'rows-with-problems': m.trouble_rows_with_problems,
  'already-imported': m.trouble_already_imported,
  'test-twice': m.trouble_test_twice,
  'station-empty': m.trouble_station_empty,
  'decided-meanwhile': m.trouble_decided_meanwhile,
  'reason-missing': m.trouble_reason_missing,
  'clearance-missing': m.trouble_clearance_missing,
  'clearance-day': m.trouble_clearance_day,
  'no-place': m.trouble_no_place,
  'place-missing': m.trouble_place_missing,
  'move-impossible': (s) =>
    never[s.details['because'] as keyof typeof never]?.() ?? m.trouble_place_missing(),
  'unknown-kit': m.trouble_unknown_kit,
  'athlete-twice': m.trouble_athlete_twice,
  'no-block': m.trouble_no_block,
  'no-groups': m.trouble_no_groups,
  'unknown-session': m.trouble_unknown_session,
  'unknown-exercise': m.trouble_unknown_exercise,
  'consent-day': m.trouble_consent_day,
  'film-not-allowed': m.trouble_film_not_allowed,
  'guardian-needed': m.trouble_guardian_needed,
  'link-closed': m.trouble_link_closed,
  'link-taken': m.trouble_link_taken,
  'too-many-requests': m.trouble_too_many_requests,
  'transfer-unreadable': m.trouble_transfer_unreadable,
  'transfer-version': m.trouble_transfer_version,
  'transfer-unfit': (s) =>
    m.trouble_transfer_unfit({ section: s.text('section'), row: s.text('row') }),
  'transfer-protocol': (s) =>
    m.trouble_transfer_protocol({ protocol: s.text('protocol'), version: s.text('version') }),
  'held-back': (s) => m.trouble_held_back({ name: s.text('athlete') }),
};
