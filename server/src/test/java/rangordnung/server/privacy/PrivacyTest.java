package rangordnung.server.privacy;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;
import rangordnung.server.accounts.Accounts;
import tools.jackson.databind.JsonNode;

/** Moving, archiving, retention, and everything of one athlete. */
class PrivacyTest extends ServerTest {

    @Autowired
    private Accounts accounts;

    @Autowired
    private Retention retention;

    private Client lead;

    /** A club of its own, so that nothing of other tests is erased with it. */
    @BeforeEach
    void club() {
        jdbc.sql("delete from login_attempt").update();
        String login = "owner-" + UUID.randomUUID();
        accounts.found("Club " + login, login, "Owner", PASSWORD);
        lead = visitor().signIn(login, PASSWORD);
    }

    private String screened(String team, LocalDate on, String athlete, String... marks) {
        String id = lead.post(
                        "/api/screenings",
                        "{\"team\":\"%s\",\"name\":\"S %s\",\"heldOn\":\"%s\",\"protocol\":\"standard-floor\",\"protocolVersion\":%d}"
                                .formatted(team, on, on, FLOOR))
                .ok()
                .text("/id");
        squat(lead, id, athlete, marks);
        return id;
    }

    private static List<String> ids(JsonNode of) {
        return of.findValuesAsString("id");
    }

    @Test
    void who_moves_takes_the_history_along() {
        Hall old = hall(lead, FLOOR, "Ada Grün", "Ben Blau");
        LocalDate then = LocalDate.of(2026, 9, 1);
        String before = screened(old.team(), then, old.athlete(), "knee-line LEFT MARKED");
        Hall next = hall(lead, FLOOR, "Cem Rot");
        String other = next.team();
        lead.delete("/api/screenings/" + next.screening()).ok();
        lead.put("/api/athletes/" + old.athlete() + "/team", "{\"team\":\"%s\"}".formatted(UUID.randomUUID()))
                .problem(404, "not-found");
        lead.put("/api/athletes/" + old.athlete() + "/team", "{\"team\":\"%s\"}".formatted(other))
                .ok();
        assertThat(ids(lead.get("/api/teams/" + other).ok().body())).contains(old.athlete());
        assertThat(lead.get("/api/screenings/" + before + "/results")
                        .ok()
                        .body()
                        .toString())
                .as("the lists of the old class")
                .doesNotContain(old.athlete());

        String now = screened(other, LocalDate.of(2026, 11, 20), old.athlete());
        JsonNode there = lead.get("/api/screenings/" + now + "/results/" + old.athlete())
                .ok()
                .body();
        assertThat(there.get("history").findValuesAsString("screening")).containsExactly(before, now);
        assertThat(lead.get("/api/screenings/" + before + "/results/" + old.athlete())
                        .ok()
                        .body()
                        .get("history")
                        .findValuesAsString("screening"))
                .as("the day itself can still be opened")
                .endsWith(before);
        JsonNode others = lead.get("/api/screenings/" + now + "/results").ok().body();
        assertThat(others.get("strips")).hasSize(2);

        lead.put("/api/athletes/" + old.athlete() + "/team", "{\"team\":\"%s\"}".formatted(old.team()))
                .ok();
        assertThat(lead.get("/api/screenings/" + before + "/results")
                        .ok()
                        .body()
                        .toString())
                .as("and back again")
                .contains(old.athlete());
        send(lead, now, old.athlete(), "{\"kind\":\"attended\",\"attendance\":\"PRESENT\"}");
    }

    @Test
    void what_is_archived_stands_in_no_list_and_comes_back() {
        Hall hall = hall(lead, FLOOR, "Ada");
        String path = "/api/screenings/" + hall.screening();
        lead.put(path + "/archived", "{\"archived\":true}").ok();
        assertThat(lead.get("/api/today").ok().body().toString()).doesNotContain(hall.screening());
        assertThat(ids(lead.get("/api/screenings/archived").ok().body())).containsExactly(hall.screening());
        lead.get(path + "/results").ok();
        lead.put(path + "/archived", "{\"archived\":false}").ok();
        assertThat(lead.get("/api/today").ok().body().toString()).contains(hall.screening());

        lead.put("/api/teams/" + hall.team() + "/archived", "{\"archived\":true}")
                .ok();
        assertThat(lead.get("/api/today").ok().body().get("screenings")).isEmpty();
        assertThat(lead.get("/api/teams").ok().body().get(0).get("archived").booleanValue())
                .isTrue();
        lead.put("/api/teams/" + hall.team() + "/archived", "{\"archived\":false}")
                .ok();
        assertThat(lead.get("/api/today").ok().body().get("screenings")).hasSize(1);
    }

