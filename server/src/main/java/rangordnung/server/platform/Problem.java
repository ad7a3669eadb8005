package rangordnung.server.platform;

import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.http.HttpStatus;

/**
 * A refusal with a stable code, a plain sentence, and what else the client needs to help (RFC 9457).
 */
public class Problem extends RuntimeException {

    private static final long serialVersionUID = 1L;

    private final HttpStatus status;
    private final Code code;
    private final transient Map<String, Object> extra = new LinkedHashMap<>();

    public Problem(HttpStatus status, Code code, String sentence) {
        super(sentence);
        this.status = status;
        this.code = code;
    }

    public static Problem notFound(String what) {
        return new Problem(
                HttpStatus.NOT_FOUND, Code.NOT_FOUND, "There is no such " + what + ", or it is not yours to see.");
    }

    public static Problem invalid(Code code, String sentence, String field) {
        return new Problem(HttpStatus.BAD_REQUEST, code, sentence).with("field", field);
    }

    public static Problem conflict(Code code, String sentence) {
        return new Problem(HttpStatus.CONFLICT, code, sentence);
    }

    /** Too much at once: nothing was done, and trying again after a moment helps. */
    public static Problem busy(String sentence, long seconds) {
        return new Problem(HttpStatus.SERVICE_UNAVAILABLE, Code.BUSY, sentence).with(RETRY, seconds);
    }

    /** In how many seconds trying again may help. */
    public static final String RETRY = "retryAfterSeconds";

    public Problem with(String name, Object value) {
        extra.put(name, value);
        return this;
    }

    public HttpStatus status() {
        return status;
    }

    public Code code() {
        return code;
    }

    Map<String, Object> extra() {
        return extra;
    }
}
