package rangordnung.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.JsonArray;
import com.google.gson.JsonElement;
import com.google.gson.JsonObject;
import com.google.gson.JsonParser;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;

/** Before and after a screening: the first half hour, a sheet that was filled in by hand, one's own card, everything as a file. */
@Order(10)
class PaperIT extends ScreenTest {

    private static final String LEAD = "paper";

    @Override
    protected Product installed() {
        return Product.shared();
    }

    @BeforeAll
    void house() {
        product.organisation(LEAD);
    }

    private long ofHouse(String table) {
        return product.count("select count(*) from " + table
                + " join account on account.organisation_id = %s.organisation_id where login = '%s'"
                        .formatted(table, LEAD));
    }

    private static void today(Page page) {
        link(page, "Today").first().click();
        assertThat(heading(page, "Today")).isVisible();
    }

    private static Locator nextStep(Page page) {
        return page.locator("[aria-current='step']");
    }

    @Test
    void a_new_lead_gets_from_an_empty_house_to_codes_for_helpers_and_throws_the_practice_class_away() {
        product.organisation("new-lead");
        Page page = signedIn("new-lead", DEMO_PASSWORD);
        assertThat(nextStep(page)).containsText("Everything belongs to a roster");
        button(page, "Take a practice class").click();
        assertThat(heading(page, "Practice class")).isVisible();

        today(page);
        assertThat(nextStep(page)).containsText("Choose the day and the protocol");
        button(page, "Choose day and protocol").click();
        page.getByLabel("Team or class").selectOption("Practice class");
        button(page, "Open the station").last().click();
        assertThat(page.getByTestId("athlete")).isVisible();

        page.navigate(product.address() + "#/");
        assertThat(nextStep(page)).containsText("Stations, raters and minutes");
        link(page, "Hall plan").last().click();
        button(page, "Helpers’ codes").click();
        page.getByLabel("Helper", new Page.GetByLabelOptions().setExact(true)).fill("Momo");
        button(page, "Create a code").click();
        assertThat(page.getByTestId("pass")).containsText("Momo");

        page.navigate(product.address() + "#/");
        assertThat(nextStep(page)).containsText("simulated athletes");
        button(page, "Throw the practice class away").click();
        assertThat(nextStep(page)).containsText("Everything belongs to a roster");
        assertThat(product.count(
                        "select count(*) from athlete join account using (organisation_id) where login = 'new-lead'"))
                .isZero();
    }

    @Test
    void a_filled_sheet_is_typed_in_with_the_keyboard_then_a_card_is_opened_and_the_roster_goes_out_and_comes_in() {
        Page page = signedIn(LEAD, DEMO_PASSWORD);
        atTheStation(
                page,
                "Class 7a",
                "Vorname;Nachname;Geburtsdatum;Größe\nAmara;Lindwurm;4.3.2012;1,585\nBartosz;Żak;5.4.2012;160\n");
        String screening = screening(page);
        typed(page, screening);
        opened(page, screening);
        moved(page);
    }

