package rangordnung.server.roster;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.RowMapper;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.core.Refusal;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;

/**
 * What athletes and guardians allow: filming, touch, keeping landmarks. Nothing is allowed before somebody has said so; each saying is
 * kept with its day and by whom, and the last one holds.
 */
@Service
@Transactional
public class Consents {

    /** From this age on somebody allows for themselves (common practice, no source; local law comes first). */
    public static final int OF_AGE = 18;

    /** First day on which consent is believed to have been given (house convention). */
    private static final LocalDate FIRST = LocalDate.of(1990, 1, 1);

    private static final RowMapper<ConsentView> VIEW = (row, n) -> new ConsentView(
            row.getObject("athlete_id", UUID.class),
            row.getBoolean("film"),
            row.getBoolean("touch"),
            row.getBoolean("landmarks"),
            By.valueOf(row.getString("given_by")),
            row.getObject("given_on", LocalDate.class),
            row.getString("author"),
            row.getTimestamp("at").toInstant());

    private final Rosters rosters;
    private final JdbcClient jdbc;
    private final Clock clock;

    Consents(Rosters rosters, JdbcClient jdbc, Clock clock) {
        this.rosters = rosters;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** Who has allowed it. */
    public enum By {
        GUARDIAN,
        ATHLETE
    }

    /**
     * What was allowed, and what was not.
     *
     * @param author who has noted it
     */
    public record ConsentView(
            UUID athlete,
            boolean film,
            boolean touch,
            boolean landmarks,
            By givenBy,
            LocalDate givenOn,
            String author,
            Instant at) {}

    /** What somebody says, as it is noted. */
    public record NewConsent(boolean film, boolean touch, boolean landmarks, By givenBy, LocalDate givenOn) {}

    /** Everything that was said about one athlete, the last first. */
    @Transactional(readOnly = true)
    public List<ConsentView> of(UUID athlete) {
        rosters.athlete(athlete);
        return jdbc.sql(
                        "select c.*, a.name as author from consent c join account a on a.id = c.author_id where c.athlete_id = :athlete and c.organisation_id = :organisation order by c.sequence desc")
                .param("athlete", athlete)
                .param("organisation", CurrentUser.required().organisation())
                .query(VIEW)
                .list();
    }

    /** What holds now for each athlete of a roster of whom anything was said. */
    @Transactional(readOnly = true)
    public Map<UUID, ConsentView> holding(UUID team) {
        return jdbc
                .sql(
                        """
                        select distinct on (c.athlete_id) c.*, a.name as author from consent c join account a on a.id = c.author_id
                        join athlete t on t.id = c.athlete_id
                        where t.team_id = :team and c.organisation_id = :organisation order by c.athlete_id, c.sequence desc""")
                .param("team", team)
                .param("organisation", CurrentUser.required().organisation())
                .query(VIEW)
                .list()
                .stream()
                .collect(Collectors.toMap(ConsentView::athlete, Function.identity()));
    }

    /** Notes what was said. For somebody who is surely under age a guardian allows; a no may come from anybody. */
    public List<ConsentView> add(UUID athlete, NewConsent said) {
        Rosters.AthleteView view = rosters.athlete(athlete);
        LocalDate today = LocalDate.now(clock);
        LocalDate on = Refusal.present(said.givenOn(), "givenOn");
        By by = Refusal.present(said.givenBy(), "givenBy");
        if (on.isAfter(today) || on.isBefore(FIRST)) {
            throw Problem.invalid(Code.CONSENT_DAY, "Consent was given today or before, not on " + on + ".", "givenOn");
        }
        boolean yes = said.film() || said.touch() || said.landmarks();
        boolean minor = view.record()
                .birthDate()
                .filter(born -> born.plusYears(OF_AGE).isAfter(on))
                .isPresent();
        if (yes && minor && by == By.ATHLETE) {
            throw Problem.invalid(
                    Code.GUARDIAN_NEEDED,
                    "For somebody under " + OF_AGE + " a guardian allows. Note a guardian’s consent, or a no.",
                    "givenBy");
        }
        jdbc.sql(
                        "insert into consent (id, organisation_id, athlete_id, film, touch, landmarks, given_by, given_on, author_id, at)"
                                + " values (:id, :organisation, :athlete, :film, :touch, :landmarks, :by, :on, :author, :at)")
                .param("id", UUID.randomUUID())
                .param("organisation", CurrentUser.required().organisation())
                .param("athlete", athlete)
                .param("film", said.film())
                .param("touch", said.touch())
                .param("landmarks", said.landmarks())
                .param("by", by.name())
                .param("on", on)
                .param("author", CurrentUser.required().account())
                .param("at", Timestamp.from(clock.instant()))
                .update();
        return of(athlete);
    }
}
