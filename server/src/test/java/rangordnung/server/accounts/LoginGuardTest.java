package rangordnung.server.accounts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;
import rangordnung.server.ServerTest;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;

/** A quarter of an hour at the door, with a clock that is set by hand. */
class LoginGuardTest extends ServerTest {

    private static final Instant NOON = Instant.parse("2026-11-09T12:00:00Z");

    @Autowired
    private JdbcClient jdbc;

    @Autowired
    private TransactionTemplate transaction;

    private final Clock clock = mock(Clock.class);
    private final LoginGuard.Caller caller =
            LoginGuard.Caller.login(UUID.randomUUID().toString());
    private LoginGuard guard;

    @BeforeEach
    void at_noon() {
        guard = new LoginGuard(jdbc, transaction, clock);
        at(Duration.ZERO);
    }

    private void at(Duration afterNoon) {
        when(clock.instant()).thenReturn(NOON.plus(afterNoon));
    }

    private void fail() {
        guard.failed(guard.begin(List.of(caller)));
    }

    @Test
    void ten_failures_close_the_door_until_the_first_of_them_is_a_quarter_of_an_hour_old() {
        for (int i = 0; i < LoginGuard.PER_LOGIN; i++) {
            at(Duration.ofSeconds(i));
            fail();
        }
        at(Duration.ofMinutes(14));
        assertThatThrownBy(this::fail).isInstanceOfSatisfying(Problem.class, p -> {
            assertThat(p.code()).isEqualTo(Code.TOO_MANY_LOGINS);
            assertThat(p.getMessage()).contains("in 2 minutes");
        });
        at(Duration.ofMinutes(15).plusSeconds(1));
        assertThatCode(this::fail).doesNotThrowAnyException();
        assertThatThrownBy(this::fail).as("nine of the ten are still there").isInstanceOf(Problem.class);
    }

    @Test
    void whoever_gets_in_has_a_clean_slate_and_a_forgotten_attempt_never_was() {
        for (int i = 1; i < LoginGuard.PER_LOGIN; i++) {
            fail();
        }
        guard.forgotten(guard.begin(List.of(caller)));
        guard.succeeded(guard.begin(List.of(caller)));
        for (int i = 1; i < LoginGuard.PER_LOGIN; i++) {
            assertThatCode(this::fail).doesNotThrowAnyException();
        }
    }

    @Test
    void one_caller_does_not_close_the_door_for_another() {
        for (int i = 0; i < LoginGuard.PER_LOGIN; i++) {
            fail();
        }
        LoginGuard.Caller other = LoginGuard.Caller.login(UUID.randomUUID().toString());
        assertThatCode(() -> guard.begin(List.of(other))).doesNotThrowAnyException();
    }
}
