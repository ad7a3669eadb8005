package rangordnung.server.today;

import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.server.platform.CurrentUser;

/** How far a new lead is on the way from an empty house to a planned screening with codes for helpers. */
@Service
class FirstSteps {

    private final JdbcClient jdbc;

    FirstSteps(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * What there is already, of rosters that are not archived.
     *
     * @param roster    the one that was made last
     * @param athletes  whether somebody is on one
     * @param screening the one that was made last
     * @param planned   whether the hall of one was set up, or its proposal was good enough to make codes for
     * @param codes     whether a helper got a code
     * @param practised whether somebody has practised
     * @param practice  a practice class, to be thrown away
     * @param begun     whether anybody was looked at: then the lead knows the way
     */
    record Steps(
            Optional<UUID> roster,
            boolean athletes,
            Optional<UUID> screening,
            boolean planned,
            boolean codes,
            boolean practised,
            Optional<UUID> practice,
            boolean begun) {}

    @Transactional(readOnly = true)
    public Steps now() {
        return jdbc.sql(
                        """
                select
                  (select id from team where organisation_id = :organisation and archived_at is null
                    order by practice desc, name limit 1) as roster,
                  exists (select 1 from athlete where organisation_id = :organisation) as athletes,
                  (select id from screening where organisation_id = :organisation and archived_at is null
                    order by created_at desc limit 1) as screening,
                  exists (select 1 from hall_plan where organisation_id = :organisation)
                    or exists (select 1 from station_pass where organisation_id = :organisation) as planned,
                  exists (select 1 from station_pass where organisation_id = :organisation) as codes,
                  exists (select 1 from practice where organisation_id = :organisation) as practised,
                  (select id from team where organisation_id = :organisation and practice and archived_at is null limit 1) as practice,
                  exists (select 1 from fact where organisation_id = :organisation) as begun""")
                .param("organisation", CurrentUser.required().organisation())
                .query((row, n) -> new Steps(
                        Optional.ofNullable(row.getObject("roster", UUID.class)),
                        row.getBoolean("athletes"),
                        Optional.ofNullable(row.getObject("screening", UUID.class)),
                        row.getBoolean("planned"),
                        row.getBoolean("codes"),
                        row.getBoolean("practised"),
                        Optional.ofNullable(row.getObject("practice", UUID.class)),
                        row.getBoolean("begun")))
                .single();
    }
}
