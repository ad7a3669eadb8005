package rangordnung.server.paper;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Base64;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.server.platform.Download;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.Spreadsheet;

/** Papers as pages that a browser prints, and as PDF. */
@RestController
class PaperController {

    private final Papers papers;

    PaperController(Papers papers) {
        this.papers = papers;
    }

    @GetMapping(path = "/api/screenings/{id}/papers/{paper}", produces = MediaType.TEXT_HTML_VALUE)
    String page(
            @PathVariable UUID id,
            @PathVariable String paper,
            @RequestParam Language language,
            @RequestParam PageSize size,
            @RequestParam Optional<UUID> athlete,
            @RequestParam Optional<Integer> session) {
        return papers.page(new Papers.Order(id, paper(paper), language, size, athlete, session));
    }

    /** As PDF, and as a ZIP of several where one were too large. */
    @GetMapping(
            path = "/api/screenings/{id}/papers/{paper}/pdf",
            produces = {MediaType.APPLICATION_PDF_VALUE, "application/zip"})
    ResponseEntity<byte[]> pdf(
            @PathVariable UUID id,
            @PathVariable String paper,
            @RequestParam Language language,
            @RequestParam PageSize size,
            @RequestParam Optional<UUID> athlete,
            @RequestParam Optional<Integer> session) {
        Press.Pressed file =
                papers.pdf(new Papers.Order(id, paper(paper), language, size, athlete, session), (done, of) -> {});
        return Download.of(file.name(), file.type(), file.bytes());
    }

    /** A table of the screening: results, groups, training or history. */
    @GetMapping("/api/screenings/{id}/tables/{table}")
    ResponseEntity<byte[]> table(
            @PathVariable UUID id,
            @PathVariable Table table,
            @RequestParam Spreadsheet.As as,
            @RequestParam Language language) {
        Spreadsheet sheet = papers.table(id, table, language);
        return Download.of(sheet.name(), sheet, as);
    }

    /** The sessions of the training as iCalendar, to be read again whenever the training has changed. */
    @GetMapping(path = "/api/screenings/{id}/calendar", produces = "text/calendar")
    ResponseEntity<byte[]> calendar(@PathVariable UUID id, @RequestParam Language language) {
        return Download.of("training.ics", CalendarFile.TYPE, papers.calendar(id, language));
    }

    /**
     * The same file with how far it is, a JSON object a line: {@code {"done":1,"of":30}} with each sheet, then
     * {@code {"name":"cards.pdf","file":"…"}} in Base64. Whoever closes the connection ends the work.
     */
    @GetMapping(path = "/api/screenings/{id}/papers/{paper}/progress", produces = MediaType.APPLICATION_NDJSON_VALUE)
    void progress(
            @PathVariable UUID id,
            @PathVariable String paper,
            @RequestParam Language language,
            @RequestParam PageSize size,
            @RequestParam Optional<UUID> athlete,
            @RequestParam Optional<Integer> session,
            HttpServletResponse response)
            throws IOException {
        Press.Pressed file;
        try {
            file = papers.pdf(new Papers.Order(id, paper(paper), language, size, athlete, session), (done, of) -> {
                try {
                    line(response, "{\"done\":%d,\"of\":%d}".formatted(done, of));
                } catch (IOException gone) {
                    throw new UncheckedIOException(gone);
                }
            });
        } catch (UncheckedIOException gone) {
            throw gone.getCause();
        }
        line(
                response,
                "{\"name\":\"%s\",\"file\":\"%s\"}"
                        .formatted(file.name(), Base64.getEncoder().encodeToString(file.bytes())));
    }

    private static void line(HttpServletResponse response, String json) throws IOException {
        response.setContentType(MediaType.APPLICATION_NDJSON_VALUE);
        response.getOutputStream().write((json + "\n").getBytes(StandardCharsets.UTF_8));
        response.flushBuffer();
    }

    private static Paper paper(String address) {
        return Arrays.stream(Paper.values())
                .filter(p -> p.address().equals(address))
                .findFirst()
                .orElseThrow(() -> Problem.notFound("paper of that kind"));
    }
}
