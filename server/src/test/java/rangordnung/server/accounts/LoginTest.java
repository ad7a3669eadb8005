package rangordnung.server.accounts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
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
        long before = jdbc.sql("select count(*) from spring_session")
                .query(Long.class)
                .single();

        assertThat(before).isPositive();
        assertThat(jdbc.sql("select password_hash from account where login = 'lead'")
                        .query(String.class)
                        .single())
                .startsWith("$2a$10$");
        lead.get("/api/teams").ok();
        lead.delete("/api/session").ok();
        lead.get("/api/teams").problem(401, "signed-out");
        assertThat(jdbc.sql("select count(*) from spring_session")
                        .query(Long.class)
                        .single())
                .isEqualTo(before - 1);
    }

    @Test
    void a_request_without_the_token_is_refused() {
        Client forged = visitor();
        forged.post("/api/session", login("lead", PASSWORD)).problem(403, "forbidden");
    }

    private static Client from(Client client) {
        client.get("/api/session");
        return client;
    }

    @Test
    void guessing_is_slowed_down_for_a_login_whatever_the_instance() {
        lead();
        Client guesser = from(visitor());
        for (int i = 0; i < LoginGuard.PER_LOGIN; i++) {
            guesser.post("/api/session", login("lead", "wrong " + i)).problem(401, "wrong-login");
        }
        var refused = guesser.post("/api/session", login("lead", PASSWORD)).problem(429, "too-many-logins");
        assertThat(Long.parseLong(refused.headers().firstValue("Retry-After").orElseThrow()))
                .isBetween(800L, 900L);

        jdbc.sql("update login_attempt set at = at - interval '16 minutes'").update();
        guesser.post("/api/session", login("lead", PASSWORD)).ok();
    }

    @Test
    void a_device_that_signed_in_before_is_not_locked_by_others() {
        Client known = lead();
        known.delete("/api/session").ok();
        Client guesser = from(visitor());
        for (int i = 0; i < LoginGuard.PER_LOGIN; i++) {
            guesser.post("/api/session", login("lead", "wrong " + i)).problem(401, "wrong-login");
        }
        guesser.post("/api/session", login("lead", PASSWORD)).problem(429, "too-many-logins");
        from(known).post("/api/session", login("lead", PASSWORD)).ok();
        known.get("/api/teams").ok();

        for (int i = 0; i < LoginGuard.PER_LOGIN; i++) {
            from(known).post("/api/session", login("lead", "wrong " + i)).problem(401, "wrong-login");
        }
        known.post("/api/session", login("lead", PASSWORD)).problem(429, "too-many-logins");
    }

    /** However many guess at once, from however many addresses, one login is tried ten times and no more. */
    @Test
    void many_guesses_at_once_from_many_addresses_count() throws Exception {
        lead();
        Client guesser = from(visitor());
        ExecutorService threads = Executors.newFixedThreadPool(60);
        List<Integer> answers = new ArrayList<>();
        for (Future<Integer> status : threads.invokeAll(IntStream.range(2, 62)
                .<Callable<Integer>>mapToObj(
                        i -> () -> guesser.postFrom("127.0.0." + i, "/api/session", login("lead", "a wrong password")))
                .toList())) {
            answers.add(status.get());
        }
        threads.shutdown();
        assertThat(answers).filteredOn(s -> s == 401).hasSizeLessThanOrEqualTo(LoginGuard.PER_LOGIN);
        assertThat(answers).allMatch(s -> s == 401 || s == 429 || s == 503);
        assertThat(jdbc.sql("select count(*) from login_attempt where subject = 'login lead' and failed")
                        .query(Long.class)
                        .single())
                .isLessThanOrEqualTo(LoginGuard.PER_LOGIN);
    }

    @ParameterizedTest
    @ValueSource(strings = {"password1234", "qwertyuiop12", "111111111111", "letmeinletmein", "Fussball2024!"})
    void common_passwords_are_refused(String password) {
        lead().post(
                        "/api/accounts",
                        "{\"name\":\"N\",\"login\":\"n\",\"password\":\"%s\",\"role\":\"RATER\"}".formatted(password))
                .problem(400, "password-common");
    }

    @Test
    void an_account_has_a_name_that_can_be_seen_and_a_role_that_can_be() {
        String account = "{\"name\":\"%s\",\"login\":\"%s\",\"password\":\"a sentence of our own\",\"role\":\"%s\"}";
        lead().post("/api/accounts", account.formatted("N", "n", "HELPER")).problem(400, "wrong-role");
        lead().post("/api/accounts", account.formatted("\u200b\u00a0", "n", "RATER"))
                .problem(400, "invalid");
        lead().post("/api/accounts", account.formatted("N", "\u2060", "RATER")).problem(400, "invalid");
        lead().post("/api/teams", "{\"name\":\"\u200d\",\"kind\":\"CLASS\"}").problem(400, "invalid");
    }

    @Test
    void the_first_account_needs_the_launchers_code_and_exists_once() {
        lead();
        Client visitor = visitor();
        visitor.get("/api/session");
        String body = "{\"code\":\"%s\",\"organisation\":\"X\",\"name\":\"Y\",\"login\":\"z\",\"password\":\"%s\"}";

        visitor.post("/api/setup", body.formatted("guess", PASSWORD)).problem(403, "wrong-setup-code");
        visitor.post("/api/setup", body.formatted("open-sesame", PASSWORD)).problem(409, "already-set-up");
        lead().post("/api/accounts", "{\"name\":\"N\",\"login\":\"n\",\"password\":\"short\",\"role\":\"RATER\"}")
                .problem(400, "password-length");
        lead().post(
                        "/api/accounts",
                        "{\"name\":\"N\",\"login\":\"LEAD \",\"password\":\"%s\",\"role\":\"RATER\"}"
                                .formatted(PASSWORD))
                .problem(409, "login-taken");
    }
}
