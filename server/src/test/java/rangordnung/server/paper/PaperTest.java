package rangordnung.server.paper;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.UUID;
import java.util.stream.IntStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;

/** What stands on paper, read from the PDF itself: of a knee that goes in, a clean athlete, one in pain, and one who was away. */
class PaperTest extends ServerTest {

    private Client lead;
    private Hall hall;

    /** What a PDF says, sheet by sheet. */
    private record Read(List<String> sheets, PDRectangle sheet, boolean tagged, boolean embedded, String language) {}

    @BeforeEach
    void four() {
        lead = lead();
        hall = hall(lead, 1, "Ada Grün", "Ada Gräf", "Bo Żółć", "Cem");
        squat(lead, hall.screening(), hall.athletes().get(0), "knee-line LEFT SEVERE");
        squat(lead, hall.screening(), hall.athletes().get(1));
        squat(lead, hall.screening(), hall.athletes().get(2));
        send(
                lead,
                hall.screening(),
                hall.athletes().get(2),
                "{\"kind\":\"painReported\",\"report\":{\"region\":\"KNEE\",\"side\":\"LEFT\",\"intensity\":7,\"signs\":[]}}");
    }

    private Client.Answer pdf(String paper, String how) {
        return lead.get("/api/screenings/" + hall.screening() + "/papers/" + paper + "/pdf?" + how);
    }

    private static Read read(Client.Answer answer) throws IOException {
        return read(answer.ok().bytes());
    }

