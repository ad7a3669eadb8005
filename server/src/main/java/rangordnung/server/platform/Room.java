package rangordnung.server.platform;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.File;
import java.io.IOException;
import java.util.function.LongSupplier;
import java.util.regex.Pattern;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** When the disk fills up, files are no longer taken, so that marks still are; and every answer to a lead says so. */
@Component
@Order(Ordered.LOWEST_PRECEDENCE - 1)
class Room extends OncePerRequestFilter {

    /** Megabytes below which there is little room (house convention). */
    static final long LITTLE = 200;

    /** Says how many megabytes are left; only where they are few. */
    static final String LEFT = "Room-Left";

    private static final Pattern FILES = Pattern.compile("/api/(measuring/.+|teams/[^/]+/imports.*)");

    private final LongSupplier megabytes;

    /** @param folder on the disk that the database lies on; empty where nobody has said, and then nothing is watched */
    @Autowired
    Room(@Value("${rangordnung.backups:}") String folder) {
        this(() -> folder.isBlank() ? Long.MAX_VALUE : new File(folder).getUsableSpace() / Bodies.MEGA);
    }

    Room(LongSupplier megabytes) {
        this.megabytes = megabytes;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !request.getRequestURI().startsWith("/api/");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        long left = megabytes.getAsLong();
        if (left < LITTLE) {
            CurrentUser.current()
                    .filter(signed -> signed.role().leads())
                    .ifPresent(lead -> response.setHeader(LEFT, String.valueOf(left)));
            if (!request.getMethod().equals("GET")
                    && FILES.matcher(request.getRequestURI()).matches()) {
                throw new Problem(
                                HttpStatus.INSUFFICIENT_STORAGE,
                                Code.NO_ROOM,
                                "The disk has only " + left
                                        + " MB left. Files are not taken before there is room; marks still are.")
                        .with("megabytes", left);
            }
        }
        chain.doFilter(request, response);
    }
}
