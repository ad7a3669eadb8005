package rangordnung.bench;

import com.microsoft.playwright.Page;
import java.util.stream.IntStream;

/** A mark on the figure of a station on a phone, from the touch to the paint, against a button on the same page that does nothing. */
final class TapBenchmark {

    private static final int WARM = 8;
    private static final int MEASURED = 31;

    /** A frame beyond the empty button, which itself takes about one. */
    private static final double LIMIT = 2;

    private static final String SPOT = "[data-spot='arch LEFT']";
    private static final String EMPTY = "#empty";

    /** Keeps, for each click, the milliseconds from the event until the frame after it was painted. */
    private static final String WATCH =
            """
            () => {
              window.painted = [];
              addEventListener('click', (e) => {
                const from = e.timeStamp;
                requestAnimationFrame(() => {
                  const after = new MessageChannel();
                  after.port1.onmessage = () => window.painted.push(performance.now() - from);
                  after.port2.postMessage(0);
                });
              }, true);
              const empty = document.createElement('button');
              empty.id = 'empty';
              empty.textContent = '0';
              empty.style = 'position:fixed;left:0;top:40%;width:48px;height:48px;z-index:99';
              empty.onclick = () => undefined;
              document.body.append(empty);
            }""";

    private TapBenchmark() {}

    static void measure(Demo demo) throws Exception {
        String screening = ServerBenchmark.club(demo.lead()).get("id").stringValue();
        try (Chromium chromium = new Chromium(demo, 390, 844)) {
            Page page = chromium.page();
            page.navigate(demo.address() + "#/screening/" + screening + "/station/overhead-squat");
            page.getByTestId("moments").getByText("Front").click();
            page.locator(SPOT).waitFor();
            page.evaluate(WATCH);
            taps(page, SPOT, WARM);
            taps(page, EMPTY, WARM);
            Bench.rounds(
                    "tap-over-empty",
                    "milliseconds, median",
                    LIMIT,
                    () -> new Bench.Round(
                            Bench.median(taps(page, SPOT, MEASURED)), Bench.median(taps(page, EMPTY, MEASURED))));
        }
    }

    private static double[] taps(Page page, String on, int times) {
        return IntStream.range(0, times)
                .mapToDouble(i -> {
                    page.evaluate("() => void (window.painted = [])");
                    page.locator(on).click();
                    page.waitForFunction("() => window.painted.length > 0");
                    return ((Number) page.evaluate("() => window.painted[0]")).doubleValue();
                })
                .toArray();
    }
}
