package rangordnung.server.screening;

import static org.assertj.core.api.Assertions.assertThat;

import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import rangordnung.core.record.Fact;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Facts with a part that is missing, null or impossible; every kind and part comes from the records, so that none is forgotten. */
class MalformedFactsTest extends ServerTest {

    private static final JsonMapper JSON = new JsonMapper();
    /** What a part may be, where the first thing of its type cannot. */
    private static final Map<String, Object> POSSIBLE = Map.ofEntries(
            Map.entry("test", "overhead-squat"),
            Map.entry("criterion", "knee-line"),
            Map.entry("measure", "fppa"),
            Map.entry("side", "LEFT"),
            Map.entry("centimetres", 80.0),
            Map.entry("grade", "SLIGHT"),
            Map.entry("shank", 40),
            Map.entry("thigh", 40),
            Map.entry("trunk", 50),
            Map.entry("hip", 120),
            Map.entry("rearBox", 30),
            Map.entry("heightCentimetres", 3),
            Map.entry("stanceCentimetres", 30),
            Map.entry("worst", "MARKED"),
            Map.entry("words", "chest up"),
            Map.entry("exercise", "goblet-squat"),
            Map.entry("turnOut", Map.of("left", 5, "right", 5)),
            Map.entry("retest", "heels-up"));
    /** Parts that are not said again where another fact of their kind is a whole one without them. */
    private static final List<String> NOT_TRIED = List.of("variant", "phase", "ending");

    private Client lead;
    private Hall hall;

    @BeforeEach
    void hall() {
        lead = lead();
        hall = hall(lead, FLOOR, "Ada Grün", "Bo Weiß");
    }

    private Client.Answer send(JsonNode fact, String athlete) {
        ObjectNode sent = JSON.createObjectNode()
                .put("id", UUID.randomUUID().toString())
                .put("athlete", athlete)
                .put("at", "2026-11-09T08:00:00Z");
        if (fact.get("kind").stringValue().matches("withdrawn|removed")) {
            sent.put("supersedes", UUID.randomUUID().toString());
        }
        sent.set("fact", fact);
        return deliver(sent.toString());
    }

    private Client.Answer deliver(String facts) {
        return lead.post("/api/screenings/" + hall.screening() + "/facts", "{\"facts\":[" + facts + "]}");
    }

    /** A fact of each kind in which every part is said. */
    private static ObjectNode whole(Class<?> record) {
        ObjectNode node = JSON.createObjectNode();
        if (Fact.class.isAssignableFrom(record)) {
            node.put(
                    "kind",
                    Character.toLowerCase(record.getSimpleName().charAt(0))
                            + record.getSimpleName().substring(1));
        }
        for (RecordComponent part : record.getRecordComponents()) {
            if (!NOT_TRIED.contains(part.getName())) {
                node.set(part.getName(), value(part.getName(), part.getGenericType()));
            }
        }
        return node;
    }

    private static JsonNode value(String name, Type type) {
        if (type instanceof ParameterizedType generic && generic.getRawType() == Optional.class) {
            return value(name, generic.getActualTypeArguments()[0]);
        }
        if (type instanceof ParameterizedType generic
                && (Class<?>) generic.getRawType() != rangordnung.core.body.Sided.class) {
            return JSON.createArrayNode().add(value(name, generic.getActualTypeArguments()[0]));
        }
        Class<?> is = type instanceof Class<?> plain ? plain : Object.class;
        if (is.isRecord()) {
            return whole(is);
        }
        Object value = POSSIBLE.getOrDefault(
                name,
                is.isEnum()
                        ? is.getEnumConstants()[0].toString()
                        : is == boolean.class
                                ? false
                                : is == UUID.class ? UUID.randomUUID().toString() : 1);
        return JSON.valueToTree(value);
    }

    /** A fact with one thing wrong. */
    record Variant(String what, ObjectNode fact) {}

    private static List<Variant> variants(ObjectNode whole, Class<?> record) {
        List<Variant> variants = new ArrayList<>();
        spoil(whole, whole, record, whole.get("kind").stringValue(), variants);
        return variants;
    }

