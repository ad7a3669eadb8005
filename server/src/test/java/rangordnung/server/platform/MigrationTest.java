package rangordnung.server.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.UUID;
import javax.sql.DataSource;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.FlywayException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.postgresql.ds.PGSimpleDataSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.core.env.Environment;
import org.springframework.jdbc.core.simple.JdbcClient;
import rangordnung.core.protocol.Conditions;
import rangordnung.core.record.Fact;
import rangordnung.server.ServerTest;
import tools.jackson.databind.json.JsonMapper;

/** A database of the version before, with what it held, opens under this one and says the same. */
class MigrationTest extends ServerTest {

    private static final UUID ORGANISATION = UUID.randomUUID();

    @Autowired
    private Environment environment;

    @Autowired
    private JsonMapper json;

    private final String schema = "before_" + UUID.randomUUID().toString().replace("-", "");
    private JdbcClient old;
    private DataSource source;

    @BeforeEach
    void theFirstVersion() {
        jdbc.sql("create schema " + schema).update();
        PGSimpleDataSource connection = new PGSimpleDataSource();
        connection.setUrl(environment.getRequiredProperty("spring.datasource.url"));
        connection.setUser(environment.getRequiredProperty("spring.datasource.username"));
        connection.setPassword(environment.getRequiredProperty("spring.datasource.password"));
        connection.setCurrentSchema(schema);
        source = connection;
        old = JdbcClient.create(source);
        migrate("1");
        old.sql("insert into organisation values (?, 'Old', now())")
                .param(ORGANISATION)
                .update();
    }

    @AfterEach
    void away() {
        jdbc.sql("drop schema " + schema + " cascade").update();
    }

    private void migrate(String version) {
        Flyway.configure()
                .dataSource(source)
                .schemas(schema)
                .locations("classpath:db/migration")
                .target(version)
                .load()
                .migrate();
    }

    /** A newer version comes whole or not at all, wherever it is killed. */
    @Test
    void a_change_that_breaks_off_in_the_middle_leaves_the_old_schema(@TempDir Path later) throws IOException {
        assertThat(environment.getRequiredProperty("spring.flyway.group")).isEqualTo("true");
        Files.writeString(later.resolve("V998__first.sql"), "create table later (id integer);");
        Files.writeString(later.resolve("V999__second.sql"), "select 1 / 0;");
        migrate("latest");
        assertThatThrownBy(() -> Flyway.configure()
                        .dataSource(source)
                        .schemas(schema)
                        .locations("classpath:db/migration", "filesystem:" + later)
                        .group(true)
                        .load()
                        .migrate())
                .isInstanceOf(FlywayException.class);
        assertThat(old.sql("select count(*) from flyway_schema_history where version in ('998', '999')")
                        .query(Integer.class)
                        .single())
                .isZero();
        assertThat(old.sql("select to_regclass('later') is null")
                        .query(Boolean.class)
                        .single())
                .isTrue();
    }

    /** Whoever was a lead for longest becomes the owner. */
    @Test
    void every_organisation_gets_an_owner() {
        migrate("12");
        for (String lead : new String[] {"second 2026-03-01", "first 2026-02-01", "left 2026-01-01"}) {
            old.sql(
                            "insert into account (id, organisation_id, login, name, role, password_hash, created_at, disabled_at)"
                                    + " values (gen_random_uuid(), ?, ?, 'L', 'LEAD', '-', ?::timestamptz, ?::timestamptz)")
                    .params(
                            ORGANISATION,
                            lead.split(" ")[0],
                            lead.split(" ")[1],
                            lead.startsWith("left") ? "2026-04-01" : null)
                    .update();
        }
        migrate("latest");
        assertThat(old.sql("select login from account where role = 'OWNER'")
                        .query(String.class)
                        .list())
                .containsExactly("first");
    }

    private UUID fact(String body) {
        UUID account = UUID.randomUUID();
        UUID team = UUID.randomUUID();
        UUID athlete = UUID.randomUUID();
        UUID screening = UUID.randomUUID();
        UUID fact = UUID.randomUUID();
        old.sql("insert into account values (?, ?, ?, 'Lead', 'LEAD', 'hash', now())")
                .params(account, ORGANISATION, account.toString())
                .update();
        old.sql("insert into team values (?, ?, ?, 'CLASS', 0)")
                .params(team, ORGANISATION, team.toString())
                .update();
        old.sql(
                        "insert into athlete (id, organisation_id, team_id, given_name, family_name, clearance, version) values (?, ?, ?, 'Ada', '', 'CLEARED', 0)")
                .params(athlete, ORGANISATION, team)
                .update();
        old.sql(
                        "insert into protocol_version values (?, ?, ?, 1, '{\"tests\":[{\"id\":\"squat\",\"heelsExempt\":false},{\"id\":\"hold\",\"heelsExempt\":true}]}', now())")
                .params(UUID.randomUUID(), ORGANISATION, screening.toString())
                .update();
        old.sql("insert into screening values (?, ?, ?, 'S', current_date, ?, 1, now())")
                .params(screening, ORGANISATION, team, screening.toString())
                .update();
        old.sql(
                        "insert into fact (id, organisation_id, screening_id, athlete_id, body, author_id, device_at, received_at) values (?, ?, ?, ?, ?::jsonb, ?, now(), now())")
                .params(fact, ORGANISATION, screening, athlete, body, account)
                .update();
        return fact;
    }

