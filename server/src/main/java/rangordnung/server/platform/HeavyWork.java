package rangordnung.server.platform;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.regex.Pattern;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** What takes much memory is done one after the other: files, clips, previews of protocols, timetables and groups. Who may not ask has been refused before. */
@Component
@Order(Ordered.LOWEST_PRECEDENCE)
class HeavyWork extends OncePerRequestFilter {

    private static final Pattern HEAVY = Pattern.compile(
            "/api/(measuring/.+|transfer|teams/[^/]+/transfer|teams/[^/]+/imports.*|imports/.+|protocols/preview|schools/season|screenings/[^/]+/(plan(/savings)?|(papers|tables)/.+|schools|follow-up|groups/(formed|changes)))");
    /** Requests that wait for their turn, and those of one address among them (house convention). */
    private static final int WAITING = 16;

    private static final int BY_ADDRESS = 8;

    private final Lane lane = new Lane(1, WAITING, BY_ADDRESS, Duration.ofSeconds(20));

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !HEAVY.matcher(request.getRequestURI()).matches();
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        request.getInputStream(); // whole before the turn comes, so that nobody waits for a network
        String address = request.getRemoteAddr();
        lane.enter(address);
        try {
            chain.doFilter(request, response);
        } finally {
            lane.leave(address);
        }
    }
}
