package rangordnung.bench;

import com.microsoft.playwright.Page;

/** The wall bars of 500 athletes in a browser, from the click to the paint, against fetching and parsing the same JSON there. */
final class GroupsBenchmark {

    private static final int WARM = 4;
    private static final int MEASURED = 9;
    private static final double LIMIT = 3;

    private GroupsBenchmark() {}

    static void measure(Demo demo) throws Exception {
        String screening = ServerBenchmark.club(demo.lead()).get("id").stringValue();
        try (Chromium chromium = new Chromium(demo, 1280, 800)) {
            Page page = chromium.page();
            page.navigate(demo.address() + "#/screening/" + screening + "/results");
            page.waitForSelector("a[href$='/groups']");
            for (int i = 0; i < WARM; i++) {
                painted(page, screening);
                parsed(page, screening);
            }
            Bench.rounds("groups-500-paint-over-json", "milliseconds, median", LIMIT, () -> {
                double[] paints = new double[MEASURED];
                double[] parses = new double[MEASURED];
                for (int i = 0; i < MEASURED; i++) {
                    paints[i] = painted(page, screening);
                    parses[i] = parsed(page, screening);
                }
                return new Bench.Round(Bench.median(paints), Bench.median(parses));
            });
        }
    }

    /** Milliseconds from the click on the tab until the names were painted: of a full rung the first ones, and their number. */
    private static double painted(Page page, String screening) {
        double time = ((Number) page.evaluate(
                        """
                        async (screening) => {
                          const tab = document.querySelector(`a[href="#/screening/${screening}/groups"]`);
                          const frame = () => new Promise((done) => requestAnimationFrame(done));
                          const from = performance.now();
                          tab.click();
                          const tags = () => document.querySelectorAll('[data-tag]').length;
                          for (let seen = -1; seen !== tags() || seen < 50; await frame()) seen = tags();
                          await frame();
                          const time = performance.now() - from;
                          document.querySelector(`a[href="#/screening/${screening}/results"]`).click();
                          while (document.querySelectorAll('[data-tag]').length) await frame();
                          await new Promise((done) => setTimeout(done, 400));
                          return time;
                        }""",
                        screening))
                .doubleValue();
        return time;
    }

    /** Milliseconds of fetching and parsing what that screen shows. */
    private static double parsed(Page page, String screening) {
        return ((Number) page.evaluate(
                        """
                        async (screening) => {
                          const from = performance.now();
                          const answer = await fetch(`/api/screenings/${screening}/groups`);
                          JSON.parse(await answer.text());
                          return performance.now() - from;
                        }""",
                        screening))
                .doubleValue();
    }
}
