package rangordnung.server.accounts;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import java.util.function.Supplier;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;

/**
 * Slows down guessing: after ten failures for one login, or fifty from one address, within a quarter of an hour nothing is
 * checked until the oldest falls out. A device that has signed in to the account before counts by itself, so that others'
 * failures lock nobody out. An attempt counts from before it is checked, so that many at once are no way around. Kept in the
 * database, so that all instances count together.
 */
@Component
public class LoginGuard {

    static final int PER_LOGIN = 10;
    static final int PER_ADDRESS = 50;
    private static final Duration WINDOW = Duration.ofMinutes(15);
    private static final Duration LONGEST_CHECK = Duration.ofMinutes(1);

    private final JdbcClient jdbc;
    private final TransactionTemplate transaction;
    private final Clock clock;

    LoginGuard(JdbcClient jdbc, TransactionTemplate transaction, Clock clock) {
        this.jdbc = jdbc;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** Who or what is counted, and how many failures it may have. */
    record Caller(String name, int allowed) {

        private static final int LONGEST = 120;

        Caller {
            name = name.length() > LONGEST ? name.substring(0, LONGEST) : name;
        }

        static Caller login(String login) {
            return new Caller("login " + login, PER_LOGIN);
        }

        static Caller address(String address) {
            return new Caller("address " + address, PER_ADDRESS);
        }

        static Caller device(String hash) {
            return new Caller("device " + hash, PER_LOGIN);
        }
    }

    /** An attempt that is under way. */
    record Attempt(UUID id, List<Caller> subjects) {}

    /** Lets an attempt begin, unless too many have failed; one that may still fail counts as well. */
    Attempt begin(List<Caller> subjects) {
        Attempt attempt = new Attempt(UUID.randomUUID(), subjects);
        Instant now = clock.instant();
        transaction.executeWithoutResult(t -> {
            jdbc.sql("delete from login_attempt where at < :from")
                    .param("from", Timestamp.from(now.minus(WINDOW)))
                    .update();
            subjects.stream()
                    .sorted(java.util.Comparator.comparing(Caller::name))
                    .forEach(subject -> {
                        jdbc.sql("select pg_advisory_xact_lock(hashtextextended(:key, 1))")
                                .param("key", subject.name())
                                .query((row, n) -> 0)
                                .single();
                        check(subject, now);
                    });
            subjects.forEach(subject -> jdbc.sql(
                            "insert into login_attempt (id, subject, at, failed) values (:id, :subject, :at, false)")
                    .param("id", attempt.id())
                    .param("subject", subject.name())
                    .param("at", Timestamp.from(now))
                    .update());
        });
        return attempt;
    }

    private void check(Caller subject, Instant now) {
        var oldest = jdbc.sql(
                        """
                        select at from login_attempt where subject = :subject and failed order by at desc offset :allowed limit 1""")
                .param("subject", subject.name())
                .param("allowed", subject.allowed() - 1)
                .query(Timestamp.class)
                .optional();
        oldest.ifPresent(at -> {
            long seconds = Math.max(
                    1, Duration.between(now, at.toInstant().plus(WINDOW)).toSeconds());
            throw new Problem(
                            HttpStatus.TOO_MANY_REQUESTS,
                            Code.TOO_MANY_LOGINS,
                            "Too many failed logins. Try again in " + (seconds / 60 + 1) + " minutes.")
                    .with(Problem.RETRY, seconds);
        });
        int counted = jdbc.sql("select count(*) from login_attempt where subject = :subject and (failed or at > :from)")
                .param("subject", subject.name())
                .param("from", Timestamp.from(now.minus(LONGEST_CHECK)))
                .query(Integer.class)
                .single();
        if (counted >= subject.allowed()) {
            throw Problem.busy("Too many logins at once. Try again in a moment.", 2);
        }
    }

    void failed(Attempt attempt) {
        jdbc.sql("update login_attempt set failed = true where id = :id")
                .param("id", attempt.id())
                .update();
    }

    /** The attempt is forgotten, as if it had not been made; what failed elsewhere stays. */
    void forgotten(Attempt attempt) {
        jdbc.sql("delete from login_attempt where id = :id")
                .param("id", attempt.id())
                .update();
    }

    /** Whoever signs in has shown who they are: failures of the same login or device are forgotten. */
    void succeeded(Attempt attempt) {
        forgotten(attempt);
        attempt.subjects().stream().filter(s -> s.allowed() == PER_LOGIN).forEach(s -> jdbc.sql(
                        "delete from login_attempt where subject = :subject and failed")
                .param("subject", s.name())
                .update());
    }

    /** Lets an address try a code; what fails counts as a failed login of that address. */
    public void tried(String address, Runnable code) {
        opened(address, () -> {
            code.run();
            return true;
        });
    }

    /** The same, with what the code opens. */
    public <T> T opened(String address, Supplier<T> code) {
        Attempt attempt = begin(List.of(Caller.address(address)));
        try {
            T opened = code.get();
            forgotten(attempt);
            return opened;
        } catch (Problem e) {
            failed(attempt);
            throw e;
        } catch (RuntimeException e) {
            forgotten(attempt);
            throw e;
        }
    }
}
