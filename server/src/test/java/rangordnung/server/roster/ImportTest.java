package rangordnung.server.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;

class ImportTest extends ServerTest {

    private Client lead;
    private String team;

    @BeforeEach
    void team() {
        lead = lead();
        team = lead.post("/api/teams", "{\"name\":\"Import %s\",\"kind\":\"CLASS\"}".formatted(UUID.randomUUID()))
                .ok()
                .text("/id");
    }

    private Client.Answer upload(byte[] bytes) {
        return lead.upload("/api/teams/" + team + "/imports", "roster", bytes);
    }

    private Client.Answer confirm(Client.Answer preview, boolean leaveOut) {
        return lead.post(
                "/api/imports/" + preview.text("/id") + "/confirm",
                "{\"expected\":%s,\"leaveOutProblems\":%s}"
                        .formatted(preview.body().get("counts"), leaveOut));
    }

    private Client.Answer imported(String csv) {
        Client.Answer preview = upload(csv.getBytes(StandardCharsets.UTF_8)).ok();
        return confirm(preview, false).ok();
    }

    static Stream<Arguments> forms() {
        String german = "Vorname;Nachname;Geburtsdatum;Größe;Gewicht\nŞirin;Çelik;4.3.2012;1,585;48,5\n";
        return Stream.of(
                Arguments.of(
                        "comma, UTF-8",
                        "Given name,Family name,Birth date,Height cm,Mass kg\nŞirin,Çelik,2012-03-04,158.5,48.5\n"
                                .getBytes(StandardCharsets.UTF_8)),
                Arguments.of("semicolon, decimal comma, metres", german.getBytes(StandardCharsets.UTF_8)),
                Arguments.of("with byte order mark", ("\uFEFF" + german).getBytes(StandardCharsets.UTF_8)),
                Arguments.of("UTF-16", german.getBytes(StandardCharsets.UTF_16)),
                Arguments.of(
                        "tab, month first",
                        "First name\tSurname\tDOB\tHeight\tWeight\nŞirin\tÇelik\t03/04/2012\t158.5 cm\t48.5kg\nMei\tWu\t02/28/2011\t150\t44\n"
                                .getBytes(StandardCharsets.UTF_8)),
                Arguments.of(
                        "one name column, quoted",
                        "Name,Geb.,Größe (cm),Gewicht (kg)\n\"Çelik, Şirin\",04.03.12,\"158,5\",\"48,5\"\n"
                                .getBytes(StandardCharsets.UTF_8)),
                Arguments.of("spreadsheet", spreadsheet()));
    }

