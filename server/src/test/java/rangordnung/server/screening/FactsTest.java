package rangordnung.server.screening;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;

class FactsTest extends ServerTest {

    private Client lead;
    private String screening;
    private String athlete;

    @BeforeEach
    void screening() {
        lead = lead();
        Hall hall = hall(lead, 1, "Ada Grün");
        athlete = hall.athlete();
        screening = hall.screening();
    }

    private String fact(UUID id, String body) {
        return "{\"id\":\"%s\",\"athlete\":\"%s\",\"at\":\"2026-11-09T08:00:00Z\",\"fact\":%s}"
                .formatted(id, athlete, body);
    }

    private Client.Answer send(String... facts) {
        return lead.post("/api/screenings/" + screening + "/facts", "{\"facts\":[" + String.join(",", facts) + "]}");
    }

    private long kept() {
        return jdbc.sql("select count(*) from fact where screening_id = :s")
                .param("s", UUID.fromString(screening))
                .query(Long.class)
                .single();
    }

    private static String opened(UUID trial) {
        return "{\"kind\":\"trialOpened\",\"trial\":\"%s\",\"test\":\"overhead-squat\",\"conditions\":{\"load\":{\"position\":\"NONE\",\"kilograms\":0},\"arms\":\"AS_IN_TEST\",\"shoes\":false,\"turnOut\":{},\"aids\":[],\"archAssisted\":false}}"
                .formatted(trial);
    }

    private static String marked(UUID trial, String criterion, String side, String grade) {
        return "{\"kind\":\"marked\",\"trial\":\"%s\",\"criterion\":\"%s\"%s,\"grade\":\"%s\"}"
                .formatted(trial, criterion, side.isEmpty() ? "" : ",\"side\":\"" + side + "\"", grade);
    }

    private static String closed(UUID trial, String view) {
        return "{\"kind\":\"viewClosed\",\"trial\":\"%s\",\"view\":\"%s\",\"repetitions\":5}".formatted(trial, view);
    }

    @Test
    void facts_become_results_and_sending_them_twice_changes_nothing() {
        UUID trial = UUID.randomUUID();
        String[] facts = {
            fact(UUID.randomUUID(), opened(trial)),
            fact(UUID.randomUUID(), marked(trial, "knee-line", "LEFT", "MARKED")),
            fact(UUID.randomUUID(), closed(trial, "FRONT")),
            fact(UUID.randomUUID(), closed(trial, "SIDE"))
        };
        assertThat(send(facts).ok().body().get("added").intValue()).isEqualTo(4);
        assertThat(send(facts).ok().body().get("known").intValue()).isEqualTo(4);
        assertThat(kept()).isEqualTo(4);

        Client.Answer strips =
                lead.get("/api/screenings/" + screening + "/results").ok();
        assertThat(strips.text("/strips/0/cells/0/left")).isEqualTo("MARKED");
        assertThat(strips.body().at("/strips/0/index/value").doubleValue()).isEqualTo(83.3);
        Client.Answer one =
                lead.get("/api/screenings/" + screening + "/results/" + athlete).ok();
        assertThat(one.text("/proposal/focus")).isEqualTo("KNEE_CONTROL");
        assertThat(one.text("/tests/0/criteria/0/findings/left/origin/trial")).isEqualTo(trial.toString());
        assertThat(one.text("/tests/0/criteria/0/findings/left/origin/thresholds/0/label"))
                .isEqualTo("HC");
        assertThat(jdbc.sql(
                                "select count(*) from access_log where athlete_id = :a and action like 'GET %/results/{athlete}'")
                        .param("a", UUID.fromString(athlete))
                        .query(Long.class)
                        .single())
                .isEqualTo(1);
    }

    /** Numbers are given before a transaction ends, so that what was written earlier may be seen later. */
    @Test
    void what_comes_in_late_though_it_was_written_before_is_judged_too() {
        UUID trial = UUID.randomUUID();
        send(fact(UUID.randomUUID(), opened(trial)), fact(UUID.randomUUID(), closed(trial, "FRONT")))
                .ok();
        assertThat(left("knee-line")).isEqualTo("NONE");
        long early = jdbc.sql("select nextval(pg_get_serial_sequence('fact', 'sequence'))")
                .query(Long.class)
                .single();
        send(fact(UUID.randomUUID(), marked(trial, "arch", "LEFT", "SLIGHT"))).ok();
        assertThat(left("arch")).isEqualTo("SLIGHT");

        jdbc.sql(
                        """
                        insert into fact (id, organisation_id, screening_id, athlete_id, body, author_id, device_at, received_at, sequence)
                        overriding system value
                        select gen_random_uuid(), organisation_id, screening_id, athlete_id, cast(:body as jsonb), author_id, now(), now(), :early
                        from fact where screening_id = :screening limit 1""")
                .param("body", marked(trial, "knee-line", "LEFT", "MARKED"))
                .param("early", early)
                .param("screening", UUID.fromString(screening))
                .update();
        assertThat(left("knee-line")).isEqualTo("MARKED");
        assertThat(left("arch")).isEqualTo("SLIGHT");
    }

