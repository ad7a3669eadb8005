package rangordnung.server.groups;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;
import tools.jackson.databind.JsonNode;

class DecisionsTest extends ServerTest {

    private Client lead;
    private String screening;
    private String athlete;
    private String team;

    @BeforeEach
    void a_clean_athlete() {
        lead = lead();
        Hall hall = hall(lead, 1, "Ada");
        athlete = hall.athlete();
        screening = hall.screening();
        team = hall.team();
        UUID trial = UUID.randomUUID();
        send(
                "{\"kind\":\"trialOpened\",\"trial\":\"%s\",\"test\":\"overhead-squat\",\"conditions\":{\"load\":{\"position\":\"NONE\",\"kilograms\":0},\"arms\":\"AS_IN_TEST\",\"shoes\":false,\"turnOut\":{},\"aids\":[],\"archAssisted\":false}}"
                        .formatted(trial));
        send("{\"kind\":\"viewClosed\",\"trial\":\"%s\",\"view\":\"FRONT\",\"repetitions\":5}".formatted(trial));
        send("{\"kind\":\"viewClosed\",\"trial\":\"%s\",\"view\":\"SIDE\",\"repetitions\":5}".formatted(trial));
    }

    private void send(String fact) {
        lead.post(
                        "/api/screenings/" + screening + "/facts",
                        "{\"facts\":[{\"id\":\"%s\",\"athlete\":\"%s\",\"at\":\"2026-11-09T08:00:00Z\",\"fact\":%s}]}"
                                .formatted(UUID.randomUUID(), athlete, fact))
                .ok();
    }

    private Client.Answer decide(String kind, String focus, String rung, String reason, String basedOn) {
        String place = focus == null
                ? ""
                : ",\"place\":{\"focus\":\"%s\"%s}".formatted(focus, rung == null ? "" : ",\"rung\":\"" + rung + "\"");
        return lead.post(
                "/api/screenings/" + screening + "/decisions",
                "{\"id\":\"%s\",\"athlete\":\"%s\",\"kind\":\"%s\",\"reason\":\"%s\"%s%s}"
                        .formatted(
                                UUID.randomUUID(),
                                athlete,
                                kind,
                                reason,
                                place,
                                basedOn == null ? "" : ",\"basedOn\":\"" + basedOn + "\""));
    }

    private JsonNode member() {
        return lead.get("/api/screenings/" + screening + "/groups")
                .ok()
                .body()
                .get("groups")
                .valueStream()
                .flatMap(g -> g.get("members").valueStream())
                .findFirst()
                .orElseThrow();
    }

    @Test
    void a_move_is_kept_with_its_author_time_reason_and_what_was_proposed() {
        Client.Answer moved = decide("MOVE", "KNEE_CONTROL", "split-squat-hold", "Trains with a friend", null)
                .ok();

        assertThat(moved.text("/decision/author")).isEqualTo("Test Lead");
        assertThat(moved.text("/decision/proposed/focus")).isEqualTo("LOAD");
        assertThat(member().at("/place/rung").stringValue()).isEqualTo("split-squat-hold");
        assertThat(member().at("/proposal/focus").stringValue())
                .as("the proposal itself is never edited")
                .isEqualTo("LOAD");
        decide("RELEASE", null, null, "", moved.text("/last")).ok();
        assertThat(member().at("/place/focus").stringValue()).isEqualTo("LOAD");
        assertThat(lead.get("/api/screenings/" + screening + "/decisions?athlete=" + athlete)
                        .ok()
                        .body())
                .hasSize(2);
    }

    @Test
    void a_move_needs_a_reason_and_a_possible_place() {
        decide("MOVE", "KNEE_CONTROL", "split-squat-hold", " ", null).problem(400, "reason-missing");
        decide("MOVE", "LOAD", "front-squat", "Strong", null).problem(400, "move-impossible");
        decide("MOVE", "LOAD", "no-such-rung", "Strong", null).problem(400, "move-impossible");
        Client.Answer fit = lead.get("/api/screenings/" + screening + "/groups/fit?athlete=" + athlete
                        + "&focus=LOAD&rung=goblet-squat")
                .ok();
        assertThat(fit.body().get("cost").doubleValue()).isEqualTo(3);
    }

    @Test
    void two_who_decide_at_once_are_told_what_stands() {
        decide("MOVE", "KNEE_CONTROL", "split-squat-hold", "First", null).ok();

        assertThat(decide("LOCK", null, null, "", null)
                        .problem(409, "decided-meanwhile")
                        .text("/now/reason"))
                .isEqualTo("First");
    }

