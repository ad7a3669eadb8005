package rangordnung.e2e;

import com.microsoft.playwright.Playwright;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/** Debian's Chromium, as every test starts it: nothing is fetched and nothing is asked of the network. */
final class Chromium {

    /** The one without windows, which does the same with less; else the whole browser. */
    static final Path PATH = Stream.of("chromium-headless-shell", "chromium")
            .map(name -> Path.of("/usr/bin", name))
            .filter(Files::isExecutable)
            .findFirst()
            .orElseThrow(() -> new IllegalStateException("No Chromium here: ./rangordnung test installs one"));

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
