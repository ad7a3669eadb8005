package rangordnung.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The station on a phone that one hand holds: nothing scrolls, nothing is too small for a thumb. */
@Order(4)
class HandIT extends ScreenTest {

    private static final String MAKE_ONE_OF_EACH_PROTOCOL =
            """
            async () => {
              const json = (path) => fetch(path).then((r) => r.json());
              const [team] = await json('/api/teams');
              const token = /XSRF-TOKEN=([^;]+)/.exec(document.cookie)[1];
              const made = [];
              for (const { id, version } of await json('/api/protocols')) {
                const answer = await fetch('/api/screenings', {
                  method: 'POST',
                  headers: { 'Content-Type': 'application/json', 'X-XSRF-TOKEN': token },
                  body: JSON.stringify({ team: team.id, name: `${id} ${version}`, heldOn: '2026-11-09', protocol: id, protocolVersion: version }),
                });
                made.push((await answer.json()).id);
              }
              return made;
            }""";

    private List<String> screenings;

    @Override
    protected Product installed() {
        return Product.fresh();
    }

    @BeforeAll
    @SuppressWarnings("unchecked")
    void one_of_each_protocol() {
        Page lead = founded();
        atTheStation(lead, "Hand", "Name\nMaximiliana Hohenwart\nFarid Hell\nIna Sturm\nOle Wind\n");
        screenings = (List<String>) lead.evaluate(MAKE_ONE_OF_EACH_PROTOCOL);
        assertThat(screenings).hasSizeGreaterThan(4);
    }

    /** Targets of 48 px: WCAG 2.2, 2.5.8 asks for 24; house convention for wet hands. */
    @ParameterizedTest
    @CsvSource({"en,390,844", "de,360,740"}) // the longer words on the smaller screen
    @SuppressWarnings("unchecked")
    void every_moment_of_every_test_fits_the_screen(String language, int width, int height) throws IOException {
        String goThrough;
        try (InputStream in = HandIT.class.getResourceAsStream("/hand.js")) {
            goThrough = new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .strip()
                    .replaceAll(";$", "");
        }
        Page phone = signIn(page(width, height), "lead", PASSWORD);
        phone.evaluate("language => localStorage.setItem('PARAGLIDE_LOCALE', language)", language);
        phone.reload();
        for (String screening : screenings) {
            phone.navigate(product.address() + "#/");
            phone.navigate(product.address() + "#/screening/" + screening + "/station");
            assertThat(phone.getByTestId("moments")).isVisible();
            Map<String, Object> found = (Map<String, Object>) phone.evaluate("(" + goThrough + ")()");
            assertThat((List<String>) found.get("wrong")).isEmpty();
            assertThat((Integer) found.get("moments")).isGreaterThan(5);
        }
    }

    @Test
    void lying_on_its_side_the_figure_stands_beside_the_controls() {
        Page phone = signIn(page(844, 390), "lead", PASSWORD);
        phone.navigate(product.address() + "#/screening/" + screenings.get(0) + "/station");
        ready(phone);
        assertThat(phone.getByTestId("main")).isInViewport();
        assertThat((Boolean) phone.evaluate("() => document.documentElement.scrollHeight <= innerHeight"))
                .isTrue();
    }

    @Test
    void a_stroke_of_the_thumb_goes_from_moment_to_moment() {
        Page phone = signIn(page(390, 844), "lead", PASSWORD);
        phone.navigate(product.address() + "#/screening/" + screenings.get(1) + "/station");
        phone.getByRole(AriaRole.TAB, new Page.GetByRoleOptions().setName("Set up"))
                .click();
        stroke(phone, 330, 60);
        assertThat(phone.getByTestId("moments").locator("[aria-selected=true]"))
                .not()
                .hasText("Set up");
        stroke(phone, 60, 330);
        assertThat(phone.getByTestId("moments").locator("[aria-selected=true]")).hasText("Set up");
    }

