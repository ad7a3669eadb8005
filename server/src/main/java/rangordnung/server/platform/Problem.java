package rangordnung.server.platform;

import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.http.HttpStatus;

/**
 * A refusal with a stable code, a plain sentence, and what else the client needs to help (RFC 9457).
 */
public class Problem extends RuntimeException {

    private final HttpStatus status;
    private final String code;
    private final Map<String, Object> extra = new LinkedHashMap<>();

    public Problem(HttpStatus status, String code, String sentence) {
        super(sentence);
        this.status = status;
        this.code = code;
    }

    public static Problem notFound(String what) {
        return new Problem(HttpStatus.NOT_FOUND, "not-found", "There is no such " + what + ", or it is not yours to see.");
    }

    public static Problem invalid(String code, String sentence, String field) {
        return new Problem(HttpStatus.BAD_REQUEST, code, sentence).with("field", field);
    }

    public static Problem conflict(String code, String sentence) {
        return new Problem(HttpStatus.CONFLICT, code, sentence);
    }

    public Problem with(String name, Object value) {
        extra.put(name, value);
        return this;
    }

    HttpStatus status() {
        return status;
    }

    String code() {
        return code;
    }

    Map<String, Object> extra() {
        return extra;
    }
}
