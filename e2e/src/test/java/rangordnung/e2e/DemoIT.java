package rangordnung.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.Page.ScreenshotOptions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The demo: every screen with every state, in three themes and two languages. */
@Order(1)
class DemoIT extends ScreenTest {

    @Override
    protected Product installed() {
        return Product.shared();
    }

    /** Addresses of all screens, by name. */
    private Map<String, String> screens(Page page) {
        String id = (String)
                page.evaluate(
                        """
                async () => (await (await fetch('/api/today')).json()).screenings.find((s) => s.screening.heldOn === '2026-11-09').screening.id""");
        String club = (String)
                page.evaluate(
                        """
                async () => (await (await fetch('/api/today')).json()).screenings.find((s) => s.screening.name === 'Club screen').screening.id""");
        String first = (String)
                page.evaluate(
                        """
                async () => (await (await fetch('/api/today')).json()).screenings.find((s) => s.screening.name === 'First look').screening.id""");
        String lesson = (String)
                page.evaluate(
                        """
                async () => (await (await fetch('/api/today')).json()).screenings.find((s) => s.screening.name === 'Winter screen').screening.id""");
        // one whose heels were up, with a retest and a wall test: the page has everything on it
        String athlete = (String) page.evaluate(
                """
                async (id) => { const view = await (await fetch(`/api/screenings/${id}/results`)).json();
                  const heels = view.columns.findIndex((c) => c.criterion === 'heels');
                  return view.strips.find((s) => s.cells[heels].left === 'MARKED').athlete; }""",
                lesson);
        String team = (String) page.evaluate(
                "async () => (await (await fetch('/api/teams')).json()).find((t) => t.name.startsWith('Class')).id");
        String season = (String)
                page.evaluate(
                        """
                async () => (await (await fetch('/api/today')).json()).screenings.find((s) => s.screening.name === 'Season screen').screening.id""");
        String block = (String) page.evaluate(
                "async (id) => (await (await fetch(`/api/screenings/${id}/block`)).json()).block.id", season);
        String hall = (String) page.evaluate("async () => (await (await fetch('/api/halls')).json())[0].id");
        Map<String, String> screens = new LinkedHashMap<>();
        screens.put("today", "/");
        screens.put("rosters", "/roster");
        screens.put("roster", "/roster/" + team);
        screens.put("people", "/people");
        screens.put("account", "/account");
        screens.put("access", "/access");
        screens.put("retention", "/retention");
        screens.put("archive", "/archive");
        screens.put("station", "/screening/" + first + "/station");
        screens.put("results", "/screening/" + id + "/results");
        screens.put("athlete", "/screening/" + lesson + "/athlete/" + athlete);
        screens.put("results-battery", "/screening/" + lesson + "/results");
        screens.put("plan", "/screening/" + lesson + "/plan");
        screens.put("board", "/screening/" + lesson + "/board");
        screens.put("raters", "/screening/" + lesson + "/raters");
        screens.put("schools", "/screening/" + lesson + "/schools");
        screens.put("door", "/screening/" + lesson + "/station/door");
        screens.put("lunge", "/screening/" + lesson + "/station/lunge");
        screens.put("balance", "/screening/" + lesson + "/station/balance");
        screens.put("squat", "/screening/" + lesson + "/station/squat");
        screens.put("measuring", "/measuring");
        screens.put("body", "/body");
        screens.put("protocols", "/protocols");
        screens.put("protocol", "/protocols/training-stance/5");
        screens.put("set-up", "/protocols/personal/5");
        screens.put("ranking", "/screening/" + id + "/ranking");
        screens.put("groups", "/screening/" + id + "/groups");
        screens.put("look-again", "/screening/" + lesson + "/again");
        screens.put("exercise", "/exercise/box-squat");
        screens.put("halls", "/halls");
        screens.put("hall", "/halls/" + hall);
        screens.put("forming", "/screening/" + season + "/forming");
        screens.put("short", "/screening/" + season + "/next");
        screens.put("training", "/screening/" + season + "/training");
        screens.put("papers", "/screening/" + season + "/papers");
        screens.put("typing", "/screening/" + season + "/typing/overhead-squat");
        screens.put("session", "/block/" + block + "/session/2");
        screens.put("ranking-500", "/screening/" + club + "/ranking");
        return screens;
    }

    private static void show(Page page, String address) {
        page.evaluate("(a) => { location.hash = a; }", "#" + address);
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                .hasCount(1);
        assertThat(page.locator(".loading")).hasCount(0);
        if (address.equals("/measuring")) {
            assertThat(page.getByTestId("repetitions")).isVisible();
        }
        page.waitForTimeout(250);
    }

    private static final Set<String> THEMED =
            Set.of("today", "station", "athlete", "ranking", "groups", "board", "plan");

