package rangordnung.server.training;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;
import tools.jackson.databind.JsonNode;

/** A block of one group of two, its sessions, and what a phone tells of them. */
class TrainingTest extends ServerTest {

    private Client lead;
    private Hall hall;
    private String path;
    private String block;

    @BeforeEach
    void a_block_of_two() {
        lead = lead();
        hall = hall(lead, 1, "Ada Eins", "Bo Zwei");
        path = "/api/screenings/" + hall.screening();
        hall.athletes().forEach(a -> squat(lead, hall.screening(), a));
        lead.post(path + "/block/plan", SEASON).problem(409, "no-groups");
        block = block(lead, hall);
    }

    private Client.Answer tell(Client who, UUID id, String athlete, String at, String fact) {
        return who.post(
                "/api/blocks/" + block + "/facts",
                "{\"facts\":[{\"id\":\"%s\",\"athlete\":\"%s\",\"at\":\"%s\",\"fact\":%s}]}"
                        .formatted(id, athlete, at, fact));
    }

    private Client.Answer tell(String fact) {
        return tell(lead, UUID.randomUUID(), hall.athlete(), "2026-11-30T08:10:00Z", fact);
    }

    private JsonNode session(int session) {
        return lead.get("/api/blocks/" + block + "/sessions/" + session).ok().body();
    }

