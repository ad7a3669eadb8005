package rangordnung.server.paper;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.util.Comparator;
import java.util.List;
import java.util.UUID;
import java.util.stream.IntStream;
import java.util.stream.StreamSupport;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.data.ParserException;
import net.fortuna.ical4j.model.Component;
import net.fortuna.ical4j.model.Property;
import net.fortuna.ical4j.model.component.CalendarComponent;
import net.fortuna.ical4j.model.component.VEvent;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;

/** Tables and calendar, read by libraries that have not written them. */
class FilesTest extends ServerTest {

    private Client lead;
    private Hall hall;
    private String path;

    @BeforeEach
    void three() {
        lead = lead();
        hall = hall(lead, 1, "Ada Grün", "=Bo Żółć", "Cem");
        path = "/api/screenings/" + hall.screening();
        squat(lead, hall.screening(), hall.athletes().get(0), "knee-line LEFT SEVERE");
        squat(lead, hall.screening(), hall.athletes().get(1));
    }

    private byte[] table(String table, String as) {
        return lead.get(path + "/tables/" + table + "?language=EN&as=" + as)
                .ok()
                .bytes();
    }

    private List<NamedCsvRecord> csv(String table) {
        return CsvReader.builder()
                .ofNamedCsvRecord(
                        new StringReader(new String(table(table, "CSV"), StandardCharsets.UTF_8).substring(1)))
                .stream()
                .toList();
    }

    @Test
    void results_have_a_line_for_each_athlete_and_a_column_for_each_criterion_and_side() {
        List<NamedCsvRecord> lines = csv("RESULTS");
        assertThat(lines).extracting(l -> l.getField("Athlete")).containsExactly("'=Bo Żółć", "Ada Grün", "Cem");
        NamedCsvRecord ada = lines.get(1);
        assertThat(ada.getField("Overhead squat: Knee line left")).startsWith("severe");
        assertThat(ada.getField("Overhead squat: Knee line right")).isEqualTo("none");
        assertThat(Double.parseDouble(ada.getField("from"))).isLessThan(Double.parseDouble(ada.getField("Seen")));
        assertThat(lines.get(2).getField("Seen")).isEqualTo("not tested yet");
    }

    @Test
    void groups_say_focus_and_why() {
        assertThat(csv("GROUPS"))
                .filteredOn(l -> l.getField("Athlete").equals("Ada Grün"))
                .singleElement()
                .satisfies(l -> {
                    assertThat(l.getField("Focus")).isEqualTo("Knee control");
                    assertThat(l.getField("Exercise")).isEqualTo("Split squat hold, knee to a target");
                    assertThat(l.getField("Why")).contains("Knee line left: severe");
                });
    }

    @Test
    void history_has_a_line_for_each_grade_of_each_screening() {
        screening(lead, hall.team(), 1);
        List<NamedCsvRecord> lines = csv("HISTORY");
        assertThat(lines)
                .filteredOn(l -> l.getField("Athlete").equals("Ada Grün")
                        && l.getField("Criterion").equals("Knee line"))
                .extracting(l -> l.getField("Side"), l -> l.getField("Deviation"), l -> l.getField("Day"))
                .containsExactly(tuple("left", "1.0", "2026-11-09"), tuple("right", "0.0", "2026-11-09"));
    }

    /** Read with Apache POI. */
    @ParameterizedTest
    @EnumSource(
            value = Table.class,
            names = {"RESULTS", "GROUPS", "HISTORY"})
    void a_spreadsheet_holds_what_the_text_holds_with_numbers_as_numbers(Table table) throws IOException {
        List<NamedCsvRecord> lines = csv(table.name());
        try (XSSFWorkbook book = new XSSFWorkbook(new ByteArrayInputStream(table(table.name(), "XLSX")))) {
            Sheet sheet = book.getSheetAt(0);
            assertThat(sheet.getLastRowNum()).isEqualTo(lines.size());
            for (int i = 0; i < lines.size(); i++) {
                for (int column = 0; column < lines.get(i).getFieldCount(); column++) {
                    String text = lines.get(i).getField(column);
                    var cell = sheet.getRow(i + 1).getCell(column);
                    if (cell == null) {
                        assertThat(text).isEmpty();
                    } else if (cell.getCellType() == CellType.NUMERIC && text.contains("-")) {
                        assertThat(cell.getLocalDateTimeCellValue().toLocalDate())
                                .hasToString(text);
                    } else if (cell.getCellType() == CellType.NUMERIC) {
                        assertThat(cell.getNumericCellValue()).isEqualTo(Double.parseDouble(text));
                    } else {
                        assertThat(cell.getStringCellValue()).isEqualTo(text);
                    }
                }
            }
        }
    }

