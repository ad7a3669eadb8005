package rangordnung.server.results;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;
import tools.jackson.databind.node.ObjectNode;

class SchoolsTest extends ServerTest {

    private Client lead;
    private String screening;
    private String athlete;

    @BeforeEach
    void screening() {
        lead = lead();
        Hall hall = hall(lead, FLOOR, "Ada");
        athlete = hall.athlete();
        screening = hall.screening();
    }

    private ObjectNode standardFloor() {
        return (ObjectNode) lead.get("/api/protocols/standard-floor/6").ok().body();
    }

    @Test
    void a_change_shows_whom_it_would_move_before_it_is_saved_and_never_rewrites_what_was_judged() {
        squat(lead, screening, athlete, "knee-line LEFT SLIGHT");
        ObjectNode tolerant = standardFloor();
        ((ObjectNode) tolerant.at("/policies/overheadKnee")).put("value", "TOLERATE_ONE_GRADE");

        Client.Answer preview = lead.post(
                        "/api/protocols/preview",
                        "{\"screening\":\"%s\",\"protocol\":%s}".formatted(screening, tolerant))
                .ok();
        assertThat(preview.text("/moved/0/name")).isEqualTo("Ada");
        assertThat(preview.text("/moved/0/grades/0/one")).isEqualTo("SLIGHT");
        assertThat(preview.text("/moved/0/grades/0/other")).isEqualTo("NONE");
        assertThat(preview.text("/moved/0/one/place/focus")).isEqualTo("KNEE_CONTROL");
        assertThat(preview.body().at("/moved/0/other/place").isMissingNode())
                .as("one test of four, and no fault: nothing to propose yet")
                .isTrue();

        Client.Answer own = lead.post("/api/protocols", tolerant.toString()).ok();
        assertThat(own.text("/id"))
                .as("a shipped name keeps its numbers for what will ship")
                .isEqualTo("own-standard-floor");
        int version = own.body().get("version").intValue();
        assertThat(lead.post("/api/protocols", own.body().toString())
                        .ok()
                        .body()
                        .get("version")
                        .intValue())
                .isEqualTo(version + 1);
        assertThat(standardFloor().at("/policies/overheadKnee/value").stringValue())
                .isEqualTo("STRICT");
        assertThat(lead.get("/api/screenings/" + screening + "/results").ok().text("/strips/0/cells/0/left"))
                .isEqualTo("SLIGHT");
        lead.put(
                        "/api/screenings/" + screening + "/protocol",
                        "{\"protocol\":\"own-standard-floor\",\"version\":%d}".formatted(version))
                .ok();
        assertThat(lead.get("/api/screenings/" + screening + "/results").ok().text("/strips/0/cells/0/left"))
                .isEqualTo("NONE");
    }

    @Test
    void two_schools_on_one_screening_stand_side_by_side() {
        squat(lead, screening, athlete, "heels LEFT MARKED", "knee-line RIGHT MARKED");
        Client.Answer compared = lead.get("/api/screenings/" + screening + "/schools?protocol=standard-floor&version=1")
                .ok();
        assertThat(compared.body().get("athletes").intValue()).isEqualTo(1);
        assertThat(compared.body().at("/moved").findValuesAsString("band"))
                .as("what only one judges moves nobody")
                .isEmpty();
        assertThat(compared.body().get("onlyOther")).isEmpty();
        assertThat(compared.body().at("/onlyOne").findValues("test")).isNotEmpty();
        lead.get("/api/screenings/" + screening + "/schools?protocol=nowhere&version=1")
                .problem(404, "not-found");
    }

    /** Every screening of those days, each against its own protocol; nothing of it is kept. */
    @Test
    void a_whole_season_is_judged_again_and_nothing_is_rewritten() {
        squat(lead, screening, athlete, "heels LEFT SLIGHT", "knee-line RIGHT SLIGHT");
        ObjectNode tolerant = standardFloor();
        ((ObjectNode) tolerant.at("/policies/overheadKnee")).put("value", "TOLERATE_ONE_GRADE");
        int version = lead.post("/api/protocols", tolerant.toString())
                .ok()
                .body()
                .get("version")
                .intValue();
        String path = "/api/schools/season?protocol=own-standard-floor&version=" + version + "&from=%s&to=%s";
        String held = lead.get("/api/screenings/" + screening + "/results").ok().text("/screening/heldOn");
        Client.Answer season = lead.get(path.formatted(held, held)).ok();
        assertThat(season.body().get("screenings")).isNotEmpty().anySatisfy(s -> {
            assertThat(s.at("/screening/id").stringValue()).isEqualTo(screening);
            assertThat(s.at("/compared/moved/0/name").stringValue()).isEqualTo("Ada");
            assertThat(s.at("/compared/moved/0/grades/0/other").stringValue()).isEqualTo("NONE");
        });
        assertThat(lead.get("/api/screenings/" + screening + "/results").ok().text("/strips/0/cells/0/right"))
                .isEqualTo("SLIGHT");
        assertThat(lead.get(path.formatted("1999-01-01", "1999-02-01"))
                        .ok()
                        .body()
                        .get("screenings"))
                .isEmpty();
        lead.get(path.formatted(held, "1999-01-01")).problem(400, "contradiction");
        lead.get(path.formatted("soon", held)).problem(400, "bad-address");
    }