    @Test
    void a_lock_outlasts_new_facts_and_pain_outweighs_a_lock() {
        decide("LOCK", null, null, "Relay team", null).ok();
        UUID trial = UUID.randomUUID();
        send(
                "{\"kind\":\"trialOpened\",\"trial\":\"%s\",\"test\":\"overhead-squat\",\"conditions\":{\"load\":{\"position\":\"NONE\",\"kilograms\":0},\"arms\":\"AS_IN_TEST\",\"shoes\":false,\"turnOut\":{},\"aids\":[],\"archAssisted\":false}}"
                        .formatted(trial));
        send("{\"kind\":\"marked\",\"trial\":\"%s\",\"criterion\":\"arch\",\"side\":\"LEFT\",\"grade\":\"SEVERE\"}"
                .formatted(trial));
        assertThat(member().get("outdated").booleanValue())
                .as("a trial that is not whole does not displace one that is")
                .isFalse();
        send("{\"kind\":\"viewClosed\",\"trial\":\"%s\",\"view\":\"FRONT\",\"repetitions\":5}".formatted(trial));
        send("{\"kind\":\"viewClosed\",\"trial\":\"%s\",\"view\":\"SIDE\",\"repetitions\":5}".formatted(trial));
        assertThat(member().at("/place/focus").stringValue()).isEqualTo("LOAD");
        assertThat(member().get("outdated").booleanValue()).isTrue();

        send("{\"kind\":\"painReported\",\"report\":{\"region\":\"KNEE\",\"intensity\":7,\"signs\":[]}}");
        assertThat(member().at("/place/focus").stringValue()).isEqualTo("PROTECT");
        decide(
                        "MOVE",
                        "LOAD",
                        "bodyweight-squat",
                        "Wants to",
                        member().get("last").stringValue())
                .problem(400, "move-impossible");
    }

    private static final String SWELLING =
            "{\"kind\":\"painReported\",\"report\":{\"region\":\"KNEE\",\"intensity\":1,\"signs\":[\"SWELLING\"]}}";

    private Client.Answer out(String cleared) {
        return lead.post(
                "/api/screenings/" + screening + "/decisions",
                "{\"id\":\"%s\",\"athlete\":\"%s\",\"kind\":\"MOVE\",\"reason\":\"May train\",\"place\":{\"focus\":\"LOAD\",\"rung\":\"box-squat\"}%s}"
                        .formatted(UUID.randomUUID(), athlete, cleared));
    }

    private static String cleared(LocalDate on) {
        return ",\"cleared\":{\"by\":\"physiotherapist\",\"on\":\"%s\"}".formatted(on);
    }

    @Test
    void a_referral_is_answered_by_whoever_cleared_the_athlete_and_a_new_stop_is_not() {
        send(SWELLING);
        LocalDate today = LocalDate.now();
        assertThat(member().at("/place/focus").stringValue()).isEqualTo("PROTECT");
        out("").problem(400, "clearance-missing");
        out(cleared(today.plusDays(2))).problem(400, "clearance-day");
        out(",\"cleared\":{\"by\":\" \",\"on\":\"%s\"}".formatted(today)).problem(400, "invalid");
        Client.Answer moved = out(cleared(today.minusDays(1))).ok();

        assertThat(moved.text("/decision/cleared/by")).isEqualTo("physiotherapist");
        assertThat(member().at("/place/focus").stringValue()).isEqualTo("LOAD");
        decide("LOCK", null, null, "", member().get("last").stringValue()).ok();
        JsonNode record = lead.get("/api/teams/" + team).ok().body().at("/athletes/0");
        lead.put(
                        "/api/athletes/" + athlete,
                        "{\"version\":%d,\"record\":%s}"
                                .formatted(
                                        record.get("version").longValue(),
                                        record.get("record").toString().replace("\"CLEARED\"", "\"NOT_CLEARED\"")))
                .ok();
        assertThat(member().at("/place/focus").stringValue())
                .as("the clearance answered the referral and nothing that came later")
                .isEqualTo("PROTECT");
        out(",\"basedOn\":\"" + member().get("last").stringValue() + "\"").problem(400, "clearance-missing");
        send("{\"kind\":\"painReported\",\"report\":{\"region\":\"BACK\",\"intensity\":6,\"signs\":[]}}");
        assertThat(member().at("/place/focus").stringValue()).isEqualTo("PROTECT");
    }
}
