package rangordnung.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Every address of the API document for every role, with own, foreign, unknown and broken ids and bodies; none can be forgotten. */
class AddressesTest extends ServerTest {

    private static final JsonMapper JSON = new JsonMapper();
    private static final Set<String> METHODS = Set.of("get", "post", "put", "delete");
    /** What each role reaches, beside what everybody does; {@code -Droles.write=true} writes it anew. */
    private static final Path TABLE = Path.of("../docs/roles.md");

    private static final List<String> ROLES = List.of("owner", "lead", "rater", "viewer", "helper");

    private static final Set<String> EVERYBODY = Set.of(
            "get /api/session",
            "post /api/session",
            "delete /api/session",
            "post /api/setup",
            "post /api/join",
            "post /api/reset",
            "post /api/card",
            "post /api/card/requests");

    private JsonNode document;
    private Client lead;
    private Hall hall;

    /** One operation of the document. */
    private record Operation(String method, String path, JsonNode said) {

        String name() {
            return method + " " + path;
        }
    }

    @BeforeEach
    void read() {
        document = visitor().get("/v3/api-docs").ok().body();
        lead = lead();
        hall = hall(lead, FLOOR, "Ada Grün");
        jdbc.sql("delete from login_attempt").update();
    }

    private List<Operation> operations() {
        List<Operation> operations = new ArrayList<>();
        document.get("paths").properties().forEach(path -> path.getValue().properties().stream()
                .filter(m -> METHODS.contains(m.getKey()))
                .forEach(m -> operations.add(new Operation(m.getKey(), path.getKey(), m.getValue()))));
        assertThat(operations).hasSizeGreaterThan(50);
        return operations;
    }

    /** Ids of this organisation, by the place that they have in an address. */
    private String own(String path) {
        String first = path.startsWith("/api/teams/")
                ? hall.team()
                : path.startsWith("/api/athletes/")
                        ? hall.athlete()
                        : path.startsWith("/api/protocols/") ? "standard-floor" : hall.screening();
        return path.replace("{id}", first)
                .replace("{athlete}", hall.athlete())
                .replace("{version}", "3")
                .replaceAll("\\{[a-z]+}", UUID.randomUUID().toString());
    }

    private String query(Operation operation) {
        List<String> parameters = new ArrayList<>();
        for (JsonNode parameter : operation.said().path("parameters")) {
            if (parameter.get("in").stringValue().equals("query")
                    && parameter.path("required").booleanValue(false)) {
                String name = parameter.get("name").stringValue();
                JsonNode example = example(parameter.get("schema"), 0);
                parameters.add(name + "="
                        + (name.equals("athlete")
                                ? hall.athlete()
                                : name.equals("version") ? "3" : example.asString()));
            }
        }
        return parameters.isEmpty() ? "" : "?" + String.join("&", parameters);
    }

    private JsonNode schema(JsonNode schema) {
        JsonNode ref = schema.get("$ref");
        return ref == null
                ? schema
                : document.at("/components/schemas/" + ref.stringValue().replaceAll(".*/", ""));
    }

    /** Something that fits a schema. */
    private JsonNode example(JsonNode asked, int depth) {
        JsonNode schema = schema(asked);
        if (schema.has("oneOf")) {
            return example(schema.get("oneOf").get(0), depth + 1);
        }
        if (schema.has("enum")) {
            return schema.get("enum").get(0);
        }
        String type = schema.path("type").stringValue("object");
        return switch (type) {
            case "array" -> JSON.createArrayNode();
            case "boolean" -> JSON.valueToTree(false);
            case "integer", "number" -> JSON.valueToTree(schema.path("minimum").asInt(1));
            case "string" ->
                JSON.valueToTree(
                        switch (schema.path("format").stringValue("")) {
                            case "uuid" -> UUID.randomUUID().toString();
                            case "date" -> "2026-11-09";
                            case "date-time" -> "2026-11-09T08:00:00Z";
                            default -> "x";
                        });
            default -> {
                var node = JSON.createObjectNode();
                if (depth < 12) {
                    Set<String> required = new HashSet<>();
                    schema.path("required").forEach(r -> required.add(r.stringValue()));
                    schema.path("properties").properties().stream()
                            .filter(p -> required.contains(p.getKey()))
                            .forEach(p -> node.set(p.getKey(), example(p.getValue(), depth + 1)));
                }
                yield node;
            }
        };
    }

    private String body(Operation operation) {
        JsonNode content = operation.said().at("/requestBody/content/application~1json/schema");
        return content.isMissingNode() ? "{}" : example(content, 0).toString();
    }

    private static Client.Answer call(Client who, String method, String address, String body) {
        return switch (method) {
            case "get" -> who.get(address);
            case "delete" -> who.delete(address);
            case "put" -> who.put(address, body);
            default -> who.post(address, body);
        };
    }

    private Client account(String role) {
        String login = role + "-" + UUID.randomUUID();
        lead.post(
                        "/api/accounts",
                        "{\"name\":\"R\",\"login\":\"%s\",\"password\":\"%s\",\"role\":\"%s\"}"
                                .formatted(login, PASSWORD, role.toUpperCase(Locale.ROOT)))
                .ok();
        return visitor().signIn(login, PASSWORD);
    }

    private Client helper() {
        String address = lead.post(
                        "/api/screenings/" + hall.screening() + "/passes",
                        "{\"station\":\"overhead-squat\",\"helper\":\"Momo\",\"minutes\":60}")
                .ok()
                .text("/address");
        Client phone = visitor();
        phone.get("/api/session");
        phone.post("/api/join", "{\"code\":\"%s\"}".formatted(address.replaceAll(".*/", "")))
                .ok();
        phone.get("/api/session");
        return phone;
    }

