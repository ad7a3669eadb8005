package rangordnung.server.platform;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.Filter;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.ServletRequest;
import jakarta.servlet.ServletResponse;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;
import org.springframework.http.HttpStatus;

/**
 * Takes the body of a request in before anything else happens: no larger than its address allows, and within a time. While it
 * arrives it holds no thread, so that a slow one delays nobody; what follows finds it whole. Large ones lie in a file meanwhile,
 * and the largest are taken only once it is known that whoever sends them may.
 */
final class Bodies implements Filter {

    private static final long KILO = 1024;
    static final long MEGA = KILO * KILO;

    /** How large a body may be, in megabytes, by the beginning of its address; the first that fits holds. */
    static Map<String, Long> megabytes() {
        return Most.megabytes();
    }

    /** How large a body may be, by the beginning of its address; the first that fits holds (house convention). */
    private enum Most {
        /** A file of landmarks, read as it comes and not kept. */
        LANDMARK_FILE("/api/measuring/file", 256 * MEGA),
        /** A clip, which is held whole while it is measured. */
        CLIP("/api/measuring/", 8 * MEGA),
        /** Rosters with everything in them, read as it comes. */
        TRANSFER("/api/transfer", 128 * MEGA),
        ROSTER("/api/teams/", 6 * MEGA),
        PROTOCOL("/api/protocols", 2 * MEGA),
        ANYTHING("/", MEGA);

        private final String start;
        private final long bytes;

        Most(String start, long bytes) {
            this.start = start;
            this.bytes = bytes;
        }

        /** By the beginning of the address, megabytes; for the API document. */
        static Map<String, Long> megabytes() {
            Map<String, Long> all = new LinkedHashMap<>();
            Arrays.stream(values()).forEach(most -> all.put(most.start, most.bytes / MEGA));
            return all;
        }

        static long at(String path) {
            for (Most most : values()) {
                if (path.startsWith(most.start)) {
                    return most.bytes;
                }
            }
            return ANYTHING.bytes;
        }
    }

    /** Larger bodies lie in a file until they are read, and still larger ones are taken only from whoever may send them. */
    static final long IN_MEMORY = 256 * KILO;

    private static final long FROM_ANYBODY = MEGA;
    /** What every body is given, and the slowest network that is waited for (house convention). */
    private static final Duration LONGEST_FIRST = Duration.ofSeconds(10);

    private static final long SLOWEST_BYTES_PER_SECOND = 32 * KILO;
    /** What is too large is read for so long, that the client may hear the answer. */
    private static final Duration REFUSAL = Duration.ofSeconds(1);

    private static final long REFUSED_BYTES = 8 * MEGA;
    /** Bodies of one address that are waited for at once (house convention). */
    private static final int BY_ADDRESS = 300;

    private static final String ARRIVED = Bodies.class.getName();

    private final Shares<String> arriving = new Shares<>(BY_ADDRESS);

    @Configuration
    static class Registration {

        @Bean
        FilterRegistrationBean<Bodies> bodies() {
            FilterRegistrationBean<Bodies> registration = new FilterRegistrationBean<>(new Bodies());
            registration.setDispatcherTypes(EnumSet.of(DispatcherType.REQUEST, DispatcherType.ASYNC));
            registration.setOrder(Ordered.HIGHEST_PRECEDENCE + 2);
            return registration;
        }
    }

    @Override
    public void doFilter(ServletRequest asked, ServletResponse answer, FilterChain chain)
            throws ServletException, IOException {
        HttpServletRequest request = (HttpServletRequest) asked;
        HttpServletResponse response = (HttpServletResponse) answer;
        if (request.getAttribute(ARRIVED) instanceof Body body) {
            request.removeAttribute(ARRIVED);
            go(request, response, chain, body);
        } else if (request.getDispatcherType() != DispatcherType.REQUEST) {
            chain.doFilter(request, response);
        } else {
            first(request, response, chain);
        }
    }

    private void first(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        long length = request.getContentLengthLong();
        long most = Most.at(request.getRequestURI());
        if (request.getHeader("Transfer-Encoding") != null) {
            Connections.abandon(request);
            throw new Problem(HttpStatus.LENGTH_REQUIRED, Code.LENGTH_REQUIRED, "Say how large the body is.");
        }
        if (length > most) {
            Problem refusal = new Problem(
                            HttpStatus.CONTENT_TOO_LARGE,
                            Code.TOO_LARGE,
                            "At most " + most / MEGA + " MB at once are taken here. Send less, or in parts.")
                    .with("megabytes", most / MEGA);
            receive(
                    request,
                    response,
                    Body.nowhere(),
                    0,
                    Math.min(length, REFUSED_BYTES),
                    REFUSAL,
                    Optional.of(refusal));
        } else if (length <= 0) {
            chain.doFilter(request, response);
        } else if (length > FROM_ANYBODY) {
            go(request, response, chain, Body.later(request, length, longest(length)));
        } else {
            Body body = Body.of(length);
            long got = body.takeWhatIsThere(request.getInputStream(), length);
            if (got == length) {
                go(request, response, chain, body);
            } else {
                receive(request, response, body, got, length, longest(length), Optional.empty());
            }
        }
    }

    private static Duration longest(long length) {
        return LONGEST_FIRST.plusSeconds(length / SLOWEST_BYTES_PER_SECOND);
    }

    private static void go(HttpServletRequest request, HttpServletResponse response, FilterChain chain, Body body)
            throws ServletException, IOException {
        try (Whole whole = new Whole(request, body)) {
            chain.doFilter(whole, response);
        }
    }

    /** Takes a body in without holding a thread; then the request goes on, or is refused. */
    private void receive(
            HttpServletRequest request,
            HttpServletResponse response,
            Body into,
            long got,
            long length,
            Duration longest,
            Optional<Problem> refusal)
            throws IOException {
        String address = request.getRemoteAddr();
        if (!arriving.take(address)) {
            into.close();
            Connections.abandon(request);
            throw Problem.busy("Too much is being sent from this address. Try again in a moment.", 2);
        }
        ServletInputStream in = request.getInputStream();
        new Receiver(
                        request,
                        response,
                        in,
                        into,
                        got,
                        length,
                        refusal,
                        () -> arriving.giveBack(address),
                        body -> request.setAttribute(ARRIVED, body))
                .start(longest);
    }
}
