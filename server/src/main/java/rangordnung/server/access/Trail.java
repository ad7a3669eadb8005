package rangordnung.server.access;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Incidents;

/**
 * Notes each request that has read or written data of persons. What repeats within a minute, as a board that looks every few
 * seconds does, is one line.
 */
@Component
class Trail implements HandlerInterceptor, WebMvcConfigurer {

    /** Addresses under which data of persons stand. */
    private static final Pattern PERSONAL =
            Pattern.compile("/api/((athletes|teams|imports|screenings|blocks)/\\{id\\}.*|transfer)");

    /** What is one line, and how long a line is kept (house convention). */
    private static final Duration TOGETHER = Duration.ofMinutes(1);

    private static final Duration KEPT = Duration.ofDays(400);
    private static final int MOST_TOGETHER = 20_000;
    private static final int LONGEST_ACTION = 120;

    private final JdbcClient jdbc;
    private final Clock clock;
    private final Cache<Line, Boolean> lately = Caffeine.newBuilder()
            .expireAfterWrite(TOGETHER)
            .maximumSize(MOST_TOGETHER)
            .build();

    Trail(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** Throws away the lines that are older than they may become. */
    @Scheduled(fixedDelay = 6, initialDelay = 1, timeUnit = TimeUnit.HOURS)
    void forget() {
        jdbc.sql("delete from access_log where at < :before")
                .param("before", Timestamp.from(clock.instant().minus(KEPT)))
                .update();
    }

    private record Line(UUID organisation, UUID account, String action, UUID subject, @Nullable UUID athlete) {}

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this);
    }

    @Override
    public void afterCompletion(
            HttpServletRequest request, HttpServletResponse response, Object handler, @Nullable Exception failed) {
        if (failed != null || response.getStatus() >= 400) {
            return;
        }
        line(request).filter(l -> lately.asMap().putIfAbsent(l, true) == null).ifPresent(this::note);
    }

    private static Optional<Line> line(HttpServletRequest request) {
        if (!(request.getAttribute(HandlerMapping.BEST_MATCHING_PATTERN_ATTRIBUTE) instanceof String template)
                || !PERSONAL.matcher(template).matches()
                || !(request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE)
                        instanceof Map<?, ?> variables)) {
            return Optional.empty();
        }
        Optional<UUID> subject = id(variables.get("id"));
        Optional<UUID> athlete = template.startsWith("/api/athletes/")
                ? subject
                : id(variables.get("athlete")).or(() -> id(request.getParameter("athlete")));
        String action = request.getMethod() + " " + template;
        return CurrentUser.current()
                .map(signed -> new Line(
                        signed.organisation(),
                        signed.account(),
                        action.substring(0, Math.min(LONGEST_ACTION, action.length())),
                        subject.orElse(signed.organisation()),
                        athlete.orElse(null)));
    }

    private static Optional<UUID> id(@Nullable Object text) {
        try {
            return text == null ? Optional.empty() : Optional.of(UUID.fromString(text.toString()));
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    private void note(Line line) {
        try {
            jdbc.sql("insert into access_log (organisation_id, account_id, athlete_id, subject, action, at)"
                            + " values (:organisation, :account, :athlete, :subject, :action, :at)")
                    .param("organisation", line.organisation())
                    .param("account", line.account())
                    .param("athlete", line.athlete(), java.sql.Types.OTHER)
                    .param("subject", line.subject())
                    .param("action", line.action())
                    .param("at", Timestamp.from(clock.instant()))
                    .update();
        } catch (DataAccessException e) {
            // what was asked for has been answered already; that it was not noted must be found
            lately.invalidate(line);
            Incidents.report("noting an access", e);
        }
    }
}
