package rangordnung.server.accounts;

import java.sql.Timestamp;
import java.time.Clock;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;

/** Codes with which the administrator of an installation lets another organisation begin; made at the command line. */
@Component
class Foundings {

    private static final String OPEN = "code_hash = :hash and used_at is null and expires_at > :now";

    private final JdbcClient jdbc;
    private final Clock clock;

    Foundings(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    boolean open(String code) {
        return asked("select count(*) from founding where " + OPEN, code)
                        .query(Integer.class)
                        .single()
                == 1;
    }

    /** Uses a code up; of two that come at once one is refused. */
    void use(String code) {
        if (asked("update founding set used_at = :now where " + OPEN, code).update() == 0) {
            throw new Problem(
                    HttpStatus.FORBIDDEN,
                    Code.WRONG_SETUP_CODE,
                    "This code was used already. Ask the administrator for a new one.");
        }
    }

    private JdbcClient.StatementSpec asked(String question, String code) {
        return jdbc.sql(question).param("hash", Devices.hash(code)).param("now", Timestamp.from(clock.instant()));
    }
}
