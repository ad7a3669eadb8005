package rangordnung.server.groups;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;
import tools.jackson.databind.JsonNode;

/** Four clean squatters and one in pain, formed into groups, saved and held against what changes meanwhile. */
class FormationsTest extends ServerTest {

    private static final String OFFER = "{\"focus\":\"%s\",\"rungs\":[%s]}";
    private static final String LOAD = OFFER.formatted("LOAD", "\"box-squat\",\"bodyweight-squat\"");

    private Client lead;
    private Hall hall;
    private String path;

    @BeforeEach
    void five_athletes() {
        lead = lead();
        hall = hall(lead, 1, "Ada Eins", "Bo Zwei", "Cem Drei", "Dana Vier", "Emil Fünf");
        path = "/api/screenings/" + hall.screening();
        hall.athletes().subList(0, 4).forEach(a -> squat(lead, hall.screening(), a));
        String hurts = hall.athletes().get(4);
        send(
                lead,
                hall.screening(),
                hurts,
                "{\"kind\":\"painReported\",\"report\":{\"region\":\"KNEE\",\"intensity\":6,\"signs\":[]}}");
    }

    private static String wishes(int groups, int largest, String more) {
        return "{\"groups\":%d,\"smallest\":1,\"largest\":%d,\"rungs\":2,\"together\":[],\"apart\":[],\"ages\":[]%s}"
                .formatted(groups, largest, more);
    }

    private Client.Answer formed(String wishes) {
        return lead.post(path + "/groups/formed?round=0", wishes);
    }

    private static String group(String offer, String rung, List<String> athletes) {
        return "{\"offer\":%s,\"members\":[%s]}"
                .formatted(
                        offer,
                        athletes.stream()
                                .map(a -> "{\"athlete\":\"%s\",\"rung\":\"%s\"}".formatted(a, rung))
                                .collect(Collectors.joining(",")));
    }

    private Client.Answer save(UUID id, String groups, String basedOn) {
        return lead.post(
                path + "/formation",
                "{\"id\":\"%s\",\"wishes\":%s,\"groups\":[%s],\"reason\":\"Fits the hall\"%s}"
                        .formatted(
                                id,
                                wishes(2, 4, ""),
                                groups,
                                basedOn == null ? "" : ",\"basedOn\":\"" + basedOn + "\""));
    }

    @Test
    void whoever_is_in_pain_is_in_no_group_and_the_others_are_proven_to_stand_at_the_least_cost() {
        JsonNode answer = formed(wishes(2, 4, "")).ok().body();
        assertThat(answer.at("/proven").booleanValue()).isTrue();
        assertThat(answer.at("/out").valueStream().map(JsonNode::stringValue))
                .containsExactly(hall.athletes().get(4));
        assertThat(answer.get("groups").valueStream().flatMap(g -> g.get("members")
                        .valueStream()))
                .hasSize(4);
        assertThat(formed(wishes(1, 3, "")).ok().text("/because")).isEqualTo("TOO_FEW_SEATS");
        assertThat(lead.post(path + "/groups/changes", wishes(1, 3, ""))
                        .ok()
                        .body()
                        .valueStream()
                        .map(c -> c.at("/limit/kind").stringValue()))
                .contains("groups", "largest");
    }

    @Test
    void kit_of_a_hall_limits_and_what_cannot_be_had_says_why() {
        UUID box = UUID.randomUUID();
        lead.post(
                        "/api/halls",
                        "{\"id\":\"%s\",\"name\":\"Hall\",\"inventory\":{\"pieces\":[],\"places\":[],\"supervisors\":[{\"role\":\"Lead\",\"groups\":3,\"athletes\":3,\"hours\":[]}],\"spotter\":false}}"
                                .formatted(box))
                .ok();
        String inHall = wishes(2, 4, ",\"hall\":\"" + box + "\"");
        assertThat(formed(inHall).ok().text("/because")).isEqualTo("TOO_FEW_SUPERVISORS");
        JsonNode weighed = lead.post(
                        path + "/groups/weighed",
                        "{\"athletes\":[\"%s\",\"%s\"],\"offers\":[%s,%s],\"wishes\":%s}"
                                .formatted(
                                        hall.athletes().get(0),
                                        hall.athletes().get(4),
                                        LOAD,
                                        OFFER.formatted("KNEE_CONTROL", "\"wall-ball-stork\""),
                                        inHall))
                .ok()
                .body();
        JsonNode ada = weighed.valueStream()
                .filter(w -> w.get("athlete").stringValue().equals(hall.athlete()))
                .findFirst()
                .orElseThrow();
        assertThat(ada.at("/offers/0/kind").stringValue()).isEqualTo("possible");
        assertThat(ada.at("/offers/1/why/because").stringValue()).isEqualTo("NO_KIT");
        assertThat(ada.at("/offers/1/why/need/item").stringValue()).isEqualTo("BALL");
        lead.delete("/api/halls/" + box);
    }

