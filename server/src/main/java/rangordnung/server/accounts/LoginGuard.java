package rangordnung.server.accounts;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;

/**
 * Slows down guessing: after ten failures for one login, or fifty from one address, within a quarter of an hour
 * nothing is checked until the oldest falls out. Kept in the database, so that all instances count together.
 */
@Component
public class LoginGuard {

    static final int PER_LOGIN = 10;
    static final int PER_ADDRESS = 50;
    private static final Duration WINDOW = Duration.ofMinutes(15);

    private final JdbcClient jdbc;
    private final Clock clock;

    LoginGuard(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    void check(String login, String address) {
        check("login " + login, PER_LOGIN);
        check("address " + address, PER_ADDRESS);
    }

    void failed(String login, String address) {
        Instant now = clock.instant();
        jdbc.sql("delete from login_attempt where at < :from").param("from", Timestamp.from(now.minus(WINDOW))).update();
        for (String subject : new String[] {"login " + login, "address " + address}) {
            jdbc.sql("insert into login_attempt (subject, at) values (:subject, :at)")
                    .param("subject", shortened(subject)).param("at", Timestamp.from(now)).update();
        }
    }

    /** Lets an address try a code; what fails counts as a failed login of that address. */
    public void tried(String address, Runnable attempt) {
        check("address " + address, PER_ADDRESS);
        try {
            attempt.run();
        } catch (Problem e) {
            failed("code " + address, address);
            throw e;
        }
    }

    void succeeded(String login) {
        jdbc.sql("delete from login_attempt where subject = :subject").param("subject", shortened("login " + login)).update();
    }

    private void check(String subject, int allowed) {
        Instant now = clock.instant();
        var oldest = jdbc.sql("""
                        select at from login_attempt where subject = :subject and at >= :from
                        order by at desc offset :allowed limit 1""")
                .param("subject", shortened(subject))
                .param("from", Timestamp.from(now.minus(WINDOW)))
                .param("allowed", allowed - 1)
                .query(Timestamp.class)
                .optional();
        oldest.ifPresent(at -> {
            long seconds = Math.max(1, Duration.between(now, at.toInstant().plus(WINDOW)).toSeconds());
            throw new Problem(HttpStatus.TOO_MANY_REQUESTS, Code.TOO_MANY_LOGINS,
                    "Too many failed logins. Try again in " + (seconds / 60 + 1) + " minutes.").with("retryAfterSeconds", seconds);
        });
    }

    private static String shortened(String subject) {
        return subject.length() > 120 ? subject.substring(0, 120) : subject;
    }
}
