package rangordnung.e2e;

import com.microsoft.playwright.Playwright;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/** Debian's Chromium, as every test starts it: nothing is fetched and nothing is asked of the network. */
final class Chromium {

    static final Path PATH = Path.of("/usr/bin/chromium");

    static final List<String> ARGUMENTS = List.of(
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync");

    private Chromium() {}

    static Playwright playwright() {
        return Playwright.create(
                new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
    }
}
