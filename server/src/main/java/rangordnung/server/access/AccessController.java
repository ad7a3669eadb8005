package rangordnung.server.access;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.server.accounts.Accounts;
import rangordnung.server.platform.CurrentUser;

/** The access log, as the lead reads it. */
@RestController
class AccessController {

    private static final int A_PAGE = 100;
    private static final int LAST_PAGE = 10_000;

    /** What was done. */
    enum Verb {
        READ,
        WRITTEN,
        DELETED
    }

    /** With what. */
    enum Area {
        ROSTER,
        ATHLETE,
        IMPORT,
        STATION,
        RESULTS,
        RANKING,
        GROUPS,
        TRAINING,
        SCREENING
    }

    /**
     * A line.
     *
     * @param athlete the name of the athlete, where it was about one who is still there
     * @param about   the name of the roster or screening, where there still is one
     */
    record Access(Instant at, String account, Verb verb, Area area, Optional<String> athlete, Optional<String> about) {}

    /**
     * A page of it, the newest first.
     *
     * @param more whether older ones follow
     */
    record AccessView(List<Access> lines, boolean more) {}

    private record Row(Instant at, UUID account, String action, Optional<String> athlete, Optional<String> about) {}

    private final JdbcClient jdbc;
    private final Accounts accounts;
    private final Clock clock;
    private final ZoneId zone;

    AccessController(JdbcClient jdbc, Accounts accounts, Clock clock, ZoneId zone) {
        this.jdbc = jdbc;
        this.accounts = accounts;
        this.clock = clock;
        this.zone = zone;
    }

    /**
     * Who has read and written what.
     *
     * @param account only by this one
     * @param athlete only of this one: also of the rosters and screenings in whose lists this athlete stands
     * @param day     only until the end of this day
     * @param page    from 0
     */
    @GetMapping("/api/access")
    AccessView access(
            @RequestParam Optional<UUID> account,
            @RequestParam Optional<UUID> athlete,
            @RequestParam Optional<LocalDate> day,
            @RequestParam @Min(0) @Max(LAST_PAGE) int page) {
        Instant before = day.map(d -> d.plusDays(1).atStartOfDay(zone).toInstant())
                .orElseGet(() -> clock.instant().plusSeconds(1));
        List<Row> rows = jdbc.sql(
                        """
                select l.at, l.account_id, l.action, nullif(trim(a.given_name || ' ' || a.family_name), '') as athlete,
                  coalesce(t.name, s.name) as about
                from access_log l
                  left join athlete a on a.id = l.athlete_id and a.organisation_id = l.organisation_id
                  left join team t on t.id = l.subject and t.organisation_id = l.organisation_id
                  left join screening s on s.id = l.subject and s.organisation_id = l.organisation_id
                where l.organisation_id = :organisation and l.at < :before
                  and (cast(:account as uuid) is null or l.account_id = cast(:account as uuid))
                  and (cast(:athlete as uuid) is null or l.athlete_id = cast(:athlete as uuid)
                    or l.athlete_id is null and l.subject in (
                      with theirs as (
                        select s.id from screening s join athlete a on a.team_id = s.team_id
                          where a.id = cast(:athlete as uuid)
                        union select screening_id from fact where athlete_id = cast(:athlete as uuid))
                      select team_id from athlete where id = cast(:athlete as uuid)
                      union select id from theirs
                      union select b.id from training_block b join theirs s on b.screening_id = s.id))
                order by l.at desc, l.id desc limit :most offset :from""")
                .param("organisation", CurrentUser.required().organisation())
                .param("before", Timestamp.from(before))
                .param("account", account.map(UUID::toString).orElse(null))
                .param("athlete", athlete.map(UUID::toString).orElse(null))
                .param("most", A_PAGE + 1)
                .param("from", page * A_PAGE)
                .query((row, n) -> new Row(
                        row.getTimestamp("at").toInstant(),
                        row.getObject("account_id", UUID.class),
                        row.getString("action"),
                        Optional.ofNullable(row.getString("athlete")),
                        Optional.ofNullable(row.getString("about"))))
                .list();
        Map<UUID, String> names = accounts.names();
        return new AccessView(
                rows.stream()
                        .limit(A_PAGE)
                        .map(r -> new Access(
                                r.at(),
                                names.getOrDefault(r.account(), "?"),
                                verb(r.action()),
                                area(r.action()),
                                r.athlete(),
                                r.about()))
                        .toList(),
                rows.size() > A_PAGE);
    }

    static Verb verb(String action) {
        return action.startsWith("GET ") || action.equals("SEEN")
                ? Verb.READ
                : action.startsWith("DELETE ") || action.equals("ERASED") ? Verb.DELETED : Verb.WRITTEN;
    }

    static Area area(String action) {
        String path = action.substring(action.indexOf(' ') + 1);
        if (path.startsWith("/api/teams/")) {
            return path.contains("/imports") ? Area.IMPORT : Area.ROSTER;
        }
        if (path.startsWith("/api/imports/")) {
            return Area.IMPORT;
        }
        if (!path.startsWith("/api/") || path.startsWith("/api/athletes/")) {
            return Area.ATHLETE;
        }
        if (path.startsWith("/api/blocks/") || path.matches(".*/(block|promotions)(/.*)?")) {
            return Area.TRAINING;
        }
        if (path.endsWith("/ranking")) {
            return Area.RANKING;
        }
        if (path.matches(".*/(groups|decisions|formation)(/.*)?")) {
            return Area.GROUPS;
        }
        if (path.matches(".*/(results|look-again|agreement|schools|follow-up|settlements)(/.*)?")) {
            return Area.RESULTS;
        }
        return path.matches(".*/(station|facts|books|board|teaching|practice|pictures)(/.*)?")
                ? Area.STATION
                : Area.SCREENING;
    }
}
