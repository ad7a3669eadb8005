package rangordnung.server.measuring;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.charset.StandardCharsets;
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

class MeasuringTest extends ServerTest {

    private static final String SIMULATION =
            """
            {"exercise":"SQUAT","stature":175,"ankle":40,"arms":"OVERHEAD","working":"LEFT","repetitions":3,"tempo":{"standing":1,"descent":1.2,"pause":0.5,"ascent":1},
            "depth":0,"turnOut":0,"faults":{"kneeIn":{"left":{"descent":0,"bottom":0,"ascent":0},"right":{"descent":0,"bottom":%s,"ascent":0}},"heelRise":{"left":%s,"right":0},
            "drift":0,"obliquity":0,"tuck":0,"tuckOnset":20,"trunk":0,"hipsFirst":0,"wobble":0,"armsFall":0,"turnsOut":0},"plane":"%s","rate":30,"noise":0.2,"near":"LEFT","seed":4}""";

    private Client lead;
    private Hall hall;
    private String athlete;
    private UUID trial;

    @BeforeEach
    void hall() {
        lead = lead();
        hall = hall(lead, FLOOR, "Ada");
        athlete = hall.athlete();
        trial = UUID.randomUUID();
    }

    private String clip(String plane, double kneeIn, double heel) {
        return lead.post("/api/measuring/simulation", SIMULATION.formatted(kneeIn, heel, plane))
                .ok()
                .body()
                .get("clip")
                .toString();
    }

    private JsonNode measured(String clip, String source) {
        return lead.post(
                        "/api/measuring/report",
                        """
                {"clip":%s,"about":{"stature":175,"screening":"%s","test":"overhead-squat"},"trial":"%s","source":"%s"}"""
                                .formatted(clip, hall.screening(), trial, source))
                .ok()
                .body();
    }

    private void send(String... facts) {
        List<String> sent = new ArrayList<>();
        for (String fact : facts) {
            sent.add("{\"id\":\"%s\",\"athlete\":\"%s\",\"at\":\"2026-11-09T08:00:00Z\",\"fact\":%s}"
                    .formatted(UUID.randomUUID(), athlete, fact));
        }
        lead.post("/api/screenings/" + hall.screening() + "/facts", "{\"facts\":[" + String.join(",", sent) + "]}")
                .ok();
    }

    private void open() {
        send(
                "{\"kind\":\"trialOpened\",\"trial\":\"%s\",\"test\":\"overhead-squat\",\"conditions\":{\"load\":{\"position\":\"NONE\",\"kilograms\":0},\"arms\":\"OVERHEAD\",\"shoes\":false,\"turnOut\":{},\"aids\":[],\"archAssisted\":false}}"
                        .formatted(trial));
    }

    private JsonNode criterion(String id) {
        for (JsonNode c : lead.get("/api/screenings/" + hall.screening() + "/results/" + athlete)
                .ok()
                .body()
                .at("/tests/0/criteria")) {
            if (c.get("criterion").stringValue().equals(id)) {
                return c;
            }
        }
        throw new AssertionError("no criterion " + id);
    }

    /**
     * Simulated, measured, sent and judged: 30 % inside is marked. The network's noise is twice that of a file, and then the
     * anchor's range has no room for four grades.
     */
    @ParameterizedTest
    @CsvSource({
        "SIMULATED, 1, MEASURED_AGAINST_ANCHORS",
        "POSE, 2, MEASURED_SEEN_OR_NOT",
        "MARKED, 1.25, MEASURED_AGAINST_ANCHORS"
    })
    void a_measured_clip_is_judged_with_the_noise_of_its_source(String source, double factor, String rule) {
        JsonNode said = measured(clip("FRONT", 30, 0), source);
        assertThat(said.at("/report/repetitions").size()).isEqualTo(3);
        open();
        said.get("facts").forEach(fact -> send(fact.toString()));

        JsonNode knee = criterion("knee-line");
        assertThat(knee.at("/findings/left/grade").stringValue()).isEqualTo("NONE");
        assertThat(knee.at("/findings/right/grade").stringValue())
                .isIn(rule.equals("MEASURED_SEEN_OR_NOT") ? List.of("SLIGHT") : List.of("MARKED", "SEVERE"));
        assertThat(knee.at("/findings/right/sem").doubleValue()).isCloseTo(factor * 6 / 40, within(0.02));
        assertThat(knee.at("/findings/right/origin/rule").stringValue()).isEqualTo(rule);
        assertThat(knee.get("told")).anySatisfy(t -> {
            assertThat(t.get("measure").stringValue()).isEqualTo("knee-to-foot-offset");
            assertThat(t.get("source").stringValue()).isEqualTo(source);
        });
    }

