package rangordnung.server.ownview;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.UUID;
import java.util.stream.IntStream;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;
import tools.jackson.databind.JsonNode;

/** A link to one’s own card, what it shows, and what a family may ask for with it. */
class OwnViewTest extends ServerTest {

    private Client lead;
    private Hall hall;
    private String links;

    @BeforeEach
    void two() {
        lead = lead();
        hall = hall(lead, 1, "Ada Grün", "Bo Żółć");
        links = "/api/screenings/" + hall.screening() + "/card-links";
        squat(lead, hall.screening(), hall.athletes().get(0), "knee-line LEFT SEVERE");
        squat(lead, hall.screening(), hall.athletes().get(1));
    }

    /** Failed codes count against the address of all tests. */
    @AfterEach
    void forgotten() {
        jdbc.sql("delete from login_attempt").update();
    }

    private Client.Answer make(int days) {
        return lead.post(links, "{\"athlete\":\"%s\",\"days\":%d}".formatted(hall.athlete(), days));
    }

    private String code() {
        String address = make(7).ok().text("/address");
        assertThat(address).contains("/#/card/");
        return address.substring(address.lastIndexOf('/') + 1);
    }

    private static Client.Answer open(Client family, String code) {
        return family.post("/api/card", "{\"code\":\"%s\",\"language\":\"EN\"}".formatted(code));
    }

    private static Client.Answer ask(Client family, String code, String kind, String text) {
        return family.post(
                "/api/card/requests", "{\"code\":\"%s\",\"kind\":\"%s\",\"text\":\"%s\"}".formatted(code, kind, text));
    }

    private Client family() {
        Client family = visitor();
        family.get("/api/session").ok();
        return family;
    }

    @Test
    void a_card_shows_ones_own_exercise_and_nothing_of_anybody_else() {
        Client family = family();
        Client.Answer card = open(family, code());
        JsonNode body = card.ok().body();
        assertThat(body.get("name").stringValue()).isEqualTo("Ada Grün");
        assertThat(body.at("/work/0/exercise").stringValue()).isEqualTo("Split squat hold, knee to a target");
        assertThat(body.at("/work/0/figure").stringValue()).startsWith("<svg");
        assertThat(body.toString())
                .doesNotContain("Żółć", "Bo ")
                .doesNotContainIgnoringCase("severe", "marked", "rank", "index", "valgus");
        family.get("/api/today").problem(401, "signed-out");
        family.get("/api/screenings/" + hall.screening() + "/results").problem(401, "signed-out");
    }

    @Test
    void a_link_opens_again_on_the_device_that_has_opened_it_and_on_no_other() {
        String code = code();
        Client family = family();
        open(family, code).ok();
        open(family, code).ok();
        open(family(), code).problem(409, "link-taken");
        ask(family(), code, "ERASURE", "").problem(409, "link-taken");
        assertThat(lead.get(links + "?athlete=" + hall.athlete())
                        .ok()
                        .body()
                        .get(0)
                        .get("opened"))
                .isNotNull();
    }

    @Test
    void a_link_that_has_ended_or_was_taken_back_opens_nothing() {
        String ended = code();
        jdbc.sql("update card_link set expires_at = now() - interval '1 second' where athlete_id = cast(:id as uuid)")
                .param("id", hall.athlete())
                .update();
        open(family(), ended).problem(403, "link-closed");
        Client family = family();
        String revoked = code();
        open(family, revoked).ok();
        String id = lead.get(links + "?athlete=" + hall.athlete())
                .ok()
                .body()
                .get(0)
                .get("id")
                .stringValue();
        lead.delete(links + "/" + id).ok();
        open(family, revoked).problem(403, "link-closed");
        ask(family, revoked, "ERASURE", "").problem(403, "link-closed");
        lead.delete(links + "/" + UUID.randomUUID()).problem(404, "not-found");
        assertThat(lead.get(links + "?athlete=" + hall.athlete()).ok().body().findValues("opens"))
                .allSatisfy(opens -> assertThat(opens.booleanValue()).isFalse());
    }

    @Test
    void whoever_guesses_is_slowed_down_and_learns_nothing() {
        Client guesser = family();
        String code = code();
        List<Integer> answers = IntStream.range(0, 60)
                .mapToObj(i -> open(guesser, code.substring(0, 31) + (char) ('0' + i % 10))
                        .status())
                .distinct()
                .toList();
        assertThat(answers).contains(403, 429).isSubsetOf(200, 403, 429);
        open(guesser, code).problem(429, "too-many-logins");
        assertThat(jdbc.sql("select code_hash from card_link where athlete_id = cast(:id as uuid)")
                        .param("id", hall.athlete())
                        .query(String.class)
                        .list())
                .as("the code is kept as a hash")
                .doesNotContain(code);
    }