    private static Read read(byte[] pdf) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            List<String> sheets = new ArrayList<>();
            for (int page = 1; page <= document.getNumberOfPages(); page++) {
                PDFTextStripper text = new PDFTextStripper();
                text.setStartPage(page);
                text.setEndPage(page);
                sheets.add(text.getText(document).replaceAll("\\s+", " "));
            }
            return new Read(
                    sheets,
                    document.getPage(0).getMediaBox(),
                    document.getDocumentCatalog().getStructureTreeRoot() != null
                            && document.getDocumentCatalog().getMarkInfo().isMarked(),
                    embedded(document.getPage(0)),
                    document.getDocumentCatalog().getLanguage());
        }
    }

    private static boolean embedded(PDPage page) throws IOException {
        for (COSName name : page.getResources().getFontNames()) {
            if (!page.getResources().getFont(name).isEmbedded()) {
                return false;
            }
        }
        return true;
    }

    @Test
    void a_wall_list_says_names_and_groups_and_nothing_else() throws IOException {
        Read list = read(pdf("wall-list", "language=EN&size=A4"));
        assertThat(list.sheets()).hasSize(1);
        assertThat(list.sheets().get(0))
                .as(
                        "two of one given name are told apart by as few letters as possible; whoever hurts stands with whoever was away")
                .contains("Group 1 Ada Grü.", "Group 2 Ada Grä.")
                .endsWith("Please see whoever leads today first Bo Ż. Cem ")
                .doesNotContain("Knee", "knee", "Foot", "Load", "Protect", "severe", "Żółć");
        assertThat(read(pdf("wall-list", "language=DE&size=A4")).sheets().get(0))
                .contains("Gruppe 1", "Bitte zuerst zur Leitung kommen Bo Ż. Cem");
    }

    @Test
    void who_bears_the_name_of_somebody_in_a_group_is_still_told_to_ask() throws IOException {
        hall = hall(lead, 1, "Ada Grün", "Ada Grün");
        squat(lead, hall.screening(), hall.athlete());
        assertThat(read(pdf("wall-list", "language=EN&size=A4")).sheets().get(0))
                .contains("Group 1 Ada Grün", "first Ada Grün");
    }

    @Test
    void a_card_says_what_its_athlete_does_and_nothing_of_anybody_else() throws IOException {
        List<String> cards = read(pdf("cards", "language=EN&size=A4")).sheets();
        List<String> names = List.of("Ada Grün", "Ada Gräf", "Bo Żółć", "Cem");
        assertThat(cards).hasSameSizeAs(names);
        for (String name : names) {
            List<String> own = cards.stream().filter(c -> c.contains(name)).toList();
            assertThat(own).as(name).hasSize(1);
            assertThat(own.get(0))
                    .contains("does not diagnose")
                    .doesNotContain(
                            names.stream().filter(n -> !n.equals(name)).toList().toArray(String[]::new))
                    .doesNotContainIgnoringCase("severe", "marked", "rank", "index", "pain 7");
        }
        assertThat(cards)
                .filteredOn(c -> c.contains("Ada Grün"))
                .singleElement()
                .satisfies(c -> assertThat(c).contains("Your exercise", "How much", "Stop when something hurts"));
        assertThat(cards).filteredOn(c -> c.contains("Bo Żółć")).singleElement().satisfies(c -> assertThat(c)
                .contains("First talk to whoever leads your group")
                .doesNotContain("Your exercise"));
        assertThat(cards).filteredOn(c -> c.contains("Cem")).singleElement().satisfies(c -> assertThat(c)
                .contains("Not enough was seen yet"));
        assertThat(read(pdf("cards", "language=DE&size=A4&athlete=" + hall.athlete()))
                        .sheets())
                .singleElement()
                .satisfies(c -> assertThat(c).contains("Ada Grün", "Deine Übung", "Hör auf, wenn etwas wehtut"));
    }

    @Test
    void a_letter_goes_to_guardians_until_somebody_is_of_age() throws IOException {
        jdbc.sql("update athlete set birth_date = '1990-05-01' where id = cast(:id as uuid)")
                .param("id", hall.athletes().get(1))
                .update();
        List<String> letters = read(pdf("letters", "language=EN&size=A4")).sheets();
        assertThat(letters).hasSize(4);
        assertThat(letters)
                .filteredOn(l -> l.contains("guardians of Ada Grün"))
                .singleElement()
                .satisfies(l -> assertThat(l)
                        .contains("no medical examination", "9 November 2026", "Split squat hold", "have it erased")
                        .doesNotContainIgnoringCase("Gräf", "Bo ", "severe", "rank", "index"));
        assertThat(letters).filteredOn(l -> l.contains("Dear Ada Gräf")).hasSize(1);
        assertThat(letters)
                .filteredOn(l -> l.contains("Bo Żółć"))
                .singleElement()
                .satisfies(l -> assertThat(l)
                        .as("what came up is said in person")
                        .contains("we would like to talk with you")
                        .doesNotContainIgnoringCase("pain", "hurt", "knee"));
    }

    /** Sheets in points: ISO 216 for A4, 8.5 by 11 inches for Letter. */
    @ParameterizedTest
    @CsvSource({"A4, EN, 595.3, 841.9", "LETTER, DE, 612, 792"})
    void pdf_is_tagged_in_its_language_on_the_sheet_that_was_asked_for(
            String size, String language, float width, float height) throws IOException {
        Read list = read(pdf("cards", "language=" + language + "&size=" + size));
        assertThat(list.tagged()).isTrue();
        assertThat(list.language()).isEqualToIgnoringCase(language);
        assertThat(list.embedded()).isTrue();
        assertThat(list.sheet().getWidth()).isCloseTo(width, within(0.5f));
        assertThat(list.sheet().getHeight()).isCloseTo(height, within(0.5f));
    }

    @ParameterizedTest
    @ValueSource(strings = {"wall-list", "cards", "letters", "consents", "grades", "report"})
    void the_page_for_the_browser_says_the_same_under_the_policy_of_all_pages(String paper) throws IOException {
        Client.Answer page =
                lead.get("/api/screenings/" + hall.screening() + "/papers/" + paper + "?language=EN&size=A4");
        String html = new String(page.ok().bytes(), StandardCharsets.UTF_8);
        assertThat(html).doesNotContain("style=\"").containsPattern("/paper/a4(-wide)?\\.css");
        for (String part :
                List.of("a4.css", "a4-wide.css", "letter-wide.css", "paper.css", "faces.css", "text-400.ttf")) {
            assertThat(lead.get("/paper/" + part).status()).as(part).isEqualTo(200);
        }
        String said = html.replaceAll("(?s)<head>.*</head>|<[^>]+>", " ").replaceAll("\\s+", " ");
        for (String sheet : read(pdf(paper, "language=EN&size=A4")).sheets()) {
            assertThat(said.split(" "))
                    .as("but for the numbers of steps")
                    .contains(sheet.replaceAll("\\b\\d+\\. ", "")
                            .replace("- ", "-")
                            .split(" "));
        }
    }

    @Test
    void a_consent_form_asks_one_athlete_with_nothing_ticked_and_a_guardian_unless_of_age() throws IOException {
        jdbc.sql("update athlete set birth_date = '1990-05-01' where id = cast(:id as uuid)")
                .param("id", hall.athlete())
                .update();
        List<String> forms = read(pdf("consents", "language=EN&size=A4")).sheets();
        assertThat(forms).hasSize(4).allSatisfy(f -> assertThat(f)
                .contains("Filming", "Touch", "Keeping landmarks", "taken back at any time")
                .containsPattern("(☐ Yes ☐ No.*){3}")
                .doesNotContain("☑", "☒"));
        assertThat(forms).filteredOn(f -> f.contains("signature of a guardian")).hasSize(3);
        assertThat(forms)
                .filteredOn(f -> f.contains("Ada Grün"))
                .singleElement()
                .satisfies(f -> assertThat(f).doesNotContain("guardian", "Gräf", "Bo Żółć", "Cem"));
    }

    /** The cells of a line are what the battery of the protocol has: handbook of the tests, three timed attempts a side. */
    @Test
    void station_sheets_have_a_cell_for_everything_and_say_how_to_fill_it() throws IOException {
        hall = hall(lead, FLOOR, "Ada Grün", "Ada Gräf");
        List<String> sheets = read(pdf("stations", "language=EN&size=A4")).sheets();
        assertThat(sheets.get(0)).contains("Timetable", "Door", "Overhead squat", "Ada Grä. 0:00");
        assertThat(sheets.get(1)).contains("Door", "not cleared", "Filming", "Ada Grä.");
        assertThat(sheets)
                .filteredOn(s -> s.contains("Overhead squat · Roster"))
                .singleElement()
                .satisfies(s -> assertThat(s)
                        .contains("Feet parallel: the second toe points straight ahead.")
                        .contains("Any other word makes the trial a cued one", "|| marked")
                        .contains("Knee line", "How it shows", "Cue", "What was changed", "Pain: where, of 10"));
        assertThat(sheets)
                .filteredOn(s -> s.contains("Timed single-leg stance · Roster"))
                .singleElement()
                .satisfies(s -> assertThat(s).contains("L 1 L 2 L 3 R 1 R 2 R 3"));
        List<String> blank = read(pdf("blanks", "language=DE&size=LETTER")).sheets();
        assertThat(blank).hasSize(sheets.size() - 1).noneMatch(s -> s.contains("Ada"));
        Client.Answer across = pdf("blanks", "language=DE&size=LETTER");
        assertThat(read(across).sheet().getWidth()).as("they lie across").isCloseTo(792, within(0.5f));
    }

    @Test
    void grades_are_drawn_four_to_a_criterion() {
        String html = new String(
                lead.get("/api/screenings/" + hall.screening() + "/papers/grades?language=EN&size=A4")
                        .ok()
                        .bytes(),
                StandardCharsets.UTF_8);
        assertThat(html.split("class=\"grades\""))
                .hasSizeGreaterThan(8)
                .allSatisfy(row -> assertThat(row.split("<svg").length - 1).isIn(0, 4));
        assertThat(html)
                .contains("aria-label=\"Knee line: severe\"", "aria-label=\"Arch: none\"")
                .doesNotContain("Ada");
    }

    @Test
    void a_report_has_ranking_grades_links_with_their_chance_and_reasons() throws IOException {
        Read report = read(pdf("report", "language=EN&size=A4"));
        assertThat(report.sheets().get(0))
                .contains(
                        "For the lead only",
                        "Standard floor, version 1.",
                        "Knee control 1",
                        "Ada Gräf",
                        "Cem not tested yet");
        assertThat(read(pdf("report", "language=EN&size=A4&athlete=" + hall.athlete()))
                        .sheets())
                .as("of one athlete it has nothing of the others")
                .allSatisfy(s -> assertThat(s).doesNotContain("Gräf", "Cem", "Bo "))
                .first()
                .satisfies(s -> assertThat(s)
                        .contains(
                                "Knee line severe, inward (valgus) none",
                                "Knee line left: severe",
                                "foot: ",
                                " in 100 (before any trial"));
        assertThat(read(pdf(
                                "report",
                                "language=DE&size=A4&athlete=" + hall.athletes().get(2)))
                        .sheets()
                        .get(0))
                .contains("Knie links, 7 von 10", "Schmerzen haben das Screening beendet");
    }

    @Test
    void a_session_sheet_has_times_exercises_and_a_line_for_each_athlete_of_the_group() throws IOException {
        pdf("sessions", "language=EN&size=A4").problem(409, "no-block");
        hall = hall(lead, 1, "Ada Eins", "Bo Zwei");
        hall.athletes().forEach(a -> squat(lead, hall.screening(), a));
        block(lead, hall);
        Read first = read(pdf("sessions", "language=EN&size=A4&session=0"));
        assertThat(first.sheets()).singleElement().satisfies(s -> assertThat(s)
                .contains("30 November 2026", "Week 1, session 1 of 4", "08:00 Preparation", "Bodyweight squat, ")
                .contains("Ada E.", "Bo Z.", "Stop for pain of 4 of 10"));
        assertThat(read(pdf("cards", "language=EN&size=A4")).sheets())
                .as("a card says no other dose than the training")
                .allSatisfy(c -> assertThat(c).containsPattern("How much Week 1: \\d × \\d"));
        pdf("sessions", "language=EN&size=A4&session=4").problem(404, "not-found");
        pdf("sessions", "language=EN&size=A4&session=x").problem(400, "bad-address");
    }

    /** Thirty-one are more than are set at once. */
    @Test
    void many_cards_are_one_file_that_says_how_far_it_is() throws IOException {
        List<String> names = IntStream.rangeClosed(1, 31)
                .mapToObj(i -> "Kind%02d Eins".formatted(i))
                .toList();
        hall = hall(lead, 1, names.toArray(String[]::new));
        List<String> lines = new String(
                        lead.get("/api/screenings/" + hall.screening() + "/papers/cards/progress?language=DE&size=A4")
                                .ok()
                                .bytes(),
                        StandardCharsets.UTF_8)
                .lines()
                .toList();
        assertThat(lines.subList(0, lines.size() - 1))
                .isEqualTo(IntStream.rangeClosed(1, 31)
                        .mapToObj("{\"done\":%d,\"of\":31}"::formatted)
                        .toList());
        String start = "{\"name\":\"cards.pdf\",\"file\":\"";
        assertThat(lines.get(31)).startsWith(start).endsWith("\"}");
        String pdf = lines.get(31).substring(start.length(), lines.get(31).length() - "\"}".length());
        Read whole = read(Base64.getDecoder().decode(pdf));
        assertThat(whole.tagged()).isTrue();
        assertThat(whole.sheets())
                .zipSatisfy(names, (sheet, name) -> assertThat(sheet).contains(name));
    }

    @Test
    void what_cannot_be_set_is_refused_in_words() {
        pdf("horoscope", "language=EN&size=A4").problem(404, "not-found");
        pdf("cards", "language=XX&size=A4").problem(400, "bad-address");
        pdf("cards", "language=EN").problem(400, "bad-address");
        pdf("cards", "language=EN&size=A4&athlete=" + UUID.randomUUID()).problem(404, "not-found");
        pdf("cards", "language=EN&size=A4&athlete=x").problem(400, "bad-address");
        visitor()
                .get("/api/screenings/" + hall.screening() + "/papers/cards?language=EN&size=A4")
                .problem(401, "signed-out");
    }
}