    @Test
    void saved_groups_are_kept_with_a_decision_for_each_who_moves() {
        UUID id = UUID.randomUUID();
        String knee = OFFER.formatted("KNEE_CONTROL", "\"split-squat-hold\",\"wall-ball-stork\"");
        String groups = group(LOAD, "bodyweight-squat", hall.athletes().subList(0, 3)) + ","
                + group(knee, "split-squat-hold", hall.athletes().subList(3, 4));
        JsonNode saved = save(id, groups, null).ok().body();
        assertThat(save(id, groups, null).ok().body())
                .as("sending it twice changes nothing")
                .isEqualTo(saved);
        assertThat(lead.get(path + "/formation").ok().body().get("formation")).isEqualTo(saved);
        JsonNode moved = lead.get(path + "/decisions?athlete=" + hall.athletes().get(3))
                .ok()
                .body();
        assertThat(moved.at("/0/reason").stringValue()).isEqualTo("Fits the hall");
        assertThat(moved.at("/0/place/focus").stringValue()).isEqualTo("KNEE_CONTROL");
        assertThat(lead.get(path + "/decisions?athlete=" + hall.athlete()).ok().body())
                .as("who stays needs no decision")
                .isEmpty();
        save(UUID.randomUUID(), groups, null).problem(409, "decided-meanwhile");
        String latest = lead.get(path + "/groups").ok().text("/latest");
        save(UUID.randomUUID(), groups, latest).ok();
        assertThat(jdbc.sql("select count(*) from formation_member where formation_id = :id")
                        .param("id", id)
                        .query(Long.class)
                        .single())
                .isEqualTo(4);
    }

    @Test
    void what_cannot_be_saved_is_refused_and_nobody_has_moved() {
        String knee = OFFER.formatted("KNEE_CONTROL", "\"split-squat-hold\",\"wall-ball-stork\"");
        String moving = group(knee, "split-squat-hold", hall.athletes().subList(0, 1)) + ",";
        save(
                        UUID.randomUUID(),
                        moving + group(LOAD, "box-squat", hall.athletes().subList(4, 5)),
                        null)
                .problem(409, "held-back");
        save(
                        UUID.randomUUID(),
                        moving + group(LOAD, "box-squat", hall.athletes().subList(0, 1)),
                        null)
                .problem(400, "athlete-twice");
        save(
                        UUID.randomUUID(),
                        moving
                                + group(
                                        LOAD,
                                        "back-squat-high-bar",
                                        hall.athletes().subList(1, 2)),
                        null)
                .problem(400, "move-impossible");
        save(
                        UUID.randomUUID(),
                        group(OFFER.formatted("LOAD", "\"box-squat\",\"goblet-squat\""), "box-squat", hall.athletes()),
                        null)
                .problem(400, "move-impossible");
        assertThat(IntStream.range(0, 5).mapToObj(i -> lead.get(
                                path + "/decisions?athlete=" + hall.athletes().get(i))
                        .ok()
                        .body()
                        .size()))
                .allMatch(n -> n == 0);
        assertThat(lead.get(path + "/formation").ok().body().has("formation")).isFalse();
    }

    /** Two screenings of one roster: four were ready for load, one of whom is not any more. */
    @Test
    void how_a_roster_has_moved_since_the_screening_before_is_told() {
        assertThat(lead.get(path + "/groups/flow").ok().body().has("flow")).isFalse();
        String next = lead.post(
                        "/api/screenings",
                        "{\"team\":\"%s\",\"name\":\"Later\",\"heldOn\":\"2027-03-01\",\"protocol\":\"standard-floor\",\"protocolVersion\":1}"
                                .formatted(hall.team()))
                .ok()
                .text("/id");
        squat(lead, next, hall.athletes().get(0));
        squat(lead, next, hall.athletes().get(1), "arch LEFT SEVERE", "arch RIGHT SEVERE");
        JsonNode flow =
                lead.get("/api/screenings/" + next + "/groups/flow").ok().body().get("flow");
        assertThat(flow.at("/before/id").stringValue()).isEqualTo(hall.screening());
        assertThat(flow.get("moves")
                        .valueStream()
                        .map(m -> m.path("from").asString("-") + " "
                                + m.path("to").asString("-")))
                .containsExactlyInAnyOrder("LOAD LOAD", "LOAD FOOT", "LOAD -", "LOAD -", "PROTECT -");
    }
}
