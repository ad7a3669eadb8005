package rangordnung.server.platform;

import jakarta.validation.ConstraintViolationException;
import java.net.URI;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.validation.FieldError;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/** Turns every error into problem details with a stable code and a plain sentence. */
@RestControllerAdvice
class Problems extends ResponseEntityExceptionHandler {

    private static final Logger LOG = LoggerFactory.getLogger(Problems.class);

    @ExceptionHandler(Problem.class)
    ResponseEntity<Object> problem(Problem problem) {
        ProblemDetail detail = detail(problem.status(), problem.code(), problem.getMessage());
        problem.extra().forEach(detail::setProperty);
        ResponseEntity.BodyBuilder answer = ResponseEntity.status(problem.status());
        if (problem.extra().get("retryAfterSeconds") instanceof Long seconds) {
            answer.header(HttpHeaders.RETRY_AFTER, seconds.toString());
        }
        return answer.body(detail);
    }

    /** Values that the core refuses, such as an empty name or pain of 11. */
    @ExceptionHandler({IllegalArgumentException.class, ConstraintViolationException.class})
    ResponseEntity<Object> refused(RuntimeException e) {
        return ResponseEntity.badRequest().body(detail(HttpStatus.BAD_REQUEST, "invalid", e.getMessage()));
    }

    @ExceptionHandler(ObjectOptimisticLockingFailureException.class)
    ResponseEntity<Object> changedMeanwhile(ObjectOptimisticLockingFailureException e) {
        return ResponseEntity.status(HttpStatus.CONFLICT).body(detail(HttpStatus.CONFLICT, "changed-meanwhile",
                "Somebody else changed this at the same moment. Load it again and look before you save."));
    }

    @ExceptionHandler(Exception.class)
    ResponseEntity<Object> unexpected(Exception e) throws Exception {
        if (e instanceof org.springframework.security.access.AccessDeniedException) {
            throw e;
        }
        LOG.error("Unexpected error", e);
        return ResponseEntity.internalServerError().body(detail(HttpStatus.INTERNAL_SERVER_ERROR, "unexpected",
                "Something went wrong on the server. Nothing was half-written. Try again; if it stays, look at ./rangordnung logs."));
    }

    @Override
    protected ResponseEntity<Object> handleMethodArgumentNotValid(
            MethodArgumentNotValidException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        FieldError first = e.getFieldError();
        ProblemDetail detail = detail(HttpStatus.BAD_REQUEST, "invalid",
                first == null ? "The request is not complete." : "“" + first.getField() + "” " + first.getDefaultMessage() + ".");
        if (first != null) {
            detail.setProperty("field", first.getField());
        }
        return ResponseEntity.badRequest().body(detail);
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        Throwable root = e.getMostSpecificCause();
        String what = root.getMessage() == null ? "" : root.getMessage().lines().findFirst().orElse("");
        return ResponseEntity.badRequest().body(detail(HttpStatus.BAD_REQUEST, "unreadable", "The request could not be read: " + what));
    }

    @Override
    protected ResponseEntity<Object> handleMaxUploadSizeExceededException(
            MaxUploadSizeExceededException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        return ResponseEntity.status(HttpStatus.CONTENT_TOO_LARGE).body(detail(HttpStatus.CONTENT_TOO_LARGE, "too-large",
                "The file is larger than 5 MB. Remove sheets or columns that are not needed."));
    }

    @Override
    protected ResponseEntity<Object> handleExceptionInternal(
            Exception e, Object body, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        Object answer = body == null && e instanceof ErrorResponse error ? error.getBody() : body;
        if (answer instanceof ProblemDetail detail && (detail.getProperties() == null || !detail.getProperties().containsKey("code"))) {
            detail.setProperty("code", "http-" + status.value());
            if (detail.getDetail() == null) {
                detail.setDetail(detail.getTitle());
            }
        }
        return super.handleExceptionInternal(e, answer, headers, status, request);
    }

    private static ProblemDetail detail(HttpStatus status, String code, String sentence) {
        ProblemDetail detail = ProblemDetail.forStatusAndDetail(status, sentence == null ? status.getReasonPhrase() : sentence);
        detail.setType(URI.create("urn:rangordnung:problem:" + code));
        detail.setProperty("code", code);
        return detail;
    }
}
