package rangordnung.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.deque.html.axecore.args.AxeRunOptions;
import com.deque.html.axecore.playwright.AxeBuilder;
import com.deque.html.axecore.results.Rule;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.TestInstance;

/** Drives the interface in Debian's Chromium, as a user does; any error of the page fails the test. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
abstract class ScreenTest {

    /** As long as a busy machine may take. */
    private static final int PATIENCE = 30_000;

    static final String PASSWORD = "a sentence to keep";
    static final String DEMO_PASSWORD = "hall-lines-and-wall-bars";

    private Playwright playwright;
    private Browser browser;
    private final List<String> errors = new ArrayList<>();
    protected Product product;

    @BeforeAll
    void openBrowser() {
        PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE);
        playwright = Chromium.playwright();
        browser = playwright
                .chromium()
                .launch(new BrowserType.LaunchOptions()
                        .setExecutablePath(Chromium.PATH)
                        .setArgs(Chromium.ARGUMENTS));
        product = installed();
    }

    /** What this test drives. */
    protected abstract Product installed();

    @AfterAll
    void close() {
        if (product != null) {
            product.close();
        }
        playwright.close();
    }

    @AfterEach
    void nothingWentWrongOnThePage() {
        Assertions.assertEquals(List.of(), errors);
        browser.contexts().forEach(BrowserContext::close);
    }

    protected Page page(int width, int height) {
        BrowserContext context = browser.newContext(
                new Browser.NewContextOptions().setViewportSize(width, height).setLocale("en-GB"));
        return watched(context.newPage());
    }

    /** What the rules of accessible pages find; in another theme than the first only colours differ. */
    protected static void noBarrier(Page page, String theme, String name) {
        AxeRunOptions briefly = new AxeRunOptions();
        briefly.setResultTypes(List.of("violations")); // what passes need not be listed node by node
        AxeBuilder axe =
                new AxeBuilder(page).options(briefly).setLegacyMode(true); // no frames here: one page is enough
        List<Rule> violations = (theme.equals("chalk")
                        ? axe.withTags(List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"))
                        : axe.withRules(List.of("color-contrast")))
                .analyze()
                .getViolations();
        Assertions.assertEquals(
                List.of(),
                violations.stream()
                        .map(r -> r.getId() + ": " + r.getNodes().get(0).getHtml())
                        .toList(),
                theme + " " + name);
    }

    /** Presses Tab until the element of that name has the focus. */
    protected static void tabTo(Page page, String name) {
        for (int i = 0; i < 90; i++) {
            Object focused = page.evaluate(
                    """
                    () => { const e = document.activeElement; if (!e) return '';
                      const label = e.labels?.[0]?.textContent ?? '';
                      return (e.getAttribute('aria-label') || label || e.textContent || '').replace(/\\s+/g, ' ').trim(); }""");
            if (String.valueOf(focused).startsWith(name)) {
                return;
            }
            page.keyboard().press("Tab");
        }
        throw new AssertionError("Tab never reaches “" + name + "”");
    }

    /** A page whose errors fail the test. */
    protected Page watched(Page page) {
        page.setDefaultTimeout(PATIENCE);
        page.onPageError(errors::add);
        page.onConsoleMessage(message -> {
            boolean expected = message.text().contains("Failed to load resource");
            if (message.type().equals("error") && !expected) {
                errors.add(message.text());
            }
        });
        return page;
    }

    /** A desktop page, signed in. */
    protected Page signedIn(String login, String password) {
        return signIn(page(1280, 800), login, password);
    }

    protected Page signIn(Page page, String login, String password) {
        page.navigate(product.address());
        page.getByLabel("Login").fill(login);
        page.getByLabel("Password").fill(password);
        button(page, "Sign in").click();
        assertThat(heading(page, "Today")).isVisible();
        return page;
    }

    /** The first account of a fresh installation. */
    protected Page founded() {
        Page page = page(1280, 800);
        page.navigate(product.address() + "#/setup/" + product.setupCode());
        page.getByLabel("School or club").fill("Invented school");
        page.getByLabel("Your name").fill("Test Lead");
        page.getByLabel("Login").fill("lead");
        page.getByLabel("Password").fill(PASSWORD);
        button(page, "Create and begin").click();
        assertThat(heading(page, "Today")).isVisible();
        return page;
    }

    /** A roster from pasted lines, with a screening planned and its station open. */
    protected void atTheStation(Page page, String team, String lines) {
        atTheStation(page, team, lines, "standard-floor/1");
    }

    /** The same under a protocol, written as name and version. */
    protected void atTheStation(Page page, String team, String lines, String protocol) {
        page.navigate(product.address() + "#/roster");
        button(page, "Add a team or class").first().click();
        page.getByLabel("Name").fill(team);
        page.locator("dialog[open]").getByRole(AriaRole.BUTTON).first().click();
        page.getByLabel("Paste from a spreadsheet or list").fill(lines);
        button(page, "Preview").click();
        button(page, Pattern.compile("Import \\d+ rows?")).click();
        assertThat(page.getByRole(AriaRole.STATUS).filter(new Locator.FilterOptions().setHasText("Imported")))
                .isVisible();
        page.navigate(product.address() + "#/");
        button(page, "Plan a screening").click();
        page.getByLabel("Team or class").selectOption(team);
        page.getByLabel("Protocol").selectOption(protocol);
        button(page, "Open the station").last().click();
        assertThat(page.getByTestId("athlete")).isVisible();
    }

    /** On a phone: the test is set up, now look. */
    protected static void ready(Page phone) {
        button(phone, "Ready: look").click();
    }

    /** On a phone: another test, which is then set up. */
    protected static void choose(Page phone, String test) {
        phone.getByRole(AriaRole.TAB, new Page.GetByRoleOptions().setName("Set up"))
                .click();
        phone.getByLabel("Tests").selectOption(test);
        if (button(phone, "Ready: look").isVisible()) {
            ready(phone);
        }
    }

    /** Touches a spot of the figure: each time one grade more. */
    protected static void touch(Page page, String spot, int times) {
        for (int i = 0; i < times; i++) {
            page.locator("[data-spot='" + spot + "']").click();
        }
    }

    /** The screening whose page is open. */
    protected static String screening(Page page) {
        return page.url().replaceAll(".*/screening/([^/]+)/.*", "$1");
    }

    protected static Locator button(Page page, String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    protected static Locator button(Page page, Pattern name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
    }

    protected static Locator link(Page page, String name) {
        return page.getByRole(
                AriaRole.LINK, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    protected static Locator heading(Page page, String name) {
        return page.getByRole(
                AriaRole.HEADING,
                new Page.GetByRoleOptions().setName(name).setExact(true).setLevel(1));
    }

    protected static void allSaved(Page page) {
        assertThat(page.locator("[data-pending='0']")).isVisible();
    }
}
