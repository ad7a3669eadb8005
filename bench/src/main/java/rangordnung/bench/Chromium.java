package rangordnung.bench;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/** A browser in which whoever leads the demo has signed in. */
final class Chromium implements AutoCloseable {

    private static final Path PATH = Stream.of("chromium-headless-shell", "chromium")
            .map(name -> Path.of("/usr/bin", name))
            .filter(Files::isExecutable)
            .findFirst()
            .orElseThrow();

    private final Playwright playwright;
    private final Browser browser;
    private final Page page;

    Chromium(Demo demo, int width, int height) {
        playwright = Playwright.create(
                new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
        browser = playwright
                .chromium()
                .launch(new BrowserType.LaunchOptions()
                        .setExecutablePath(PATH)
                        .setArgs(List.of("--no-sandbox", "--disable-gpu", "--disable-background-networking")));
        page = browser.newPage(new Browser.NewPageOptions().setViewportSize(width, height));
        page.navigate(demo.address());
        page.getByLabel("Login").fill("lead");
        page.getByLabel("Password").fill("hall-lines-and-wall-bars");
        page.keyboard().press("Enter");
        page.getByText("All saved").first().waitFor();
    }

    Page page() {
        return page;
    }

    @Override
    public void close() {
        browser.close();
        playwright.close();
    }
}
