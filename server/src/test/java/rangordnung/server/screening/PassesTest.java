package rangordnung.server.screening;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.Timestamp;
import java.time.Instant;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;

class PassesTest extends ServerTest {

    private Client lead;
    private String team;
    private String screening;
    private String athlete;

    @BeforeEach
    void rosterAndHall() {
        lead = lead();
        Hall hall = hall(lead, FLOOR, "Ada Grün");
        team = hall.team();
        athlete = hall.athlete();
        screening = screening();
    }

    private String screening() {
        String id = screening(lead, team, FLOOR);
        lead.put(
                        "/api/screenings/" + id + "/hall",
                        """
                {"stations":[{"id":"door","name":{"en":"Door","de":"Door"},"tests":[],"checkIn":true,"places":1,"seconds":20},
                 {"id":"squat","name":{"en":"Squat","de":"Squat"},"tests":["overhead-squat"],"checkIn":false,"places":1,"seconds":75},
                 {"id":"rest","name":{"en":"Rest","de":"Rest"},"tests":["split-squat","timed-stance","wall-test"],"checkIn":false,"places":1,"seconds":90}],
                 "raters":3,"walkingSeconds":10,"setUpSeconds":300,"lessonSeconds":2700,"orders":[]}""")
                .ok();
        return id;
    }

    private Client.Answer pass(String station) {
        return lead.post(
                        "/api/screenings/" + screening + "/passes",
                        "{\"station\":\"%s\",\"helper\":\"Momo\",\"minutes\":60}".formatted(station))
                .ok();
    }

    private static String code(Client.Answer pass) {
        String address = pass.text("/address");
        return address.substring(address.lastIndexOf('/') + 1);
    }

    private Client helper(String station) {
        Client phone = phone();
        phone.post("/api/join", "{\"code\":\"%s\"}".formatted(code(pass(station))))
                .ok();
        phone.get("/api/session").ok();
        return phone;
    }

    /** A phone that has opened the page. */
    private Client phone() {
        Client phone = visitor();
        phone.get("/api/session").ok();
        return phone;
    }

    private String fact(String body) {
        return fact(UUID.randomUUID(), "", body);
    }

    private String fact(UUID id, String supersedes, String body) {
        return "{\"facts\":[{\"id\":\"%s\",\"athlete\":\"%s\",\"at\":\"2026-11-09T08:00:00Z\"%s,\"fact\":%s}]}"
                .formatted(id, athlete, supersedes.isEmpty() ? "" : ",\"supersedes\":\"" + supersedes + "\"", body);
    }

    private static String opened(UUID trial, String test) {
        return "{\"kind\":\"trialOpened\",\"trial\":\"%s\",\"test\":\"%s\",\"conditions\":{\"load\":{\"position\":\"NONE\",\"kilograms\":0},\"arms\":\"AS_IN_TEST\",\"shoes\":false,\"turnOut\":{},\"aids\":[],\"archAssisted\":false}}"
                .formatted(trial, test);
    }

    private String facts() {
        return "/api/screenings/" + screening + "/facts";
    }

    @Test
    void a_helper_is_at_one_station_and_writes_there_under_their_own_name() {
        Client helper = helper("squat");
        UUID trial = UUID.randomUUID();
        helper.post(facts(), fact(opened(trial, "overhead-squat"))).ok();
        helper.post(
                        facts(),
                        fact(
                                "{\"kind\":\"marked\",\"trial\":\"%s\",\"criterion\":\"arch\",\"side\":\"LEFT\",\"grade\":\"SLIGHT\"}"
                                        .formatted(trial)))
                .ok();

        Client.Answer station =
                helper.get("/api/screenings/" + screening + "/station").ok();
        assertThat(station.text("/at/id")).isEqualTo("squat");
        assertThat(station.text("/queue/0/shortName")).isEqualTo("Ada G.");
        assertThat(station.body().toString()).doesNotContain("Grün", "legLength\":");
        assertThat(station.body().at("/stations")).hasSize(1);
        assertThat(helper.get("/api/session").ok().text("/me/opened/station")).isEqualTo("squat");
        assertThat(jdbc.sql(
                                "select name from account a join fact f on f.author_id = a.id where f.screening_id = :s limit 1")
                        .param("s", UUID.fromString(screening))
                        .query(String.class)
                        .single())
                .isEqualTo("Momo");
    }

