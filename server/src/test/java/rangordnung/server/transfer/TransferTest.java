package rangordnung.server.transfer;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** A roster with a screening, groups, training and what was trained, out of one house and into another. */
class TransferTest extends ServerTest {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private Client lead;
    private Hall hall;

    @BeforeEach
    void a_roster_with_everything() {
        lead = lead();
        hall = hall(lead, 1, "Ada Grün", "Bo Żółć");
        squat(lead, hall.screening(), hall.athletes().get(0), "knee-line LEFT SLIGHT");
        squat(lead, hall.screening(), hall.athletes().get(1));
        lead.post(
                        "/api/athletes/" + hall.athlete() + "/consents",
                        "{\"film\":true,\"touch\":false,\"landmarks\":true,\"givenBy\":\"GUARDIAN\",\"givenOn\":\"2026-11-01\"}")
                .ok();
        String block = block(lead, hall);
        lead.post(
                        "/api/blocks/" + block + "/facts",
                        "{\"facts\":[{\"id\":\"%s\",\"athlete\":\"%s\",\"at\":\"2026-11-30T08:10:00Z\",\"fact\":{\"kind\":\"trained\",\"session\":0,\"done\":[]}}]}"
                                .formatted(UUID.randomUUID(), hall.athlete()))
                .ok();
    }

    private ObjectNode file() {
        return (ObjectNode) JSON.readTree(
                lead.get("/api/teams/" + hall.team() + "/transfer").ok().bytes());
    }

    /** The database as a house has it that knows nothing of the roster, and of nobody but who asks. */
    private void emptied() {
        lead.delete("/api/teams/" + hall.team()).ok();
        assertThat(jdbc.sql("select count(*) from athlete where id = cast(:id as uuid)")
                        .param("id", hall.athlete())
                        .query(Integer.class)
                        .single())
                .isZero();
    }

    private static JsonNode without(ObjectNode file) {
        return file.deepCopy().without("exportedAt");
    }

    @Test
    void out_and_into_an_empty_house_and_out_again_is_the_same() {
        ObjectNode before = file();
        JsonNode groups =
                lead.get("/api/screenings/" + hall.screening() + "/groups").ok().body();
        JsonNode results = lead.get("/api/screenings/" + hall.screening() + "/results")
                .ok()
                .body();
        assertThat(Arrays.stream(Section.values())
                        .filter(s -> before.get(s.address()).isEmpty())
                        .toList())
                .as("all sections but those that nothing here fills")
                .containsExactlyInAnyOrder(
                        Section.HALLS,
                        Section.MOVES,
                        Section.REQUESTS,
                        Section.HALL_PLANS,
                        Section.ASKED,
                        Section.SETTLEMENTS);
        emptied();
        JsonNode taken = lead.post("/api/transfer", before.toString()).ok().body();
        assertThat(taken.get("copied").booleanValue()).isFalse();
        assertThat(taken.at("/athletes").intValue()).isEqualTo(2);
        assertThat(without(file())).isEqualTo(without(before));
        assertThat(lead.get("/api/screenings/" + hall.screening() + "/groups")
                        .ok()
                        .body())
                .isEqualTo(groups);
        assertThat(lead.get("/api/screenings/" + hall.screening() + "/results")
                        .ok()
                        .body())
                .isEqualTo(results);
    }

    @Test
    void what_is_here_already_comes_in_a_second_time_and_changes_nothing() {
        ObjectNode before = file();
        JsonNode taken = lead.post("/api/transfer", before.toString()).ok().body();
        assertThat(taken.get("copied").booleanValue()).isTrue();
        String copy = taken.at("/rosters/0/id").stringValue();
        assertThat(taken.at("/rosters/0/name").stringValue()).endsWith(" (2)");
        assertThat(without(file())).as("the first one").isEqualTo(without(before));
        ObjectNode second = (ObjectNode)
                JSON.readTree(lead.get("/api/teams/" + copy + "/transfer").ok().bytes());
        assertThat(ids(second, "facts"))
                .hasSize(ids(before, "facts").size())
                .doesNotContainAnyElementsOf(ids(before, "facts"));
        String screening = second.at("/screenings/0/id").stringValue();
        assertThat(lead.get("/api/screenings/" + screening + "/groups")
                        .ok()
                        .body()
                        .findValuesAsString("focus"))
                .isEqualTo(lead.get("/api/screenings/" + hall.screening() + "/groups")
                        .ok()
                        .body()
                        .findValuesAsString("focus"));
    }

    private static Set<String> ids(ObjectNode file, String section) {
        return StreamSupport.stream(file.get(section).spliterator(), false)
                .map(r -> r.get("id").stringValue())
                .collect(Collectors.toSet());
    }

    @Test
    void another_organisation_takes_it_in_with_names_of_raters_that_nobody_can_sign_in_with() {
        ObjectNode file = file();
        Client other = foreigner();
        JsonNode taken = other.post("/api/transfer", file.toString()).ok().body();
        String screening = ((ObjectNode) JSON.readTree(
                        other.get("/api/teams/" + taken.at("/rosters/0/id").stringValue() + "/transfer")
                                .ok()
                                .bytes()))
                .at("/screenings/0/id")
                .stringValue();
        assertThat(other.get("/api/screenings/" + screening + "/results")
                        .ok()
                        .body()
                        .get("strips"))
                .hasSize(2);
        assertThat(lead.get("/api/screenings/" + screening + "/results").status())
                .isEqualTo(404);
        assertThat(jdbc.sql(
                                "select count(*) from account where login like 'from-%' and (password_hash <> '-' or not gone)")
                        .query(Integer.class)
                        .single())
                .isZero();
    }