    private static void spoil(ObjectNode root, ObjectNode here, Class<?> record, String path, List<Variant> variants) {
        for (RecordComponent part : record.getRecordComponents()) {
            String name = part.getName();
            if (!here.has(name)) {
                continue;
            }
            JsonNode value = here.get(name);
            boolean optional = part.getType() == Optional.class;
            String at = path + "." + name;
            if (!optional) {
                spoiled(root, here, name, null, at + " left out", variants);
                spoiled(root, here, name, JSON.nullNode(), at + " null", variants);
            }
            Type inner = part.getGenericType() instanceof ParameterizedType generic
                    ? generic.getActualTypeArguments()[0]
                    : part.getGenericType();
            spoiled(root, here, name, JSON.valueToTree(Map.of("no", "such")), at + " another thing", variants);
            if (value instanceof ArrayNode) {
                spoiled(root, here, name, JSON.createArrayNode().addNull(), at + " with a hole", variants);
            }
            if (value.isNumber()) {
                spoiled(root, here, name, JSON.valueToTree(-1e9), at + " far below", variants);
                spoiled(root, here, name, JSON.valueToTree(1e300), at + " far above", variants);
                spoiled(root, here, name, JSON.valueToTree("NaN"), at + " no number", variants);
            }
            if (inner == String.class) {
                spoiled(root, here, name, JSON.valueToTree("a\0b"), at + " with NUL", variants);
                spoiled(root, here, name, JSON.valueToTree("x".repeat(2000)), at + " endless", variants);
            }
            if (value instanceof ObjectNode nested && inner instanceof Class<?> plain && plain.isRecord()) {
                spoil(root, nested, plain, at, variants);
            }
        }
    }

    private static void spoiled(
            ObjectNode root, ObjectNode here, String name, JsonNode value, String what, List<Variant> variants) {
        JsonNode before = here.get(name);
        if (value == null) {
            here.remove(name);
        } else {
            here.set(name, value);
        }
        variants.add(new Variant(what, root.deepCopy()));
        here.set(name, before);
    }

    @Test
    void every_part_that_is_missing_null_or_impossible_is_refused_and_nothing_of_it_stays() {
        int tried = 0;
        List<String> taken = new ArrayList<>();
        for (Class<?> kind : Fact.class.getPermittedSubclasses()) {
            ObjectNode whole = whole(kind);
            Client.Answer itself = send(whole, hall.athlete());
            assertThat(itself.status())
                    .as("the example of " + kind.getSimpleName() + ": " + itself.body())
                    .isEqualTo(200);
            for (Variant variant : variants(whole, kind)) {
                Client.Answer answer = send(variant.fact(), hall.athletes().get(1));
                tried++;
                if (answer.status() < 400
                        || answer.status() >= 500
                        || answer.body() == null
                        || answer.body().path("code").stringValue("").isEmpty()
                        || answer.body()
                                .get("detail")
                                .stringValue()
                                .matches("(?s).*(java\\.|tools\\.jackson|rangordnung\\.|Exception).*")) {
                    taken.add(variant.what() + ": " + answer.status() + " " + answer.body());
                }
            }
        }
        assertThat(taken).isEmpty();
        assertThat(tried).isGreaterThan(150);
        assertThat(jdbc.sql("select count(*) from fact where athlete_id = :a")
                        .param("a", UUID.fromString(hall.athletes().get(1)))
                        .query(Long.class)
                        .single())
                .isZero();
        pagesAreUp();
    }

    @Test
    void what_surrounds_a_fact_is_held_to_the_same() {
        String fact = "{\"id\":\"%s\",\"athlete\":\"%s\",\"at\":\"%s\"%s,\"fact\":{\"kind\":\"%s\"%s}}";
        String id = UUID.randomUUID().toString();
        deliver(fact.formatted(
                        id, hall.athlete(), "+200000-01-01T00:00:00Z", "", "attended", ",\"attendance\":\"PRESENT\""))
                .problem(400, "out-of-range");
        deliver(fact.formatted(
                        "no-id", hall.athlete(), "2026-11-09T08:00:00Z", "", "attended", ",\"attendance\":\"PRESENT\""))
                .problem(400, "unreadable");
        deliver(fact.formatted(id, hall.athlete(), "2026-11-09T08:00:00Z", "", "jumped", ""))
                .problem(400, "unreadable");
        deliver(fact.formatted(
                        id,
                        hall.athlete(),
                        "2026-11-09T08:00:00Z",
                        "",
                        "attended",
                        ",\"attendance\":\"PRESENT\",\"mood\":1"))
                .problem(400, "unreadable");
        deliver(fact.formatted(id, hall.athlete(), "2026-11-09T08:00:00Z", "", "withdrawn", ""))
                .problem(400, "nothing-withdrawn");
        deliver(fact.formatted(id, hall.athlete(), "2026-11-09T08:00:00Z", "", "removed", ""))
                .problem(400, "nothing-withdrawn");
        deliver("null").problem(400, "missing");
        lead.post("/api/screenings/" + hall.screening() + "/facts", "{\"facts\":null}")
                .problem(400, "missing");
        lead.post("/api/screenings/" + hall.screening() + "/facts", "{}").problem(400, "missing");
        assertThat(lead.post("/api/screenings/" + hall.screening() + "/facts", "{}")
                        .text("/detail"))
                .isEqualTo("“facts” is missing.");
        lead.post("/api/screenings/" + hall.screening() + "/facts", "[").problem(400, "unreadable");

        deliver(fact.formatted(
                        id, hall.athlete(), "2026-11-09T08:00:00Z", "", "attended", ",\"attendance\":\"PRESENT\""))
                .ok();
        deliver(fact.formatted(
                        UUID.randomUUID(),
                        hall.athletes().get(1),
                        "2026-11-09T08:00:00Z",
                        ",\"supersedes\":\"" + id + "\"",
                        "withdrawn",
                        ""))
                .problem(400, "unknown-fact");
        pagesAreUp();
    }

