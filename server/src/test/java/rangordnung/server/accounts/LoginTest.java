package rangordnung.server.accounts;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;

class LoginTest extends ServerTest {

    @AfterEach
    void forgetAttempts() {
        jdbc.sql("delete from login_attempt").update();
    }

    private static String login(String login, String password) {
        return "{\"login\":\"%s\",\"password\":\"%s\"}".formatted(login, password);
    }

    @Test
    void sessions_and_hashes_are_in_the_database_and_signing_out_ends_the_session() {
        Client lead = lead();
        long before = jdbc.sql("select count(*) from spring_session").query(Long.class).single();

        assertThat(before).isPositive();
        assertThat(jdbc.sql("select password_hash from account where login = 'lead'").query(String.class).single()).startsWith("$2a$10$");
        lead.get("/api/teams").ok();
        lead.delete("/api/session").ok();
        lead.get("/api/teams").problem(401, "signed-out");
        assertThat(jdbc.sql("select count(*) from spring_session").query(Long.class).single()).isEqualTo(before - 1);
    }

    @Test
    void a_request_without_the_token_is_refused() {
        Client forged = visitor();
        forged.post("/api/session", login("lead", PASSWORD)).problem(403, "forbidden");
    }

    @Test
    void guessing_is_slowed_down_for_a_login_whatever_the_instance() {
        lead();
        Client guesser = visitor();
        guesser.get("/api/session");
        for (int i = 0; i < LoginGuard.PER_LOGIN; i++) {
            guesser.post("/api/session", login("lead", "wrong " + i)).problem(401, "wrong-login");
        }
        var refused = guesser.post("/api/session", login("lead", PASSWORD)).problem(429, "too-many-logins");
        assertThat(Long.parseLong(refused.headers().firstValue("Retry-After").orElseThrow())).isBetween(800L, 900L);

        jdbc.sql("update login_attempt set at = at - interval '16 minutes'").update();
        guesser.post("/api/session", login("lead", PASSWORD)).ok();
    }

    @Test
    void the_first_account_needs_the_launchers_code_and_exists_once() {
        lead();
        Client visitor = visitor();
        visitor.get("/api/session");
        String body = "{\"code\":\"%s\",\"organisation\":\"X\",\"name\":\"Y\",\"login\":\"z\",\"password\":\"%s\"}";

        visitor.post("/api/setup", body.formatted("guess", PASSWORD)).problem(403, "wrong-setup-code");
        visitor.post("/api/setup", body.formatted("open-sesame", PASSWORD)).problem(409, "already-set-up");
        lead().post("/api/accounts", "{\"name\":\"N\",\"login\":\"n\",\"password\":\"short\",\"role\":\"RATER\"}").problem(400, "password-length");
        lead().post("/api/accounts", "{\"name\":\"N\",\"login\":\"LEAD \",\"password\":\"%s\",\"role\":\"RATER\"}".formatted(PASSWORD)).problem(409, "login-taken");
    }
}
