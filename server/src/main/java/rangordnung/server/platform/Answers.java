package rangordnung.server.platform;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.sql.SQLException;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.transaction.CannotCreateTransactionException;
import rangordnung.core.Refusal;
import tools.jackson.databind.json.JsonMapper;

/** One way from anything that went wrong to what a client is told; used by controllers, filters and the container alike. */
public final class Answers {

    private static final JsonMapper JSON = new JsonMapper();
    private static final long DATABASE_BACK_SECONDS = 5;
    /** SQL states: the connection is lost, nothing is left to write to, the server is stopped by somebody or starting. */
    private static final String[] AWAY = {"08", "53", "57P"};

    /** What was to be written is there already, or what it belongs to is gone. */
    private static final String CLASHES = "2350[35]";

    private Answers() {}

    /** The problem that a throwable is; a mistake of the product becomes an incident. */
    static Problem of(Throwable thrown, HttpServletRequest request) {
        for (Throwable t = thrown; t != null; t = t.getCause()) {
            if (t instanceof Problem problem) {
                return problem;
            }
            if (t instanceof Refusal refusal) {
                return refused(refusal);
            }
            if (t instanceof SQLException sql
                    && String.valueOf(sql.getSQLState()).matches(CLASHES)) {
                return Problem.conflict(
                        Code.CHANGED_MEANWHILE,
                        "Somebody else changed this at the same moment. Load it again and look before you save.");
            }
            if (t instanceof CannotCreateTransactionException || t instanceof SQLException sql && away(sql)) {
                return databaseAway();
            }
        }
        return incident(request.getMethod() + " " + request.getRequestURI(), thrown);
    }

    private static boolean away(SQLException e) {
        String state = e.getSQLState();
        if (state == null) {
            return true; // not the database speaks but the pool: the connection is closed, or there is none
        }
        for (String start : AWAY) {
            if (state.startsWith(start)) {
                return true;
            }
        }
        return false;
    }

    static Problem databaseAway() {
        return new Problem(
                        HttpStatus.SERVICE_UNAVAILABLE,
                        Code.DATABASE_AWAY,
                        "The database does not answer, or takes nothing. Nothing was half-written; what waits on this device is sent when it is back.")
                .with(Problem.RETRY, DATABASE_BACK_SECONDS);
    }

    static Problem incident(String doing, @Nullable Throwable mistake) {
        String number = Incidents.report(doing, mistake);
        return new Problem(
                        HttpStatus.INTERNAL_SERVER_ERROR,
                        Code.UNEXPECTED,
                        "Something went wrong on the server (incident " + number
                                + "). Nothing was half-written. ./rangordnung logs tells more under that number.")
                .with("incident", number);
    }

    static Problem refused(Refusal refusal) {
        Problem problem = new Problem(
                HttpStatus.BAD_REQUEST,
                switch (refusal.kind()) {
                    case MISSING -> Code.MISSING;
                    case OUT_OF_RANGE -> Code.OUT_OF_RANGE;
                    case TEXT -> Code.TEXT_UNUSABLE;
                    case BODY -> Code.BROKEN_BODY;
                    case CONTRADICTION -> Code.CONTRADICTION;
                },
                String.valueOf(refusal.getMessage()));
        if (!refusal.field().isEmpty()) {
            problem.with("field", refusal.field());
        }
        refusal.range()
                .ifPresent(
                        r -> problem.with("low", r.low()).with("high", r.high()).with("unit", r.unit()));
        return problem;
    }

    /** The problem of a status that the container or the framework has set. */
    static Problem of(HttpStatus status) {
        return switch (status) {
            case NOT_FOUND -> new Problem(status, Code.NO_SUCH_ADDRESS, "There is nothing under this address.");
            case METHOD_NOT_ALLOWED ->
                new Problem(status, Code.WRONG_METHOD, "This address does not take such a request.");
            case NOT_ACCEPTABLE, UNSUPPORTED_MEDIA_TYPE ->
                new Problem(status, Code.WRONG_TYPE, "This address does not take or give that kind of content.");
            case CONTENT_TOO_LARGE ->
                new Problem(status, Code.TOO_LARGE, "That is more than is taken at once. Send less, or in parts.");
            case SERVICE_UNAVAILABLE -> Problem.busy("Too much at once. Try again in a moment.", 1);
            default ->
                new Problem(
                        status,
                        Code.BAD_ADDRESS,
                        "The address or a part of the request cannot be read. Load the page again and try once more.");
        };
    }

    static ProblemDetail detail(Problem problem) {
        ProblemDetail detail = ProblemDetail.forStatusAndDetail(problem.status(), problem.getMessage());
        detail.setTitle(problem.status().getReasonPhrase());
        detail.setType(URI.create("urn:rangordnung:problem:" + problem.code().wire()));
        detail.setProperty("code", problem.code().wire());
        problem.extra().forEach(detail::setProperty);
        return detail;
    }

    /** Writes an answer where no controller does: as a page for whoever asks for one, else as problem details. */
    public static void write(Problem problem, HttpServletRequest request, HttpServletResponse response)
            throws IOException {
        if (response.isCommitted()) {
            return;
        }
        response.reset();
        response.setStatus(problem.status().value());
        response.setHeader("Cache-Control", "no-store");
        retry(problem).ifPresent(seconds -> response.setHeader(HttpHeaders.RETRY_AFTER, seconds));
        boolean page = Optional.ofNullable(request.getHeader(HttpHeaders.ACCEPT))
                .orElse("")
                .contains(MediaType.TEXT_HTML_VALUE);
        response.setContentType(
                (page ? MediaType.TEXT_HTML_VALUE : MediaType.APPLICATION_PROBLEM_JSON_VALUE) + ";charset=UTF-8");
        byte[] body = page ? page(problem) : json(problem);
        response.setContentLength(body.length);
        response.getOutputStream().write(body);
    }

    static Optional<String> retry(Problem problem) {
        return Optional.ofNullable(problem.extra().get(Problem.RETRY)).map(String::valueOf);
    }

    static byte[] json(Problem problem) {
        var body = JSON.createObjectNode()
                .put("type", "urn:rangordnung:problem:" + problem.code().wire())
                .put("title", problem.status().getReasonPhrase())
                .put("status", problem.status().value())
                .put("code", problem.code().wire())
                .put("detail", problem.getMessage());
        problem.extra().forEach((name, value) -> body.putPOJO(name, value));
        return body.toString().getBytes(StandardCharsets.UTF_8);
    }

    /** A page without script or style, in both languages. */
    private static byte[] page(Problem problem) {
        return """
                <!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Rangordnung</title>
                <h1>Rangordnung</h1><p>This page cannot be shown now. Marks that wait on this device are kept.</p>
                <p lang="de">Diese Seite kann gerade nicht gezeigt werden. Einträge, die auf diesem Gerät warten, bleiben erhalten.</p>
                <p><a href="/">Rangordnung</a></p><p><small>%d %s%s</small></p></html>
                """
                .formatted(
                        problem.status().value(),
                        problem.code().wire(),
                        Optional.ofNullable(problem.extra().get("incident"))
                                .map(i -> ", incident " + i)
                                .orElse(""))
                .getBytes(StandardCharsets.UTF_8);
    }
}
