package rangordnung.server.privacy;

import java.time.Clock;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * All that is kept about one athlete. Every table that names athletes is asked, also one that is added later, so that
 * nothing can be forgotten.
 */
@Service
class Everything {

    /** Rows by table that refer to an athlete; foreign keys tell which. */
    private static final String TABLES =
            """
            select c.conrelid::regclass::text as name, a.attname as field
            from pg_constraint c join pg_attribute a on a.attrelid = c.conrelid and a.attnum = c.conkey[1]
            where c.contype = 'f' and c.confrelid = 'athlete'::regclass
            union select 'access_log', 'athlete_id'
            order by 1""";

    private final JdbcClient jdbc;
    private final JsonMapper json;
    private final Clock clock;

    Everything(JdbcClient jdbc, JsonMapper json, Clock clock) {
        this.jdbc = jdbc;
        this.json = json;
        this.clock = clock;
    }

    /**
     * What is kept about one athlete, as {@code docs/data.md} describes it.
     *
     * @param athlete    as the roster has them
     * @param screenings those in which something was written, by id
     * @param kept       rows of each table that tells something of the athlete, as they are kept
     */
    record Kept(
            String format,
            int version,
            Instant exportedAt,
            JsonNode athlete,
            Map<String, JsonNode> screenings,
            Map<String, List<JsonNode>> kept) {}

    private record Source(String table, String field) {}

    Kept of(UUID athlete) {
        UUID organisation = CurrentUser.required().organisation();
        JsonNode record = rows(
                        """
                select to_jsonb(a) - 'organisation_id' || jsonb_build_object('roster', t.name) from athlete a
                join team t on t.id = a.team_id where a.id = :athlete and a.organisation_id = :organisation""",
                        athlete,
                        organisation)
                .stream()
                .findFirst()
                .orElseThrow(() -> Problem.notFound("athlete"));
        Map<String, List<JsonNode>> kept = new LinkedHashMap<>();
        jdbc.sql(TABLES)
                .query((row, n) -> new Source(row.getString("name"), row.getString("field")))
                .list()
                .forEach(source -> {
                    List<JsonNode> rows = rows(
                            "select to_jsonb(t) - 'organisation_id' from " + source.table() + " t where t."
                                    + source.field()
                                    + " = :athlete and t.organisation_id = :organisation order by to_jsonb(t) -> 'sequence', t::text",
                            athlete,
                            organisation);
                    if (!rows.isEmpty()) {
                        kept.put(source.table(), rows);
                    }
                });
        Map<String, JsonNode> screenings = new LinkedHashMap<>();
        rows(
                        """
                select jsonb_build_object('id', s.id, 'name', s.name, 'heldOn', s.held_on, 'protocol', s.protocol_id,
                    'protocolVersion', s.protocol_version)
                from screening s where s.organisation_id = :organisation
                  and exists (select 1 from fact f where f.screening_id = s.id and f.athlete_id = :athlete)
                order by s.held_on""",
                        athlete,
                        organisation)
                .forEach(s -> screenings.put(s.get("id").stringValue(), s));
        return new Kept("rangordnung-athlete", 1, clock.instant(), record, screenings, kept);
    }

    private List<JsonNode> rows(String question, UUID athlete, UUID organisation) {
        return jdbc
                .sql(question)
                .param("athlete", athlete)
                .param("organisation", organisation)
                .query(String.class)
                .list()
                .stream()
                .map(json::readTree)
                .toList();
    }
}
