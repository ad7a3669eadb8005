package rangordnung.server.results;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;

/** What an athlete did before: under another version, and with a date that was missed in between. */
class HistoryTest extends ServerTest {

    private Client lead;
    private Hall hall;

    @BeforeEach
    void setUp() {
        lead = lead();
        hall = hall(lead, 1, "Ada");
    }

    private String held(String day, int version) {
        return lead.post(
                        "/api/screenings",
                        "{\"team\":\"%s\",\"name\":\"S %s\",\"heldOn\":\"%s\",\"protocol\":\"standard-floor\",\"protocolVersion\":%d}"
                                .formatted(hall.team(), day, day, version))
                .ok()
                .text("/id");
    }

    @Test
    void the_last_time_that_a_test_was_done_is_what_it_is_held_against() {
        squat(lead, hall.screening(), hall.athlete(), "knee-line LEFT SEVERE");
        send(lead, held("2026-11-16", 1), hall.athlete(), "{\"kind\":\"attended\",\"attendance\":\"ABSENT\"}");
        String now = held("2026-11-23", FLOOR);
        squat(lead, now, hall.athlete());

        Client.Answer athlete = lead.get("/api/screenings/" + now + "/results/" + hall.athlete())
                .ok();
        assertThat(athlete.body().get("history"))
                .as("all under the protocol of the last")
                .hasSize(3);
        assertThat(athlete.text("/tests/0/criteria/0/criterion")).isEqualTo("knee-line");
        assertThat(athlete.text("/tests/0/criteria/0/changes/left/verdict")).isEqualTo("IMPROVED");
        assertThat(athlete.body()
                        .at("/tests/0/criteria/0/changes/left/difference")
                        .doubleValue())
                .isEqualTo(-1);
    }

    /** While minutes are left: whoever was not seen comes first, and a clean squat is not looked at again. */
    @Test
    void the_queue_of_looks_follows_the_facts() {
        String path = "/api/screenings/" + hall.screening() + "/look-again";
        Client.Answer before = lead.get(path).ok();
        assertThat(before.text("/looks/0/look/kind")).isEqualTo("FIRST_LOOK");
        assertThat(before.body().at("/looks/0/perMinute").doubleValue()).isPositive();
        squat(lead, hall.screening(), hall.athlete(), "arch LEFT SLIGHT");
        assertThat(lead.get(path).ok().text("/looks/0/look/kind")).isEqualTo("SECOND_LOOK");
        lead.get("/api/screenings/" + UUID.randomUUID() + "/look-again").problem(404, "not-found");
    }

    /** Today counts what is done without judging again what has not changed, and sees what has. */
    @Test
    void today_follows_facts_settings_and_the_roster() {
        assertThat(due().get("done").intValue()).isZero();
        squat(lead, hall.screening(), hall.athlete());
        assertThat(due().get("done").intValue()).isEqualTo(1);
        assertThat(due().get("waiting").intValue()).isZero();
        lead.post(
                        "/api/teams/" + hall.team() + "/athletes",
                        "{\"givenName\":\"Mei\",\"familyName\":\"\",\"clearance\":\"CLEARED\"}")
                .ok();
        assertThat(due().get("waiting").intValue()).isEqualTo(1);
        lead.put("/api/screenings/" + hall.screening() + "/protocol", "{\"protocol\":\"standard-floor\",\"version\":6}")
                .ok();
        assertThat(due().get("done").intValue()).as("one test of four").isZero();
    }

    private tools.jackson.databind.JsonNode due() {
        return lead.get("/api/today")
                .ok()
                .body()
                .get("screenings")
                .valueStream()
                .filter(d -> d.at("/screening/id").stringValue().equals(hall.screening()))
                .findFirst()
                .orElseThrow();
    }
}