    @Test
    void whoever_is_held_back_is_asked_to_talk_and_whoever_leaves_takes_the_link_along() {
        send(
                lead,
                hall.screening(),
                hall.athlete(),
                "{\"kind\":\"painReported\",\"report\":{\"region\":\"KNEE\",\"side\":\"LEFT\",\"intensity\":7,\"signs\":[]}}");
        Client family = family();
        String code = code();
        JsonNode card = open(family, code).ok().body();
        assertThat(card.get("talk").booleanValue()).isTrue();
        assertThat(card.get("work")).isEmpty();
        assertThat(card.toString()).doesNotContainIgnoringCase("knee", "pain");
        lead.delete("/api/athletes/" + hall.athlete()).ok();
        open(family, code).problem(403, "link-closed");
    }

    @Test
    void a_request_reaches_the_day_of_the_lead_until_it_is_dealt_with() {
        Client family = family();
        String code = code();
        ask(family, code, "CORRECTION", "The birth date is 3 May.").ok();
        ask(family, code, "ERASURE", "").ok();
        JsonNode waiting = lead.get("/api/today/requests").ok().body();
        assertThat(waiting.findValuesAsString("kind")).contains("CORRECTION", "ERASURE");
        JsonNode first = of(waiting, hall.athlete());
        assertThat(first.get("name").stringValue()).isEqualTo("Ada Grün");
        assertThat(first.get("text").stringValue()).isEqualTo("The birth date is 3 May.");
        lead.post("/api/requests/" + first.get("id").stringValue() + "/done", "{}")
                .ok();
        assertThat(lead.get("/api/today/requests").ok().body().findValuesAsString("id"))
                .doesNotContain(first.get("id").stringValue());
        foreigner()
                .post("/api/requests/" + first.get("id").stringValue() + "/done", "{}")
                .problem(404, "not-found");
        for (int i = 2; i < 5; i++) {
            ask(family, code, "CORRECTION", "More").ok();
        }
        ask(family, code, "CORRECTION", "Too much").problem(409, "too-many-requests");
    }

    private static JsonNode of(JsonNode requests, String athlete) {
        return StreamSupport.stream(requests.spliterator(), false)
                .filter(r -> r.get("athlete").stringValue().equals(athlete))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void malformed_links_and_requests_are_refused_in_words() {
        make(0).problem(400, "invalid");
        make(15).problem(400, "invalid");
        lead.post(links, "{\"athlete\":\"%s\",\"days\":3}".formatted(UUID.randomUUID()))
                .problem(404, "not-found");
        lead.post(links, "{\"days\":3}").problem(400, "missing");
        Client family = family();
        String code = code();
        ask(family, code, "CORRECTION", "   ").problem(400, "missing");
        ask(family, code, "PARTY", "x").problem(400, "unreadable");
        ask(family, code, "CORRECTION", "x".repeat(1001)).problem(400, "invalid");
        open(family, "x".repeat(101)).problem(400, "invalid");
        family.post("/api/card", "{\"code\":\"" + code + "\",\"language\":\"FR\"}")
                .problem(400, "unreadable");
        foreigner().get(links + "?athlete=" + hall.athlete()).problem(404, "not-found");
    }

    /** Who may allow what: house convention, after common practice in safeguarding. */
    @ParameterizedTest
    @CsvSource({
        "2015-05-01, true, ATHLETE, 2026-11-01, guardian-needed",
        "2015-05-01, false, ATHLETE, 2026-11-01, ''",
        "2015-05-01, true, GUARDIAN, 2026-11-01, ''",
        "1990-05-01, true, ATHLETE, 2026-11-01, ''",
        "'', true, ATHLETE, 2026-11-01, ''",
        "1990-05-01, true, ATHLETE, 2199-01-01, consent-day",
    })
    void consent_is_kept_with_its_day_and_by_whom(String born, boolean film, String by, String on, String refused) {
        jdbc.sql("update athlete set birth_date = cast(nullif(:born, '') as date) where id = cast(:id as uuid)")
                .param("born", born)
                .param("id", hall.athlete())
                .update();
        String path = "/api/athletes/" + hall.athlete() + "/consents";
        assertThat(lead.get(path).ok().body())
                .as("nothing is allowed before somebody has said so")
                .isEmpty();
        Client.Answer answer = lead.post(
                path,
                "{\"film\":%s,\"touch\":false,\"landmarks\":false,\"givenBy\":\"%s\",\"givenOn\":\"%s\"}"
                        .formatted(film, by, on));
        if (!refused.isEmpty()) {
            answer.problem(400, refused);
            assertThat(lead.get(path).ok().body()).isEmpty();
            return;
        }
        assertThat(answer.ok().body()).hasSize(1);
        lead.post(
                        path,
                        "{\"film\":false,\"touch\":false,\"landmarks\":false,\"givenBy\":\"GUARDIAN\",\"givenOn\":\"2026-11-02\"}")
                .ok();
        JsonNode all = lead.get(path).ok().body();
        assertThat(all).hasSize(2);
        assertThat(all.get(0).get("film").booleanValue())
                .as("the last one holds")
                .isFalse();
        assertThat(all.get(1).get("givenOn").stringValue()).isEqualTo(on);
        assertThat(all.get(1).get("author").stringValue()).isEqualTo("Test Lead");
    }
}
