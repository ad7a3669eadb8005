package rangordnung.server.inventory;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;

class TrainingHallsTest extends ServerTest {

    private static String hall(String inventory) {
        return "{\"id\":\"%s\",\"name\":\"Gym of the school by the lake\",\"inventory\":%s}"
                .formatted(UUID.randomUUID(), inventory);
    }

    private static String inventory(String piece) {
        return "{\"pieces\":[" + piece
                + "],\"places\":[{\"name\":\"By the wall\",\"x\":0.1,\"y\":0.9}],\"supervisors\":"
                + "[{\"role\":\"Lead\",\"groups\":3,\"athletes\":30,\"hours\":[{\"day\":\"MONDAY\",\"from\":\"08:00:00\",\"to\":\"09:30:00\"}]}],\"spotter\":true}";
    }

    @Test
    void a_hall_is_kept_changed_by_version_and_deleted() {
        Client lead = lead();
        String sent = hall(inventory("{\"item\":\"BOX\",\"centimetres\":40.5,\"count\":3}"));
        Client.Answer kept = lead.post("/api/halls", sent).ok();
        assertThat(lead.post("/api/halls", sent).ok().body())
                .as("sending it twice changes nothing")
                .isEqualTo(kept.body());
        String at = "/api/halls/" + kept.text("/id");
        assertThat(lead.get(at)
                        .ok()
                        .body()
                        .at("/inventory/pieces/0/centimetres")
                        .doubleValue())
                .isEqualTo(40.5);

        String change = "{\"version\":%s,\"name\":\"Small hall\",\"inventory\":%s}"
                .formatted(kept.body().get("version"), inventory("{\"item\":\"BALL\",\"count\":8}"));
        assertThat(lead.put(at, change).ok().text("/name")).isEqualTo("Small hall");
        Client.Answer late = lead.put(at, change).problem(409, "changed-meanwhile");
        assertThat(late.text("/now/inventory/pieces/0/item")).isEqualTo("BALL");

        assertThat(lead.delete(at).status()).isEqualTo(204);
        lead.get(at).problem(404, "not-found");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
                    {"item":"SOFA","count":1}                       | unknown-kit   | SOFA
                    {"item":"BOX","count":0}                        | out-of-range  | count
                    {"item":"BOX","count":1,"centimetres":900}      | out-of-range  | centimetres
                    {"item":"BOX"}                                  | missing       | count
                    {"item":"BOX","count":"many"}                   | unreadable    |
                    """)
    void what_cannot_be_is_refused_in_words_and_nothing_is_kept(String piece, String code, String names) {
        Client lead = lead();
        long before =
                jdbc.sql("select count(*) from training_hall").query(Long.class).single();
        Client.Answer refused = lead.post("/api/halls", hall(inventory(piece))).problem(400, code);
        assertThat(refused.text("/detail")).contains(names == null ? "" : names);
        assertThat(jdbc.sql("select count(*) from training_hall")
                        .query(Long.class)
                        .single())
                .isEqualTo(before);
    }
}
