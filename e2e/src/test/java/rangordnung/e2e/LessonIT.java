package rangordnung.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.time.LocalDate;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/** One lesson: thirty pupils, three stations on phones, a board, and a network that comes and goes. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
@Order(2)
class LessonIT extends ScreenTest {

    private static final int PUPILS = 30;
    private static final double ARRIVES = 30_000;

    @Override
    protected Product installed() {
        return Product.fresh();
    }

    private static String roster(String prefix, int count) {
        return "Given name,Family name\n"
                + IntStream.rangeClosed(1, count)
                        .mapToObj(i -> "%s%02d,Hall".formatted(prefix, i))
                        .collect(Collectors.joining("\n"))
                + "\n";
    }

    /** Two hours ahead of everybody else. */
    private static final String WRONG_CLOCK =
            """
            const real = Date; const off = 7200000;
            globalThis.Date = class extends real {
              constructor(...a) { if (a.length) super(...a); else super(real.now() + off); }
              static now() { return real.now() + off; }
            };""";

    private Page phone(String address, boolean wrongClock) {
        Page phone = page(390, 844);
        if (wrongClock) {
            phone.addInitScript(WRONG_CLOCK);
        }
        phone.navigate(address);
        assertThat(phone.getByTestId("athlete")).isVisible();
        kept(phone, "station");
        return phone;
    }

    /** The application and the station, or the session, are on the device: from here on it needs no network. */
    private static void kept(Page page, String what) {
        page.waitForFunction("() => navigator.serviceWorker.ready.then(() => !!navigator.serviceWorker.controller)");
        page.waitForFunction(
                """
                () => new Promise((done) => {
                  const open = indexedDB.open('rangordnung-station');
                  open.onsuccess = () => {
                    const all = open.result.transaction('%1$s').objectStore('%1$s').getAll();
                    all.onsuccess = () => { open.result.close(); done(all.result.length > 0); };
                  };
                })"""
                        .formatted(what));
    }

    private String pass(Page lead, String station, String helper) {
        lead.locator("dialog[open] select").selectOption(station);
        lead.getByLabel("Helper", new Page.GetByLabelOptions().setExact(true)).fill(helper);
        button(lead, "Create a code").click();
        assertThat(lead.getByTestId("pass")).containsText(helper);
        assertThat(lead.getByTestId("pass").getByRole(AriaRole.IMG)).isVisible();
        return lead.getByTestId("pass-address").textContent();
    }

    /** Squat and lunge as the screen asks for them; every fifth pupil shows a fault of the left knee. */
    private static void byEye(Page phone, int from, int to) {
        for (int i = from; i <= to; i++) {
            assertThat(phone.getByTestId("athlete")).hasText("Pupil%02d H.".formatted(i));
            if (button(phone, "Ready: look").isVisible()) {
                ready(phone);
            }
            if (i % 5 == 0) {
                touch(phone, "knee-line LEFT", 2);
            }
            asTheScreenSays(phone, "Front: seen", "Side: seen", i < PUPILS ? "Next athlete" : "Finish");
        }
    }

    /** The large button, as long as it says what is expected. */
    private static void asTheScreenSays(Page phone, String... says) {
        for (String word : says) {
            assertThat(phone.getByTestId("main")).hasText(word);
            phone.getByTestId("main").click();
        }
    }

    /** Six simulated athletes, the left knee of each marked once, by whoever has never seen the station. */
    private static void practise(Page phone) {
        link(phone, "Practise").click();
        button(phone, "Begin").click();
        ready(phone);
        for (int i = 1; i <= 6; i++) {
            assertThat(phone.getByTestId("athlete")).hasText("Athlete " + i);
            assertThat(phone.getByRole(
                            AriaRole.IMG, new Page.GetByRoleOptions().setName(Pattern.compile("Simulated athlete"))))
                    .isVisible();
            asTheScreenSays(phone, "Mark what you saw");
            touch(phone, "knee-line LEFT", 1);
            asTheScreenSays(phone, "Front: seen", "Mark what you saw", "Side: seen");
            if (i < 6) {
                asTheScreenSays(phone, "Next athlete");
            }
        }
        button(phone, "See how you did").click();
        assertThat(phone.getByTestId("practice-outcome")).containsText("faults");
        link(phone, "To the station").click();
        assertThat(phone.getByTestId("athlete")).hasText("Pupil01 H.");
    }

    /** Whoever leads asks everybody before they go in. */
    private void atTheDoor(Page lead, String screening) {
        lead.navigate(product.address() + "#/screening/" + screening + "/station/door");
        for (int i = 1; i <= PUPILS; i++) {
            assertThat(lead.getByTestId("athlete")).hasText("Pupil%02d H.".formatted(i));
            button(lead, "Present, next").click();
        }
        arrived(lead);
    }

    private static void atTheWall(Page page, int from, int to) {
        for (int i = from; i <= to; i++) {
            if (button(page, "Ready: look").isVisible()) {
                ready(page);
            }
            button(page, "Ankle at the wall left: " + (i % 6 == 0 ? "Not yet" : "Yes"))
                    .click();
            button(page, "Ankle at the wall right: Yes").click();
            asTheScreenSays(page, "Done");
            if (i < PUPILS) {
                asTheScreenSays(page, "Next athlete");
            }
        }
    }

    private static void arrived(Page page) {
        assertThat(page.locator("[data-pending='0']"))
                .isVisible(new LocatorAssertions.IsVisibleOptions().setTimeout(ARRIVES));
    }

    /** A page that is opened without a network is told by some browsers that there is one; it then finds nobody there. */
    private static void waits(Page page) {
        assertThat(button(page, Pattern.compile("(No network|Server not reachable): \\d+ wait")))
                .isVisible();
    }

    @Test
    @Order(1)
    void thirty_pupils_three_stations_and_a_network_that_fails_twice() {
        Page lead = founded();
        atTheStation(lead, "Class 9", roster("Pupil", PUPILS), "standard-floor/6");
        String screening = screening(lead);
        lead.navigate(product.address() + "#/screening/" + screening + "/plan");
        button(lead, "Remove Timed single-leg stance").click();
        // 35 s until the first is at the lunge, 23 of 100 s each until the bell, and 7 in the next lesson
        assertThat(lead.getByTestId("finish")).containsText("51:40");
        button(lead, "Save").click();
        assertThat(button(lead, "Saved")).isVisible();
        button(lead, "Helpers’ codes").click();
        String toSquat = pass(lead, "overhead-squat", "Momo");
        String toLunge = pass(lead, "split-squat", "Kim");
        String toWall = pass(lead, "wall-test", "Rui");
        lead.keyboard().press("Escape");

        atTheDoor(lead, screening);
        Page squat = phone(toSquat, false);
        Page lunge = phone(toLunge, true);
        Page wall = phone(toWall, false);
        practise(squat);
        assertThat(product.count("select count(*) from practice")).isEqualTo(1);
        assertThat(kinds("trialOpened")).as("practice is about nobody").isZero();
        Page board = signIn(page(1280, 800), "lead", PASSWORD);
        board.navigate(product.address() + "#/screening/" + screening + "/board");
        assertThat(board.getByText("live", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        assertThat(squat.getByText("Hall", new Page.GetByTextOptions().setExact(true)))
                .hasCount(0);
        assertThat(button(lunge, Pattern.compile("clock is off"))).isVisible();

        byEye(squat, 1, 10);
        byEye(lunge, 1, 10);
        atTheWall(wall, 1, 10);
        List.of(squat, lunge, wall).forEach(LessonIT::arrived);
        assertThat(board.getByTestId("visits"))
                .containsText("60 / 120", new LocatorAssertions.ContainsTextOptions().setTimeout(ARRIVES));

        offline(squat, true);
        offline(lunge, true);
        byEye(squat, 11, 15);
        byEye(lunge, 11, 20);
        waits(squat);
        String station = squat.url();
        String athlete = squat.getByTestId("athlete").textContent();
        BrowserContext context = squat.context();
        squat.close();
        squat = watched(context.newPage());
        squat.navigate(station);
        assertThat(squat.getByTestId("athlete")).hasText(athlete);
        waits(squat);
        byEye(squat, 16, 20);
        offline(squat, false);
        offline(lunge, false);
        arrived(squat);
        arrived(lunge);

        offline(lunge, true);
        offline(wall, true);
        atTheWall(wall, 11, PUPILS);
        byEye(lunge, 21, PUPILS);
        byEye(squat, 21, PUPILS);
        offline(lunge, false);
        offline(wall, false);
        List.of(squat, lunge, wall).forEach(LessonIT::arrived);

        assertThat(board.getByTestId("visits"))
                .containsText("120 / 120", new LocatorAssertions.ContainsTextOptions().setTimeout(ARRIVES));
        assertThat(kinds("trialOpened")).isEqualTo(3 * PUPILS);
        assertThat(kinds("viewClosed")).isEqualTo(5 * PUPILS);
        assertThat(kinds("marked"))
                .as("two steps for each fault, two answers at the wall")
                .isEqualTo(2 * (2 * PUPILS / 5) + 2 * PUPILS);
        assertThat(product.count("select count(distinct author_id) from fact"))
                .as("three helpers, and the lead at the door")
                .isEqualTo(4);
        assertThat(
                        product.count(
                                """
                select count(distinct a.given_name) from fact f join athlete a on a.id = f.athlete_id
                where f.body->>'grade' = 'MARKED' and right(a.given_name, 2)::int % 5 = 0"""))
                .as("each fault is with whoever showed it")
                .isEqualTo(PUPILS / 5);
        assertThat(
                        product.count(
                                """
                select count(*) from (select athlete_id, sequence, lag(device_at) over (partition by author_id order by sequence) as before, device_at
                from fact) f where before > device_at"""))
                .as("each device's facts stand in the order in which it made them")
                .isZero();

        secondRound(squat);
        arrived(squat);
        assertThat(product.count(
                        "select count(*) from fact where body->>'kind' = 'trialOpened' and body->'retest' is not null"))
                .isEqualTo(2);

        String results = results(board, screening);
        assertThat(results).contains("MARKED");
        board.navigate(product.address() + "#/screening/" + screening + "/results");
        assertThat(board.getByRole(AriaRole.IMG, new Page.GetByRoleOptions().setName("Knee line left: marked")))
                .hasCount(2 * PUPILS / 5);
        product.kill();
        product.start();
        assertThat(results(board, screening))
                .as("judged again from the stored facts alone")
                .isEqualTo(results);
    }

    /** Minutes are left, and two looks are worth them. */
    private static void secondRound(Page phone) {
        button(phone, "Second round").click();
        asTheScreenSays(phone, "Next look");
        for (int look = 1; look <= 2; look++) {
            assertThat(phone.getByTestId("retest")).containsText("Change nothing else.");
            if (button(phone, "Ready: look").isVisible()) {
                ready(phone);
            }
            asTheScreenSays(phone, "Front: seen", "Side: seen", "Back to the test");
            if (look < 2) {
                asTheScreenSays(phone, "Next look");
            }
        }
    }

    private static void offline(Page page, boolean off) {
        page.context().setOffline(off);
    }

    private long kinds(String kind) {
        return product.count("select count(*) from fact where body->>'kind' = ?", kind);
    }

    private static String results(Page page, String screening) {
        return (String) page.evaluate("id => fetch(`/api/screenings/${id}/results`).then(r => r.text())", screening);
    }

    @Test
    @Order(2)
    void a_fault_is_retested_on_the_spot_and_explained() {
        Page page = signIn(page(390, 844), "lead", PASSWORD);
        atTheStation(page, "Retests", roster("Re", 2), "standard-floor/6");
        String screening = screening(page);
        ready(page);
        page.evaluate("() => { window.taps = 0; addEventListener('pointerdown', () => window.taps++, true); }");
        button(page, "Front: seen").click();
        touch(page, "heels LEFT", 2);
        touch(page, "depth ", 2);
        button(page, "Side: seen").click();
        assertThat((Integer) page.evaluate("() => window.taps"))
                .as("interactions for two faults")
                .isEqualTo(6);
        assertThat(page.getByTestId("retests").getByRole(AriaRole.BUTTON).first())
                .containsText("Chair");
        page.getByTestId("retests").getByText("Heels up").click();
        assertThat(page.getByTestId("retest")).containsText("Change nothing else.");
        button(page, "Front: seen").click();
        button(page, "Side: seen").click();
        assertThat(page.getByTestId("comparison")).containsText("more than noise");
        button(page, "Back to the test").last().click();
        button(page, Pattern.compile("On to: Split squat")).click();
        choose(page, "wall-test");
        page.getByLabel("Ankle at the wall left, toe to wall, attempt 1, cm").fill("7");
        page.getByLabel("Ankle at the wall right, toe to wall, attempt 1, cm").fill("13");
        button(page, "Done").click();
        allSaved(page);
        assertThat(
                        product.count(
                                """
                select count(*) from fact where body #>> '{retest,retest}' = 'heels-up' and body #>> '{conditions,aids,0,kind}' = 'HEEL_PLATE'"""))
                .isEqualTo(1);

        Page desk = signIn(page(1280, 800), "lead", PASSWORD);
        desk.navigate(product.address() + "#/screening/" + screening + "/results");
        link(desk, "Re01 Hall").click();
        Locator links = desk.getByTestId("links");
        assertThat(links).containsText("Heels up: two grades better; speaks for it");
        assertThat(links).containsText("Wall test: 7.0 cm, 12.7 cm needed; speaks clearly for it");
        // four parts: focus, aid today with its side, lasting work, rungs; and one tap to the exercise
        assertThat(desk.getByText("Plate under both heels", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        assertThat(desk.getByText("Squat: Box squat")).isVisible();
        assertThat(desk.getByText("begin with the left side")).isVisible();
        link(desk, "Ball of the foot on a step").first().click();
        assertThat(heading(desk, "Ball of the foot on a step")).isVisible();
        assertThat(desk.getByText("Let the heel sink slowly.")).isVisible();
        assertThat(desk.getByRole(
                        AriaRole.IMG, new Page.GetByRoleOptions().setName(Pattern.compile("simulated athlete"))))
                .isVisible();
        desk.navigate(product.address() + "#/screening/" + screening + "/groups");
        assertThat(desk.locator("[data-focus='ANKLE']")).containsText("Re01 Hall");
    }

    @Test
    @Order(3)
    void what_is_measured_by_hand_is_kept_with_its_parts_and_endings() {
        Page page = signIn(page(390, 844), "lead", PASSWORD);
        atTheStation(page, "Measured", roster("Me", 1), "personal/5");
        ready(page);
        onTo(page, page.locator("[data-criterion='leg-fall'] [aria-label='Feet at rest left: 30°']"))
                .click();
        onTo(page, page.locator("[data-criterion='knee-hug'] button")).nth(4).click();
        Locator stance = page.getByLabel("Stance after the jump, heel to heel, attempt 1, cm");
        while (!stance.isVisible()) {
            button(page, "Back to what came before").click();
        }
        for (String typed : List.of("62", "75", "")) {
            stance.fill(typed);
            stance.blur();
        }
        allSaved(page);
        // what was emptied is not what stood there before, but nothing; the station has then read what it had sent
        page.waitForResponse(answer -> answer.url().contains("/facts?athlete="), page::reload);
        assertThat(stance).hasValue("");
        assertThat(page.getByText("62.0")).hasCount(0);
        stance.fill("38");
        stance.blur();
        onTo(page, button(page, "Done")).click();
        button(page, Pattern.compile("On to: Squat, own stance")).click();
        assertThat(page.getByText("For Me01 H.: heels 38 cm apart, left foot 30° out"))
                .isVisible();
        choose(page, "running-hold");
        onTo(page, button(page, Pattern.compile("Start: left, 1"))).click();
        // counted down first
        assertThat(button(page, "Stop")).isVisible();
        page.waitForTimeout(400);
        button(page, "Stop").click();
        button(page, "foot down").click();
        allSaved(page);
        assertThat(
                        product.count(
                                "select count(*) from fact where body->>'ending' = 'foot-down' and (body->>'value')::float between 0.1 and 5"))
                .isEqualTo(1);
        assertThat(product.count("select (body->>'value')::float from fact where body->>'criterion' = 'leg-fall'"))
                .isEqualTo(30);
        assertThat(
                        product.count(
                                "select count(*) from fact where body->>'measure' = 'line-under' and (body->>'value')::float = 2"))
                .isEqualTo(1);

        Page desk = signIn(page(1280, 800), "lead", PASSWORD);
        desk.navigate(product.address() + "#/screening/" + screening(page) + "/results");
        link(desk, "Me01 Hall").click();
        assertThat(desk.getByText("38 cm apart (found by the set-up tests)")).isVisible();
        button(desk, "Change the stance").click();
        desk.getByLabel(Pattern.compile("^Heels")).fill("42");
        button(desk, "Save").click();
        assertThat(desk.getByText("42 cm apart (chosen)")).isVisible();
        assertThat(desk.getByText("left foot 30° out (found by the set-up tests)"))
                .isVisible();
        // the choice reaches the station
        page.reload();
        choose(page, "own-stance-squat");
        assertThat(page.getByText("For Me01 H.: heels 42 cm apart, left foot 30° out"))
                .isVisible();
    }

    @Test
    @Order(4)
    void check_in_asks_and_a_pass_taken_back_keeps_what_waits() {
        Page lead = signedIn("lead", PASSWORD);
        atTheStation(lead, "Door", roster("Do", 3), "quick-lesson/5");
        String screening = screening(lead);
        lead.navigate(product.address() + "#/screening/" + screening + "/station/door");
        assertThat(lead.getByLabel("Filming")).not().isChecked();
        lead.getByLabel("Medical advice against exercise", new Page.GetByLabelOptions().setExact(false))
                .check();
        assertThat(lead.getByText("Takes no part until a clinician clears it.")).isVisible();
        button(lead, "Excused, next").click();
        allSaved(lead);
        lead.navigate(product.address() + "#/screening/" + screening + "/plan");
        button(lead, "Helpers’ codes").click();
        Page door = phone(pass(lead, "door", "Sol"), false);
        assertThat(door.getByText("Say only who takes part today.")).isVisible();
        assertThat(door.getByText("Injury or surgery")).hasCount(0);
        button(door, "Cleared, next").click();
        arrived(door);
        assertThat(product.count(
                        "select count(*) from athlete where clearance = 'NOT_CLEARED' and clearance_by = 'check-in'"))
                .isEqualTo(1);

        button(lead, "Revoke").click();
        assertThat(lead.getByText("expired")).isVisible();
        button(door, "absent").click();
        assertThat(button(door, Pattern.compile("1 wait"))).isVisible();
        long kept = product.count(
                "select count(*) from fact f join screening s on s.id = f.screening_id where s.id = ?::uuid",
                screening);
        door.navigate(pass(lead, "door", "Sol"));
        arrived(door);
        assertThat(product.count(
                        "select count(*) from fact f join screening s on s.id = f.screening_id where s.id = ?::uuid",
                        screening))
                .isEqualTo(kept + 1);
    }

    @Test
    @Order(5)
    void a_second_rater_looks_without_knowing_and_the_lead_settles() {
        Page lead = signedIn("lead", PASSWORD);
        lead.navigate(product.address() + "#/people");
        button(lead, Pattern.compile("Add")).first().click();
        Locator add = lead.locator("dialog[open]");
        add.getByLabel("Name").fill("Second Rater");
        add.getByLabel("Login").fill("second");
        add.getByLabel("Password").fill(PASSWORD);
        add.getByRole(AriaRole.BUTTON).first().click();
        assertThat(lead.getByRole(
                        AriaRole.CELL,
                        new Page.GetByRoleOptions().setName("Second Rater").setExact(true)))
                .isVisible();
        atTheStation(lead, "Twice", roster("Tw", 1), "standard-floor/1");
        String screening = screening(lead);
        button(lead, "Arch left slight").click();
        button(lead, "Front: seen").click();
        button(lead, "Side: seen").click();
        allSaved(lead);
        lead.evaluate(
                """
                id => fetch('/api/accounts').then(r => r.json()).then(all => fetch(`/api/screenings/${id}/raters`, { method: 'PUT',
                  headers: { 'Content-Type': 'application/json', 'X-XSRF-TOKEN': /XSRF-TOKEN=([^;]+)/.exec(document.cookie)[1] },
                  body: JSON.stringify({ accounts: all.filter(a => a.login === 'second').map(a => a.id) }) }))""",
                screening);

        // one mark decides, so that another eye is what the queue of looks asks for
        lead.navigate(product.address() + "#/screening/" + screening + "/results");
        link(lead, "Tw01 Hall").click();
        assertThat(lead.getByText("One mark decides this focus.")).isVisible();
        assertThat(lead.getByText("Chance that this focus comes first: 84 in 100."))
                .isVisible();
        lead.navigate(product.address() + "#/screening/" + screening + "/again");
        assertThat(lead.getByTestId("look").first()).containsText("Second look: Overhead squat for Arch left");
        String look = lead.getByRole(
                        AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("^Open: Tw01 Hall")))
                .first()
                .getAttribute("href");

        Page second = signIn(page(390, 844), "second", PASSWORD);
        second.navigate(product.address() + look);
        assertThat(second.getByText("Second look: you see only your own marks."))
                .isVisible();
        ready(second);
        assertThat(second.locator("[data-spot='arch LEFT']")).hasAttribute("aria-label", "Arch left: none");
        button(second, "Front: seen").click();
        button(second, "Side: seen").click();
        allSaved(second);

        lead.navigate(product.address() + "#/screening/" + screening + "/results");
        link(lead, "Tw01 Hall").click();
        assertThat(lead.getByText("Chance that this focus comes first: 45 in 100."))
                .isVisible();
        lead.navigate(product.address() + "#/screening/" + screening + "/raters");
        assertThat(lead.getByTestId("pairing")).containsText("Arch left");
        assertThat(lead.getByText(Pattern.compile("Too few pairs to tell"))).isVisible();
        button(lead, "Settle").click();
        lead.getByLabel("What Test Lead saw").check();
        lead.getByLabel("Reason").fill("Stood closer");
        lead.locator("dialog[open]").getByRole(AriaRole.BUTTON).first().click();
        assertThat(lead.getByTestId("pairing")).containsText("Stood closer");
        assertThat(product.count("select count(*) from settlement where reason = 'Stood closer'"))
                .isEqualTo(1);
        link(lead, "Results").click();
        assertThat(lead.getByRole(AriaRole.IMG, new Page.GetByRoleOptions().setName("Arch left: slight")))
                .isVisible();
    }

    @Test
    @Order(6)
    void a_school_is_changed_only_after_seeing_whom_it_moves() {
        Page page = signedIn("lead", PASSWORD);
        page.navigate(product.address() + "#/protocols/standard-floor/6");
        button(page, "Edit as new version").click();
        page.getByLabel("Inward knee overhead").selectOption("TOLERATE_ONE_GRADE");
        assertThat(button(page, "Save as new version")).isDisabled();
        page.getByLabel("Try it on")
                .selectOption("Class 9, "
                        + page.getByLabel("Try it on")
                                .locator("option")
                                .filter(new Locator.FilterOptions().setHasText("Class 9"))
                                .textContent()
                                .replace("Class 9, ", ""));
        button(page, "Preview").click();
        assertThat(page.getByTestId("moved")).containsText("6 of 30 would stand elsewhere.");
        button(page, "Save as new version").click();
        assertThat(heading(page, "Standard floor (own)")).isVisible();
        assertThat(page.getByText("version 1", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        assertThat(product.count("select count(*) from protocol_version where protocol_id = 'standard-floor'"))
                .isEqualTo(2);
        assertThat(product.count("select count(*) from protocol_version where protocol_id = 'own-standard-floor'"))
                .isEqualTo(1);
    }

    /** Cases that the trade expects to come out so, marked at the station and read by the lead; common practice, no source. */
    @Test
    @Order(7)
    void what_the_trade_expects_comes_out_through_the_station() {
        Page page = signIn(page(390, 844), "lead", PASSWORD);
        atTheStation(page, "Cases", roster("Ca", 5), "standard-floor/6");
        String screening = screening(page);

        ready(page);
        touch(page, "knee-line LEFT", 2);
        bothViews(page);
        retest(page, "Inner heel up");

        call(page, "Ca02");
        touch(page, "knee-line LEFT", 2);
        page.getByTestId("focus-bar").getByText("too far out").click();
        bothViews(page);

        call(page, "Ca03");
        hurts(page, "Shoulder or neck");
        touch(page, "drift RIGHT", 2);
        bothViews(page);

        call(page, "Ca04");
        hurts(page, "Knee");
        touch(page, "drift RIGHT", 2);
        bothViews(page);

        call(page, "Ca05");
        button(page, "Front: seen").click();
        touch(page, "heels LEFT", 2);
        touch(page, "heels RIGHT", 2);
        touch(page, "depth ", 2);
        button(page, "Side: seen").click();
        retest(page, "Heels up");
        choose(page, "wall-test");
        page.getByLabel("Ankle at the wall left, toe to wall, attempt 1, cm").fill("14");
        page.getByLabel("Ankle at the wall right, toe to wall, attempt 1, cm").fill("14");
        button(page, "Done").click();
        allSaved(page);

        Page desk = signIn(page(1280, 800), "lead", PASSWORD);
        Locator links = explained(desk, screening, "Ca01 Hall");
        assertThat(links.locator("[data-link='FOOT']")).containsText("open");
        links = explained(desk, screening, "Ca02 Hall");
        assertThat(links).containsText("turn-out and stance");
        assertThat(links).not().containsText("abductors");
        explained(desk, screening, "Ca03 Hall");
        assertThat(desk.getByText("See a clinician before training this pattern."))
                .hasCount(0);
        explained(desk, screening, "Ca04 Hall");
        assertThat(desk.getByText("See a clinician before training this pattern.")
                        .first())
                .isVisible();
        links = explained(desk, screening, "Ca05 Hall");
        assertThat(links.locator("[data-link='PROPORTIONS']").first()).containsText("likely");
        desk.navigate(product.address() + "#/screening/" + screening + "/groups");
        assertThat(desk.locator("[data-focus='EVEN_SIDES']")).containsText("Ca03 Hall");
        assertThat(desk.locator("[data-focus='PROTECT']")).containsText("Ca04 Hall");
        assertThat(desk.locator("[data-focus='DEPTH_AND_SPINE']")).containsText("Ca05 Hall");

        // two groups hold all but the one who is held back; a move shows its cost and can be taken back
        desk.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Form groups that fit the hall"))
                .click();
        desk.getByLabel("Groups at most").fill("2");
        desk.getByLabel("Athletes a group, from").fill("2");
        button(desk, "Work out").click();
        assertThat(desk.getByText("no other way costs less")).isVisible();
        desk.getByText("held back: 1 athlete").click();
        assertThat(desk.locator("details[open]:has-text('held back')")).containsText("Ca04 Hall");
        Locator groups = desk.getByTestId("group");
        assertThat(groups).hasCount(2);
        Locator seat = desk.locator("[data-seat]").first();
        String size = groups.first().locator("summary").innerText();
        seat.click();
        Locator sheet = desk.locator("dialog[open]");
        assertThat(sheet).containsText("trains here");
        assertThat(sheet).containsText("would cost");
        sheet.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Move here"))
                .first()
                .click();
        assertThat(groups.first().locator("summary")).not().hasText(size);
        button(desk, "Undo").click();
        assertThat(groups.first().locator("summary")).hasText(size);
        button(desk, "Save groups").click();
        assertThat(desk.getByTestId("saved")).containsText("Saved by");
        assertThat(
                        product.count(
                                "select count(*) from formation_member m join athlete a on a.id = m.athlete_id where a.given_name = 'Ca04'"))
                .isZero();
        assertThat(product.count("select count(*) from formation_member")).isPositive();
        assertThat(
                        product.count(
                                "select count(distinct focus || coalesce(rung, '')) from decision where reason = 'Groups that fit the hall'"))
                .isBetween(1L, 4L);

        // a block follows, and its first session is led from a phone that loses the network
        link(desk, "On to the training block").click();
        assertThat(desk.getByTestId("block-group")).hasCount(2);
        button(desk, "Save block").click();
        assertThat(desk.getByTestId("saved")).containsText("Saved by");
        desk.locator("a[aria-label^='Open session 1,']").click();
        desk.getByTestId("group-session").waitFor();
        Page phone = signIn(page(390, 844), "lead", PASSWORD);
        phone.navigate(desk.url());
        phone.getByTestId("group-session").waitFor();
        kept(phone, "session");
        offline(phone, true);
        button(phone, "All here").click();
        button(phone, Pattern.compile(": done")).first().click();
        phone.reload();
        assertThat(phone.getByText("1 done", new Page.GetByTextOptions().setExact(false)))
                .isVisible();
        offline(phone, false);
        allSaved(phone);
        assertThat(product.count("select count(*) from training_fact where body ->> 'kind' = 'trained'"))
                .isEqualTo(1);
        assertThat(phone.evaluate("() => document.documentElement.scrollWidth <= innerWidth"))
                .isEqualTo(true);
    }

    /** Weeks later: who owned the rung goes up, a short screening asks only for what is open, and the history shows both. */
    @Test
    @Order(8)
    void training_promotes_and_a_short_screening_follows() {
        Page desk = signIn(page(1280, 800), "lead", PASSWORD);
        String screening = (String)
                desk.evaluate(
                        "async () => (await (await fetch('/api/today')).json()).screenings.find((s) => s.team === 'Cases').screening.id");
        String block = (String) desk.evaluate(
                "async (id) => (await (await fetch(`/api/screenings/${id}/block`)).json()).block.id", screening);
        Page phone = signIn(page(390, 844), "lead", PASSWORD);
        for (String session : List.of("0/0", "0/1", "1/0", "1/1")) {
            phone.navigate(product.address() + "#/block/" + block + "/session/" + session);
            assertThat(phone.getByTestId("group-session")).isVisible();
            Locator everybody = phone.locator("[data-athlete] .who");
            for (int i = 0; i < everybody.count(); i++) {
                everybody.nth(i).click();
                Locator sheet = phone.locator("dialog[open]");
                sheet.locator("fieldset button").first().click();
                sheet.getByText("Save what was done").click();
            }
            allSaved(phone);
        }
        desk.navigate(product.address() + "#/screening/" + screening + "/training");
        Locator promotions = desk.getByTestId("promotions");
        Locator up = promotions.locator("[data-verdict='UP']");
        assertThat(up.first()).isVisible();
        String name = up.first().locator("a").innerText();
        button(desk, "Accept: " + name).click();
        assertThat(promotions).containsText("Accepted.");
        assertThat(desk.getByText("Groups have been saved since")).hasCount(0);
        assertThat(product.count("select count(*) from formation_member where earned"))
                .isEqualTo(1);
        desk.reload();
        assertThat(desk.getByText("Groups have been saved since")).isVisible();

        desk.navigate(product.address() + "#/screening/" + screening + "/next");
        assertThat(desk.getByTestId("asked").first()).isVisible();
        desk.getByLabel("Date").fill(LocalDate.now().plusDays(40).toString());
        desk.getByLabel("Minutes").fill("60");
        desk.getByLabel("Minutes").blur();
        Locator first = desk.getByTestId("asked").filter(new Locator.FilterOptions().setHasText("Ca01 Hall"));
        assertThat(first.getByRole(AriaRole.CHECKBOX).first()).isChecked();
        button(desk, "Plan it").click();
        assertThat(heading(desk, "Hall plan")).isVisible();
        String later = screening(desk);
        long asked = product.count("select count(distinct athlete_id) from asked_look");
        assertThat(asked).isBetween(1L, 5L);
        phone.navigate(product.address() + "#/screening/" + later + "/station");
        assertThat(phone.getByTestId("athlete")).containsText("Ca01");
        ready(phone);
        bothViews(phone);
        allSaved(phone);
        explained(desk, later, "Ca01 Hall");
        Locator courses = desk.getByTestId("courses");
        assertThat(courses.getByRole(
                        AriaRole.IMG,
                        new Locator.GetByRoleOptions().setName(Pattern.compile("^Knee line left: .*marked; .*none"))))
                .isVisible();
        explained(desk, later, "Ca05 Hall");
        assertThat(desk.getByText("From the screening before, so it counts less"))
                .hasCount(1);
        desk.navigate(product.address() + "#/screening/" + later + "/groups");
        assertThat(desk.getByTestId("flow")).isVisible();
    }

    @Test
    @Order(9)
    void grades_are_pictured_a_second_round_is_offered_and_cues_are_taught() {
        Page page = signIn(page(390, 844), "lead", PASSWORD);
        atTheStation(page, "More", roster("Mo", 1), "standard-floor/1");
        String screening = screening(page);
        ready(page);
        touch(page, "knee-line LEFT", 2);
        button(page, "What the grades look like").click();
        Locator grades = page.locator("dialog[open]");
        assertThat(grades.getByRole(AriaRole.HEADING, new Locator.GetByRoleOptions().setName("Knee line")))
                .isVisible();
        assertThat(grades.locator("figure svg")).hasCount(8);
        assertThat(grades.getByText("45.0 % of foot length")).isVisible();
        button(page, "Close").click();
        button(page, "Front: seen").click();
        touch(page, "depth ", 1);
        button(page, "Depth: cannot tell").click();
        button(page, "Side: seen").click();
        allSaved(page);

        page.getByRole(AriaRole.TAB, new Page.GetByRoleOptions().setName("Next"))
                .click();
        button(page, "Second round").click();
        assertThat(page.getByTestId("round")).containsText("Looks in the second round");
        button(page, "Next look").click();
        assertThat(page.locator("[data-spot='depth ']")).isVisible();

        button(page, "More").click();
        button(page, "Teach").click();
        for (int i = 1; i <= 3; i++) {
            button(page, "Repetition " + i + " of 3").click();
        }
        button(page, "better").click();
        button(page, "Back to looking").click();
        allSaved(page);
        assertThat(product.count("select count(*) from fact where body->>'kind' = 'cueTried'"))
                .isEqualTo(1);

        Page desk = signIn(page(1280, 800), "lead", PASSWORD);
        explained(desk, screening, "Mo01 Hall");
        assertThat(desk.getByTestId("tried-cues")).containsText("better");
        desk.navigate(product.address() + "#/screening/" + screening + "/board");
        desk.getByLabel("Minutes left").fill("10");
        button(desk, "What would they buy?").click();
        assertThat(desk.getByTestId("minutes")).containsText("more athletes stand in the right group");
    }

    /** The large button until something is there: one measurement after the other. */
    private static Locator onTo(Page phone, Locator wanted) {
        while (!wanted.first().isVisible()) {
            phone.getByTestId("main").click();
        }
        return wanted;
    }

    private static void bothViews(Page page) {
        button(page, "Front: seen").click();
        button(page, "Side: seen").click();
    }

    private static void retest(Page page, String name) {
        Locator offers = page.getByTestId("retests");
        if (offers.getByText(name).count() == 0) {
            offers.getByText(Pattern.compile("\\d+ more")).click();
        }
        offers.getByText(name).first().click();
        bothViews(page);
        button(page, "Back to the test").last().click();
    }

    private static void call(Page page, String name) {
        button(page, "Queue").click();
        page.locator("dialog[open]").getByText(Pattern.compile("^" + name)).click();
        assertThat(page.getByTestId("athlete")).containsText(name);
    }

    private static void hurts(Page page, String where) {
        button(page, "Pain: stop").click();
        Locator dialog = page.locator("dialog[open]");
        dialog.getByText(where, new Locator.GetByTextOptions().setExact(true)).click();
        dialog.getByText("2", new Locator.GetByTextOptions().setExact(true)).click();
        dialog.getByRole(
                        AriaRole.BUTTON,
                        new Locator.GetByRoleOptions().setName("Record").setExact(true))
                .click();
    }

    private Locator explained(Page desk, String screening, String athlete) {
        desk.navigate(product.address() + "#/screening/" + screening + "/results");
        link(desk, athlete).click();
        assertThat(heading(desk, athlete)).isVisible();
        return desk.getByTestId("links");
    }
}