    private void typed(Page page, String screening) {
        page.navigate(product.address() + "#/screening/" + screening + "/typing/door");
        page.getByLabel("Amara L.: Check-in").focus();
        for (int i = 0; i < 2; i++) {
            page.keyboard().press("ArrowDown"); // is here
            page.keyboard().press("Enter");
        }
        link(page, "Overhead squat").click();
        page.getByLabel("Amara L.: Knee line L").focus();
        assertThat(page.locator(".legend")).containsText("0 to 3, or strokes");
        page.keyboard().type("7");
        page.keyboard().press("Enter");
        assertThat(page.locator("[aria-invalid='true']")).isFocused();
        page.keyboard().type("|||");
        page.keyboard().press("Enter");
        page.keyboard().press("Enter"); // the next line, as it is: nothing was seen
        assertThat(page.locator("[data-athlete='Amara L.']")).containsText("Faults: 1");
        assertThat(page.locator("[data-athlete='Bartosz Ż.']")).containsText("Faults: 0");
        allSaved(page);
        page.navigate(product.address() + "#/screening/" + screening + "/results");
        assertThat(page.getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName(Pattern.compile("Amara Lindwurm")))
                        .getByRole(AriaRole.IMG, new Locator.GetByRoleOptions().setName("Knee line left: severe")))
                .isVisible();
        assertThat(product.count("select count(*) from fact where screening_id = '" + screening
                        + "' and body->>'kind' = 'marked' and body->>'grade' = 'SEVERE'"))
                .isEqualTo(1);
    }

    private void opened(Page page, String screening) {
        link(page, "Amara Lindwurm").click();
        button(page, "Own card …").click();
        button(page, "Make a link").click();
        String address = page.getByTestId("own-link-address").textContent().strip();
        assertThat(address).doesNotContain(screening);

        Page phone = page(390, 844);
        phone.navigate(address);
        assertThat(heading(phone, "Amara Lindwurm")).isVisible();
        assertThat(phone.locator("body")).containsText("Your exercise");
        assertThat(phone.locator("body").textContent())
                .doesNotContain("Bartosz", "Żak")
                .doesNotContainIgnoringCase("severe", "rank", "index", "knee line");
        phone.getByText("Something is wrong, or should go").click();
        phone.getByLabel("What is wrong?").fill("I was born in May.");
        button(phone, "Ask for a correction").click();
        assertThat(phone.getByText("Whoever leads your group sees it today.")).isVisible();

        Page other = page(390, 844);
        other.navigate(address);
        assertThat(other.getByRole(AriaRole.ALERT)).isVisible();
        assertThat(other.locator("body")).not().containsText("Amara");

        page.navigate(product.address() + "#/");
        Locator request = page.getByRole(AriaRole.LISTITEM)
                .filter(new Locator.FilterOptions().setHasText("asks for a correction"));
        assertThat(request).containsText("I was born in May.");
        request.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Done"))
                .click();
        assertThat(request).hasCount(0);
    }

    private void moved(Page page) {
        page.navigate(product.address() + "#/roster");
        long facts = ofHouse("fact");
        Download file =
                page.waitForDownload(() -> link(page, "Save all rosters").click());
        page.getByLabel("Take a file in").setInputFiles(file.path());
        assertThat(page.locator("[aria-labelledby='transfer']"))
                .containsText("Taken in: Class 7a (2), 2 athletes, 1 screening.");
        assertThat(ofHouse("fact"))
                .as("what was here already came in a second time")
                .isEqualTo(2 * facts);
        assertThat(ofHouse("athlete")).isEqualTo(4);
    }

    private static final int CLASS = 40;

    /** What a paper for athletes and families never says, in the languages that it is set in. */
    private static final Pattern OF_RANK = Pattern.compile(
            "(?iu)\\b(ranks?|ranking|rang|platz \\d|\\d\\. platz|index|band \\d|slight|marked|severe|deutlich|stark)\\b");

    /** Focuses and findings, by which a list on a wall would tell something of somebody. */
    private static final Pattern OF_HEALTH = Pattern.compile(
            "(?iu)\\b(ankle|foot|knee|hip|trunk|balance|protect|pain|sprunggelenk|fuß|knie|hüfte|rumpf|schutz|schonen|schmerz(en)?)\\b");

    @Test
    void no_paper_of_the_whole_demo_tells_one_family_of_another_or_of_a_rank() throws IOException {
        Page page = signedIn("lead", DEMO_PASSWORD);
        JsonArray screenings = json(page, "api/today").getAsJsonArray("screenings");
        assertThat(screenings).hasSizeGreaterThanOrEqualTo(6);
        for (JsonElement each : screenings) {
            JsonObject screening = each.getAsJsonObject().getAsJsonObject("screening");
            String path = "api/screenings/" + screening.get("id").getAsString() + "/papers/";
            List<String> names = names(page, screening.get("team").getAsString());
            for (String language : List.of("EN", "DE")) {
                for (String paper : List.of("cards", "letters")) {
                    for (String sheet : names.size() > CLASS
                            ? sections(page, path + paper, language)
                            : sheets(page, path + paper, language)) {
                        String where = screening.get("name") + " " + language + " " + sheet;
                        assertThat(names.stream().filter(n -> says(sheet, n)))
                                .as(where)
                                .hasSize(1);
                        assertThat(sheet).as(where).doesNotContainPattern(OF_RANK);
                    }
                }
                assertThat(String.join(" ", sheets(page, path + "wall-list", language)))
                        .doesNotContainPattern(OF_RANK)
                        .doesNotContainPattern(OF_HEALTH);
            }
        }
    }

    private JsonObject json(Page page, String path) {
        return JsonParser.parseString(
                        page.request().get(product.address() + path).text())
                .getAsJsonObject();
    }

    private List<String> names(Page page, String team) {
        return json(page, "api/teams/" + team).getAsJsonArray("athletes").asList().stream()
                .map(a -> a.getAsJsonObject().getAsJsonObject("record"))
                .map(a -> a.get("givenName").getAsString() + " "
                        + a.get("familyName").getAsString())
                .toList();
    }

    /** Whole names only: who is called like the beginning of another is not the other. */
    private static boolean says(String sheet, String name) {
        return sheet.contains(name)
                && Pattern.compile("(?<![\\p{L}-])" + Pattern.quote(name) + "(?![\\p{L}-])")
                        .matcher(sheet)
                        .find();
    }

    /** The page for the browser, sheet by sheet: it says what the PDF says, and five hundred are there at once. */
    private List<String> sections(Page page, String path, String language) {
        String html = page.request()
                .get(product.address() + path + "?size=A4&language=" + language)
                .text();
        return Stream.of(html.split("<section "))
                .skip(1)
                .map(s -> s.replaceAll("<[^>]*>", " ").replaceAll("\\s+", " "))
                .toList();
    }

    /** The text layer of the PDF, sheet by sheet. */
    private List<String> sheets(Page page, String path, String language) throws IOException {
        byte[] pdf = page.request()
                .get(product.address() + path + "/pdf?size=A4&language=" + language)
                .body();
        List<String> sheets = new ArrayList<>();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            PDFTextStripper text = new PDFTextStripper();
            for (int i = 1; i <= document.getNumberOfPages(); i++) {
                text.setStartPage(i);
                text.setEndPage(i);
                sheets.add(text.getText(document).replaceAll("\\s+", " "));
            }
        }
        return sheets;
    }
}