    private JsonNode ada(int session) {
        return session(session)
                .get("athletes")
                .valueStream()
                .filter(a -> a.at("/prescription/athlete").stringValue().equals(hall.athlete()))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void a_saved_block_stays_what_it_was_and_has_everybody_once() {
        JsonNode saved = lead.get(path + "/block").ok().body().get("block");
        assertThat(saved.at("/plan/block/athletes")).hasSize(2);
        assertThat(saved.at("/plan/block/sessions")).hasSize(4);
        assertThat(saved.at("/plan/block/retest/day").stringValue()).isEqualTo("2026-12-28");
        squat(lead, hall.screening(), hall.athlete(), "knee-line LEFT SEVERE", "knee-line RIGHT SEVERE");
        assertThat(lead.get(path + "/block").ok().body().get("block")).isEqualTo(saved);
        assertThat(session(1).get("doseWeek").intValue())
                .as("the day before a match")
                .isZero();
        assertThat(session(2).get("doseWeek").intValue()).isEqualTo(2);
    }

    @Test
    void what_a_phone_tells_is_kept_once_and_the_last_of_a_kind_counts() {
        UUID id = UUID.randomUUID();
        String present = "{\"kind\":\"attended\",\"session\":0,\"attendance\":\"PRESENT\"}";
        for (int added : new int[] {1, 0}) {
            assertThat(tell(lead, id, hall.athlete(), "2026-11-30T08:10:00Z", present)
                            .ok()
                            .body()
                            .get("added")
                            .intValue())
                    .isEqualTo(added);
        }
        tell("{\"kind\":\"trained\",\"session\":0,\"done\":[{\"part\":\"MAIN\",\"exercise\":\"bodyweight-squat\",\"sets\":2,\"each\":8}],\"look\":\"NONE\"}")
                .ok();
        assertThat(ada(0).at("/record/attendance").stringValue()).isEqualTo("PRESENT");
        assertThat(ada(0).at("/record/done/0/each").intValue()).isEqualTo(8);
        tell("{\"kind\":\"trained\",\"session\":0,\"done\":[]}").ok();
        assertThat(ada(0).at("/record/done")).isEmpty();
        assertThat(ada(1).at("/record").has("attendance")).isFalse();
    }

    @Test
    void pain_that_stops_holds_back_until_somebody_clears() {
        tell("{\"kind\":\"hurt\",\"session\":0,\"report\":{\"region\":\"KNEE\",\"side\":\"LEFT\",\"intensity\":2,\"signs\":[]}}")
                .ok();
        assertThat(ada(0).has("held")).isFalse();
        tell("{\"kind\":\"hurt\",\"session\":0,\"report\":{\"region\":\"KNEE\",\"side\":\"LEFT\",\"intensity\":5,\"signs\":[]}}")
                .ok();
        assertThat(ada(1).get("held").stringValue()).isEqualTo("2026-11-30");
        assertThat(ada(0).at("/record/pains")).hasSize(2);
        assertThat(board().at("/place/focus").stringValue())
                .as("on the board as well")
                .isEqualTo("PROTECT");
        assertThat(board().at("/proposal/reasons/0/day").stringValue()).isEqualTo("2026-11-30");
        assertThat(promotion().at("/proposed/verdict").stringValue()).isEqualTo("REFER");
        jdbc.sql("update athlete set clearance = 'CLEARED', clearance_on = :on where id = :id")
                .param("on", LocalDate.of(2026, 12, 1))
                .param("id", UUID.fromString(hall.athlete()))
                .update();
        assertThat(ada(1).has("held")).isFalse();
        assertThat(board().at("/place/focus").stringValue()).isEqualTo("LOAD");
        assertThat(promotion().at("/proposed/verdict").stringValue()).isEqualTo("STAY");
    }

    /** What the lead says at the board counts in the hall as well. */
    @Test
    void a_clearance_told_with_a_decision_lets_train_again_until_the_next_stop() {
        LocalDate today = LocalDate.now();
        String pain = "{\"kind\":\"hurt\",\"session\":0,\"report\":{\"region\":\"KNEE\",\"intensity\":6,\"signs\":[]}}";
        tell(lead, UUID.randomUUID(), hall.athlete(), today.minusDays(3) + "T08:10:00Z", pain)
                .ok();
        assertThat(ada(1).get("held").stringValue())
                .isEqualTo(today.minusDays(3).toString());
        lead.post(
                        path + "/decisions",
                        "{\"id\":\"%s\",\"athlete\":\"%s\",\"kind\":\"MOVE\",\"reason\":\"May train\",\"place\":{\"focus\":\"LOAD\",\"rung\":\"bodyweight-squat\"},\"cleared\":{\"by\":\"physician\",\"on\":\"%s\"}}"
                                .formatted(UUID.randomUUID(), hall.athlete(), today.minusDays(2)))
                .ok();
        assertThat(ada(1).has("held")).isFalse();
        tell(lead, UUID.randomUUID(), hall.athlete(), today.minusDays(1) + "T08:10:00Z", pain)
                .ok();
        assertThat(ada(1).has("held")).isTrue();
        assertThat(board().at("/place/focus").stringValue()).isEqualTo("PROTECT");
    }

    private JsonNode board() {
        return lead.get(path + "/groups")
                .ok()
                .body()
                .get("groups")
                .valueStream()
                .flatMap(g -> g.get("members").valueStream())
                .filter(m -> m.get("athlete").stringValue().equals(hall.athlete()))
                .findFirst()
                .orElseThrow();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            textBlock =
                    """
                    {"kind":"attended","session":9,"attendance":"PRESENT"}                      | unknown-session
                    {"kind":"attended","session":-1,"attendance":"PRESENT"}                     | out-of-range
                    {"kind":"attended","session":0,"attendance":"ASLEEP"}                       | unreadable
                    {"kind":"danced","session":0}                                               | unreadable
                    {"kind":"trained","session":0}                                              | missing
                    {"kind":"trained","session":0,"done":[{"part":"MAIN","exercise":"handstand","sets":2,"each":8}]} | unknown-exercise
                    {"kind":"trained","session":0,"done":[{"part":"MAIN","exercise":"box-squat","sets":2000,"each":8}]} | out-of-range
                    {"kind":"hurt","session":0,"report":{"region":"KNEE","intensity":44,"signs":[]}} | out-of-range
                    """)
    void what_cannot_be_is_refused_in_words_and_nothing_is_kept(String fact, String code) {
        tell(fact).problem(400, code);
        assertThat(jdbc.sql("select count(*) from training_fact where block_id = :id")
                        .param("id", UUID.fromString(block))
                        .query(Long.class)
                        .single())
                .isZero();
    }

    @Test
    void a_rater_leads_sessions_where_invited_and_nobody_else_does() {
        String login = "rater-" + UUID.randomUUID();
        String account = lead.post(
                        "/api/accounts",
                        "{\"login\":\"%s\",\"name\":\"Trainee\",\"role\":\"RATER\",\"password\":\"a-long-word-for-a-trainee\"}"
                                .formatted(login))
                .ok()
                .text("/id");
        Client rater = visitor().signIn(login, "a-long-word-for-a-trainee");
        rater.get("/api/blocks/" + block + "/sessions/0").problem(404, "not-found");
        lead.put(path + "/raters", "{\"accounts\":[\"%s\"]}".formatted(account)).ok();
        assertThat(rater.get("/api/blocks/" + block + "/sessions/0").ok().body().get("athletes"))
                .hasSize(2);
        rater.post(path + "/block/plan", SEASON).problem(403, "forbidden");
        lead.get("/api/blocks/" + UUID.randomUUID() + "/sessions/0").problem(404, "not-found");
        tell(
                        lead,
                        UUID.randomUUID(),
                        UUID.randomUUID().toString(),
                        "2026-11-30T08:10:00Z",
                        "{\"kind\":\"attended\",\"session\":0,\"attendance\":\"PRESENT\"}")
                .problem(400, "unknown-athlete");
    }

    private void trained(int session, String look) {
        tell("{\"kind\":\"trained\",\"session\":%d,\"done\":[{\"part\":\"MAIN\",\"exercise\":\"bodyweight-squat\",\"sets\":2,\"each\":12}],\"look\":\"%s\"}"
                        .formatted(session, look))
                .ok();
    }

    private JsonNode promotion() {
        return lead.get(path + "/promotions")
                .ok()
                .body()
                .get("athletes")
                .valueStream()
                .filter(a -> a.get("athlete").stringValue().equals(hall.athlete()))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void who_owns_a_rung_twice_goes_up_by_a_decision_of_the_lead_and_begins_to_be_looked_at_anew() {
        assertThat(promotion().at("/proposed/verdict").stringValue()).isEqualTo("STAY");
        trained(0, "NONE");
        trained(1, "SLIGHT");
        assertThat(promotion().at("/proposed/verdict").stringValue()).isEqualTo("UP");
        assertThat(promotion().at("/proposed/to").stringValue()).isEqualTo("goblet-squat");
        assertThat(promotion().at("/proposed/evidence")).hasSize(2);
        JsonNode due = lead.get("/api/today/training")
                .ok()
                .body()
                .valueStream()
                .filter(d -> d.get("block").stringValue().equals(block))
                .findFirst()
                .orElseThrow();
        assertThat(due.get("promotions").intValue()).isEqualTo(1);
        assertThat(due.get("retest").stringValue()).isEqualTo("2026-12-28");
        assertThat(promotion().at("/load/0/weeks/0/done").doubleValue()).isEqualTo(24);
        String far = "{\"id\":\"%s\",\"rungs\":{\"%s\":\"front-squat\"},\"reason\":\"Promotion\"}"
                .formatted(UUID.randomUUID(), hall.athlete());
        lead.post(path + "/promotions", far).problem(400, "move-impossible");
        String accepted = "{\"id\":\"%s\",\"rungs\":{\"%s\":\"goblet-squat\"},\"reason\":\"Promotion\"}"
                .formatted(UUID.randomUUID(), hall.athlete());
        lead.post(path + "/promotions", accepted).ok();
        assertThat(promotion().get("rung").stringValue()).isEqualTo("goblet-squat");
        assertThat(promotion().at("/proposed/because").stringValue()).isEqualTo("TOO_FEW_LOOKS");
        assertThat(lead.get(path + "/decisions?athlete=" + hall.athlete()).ok().text("/0/reason"))
                .isEqualTo("Promotion");
        assertThat(lead.post(
                                path + "/groups/formed?round=0",
                                "{\"groups\":2,\"smallest\":1,\"largest\":4,\"rungs\":1,\"together\":[],\"apart\":[],\"ages\":[]}")
                        .ok()
                        .body()
                        .get("groups")
                        .valueStream()
                        .flatMap(g -> g.get("members").valueStream())
                        .filter(m -> m.get("athlete").stringValue().equals(hall.athlete()))
                        .map(m -> m.get("rung").stringValue() + " "
                                + m.get("cost").doubleValue()))
                .as("groups that are formed anew take nothing back")
                .containsExactly("goblet-squat 0.0");
        assertThat(lead.get(path + "/formation").ok().body().at("/formation/groups/0/offer/rungs"))
                .hasSize(2);
        assertThat(lead.get(path + "/block").ok().body().at("/block/outdated").booleanValue())
                .as("the block still has the groups of before")
                .isTrue();
    }
}