    private Fact read(UUID fact) {
        return json.readValue(
                old.sql("select body::text from fact where id = ?")
                        .param(fact)
                        .query(String.class)
                        .single(),
                Fact.class);
    }

    @Test
    void an_old_trial_keeps_its_conditions_and_its_aids() {
        UUID trial = UUID.randomUUID();
        UUID plain = fact(
                "{\"kind\":\"trialOpened\",\"trial\":\"%s\",\"test\":\"overhead-squat\",\"conditions\":{\"aids\":[],\"shoes\":true,\"archAssisted\":true,\"oneSideTreated\":false}}"
                        .formatted(trial));
        UUID aided = fact(
                "{\"kind\":\"trialOpened\",\"trial\":\"%s\",\"test\":\"overhead-squat\",\"conditions\":{\"aids\":[\"HEEL_PLATE\"],\"shoes\":false,\"archAssisted\":false,\"oneSideTreated\":false}}"
                        .formatted(trial));
        UUID mark = fact(
                "{\"kind\":\"marked\",\"trial\":\"%s\",\"criterion\":\"arch\",\"side\":\"LEFT\",\"grade\":\"SLIGHT\"}"
                        .formatted(trial));
        migrate("3");

        assertThat(((Fact.TrialOpened) read(plain)).conditions())
                .returns(true, Conditions::shoes)
                .returns(true, Conditions::archAssisted)
                .satisfies(c -> assertThat(c.aids()).isEmpty());
        assertThat(((Fact.TrialOpened) read(aided)).conditions().aids())
                .containsExactly(Conditions.Aid.of(Conditions.Kind.HEEL_PLATE));
        assertThat(read(mark)).isInstanceOf(Fact.Marked.class);
        assertThatThrownBy(() -> old.sql("update fact set body = '{}'").update())
                .as("append-only again")
                .hasMessageContaining("append-only");
    }

    @Test
    void an_old_protocol_says_the_same_of_its_heels() {
        fact("{\"kind\":\"attended\",\"attendance\":\"PRESENT\"}");
        migrate("2");

        assertThat(old.sql("select body::text from protocol_version")
                        .query(String.class)
                        .single())
                .contains("\"heels\": \"JUDGED\"", "\"heels\": \"EXEMPT\"")
                .doesNotContain("heelsExempt");
    }

    /** An own version under a shipped name would stand where the next shipped one belongs. */
    @Test
    void own_protocols_get_ids_of_their_own_with_their_screenings_and_stations_their_names_in_both_languages() {
        UUID team = UUID.randomUUID();
        UUID screening = UUID.randomUUID();
        migrate("3");
        old.sql("insert into team values (?, ?, 'T', 'CLASS', 0)")
                .params(team, ORGANISATION)
                .update();
        for (int version : new int[] {3, 4}) {
            old.sql(
                            "insert into protocol_version values (?, ?, 'standard-floor', ?, '{\"id\":\"standard-floor\",\"tests\":[]}', now())")
                    .params(UUID.randomUUID(), ORGANISATION, version)
                    .update();
        }
        old.sql("insert into screening values (?, ?, ?, 'S', current_date, 'standard-floor', 4, now())")
                .params(screening, ORGANISATION, team)
                .update();
        old.sql(
                        "insert into hall_plan values (?, ?, '{\"stations\":[{\"id\":\"a\",\"name\":\"Door\"},{\"id\":\"b\",\"name\":\"Squat\"}]}', 0)")
                .params(screening, ORGANISATION)
                .update();
        migrate("4");

        assertThat(old.sql(
                                "select protocol_id || '/' || version || ' ' || (body ->> 'id') from protocol_version order by version")
                        .query(String.class)
                        .list())
                .containsExactly("standard-floor/3 standard-floor", "own-standard-floor/4 own-standard-floor");
        assertThat(old.sql("select protocol_id || '/' || protocol_version from screening")
                        .query(String.class)
                        .single())
                .isEqualTo("own-standard-floor/4");
        assertThat(old.sql(
                                "select body #>> '{stations,0,name,en}' || ' ' || (body #>> '{stations,1,name,de}') from hall_plan")
                        .query(String.class)
                        .single())
                .isEqualTo("Door Squat");
    }
}
