package rangordnung.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import rangordnung.server.ServerTest;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

class ApiDocumentTest extends ServerTest {

    private static final JsonMapper SORTED = JsonMapper.builder()
            .enable(SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS)
            .enable(SerializationFeature.INDENT_OUTPUT)
            .build();

    /** The interface's types come from this file; when it differs, write the new one and run {@code npm run api}. */
    @Test
    void the_document_that_the_interface_is_built_from_is_what_the_server_gives() throws IOException {
        Path kept = Path.of("../web/api/openapi.json");
        JsonNode now = visitor().get("/v3/api-docs").ok().body();
        if (Boolean.getBoolean("openapi.write")) {
            Files.writeString(kept, SORTED.writeValueAsString(SORTED.convertValue(now, TreeMap.class)) + "\n");
        }

        assertThat(SORTED.readTree(Files.readString(kept)))
                .as("mvn test -pl server -Dtest=ApiDocumentTest -Dopenapi.write=true")
                .isEqualTo(now);
    }

    @Test
    void every_answer_carries_the_strict_policy_and_errors_are_problem_details() {
        var page = visitor().get("/");
        assertThat(page.headers().firstValue("Content-Security-Policy").orElse(""))
                .startsWith("default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self'");
        assertThat(page.headers().firstValue("X-Content-Type-Options")).contains("nosniff");
        assertThat(page.headers().firstValue("X-Frame-Options")).contains("DENY");
        assertThat(visitor().get("/actuator/health").ok().text("/status")).isEqualTo("UP");
        visitor().get("/api/today").problem(401, "signed-out");
        lead().get("/api/screenings/not-an-id/results").problem(400, "bad-address");
        lead().post("/api/teams", "{\"name\":\"\",\"kind\":\"CLASS\"}").problem(400, "invalid");
        lead().post("/api/teams", "{\"name\":").problem(400, "unreadable");
        lead().get("/api/nothing").problem(404, "no-such-address");
        assertThat(visitor().get("/assets/missing.js").status()).isEqualTo(404);
    }

    @Test
    void a_body_that_is_too_large_is_refused_before_it_is_read() {
        String text = "x".repeat((int) Bodies.MEGA);
        lead().post("/api/teams", "{\"name\":\"" + text + "\",\"kind\":\"CLASS\"}")
                .problem(413, "too-large");
    }
}