    /** What lies outside a pass: every other address, reading and writing. */
    @ParameterizedTest
    @CsvSource({
        "GET, /api/today, 403",
        "GET, /api/teams, 403",
        "GET, /api/teams/TEAM, 403",
        "GET, /api/accounts, 403",
        "GET, /api/protocols, 403",
        "GET, /api/battery, 403",
        "GET, /api/screenings/HERE/results, 403",
        "GET, /api/screenings/HERE/results/ATHLETE, 403",
        "GET, /api/screenings/HERE/ranking, 403",
        "GET, /api/screenings/HERE/groups, 403",
        "GET, /api/screenings/HERE/board, 403",
        "GET, /api/screenings/HERE/live, 403",
        "GET, /api/screenings/HERE/passes, 403",
        "GET, /api/screenings/HERE/hall, 403",
        "GET, /api/screenings/HERE/plan, 403",
        "GET, /api/screenings/HERE/agreement, 403",
        "GET, /api/lan, 403",
        "POST, /api/screenings/HERE/passes, 403",
        "POST, /api/screenings/HERE/settlements, 403",
        "POST, /api/screenings/HERE/decisions, 403",
        "POST, /api/protocols, 403",
        "POST, /api/teams, 403",
        "DELETE, /api/athletes/ATHLETE, 403",
        "GET, /api/screenings/OTHER/station, 404",
        "GET, /api/screenings/OTHER/facts?athlete=ATHLETE, 404",
        "GET, /api/screenings/OTHER/books, 404",
        "POST, /api/screenings/OTHER/facts, 404"
    })
    void nothing_else_is_reachable(String method, String path, int status) {
        String other = screening();
        Client helper = helper("squat");
        String address = path.replace("HERE", screening)
                .replace("OTHER", other)
                .replace("TEAM", team)
                .replace("ATHLETE", athlete);
        Client.Answer answer =
                switch (method) {
                    case "GET" -> helper.get(address);
                    case "DELETE" -> helper.delete(address);
                    default -> helper.post(address, path.endsWith("facts") ? "{\"facts\":[]}" : "{}");
                };
        assertThat(answer.status()).isEqualTo(status);
    }

    /** What a helper at the squat may not write, and what they always may. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "{\"kind\":\"trialOpened\",\"trial\":\"TRIAL\",\"test\":\"split-squat\",\"conditions\":{\"load\":{\"position\":\"NONE\",\"kilograms\":0},\"arms\":\"AS_IN_TEST\",\"shoes\":false,\"turnOut\":{},\"aids\":[],\"archAssisted\":false}}",
                "{\"kind\":\"marked\",\"trial\":\"OTHERS\",\"criterion\":\"knee-line\",\"side\":\"LEFT\",\"grade\":\"SEVERE\"}",
                "{\"kind\":\"viewClosed\",\"trial\":\"OTHERS\",\"view\":\"SIDE\",\"repetitions\":5}",
                "{\"kind\":\"measured\",\"trial\":\"OTHERS\",\"criterion\":\"wall\",\"side\":\"LEFT\",\"measure\":\"wall-distance\",\"repetition\":1,\"value\":9,\"confidence\":1}",
                "{\"kind\":\"marked\",\"trial\":\"TRIAL\",\"criterion\":\"knee-line\",\"side\":\"LEFT\",\"grade\":\"SEVERE\"}",
                "{\"kind\":\"asked\",\"yes\":[],\"cleared\":false,\"film\":true,\"touch\":true}",
                "{\"kind\":\"legMeasured\",\"side\":\"LEFT\",\"centimetres\":80}"
            })
    void a_pass_cannot_write_outside_its_station(String body) {
        UUID others = UUID.randomUUID();
        lead.post(facts(), fact(opened(others, "split-squat"))).ok();
        Client helper = helper("squat");

        helper.post(
                        facts(),
                        fact(body.replace("OTHERS", others.toString())
                                .replace("TRIAL", UUID.randomUUID().toString())))
                .problem(403, "outside-pass");
        assertThat(kept()).isEqualTo(1);
        assertThat(helper.get(facts() + "?athlete=" + athlete).ok().body())
                .as("nor read what others saw there")
                .isEmpty();
        helper.post(
                        facts(),
                        fact(
                                "{\"kind\":\"painReported\",\"report\":{\"region\":\"KNEE\",\"intensity\":6,\"signs\":[]}}"))
                .ok();
        assertThat(kept()).as("pain can always be said").isEqualTo(2);
    }

    @Test
    void a_helper_takes_back_only_what_they_wrote() {
        UUID leads = UUID.randomUUID();
        lead.post(facts(), fact(leads, "", opened(UUID.randomUUID(), "overhead-squat")))
                .ok();
        Client helper = helper("squat");
        UUID own = UUID.randomUUID();
        helper.post(facts(), fact(own, "", opened(UUID.randomUUID(), "overhead-squat")))
                .ok();

        helper.post(facts(), fact(UUID.randomUUID(), leads.toString(), "{\"kind\":\"withdrawn\"}"))
                .problem(403, "outside-pass");
        helper.post(facts(), fact(UUID.randomUUID(), own.toString(), "{\"kind\":\"withdrawn\"}"))
                .ok();
    }

    private static void join(Client phone, String code) {
        phone.get("/api/session");
        phone.post("/api/join", "{\"code\":\"%s\"}".formatted(code)).ok();
        phone.get("/api/session");
    }

    /** With a new code of the same name on the same phone a helper is who they were; on another phone, or by another name, somebody else. */
    @Test
    void a_new_code_on_the_same_phone_goes_on_as_the_same_helper() {
        Client phone = phone();
        join(phone, code(pass("squat")));
        String account = phone.get("/api/session").ok().text("/me/id");
        UUID own = UUID.randomUUID();
        phone.post(facts(), fact(own, "", opened(UUID.randomUUID(), "overhead-squat")))
                .ok();

        join(phone, code(pass("squat")));
        assertThat(phone.get("/api/session").ok().text("/me/id")).isEqualTo(account);
        phone.post(facts(), fact(UUID.randomUUID(), own.toString(), "{\"kind\":\"withdrawn\"}"))
                .ok();

        Client other = phone();
        join(other, code(pass("squat")));
        assertThat(other.get("/api/session").ok().text("/me/id")).isNotEqualTo(account);
        String renamed = lead.post(
                        "/api/screenings/" + screening + "/passes",
                        "{\"station\":\"squat\",\"helper\":\"Kim\",\"minutes\":60}")
                .ok()
                .text("/address");
        join(phone, renamed.substring(renamed.lastIndexOf('/') + 1));
        assertThat(phone.get("/api/session").ok().text("/me/id")).isNotEqualTo(account);
    }

