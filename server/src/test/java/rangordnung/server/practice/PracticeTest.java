package rangordnung.server.practice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;
import tools.jackson.databind.JsonNode;

/** A rater practises at simulated athletes: what is sent is held against what is known, and kept. */
class PracticeTest extends ServerTest {

    private static final String SQUAT = "overhead-squat";
    private static final int SEED = 7;

    private Client lead;
    private String practice;

    @BeforeEach
    void screening() {
        lead = lead();
        practice = "/api/screenings/" + hall(lead, FLOOR, "Ada Grün").screening() + "/practice";
    }

    private JsonNode drill(String test, int seed) {
        return lead.get(practice + "/tests/" + test + "?seed=" + seed).ok().body();
    }

    private static List<String> athletes(JsonNode drill) {
        List<String> ids = new ArrayList<>();
        drill.get("athletes").forEach(a -> ids.add(a.get("id").stringValue()));
        return ids;
    }

    private static String sent(String athlete, String fact) {
        return "{\"id\":\"%s\",\"athlete\":\"%s\",\"at\":\"2026-11-09T08:00:00Z\",\"fact\":%s}"
                .formatted(UUID.randomUUID(), athlete, fact);
    }

    private static List<String> closed(List<String> athletes) {
        List<String> facts = new ArrayList<>();
        for (String athlete : athletes) {
            for (String view : List.of("FRONT", "SIDE")) {
                facts.add(sent(
                        athlete,
                        "{\"kind\":\"viewClosed\",\"trial\":\"%s\",\"view\":\"%s\",\"repetitions\":5}"
                                .formatted(new UUID(0, 1), view)));
            }
        }
        return facts;
    }

    private Client.Answer done(UUID id, String test, int seed, List<String> facts) {
        return lead.post(
                practice,
                "{\"id\":\"%s\",\"test\":\"%s\",\"seed\":%d,\"facts\":[%s]}"
                        .formatted(id, test, seed, String.join(",", facts)));
    }

    @Test
    void what_was_missed_is_told_and_whoever_then_sets_it_is_right_everywhere() {
        JsonNode drill = drill(SQUAT, SEED);
        List<String> athletes = athletes(drill);
        assertThat(athletes).hasSize(6);
        assertThat(drill.toString())
                .as("nothing of what is known goes to a phone before the end")
                .doesNotContain("SLIGHT", "MARKED", "SEVERE");

        JsonNode nothing =
                done(UUID.randomUUID(), SQUAT, SEED, closed(athletes)).ok().body();
        int faults = nothing.at("/score/faults").intValue();
        assertThat(faults).isPositive().isEqualTo(nothing.at("/score/missed").intValue());
        assertThat(nothing.at("/score/watch/tendency").stringValue()).isEqualTo("OVERLOOKED");

        List<String> facts = new ArrayList<>();
        for (int i = 0; i < athletes.size(); i++) {
            for (JsonNode known : nothing.at("/compared/" + i)) {
                String grade = known.get("first").stringValue();
                if (!grade.equals("NONE")) {
                    String side = known.has("side")
                            ? ",\"side\":\"" + known.get("side").stringValue() + "\""
                            : "";
                    facts.add(sent(
                            athletes.get(i),
                            "{\"kind\":\"marked\",\"trial\":\"%s\",\"criterion\":\"%s\"%s,\"grade\":\"%s\"}"
                                    .formatted(
                                            new UUID(0, 1),
                                            known.get("criterion").stringValue(),
                                            side,
                                            grade)));
                }
            }
        }
        assertThat(facts).hasSize(faults);
        facts.addAll(closed(athletes));
        UUID id = UUID.randomUUID();
        JsonNode right = done(id, SQUAT, SEED, facts).ok().body();
        assertThat(right.at("/score/agreement/percent").doubleValue()).isCloseTo(100, within(1e-9));
        assertThat(right.at("/score/strength").stringValue()).isEqualTo("ALMOST_PERFECT");
        assertThat(done(id, SQUAT, SEED, List.of()).ok().body())
                .as("sent twice, nothing changes")
                .isEqualTo(right);

        JsonNode practisers = lead.get(practice).ok().body();
        assertThat(practisers).hasSize(1);
        assertThat(practisers.at("/0/name").stringValue()).isEqualTo("Test Lead");
        assertThat(practisers.at("/0/practices").intValue()).isGreaterThan(1);
        assertThat(jdbc.sql("select count(*) from fact where athlete_id = ?")
                        .param(UUID.fromString(athletes.get(0)))
                        .query(Long.class)
                        .single())
                .as("practice is nobody's screening")
                .isZero();
    }

    @Test
    void what_a_skeleton_shows_can_be_practised_and_only_that() {
        JsonNode tests = lead.get(practice + "/tests").ok().body();
        assertThat(tests.toString()).isEqualTo("[\"overhead-squat\",\"split-squat\",\"sit-to-stand\"]");
        JsonNode lunge = drill("split-squat", 1);
        assertThat(lunge.at("/athletes/0/performances"))
                .as("each leg in front, from the front and from the side")
                .hasSize(4);
        assertThat(lunge.at("/criteria").toString()).isEqualTo("[\"knee-line\",\"drop\",\"front-heel\"]");
        assertThat(drill(SQUAT, SEED)).isEqualTo(drill(SQUAT, SEED)).isNotEqualTo(drill(SQUAT, SEED + 1));
    }

    @ParameterizedTest
    @CsvSource({
        "wall-test, 1, 404, not-found",
        "nothing, 1, 404, not-found",
        "overhead-squat, -1, 400, bad-address",
        "overhead-squat, x, 400, bad-address"
    })
    void a_drill_that_cannot_be_is_refused(String test, String seed, int status, String code) {
        lead.get(practice + "/tests/" + test + "?seed=" + seed).problem(status, code);
    }

    @Test
    void marks_of_anybody_else_and_broken_ones_are_refused_and_nothing_is_kept() {
        long before = count();
        done(UUID.randomUUID(), SQUAT, SEED, closed(List.of(UUID.randomUUID().toString())))
                .problem(400, "unknown-athlete");
        done(UUID.randomUUID(), "wall-test", SEED, List.of()).problem(404, "not-found");
        done(UUID.randomUUID(), SQUAT, SEED, List.of("{\"kind\":\"marked\"}")).problem(400, "missing");
        assertThat(done(UUID.randomUUID(), SQUAT, SEED, List.of()).ok().body().has("score"))
                .as("nothing graded, nothing told")
                .isFalse();
        assertThat(count()).isEqualTo(before);
    }

    private long count() {
        return jdbc.sql("select count(*) from practice").query(Long.class).single();
    }
}