    /** Depth is stored as an angle and held against the school's target: 0 degrees reaches parallel, not below it. */
    @Test
    void a_depth_is_judged_against_the_target_of_the_school() {
        JsonNode said = measured(clip("SIDE", 0, 0), "SIMULATED");
        open();
        said.get("facts").forEach(fact -> send(fact.toString()));
        assertThat(criterion("depth").at("/findings/left/grade").stringValue()).isEqualTo("NONE");
        assertThat(criterion("descent").get("told"))
                .anySatisfy(t -> assertThat(t.get("measure").stringValue()).isEqualTo("tempo-descent"));
    }

    @Test
    void lifted_heels_that_were_measured_void_what_stands_above_them() {
        JsonNode said = measured(clip("SIDE", 0, 3.5), "LANDMARK_FILE");
        open();
        said.get("facts").forEach(fact -> send(fact.toString()));
        assertThat(criterion("heels").at("/findings/left/grade").stringValue()).isEqualTo("SEVERE");
        assertThat(criterion("depth").at("/findings/left/reason").stringValue()).isEqualTo("HEELS_UP");
    }

    @Test
    void a_clip_is_written_read_with_its_mapping_and_refused_where_it_is_broken() {
        String clip = clip("SIDE", 0, 0);
        byte[] csv = lead.post("/api/measuring/export?format=CSV", clip).ok().bytes();
        Client.Answer read =
                lead.stream("/api/measuring/file?plane=SIDE&facing=RIGHT", csv).ok();
        assertThat(read.text("/format")).isEqualTo("CSV");
        assertThat(read.text("/mapping/left-knee")).isEqualTo("LEFT_KNEE");
        Client.Answer mapped = lead.stream(
                        "/api/measuring/file?plane=SIDE&facing=RIGHT&mapped=left-knee=RIGHT_KNEE", csv)
                .ok();
        assertThat(mapped.body().at("/clip/paths").size()).isEqualTo(1);
        assertThat(mapped.text("/clip/paths/0/landmark")).isEqualTo("RIGHT_KNEE");
        Client.Answer broken = lead.stream(
                        "/api/measuring/file?plane=SIDE&facing=RIGHT",
                        "time,left-hip.x,left-hip.z\n0,1,x\n".getBytes(StandardCharsets.UTF_8))
                .problem(400, "file-not-number");
        assertThat(broken.text("/place")).contains("line 2");
        lead.stream("/api/measuring/file?plane=SIDE&facing=RIGHT", new byte[] {0, 1, 2, 3})
                .problem(400, "unknown-format");
        lead.post("/api/measuring/export?format=COCO", clip.replace("\"SIDE\"", "\"SPACE\""))
                .problem(400, "uneven-clip");
    }

    @Test
    void a_test_of_one_leg_needs_to_know_which() {
        String ask =
                """
                {"clip":%s,"about":{"screening":"%s","test":"split-squat"%s},"trial":"%s","source":"SIMULATED"}""";
        String clip = clip("SIDE", 0, 0);
        lead.post("/api/measuring/report", ask.formatted(clip, hall.screening(), "", trial))
                .problem(400, "working-leg-missing");
        lead.post("/api/measuring/report", ask.formatted(clip, hall.screening(), ",\"working\":\"LEFT\"", trial))
                .ok();
    }

