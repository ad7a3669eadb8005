package rangordnung.server.hall;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;

class HallTest extends ServerTest {

    private Client lead;
    private String screening;
    private String athlete;

    @BeforeEach
    void screening() {
        lead = lead();
        Hall hall = hall(lead, FLOOR, "Ada", "Bo");
        athlete = hall.athlete();
        screening = hall.screening();
    }

    private void send(String fact) {
        lead.post(
                        "/api/screenings/" + screening + "/facts",
                        "{\"facts\":[{\"id\":\"%s\",\"athlete\":\"%s\",\"at\":\"2026-11-09T08:00:00Z\",\"fact\":%s}]}"
                                .formatted(UUID.randomUUID(), athlete, fact))
                .ok();
    }

    private String path(String what) {
        return "/api/screenings/" + screening + "/" + what;
    }

    @Test
    void the_board_hears_of_a_fact_from_wherever_it_came_and_shows_it() throws Exception {
        Client.Stream live = lead.stream(path("live"));
        assertThat(live.next()).contains("event:open");

        UUID trial = UUID.randomUUID();
        send(
                "{\"kind\":\"trialOpened\",\"trial\":\"%s\",\"test\":\"overhead-squat\",\"conditions\":{\"load\":{\"position\":\"NONE\",\"kilograms\":0},\"arms\":\"AS_IN_TEST\",\"shoes\":false,\"turnOut\":{},\"aids\":[],\"archAssisted\":false}}"
                        .formatted(trial));
        assertThat(live.next()).contains("event:changed");
        Client.Answer board = lead.get(path("board")).ok();
        assertThat(board.text("/lines/0/states/1")).isEqualTo("STARTED");
        assertThat(board.body().at("/lines/0/missing").booleanValue()).isFalse();
        assertThat(board.body().at("/lines/1/missing").booleanValue()).isTrue();

        send("{\"kind\":\"painReported\",\"report\":{\"region\":\"KNEE\",\"intensity\":6,\"signs\":[]}}");
        assertThat(lead.get(path("board")).ok().text("/stopped/0/name")).isEqualTo("Ada");
        live.close();
    }

    @Test
    void a_hall_is_tried_without_being_kept_and_kept_when_asked() {
        String hall =
                """
                {"stations":[{"id":"a","name":{"en":"A","de":"A"},"tests":["overhead-squat"],"checkIn":false,"places":PLACES,"seconds":60}],
                 "raters":2,"walkingSeconds":0,"setUpSeconds":60,"lessonSeconds":2700,"orders":[]}""";
        assertThat(lead.post(path("plan"), hall.replace("PLACES", "1"))
                        .ok()
                        .body()
                        .at("/flow/finish")
                        .intValue())
                .isEqualTo(120);
        assertThat(lead.post(path("plan"), hall.replace("PLACES", "2"))
                        .ok()
                        .body()
                        .at("/flow/finish")
                        .intValue())
                .isEqualTo(60);
        assertThat(lead.get(path("hall")).ok().body().at("/stations"))
                .as("a door and one a test until the lead says otherwise")
                .hasSize(5);

        lead.put(path("hall"), hall.replace("PLACES", "2")).ok();
        assertThat(lead.get(path("hall")).ok().body().at("/stations")).hasSize(1);
    }

    @Test
    void the_board_expects_classes_one_after_the_other_as_the_plan_does() {
        lead.put(
                        path("hall"),
                        """
                {"stations":[{"id":"a","name":{"en":"A","de":"A"},"tests":["overhead-squat"],"checkIn":false,"places":1,"seconds":60}],
                 "raters":1,"walkingSeconds":0,"setUpSeconds":60,"lessonSeconds":2700,"orders":[],"waves":2}""")
                .ok();
        send("{\"kind\":\"attended\",\"attendance\":\"PRESENT\"}");
        Client.Answer board = lead.get(path("board")).ok();
        Duration planned = Duration.between(
                Instant.parse(board.text("/pace/started")), Instant.parse(board.text("/pace/plannedFinish")));
        assertThat(planned)
                .as("the second class begins with its lesson, and its one athlete takes a minute")
                .isEqualTo(Duration.ofSeconds(2700 + 60));
        assertThat(board.body().at("/pace/of").intValue()).isEqualTo(2);
    }

    @Test
    void a_hall_that_cannot_be_is_refused_with_the_station() {
        String one =
                "{\"id\":\"a\",\"name\":{\"en\":\"A\",\"de\":\"A\"},\"tests\":[\"%s\"],\"checkIn\":false,\"places\":1,\"seconds\":60}";
        String hall =
                "{\"stations\":[%s],\"raters\":1,\"walkingSeconds\":0,\"setUpSeconds\":60,\"lessonSeconds\":2700,\"orders\":[]}";
        lead.put(path("hall"), hall.formatted(one.formatted("handstand"))).problem(400, "unknown-test");
        lead.put(
                        path("hall"),
                        hall.formatted(one.formatted("wall-test") + ","
                                + one.replace("\"a\"", "\"b\"").formatted("wall-test")))
                .problem(400, "test-twice");
        lead.put(path("hall"), hall.formatted(one.replace("[\"%s\"]", "[]"))).problem(400, "station-empty");
        lead.put(path("hall"), hall.formatted(one.formatted("wall-test").replace("\"en\":\"A\"", "\"en\":\"\\u200b\"")))
                .problem(400, "text-unusable");
        lead.put(path("hall"), hall.formatted(one.formatted("wall-test").replace("\"places\":1", "\"places\":0")))
                .problem(400, "invalid");
    }
}
