package rangordnung.server.privacy;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Tenancy;
import rangordnung.server.roster.Rosters;

/**
 * How long an organisation keeps data. What is older is erased by itself: screenings with all that was written in them, and
 * athletes of whom nothing has been written since. What is shown beforehand is what is erased, for both come from the same
 * questions.
 */
@Service
class Retention {

    private static final Logger LOG = LoggerFactory.getLogger(Retention.class);

    /** A screening goes once it is older and no later short one rests on it. */
    private static final String SCREENINGS =
            """
            select s.id, s.name, t.name as team, s.held_on from screening s join team t on t.id = s.team_id
            where s.organisation_id = :organisation and s.held_on < :before
              and not exists (select 1 from screening f where f.follows = s.id and f.held_on >= :before)
            order by s.held_on, s.name, s.id""";

    /** An athlete goes once they were there before and nothing has been written of them since. */
    private static final String ATHLETES =
            """
            select a.id, trim(a.given_name || ' ' || a.family_name) as name, t.name as team
            from athlete a join team t on t.id = a.team_id
            where a.organisation_id = :organisation and a.created_at < :moment
              and not exists (select 1 from fact f join screening s on s.id = f.screening_id
                where f.athlete_id = a.id and s.held_on >= :before)
              and not exists (select 1 from training_fact f where f.athlete_id = a.id and f.device_at >= :moment)
              and not exists (select 1 from screening s where s.team_id = a.team_id and s.held_on >= :before)
            order by t.name, a.given_name, a.family_name, a.id""";

    private final JdbcClient jdbc;
    private final Rosters rosters;
    private final TransactionTemplate transaction;
    private final Clock clock;
    private final ZoneId zone;

    Retention(JdbcClient jdbc, Rosters rosters, TransactionTemplate transaction, Clock clock, ZoneId zone) {
        this.jdbc = jdbc;
        this.rosters = rosters;
        this.transaction = transaction;
        this.clock = clock;
        this.zone = zone;
    }

    /** A screening that is older than it may become. */
    record OldScreening(UUID id, String name, String team, LocalDate heldOn) {}

    /** An athlete of whom nothing has been written for so long. */
    record OldAthlete(UUID id, String name, String team) {}

    /**
     * What a time erases.
     *
     * @param months how long data are kept; empty where they are kept until somebody erases them
     * @param before the first day that is kept
     */
    record Expired(
            Optional<Integer> months,
            Optional<LocalDate> before,
            List<OldScreening> screenings,
            List<OldAthlete> athletes) {}

    /** What is erased with the time that holds. */
    Expired now() {
        UUID organisation = CurrentUser.required().organisation();
        return expired(organisation, months(organisation));
    }

    /** What another time would erase. */
    Expired with(int months) {
        return expired(CurrentUser.required().organisation(), Optional.of(months));
    }

    /** Keeps data for so long from now on, and erases at once what is older. */
    Expired keep(Optional<Integer> months) {
        UUID organisation = CurrentUser.required().organisation();
        return transaction.execute(t -> {
            jdbc.sql("update organisation set retention_months = :months where id = :organisation")
                    .param("months", months.orElse(null), java.sql.Types.INTEGER)
                    .param("organisation", organisation)
                    .update();
            return erase(organisation);
        });
    }

    /** Erases what has become too old in every organisation. */
    @Scheduled(fixedDelay = 1, initialDelay = 1, timeUnit = TimeUnit.HOURS)
    void sweep() {
        jdbc.sql("select id from organisation where retention_months is not null")
                .query(UUID.class)
                .list()
                .forEach(organisation -> Tenancy.as(organisation, () -> transaction.execute(t -> erase(organisation))));
    }

    private Expired erase(UUID organisation) {
        Expired old = expired(organisation, months(organisation));
        if (!old.screenings().isEmpty()) {
            jdbc.sql("delete from screening where id in (:ids)")
                    .param(
                            "ids",
                            old.screenings().stream().map(OldScreening::id).toList())
                    .update();
        }
        old.athletes().forEach(a -> rosters.erase(a.id()));
        if (!old.screenings().isEmpty() || !old.athletes().isEmpty()) {
            LOG.info(
                    "Erased by retention: {} screenings, {} athletes",
                    old.screenings().size(),
                    old.athletes().size());
        }
        return old;
    }

    private Optional<Integer> months(UUID organisation) {
        return jdbc.sql(
                        "select retention_months from organisation where id = :organisation and retention_months is not null")
                .param("organisation", organisation)
                .query(Integer.class)
                .optional();
    }

    private Expired expired(UUID organisation, Optional<Integer> months) {
        Optional<LocalDate> before =
                months.map(m -> LocalDate.now(clock.withZone(zone)).minusMonths(m));
        return before.map(day -> new Expired(
                        months,
                        before,
                        asked(SCREENINGS, organisation, day)
                                .query((row, n) -> new OldScreening(
                                        row.getObject("id", UUID.class),
                                        row.getString("name"),
                                        row.getString("team"),
                                        row.getObject("held_on", LocalDate.class)))
                                .list(),
                        asked(ATHLETES, organisation, day)
                                .query((row, n) -> new OldAthlete(
                                        row.getObject("id", UUID.class), row.getString("name"), row.getString("team")))
                                .list()))
                .orElseGet(() -> new Expired(months, before, List.of(), List.of()));
    }

    private JdbcClient.StatementSpec asked(String question, UUID organisation, LocalDate before) {
        return jdbc.sql(question)
                .param("organisation", organisation)
                .param("before", before)
                .param("moment", Timestamp.from(before.atStartOfDay(zone).toInstant()));
    }
}