    @Test
    void two_scales_by_file_count_as_what_a_rater_would_have_read() {
        String csv = lead.post(
                        "/api/measuring/device/simulation",
                        "{\"device\":\"SCALES\",\"size\":60,\"kilograms\":50,\"seed\":3}")
                .ok()
                .text("/csv");
        Client.Answer said = lead.post(
                        "/api/measuring/device",
                        "{\"device\":\"SCALES\",\"csv\":%s,\"trial\":\"%s\"}".formatted(quoted(csv), trial))
                .ok();
        assertThat(said.body().at("/scales/share").doubleValue()).isCloseTo(60, within(0.5));
        lead.post(
                        "/api/measuring/device",
                        "{\"device\":\"PLATE\",\"csv\":\"time,x,y\\n0,1,2\\n\",\"trial\":\"%s\"}".formatted(trial))
                .problem(400, "file-without-frames");
        String plate = lead.post(
                        "/api/measuring/device/simulation",
                        "{\"device\":\"PLATE\",\"size\":1,\"kilograms\":50,\"seed\":3}")
                .ok()
                .text("/csv");
        Client.Answer sway = lead.post(
                        "/api/measuring/device",
                        "{\"device\":\"PLATE\",\"csv\":%s,\"screening\":\"%s\",\"test\":\"timed-stance\",\"working\":\"LEFT\",\"trial\":\"%s\"}"
                                .formatted(quoted(plate), hall.screening(), trial))
                .ok();
        assertThat(sway.body().get("facts"))
                .extracting(f -> f.get("measure").stringValue())
                .containsExactly("sway-velocity", "sway-area");
    }

    private static String quoted(String text) {
        return "\"" + text.replace("\n", "\\n") + "\"";
    }

    /** The body model starts from the roster and the wall test, and its lengths become evidence. */
    @Test
    void a_body_that_cannot_get_there_is_evidence() {
        athlete = lead.post(
                        "/api/teams/" + hall.team() + "/athletes",
                        "{\"givenName\":\"Lanky\",\"familyName\":\"\",\"heightCm\":175,\"clearance\":\"CLEARED\"}")
                .ok()
                .text("/id");
        UUID wall = UUID.randomUUID();
        send(
                "{\"kind\":\"trialOpened\",\"trial\":\"%s\",\"test\":\"wall-test\",\"conditions\":{\"load\":{\"position\":\"NONE\",\"kilograms\":0},\"arms\":\"AS_IN_TEST\",\"shoes\":false,\"turnOut\":{},\"aids\":[],\"archAssisted\":false}}"
                        .formatted(wall));
        for (String side : List.of("LEFT", "RIGHT")) {
            send(
                    "{\"kind\":\"measured\",\"trial\":\"%s\",\"criterion\":\"wall\",\"side\":\"%s\",\"measure\":\"%s\",\"repetition\":1,\"value\":11,\"confidence\":1}"
                            .formatted(wall, side, wallPart()));
        }
        Client.Answer start = lead.get("/api/screenings/" + hall.screening() + "/results/" + athlete + "/body")
                .ok();
        assertThat(start.body().at("/ankle/left").doubleValue()).isCloseTo(36.2, within(0.05));
        String asked =
                "{\"stature\":175,\"shank\":39.5,\"thigh\":48.5,\"ankle\":{\"left\":36.2,\"right\":36.2},\"hip\":130,\"arms\":\"OVERHEAD\",\"place\":\"NONE\",\"load\":0,\"plate\":0,\"target\":0}";
        Client.Answer said = lead.post("/api/body-model", asked).ok();
        assertThat(said.body().at("/answers/left/reaches").booleanValue()).isFalse();
        lead.post("/api/body-model", asked.replace("\"stature\":175", "\"stature\":17"))
                .problem(400, "invalid");

        open();
        send(
                "{\"kind\":\"marked\",\"trial\":\"%s\",\"criterion\":\"depth\",\"grade\":\"MARKED\"}".formatted(trial),
                "{\"kind\":\"bodyMeasured\",\"shank\":39.5,\"thigh\":48.5,\"trunk\":50.4,\"hip\":130}");
        String links = lead.get("/api/screenings/" + hall.screening() + "/results/" + athlete)
                .ok()
                .body()
                .get("links")
                .toString();
        assertThat(links).contains("\"of\":\"BODY_MODEL\"");
        lead.post(
                        "/api/screenings/" + hall.screening() + "/facts",
                        """
                {"facts":[{"id":"%s","athlete":"%s","at":"2026-11-09T08:00:00Z","fact":{"kind":"bodyMeasured","shank":4}}]}"""
                                .formatted(UUID.randomUUID(), athlete))
                .problem(400, "out-of-range");
    }

    private String wallPart() {
        for (JsonNode c :
                lead.get("/api/protocols/standard-floor/6").ok().body().at("/tests/3/criteria")) {
            if (c.get("id").stringValue().equals("wall")) {
                return c.at("/gauge/parts/0/id").stringValue();
            }
        }
        throw new AssertionError("no wall test");
    }
}