    /** What is shown beforehand is what goes, and nothing else. */
    @Test
    void retention_erases_what_it_has_shown() {
        LocalDate today = LocalDate.now(java.time.ZoneOffset.UTC);
        Hall left = hall(lead, FLOOR, "Gone Long");
        Hall here = hall(lead, FLOOR, "Here Still", "Absent Lately");
        lead.delete("/api/screenings/" + left.screening()).ok();
        lead.delete("/api/screenings/" + here.screening()).ok();
        String ancient = screened(left.team(), today.minusMonths(20), left.athlete());
        String old = screened(here.team(), today.minusMonths(13), here.athlete());
        String recent = screened(here.team(), today.minusMonths(11), here.athlete());
        jdbc.sql("update athlete set created_at = now() - interval '30 months' where id in (:ids)")
                .param(
                        "ids",
                        Stream.concat(left.athletes().stream(), here.athletes().stream())
                                .map(UUID::fromString)
                                .toList())
                .update();

        JsonNode shown = lead.get("/api/retention?months=12").ok().body();
        assertThat(ids(shown.get("screenings"))).containsExactly(ancient, old);
        assertThat(ids(shown.get("athletes"))).containsExactly(left.athlete());
        retention.sweep();
        assertThat(lead.get("/api/retention?months=12").ok().body())
                .as("looking erases nothing")
                .isEqualTo(shown);
        lead.get("/api/retention?months=0").problem(400, "bad-address");
        lead.put("/api/retention", "{\"months\":121}").problem(400, "invalid");

        assertThat(lead.put("/api/retention", "{\"months\":12}").ok().body()).isEqualTo(shown);
        assertThat(jdbc.sql("select id::text from screening where team_id in (:teams)")
                        .param("teams", List.of(UUID.fromString(left.team()), UUID.fromString(here.team())))
                        .query(String.class)
                        .list())
                .containsExactly(recent);
        assertThat(jdbc.sql("select count(*) from athlete where id = :id")
                        .param("id", UUID.fromString(left.athlete()))
                        .query(Integer.class)
                        .single())
                .isZero();
        assertThat(ids(lead.get("/api/teams/" + here.team()).ok().body().get("athletes")))
                .hasSize(2);

        jdbc.sql("update screening set held_on = held_on - 60 where id = :id")
                .param("id", UUID.fromString(recent))
                .update();
        JsonNode next = lead.get("/api/retention").ok().body();
        assertThat(ids(next.get("screenings"))).containsExactly(recent);
        retention.sweep();
        lead.get("/api/screenings/" + recent + "/results").problem(404, "not-found");
        assertThat(lead.get("/api/retention").ok().body().get("athletes")).isEmpty();
        lead.put("/api/retention", "{\"months\":0}").ok();
        lead.put("/api/retention", "{}").problem(400, "missing");
    }

    /** Somebody who only looks hears neither where it hurt nor why the lead decided, and leads no session. */
    @Test
    void a_viewer_hears_of_no_pain_and_no_reason() {
        Hall hall = hall(lead, FLOOR, "Ada");
        squat(lead, hall.screening(), hall.athlete(), "knee-line LEFT MARKED");
        send(
                lead,
                hall.screening(),
                hall.athlete(),
                "{\"kind\":\"painReported\",\"report\":{\"region\":\"KNEE\",\"intensity\":2,\"signs\":[]}}");
        lead.post(
                        "/api/screenings/" + hall.screening() + "/decisions",
                        "{\"id\":\"%s\",\"athlete\":\"%s\",\"kind\":\"LOCK\",\"reason\":\"tendon since spring\"}"
                                .formatted(UUID.randomUUID(), hall.athlete()))
                .ok();
        String login = "viewer-" + UUID.randomUUID();
        lead.post(
                        "/api/accounts",
                        "{\"name\":\"V\",\"login\":\"%s\",\"password\":\"%s\",\"role\":\"VIEWER\"}"
                                .formatted(login, PASSWORD))
                .ok();
        Client viewer = visitor().signIn(login, PASSWORD);
        String path = "/api/screenings/" + hall.screening();
        assertThat(lead.get(path + "/groups").ok().body().toString()).contains("tendon since spring");
        assertThat(viewer.get(path + "/groups").ok().body().toString())
                .contains("LOCK")
                .doesNotContain("tendon since spring");
        assertThat(lead.get(path + "/results/" + hall.athlete()).ok().body().get("pains"))
                .hasSize(1);
        assertThat(viewer.get(path + "/results/" + hall.athlete()).ok().body().get("pains"))
                .isEmpty();
        viewer.get(path + "/decisions?athlete=" + hall.athlete()).problem(403, "forbidden");
        viewer.get(path + "/block").problem(403, "forbidden");
        viewer.post(path + "/facts", "{\"facts\":[]}").problem(403, "forbidden");
    }

    @Test
    void everything_of_one_athlete_is_in_one_file_and_nobody_else() {
        Hall hall = hall(lead, FLOOR, "Ada Grün", "Ben Blau");
        squat(lead, hall.screening(), hall.athlete(), "arch LEFT MARKED");
        squat(lead, hall.screening(), hall.athletes().get(1));
        lead.post(
                        "/api/screenings/" + hall.screening() + "/decisions",
                        "{\"id\":\"%s\",\"athlete\":\"%s\",\"kind\":\"LOCK\",\"reason\":\"as agreed\"}"
                                .formatted(UUID.randomUUID(), hall.athlete()))
                .ok();
        lead.get("/api/screenings/" + hall.screening() + "/results/" + hall.athlete())
                .ok();
        JsonNode file =
                lead.get("/api/athletes/" + hall.athlete() + "/everything").ok().body();
        assertThat(file.at("/format").stringValue()).isEqualTo("rangordnung-athlete");
        assertThat(file.at("/athlete/family_name").stringValue()).isEqualTo("Grün");
        assertThat(file.at("/screenings")).hasSize(1);
        assertThat(file.at("/kept/fact")).hasSize(4);
        assertThat(file.at("/kept/decision/0/reason").stringValue()).isEqualTo("as agreed");
        assertThat(file.at("/kept/access_log")).isNotEmpty();
        assertThat(file.toString()).doesNotContain("Blau", hall.athletes().get(1));
        Client stranger = lead();
        stranger.get("/api/athletes/" + hall.athlete() + "/everything").problem(404, "not-found");
    }
}
