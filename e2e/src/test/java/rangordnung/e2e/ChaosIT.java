package rangordnung.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.PlaywrightException;
import java.io.IOException;
import java.io.OutputStream;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;

/**
 * A hall in which everything goes wrong: forty phones mark while server, database and a browser are killed, networks are
 * cut, the disk fills up, clocks jump, and nonsense arrives. In the end every mark that was made is there once, nothing else
 * is, and the pages are up. {@code ./rangordnung chaos} runs it for longer; the seed repeats the same misfortunes.
 */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
@Order(3)
class ChaosIT {

    private static final int STATIONS = 40;
    private static final double MINUTES = Double.parseDouble(System.getProperty("chaos.minutes", "0.7"));
    private static final long SEED = Long.getLong("chaos.seed", 20261126);
    private static final String PASSWORD = "a sentence to keep";
    private static final long BACK_WITHIN_SECONDS = 30;
    private static final int DISK_MEGABYTES = 700;

    private final Random random = new Random(SEED);
    private Path disk;
    private boolean small;
    private Product product;
    private SimulatedStation lead;
    private String screening;
    private List<String> athletes;

    @BeforeAll
    void start() throws Exception {
        disk = Files.createTempDirectory("rangordnung-chaos");
        small = run("mount", "-t", "tmpfs", "-o", "size=" + DISK_MEGABYTES + "m,mode=755", "tmpfs", disk.toString())
                == 0;
        product = Product.fresh(disk);
        lead = new SimulatedStation(product.address(), "", List.of(), 0);
        lead.send("GET", "api/session", "");
    }

    @AfterAll
    void stop() throws Exception {
        if (product != null) {
            product.close();
        }
        if (small) {
            run("umount", disk.toString());
        }
    }

    private static int run(String... command) throws IOException, InterruptedException {
        return new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start()
                .waitFor();
    }

    private String post(String path, String json) throws IOException, InterruptedException {
        HttpResponse<String> answer = lead.send("POST", path, json);
        assertThat(answer.statusCode()).as(path + " " + answer.body()).isBetween(200, 299);
        return answer.body();
    }

    private static String id(String json) {
        return json.replaceAll("(?s).*?\"id\":\"([^\"]+)\".*", "$1");
    }

    /** Eight who set the house up at once make one organisation. */
    private void found() throws Exception {
        String body =
                "{\"code\":\"%s\",\"organisation\":\"Invented school\",\"name\":\"Lead\",\"login\":\"lead\",\"password\":\"%s\"}"
                        .formatted(product.setupCode(), PASSWORD);
        ExecutorService eight = Executors.newFixedThreadPool(8);
        int founded = 0;
        for (Future<Integer> status : eight.invokeAll(IntStream.range(0, 8)
                .<java.util.concurrent.Callable<Integer>>mapToObj(i -> () -> {
                    SimulatedStation visitor = new SimulatedStation(product.address(), "", List.of(), i);
                    visitor.send("GET", "api/session", "");
                    return visitor.send("POST", "api/setup", body).statusCode();
                })
                .toList())) {
            founded += status.get() == 200 ? 1 : 0;
        }
        eight.shutdown();
        assertThat(founded).isEqualTo(1);
        assertThat(product.count("select count(*) from organisation")).isEqualTo(1);
        post("api/session", "{\"login\":\"lead\",\"password\":\"%s\"}".formatted(PASSWORD));
        lead.send("GET", "api/session", "");
    }

    /** A screening of so many, who are left in {@code athletes}. */
    private String screening(int size) throws Exception {
        String team = id(post("api/teams", "{\"name\":\"Class of %d\",\"kind\":\"CLASS\"}".formatted(size)));
        athletes = new ArrayList<>();
        for (int i = 0; i < size; i++) {
            athletes.add(id(post(
                    "api/teams/" + team + "/athletes",
                    "{\"givenName\":\"A%03d\",\"familyName\":\"Hall\",\"clearance\":\"CLEARED\"}".formatted(i))));
        }
        return id(post(
                "api/screenings",
                "{\"team\":\"%s\",\"name\":\"S\",\"heldOn\":\"2026-11-09\",\"protocol\":\"standard-floor\",\"protocolVersion\":1}"
                        .formatted(team)));
    }

