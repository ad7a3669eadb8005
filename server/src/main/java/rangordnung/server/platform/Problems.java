package rangordnung.server.platform;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.ConstraintViolationException;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.catalina.connector.ClientAbortException;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.validation.FieldError;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.ServletWebRequest;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.context.request.async.AsyncRequestNotUsableException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import rangordnung.core.Refusal;
import tools.jackson.core.JacksonException;
import tools.jackson.core.TokenStreamLocation;
import tools.jackson.databind.exc.InvalidNullException;
import tools.jackson.databind.exc.UnrecognizedPropertyException;

/** Turns every error of a controller into problem details with a stable code and a plain sentence; no word of a library reaches a client. */
@RestControllerAdvice
class Problems extends ResponseEntityExceptionHandler {

    @ExceptionHandler(Exception.class)
    ResponseEntity<Object> any(Exception e, HttpServletRequest request) throws Exception {
        if (e instanceof org.springframework.security.access.AccessDeniedException
                || e instanceof AsyncRequestNotUsableException
                || e instanceof ClientAbortException) {
            throw e;
        }
        return answer(Answers.of(e, request));
    }

    @ExceptionHandler(ConstraintViolationException.class)
    ResponseEntity<Object> refused(ConstraintViolationException e) {
        var first = e.getConstraintViolations().iterator().next();
        String path = first.getPropertyPath().toString();
        return answer(invalid(path.substring(path.lastIndexOf('.') + 1), first.getMessage()));
    }

    @ExceptionHandler(ObjectOptimisticLockingFailureException.class)
    ResponseEntity<Object> changedMeanwhile(ObjectOptimisticLockingFailureException e) {
        return answer(Problem.conflict(
                Code.CHANGED_MEANWHILE,
                "Somebody else changed this at the same moment. Load it again and look before you save."));
    }

    private static ResponseEntity<Object> answer(Problem problem) {
        ResponseEntity.BodyBuilder answer = ResponseEntity.status(problem.status());
        Answers.retry(problem).ifPresent(seconds -> answer.header(HttpHeaders.RETRY_AFTER, seconds));
        return answer.body(Answers.detail(problem));
    }

    private static Problem invalid(String field, String what) {
        return Problem.invalid(Code.INVALID, "“" + field + "” " + what + ".", field);
    }

    @Override
    protected ResponseEntity<Object> handleMethodArgumentNotValid(
            MethodArgumentNotValidException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        FieldError first = e.getFieldError();
        return answer(
                first == null
                        ? Answers.of(HttpStatus.BAD_REQUEST)
                        : invalid(first.getField(), String.valueOf(first.getDefaultMessage())));
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        for (Throwable t = e; t != null; t = t.getCause()) {
            if (t instanceof Problem problem) {
                return answer(problem);
            }
            if (t instanceof Refusal refusal) {
                return answer(Answers.refused(refusal));
            }
            if (t instanceof JacksonException json
                    && !(t.getCause() instanceof JacksonException)
                    && !(t.getCause() instanceof Refusal)
                    && !(t.getCause() instanceof Problem)) {
                return answer(unreadable(json));
            }
        }
        return answer(Problem.invalid(Code.UNREADABLE, "The request could not be read to its end. Send it again.", ""));
    }

    /** How the reader tells that a part is missing or null; it has no type of its own for it. */
    private static final Pattern MISSING = Pattern.compile(
            "^(?:Missing required creator property '(\\w+)'|Null value for creator property '(?:\\w+)'|Cannot map `null`|Invalid `null`)");

    private static Problem unreadable(JacksonException e) {
        String path = path(e.getPath());
        Matcher missing = MISSING.matcher(String.valueOf(e.getOriginalMessage()));
        boolean found = missing.find();
        if (found && missing.group(1) != null && !path.endsWith(missing.group(1))) {
            path += (path.isEmpty() ? "" : ".") + missing.group(1);
        }
        String field = path.substring(path.lastIndexOf('.') + 1);
        if (e instanceof InvalidNullException || found) {
            return Problem.invalid(Code.MISSING, "“" + path + "” is missing.", field);
        }
        TokenStreamLocation at = e.getLocation();
        String where = at == null || at.getLineNr() < 1
                ? ""
                : " (line " + at.getLineNr() + ", column " + at.getColumnNr() + ")";
        String what = e instanceof UnrecognizedPropertyException
                ? "is not known here"
                : path.isEmpty() ? "The request is no JSON that can be read" : "is not what belongs there";
        return Problem.invalid(
                Code.UNREADABLE, (path.isEmpty() ? what : "“" + path + "” " + what) + where + ".", field);
    }

    private static String path(List<JacksonException.Reference> path) {
        return path.stream()
                .map(r -> r.getPropertyName() != null ? r.getPropertyName() : String.valueOf(r.getIndex()))
                .collect(Collectors.joining("."));
    }

    /** Whatever else the framework refuses. */
    @Override
    protected ResponseEntity<Object> handleExceptionInternal(
            Exception e, @Nullable Object body, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        HttpStatus known = HttpStatus.resolve(status.value());
        if (known == null || known == HttpStatus.INTERNAL_SERVER_ERROR) {
            return answer(
                    Answers.incident(((ServletWebRequest) request).getRequest().getRequestURI(), e));
        }
        return answer(Answers.of(known));
    }
}
