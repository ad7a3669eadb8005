package rangordnung.server.platform;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;

class MetricsTest extends ServerTest {

    /** Every line is a comment or a sample, as the text exposition format 0.0.4 of Prometheus has them. */
    @Test
    void numbers_come_in_the_form_that_collectors_read_and_tell_of_nobody() {
        Client lead = lead();
        Hall hall = hall(lead, FLOOR, "Mirabelle Unmistakable");
        squat(lead, hall.screening(), hall.athlete());
        String told = new String(visitor().get("/actuator/prometheus").ok().bytes(), UTF_8);
        assertThat(Arrays.stream(told.split("\n")))
                .allMatch(line -> line.startsWith("# HELP ")
                        || line.startsWith("# TYPE ")
                        || line.matches("[a-zA-Z_:][a-zA-Z0-9_:]*(\\{.*})? [-+0-9.eEInfNa]+"));
        assertThat(told)
                .contains(
                        "rangordnung_answers_total{status=\"2xx\"}",
                        "rangordnung_connections_active",
                        "jvm_memory_used")
                .doesNotContain("Mirabelle", "Unmistakable", hall.screening(), hall.athlete());
        assertThat(told.lines()
                        .filter(l -> l.startsWith("rangordnung_facts_total"))
                        .mapToDouble(l -> Double.parseDouble(l.replaceAll(".* ", "")))
                        .sum())
                .isGreaterThanOrEqualTo(3);
    }
}