    /** The cookie of a helper lasts, so that a closed browser finds its station again, and not longer than the pass. */
    @Test
    void a_helpers_session_outlasts_the_browser_and_not_the_pass() {
        Client phone = phone();
        phone.get("/api/session");
        String cookie = phone
                .post("/api/join", "{\"code\":\"%s\"}".formatted(code(pass("squat"))))
                .ok()
                .headers()
                .allValues("Set-Cookie")
                .stream()
                .filter(c -> c.startsWith("rangordnung="))
                .findFirst()
                .orElseThrow();
        assertThat(Integer.parseInt(cookie.replaceAll(".*Max-Age=(\\d+).*", "$1")))
                .isBetween(60, 12 * 3600);
        assertThat(cookie).contains("HttpOnly", "SameSite=Strict");
    }

    @Test
    void marks_are_taken_under_no_other_account() {
        Client phone = helper("squat");
        phone.post(facts(), "{\"facts\":[],\"author\":\"%s\"}".formatted(UUID.randomUUID()))
                .problem(401, "other-account");
        phone.post(
                        facts(),
                        "{\"facts\":[],\"author\":\"%s\"}"
                                .formatted(phone.get("/api/session").ok().text("/me/id")))
                .ok();
    }

    private long kept() {
        return jdbc.sql("select count(*) from fact where screening_id = :s")
                .param("s", UUID.fromString(screening))
                .query(Long.class)
                .single();
    }

    @Test
    void a_code_opens_one_phone_until_it_is_taken_back_or_ends() throws Exception {
        Client.Answer made = pass("squat");
        String body = "{\"code\":\"%s\"}".formatted(code(made));
        ExecutorService threads = Executors.newFixedThreadPool(4);
        int joined = 0;
        for (Future<Integer> status : threads.invokeAll(IntStream.range(0, 4)
                .<Callable<Integer>>mapToObj(
                        i -> () -> phone().post("/api/join", body).status())
                .toList())) {
            joined += status.get() == 204 ? 1 : 0;
        }
        threads.shutdown();
        assertThat(joined).isEqualTo(1);
        phone().post("/api/join", body).problem(409, "pass-taken");
        phone().post("/api/join", "{\"code\":\"guessed\"}").problem(403, "pass-closed");

        Client helper = helper("squat");
        String id = lead.get("/api/screenings/" + screening + "/passes").ok().text("/0/id");
        lead.delete("/api/screenings/" + screening + "/passes/" + id).ok();
        helper.get("/api/screenings/" + screening + "/station").problem(401, "pass-ended");
        helper.post(facts(), "{\"facts\":[]}").problem(401, "pass-ended");

        Client late = helper("squat");
        jdbc.sql("update station_pass set expires_at = :now where screening_id = :s")
                .param("now", Timestamp.from(Instant.now().minusSeconds(1)))
                .param("s", UUID.fromString(screening))
                .update();
        late.get("/api/screenings/" + screening + "/station").problem(401, "pass-ended");
    }

