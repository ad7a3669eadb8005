package rangordnung.server.today;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;
import tools.jackson.databind.JsonNode;

/** The way of a new lead through an empty house, and the practice class that leaves nothing behind. */
class FirstStepsTest extends ServerTest {

    private static JsonNode steps(Client lead) {
        return lead.get("/api/today/steps").ok().body();
    }

    @Test
    void each_step_shows_as_done_and_the_practice_class_goes_with_everything() {
        Client lead = foreigner();
        assertThat(steps(lead).get("athletes").booleanValue()).isFalse();
        assertThat(steps(lead).has("roster")).isFalse();
        String team = lead.post("/api/practice-classes", "{\"name\":\"Practice class\"}")
                .ok()
                .text("/team");
        assertThat(steps(lead).get("roster").stringValue()).isEqualTo(team);
        assertThat(steps(lead).get("practice").stringValue()).isEqualTo(team);
        assertThat(steps(lead).get("athletes").booleanValue()).isTrue();
        JsonNode athletes = lead.get("/api/teams/" + team).ok().body().get("athletes");
        assertThat(athletes).hasSize(12);
        assertThat(athletes.findValuesAsString("clearance")).containsOnly("CLEARED");
        jdbc.sql(
                        "insert into protocol_version select gen_random_uuid(), t.organisation_id, v.protocol_id, v.version, v.body, now()"
                                + " from protocol_version v join account a on a.login = 'lead' and a.organisation_id = v.organisation_id, team t"
                                + " where t.id = cast(:team as uuid) and v.protocol_id = 'standard-floor' and v.version = 1")
                .param("team", team)
                .update();
        String screening = screening(lead, team, 1);
        assertThat(steps(lead).get("screening").stringValue()).isEqualTo(screening);
        assertThat(steps(lead).get("planned").booleanValue()).isFalse();
        lead.post(
                        "/api/screenings/" + screening + "/passes",
                        "{\"station\":\"overhead-squat\",\"helper\":\"Momo\",\"minutes\":30}")
                .ok();
        assertThat(steps(lead).get("codes").booleanValue()).isTrue();
        assertThat(steps(lead).get("planned").booleanValue())
                .as("the proposed hall was good enough to make codes for")
                .isTrue();
        lead.post("/api/practice-classes", "{\"name\":\"Practice class\"}").ok();
        assertThat(lead.get("/api/teams").ok().body().findValuesAsString("name"))
                .containsExactly("Practice class", "Practice class 2");
        lead.delete("/api/practice-classes/" + team).ok();
        assertThat(jdbc.sql("select count(*) from athlete where team_id = cast(:id as uuid)")
                        .param("id", team)
                        .query(Integer.class)
                        .single())
                .isZero();
    }

    @Test
    void only_a_practice_class_is_thrown_away_like_one() {
        Client lead = lead();
        Hall hall = hall(lead, 1, "Ada Grün");
        lead.delete("/api/practice-classes/" + hall.team()).problem(404, "not-found");
        lead.get("/api/teams/" + hall.team()).ok();
        lead.post("/api/practice-classes", "{\"name\":\"  \"}").problem(400, "invalid");
    }
}