    /** An event of a calendar as somebody else's library reads it. */
    private record Event(String uid, String start, int sequence, String status, String text) {}

    private List<Event> calendar(String language) {
        byte[] file = lead.get(path + "/calendar?language=" + language).ok().bytes();
        try {
            return StreamSupport.stream(
                            new CalendarBuilder()
                                    .build(new ByteArrayInputStream(file))
                                    .<CalendarComponent>getComponents(Component.VEVENT)
                                    .spliterator(),
                            false)
                    .map(VEvent.class::cast)
                    .map(e -> new Event(
                            value(e, Property.UID),
                            value(e, Property.DTSTART),
                            Integer.parseInt(value(e, Property.SEQUENCE)),
                            value(e, Property.STATUS),
                            value(e, Property.SUMMARY) + value(e, Property.DESCRIPTION)))
                    .sorted(Comparator.comparing(Event::start))
                    .toList();
        } catch (IOException | ParserException e) {
            throw new IllegalStateException(e);
        }
    }

    private static String value(VEvent event, String property) {
        return event.getProperty(property)
                .map(net.fortuna.ical4j.model.Content::getValue)
                .orElse("");
    }

    @Test
    void a_calendar_that_is_read_again_moves_its_events_and_makes_no_second_ones() {
        lead.get(path + "/calendar?language=EN").problem(409, "no-block");
        hall = hall(lead, 1, "Ada Eins", "Bo Zwei");
        path = "/api/screenings/" + hall.screening();
        hall.athletes().forEach(a -> squat(lead, hall.screening(), a));
        block(lead, hall);
        List<Event> first = calendar("EN");
        assertThat(first)
                .extracting(Event::start, Event::status)
                .startsWith(tuple("20261130T080000", "CONFIRMED"), tuple("20261207T080000", "CONFIRMED"))
                .hasSize(5);
        assertThat(first)
                .allSatisfy(
                        e -> assertThat(e.text()).contains("Group 1").doesNotContain("Ada", "Bo ", "Load", "squat"));
        lead.post(
                        path + "/block",
                        "{\"id\":\"%s\",\"season\":%s}"
                                .formatted(
                                        UUID.randomUUID(),
                                        SEASON.replace("08:00:00", "09:00:00")
                                                .replace("08:45:00", "09:45:00")
                                                .replace("\"weeks\":4", "\"weeks\":3")))
                .ok();
        List<Event> second = calendar("DE");
        assertThat(second)
                .extracting(Event::uid)
                .containsExactlyInAnyOrderElementsOf(
                        first.stream().map(Event::uid).toList());
        assertThat(second).extracting(Event::sequence).containsOnly(1);
        assertThat(second.get(0).start()).isEqualTo("20261130T090000");
        assertThat(second)
                .as("the fourth session is no more, and stays where it was as called off")
                .filteredOn(e -> e.status().equals("CANCELLED"))
                .singleElement()
                .satisfies(e -> assertThat(e.start()).isEqualTo("20261221T080000"));
        assertThat(IntStream.range(0, 3).mapToObj(i -> second.get(i).text()))
                .allSatisfy(t -> assertThat(t).contains("Einheit", "Gruppe 1"));
    }

    @Test
    void what_cannot_be_written_is_refused_in_words() {
        lead.get(path + "/tables/STARS?language=EN&as=CSV").problem(400, "bad-address");
        lead.get(path + "/tables/RESULTS?language=EN&as=DOC").problem(400, "bad-address");
        lead.get(path + "/tables/BLOCK?language=EN&as=CSV").problem(409, "no-block");
        lead.get("/api/screenings/" + UUID.randomUUID() + "/tables/RESULTS?language=EN&as=CSV")
                .problem(404, "not-found");
        visitor().get(path + "/tables/RESULTS?language=EN&as=CSV").problem(401, "signed-out");
        visitor().get(path + "/calendar?language=EN").problem(401, "signed-out");
    }
}
