package rangordnung.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Mouse;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import java.util.regex.Pattern;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/** A coach's day on a fresh installation: by mouse, then by keyboard, with pain, a bad file and a power cut. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
@Order(6)
class CoachDayIT extends ScreenTest {

    private static final String ROSTER =
            "Vorname;Nachname;Geburtsdatum;Größe\nAmara;Lindwurm;4.3.2012;1,585\nBartosz;Żak;5.4.2012;160\nCarlotta;Øvre;6.5.2012;155\n";

    @Override
    protected Product installed() {
        return Product.fresh();
    }

    @Test
    @Order(1)
    void by_mouse_from_the_first_account_to_groups_and_all_is_there_tomorrow() {
        Page page = founded();
        atTheStation(page, "Class 7a", ROSTER);
        assertThat(page.getByTestId("athlete")).hasText("Amara L.");
        page.evaluate("() => { window.taps = 0; addEventListener('pointerdown', () => window.taps++, true); }");

        button(page, "Front: seen").click();
        button(page, "Side: seen").click();
        button(page, "Next athlete").click();
        assertThat(page.getByTestId("athlete")).hasText("Bartosz Ż.");
        assertThat(page.evaluate("() => window.taps"))
                .as("interactions for a clean athlete")
                .isEqualTo(3);

        page.evaluate("() => window.taps = 0");
        button(page, "Knee line left marked").click();
        button(page, "Front: seen").click();
        button(page, "Depth  slight").click();
        button(page, "Side: seen").click();
        button(page, "Next athlete").click();
        assertThat((Integer) page.evaluate("() => window.taps"))
                .as("interactions for two faults")
                .isLessThanOrEqualTo(7);

        page.locator("[data-spot='arch RIGHT']").click();
        page.locator("[data-spot='arch RIGHT']").click();
        button(page, "Undo").click();
        button(page, "Front: seen").click();
        button(page, "Side: seen").click();
        allSaved(page);
        assertThat(product.count("select count(*) from fact where body->>'kind' = 'viewClosed'"))
                .isEqualTo(6);

        link(page, "Results").click();
        Locator bartosz = page.getByRole(AriaRole.ROW).filter(new Locator.FilterOptions().setHasText("Bartosz Żak"));
        assertThat(bartosz.getByRole(AriaRole.IMG, new Locator.GetByRoleOptions().setName("Knee line left: marked")))
                .isVisible();
        assertThat(bartosz).containsText("79.6");
        assertThat(page.getByRole(AriaRole.ROW)
                        .filter(new Locator.FilterOptions().setHasText("Carlotta"))
                        .getByRole(AriaRole.IMG, new Locator.GetByRoleOptions().setName("Arch right: slight")))
                .isVisible(); // an undone correction restores the mark before

        link(page, "Bartosz Żak").click();
        assertThat(page.getByText("Squat: Box squat")).isVisible();
        assertThat(page.getByText("Depth: above parallel")).isVisible();
        page.goBack();
        link(page, "Ranking").click();
        assertThat(page.getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName(Pattern.compile("Amara Lindwurm"))))
                .isVisible();
        assertThat(page.getByTestId("told")).isVisible();
        link(page, "Groups").click();
        drag(page, button(page, "Amara Lindwurm"), page.locator("[data-rung='LOAD/goblet-squat'] ul"));
        assertThat(page.getByTestId("fit")).containsText("Cost of the move: 3.0");
        page.getByLabel("Reason").fill("Has lifted for a year");
        button(page, "Move").click();
        assertThat(page.locator("dialog[open]")).hasCount(0);
        assertThat(page.locator("[data-rung='LOAD/goblet-squat']")).containsText("Amara Lindwurm");
        assertThat(
                        product.count(
                                "select count(*) from decision where kind = 'MOVE' and rung = 'goblet-squat' and reason = 'Has lifted for a year'"))
                .isEqualTo(1);

        page.context().close();
        Page tomorrow = signedIn("lead", PASSWORD);
        link(tomorrow, "Groups").click();
        assertThat(tomorrow.locator("[data-rung='LOAD/goblet-squat']")).containsText("Amara Lindwurm");
        button(tomorrow, Pattern.compile("Amara Lindwurm")).click();
        assertThat(tomorrow.getByText("“Has lifted for a year”")).isVisible();
    }

    /** Drags until the place under the pointer has taken the tag in, as the eye of a user would wait for. */
    private static void drag(Page page, Locator from, Locator to) {
        to.scrollIntoViewIfNeeded();
        BoundingBox start = from.boundingBox();
        page.mouse().move(start.x + 20, start.y + 15);
        page.mouse().down();
        for (int i = 0; i < 15 && to.locator("li").count() == 0; i++) {
            BoundingBox end = to.boundingBox();
            page.mouse()
                    .move(
                            end.x + end.width / 2 + i % 3,
                            end.y + end.height / 2 + 4,
                            new Mouse.MoveOptions().setSteps(8));
            page.waitForTimeout(250);
        }
        page.mouse().up();
    }

    @Test
    @Order(2)
    void by_keyboard_alone() {
        Page page = page(1280, 800);
        page.navigate(product.address());
        tabTo(page, "Login");
        page.keyboard().type("lead");
        page.keyboard().press("Tab");
        page.keyboard().type(PASSWORD);
        page.keyboard().press("Enter");
        assertThat(heading(page, "Today")).isVisible();
        tabTo(page, "Rosters");
        page.keyboard().press("Enter");
        tabTo(page, "Add a team or class");
        page.keyboard().press("Enter");
        page.keyboard().type("Keyboard team");
        page.keyboard().press("Enter");
        tabTo(page, "Paste from a spreadsheet or list");
        page.keyboard().insertText("Given name,Family name\nDilan,Stern\nEluned,Moor\n");
        tabTo(page, "Preview");
        page.keyboard().press("Enter");
        assertThat(button(page, "Import 2 rows")).isEnabled();
        tabTo(page, "Import 2 rows");
        page.keyboard().press("Enter");
        assertThat(page.getByText("Imported. New: 2")).isVisible();
        tabTo(page, "Today");
        page.keyboard().press("Enter");
        assertThat(heading(page, "Today")).isVisible();
        tabTo(page, "Plan a screening");
        page.keyboard().press("Enter");
        page.keyboard().type("Keyboard");
        assertThat(page.locator("dialog[open] select").last()).not().hasValue("");
        tabTo(page, "Protocol");
        page.keyboard().type("Standard floor, version 1");
        assertThat(page.locator("dialog[open] select").last()).hasValue("standard-floor/1");
        tabTo(page, "Open the station");
        page.keyboard().press("Enter");
        assertThat(page.getByTestId("athlete")).hasText("Dilan S.");

        page.keyboard().press("k");
        page.keyboard().press("3");
        page.keyboard().press("Shift+A");
        page.keyboard().press("Enter");
        page.keyboard().press("h");
        page.keyboard().press("z");
        page.keyboard().press("Enter");
        page.keyboard().press("Enter");
        assertThat(page.getByTestId("athlete")).hasText("Eluned M.");
        page.keyboard().press("?");
        assertThat(page.getByText("Keys of this screen").last()).isVisible();
        page.keyboard().press("Escape");
        allSaved(page);

        tabTo(page, "Groups");
        page.keyboard().press("Enter");
        assertThat(page.locator("[data-rung='KNEE_CONTROL/split-squat-hold']")).containsText("Dilan Stern");
        tabTo(page, "Dilan Stern");
        page.keyboard().press("l");
        assertThat(page.locator("[data-rung='KNEE_CONTROL/split-squat-hold']")).containsText("locked");
        tabTo(page, "Dilan Stern");
        page.keyboard().press("m");
        assertThat(page.locator("dialog[open]")).containsText("Locked at Knee control");
        page.keyboard().press("Escape");
        assertThat(product.count("select count(*) from decision where kind = 'LOCK'"))
                .isEqualTo(1);
    }

    @Test
    @Order(3)
    void pain_stops_the_screen_and_leads_to_protect() {
        Page page = signIn(page(390, 844), "lead", PASSWORD);
        atTheStation(page, "Pain team", "Name\nFarid Hell\n");
        ready(page);
        page.locator("[data-spot='knee-line LEFT']").click();
        button(page, "Pain: stop").click();
        Locator pain = page.locator("dialog[open]");
        pain.getByText("Knee", new Locator.GetByTextOptions().setExact(true)).click();
        pain.getByText("2", new Locator.GetByTextOptions().setExact(true)).click();
        assertThat(page.getByText("May go on with what does not raise it")).isVisible();
        page.getByText("gives way").click();
        assertThat(page.getByText("This stops the screen.")).isVisible();
        button(page, "Stop and record").click();
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("No pressure to go on");
        assertThat(button(page, "Front: seen")).hasCount(0);
        allSaved(page);
        String screening = screening(page);
        page.navigate(product.address() + "#/screening/" + screening + "/groups");
        assertThat(page.locator("[data-focus='PROTECT']")).containsText("Farid Hell");
        page.navigate(product.address() + "#/screening/" + screening + "/results");
        assertThat(page.getByRole(AriaRole.ROW).last()).containsText("stopped for pain");
    }

    @Test
    @Order(4)
    void a_bad_file_is_explained_and_nothing_is_written() {
        Page page = signedIn("lead", PASSWORD);
        link(page, "Rosters").click();
        button(page, "Add a team or class").first().click();
        page.getByLabel("Name").fill("Bad file");
        page.locator("dialog[open]").getByRole(AriaRole.BUTTON).first().click();
        page.getByLabel("Or choose a file")
                .setInputFiles(new com.microsoft.playwright.options.FilePayload(
                        "r.csv",
                        "text/csv",
                        "Vorname;Geburtsdatum\nAda;31.2.2012\nBela;1.1.2012\n"
                                .getBytes(java.nio.charset.StandardCharsets.UTF_8)));
        assertThat(page.getByText("Birth date “31.2.2012”: there is no such day"))
                .isVisible();
        assertThat(button(page, "Import 1 row")).isDisabled();
        assertThat(product.count(
                        "select count(*) from athlete a join team t on t.id = a.team_id where t.name = 'Bad file'"))
                .isZero();
        page.getByLabel("Leave out rows with a problem: 1").check();
        button(page, "Import 1 row").click();
        assertThat(page.getByText("Imported. New: 1, changed: 0, left out: 1.")).isVisible();
        button(page, "Import").click();
        page.getByLabel("Or choose a file")
                .setInputFiles(new com.microsoft.playwright.options.FilePayload(
                        "r.xlsx", "application/zip", new byte[] {'P', 'K', 3, 4, 9}));
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("cannot be read");
    }

    @Test
    @Order(5)
    void a_power_cut_while_marks_are_sent_loses_nothing_and_doubles_nothing() {
        Page page = signedIn("lead", PASSWORD);
        atTheStation(page, "Power cut", "Name\nGoran Alt\nHanneke Neu\nIlse Rot\nJoon Blau\n");
        long before = product.count("select count(*) from fact");
        for (int athlete = 0; athlete < 4; athlete++) {
            for (String key : new String[] {"k", "2", "Shift+A", "s", "1", "Enter", "e", "r", "2", "Enter"}) {
                page.keyboard().press(key);
            }
            if (athlete == 1) {
                product.kill();
            }
            page.keyboard().press("Enter");
        }
        assertThat(page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName(Pattern.compile("not reachable: \\d+ wait"))))
                .isVisible();
        product.start();
        page.reload();
        assertThat(page.getByTestId("athlete")).isVisible();
        assertThat(page.locator("[data-pending='0']"))
                .isVisible(new com.microsoft.playwright.assertions.LocatorAssertions.IsVisibleOptions()
                        .setTimeout(20_000));

        // A trial, three marks twice each, two more in the side view, and two closed views, for each of four athletes.
        long perAthlete = product.count(
                "select count(*) from fact where athlete_id = (select id from athlete where given_name = 'Goran')");
        assertThat(product.count("select count(*) from fact") - before).isEqualTo(4 * perAthlete);
        assertThat(
                        product.count(
                                "select count(*) from fact f join athlete a on a.id = f.athlete_id where body->>'kind' = 'viewClosed' and a.given_name in ('Goran', 'Hanneke', 'Ilse', 'Joon')"))
                .isEqualTo(8);
        link(page, "Results").click();
        assertThat(page.getByText("4 of 4")).isVisible();
        assertThat(page.getByRole(AriaRole.IMG, new Page.GetByRoleOptions().setName("Knee line left: marked")))
                .hasCount(4);
    }
}