    /** Every moment and every dialog of the station, and practice, in every appearance. */
    @ParameterizedTest
    @CsvSource({"chalk, Maximiliana H.", "evening, Ina S.", "bright, Ole W."})
    void nothing_at_the_station_is_a_barrier(String theme, String athlete) {
        Page phone = page(390, 844);
        phone.addInitScript("localStorage.setItem('theme', '" + theme + "')");
        signIn(phone, "lead", PASSWORD);
        String station = "#/screening/" + named(phone, "standard-floor 6") + "/station";
        phone.navigate(product.address() + station);
        call(phone, athlete);
        noBarrier(phone, theme, "set-up");
        ready(phone);
        noBarrier(phone, theme, "front");
        touch(phone, "knee-line LEFT", 1);
        phone.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("on the way up"))
                .click();
        noBarrier(phone, theme, "front with a fault and its phase");
        button(phone, "What the grades look like").click();
        assertThat(phone.locator("dialog[open] figure").first()).isVisible();
        assertThat(phone.getByRole(AriaRole.IMG, new Page.GetByRoleOptions().setName("Knee line: severe")))
                .isVisible();
        dialog(phone, theme, "grade pictures");
        button(phone, "More").click();
        dialog(phone, theme, "more");
        button(phone, "Queue").click();
        dialog(phone, theme, "queue");
        button(phone, "Pain: stop").click();
        dialog(phone, theme, "pain");
        button(phone, "Front: seen").click();
        noBarrier(phone, theme, "side");
        button(phone, "Side: seen").click();
        noBarrier(phone, theme, "told apart");
        phone.getByTestId("moments").getByText("Next").click();
        noBarrier(phone, theme, "next");

        phone.navigate(product.address() + station.replace("/station", "/practice"));
        button(phone, "Begin").click();
        ready(phone);
        noBarrier(phone, theme, "somebody who performs");
        assertThat(phone.getByTestId("main")).isInViewport();
        assertThat((Boolean) phone.evaluate("() => document.documentElement.scrollHeight <= innerHeight"))
                .as("somebody who performs fits the screen")
                .isTrue();
    }

    private static void dialog(Page phone, String theme, String name) {
        assertThat(phone.locator("dialog[open]")).isVisible();
        noBarrier(phone, theme, name);
        phone.keyboard().press("Escape");
        assertThat(phone.locator("dialog[open]")).hasCount(0);
    }

    /** An athlete whom nobody has looked at, from the first moment on. */
    private static void call(Page phone, String athlete) {
        button(phone, "Queue").click();
        phone.locator("dialog[open]").getByText(athlete).first().click();
        phone.getByRole(AriaRole.TAB, new Page.GetByRoleOptions().setName("Set up"))
                .click();
    }

    private static String named(Page page, String screening) {
        return (String) page.evaluate(
                """
                async (name) => (await (await fetch('/api/today')).json()).screenings
                  .find((s) => s.screening.name === name).screening.id""",
                screening);
    }

    @Test
    void by_keyboard_alone_a_fault_gets_its_phase_its_pictures_and_its_retest() {
        Page desk = signIn(page(1280, 800), "lead", PASSWORD);
        desk.navigate(product.address() + "#/screening/" + named(desk, "personal 5") + "/station");
        assertThat(desk.getByTestId("athlete")).isVisible();
        String who = desk.getByTestId("athlete").textContent();
        desk.keyboard().press("n");
        assertThat(desk.getByTestId("athlete")).not().hasText(who);
        tabTo(desk, "Squat, own stance");
        desk.keyboard().press("Enter");
        desk.keyboard().press("k");
        tabTo(desk, "at the bottom");
        desk.keyboard().press("Space");
        assertThat(button(desk, "at the bottom")).hasAttribute("aria-pressed", "true");
        desk.keyboard().press("g");
        assertThat(desk.locator("dialog[open]")).containsText("What the grades look like");
        desk.keyboard().press("Escape");
        tabTo(desk, "Front: seen");
        desk.keyboard().press("Enter");
        desk.keyboard().press("Enter");
        assertThat(desk.getByTestId("retests")).isVisible();
        tabTo(
                desk,
                desk.getByTestId("retests").getByRole(AriaRole.BUTTON).first().textContent());
        desk.keyboard().press("Enter");
        assertThat(desk.getByTestId("retest")).containsText("Change nothing else.");
        allSaved(desk);
        assertThat(
                        product.count(
                                "select count(*) from fact where body->>'phase' = 'BOTTOM' and body->>'criterion' = 'knee-line'"))
                .isEqualTo(1);
    }

    /** A finger from one place to another, half way down the screen. */
    private static void stroke(Page phone, int from, int to) {
        phone.evaluate(
                """
                ([from, to]) => {
                  const on = document.querySelector('[data-testid=stage]');
                  const at = (type, x) => on.dispatchEvent(new PointerEvent(type,
                    { bubbles: true, isPrimary: true, pointerType: 'touch', pointerId: 1, clientX: x, clientY: 420 }));
                  at('pointerdown', from);
                  at('pointerup', to);
                }""",
                List.of(from, to));
    }
}