    @Test
    void the_code_is_never_kept_and_helpers_stand_in_no_list_of_accounts() {
        String code = code(pass("squat"));
        assertThat(jdbc.sql("select code_hash from station_pass")
                        .query(String.class)
                        .list())
                .doesNotContain(code);
        helper("rest");
        assertThat(lead.get("/api/accounts").ok().body().valueStream().map(a -> a.get("role")
                        .stringValue()))
                .doesNotContain("HELPER");
        lead.post(
                        "/api/screenings/" + screening + "/passes",
                        "{\"station\":\"roof\",\"helper\":\"Momo\",\"minutes\":60}")
                .problem(404, "not-found");
        lead.post(
                        "/api/screenings/" + screening + "/passes",
                        "{\"station\":\"squat\",\"helper\":\"Momo\",\"minutes\":1}")
                .problem(400, "invalid");
    }

    /** The second round: a helper hears which looks are worth it here, and nothing of what was seen. */
    @Test
    void a_helper_is_asked_for_second_looks_at_their_station_only() {
        squat(lead, screening, athlete, "arch LEFT SLIGHT");
        String again = "/api/screenings/" + screening + "/station/again";

        Client.Answer atTheSquat = helper("squat").get(again).ok();
        assertThat(atTheSquat.text("/0/kind")).isEqualTo("SECOND_LOOK");
        assertThat(atTheSquat.body().toString()).doesNotContain("arch").doesNotContain("SLIGHT");
        assertThat(helper("rest").get(again).ok().body().toString()).doesNotContain("overhead-squat");
        assertThat(lead.get(again).ok().body().toString())
                .as("nobody looks a second time at what they have seen themselves")
                .doesNotContain("SECOND_LOOK");
        lead.get(again + "?station=roof").problem(404, "not-found");
    }

    /** A rater is a colleague, not the lead: no answers of check-in, and the lead's word stands. */
    @Test
    void a_rater_neither_hears_answers_nor_takes_back_what_the_lead_wrote() {
        String login = "rater-" + UUID.randomUUID();
        String account = lead.post(
                        "/api/accounts",
                        "{\"name\":\"R\",\"login\":\"%s\",\"password\":\"%s\",\"role\":\"RATER\"}"
                                .formatted(login, PASSWORD))
                .ok()
                .text("/id");
        lead.put("/api/screenings/" + screening + "/raters", "{\"accounts\":[\"%s\"]}".formatted(account))
                .ok();
        Client rater = visitor().signIn(login, PASSWORD);
        String asked =
                "{\"kind\":\"asked\",\"yes\":[\"LAY_OFF\",\"INJURY_IN_TWELVE_MONTHS\"],\"injury\":{\"region\":\"KNEE\"},\"cleared\":true,\"film\":true,\"touch\":false}";
        UUID answers = UUID.randomUUID();
        lead.post(facts(), fact(answers, "", asked)).ok();

        for (String read : new String[] {facts() + "?athlete=" + athlete, "/api/screenings/" + screening + "/books"}) {
            Client.Answer seen = rater.get(read).ok();
            assertThat(seen.body().toString()).doesNotContain("LAY_OFF", "INJURY", "KNEE");
            assertThat(seen.body().at("/0/fact/film").booleanValue())
                    .as("who may be filmed")
                    .isTrue();
        }
        rater.post(facts(), fact(asked)).problem(403, "leads-only");
        for (String back : new String[] {"withdrawn", "removed"}) {
            rater.post(facts(), fact(UUID.randomUUID(), answers.toString(), "{\"kind\":\"" + back + "\"}"))
                    .problem(403, "leads-only");
        }
        UUID own = UUID.randomUUID();
        rater.post(facts(), fact(own, "", opened(UUID.randomUUID(), "overhead-squat")))
                .ok();
        rater.post(facts(), fact(UUID.randomUUID(), own.toString(), "{\"kind\":\"withdrawn\"}"))
                .ok();
        assertThat(lead.get(facts() + "?athlete=" + athlete).ok().body().toString())
                .contains("LAY_OFF");
    }

    @Test
    void a_medical_yes_that_the_lead_hears_leaves_only_that_the_athlete_is_not_cleared() {
        String asked = fact("{\"kind\":\"asked\",\"yes\":[],\"cleared\":false,\"film\":false,\"touch\":false}");
        Client door = helper("door");
        door.post(facts(), asked).problem(403, "outside-pass");
        lead.post(facts(), asked).ok();
        assertThat(door.get(facts() + "?athlete=" + athlete).ok().body())
                .as("nor is it shown to a helper")
                .isEmpty();

        Client.Answer kept = lead.get("/api/teams/" + team).ok();
        assertThat(kept.text("/athletes/0/record/clearance")).isEqualTo("NOT_CLEARED");
        assertThat(kept.text("/athletes/0/record/clearedBy")).isEqualTo("check-in");
        assertThat(lead.get("/api/screenings/" + screening + "/board").ok().text("/lines/0/states/1"))
                .isEqualTo("EXCUSED");
    }
}