    /** What the strips say of the left side of a criterion of the squat. */
    private String left(String criterion) {
        Client.Answer strips =
                lead.get("/api/screenings/" + screening + "/results").ok();
        int column = 0;
        while (!strips.text("/columns/" + column + "/criterion").equals(criterion)) {
            column++;
        }
        return strips.text("/strips/0/cells/" + column + "/left");
    }

    @Test
    void the_same_delivery_from_many_at_once_arrives_once() throws Exception {
        UUID trial = UUID.randomUUID();
        String[] facts = {fact(UUID.randomUUID(), opened(trial)), fact(UUID.randomUUID(), closed(trial, "FRONT"))};
        ExecutorService threads = Executors.newFixedThreadPool(6);
        List<Callable<Integer>> deliveries = IntStream.range(0, 12)
                .<Callable<Integer>>mapToObj(
                        i -> () -> send(facts).ok().body().get("added").intValue())
                .toList();
        int added = 0;
        for (Future<Integer> delivery : threads.invokeAll(deliveries)) {
            added += delivery.get();
        }
        threads.shutdown();

        assertThat(added).isEqualTo(2);
        assertThat(kept()).isEqualTo(2);
    }

    @Test
    void a_delivery_is_taken_whole_or_not_at_all() {
        UUID trial = UUID.randomUUID();
        send(
                        fact(UUID.randomUUID(), opened(trial)),
                        fact(UUID.randomUUID(), marked(trial, "no-such-thing", "LEFT", "SLIGHT")))
                .problem(400, "unknown-criterion");
        assertThat(kept()).isZero();
    }

    @ParameterizedTest
    @CsvSource({
        "knee-line, '', SLIGHT, side-mismatch",
        "depth, LEFT, SLIGHT, side-mismatch",
        "drift, '', SLIGHT, side-mismatch",
        "elbows, LEFT, SLIGHT, unknown-criterion",
        "knee-line, LEFT, AWFUL, unreadable"
    })
    void what_the_protocol_does_not_know_is_refused(String criterion, String side, String grade, String code) {
        send(fact(UUID.randomUUID(), marked(UUID.randomUUID(), criterion, side, grade)))
                .problem(400, code);
    }

    @Test
    void a_phase_that_the_protocol_does_not_ask_for_is_refused() {
        send(fact(UUID.randomUUID(), marked(UUID.randomUUID(), "knee-line", "LEFT", "SLIGHT\",\"phase\":\"ASCENT")))
                .problem(400, "unknown-phase");
        assertThat(kept()).isZero();
    }

    @Test
    void an_id_is_never_used_for_two_facts_and_a_fact_is_never_rewritten() {
        UUID id = UUID.randomUUID();
        UUID trial = UUID.randomUUID();
        send(fact(id, marked(trial, "arch", "LEFT", "SLIGHT"))).ok();

        send(fact(id, marked(trial, "arch", "LEFT", "SEVERE"))).problem(409, "fact-id-reused");
        assertThatThrownBy(() -> jdbc.sql("update fact set body = '{}' where id = :id")
                        .param("id", id)
                        .update())
                .hasMessageContaining("append-only");
        send(fact(UUID.randomUUID(), "{\"kind\":\"withdrawn\"}")).problem(400, "nothing-withdrawn");
    }

    @Test
    void erasing_an_athlete_leaves_no_fact_behind() {
        send(fact(UUID.randomUUID(), opened(UUID.randomUUID()))).ok();
        lead.delete("/api/athletes/" + athlete).ok();

        assertThat(kept()).isZero();
        assertThat(lead.get("/api/screenings/" + screening + "/results")
                        .ok()
                        .body()
                        .get("strips"))
                .isEmpty();
    }
}
