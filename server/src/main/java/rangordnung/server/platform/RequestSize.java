package rangordnung.server.platform;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Refuses bodies that are too large before a byte of them is read, and those that do not say how large they are. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class RequestSize extends OncePerRequestFilter {

    static final long LARGEST = 6L * 1024 * 1024;
    /** A file of landmarks: read as it comes and not kept. */
    static final long LARGEST_FILE = 256L * 1024 * 1024;
    /** A clip that is shown, which is held whole while it is measured. */
    static final long LARGEST_CLIP = 64L * 1024 * 1024;

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain) throws ServletException, IOException {
        String path = request.getRequestURI();
        long largest = path.equals("/api/measuring/file") ? LARGEST_FILE : path.startsWith("/api/measuring/") ? LARGEST_CLIP : LARGEST;
        if (request.getContentLengthLong() > largest) {
            refuse(response, HttpStatus.CONTENT_TOO_LARGE, "too-large", "More than " + largest / (1024 * 1024) + " MB at once. Send less, or in parts.");
        } else if (request.getHeader("Transfer-Encoding") != null) {
            refuse(response, HttpStatus.LENGTH_REQUIRED, "length-required", "Say how large the body is.");
        } else {
            chain.doFilter(request, response);
        }
    }

    private static void refuse(HttpServletResponse response, HttpStatus status, String code, String sentence) throws IOException {
        response.setStatus(status.value());
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.getWriter().write("{\"type\":\"urn:rangordnung:problem:%s\",\"status\":%d,\"code\":\"%s\",\"detail\":\"%s\"}"
                .formatted(code, status.value(), code, sentence));
    }
}