    @Test
    void a_protocol_that_contradicts_itself_is_refused_in_words() {
        ObjectNode broken = standardFloor();
        ((ObjectNode) broken.at("/tests/0/criteria/0/weight")).put("value", 0);
        assertThat(lead.post("/api/protocols", broken.toString()).status()).isEqualTo(400);
    }

    @Test
    void two_raters_differ_and_the_lead_settles_it_with_a_reason() {
        String login = "second-" + UUID.randomUUID();
        String account = lead.post(
                        "/api/accounts",
                        "{\"name\":\"Second\",\"login\":\"%s\",\"password\":\"chalk on the floor\",\"role\":\"RATER\"}"
                                .formatted(login))
                .ok()
                .text("/id");
        lead.put("/api/screenings/" + screening + "/raters", "{\"accounts\":[\"%s\"]}".formatted(account))
                .ok();
        UUID first = squat(lead, screening, athlete, "knee-line LEFT SEVERE");
        Client second = visitor().signIn(login, "chalk on the floor");
        squat(second, screening, athlete, "knee-line LEFT SLIGHT");

        Client.Answer agreement =
                lead.get("/api/screenings/" + screening + "/agreement").ok();
        assertThat(agreement.body().at("/raters/0/all/pairs").intValue()).isEqualTo(16);
        assertThat(agreement.body().at("/pairings/0/comparisons/0/apart").intValue())
                .isEqualTo(2);
        String path = "/api/screenings/" + screening + "/settlements";
        String settle =
                "{\"id\":\"%s\",\"athlete\":\"%s\",\"test\":\"overhead-squat\",\"trial\":\"%s\",\"reason\":\"%s\"}";
        lead.post(path, settle.formatted(UUID.randomUUID(), athlete, first, " "))
                .problem(400, "reason-missing");
        lead.post(path, settle.formatted(UUID.randomUUID(), athlete, UUID.randomUUID(), "Seen closer"))
                .problem(404, "not-found");
        lead.post(path, settle.formatted(UUID.randomUUID(), athlete, first, "Seen closer"))
                .ok();

        assertThat(lead.get("/api/screenings/" + screening + "/results").ok().text("/strips/0/cells/0/left"))
                .isEqualTo("SEVERE");
        assertThat(lead.get("/api/screenings/" + screening + "/agreement").ok().text("/pairings/0/settled/reason"))
                .isEqualTo("Seen closer");
        second.post(path, settle.formatted(UUID.randomUUID(), athlete, first, "Mine"))
                .problem(403, "forbidden");
    }

    @Test
    void a_device_with_an_older_protocol_may_still_bring_what_it_saw() {
        ObjectNode slim = standardFloor();
        slim.withArray("/tests/0/criteria").remove(0);
        int version = lead.post("/api/protocols", slim.toString())
                .ok()
                .body()
                .get("version")
                .intValue();
        lead.put(
                        "/api/screenings/" + screening + "/protocol",
                        "{\"protocol\":\"own-standard-floor\",\"version\":%d}".formatted(version))
                .ok();
        UUID trial = UUID.randomUUID();
        String facts =
                """
                {"facts":[{"id":"%s","athlete":"%s","at":"2026-11-09T08:00:00Z","fact":{"kind":"trialOpened","trial":"%s","test":"overhead-squat","conditions":{"load":{"position":"NONE","kilograms":0},"arms":"AS_IN_TEST","shoes":false,"turnOut":{},"aids":[],"archAssisted":false}}},
                {"id":"%s","athlete":"%s","at":"2026-11-09T08:00:00Z","fact":{"kind":"marked","trial":"%s","criterion":"knee-line","side":"LEFT","grade":"SLIGHT"}}]UNDER}"""
                        .formatted(UUID.randomUUID(), athlete, trial, UUID.randomUUID(), athlete, trial);
        lead.post("/api/screenings/" + screening + "/facts", facts.replace("UNDER", ""))
                .problem(400, "unknown-criterion");
        assertThat(lead.post(
                                "/api/screenings/" + screening + "/facts",
                                facts.replace("UNDER", ",\"under\":{\"protocol\":\"standard-floor\",\"version\":6}"))
                        .ok()
                        .body()
                        .get("added")
                        .intValue())
                .isEqualTo(2);
    }
}