    private static byte[] spreadsheet() {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(bytes, "test", "1.0")) {
            Worksheet sheet = book.newWorksheet("Klasse");
            String[] header = {"Vorname", "Nachname", "Geburtstag", "Größe", "Gewicht"};
            for (int i = 0; i < header.length; i++) {
                sheet.value(0, i, header[i]);
            }
            sheet.value(1, 0, "Şirin");
            sheet.value(1, 1, "Çelik");
            sheet.value(1, 2, LocalDate.of(2012, 3, 4));
            sheet.style(1, 2).format("dd.mm.yyyy").set();
            sheet.value(1, 3, 158.5);
            sheet.style(1, 3).format("[Red]0.0\" dm from day 1\"").set(); // a colour and quoted words make no date
            sheet.value(1, 4, 48.5);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
        return bytes.toByteArray();
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("forms")
    void the_same_athlete_arrives_from_every_form(String form, byte[] bytes) {
        Client.Answer preview = upload(bytes).ok();
        assertThat(preview.body().at("/counts/PROBLEM").intValue())
                .as(() -> preview.body().get("rows").toString())
                .isZero();
        assertThat(lead.get("/api/teams/" + team).body().get("athletes"))
                .as("nothing is written before it is confirmed")
                .isEmpty();
        confirm(preview, false).ok();

        var record = lead.get("/api/teams/" + team)
                .ok()
                .body()
                .get("athletes")
                .valueStream()
                .map(a -> a.get("record"))
                .filter(r -> r.get("givenName").stringValue().equals("Şirin"))
                .findFirst()
                .orElseThrow();
        assertThat(record.get("familyName").stringValue()).isEqualTo("Çelik");
        assertThat(record.get("birthDate").stringValue()).isEqualTo("2012-03-04");
        assertThat(record.get("heightCm").doubleValue()).isEqualTo(158.5);
        assertThat(record.get("massKg").doubleValue()).isEqualTo(48.5);
    }

    /** Whoever a table clears was not cleared by whoever had done so before. */
    @Test
    void another_clearance_brings_its_own_day_and_role() {
        imported("Given name,Clearance\nAda,yes\n");
        String athlete = athleteOf("Ada");
        jdbc.sql("update athlete set clearance_on = '2020-01-01', clearance_by = 'physician' where id = :id")
                .param("id", java.util.UUID.fromString(athlete))
                .update();
        imported("Given name,Clearance\nAda,yes\n");
        assertThat(clearance(athlete)).as("the same again changes nothing").isEqualTo("CLEARED 2020-01-01 physician");
        imported("Given name,Clearance\nAda,no\n");
        assertThat(clearance(athlete)).isEqualTo("NOT_CLEARED " + java.time.LocalDate.now() + " import");
    }

    private String athleteOf(String name) {
        return jdbc.sql("select id::text from athlete where given_name = :name and team_id = cast(:team as uuid)")
                .param("name", name)
                .param("team", team)
                .query(String.class)
                .single();
    }

    private String clearance(String athlete) {
        return jdbc.sql(
                        "select concat_ws(' ', clearance, clearance_on, clearance_by) from athlete where id = cast(:id as uuid)")
                .param("id", athlete)
                .query(String.class)
                .single();
    }

    @Test
    void windows_1252_is_understood_when_the_bytes_are_no_utf_8() {
        confirm(
                        upload("Vorname;Nachname\nJörg;Größl\n".getBytes(Charset.forName("windows-1252")))
                                .ok(),
                        false)
                .ok();

        assertThat(lead.get("/api/teams/" + team).text("/athletes/0/record/familyName"))
                .isEqualTo("Größl");
    }

    /** A row with a problem names the column, what stands there, and a stable code. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Ada;;31.2.2012;150;;|date-impossible|BIRTH_DATE", "Ada;;soon;150;;|date-unreadable|BIRTH_DATE",
                "Ada;;1.1.2099;150;;|date-out-of-range|BIRTH_DATE", "Ada;;;tall;;|number-unreadable|HEIGHT_CM",
                "Ada;;;15;;|number-out-of-range|HEIGHT_CM", "Ada;;;;both;|side-unreadable|SIDE_PREFERENCE",
                ";;;150;;|name-missing|GIVEN_NAME", "Ada;;;;;maybe|clearance-unreadable|CLEARANCE"
            })
    void a_problem_says_what_and_where(String row, String code, String column) {
        Client.Answer preview = upload(("Vorname;Nachname;Geburtsdatum;Größe;Seite;Freigabe\n" + row + "\nBela;B;;;;\n")
                        .getBytes(StandardCharsets.UTF_8))
                .ok();

        assertThat(preview.text("/rows/0/problem/code")).isEqualTo(code);
        assertThat(preview.text("/rows/0/problem/column")).isEqualTo(column);
        assertThat(preview.body().at("/rows/0/number").intValue()).isEqualTo(2);
        confirm(preview, false).problem(409, "rows-with-problems");
        assertThat(lead.get("/api/teams/" + team).body().get("athletes"))
                .as("all or nothing")
                .isEmpty();
        assertThat(confirm(preview, true).ok().body().get("leftOut").intValue()).isEqualTo(1);
        assertThat(lead.get("/api/teams/" + team).body().get("athletes")).hasSize(1);
    }

    @Test
    void a_second_import_updates_what_changed_and_leaves_the_rest() {
        imported("Vorname;Nachname;Geburtsdatum;Größe\nAda;Grün;2012-01-01;150\nBela;Blau;2012-02-02;151\n");
        Client.Answer preview = upload("Vorname;Nachname;Größe\nAda;Grün;153\nBela;Blau;151\nCem;Rot;149\nCem;Rot;149\n"
                        .getBytes(StandardCharsets.UTF_8))
                .ok();

        assertThat(preview.body().get("rows").valueStream().map(r -> r.get("action")
                        .stringValue()))
                .containsExactly("UPDATE", "UNCHANGED", "NEW", "PROBLEM");
        assertThat(preview.text("/rows/0/changes/0")).isEqualTo("HEIGHT_CM");
        assertThat(preview.text("/rows/3/problem/code")).isEqualTo("twice-in-file");
        confirm(preview, true).ok();
        assertThat(lead.get("/api/teams/" + team).text("/athletes/0/record/birthDate"))
                .as("an absent column erases nothing")
                .isEqualTo("2012-01-01");
        confirm(preview, true).problem(409, "already-imported");
    }

    @Test
    void a_preview_that_is_thrown_away_is_gone_and_one_that_was_confirmed_stays() {
        Client.Answer preview =
                upload("Name\nAda Grün".getBytes(StandardCharsets.UTF_8)).ok();
        String address = "/api/imports/" + preview.text("/id");
        lead.delete(address).ok();
        confirm(preview, false).problem(404, "not-found");
        lead.delete(address).problem(404, "not-found");
        assertThat(lead.get("/api/teams/" + team).body().get("athletes")).isEmpty();

        Client.Answer taken =
                upload("Name\nAda Grün".getBytes(StandardCharsets.UTF_8)).ok();
        confirm(taken, false).ok();
        lead.delete("/api/imports/" + taken.text("/id")).problem(409, "already-imported");
    }

    @Test
    void a_roster_that_changed_since_the_preview_is_not_overwritten() {
        Client.Answer preview =
                upload("Vorname\nAda\n".getBytes(StandardCharsets.UTF_8)).ok();
        imported("Vorname\nAda\n");

        confirm(preview, false).problem(409, "roster-changed");
        assertThat(lead.get("/api/teams/" + team).body().get("athletes")).hasSize(1);
    }

    @Test
    void columns_can_be_taken_for_something_else() {
        Client.Answer preview =
                upload("A;B\nAda;Grün\n".getBytes(StandardCharsets.UTF_8)).ok();
        assertThat(preview.text("/rows/0/action")).isEqualTo("PROBLEM");
        Client.Answer mapped = lead.put(
                        "/api/imports/" + preview.text("/id") + "/mapping",
                        "{\"columns\":[\"GIVEN_NAME\",\"FAMILY_NAME\"]}")
                .ok();

        assertThat(mapped.text("/rows/0/name")).isEqualTo("Ada Grün");
        lead.put("/api/imports/" + preview.text("/id") + "/mapping", "{\"columns\":[\"SPORT\",\"SPORT\"]}")
                .problem(400, "mapping-twice");
    }

    @ParameterizedTest
    @CsvSource({
        "'', empty-file",
        "'Name\n\"Ada', broken-quotes",
        "'PK\u0003\u0004 no zip', broken-spreadsheet",
        "'\u0000\u0001\u0002', not-a-table"
    })
    void what_is_no_table_is_refused_in_words(String content, String code) {
        upload(content.getBytes(StandardCharsets.UTF_8)).problem(400, code);
    }

    @Test
    void five_thousand_rows_take_seconds() {
        String csv = IntStream.range(0, 5000)
                .mapToObj(i -> "G%d;F%d;%d.1.2010;%d".formatted(i, i, i % 28 + 1, 130 + i % 50))
                .collect(Collectors.joining("\n", "Vorname;Nachname;Geburtsdatum;Größe\n", "\n"));
        assertThat(imported(csv).body().get("added").intValue()).isEqualTo(5000);
        assertThat(jdbc.sql("select count(*) from athlete where team_id = :t")
                        .param("t", UUID.fromString(team))
                        .query(Long.class)
                        .single())
                .isEqualTo(5000);
    }

    @Test
    void exports_are_safe_in_spreadsheets_and_come_back_unchanged() {
        imported("Given name,Family name,Sport,Birth date,Clearance\n=1+1,@home,+run,2012-03-04,no\nAda,-Minus,,,\n");
        String csv =
                new String(lead.get("/api/teams/" + team + "/roster.csv").ok().bytes(), StandardCharsets.UTF_8);
        assertThat(csv)
                .startsWith("\uFEFFGiven name")
                .contains("'=1+1,'@home,2012-03-04")
                .contains("'+run")
                .contains("'-Minus")
                .doesNotContain("\n=");

        for (String ending : new String[] {"csv", "xlsx"}) {
            Client.Answer again = upload(lead.get("/api/teams/" + team + "/roster." + ending)
                            .ok()
                            .bytes())
                    .ok();
            assertThat(again.body().at("/counts/UNCHANGED").intValue())
                    .as(() -> again.body().get("rows").toString())
                    .isEqualTo(2);
        }
    }

    @Test
    void two_who_edit_one_athlete_are_told_what_changed() {
        imported("Vorname\nAda\n");
        String id = lead.get("/api/teams/" + team).text("/athletes/0/id");
        String body =
                "{\"version\":0,\"record\":{\"givenName\":\"Ada\",\"familyName\":\"%s\",\"clearance\":\"CLEARED\"}}";
        lead.put("/api/athletes/" + id, body.formatted("First")).ok();

        assertThat(lead.put("/api/athletes/" + id, body.formatted("Second"))
                        .problem(409, "changed-meanwhile")
                        .text("/now/record/familyName"))
                .isEqualTo("First");
    }
}