    private String code(String of, String helper) throws Exception {
        return post(
                        "api/screenings/" + of + "/passes",
                        "{\"station\":\"overhead-squat\",\"helper\":\"%s\",\"minutes\":720}".formatted(helper))
                .replaceAll("(?s).*#/join/([A-Za-z0-9_-]+).*", "$1");
    }

    private boolean up() {
        try {
            for (String page : List.of(
                    "api/today",
                    "api/screenings/" + screening + "/results",
                    "api/screenings/" + screening + "/board",
                    "api/screenings/" + screening + "/groups")) {
                if (lead.send("GET", page, "").statusCode() != 200) {
                    return false;
                }
            }
            return true;
        } catch (IOException e) {
            return false;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    /** The pages come back by themselves. */
    private void back(String after) throws InterruptedException {
        long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(BACK_WITHIN_SECONDS);
        while (!up()) {
            assertThat(System.nanoTime())
                    .as("back within " + BACK_WITHIN_SECONDS + " s after " + after)
                    .isLessThan(until);
            Thread.sleep(300);
        }
    }

    private void fillDisk() throws IOException, InterruptedException {
        Path ballast = disk.resolve("ballast");
        try (OutputStream out = Files.newOutputStream(ballast)) {
            byte[] megabyte = new byte[1 << 20];
            for (int i = 0; i < DISK_MEGABYTES; i++) {
                out.write(megabyte);
            }
        } catch (IOException full) {
            // as meant
        }
        Thread.sleep(3000);
        Files.delete(ballast);
        product.startDatabase();
    }

    private void misfortune(String what, List<SimulatedStation> stations) throws Exception {
        switch (what) {
            case "server killed" -> {
                product.kill();
                Thread.sleep(1000);
                product.start();
            }
            case "database killed" -> {
                product.killDatabase();
                HttpResponse<String> meanwhile = lead.send("GET", "api/today", "");
                // it may have been started again before anybody could ask
                assertThat(meanwhile.statusCode()).as(meanwhile.body()).isIn(200, 503);
                if (meanwhile.statusCode() == 503) {
                    assertThat(meanwhile.body())
                            .contains("\"code\":\"database-away\"")
                            .doesNotContain("Exception", "java.");
                }
                assertThat(lead.send("GET", "", "").statusCode())
                        .as("the page itself")
                        .isEqualTo(200);
                product.startDatabase();
            }
            case "disk full" -> {
                if (small) {
                    fillDisk();
                }
            }
            default -> {
                List<SimulatedStation> some =
                        stations.stream().filter(s -> random.nextInt(3) == 0).toList();
                some.forEach(s -> s.cut(true));
                Thread.sleep(2500);
                some.forEach(s -> s.cut(false));
            }
        }
        back(what);
    }

    @Test
    void every_mark_is_there_once_whatever_happens() throws Exception {
        found();
        Phone phone = new Phone(code(screening(2), "Browser"));
        screening = screening(120);
        List<SimulatedStation> stations = new ArrayList<>();
        ExecutorService threads = Executors.newFixedThreadPool(STATIONS);
        for (int i = 0; i < STATIONS; i++) {
            SimulatedStation station = new SimulatedStation(product.address(), screening, athletes, random.nextLong());
            station.join(code(screening, "Helper " + i));
            stations.add(station);
        }
        stations.forEach(threads::submit);
        List<String> all = List.of("networks cut", "server killed", "database killed", "disk full");
        long until = System.nanoTime() + (long) (MINUTES * TimeUnit.MINUTES.toNanos(1));
        for (int turn = 0; turn < all.size() || System.nanoTime() < until; turn++) {
            phone.mark(3);
            misfortune(turn < all.size() ? all.get(turn) : all.get(random.nextInt(all.size())), stations);
            phone.killAndReopen();
        }
        phone.mark(3);
        int taps = phone.close();
        stations.forEach(SimulatedStation::makeNoMore);
        stations.forEach(s -> s.cut(false));
        long patience = System.nanoTime() + TimeUnit.SECONDS.toNanos(60);
        while (stations.stream().anyMatch(s -> s.waits() > 0)) {
            assertThat(System.nanoTime()).as("all that waits arrives").isLessThan(patience);
            Thread.sleep(200);
        }
        stations.forEach(SimulatedStation::stop);
        threads.shutdown();

        Set<String> made =
                stations.stream().flatMap(s -> s.made().stream()).collect(Collectors.toCollection(HashSet::new));
        assertThat(stations.stream()
                        .flatMap(s -> s.refused().entrySet().stream())
                        .map(Map.Entry::toString)
                        .distinct()
                        .toList())
                .as("refused, though good; or taken, though nonsense")
                .isEmpty();
        String helpers = " from fact f join account a on a.id = f.author_id where a.name like 'Helper%'";
        assertThat(product.column("select f.id" + helpers)).isEqualTo(made);
        assertThat(product.count("select count(*)" + helpers)).isEqualTo(made.size());
        assertThat(
                        product.count(
                                "select count(*) from fact f join account a on a.id = f.author_id where a.name = 'Browser' and f.body->>'kind' = 'marked'"))
                .isEqualTo(taps);
        back("everything");
        String results =
                lead.send("GET", "api/screenings/" + screening + "/results", "").body();
        assertThat(results).contains("\"setAside\":[]").doesNotContain("incident");
        System.out.printf(
                "chaos: seed %d, %.1f minutes, %d marks of %d stations and %d taps of a browser, each there once%n",
                SEED, MINUTES, made.size(), STATIONS, taps);
    }

    /** A real browser at a station; it is killed as a phone is that runs out of power. */
    private final class Phone {

        /** A tap that is younger may be lost with the browser: see docs/data.md. */
        private static final int SETTLED_MILLIS = 60;

        private final Playwright playwright = Chromium.playwright();
        private final Path profile = Files.createTempDirectory("rangordnung-phone");
        private final String station;
        private BrowserContext context;
        private Page page;
        private int taps;

        Phone(String code) throws IOException {
            open();
            page.navigate(product.address() + "#/join/" + code);
            page.getByTestId("athlete").waitFor();
            page.waitForFunction(
                    "() => navigator.serviceWorker.ready.then(() => !!navigator.serviceWorker.controller)");
            station = page.url();
            // closed properly once, so that its session is on the disk: Chromium writes cookies only twice a minute
            context.close();
            reopen();
        }

        private void open() {
            context = playwright
                    .chromium()
                    .launchPersistentContext(
                            profile,
                            new BrowserType.LaunchPersistentContextOptions()
                                    .setExecutablePath(Chromium.PATH)
                                    .setViewportSize(390, 844)
                                    .setLocale("en-GB")
                                    .setArgs(Chromium.ARGUMENTS));
            page = context.pages().get(0);
        }

        /** Some taps on the figure, each one mark. */
        void mark(int times) {
            for (int i = 0; i < times; i++) {
                page.keyboard().press("k");
                taps++;
                page.waitForTimeout(SETTLED_MILLIS);
            }
        }

        void killAndReopen() {
            ProcessHandle.allProcesses()
                    .filter(p -> p.info().commandLine().orElse("").contains(profile.toString()))
                    .forEach(ProcessHandle::destroyForcibly);
            try {
                context.close();
            } catch (PlaywrightException killed) {
                // as meant
            }
            reopen();
        }

        private void reopen() {
            open();
            page.navigate(station);
            page.getByTestId("athlete").waitFor();
        }

        /** Waits until nothing waits any more. @return how many marks were made */
        int close() {
            page.locator("[data-pending='0']")
                    .waitFor(new com.microsoft.playwright.Locator.WaitForOptions().setTimeout(60_000));
            context.close();
            playwright.close();
            return taps;
        }
    }
}
