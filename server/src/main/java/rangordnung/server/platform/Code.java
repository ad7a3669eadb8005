package rangordnung.server.platform;

import java.util.Locale;

/**
 * Every refusal that a client may meet. The name is stable and travels in small letters with hyphens; the interface has
 * words for each of them in every language, and does not build while one is missing.
 */
public enum Code {
    // what was sent
    MISSING,
    OUT_OF_RANGE,
    TEXT_UNUSABLE,
    CONTRADICTION,
    INVALID,
    UNREADABLE,
    TOO_LARGE,
    LENGTH_REQUIRED,
    TOO_SLOW,
    EMPTY_FILE,
    NOT_A_TABLE,
    BROKEN_QUOTES,
    BROKEN_SPREADSHEET,
    UNKNOWN_FORMAT,
    NO_PICTURE,
    TOO_MANY_ROWS,
    TOO_MANY_COLUMNS,
    TOO_MANY_CELLS,
    CELL_TOO_LONG,
    // what a file of landmarks or of a device holds
    FILE_BROKEN,
    FILE_CUT_OFF,
    FILE_HEADER,
    FILE_NAMES,
    FILE_POINTS,
    FILE_NOT_NUMBER,
    FILE_VALUE,
    FILE_RATE,
    FILE_TIMES,
    FILE_WITHOUT_FRAMES,
    FILE_TOO_LONG,
    // where it was sent
    NOT_FOUND,
    BAD_ADDRESS,
    NO_SUCH_ADDRESS,
    WRONG_METHOD,
    WRONG_TYPE,
    // who sent it
    SIGNED_OUT,
    FORBIDDEN,
    WRONG_LOGIN,
    TOO_MANY_LOGINS,
    WRONG_SETUP_CODE,
    ALREADY_SET_UP,
    LOGIN_TAKEN,
    PASSWORD_LENGTH,
    PASSWORD_COMMON,
    WRONG_ROLE,
    OTHER_ACCOUNT,
    WRONG_PASSWORD,
    RESET_ENDED,
    ACCOUNT_DISABLED,
    LAST_OWNER,
    OWNERS_ONLY,
    CODE_NEEDED,
    WRONG_CODE,
    FACTOR_EXISTS,
    FACTOR_MISSING,
    OWN_ACCOUNT,
    PASS_CLOSED,
    PASS_TAKEN,
    PASS_ENDED,
    OUTSIDE_PASS,
    LEADS_ONLY,
    UNKNOWN_ACCOUNT,
    // the server's own state
    BUSY,
    NO_ROOM,
    DATABASE_AWAY,
    UNEXPECTED,
    // facts
    TOO_MANY_FACTS,
    UNKNOWN_ATHLETE,
    FACT_ID_REUSED,
    NOTHING_WITHDRAWN,
    UNKNOWN_FACT,
    SIDE_MISMATCH,
    IMPOSSIBLE_VALUE,
    UNKNOWN_TEST,
    UNKNOWN_RETEST,
    UNKNOWN_CRITERION,
    UNKNOWN_VARIANT,
    UNKNOWN_PHASE,
    UNKNOWN_MEASURE,
    UNKNOWN_ENDING,
    // measuring
    CLIP_TOO_LONG,
    UNEVEN_CLIP,
    BROKEN_BODY,
    WORKING_LEG_MISSING,
    NO_READING,
    // rosters
    TEAM_EXISTS,
    FOLLOWED,
    CHANGED_MEANWHILE,
    MAPPING_SIZE,
    MAPPING_TWICE,
    ROSTER_CHANGED,
    ROWS_WITH_PROBLEMS,
    ALREADY_IMPORTED,
    // hall
    TEST_TWICE,
    STATION_EMPTY,
    // decisions
    DECIDED_MEANWHILE,
    REASON_MISSING,
    CLEARANCE_MISSING,
    CLEARANCE_DAY,
    NO_PLACE,
    PLACE_MISSING,
    MOVE_IMPOSSIBLE,
    // training
    UNKNOWN_KIT,
    ATHLETE_TWICE,
    HELD_BACK,
    NO_BLOCK,
    NO_GROUPS,
    UNKNOWN_SESSION,
    UNKNOWN_EXERCISE,
    // files of rosters
    TRANSFER_UNREADABLE,
    TRANSFER_VERSION,
    TRANSFER_UNFIT,
    TRANSFER_PROTOCOL,
    // the athlete's own view
    CONSENT_DAY,
    FILM_NOT_ALLOWED,
    GUARDIAN_NEEDED,
    LINK_CLOSED,
    LINK_TAKEN,
    TOO_MANY_REQUESTS;

    /** As it travels. */
    public String wire() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
