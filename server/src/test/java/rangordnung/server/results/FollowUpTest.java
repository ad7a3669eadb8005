package rangordnung.server.results;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;
import tools.jackson.databind.JsonNode;

/** The short screening after a whole one, from the proposal to the groups that follow from both. */
class FollowUpTest extends ServerTest {

    private static final String DAY = "2027-01-11";

    private Client lead;
    private Hall hall;
    private String clean;

    @BeforeEach
    void before() {
        lead = lead();
        hall = hall(lead, 1, "Ada");
        clean = lead.post(
                        "/api/teams/" + hall.team() + "/athletes",
                        "{\"givenName\":\"Mei\",\"familyName\":\"\",\"clearance\":\"CLEARED\"}")
                .ok()
                .text("/id");
        squat(lead, hall.screening(), hall.athlete(), "arch LEFT MARKED");
        squat(lead, hall.screening(), clean);
    }

    private String path() {
        return "/api/screenings/" + hall.screening() + "/follow-up";
    }

    private Client.Answer plan(String day, String athlete, String test) {
        return lead.post(
                path(),
                "{\"name\":\"Short\",\"heldOn\":\"%s\",\"asked\":[{\"athlete\":\"%s\",\"tests\":[\"%s\"]}]}"
                        .formatted(day, athlete, test));
    }

    private JsonNode due(String screening) {
        return lead.get("/api/today")
                .ok()
                .body()
                .get("screenings")
                .valueStream()
                .filter(d -> d.at("/screening/id").stringValue().equals(screening))
                .findFirst()
                .orElseThrow();
    }

    private JsonNode member(String screening, String athlete) {
        return lead.get("/api/screenings/" + screening + "/groups")
                .ok()
                .body()
                .get("groups")
                .valueStream()
                .flatMap(g -> g.get("members").valueStream())
                .filter(m -> m.get("athlete").stringValue().equals(athlete))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void only_what_is_open_is_asked_and_the_rest_is_carried_over() {
        Client.Answer proposal = lead.get(path() + "?minutes=10&raters=1").ok();
        assertThat(proposal.body().get("asked")).hasSize(1);
        assertThat(proposal.text("/asked/0/name")).isEqualTo("Ada");
        assertThat(proposal.text("/asked/0/looks/0/look/kind")).isEqualTo("SINCE_TRAINING");
        assertThat(proposal.body().get("clear").intValue()).isEqualTo(1);

        String made = plan(DAY, hall.athlete(), "overhead-squat").ok().text("/id");
        Client.Answer station = lead.get("/api/screenings/" + made + "/station").ok();
        assertThat(station.body().get("queue")).hasSize(1);
        assertThat(station.text("/queue/0/tests/0")).isEqualTo("overhead-squat");
        assertThat(due(made).get("athletes").intValue()).isEqualTo(1);
        assertThat(due(made).get("waiting").intValue()).isEqualTo(1);
        assertThat(member(made, hall.athlete()).at("/place/focus").stringValue())
                .as("carried over until somebody looks")
                .isEqualTo("FOOT");

        squat(lead, made, hall.athlete());
        assertThat(due(made).get("waiting").intValue()).isZero();
        for (String athlete : new String[] {hall.athlete(), clean}) {
            assertThat(member(made, athlete).at("/place/focus").stringValue()).isEqualTo("LOAD");
        }
        assertThat(member(made, clean).at("/proposal/reasons").findValuesAsString("kind"))
                .contains("carriedOver");
        assertThat(lead.get("/api/screenings/" + made + "/results").ok().body().get("strips"))
                .as("what nobody looked at is not shown as if it was due")
                .hasSize(1);
        assertThat(lead.get("/api/screenings/" + made + "/board").ok().body().get("lines"))
                .hasSize(1);
    }

    /** A test that only tells causes apart is done at the one station too, and the athlete waits until it was done. */
    @Test
    void a_test_that_tells_causes_apart_is_asked_like_any_other() {
        Hall floor = hall(lead, FLOOR, "Bo");
        String made = lead.post(
                        "/api/screenings/" + floor.screening() + "/follow-up",
                        "{\"name\":\"Short\",\"heldOn\":\"%s\",\"asked\":[{\"athlete\":\"%s\",\"tests\":[\"sit-to-stand\"]}]}"
                                .formatted(DAY, floor.athlete()))
                .ok()
                .text("/id");
        Client.Answer station = lead.get("/api/screenings/" + made + "/station").ok();
        assertThat(station.body().get("tests").valueStream().map(JsonNode::stringValue))
                .contains("sit-to-stand");
        assertThat(station.text("/queue/0/state")).isEqualTo("WAITING");
        assertThat(due(made).get("waiting").intValue()).isEqualTo(1);
        assertThat(lead.get("/api/screenings/" + floor.screening() + "/station")
                        .ok()
                        .body()
                        .get("tests")
                        .valueStream()
                        .map(JsonNode::stringValue))
                .as("a whole screening offers it only where a fault asks for it")
                .doesNotContain("sit-to-stand");
    }

    @Test
    void what_does_not_fit_together_is_refused_in_words_and_nothing_is_written() {
        int before = lead.get("/api/today").ok().body().get("screenings").size();
        plan("2020-01-01", hall.athlete(), "overhead-squat").problem(400, "contradiction");
        plan(DAY, UUID.randomUUID().toString(), "overhead-squat").problem(400, "contradiction");
        plan(DAY, hall.athlete(), "handstand").problem(400, "contradiction");
        lead.post(path(), "{\"name\":\"Short\",\"heldOn\":\"%s\",\"asked\":[]}".formatted(DAY))
                .problem(400, "invalid");
        lead.get(path() + "?minutes=0&raters=1").problem(400, "bad-address");
        assertThat(lead.get("/api/today").ok().body().get("screenings")).hasSize(before);
    }
}
