package rangordnung.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;
import tools.jackson.databind.JsonNode;

class AccessTest extends ServerTest {

    private static List<String> lines(Client lead, String query) {
        return lead.get("/api/access?page=0" + query)
                .ok()
                .body()
                .get("lines")
                .valueStream()
                .map((JsonNode l) -> l.get("verb").stringValue() + " "
                        + l.get("area").stringValue() + " " + l.path("athlete").asString("") + "/"
                        + l.path("about").asString(""))
                .toList();
    }

    @Test
    void reads_and_writes_are_noted_once_a_minute_and_the_lead_can_ask_by_whom_and_of_whom() {
        Client lead = lead();
        Hall hall = hall(lead, 1, "Ada Grün", "Bo Zwei");
        String ada = hall.athlete();
        for (int i = 0; i < 3; i++) {
            lead.get("/api/screenings/" + hall.screening() + "/results/" + ada).ok();
        }
        squat(lead, hall.screening(), ada);
        lead.get("/api/screenings/" + hall.screening() + "/ranking").ok();
        lead.get("/api/teams/" + hall.team() + "/roster.csv").ok();
        lead.get("/api/screenings/" + UUID.randomUUID() + "/ranking").problem(404, "not-found");

        assertThat(lines(lead, "&athlete=" + ada))
                .as("also of the lists in which Ada stands")
                .extracting(l -> l.substring(0, l.indexOf('/')))
                .contains("READ ROSTER ", "READ RANKING ", "WRITTEN STATION ", "READ RESULTS Ada Grün");
        List<String> all = lines(lead, "");
        assertThat(all.get(0)).startsWith("READ ROSTER /");
        assertThat(all.get(1)).startsWith("READ RANKING /");
        assertThat(all.get(2)).startsWith("WRITTEN STATION /");
        String me = lead.get("/api/session").ok().text("/me/id");
        assertThat(lines(lead, "&account=" + me)).isNotEmpty();
        assertThat(lines(lead, "&account=" + UUID.randomUUID())).isEmpty();
        assertThat(lines(lead, "&day=1999-01-01")).isEmpty();

        Hall other = hall(lead, 1, "Cem Gelb");
        lead.get("/api/screenings/" + other.screening() + "/ranking").ok();
        assertThat(lines(lead, "&athlete=" + other.athlete()))
                .as("nobody exported that roster, nor looked at Cem alone")
                .noneMatch(l -> l.startsWith("READ ROSTER") || l.startsWith("READ RESULTS"))
                .anyMatch(l -> l.startsWith("READ RANKING"));

        lead.delete("/api/athletes/" + ada).ok();
        assertThat(lines(lead, "&athlete=" + ada))
                .as("that it happened stays, the name does not")
                .anyMatch(l -> l.startsWith("DELETED ATHLETE /"))
                .noneMatch(l -> l.contains("Grün"));
    }

    @ParameterizedTest
    @CsvSource({
        "GET /api/teams/{id}, READ, ROSTER",
        "POST /api/imports/{id}/confirm, WRITTEN, IMPORT",
        "PUT /api/athletes/{id}, WRITTEN, ATHLETE",
        "ERASED, DELETED, ATHLETE",
        "GET /api/screenings/{id}/station, READ, STATION",
        "POST /api/screenings/{id}/decisions, WRITTEN, GROUPS",
        "GET /api/screenings/{id}/block, READ, TRAINING",
        "POST /api/blocks/{id}/facts, WRITTEN, TRAINING",
        "DELETE /api/screenings/{id}, DELETED, SCREENING"
    })
    void an_address_says_what_it_is_about(String action, AccessController.Verb verb, AccessController.Area area) {
        assertThat(AccessController.verb(action)).isEqualTo(verb);
        assertThat(AccessController.area(action)).isEqualTo(area);
    }
}