    @Test
    void each_role_reaches_what_the_table_says_and_nothing_else() throws IOException {
        Map<String, Client> roles =
                ROLES.stream().collect(Collectors.toMap(r -> r, r -> r.equals("helper") ? helper() : account(r)));
        Client visitor = visitor();
        visitor.get("/api/session");
        List<String> wrong = new ArrayList<>();
        List<String> table = new ArrayList<>(List.of(
                "# Who reaches what",
                "",
                "Written from the API document by `AddressesTest`, which asks every address as every role. A rater reaches only",
                "the screenings that they are invited to, a helper only the station that their code opens. Everybody reaches "
                        + EVERYBODY.stream().sorted().map(n -> "`" + n + "`").collect(Collectors.joining(", ")) + ".",
                "",
                "| Address | " + String.join(" | ", ROLES) + " |",
                "|---|" + "---|".repeat(ROLES.size())));
        List<Operation> asked = operations().stream()
                .filter(o -> !EVERYBODY.contains(o.name()))
                .sorted(Comparator.comparing(Operation::path).thenComparing(Operation::method))
                .toList();
        Map<String, Set<String>> reached = new HashMap<>();
        // whoever may delete comes last
        for (String role : List.of("visitor", "helper", "viewer", "rater", "lead", "owner")) {
            Client who = roles.getOrDefault(role, visitor);
            for (Operation operation : asked) {
                Client.Answer answer =
                        call(who, operation.method(), own(operation.path()) + query(operation), body(operation));
                int status = answer.status();
                boolean refused = status == 403
                        && answer.body().path("code").stringValue("").equals("forbidden");
                boolean uninvited = role.equals("rater") && operation.path().contains("screenings");
                if (status >= 500
                        || (status == 401) != role.equals("visitor")
                        || uninvited && status != 403 && status != 404) {
                    wrong.add(role + " " + operation.name() + ": " + status);
                }
                if (!refused) {
                    reached.computeIfAbsent(role, r -> new HashSet<>()).add(operation.name());
                }
            }
        }
        asked.forEach(o -> table.add(ROLES.stream()
                .map(role -> reached.get(role).contains(o.name()) ? "x" : " ")
                .collect(Collectors.joining(" | ", "| " + o.name() + " | ", " |"))));
        assertThat(wrong).isEmpty();
        if (Boolean.getBoolean("roles.write")) {
            Files.write(TABLE, table);
        }
        assertThat(Files.readAllLines(TABLE)).isEqualTo(table);
    }

    private Map<String, Long> rows() {
        return jdbc
                .sql(
                        "select relname from pg_stat_user_tables where schemaname = 'public' and relname not like 'spring%' and relname not in ('login_attempt', 'known_device')")
                .query(String.class)
                .list()
                .stream()
                .collect(Collectors.toMap(t -> t, t -> jdbc.sql("select count(*) from " + t)
                        .query(Long.class)
                        .single()));
    }

    /** Ids of this organisation open nothing to another one, neither reading nor writing. */
    @Test
    void another_organisation_reaches_nothing_of_this_one() {
        Client foreigner = foreigner();
        Map<String, Long> before = rows();
        List<String> wrong = new ArrayList<>();
        for (Operation operation : operations()) {
            if (operation.path().contains("{") && !operation.path().startsWith("/api/protocols/")) {
                Client.Answer answer =
                        call(foreigner, operation.method(), own(operation.path()) + query(operation), body(operation));
                if (answer.status() < 400 || answer.status() >= 500) {
                    wrong.add(operation.name() + ": " + answer.status());
                }
            }
        }
        assertThat(wrong).isEmpty();
        assertThat(rows()).isEqualTo(before);
    }

    /** Whatever is sent in place of what belongs there is refused in words, by every address. */
    @Test
    void every_address_refuses_what_is_broken_in_words() {
        List<String> bodies =
                List.of("null", "[]", "\"x\"", "{}", "{\"a\":", "{\"name\":\"a\\u0000b\"}", "[".repeat(3000), "\uD800");
        List<String> wrong = new ArrayList<>();
        int tried = 0;
        for (Operation operation : operations()) {
            if (EVERYBODY.contains(operation.name())) {
                continue;
            }
            List<String> addresses = new ArrayList<>(List.of(
                    own(operation.path()).replaceAll("[0-9a-f-]{36}", "no-id"),
                    own(operation.path())
                            .replaceAll("[0-9a-f-]{36}", UUID.randomUUID().toString())));
            Optional<String> sent = operation.method().matches("post|put")
                    ? Optional.of(own(operation.path()) + query(operation))
                    : Optional.empty();
            for (String address : addresses) {
                if (!address.equals(own(operation.path()))) {
                    tried++;
                    check(
                            operation,
                            address,
                            call(lead, operation.method(), address + query(operation), body(operation)),
                            wrong);
                }
            }
            for (String body : bodies) {
                if (sent.isPresent()) {
                    tried++;
                    check(
                            operation,
                            sent.get() + " " + body.substring(0, Math.min(12, body.length())),
                            call(lead, operation.method(), sent.get(), body),
                            wrong);
                }
            }
        }
        assertThat(wrong).isEmpty();
        assertThat(tried).isGreaterThan(200);
    }

    private static void check(Operation operation, String what, Client.Answer answer, List<String> wrong) {
        boolean refused = answer.status() >= 400
                && answer.status() < 500
                && answer.body() != null
                && answer.body().has("code");
        boolean plain = answer.body() == null
                || !answer.body()
                        .path("detail")
                        .stringValue("")
                        .matches("(?s).*(java\\.|jackson|rangordnung\\.|Exception|`).*");
        if (!refused || !plain) {
            wrong.add(operation.name() + " with " + what + ": " + answer.status() + " " + answer.body());
        }
    }
}