    @Test
    void an_id_that_another_organisation_has_used_is_refused_and_says_nothing_of_it() {
        UUID organisation = UUID.randomUUID();
        UUID id = UUID.randomUUID();
        jdbc.sql("insert into organisation values (?, 'Elsewhere', now())")
                .param(organisation)
                .update();
        jdbc.sql(
                        """
                insert into fact (id, organisation_id, screening_id, athlete_id, body, author_id, device_at, received_at)
                select ?, ?, s.id, a.id, '{"kind":"attended","attendance":"PRESENT"}', c.id, now(), now() from screening s, athlete a, account c limit 1""")
                .params(id, organisation)
                .update();
        deliver(
                        "{\"id\":\"%s\",\"athlete\":\"%s\",\"at\":\"2026-11-09T08:00:00Z\",\"fact\":{\"kind\":\"attended\",\"attendance\":\"PRESENT\"}}"
                                .formatted(id, hall.athlete()))
                .problem(409, "fact-id-reused");
        jdbc.sql("delete from fact where id = ?").param(id).update();
        jdbc.sql("delete from organisation where id = ?").param(organisation).update();
    }

    @Test
    void a_stored_fact_that_cannot_be_read_is_set_aside_for_its_athlete_and_taken_back_by_the_lead() {
        List<UUID> damaged = Stream.of(
                        "{\"kind\":\"jumped\"}",
                        "{\"kind\":\"marked\",\"grade\":null}",
                        "[]",
                        "{\"kind\":\"painReported\",\"report\":{\"region\":\"KNEE\",\"intensity\":44,\"signs\":[]}}")
                .map(body -> {
                    UUID id = UUID.randomUUID();
                    jdbc.sql(
                                    """
                            insert into fact (id, organisation_id, screening_id, athlete_id, body, author_id, device_at, received_at)
                            select ?, a.organisation_id, ?, a.id, ?::jsonb, (select id from account where login = 'lead'), now(), now() from athlete a where a.id = ?""")
                            .params(id, UUID.fromString(hall.screening()), body, UUID.fromString(hall.athlete()))
                            .update();
                    return id;
                })
                .toList();
        pagesAreUp();
        Client.Answer results =
                lead.get("/api/screenings/" + hall.screening() + "/results").ok();
        assertThat(results.body().get("setAside")).hasSize(damaged.size());
        assertThat(results.text("/setAside/0/name")).isEqualTo("Ada Grün");
        assertThat(results.text("/setAside/0/author")).isEqualTo("Test Lead");
        assertThat(due().get("setAside").intValue()).isEqualTo(damaged.size());

        Client.Answer groups =
                lead.get("/api/screenings/" + hall.screening() + "/groups").ok();
        assertThat(groups.body()
                        .get("open")
                        .valueStream()
                        .filter(m -> m.get("unread").booleanValue())
                        .map(m -> m.get("name").stringValue()))
                .as("a report of pain is among what cannot be read, so nobody is placed on the rest")
                .containsExactly("Ada Grün");

        for (UUID id : damaged) {
            deliver(
                            "{\"id\":\"%s\",\"athlete\":\"%s\",\"at\":\"2026-11-09T08:00:00Z\",\"supersedes\":\"%s\",\"fact\":{\"kind\":\"withdrawn\"}}"
                                    .formatted(UUID.randomUUID(), hall.athlete(), id))
                    .ok();
        }
        assertThat(due().get("setAside").intValue()).isZero();
        assertThat(lead.get("/api/screenings/" + hall.screening() + "/results/" + hall.athlete())
                        .ok()
                        .body()
                        .get("setAside"))
                .isEmpty();
    }

    private JsonNode due() {
        for (JsonNode due : lead.get("/api/today").ok().body().get("screenings")) {
            if (due.at("/screening/id").stringValue().equals(hall.screening())) {
                return due;
            }
        }
        throw new AssertionError("the screening is not due");
    }

    private void pagesAreUp() {
        String screening = "/api/screenings/" + hall.screening();
        Stream.concat(
                        Stream.of(
                                        "/results",
                                        "/ranking",
                                        "/groups",
                                        "/board",
                                        "/station",
                                        "/books",
                                        "/agreement",
                                        "/plan",
                                        "/facts?athlete=" + hall.athlete())
                                .map(screening::concat),
                        Stream.concat(
                                Stream.of("/api/today"),
                                hall.athletes().stream().map(a -> screening + "/results/" + a)))
                .forEach(page -> lead.get(page).ok());
    }
}
