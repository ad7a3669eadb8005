package rangordnung.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.FilePayload;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/** Measuring by simulated athlete, file, picture, camera and scales, the body model, and what of it reaches the screening. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
@Order(9)
class MeasuringIT extends ScreenTest {

    private static final String LOGIN = "measuring";
    /** Facts of this test's own organisation. */
    private static final String FACTS =
            "select count(*) from fact join account a on a.id = author_id where a.login = '" + LOGIN + "' and ";

    private Page lead;

    @Override
    protected Product installed() {
        return Product.shared();
    }

    @BeforeAll
    void screening() {
        product.organisation(LOGIN);
        atTheStation(
                signedIn(LOGIN, DEMO_PASSWORD),
                "Measured",
                "Given name;Family name;Height\nMira;One;175\nTom;Two;180\n",
                "standard-floor/6");
    }

    private Page measuring(String from) {
        lead = signedIn(LOGIN, DEMO_PASSWORD);
        lead.navigate(product.address() + "#/measuring?from=" + from);
        return lead;
    }

    private static Locator row(Page page, String measure) {
        return page.locator("[data-measure='" + measure + "']");
    }

    /** The number at the cursor. */
    private static double now(Page page, String measure) {
        return Double.parseDouble(
                row(page, measure).locator("td.now").textContent().strip());
    }

    private static void settled(Page page) {
        assertThat(page.getByTestId("repetitions")).isVisible();
        page.waitForTimeout(700);
        assertThat(page.locator("section[aria-busy=true]")).hasCount(0);
    }

    @Test
    @Order(1)
    void a_simulated_clip_is_measured_and_sent_to_a_screening() {
        Page page = measuring("simulation");
        page.getByLabel("Seen from").selectOption("FRONT");
        page.getByLabel("Right knee in", new Page.GetByLabelOptions().setExact(true))
                .fill("30");
        settled(page);
        assertThat(row(page, "KNEE_OFFSET RIGHT").locator("td.now"))
                .hasText(Pattern.compile("^(2[6-9]|3[0-4])\\.\\d$")); // one frame, with the noise of its points

        page.getByLabel("Screening").selectOption(new com.microsoft.playwright.options.SelectOption().setIndex(1));
        page.getByLabel("Athlete").selectOption("Mira O.");
        Locator send = button(page, Pattern.compile("Save \\d+ values of 5 repetitions"));
        send.click();
        assertThat(page.getByText(Pattern.compile("values are on their way"))).isVisible();
        allSaved(page);
        long measured = product.count(FACTS + "body->>'kind' = 'measured' and body->'taken'->>'source' = 'SIMULATED'");
        assertThat(measured).isGreaterThan(30);
        assertThat(product.count(FACTS + "body->>'kind' = 'measured' and body->'taken'->>'sem' is null"))
                .isZero();

        link(page, "View results").click();
        Locator knee = page.getByRole(AriaRole.ROW).filter(new Locator.FilterOptions().setHasText("Knee line"));
        assertThat(knee.first()).containsText("marked");
        knee.first().getByText(Pattern.compile("Measured: \\d+")).click();
        assertThat(knee.first()).containsText("Knee offset (+ inward), right");
        assertThat(knee.first()).containsText("a simulated athlete");
    }

    /** Dragging the knee up turns the thigh: the number follows while it moves, and stays when it is let go. */
    @Test
    @Order(2)
    void a_landmark_is_dragged_and_nudged_and_the_number_moves() {
        Page page = measuring("simulation");
        settled(page);
        double before = now(page, "THIGH_ANGLE");
        BoundingBox knee = page.locator("[data-landmark=LEFT_KNEE]").boundingBox();
        page.mouse().move(knee.x + knee.width / 2, knee.y + knee.height / 2);
        page.mouse().down();
        page.mouse()
                .move(
                        knee.x + knee.width / 2,
                        knee.y + knee.height / 2 - 30,
                        new com.microsoft.playwright.Mouse.MoveOptions().setSteps(5));
        assertThat(page.locator("figure.lens, .lens")).isVisible();
        page.waitForCondition(() -> now(page, "THIGH_ANGLE") < before - 8);
        page.mouse().up();
        settled(page);
        double dragged = now(page, "THIGH_ANGLE");
        assertThat(dragged).isLessThan(before - 8);
        page.locator("[data-landmark=LEFT_KNEE]").focus();
        for (int i = 0; i < 5; i++) {
            page.keyboard().press("Shift+ArrowDown");
        }
        page.waitForTimeout(500);
        settled(page);
        assertThat(now(page, "THIGH_ANGLE")).isGreaterThan(dragged + 3);

        Locator time = page.getByTestId("time");
        String here = time.textContent();
        page.getByTestId("stage").click();
        button(page, "Play").click();
        page.waitForCondition(() -> !time.textContent().equals(here));
        button(page, "Pause").click();
    }

    @Test
    @Order(3)
    void a_clip_leaves_as_a_file_and_comes_back() {
        Page page = measuring("simulation");
        settled(page);
        double thigh = now(page, "THIGH_ANGLE");
        page.getByLabel("Kind of file").selectOption("C3D");
        Download saved = page.waitForDownload(() -> button(page, "Save").click());
        Path file = saved.path().resolveSibling("landmarks.c3d");
        saved.saveAs(file);
        page.getByRole(AriaRole.RADIO, new Page.GetByRoleOptions().setName("File of landmarks"))
                .click();
        page.locator("input[type=file]").setInputFiles(file);
        settled(page);
        assertThat(now(page, "THIGH_ANGLE")).isCloseTo(thigh, within(1.5));
        page.locator("input[type=file]")
                .setInputFiles(
                        new FilePayload("broken.csv", "text/csv", "time,left-hip.x,left-hip.z\n0,1,x\n".getBytes()));
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("line 2");
    }

    /** The network that ships looks at a drawn person; nothing but the product is asked for anything. */
    @Test
    @Order(4)
    void landmarks_are_found_in_a_picture_with_no_request_leaving_the_machine() {
        Page drawing = page(720, 960);
        drawing.navigate(
                Path.of("src/test/resources/invented-person.svg").toUri().toString());
        byte[] picture = drawing.screenshot();
        drawing.close();

        Page page = measuring("film");
        List<String> asked = new ArrayList<>();
        page.context().onRequest(request -> asked.add(request.url()));
        page.locator("input[type=file]").setInputFiles(new FilePayload("person.png", "image/png", picture));
        page.getByLabel("The athlete looks").selectOption("TOWARD");
        page.getByLabel("Height of the athlete (cm)").fill("175");
        button(page, "Find the landmarks").click();
        assertThat(page.getByTestId("stage"))
                .isVisible(new com.microsoft.playwright.assertions.LocatorAssertions.IsVisibleOptions()
                        .setTimeout(60_000));
        // Where they were drawn, in pixels of the picture: the athlete's left is on its right.
        assertThat(place(page, "LEFT_KNEE", "cx")).isCloseTo(385, within(40.0));
        assertThat(place(page, "RIGHT_KNEE", "cx")).isCloseTo(335, within(40.0));
        assertThat(place(page, "LEFT_SHOULDER", "cy")).isCloseTo(245, within(40.0));
        assertThat(place(page, "LEFT_ANKLE", "cy")).isCloseTo(845, within(50.0));
        assertThat(row(page, "FPPA LEFT")).isVisible();
        assertThat(asked)
                .isNotEmpty()
                .allMatch(
                        url -> url.startsWith(product.address()) || url.startsWith("blob:") || url.startsWith("data:"));
        assertThat(asked).anyMatch(url -> url.endsWith("/vendor/pose/worker.js"));
    }

    private static double place(Page page, String landmark, String axis) {
        return Double.parseDouble(
                page.locator("[data-landmark=" + landmark + "]").getAttribute(axis));
    }

    @Test
    @Order(5)
    void the_body_model_says_what_stops_it_and_gives_it_to_the_screening() {
        Page page = measuring("simulation");
        page.navigate(product.address() + "#/body");
        Locator answer = page.getByTestId("answer");
        assertThat(answer).isVisible();
        page.getByLabel("Screening").selectOption(new com.microsoft.playwright.options.SelectOption().setIndex(1));
        page.getByLabel("Athlete").selectOption("Tom T.");
        assertThat(page.getByLabel("Height, number")).hasValue("180");
        page.getByLabel("Left ankle", new Page.GetByLabelOptions().setExact(true))
                .fill("15");
        assertThat(answer).containsText("The ankle ends it");
        assertThat(answer).containsText("left ankle is the stiffer one");
        button(page, "Keep for comparison").click();
        page.getByLabel("Plate under the heels", new Page.GetByLabelOptions().setExact(true))
                .fill("6");
        assertThat(page.getByText(Pattern.compile("^Kept: Thigh ends"))).isVisible();
        page.getByLabel("Thigh longer", new Page.GetByLabelOptions().setExact(true))
                .fill("6");
        button(page, "Save to screening").click();
        assertThat(page.getByText(Pattern.compile("are kept with the athlete"))).isVisible();
        allSaved(page);
        assertThat(product.count(FACTS + "body->>'kind' = 'bodyMeasured' and (body->>'thigh')::numeric > 46"))
                .isEqualTo(1);
    }
}