    @Test
    void one_roster_takes_nothing_of_another_along() {
        Hall second = hall(lead, 1, "Cem Fremd");
        squat(lead, second.screening(), second.athlete());
        assertThat(file().toString()).doesNotContain("Cem", second.screening(), second.athlete());
        String all = new String(lead.get("/api/transfer").ok().bytes(), StandardCharsets.UTF_8);
        assertThat(all).contains("Cem", "Grün", "Żółć");
    }

    /** What is changed in the file, and where the refusal points. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            facts | fact | {"kind":"marked"} | transfer-unfit | facts
            facts | fact | 7 | transfer-unfit | facts
            facts | athlete | "00000000-0000-0000-0000-00000000000a" | transfer-unfit | facts
            facts | id | "no id" | transfer-unfit | facts
            athletes | givenName | "" | transfer-unfit | athletes
            athletes | heightCm | 9000 | transfer-unfit | athletes
            athletes | clearance | "FIT" | transfer-unfit | athletes
            consents | givenBy | "NEIGHBOUR" | transfer-unfit | consents
            rosters | kind | "CIRCUS" | transfer-unfit | rosters
            rosters | name | "   " | transfer-unfit | rosters
            decisions | focus | "JUGGLING" | transfer-unfit | screenings
            formations | groups | {} | transfer-unfit | screenings
            blocks | block | {"season":1} | transfer-unfit | screenings
            prescriptions | prescription | [] | transfer-unfit | prescriptions
            trainingFacts | fact | {"kind":"slept"} | transfer-unfit | trainingFacts
            screenings | protocolVersion | 4711 | transfer-unfit | screenings
            protocols | protocol | {} | transfer-unfit | protocols
            """)
    void a_file_that_says_what_cannot_be_is_refused_whole(
            String section, String field, String value, String code, String where) {
        ObjectNode file = file();
        ((ObjectNode) file.get(section).get(0)).set(field, JSON.readTree(value));
        emptied();
        Client.Answer refused = lead.post("/api/transfer", file.toString());
        refused.problem(400, code);
        assertThat(refused.body().get("field").stringValue()).isEqualTo(where);
        for (String table : List.of("team", "athlete", "screening", "fact", "formation", "training_block")) {
            assertThat(jdbc.sql("select count(*) from " + table + " where cast(id as text) in (:ids)")
                            .param("ids", file.findValuesAsString("id"))
                            .query(Integer.class)
                            .single())
                    .as(table)
                    .isZero();
        }
    }

    @Test
    void what_is_no_such_file_is_refused_in_words() {
        lead.post("/api/transfer", "{}").problem(400, "transfer-unreadable");
        lead.post("/api/transfer", "[1]").problem(400, "transfer-unreadable");
        lead.post("/api/transfer", "{\"format\":\"rangordnung-transfer\",\"version\":1,\"rosters\":[{\"id\":")
                .problem(400, "transfer-unreadable");
        lead.post("/api/transfer", "{\"format\":\"rangordnung-transfer\",\"version\":2}")
                .problem(400, "transfer-version");
        lead.post("/api/transfer", "{\"format\":\"something-else\",\"rosters\":[]}")
                .problem(400, "transfer-unreadable");
        ObjectNode file = file();
        ((ArrayNode) file.get("facts")).add("a word");
        lead.post("/api/transfer", file.toString()).problem(400, "transfer-unfit");
        visitor().get("/api/transfer").problem(401, "signed-out");
        lead.get("/api/teams/" + UUID.randomUUID() + "/transfer").problem(404, "not-found");
    }

    /** Whatever is added to the tables later has to be in the file as well, or be named here. */
    @Test
    void every_table_that_hangs_on_a_roster_is_in_the_file() {
        List<String> tables = jdbc.sql(
                        """
                select distinct c.conrelid::regclass::text from pg_constraint c
                where c.contype = 'f' and c.confrelid in ('team'::regclass, 'athlete'::regclass, 'screening'::regclass,
                  'formation'::regclass, 'training_block'::regclass)""")
                .query(String.class)
                .list();
        assertThat(Arrays.stream(Section.values()).map(Section::table).toList())
                .as("previews, passes and invitations are of one house only")
                .containsAll(tables.stream()
                        .filter(t -> !Set.of("roster_import", "station_pass", "screening_rater", "card_link")
                                .contains(t))
                        .toList());
        for (Section section : Section.values()) {
            Set<String> known =
                    section.fields().stream().map(Section.Field::column).collect(Collectors.toSet());
            List<String> columns = jdbc.sql(
                            "select column_name from information_schema.columns where table_schema = current_schema() and table_name = :table")
                    .param("table", section.table())
                    .query(String.class)
                    .list();
            assertThat(columns.stream().filter(c -> !known.contains(c)).filter(c -> !Set.of(
                                    "organisation_id", "sequence", "version")
                            .contains(c)))
                    .as(section.table())
                    .isSubsetOf(
                            section == Section.PEOPLE
                                    ? Set.of("login", "role", "password_hash", "created_at", "disabled_at", "gone")
                                    : section == Section.PROTOCOLS
                                            ? Set.of("id", "created_at")
                                            : section == Section.REQUESTS ? Set.of("link_id") : Set.of());
        }
    }

    @Test
    void every_section_and_field_is_described() throws IOException {
        List<String> lines = Files.readAllLines(Path.of("../docs/files.md"));
        for (Section section : Section.values()) {
            String line = lines.stream()
                    .filter(l -> l.startsWith("| `" + section.address() + "` |"))
                    .findFirst()
                    .orElse("");
            assertThat(line)
                    .as(section.address())
                    .contains(section.fields().stream()
                            .map(f -> "`" + f.name() + "`")
                            .toList());
        }
    }
}