    @ParameterizedTest
    @ValueSource(strings = {"chalk", "evening", "bright"})
    void no_screen_has_a_barrier(String theme) {
        Page page = page(1280, 800);
        page.addInitScript("localStorage.setItem('theme', '" + theme + "')");
        page.navigate(product.address());
        assertThat(button(page, "Sign in")).isVisible();
        noBarrier(page, theme, "sign-in");
        signIn(page, "lead", DEMO_PASSWORD);
        Map<String, String> screens = screens(page);
        screens.remove("ranking-500"); // the same view as the ranking, only longer
        screens.remove("results"); // those of the battery have all of it and more
        if (!theme.equals("chalk")) {
            screens.keySet().retainAll(THEMED); // themes change colours only, and these screens have all of them
        }
        screens.forEach((name, address) -> {
            show(page, address);
            noBarrier(page, theme, name);
        });
        show(page, screens.get("station"));
        button(page, "Pain: stop").click();
        noBarrier(page, theme, "pain");
    }

    @Test
    void german_has_every_word_and_a_rater_sees_only_the_station() {
        Page page = page(390, 844);
        page.addInitScript("localStorage.setItem('PARAGLIDE_LOCALE', 'de')");
        page.navigate(product.address());
        page.getByLabel("Anmeldename").fill("rater");
        page.getByLabel("Passwort").fill(DEMO_PASSWORD);
        button(page, "Anmelden").click();
        assertThat(heading(page, "Heute")).isVisible();
        assertThat(link(page, "Klassen und Teams")).hasCount(0);
        link(page, "Station öffnen").click();
        button(page, "Bereit: ansehen").click();
        assertThat(button(page, "Vorn: gesehen")).isVisible();
        assertThat(page.getByTestId("athlete")).hasText(java.util.regex.Pattern.compile("^\\S+ \\S\\.$"));
        assertThat(page.locator("html")).hasAttribute("lang", "de");
    }

    /** A viewer opens results, ranking and an athlete, and finds nothing to change. */
    @Test
    void a_viewer_looks_and_changes_nothing() {
        Page page = page(1280, 800);
        page.navigate(product.address());
        page.getByLabel("Login").fill("viewer");
        page.getByLabel("Password").fill(DEMO_PASSWORD);
        button(page, "Sign in").click();
        assertThat(heading(page, "Today")).isVisible();
        assertThat(button(page, "Plan a screening")).hasCount(0);
        link(page, "Results").first().click();
        assertThat(heading(page, "Results")).isVisible();
        assertThat(page.getByRole(AriaRole.NAVIGATION, new Page.GetByRoleOptions().setName("This screening"))
                        .getByRole(AriaRole.LINK))
                .hasCount(3);
        String results = page.url();
        page.navigate(results.replace("results", "groups"));
        page.locator("[data-tag]").first().click();
        assertThat(button(page, "Close").first()).isVisible();
        assertThat(page.getByRole(AriaRole.TEXTBOX)).hasCount(0);
        page.navigate(results.replace("results", "station"));
        assertThat(heading(page, "Nothing here")).isVisible();
    }

    /** Pictures for the README, taken with {@code -Dpictures=docs/screenshots} and only then. */
    @Tag("pictures")
    @Test
    void every_main_view_can_be_pictured() {
        Path folder = Path.of("..", System.getProperty("pictures"));
        Page page = signedIn("lead", DEMO_PASSWORD);
        page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(ColorScheme.LIGHT));
        Map<String, String> all = Map.copyOf(screens(page));
        Map<String, String> screens = screens(page);
        screens.keySet()
                .removeAll(Set.of(
                        "people",
                        "account",
                        "access",
                        "retention",
                        "archive",
                        "rosters",
                        "roster",
                        "protocols",
                        "set-up",
                        "results-battery",
                        "door",
                        "lunge",
                        "balance",
                        "squat",
                        "ranking-500",
                        "raters",
                        "look-again",
                        "halls",
                        "session",
                        "papers",
                        "typing",
                        "schools"));
        screens.forEach((name, address) -> {
            show(page, address);
            if (name.equals("station")) {
                page.locator("[data-spot='knee-line LEFT']").click();
                page.locator("[data-spot='arch RIGHT']").click();
            }
            page.screenshot(new ScreenshotOptions().setPath(folder.resolve(name + ".png")));
        });
        Page phone = signIn(page(390, 844), "lead", DEMO_PASSWORD);
        show(phone, screens.get("station"));
        phone.getByTestId("moments").getByText("Front").click();
        touch(phone, "turn-out LEFT", 1);
        phone.screenshot(new ScreenshotOptions().setPath(folder.resolve("station-phone.png")));
        show(phone, all.get("squat").replace("/station", "/practice"));
        button(phone, "Begin").click();
        ready(phone);
        phone.waitForTimeout(2200); // half way down
        phone.screenshot(new ScreenshotOptions().setPath(folder.resolve("practice-phone.png")));
        show(phone, all.get("session"));
        button(phone, "All here").click();
        button(phone, Pattern.compile(": done")).first().click();
        phone.screenshot(new ScreenshotOptions().setPath(folder.resolve("session-phone.png")));
        assertThat(folder.resolve("station-phone.png").toFile().length()).isGreaterThan(10_000);
    }
}
