package rangordnung.server.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.sql.SQLException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.transaction.CannotCreateTransactionException;
import rangordnung.core.Refusal;

/** What a client hears of failures that are hard to provoke; states by the PostgreSQL manual, appendix A. */
class FailuresTest {

    private final HttpServletRequest request = mock(HttpServletRequest.class);

    @ParameterizedTest
    @CsvSource({
        "08006, DATABASE_AWAY, connection failure",
        "57P01, DATABASE_AWAY, shut down by an administrator",
        "57P03, DATABASE_AWAY, still starting",
        "53100, DATABASE_AWAY, disk full",
        ", DATABASE_AWAY, a closed connection of the pool",
        "23505, CHANGED_MEANWHILE, somebody else was faster",
        "23503, CHANGED_MEANWHILE, what it refers to is gone",
        "42601, UNEXPECTED, a mistake of ours"
    })
    void a_failure_of_the_database_is_told_by_what_can_be_done(String state, Code code, String what) {
        Throwable thrown = new DataAccessResourceFailureException(what, new SQLException(what, state));
        assertThat(Answers.of(thrown, request).code()).as(what).isEqualTo(code);
    }

    @Test
    void without_a_connection_the_device_is_asked_to_come_back() {
        Problem away = Answers.of(new CannotCreateTransactionException("no connection"), request);
        assertThat(away.code()).isEqualTo(Code.DATABASE_AWAY);
        assertThat(away.extra()).containsKey(Problem.RETRY);
    }

    @Test
    void a_refusal_of_the_core_keeps_its_place_and_its_range() {
        Refusal refusal = Refusal.outOfRange("stature", 400, 80, 250, "cm");
        Problem told = Answers.of(new IllegalStateException("wrapped", refusal), request);
        assertThat(told.code()).isEqualTo(Code.OUT_OF_RANGE);
        assertThat(told.extra()).containsEntry("field", "stature").containsEntry("low", 80.0);
    }

    @Test
    void anything_else_is_an_incident_with_a_number_and_without_its_cause() {
        when(request.getMethod()).thenReturn("POST");
        when(request.getRequestURI()).thenReturn("/api/somewhere");
        Problem told = Answers.of(new UncheckedIOException(new IOException("Mira Ostwald broke it")), request);
        assertThat(told.code()).isEqualTo(Code.UNEXPECTED);
        assertThat(told.extra()).containsKey("incident");
        assertThat(told.getMessage()).doesNotContain("Mira");
    }
}
